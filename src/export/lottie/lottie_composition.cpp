// SPDX-License-Identifier: MIT
#include "export/lottie/lottie_composition.h"

#include "core/art/parts.h"
#include "core/project/shown_art.h"
#include "core/schedule/evaluate.h"
#include "export/common/names.h"
#include "export/lottie/lottie_contents.h"
#include "export/lottie/lottie_keys.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace scaena::exporting {

using Json = nlohmann::ordered_json;

namespace {

// Below what can be seen: a twentieth of a dp, of a degree and of a percent of size; a fifth of one of
// opacity.
constexpr double kFine = 0.05;
constexpr double kFineOpacity = 0.2;

class Composition {
public:
    Composition(ExportBuild& build, const schedule::Schedule& schedule)
        : m_build(build), m_schedule(schedule), m_sequence(*schedule.sequence),
          m_start(schedule.beats.front().end),
          m_frames(std::max(2L, std::lround((schedule.end - m_start) * kLottieRate / 1000) + 1)),
          m_contents(build, schedule, m_assets) {
        sample();
    }

    [[nodiscard]] std::string text() {
        Json layers = Json::array();
        // The specification has the topmost layer first; groups are found by their number wherever they
        // stand.
        for (int i = static_cast<int>(m_sequence.layers.size()) - 1; i >= 0; --i) {
            addLayers(i, layers);
        }
        Json out = {{"v", "5.9.0"},
                    {"fr", kLottieRate},
                    {"ip", 0},
                    {"op", m_frames},
                    {"w", std::lround(m_schedule.screen.width)},
                    {"h", std::lround(m_schedule.screen.height)},
                    {"nm", m_sequence.name},
                    {"ddd", 0},
                    {"assets", std::move(m_assets)},
                    {"layers", std::move(layers)},
                    {"markers", markers()}};
        if (!m_contents.slots().empty()) {
            out["slots"] = m_contents.slots();
        }
        return out.dump(-1, ' ', false, Json::error_handler_t::replace) + "\n";
    }

private:
    [[nodiscard]] double frameOf(double time) const { return (time - m_start) * kLottieRate / 1000; }

    void sample() {
        std::map<double, std::vector<bool>> seen; // at each time, of each layer
        for (int i = 0; i < static_cast<int>(m_sequence.layers.size()); ++i) {
            m_courses.push_back({lottieTimes(m_schedule, i, m_frames), {}});
            for (const double t : m_courses.back().times.millis) {
                seen[t];
            }
        }
        schedule::Frame frame;
        for (auto& [t, layers] : seen) {
            layers.resize(m_sequence.layers.size());
            schedule::evaluateInto(m_schedule, t, frame);
            for (const auto& it : frame.layers) {
                layers[static_cast<std::size_t>(it.layer)] = true;
            }
        }
        for (std::size_t i = 0; i < m_courses.size(); ++i) {
            auto& course = m_courses[i];
            course.states.reserve(course.times.millis.size());
            for (const double t : course.times.millis) {
                course.states.push_back(schedule::stateOf(m_schedule, static_cast<int>(i), t));
                auto& state = course.states.back();
                state.opacity = seen[t][i] ? state.opacity : 0;
            }
        }
    }

    [[nodiscard]] Json transform(std::size_t layer, const LottieContent& content,
                                 double opacityOf(const schedule::LayerState&)) const {
        const auto& [times, states] = m_courses[layer];
        LottieSamples place, scale;
        for (std::size_t i = 0; i < states.size(); ++i) {
            const auto& it = states[i];
            place.push_back({it.centre.x, it.centre.y});
            scale.push_back({100 * it.scaleX * content.scaleAt(i), 100 * it.scaleY * content.scaleAt(i)});
        }
        const auto opacity = m_courses[layer].sampled([&](const auto& it) { return 100 * opacityOf(it); });
        const auto rotation = m_courses[layer].sampled([](const auto& it) { return it.rotation; });
        return {{"o", lottieProperty(times, opacity, kFineOpacity)},
                {"r", lottieProperty(times, rotation, kFine)},
                {"p", lottiePlace(times, place, kFine)},
                {"a", lottieConstant({content.anchor.x, content.anchor.y})},
                {"s", lottieProperty(times, scale, kFine)}};
    }

    void addLayers(int index, Json& layers) {
        const auto& layer = m_sequence.layers[static_cast<std::size_t>(index)];
        if (layer.as<model::FirstScreenContent>()) {
            return; // the app's own; the composition is clear where it is seen
        }
        const auto at = static_cast<std::size_t>(index);
        if (layer.as<model::GroupContent>()) {
            LottieContent content;
            content.anchor = m_schedule.places().centreOf(model::placeOn(layer, false));
            layers.push_back(
                wrapped(index, 3, layer.name, transform(at, content, [](const auto&) { return 1.0; })));
            layers.back()["ind"] = index + 1;
            return;
        }
        const auto& states = m_courses[at].states;
        const bool everSeen =
            std::any_of(states.begin(), states.end(), [](const auto& it) { return it.opacity > 0; });
        if (!everSeen) {
            return;
        }
        auto contents = m_contents.of(at, m_courses[at]);
        const bool faded = std::any_of(states.begin(), states.end(),
                                       [](const auto& it) { return it.opacity > 0 && it.opacity < 1; });
        if (contents.size() > 1 && faded) {
            contents = {together(index, std::move(contents))};
        }
        for (auto& content : contents) {
            layers.push_back(made(index, content, transform(at, content, content.opacity)));
            addReveal(layers.back(), at, content);
        }
    }

    [[nodiscard]] Json made(int index, LottieContent& content, Json transform) {
        Json layer = wrapped(index, content.type, m_sequence.layers[static_cast<std::size_t>(index)].name,
                             std::move(transform));
        for (auto& [key, value] : content.fields.items()) {
            layer[key] = std::move(value);
        }
        if (content.cut || !content.cuts.empty()) {
            LottieSamples edges;
            for (const auto& it : content.cuts.empty() ? std::vector{*content.cut} : content.cuts) {
                edges.push_back({it.x, it.y, it.right(), it.bottom()});
            }
            layer["hasMask"] = true;
            layer["masksProperties"] = {
                mask(rectangleKeys(m_courses[static_cast<std::size_t>(index)].times, edges), "a")};
        }
        return layer;
    }

    /// Several contents that fade as one: they are painted upon each other before the whole is faded.
    [[nodiscard]] LottieContent together(int index, std::vector<LottieContent> contents) {
        const auto& [times, states] = m_courses[static_cast<std::size_t>(index)];
        Size room;
        for (const auto& it : states) {
            room = {std::max(room.width, it.size.width), std::max(room.height, it.size.height)};
        }
        if (const auto* plate = model::plateOf(m_sequence.layers[static_cast<std::size_t>(index)])) {
            room = {std::max(room.width, plate->diameter), std::max(room.height, plate->diameter)};
        }
        // Even numbers keep the middle where it is; text may reach over its box.
        room = {2 * std::ceil(room.width * 0.75), 2 * std::ceil(room.height * 0.75)};
        Json layers = Json::array();
        for (auto& content : contents) {
            std::vector<double> opacity;
            for (auto it : states) {
                it.opacity = 1;
                opacity.push_back(100 * content.opacity(it));
            }
            const double scale = 100 * content.scale;
            layers.push_back(made(index, content,
                                  {{"o", lottieProperty(times, opacity, kFineOpacity)},
                                   {"r", lottieConstant(0)},
                                   {"p", lottieConstant({room.width / 2, room.height / 2})},
                                   {"a", lottieConstant({content.anchor.x, content.anchor.y})},
                                   {"s", lottieConstant({scale, scale})}}));
            layers.back().erase("parent");
        }
        const auto id = fmt::format("together-{}", index);
        m_assets.push_back({{"id", id}, {"layers", std::move(layers)}});
        LottieContent whole;
        whole.type = 0;
        whole.anchor = {room.width / 2, room.height / 2};
        whole.fields = {{"refId", id}, {"w", std::lround(room.width)}, {"h", std::lround(room.height)}};
        return whole;
    }

    [[nodiscard]] Json wrapped(int index, int type, const std::string& name, Json transform) {
        // Numbers up to the count of layers belong to groups, so that their members find them.
        Json made = {{"ddd", 0},   {"ind", m_next++}, {"ty", type},
                     {"nm", name}, {"sr", 1},         {"ks", std::move(transform)},
                     {"ao", 0},    {"ip", 0},         {"op", m_frames},
                     {"st", 0},    {"bm", 0}};
        const auto& group = m_sequence.layers[static_cast<std::size_t>(index)].group;
        if (!group.empty()) {
            made["parent"] = model::indexOf(m_sequence.layers, group) + 1;
        }
        return made;
    }

    void addReveal(Json& made, std::size_t layer, const LottieContent& content) const {
        using Kind = motion::RevealShape::Kind;
        for (const auto kind : {Kind::Iris, Kind::Wipe}) {
            const auto& states = m_courses[layer].states;
            const bool reveals = std::any_of(states.begin(), states.end(), [&](const auto& it) {
                return it.reveal.progress < 1 && it.reveal.shape.kind == kind;
            });
            if (reveals) {
                made["hasMask"] = true;
                auto& masks = made["masksProperties"];
                masks.push_back(mask(revealKeys(layer, content, kind), masks.empty() ? "a" : "i"));
            }
        }
    }

    static Json mask(Json path, const char* mode) {
        return {{"inv", false},
                {"mode", mode},
                {"pt", std::move(path)},
                {"o", lottieConstant(100)},
                {"x", lottieConstant(0)}};
    }

    /// An opening circle or a wipe, in the content's own coordinates. Open, it stands far beyond anything the
    /// layer paints (whole layers may paint over their box), whatever becomes of the box.
    [[nodiscard]] Json revealKeys(std::size_t layer, const LottieContent& content,
                                  motion::RevealShape::Kind kind) const {
        const auto& [times, states] = m_courses[layer];
        const bool iris = kind == motion::RevealShape::Kind::Iris;
        LottieSamples edges;
        double beyond = 0;
        for (std::size_t i = 0; i < states.size(); ++i) {
            const auto& size = states[i].size;
            beyond = std::max(beyond, 4 * std::hypot(size.width, size.height) / content.scaleAt(i));
        }
        const auto& middle = content.anchor;
        for (std::size_t i = 0; i < states.size(); ++i) {
            const auto& it = states[i];
            const double grown = content.scaleAt(i), part = it.reveal.progress;
            const double wide = it.size.width, high = it.size.height;
            const auto& shape = it.reveal.shape;
            const auto own = [&](double x, double y) {
                return Point{(x - wide / 2) / grown + middle.x, (y - high / 2) / grown + middle.y};
            };
            if (part >= 1 || shape.kind != kind) {
                edges.push_back(iris ? std::vector{middle.x, middle.y, beyond}
                                     : std::vector{middle.x - beyond, middle.y - beyond, middle.x + beyond,
                                                   middle.y + beyond});
            } else if (iris) {
                const double x = wide * shape.x, y = high * shape.y;
                const double far = std::hypot(std::max(x, wide - x), std::max(y, high - y));
                const Point centre = own(x, y);
                edges.push_back({centre.x, centre.y, far * part / grown});
            } else {
                const Point from =
                    own(shape.x < 0 ? wide * (1 - part) : 0, shape.y < 0 ? high * (1 - part) : 0);
                const Point to = own(shape.x > 0 ? wide * part : wide, shape.y > 0 ? high * part : high);
                edges.push_back({from.x, from.y, to.x, to.y});
            }
        }
        return iris ? circleKeys(times, edges) : rectangleKeys(times, edges);
    }

    static Json rectangleKeys(const LottieTimes& times, const LottieSamples& samples) {
        // Always four corners: players take no path whose points come and go, as those of an empty one would.
        return lottieOutline(times, samples, kFine, [](const std::vector<double>& r) {
            const auto corner = [](double x, double y) { return Json{lottieNumber(x), lottieNumber(y)}; };
            const Json straight = Json::array({corner(0, 0), corner(0, 0), corner(0, 0), corner(0, 0)});
            return Json{
                {"c", true},
                {"v", {corner(r[0], r[1]), corner(r[2], r[1]), corner(r[2], r[3]), corner(r[0], r[3])}},
                {"i", straight},
                {"o", straight}};
        });
    }
    static Json circleKeys(const LottieTimes& times, const LottieSamples& samples) {
        return lottieOutline(times, samples, kFine, [](const std::vector<double>& c) {
            return lottieContours(
                art::ellipsePath({c[0], c[1]}, std::max(c[2], 0.001), std::max(c[2], 0.001)))[0]["ks"]["k"];
        });
    }

    /// One for each beat, and the segment a player may repeat while the app still loads.
    [[nodiscard]] Json markers() const {
        Json list = Json::array();
        const auto add = [&](const std::string& name, double from, double to) {
            list.push_back({{"tm", lottieNumber(frameOf(from))},
                            {"cm", name},
                            {"dr", lottieNumber(frameOf(to) - frameOf(from))}});
        };
        for (std::size_t i = 1; i < m_sequence.beats.size(); ++i) {
            const auto& span = m_schedule.beats[i];
            if (!span.played || isNever(span.start)) {
                continue;
            }
            const double end = std::min<double>(span.end, m_schedule.end);
            add(m_sequence.beats[i].name, span.start, end);
            if (m_sequence.beats[i].kind == model::BeatKind::Wait) {
                if (const auto loop = loopOf(i, span.start, end)) {
                    add("loop", loop->first, loop->second);
                }
            }
            if (m_sequence.beats[i].kind == model::BeatKind::HandOff) {
                add("still", span.start, span.start); // what stands instead where people ask for less motion
            }
        }
        return list;
    }

    /// A whole cycle of the longest cue that repeats while waiting, or the wait in which none does; nothing
    /// if that does not fit.
    [[nodiscard]] std::optional<std::pair<double, double>> loopOf(std::size_t beat, double from,
                                                                  double to) const {
        double longest = 0, start = from;
        for (std::size_t i = 0; i < m_sequence.cues.size(); ++i) {
            const auto& cue = m_sequence.cues[i];
            const double cycle = cue.length * (cue.repeat.alternate ? 2.0 : 1.0);
            if (cue.beat == m_sequence.beats[beat].id && cue.repeat.whileWaiting && cycle > longest) {
                longest = cycle;
                start = m_schedule.cues[i].start;
            }
        }
        const auto end = longest > 0 ? start + longest : to;
        return end <= to && end > start ? std::optional(std::pair(start, end)) : std::nullopt;
    }

    ExportBuild& m_build;
    const schedule::Schedule& m_schedule;
    const model::Sequence& m_sequence;
    double m_start;
    long m_frames;
    Json m_assets = Json::array();
    LottieContents m_contents;
    std::vector<LottieCourse> m_courses; ///< of each layer
    int m_next = 1000;
};

}

std::string lottieComposition(ExportBuild& build, const schedule::Schedule& schedule) {
    return Composition(build, schedule).text();
}

}
