// SPDX-License-Identifier: MIT
#include "core/art/css_text.h"
#include "core/art/losses.h"
#include "core/art/svg_style.h"
#include "core/start/css_animation.h"
#include "core/start/laid_motion.h"
#include "core/start/motion_style.h"
#include "core/start/svg_motion.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace scaena::start {

namespace {

class CssReader {
public:
    CssReader(pugi::xml_document& document,
              const std::function<std::optional<Rect>(const std::string&)>& boundsOf, MotionsFound& found)
        : m_document(document), m_boundsOf(boundsOf), m_found(found), m_style(document) {}

    void run() {
        m_keyframes = keyframesIn(m_style.css());
        if (m_keyframes.empty()) {
            return;
        }
        visit(m_document.document_element(), 0);
        for (const auto& node : m_document.select_nodes("//*[local-name()='style']")) {
            const auto still = withoutKeyframes(art::withoutComments(node.node().text().get()));
            node.node().text().set(still.c_str());
        }
    }

private:
    void visit(const pugi::xml_node& element, int depth) {
        if (m_found.motions.size() < kMostMotions) {
            read(element);
        }
        for (const auto& child : element.children()) {
            if (child.type() == pugi::node_element && depth < 200) {
                visit(child, depth + 1);
            }
        }
    }

    static std::string get(const art::Declarations& own, const char* name) {
        const auto found = own.find(name);
        return found == own.end() ? std::string() : found->second;
    }

    void read(const pugi::xml_node& element) {
        const auto own = m_style.of(element);
        for (const auto& animation : animationsOf(own)) {
            const auto frames = m_keyframes.find(animation.name);
            const auto named = [&](const std::string& why) {
                return fmt::format("the animation “{}”, {}", animation.name.substr(0, 40), why);
            };
            if (animation.name.empty() || animation.name == "none") {
                continue;
            }
            if (frames == m_keyframes.end()) {
                lose(named("whose keyframes are not there"));
            } else if (!animation.strange.empty()) {
                lose(named("since " + animation.strange));
            } else {
                apply(element, own, animation, frames->second);
            }
        }
    }

    void lose(const std::string& what) { art::noteLoss(m_found.losses, what); }

    /// In units of the view box.
    [[nodiscard]] std::optional<Point> origin(const pugi::xml_node& element,
                                              const art::Declarations& own) const {
        const auto text = get(own, "transform-origin");
        const bool ofBox = get(own, "transform-box") == "fill-box";
        Rect box = viewBox();
        if (ofBox) {
            const auto bounds = m_boundsOf(element.attribute("id").value());
            if (!bounds) {
                return {};
            }
            box = *bounds;
        }
        if (text.empty()) { // its standard is 50% 50% of the box, and 0 0 where that is the view box
            return ofBox ? box.centre() : outerMap(element).map({0, 0});
        }
        auto words = art::splitTrimmed(text, " ");
        if (words.size() == 1) {
            words.emplace_back("center");
        }
        const auto part = [](const std::string& word, double from, double size) -> std::optional<double> {
            if (word == "center") {
                return from + size / 2;
            }
            if (word == "left" || word == "top") {
                return from;
            }
            if (word == "right" || word == "bottom") {
                return from + size;
            }
            if (word.ends_with('%')) {
                return from + size * std::strtod(word.c_str(), nullptr) / 100;
            }
            const auto fixed = plainLength(word);
            return fixed ? std::optional(*fixed) : std::nullopt;
        };
        if (words[0] == "top" || words[0] == "bottom") {
            std::swap(words[0], words[1]);
        }
        const auto x = part(words[0], box.x, box.width);
        const auto y = part(words[1], box.y, box.height);
        if (!x || !y) {
            return {};
        }
        const bool isLength = !words[0].ends_with('%') && plainLength(words[0]).has_value();
        // Lengths count in the element's own coordinates, or from the corner of its box.
        if (isLength) {
            return ofBox ? Point{box.x + *x, box.y + *y} : outerMap(element).map({*x, *y});
        }
        return Point{*x, *y};
    }

    [[nodiscard]] Rect viewBox() const {
        const auto root = m_document.document_element();
        const auto words = art::splitTrimmed(root.attribute("viewBox").value(), " ,");
        if (words.size() == 4) {
            const auto n = [&](std::size_t i) { return std::strtod(words[i].c_str(), nullptr); };
            return {n(0), n(1), n(2), n(3)};
        }
        return {0, 0, std::strtod(root.attribute("width").value(), nullptr),
                std::strtod(root.attribute("height").value(), nullptr)};
    }

    void apply(const pugi::xml_node& element, const art::Declarations& own, const CssAnimation& animation,
               const Keyframes& frames) {
        const auto id = [&] { return idOf(element); };
        const auto named = [&](const std::string& property) {
            return fmt::format("{} of the animation “{}”", property, animation.name.substr(0, 40));
        };
        std::set<std::string> properties;
        for (const auto& [at, declarations] : frames) {
            for (const auto& [property, value] : declarations) {
                properties.insert(property);
            }
        }
        for (const auto& property : properties) {
            if (property == "transform") {
                if (!transform(element, own, animation, frames, id)) {
                    lose(named("the transform"));
                }
            } else if (property == "opacity") {
                opacity(element, own, animation, frames, id());
            } else if (property == "stroke-dashoffset") {
                if (!line(element, own, animation, frames, id)) {
                    lose(named(property));
                }
            } else if (property != "animation-timing-function" && !property.starts_with('-')) {
                lose(named(property));
            }
        }
    }

    template <typename Value>
    static FoundMotion keyed(const CssAnimation& animation, const Keyframes& frames, const char* property,
                             Point rest, Value value) {
        FoundMotion motion = animation.times;
        motion.length = std::max(1, motion.length);
        motion.rest = rest;
        const auto add = [&](double at, Point point, const std::optional<model::Easing>& easing) {
            motion.keys.push_back({at, point, easing});
        };
        for (const auto& [at, declarations] : frames) {
            const auto found = declarations.find(property);
            if (found == declarations.end()) {
                continue;
            }
            if (motion.keys.empty() && at > 0) {
                add(0, rest, animation.easing);
            }
            const auto own = declarations.find("animation-timing-function");
            add(at, value(found->second),
                own == declarations.end() ? animation.easing
                                          : timingFunction(own->second).value_or(*animation.easing));
        }
        if (motion.keys.back().at < 1) {
            add(1, rest, {});
        }
        return animation.reverse ? backwards(std::move(motion)) : motion;
    }

    template <typename Id>
    bool transform(const pugi::xml_node& element, const art::Declarations& own, const CssAnimation& animation,
                   const Keyframes& frames, Id id) {
        const Matrix before = art::parseTransform(element.attribute("transform").value()).value_or(Matrix{});
        const bool isMove = before.a == 1 && before.b == 0 && before.c == 0 && before.d == 1;
        if (!isMove || m_style.isMovedByStyle(element)) {
            return false; // it takes the place of a transform that turns or grows by itself
        }
        for (const auto& [at, declarations] : frames) {
            const auto found = declarations.find("transform");
            if (found != declarations.end() && !stepsOf(found->second)) {
                return false;
            }
        }
        const auto name = id();
        const auto pivot = origin(element, own);
        const Matrix outer = outerMap(element);
        const auto read = [&](const std::string& text) { return stepsOf(text).value_or(TransformSteps()); };
        const auto way = keyed(animation, frames, "transform", {}, [&](const std::string& text) {
            const Point it = read(text).way;
            const Point beside{it.x - before.e, it.y - before.f};
            return Point{outer.a * beside.x + outer.c * beside.y, outer.b * beside.x + outer.d * beside.y};
        });
        const auto turn = keyed(animation, frames, "transform", {}, [&](const std::string& text) {
            return Point{read(text).turn * (outer.a * outer.d - outer.b * outer.c < 0 ? -1 : 1), 0};
        });
        const auto scale = keyed(animation, frames, "transform", {1, 1},
                                 [&](const std::string& text) { return read(text).scale; });
        const auto moves = [](const FoundMotion& it) {
            return std::ranges::any_of(it.keys, [&](const MotionKey& key) { return key.value != it.rest; });
        };
        const bool isEven =
            std::ranges::all_of(scale.keys, [](const MotionKey& key) { return key.value.x == key.value.y; });
        const bool isUpright = std::abs(outer.b) < 1e-9 && std::abs(outer.c) < 1e-9;
        const bool needsPivot = moves(turn) || moves(scale);
        if ((!isEven && !isUpright) || (needsPivot && (!pivot || before.e != 0 || before.f != 0))) {
            return false;
        }
        for (auto [motion, what] :
             {std::pair(way, Moved::Place), {turn, Moved::Turn}, {scale, Moved::Scale}}) {
            if (moves(motion)) {
                motion.id = name;
                motion.what = what;
                motion.pivot = pivot.value_or(Point());
                m_found.motions.push_back(std::move(motion));
            }
        }
        return true;
    }

    void opacity(pugi::xml_node element, const art::Declarations& own, const CssAnimation& animation,
                 const Keyframes& frames, const std::string& id) {
        const auto text = get(own, "opacity");
        const double now = text.empty() ? 1 : std::clamp(std::strtod(text.c_str(), nullptr), 0.0, 1.0);
        auto motion = keyed(animation, frames, "opacity", {now, 0}, [](const std::string& value) {
            const double number = std::strtod(value.c_str(), nullptr);
            return Point{std::clamp(value.ends_with('%') ? number / 100 : number, 0.0, 1.0), 0};
        });
        motion.id = id;
        motion.what = Moved::Opacity;
        m_found.motions.push_back(std::move(motion));
        silence(element, "opacity: 1 !important");
    }

    template <typename Id>
    bool line(pugi::xml_node element, const art::Declarations& own, const CssAnimation& animation,
              const Keyframes& frames, Id id) {
        const auto dashes = art::splitTrimmed(get(own, "stroke-dasharray"), " ,");
        const double whole = dashes.empty() ? 0 : std::strtod(dashes.front().c_str(), nullptr);
        const double gap = dashes.size() > 1 ? std::strtod(dashes[1].c_str(), nullptr) : whole;
        if (whole <= 0 || gap < whole * 0.98) {
            return false;
        }
        const auto seen = [whole](const std::string& value) {
            return Point{std::clamp(1 - std::abs(std::strtod(value.c_str(), nullptr)) / whole, 0.0, 1.0), 0};
        };
        const auto now = get(own, "stroke-dashoffset");
        auto motion =
            keyed(animation, frames, "stroke-dashoffset", now.empty() ? Point{1, 0} : seen(now), seen);
        motion.id = id();
        motion.what = Moved::Draw;
        m_found.motions.push_back(std::move(motion));
        silence(element, "stroke-dasharray: none !important");
        return true;
    }

    pugi::xml_document& m_document;
    const std::function<std::optional<Rect>(const std::string&)>& m_boundsOf;
    MotionsFound& m_found;
    MotionStyle m_style;
    std::map<std::string, Keyframes> m_keyframes;
};

}

void takeCssAnimations(pugi::xml_document& document,
                       const std::function<std::optional<Rect>(const std::string&)>& boundsOf,
                       MotionsFound& found) {
    CssReader(document, boundsOf, found).run();
}

}
