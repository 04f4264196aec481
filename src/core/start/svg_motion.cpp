// SPDX-License-Identifier: MIT
#include "core/start/svg_motion.h"

#include "core/art/css_text.h"
#include "core/art/losses.h"
#include "core/art/svg_style.h"
#include "core/model/limits.h"
#include "core/start/motion_style.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::start {

namespace {

using Nodes = std::vector<pugi::xml_node>;

std::string_view attribute(const pugi::xml_node& node, const char* name) {
    return art::stripped(node.attribute(name).value());
}

std::vector<double> numbers(std::string_view text) {
    std::vector<double> found;
    for (const auto& word : art::splitTrimmed(text, " ,;\t\n")) {
        char* end = nullptr;
        const double value = std::strtod(word.c_str(), &end);
        if (end == word.c_str() || !std::isfinite(value)) {
            return {};
        }
        found.push_back(std::clamp(value, -1e6, 1e6));
    }
    return found;
}

pugi::xml_node byId(const pugi::xml_node& root, const std::string& id) {
    return root.find_node([&](const pugi::xml_node& it) { return id == it.attribute("id").value(); });
}

bool isAnimationElement(std::string_view name) {
    return name == "animate" || name == "animateTransform" || name == "animateMotion" || name == "set" ||
           name == "animateColor" || name == "discard";
}

/// What cannot be shown on its own as a part of the art.
bool isWithinDefinitions(pugi::xml_node node) {
    for (; node; node = node.parent()) {
        const std::string_view name = node.name();
        if (name == "defs" || name == "symbol" || name == "clipPath" || name == "mask" || name == "pattern" ||
            name == "marker" || name == "linearGradient" || name == "radialGradient" || name == "filter") {
            return true;
        }
    }
    return false;
}

Point linear(const Matrix& m, Point p) { return {m.a * p.x + m.c * p.y, m.b * p.x + m.d * p.y}; }

class AnimationReader {
public:
    AnimationReader(pugi::xml_document& document, MotionsFound& found)
        : m_document(document), m_found(found), m_style(document) {}

    void run() {
        Nodes animations;
        collect(m_document.document_element(), animations, 0);
        for (const auto& node : animations) {
            read(node);
        }
        for (auto node : animations) {
            node.parent().remove_child(node);
        }
    }

private:
    static void collect(const pugi::xml_node& node, Nodes& into, int depth) {
        for (const auto& child : node.children()) {
            if (isAnimationElement(child.name())) {
                into.push_back(child);
            } else if (depth < 200) {
                collect(child, into, depth + 1);
            }
        }
    }

    void lose(const std::string& what) { art::noteLoss(m_found.losses, what); }

    void read(const pugi::xml_node& node) {
        const std::string href(node.attribute("href") ? attribute(node, "href")
                                                      : attribute(node, "xlink:href"));
        auto element =
            href.starts_with('#') ? byId(m_document.document_element(), href.substr(1)) : node.parent();
        const std::string what(attribute(node, "attributeName"));
        const auto named = [&] {
            const std::string id = element.attribute("id").value();
            return fmt::format("the animation of {}{}", what.empty() ? node.name() : what,
                               id.empty() ? "" : " on “" + id.substr(0, 40) + "”");
        };
        if (!element || isWithinDefinitions(element) || m_found.motions.size() >= kMostMotions) {
            lose(named());
            return;
        }
        FoundMotion motion;
        if (!readTimes(node, motion)) {
            lose(named() + ", whose begin, end or rounds no cue can say");
            return;
        }
        const std::string_view kind = node.name();
        const bool isTransform = kind == "animateTransform";
        if (isTransform ? !transform(node, element, motion) : !plain(node, kind, what, element, motion)) {
            lose(named());
            return;
        }
        motion.id = idOf(element);
        m_found.motions.push_back(std::move(motion));
    }

    static bool readTimes(const pugi::xml_node& node, FoundMotion& motion) {
        const auto begin = attribute(node, "begin");
        const auto at = begin.empty() ? std::optional(0.0) : clockMillis(begin);
        const bool isSet = std::string_view(node.name()) == "set";
        const auto length = isSet ? std::optional(1.0) : clockMillis(attribute(node, "dur"));
        const auto count = attribute(node, "repeatCount");
        const auto times = numbers(count);
        const bool isWhole =
            times.empty() || (times.front() >= 1 && times.front() == std::round(times.front()));
        const bool lasts =
            attribute(node, "repeatDur").empty() || attribute(node, "repeatDur") == "indefinite";
        if (!at || *at < 0 || !length || *length <= 0 || !attribute(node, "end").empty() || !isWhole ||
            !lasts || attribute(node, "accumulate") == "sum") {
            return false;
        }
        motion.begin =
            static_cast<Millis>(std::lround(std::clamp(*at, 0.0, double(model::limits::kLongest))));
        motion.length =
            static_cast<Millis>(std::lround(std::clamp(*length, 1.0, double(model::limits::kLongest))));
        motion.forEver = count == "indefinite" || attribute(node, "repeatDur") == "indefinite";
        motion.times = times.empty() ? 1 : static_cast<int>(std::min(times.front(), 1000.0));
        motion.staysAfter = attribute(node, "fill") == "freeze" || isSet;
        return true;
    }

    /// `values`, or `from` with `to` or `by`, each read by `parse`; empty where one cannot be read.
    template <typename Parse>
    static std::vector<std::vector<double>> valuesOf(const pugi::xml_node& node,
                                                     const std::vector<double>& rest, Parse parse) {
        std::vector<std::vector<double>> values;
        const auto list = attribute(node, "values");
        if (!list.empty()) {
            for (const auto& item : art::splitTrimmed(list, ";")) {
                values.push_back(parse(item));
            }
        } else {
            const auto from = attribute(node, "from");
            const auto first = from.empty() ? rest : parse(from);
            auto last = parse(node.attribute("to") ? attribute(node, "to") : attribute(node, "by"));
            if (!node.attribute("to") && last.size() <= first.size()) {
                for (std::size_t i = 0; i < last.size(); ++i) {
                    last[i] += first[i];
                }
            }
            if (std::string_view(node.name()) == "set") {
                values = {last, last};
            } else {
                values = {first, last};
            }
        }
        const bool isBroken =
            std::any_of(values.begin(), values.end(), [](const auto& it) { return it.empty(); });
        return isBroken ? std::vector<std::vector<double>>() : values;
    }

    /// Times and easings of the keys; the values are filled in by the caller.
    static bool readKeys(const pugi::xml_node& node, std::size_t count, std::vector<MotionKey>& keys) {
        const auto mode = attribute(node, "calcMode");
        const bool discrete = mode == "discrete";
        auto times = numbers(attribute(node, "keyTimes"));
        if (times.size() != count) {
            times.clear();
            for (std::size_t i = 0; i < count; ++i) {
                times.push_back(discrete ? double(i) / double(count) : double(i) / double(count - 1));
            }
        }
        std::vector<std::string> splines;
        if (mode == "spline") {
            splines = art::splitTrimmed(attribute(node, "keySplines"), ";");
        }
        for (std::size_t i = 0; i < count; ++i) {
            MotionKey key;
            key.at = std::clamp(times[i], i == 0 ? 0.0 : keys.back().at, 1.0);
            if (discrete) {
                key.easing = model::Steps{1, model::Steps::Jump::End};
            } else if (i < splines.size()) {
                const auto n = numbers(splines[i]);
                if (n.size() == 4) {
                    key.easing = model::CubicBezier{std::clamp(n[0], 0.0, 1.0), n[1],
                                                    std::clamp(n[2], 0.0, 1.0), n[3]};
                }
            }
            keys.push_back(key);
        }
        return count >= 2;
    }

    bool transform(const pugi::xml_node& node, const pugi::xml_node& element, FoundMotion& motion) {
        const auto type = attribute(node, "type");
        const bool adds = attribute(node, "additive") == "sum";
        const auto own = art::parseTransform(element.attribute("transform").value()).value_or(Matrix{});
        const bool isMove = own.a == 1 && own.b == 0 && own.c == 0 && own.d == 1;
        if ((!adds && !isMove) || m_style.isMovedByStyle(element)) {
            return false; // it takes the place of a transform that turns or grows by itself
        }
        const Matrix outer = outerMap(element) * (adds ? own : Matrix{});
        const Point away{adds ? 0 : own.e, adds ? 0 : own.f};
        const auto rest = type == "scale" ? std::vector<double>{1, 1} : std::vector<double>{0, 0};
        const auto values = valuesOf(node, type == "translate" ? std::vector<double>{away.x, away.y} : rest,
                                     [](std::string_view text) { return numbers(text); });
        if (values.size() < 2 || !readKeys(node, values.size(), motion.keys)) {
            return false;
        }
        if (type == "translate") {
            motion.what = Moved::Place;
            for (std::size_t i = 0; i < values.size(); ++i) {
                const double y = values[i].size() > 1 ? values[i][1] : 0;
                motion.keys[i].value = linear(outer, {values[i][0] - away.x, y - away.y});
            }
            return true;
        }
        if (type == "scale") {
            motion.what = Moved::Scale;
            motion.pivot = outer.map({0, 0});
            motion.rest = {1, 1};
            for (std::size_t i = 0; i < values.size(); ++i) {
                motion.keys[i].value = {values[i][0], values[i].size() > 1 ? values[i][1] : values[i][0]};
            }
            return away == Point{} && std::abs(outer.b) < 1e-9 && std::abs(outer.c) < 1e-9;
        }
        if (type == "rotate") {
            motion.what = Moved::Turn;
            const auto& first = values.front();
            const Point centre = first.size() > 2 ? Point{first[1], first[2]} : Point{};
            motion.pivot = outer.map(centre);
            const double sense = outer.a * outer.d - outer.b * outer.c < 0 ? -1 : 1;
            for (std::size_t i = 0; i < values.size(); ++i) {
                const Point here = values[i].size() > 2 ? Point{values[i][1], values[i][2]} : Point{};
                if (std::hypot(here.x - centre.x, here.y - centre.y) > 1e-6) {
                    return false; // about a point that moves
                }
                motion.keys[i].value = {values[i][0] * sense, 0};
            }
            return away == Point{};
        }
        return false;
    }

    bool plain(const pugi::xml_node& node, std::string_view kind, const std::string& what,
               pugi::xml_node element, FoundMotion& motion) {
        if (kind != "animate" && kind != "set") {
            return false;
        }
        const bool isLine = what == "stroke-dashoffset";
        if (what != "opacity" && !isLine) {
            return false;
        }
        const auto rest = numbers(m_style.value(element, what.c_str()));
        const double now = rest.empty() ? (isLine ? 0 : 1) : rest.front();
        const auto values = valuesOf(node, {now}, [](std::string_view text) {
            auto list = numbers(text);
            list.resize(std::min<std::size_t>(list.size(), 1));
            return list;
        });
        if (values.size() < 2 || !readKeys(node, values.size(), motion.keys)) {
            return false;
        }
        double whole = 1;
        if (isLine) {
            const auto dashes = numbers(m_style.value(element, "stroke-dasharray"));
            if (dashes.empty() || dashes.front() <= 0 ||
                (dashes.size() > 1 && dashes[1] < dashes[0] * 0.98)) {
                return false;
            }
            whole = dashes.front();
        }
        motion.what = isLine ? Moved::Draw : Moved::Opacity;
        const auto seen = [&](double value) {
            return std::clamp(isLine ? 1 - std::abs(value) / whole : value, 0.0, 1.0);
        };
        motion.rest = {seen(now), 0};
        for (std::size_t i = 0; i < values.size(); ++i) {
            motion.keys[i].value = {seen(values[i].front()), 0};
        }
        silence(element, isLine ? "stroke-dasharray: none !important" : "opacity: 1 !important");
        return true;
    }

    pugi::xml_document& m_document;
    MotionsFound& m_found;
    MotionStyle m_style;
};

}

std::optional<double> clockMillis(std::string_view text) {
    const std::string word(art::stripped(text));
    char* end = nullptr;
    const double value = std::strtod(word.c_str(), &end);
    if (end == word.c_str() || !std::isfinite(value)) {
        return {};
    }
    const std::string_view unit = art::stripped(end);
    return unit == "ms"                  ? std::optional(value)
           : unit.empty() || unit == "s" ? std::optional(value * 1000)
           : unit == "min"               ? std::optional(value * 60'000)
                                         : std::nullopt;
}

Matrix outerMap(const pugi::xml_node& element) {
    Matrix map;
    for (auto node = element.parent(); node && node.parent() && node.parent().parent();
         node = node.parent()) {
        map = art::parseTransform(node.attribute("transform").value()).value_or(Matrix{}) * map;
    }
    return map;
}

std::string idOf(pugi::xml_node element) {
    auto id = element.attribute("id");
    if (!id || !*id.value()) {
        const auto root = element.root();
        int number = 1;
        std::string made;
        do {
            made = fmt::format("moving-{}", number++);
        } while (byId(root, made));
        (id ? id : element.append_attribute("id")).set_value(made.c_str());
        return made;
    }
    return id.value();
}

void takeSvgAnimations(pugi::xml_document& document, MotionsFound& found) {
    AnimationReader(document, found).run();
}

}
