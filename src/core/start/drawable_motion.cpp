// SPDX-License-Identifier: MIT
#include "core/start/drawable_motion.h"

#include "core/art/css_text.h"
#include "core/art/losses.h"
#include "core/model/limits.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <pugixml.hpp>

namespace scaena::start {

namespace {

constexpr int kDeepestSet = 12;
constexpr Millis kUsualLength = 300; // of an animator that tells none (ValueAnimator)

std::string attributeOf(const pugi::xml_node& node, const char* name) {
    return std::string(art::stripped(node.attribute((std::string("android:") + name).c_str()).value()));
}

std::optional<double> number(const std::string& text) {
    char* end = nullptr;
    const double value = std::strtod(text.c_str(), &end);
    return end != text.c_str() && std::isfinite(value) ? std::optional(std::clamp(value, -1e6, 1e6))
                                                       : std::nullopt;
}

/// A curve laid down in straight lines.
template <typename Curve>
model::Easing sampled(Curve curve) {
    model::LinearStops stops;
    for (int i = 0; i <= 40; ++i) {
        stops.stops.push_back({i / 40.0, curve(i / 40.0)});
    }
    stops.stops.front().value = 0;
    stops.stops.back().value = 1;
    return stops;
}

/// BounceInterpolator: four parabolas.
double bounced(double t) {
    const auto part = [](double x) { return x * x * 8; };
    t *= 1.1226;
    return t < 0.3535   ? part(t)
           : t < 0.7408 ? part(t - 0.54719) + 0.7
           : t < 0.9644 ? part(t - 0.8526) + 0.9
                        : part(t - 1.0435) + 0.95;
}

/// AnticipateOvershootInterpolator with its standard tension of 2 · 1.5.
double anticipated(double t) {
    constexpr double s = 3;
    const auto before = [](double x) { return x * x * ((s + 1) * x - s); };
    const auto after = [](double x) { return x * x * ((s + 1) * x + s); };
    return t < 0.5 ? 0.5 * before(t * 2) : 0.5 * (after(t * 2 - 2) + 2);
}

/// Where a group stands by its attributes: pivot, way, turn and scale (VectorDrawable).
struct GroupPose {
    Point pivot, way, scale{1, 1};
    double turn = 0;
    [[nodiscard]] Matrix matrix() const {
        return Matrix::translation(way.x + pivot.x, way.y + pivot.y) * Matrix::rotation(turn) *
               Matrix::scaling(scale.x, scale.y) * Matrix::translation(-pivot.x, -pivot.y);
    }
};

GroupPose poseOf(const pugi::xml_node& group, const AndroidValues& values) {
    const auto value = [&](const char* name, double standard) {
        const auto text = attributeOf(group, name);
        return number(values.text(text).value_or(text)).value_or(standard);
    };
    return {{value("pivotX", 0), value("pivotY", 0)},
            {value("translateX", 0), value("translateY", 0)},
            {value("scaleX", 1), value("scaleY", 1)},
            value("rotation", 0)};
}

struct Animator {
    std::string property;
    Millis begin = 0, length = kUsualLength;
    int times = 1;
    bool forEver = false, alternate = false;
    std::vector<std::pair<double, std::optional<double>>> values; ///< nothing: as it is when it begins
    std::vector<std::optional<model::Easing>> easings;            ///< of the interval behind each value
};

class MotionReader {
public:
    MotionReader(const AndroidValues& values, MotionsFound& found) : m_values(values), m_found(found) {}

    void run(const pugi::xml_node& animated, pugi::xml_node vector) {
        m_vector = vector;
        for (const auto& target : animated.children("target")) {
            const auto name = attributeOf(target, "name");
            auto element = named(vector, name);
            std::vector<Animator> animators;
            pugi::xml_document elsewhere;
            if (const auto node = animationOf(target, elsewhere)) {
                (void)read(node, 0, animators, 0);
            } else {
                lose(fmt::format("the animation of “{}”, which is not there", name.substr(0, 40)));
            }
            for (const auto& animator : animators) {
                if (element) {
                    apply(element, name, animator);
                } else {
                    lose(fmt::format("the animation of “{}”, which the vector does not have",
                                     name.substr(0, 40)));
                }
            }
        }
    }

private:
    void lose(const std::string& what) { art::noteLoss(m_found.losses, what); }

    static pugi::xml_node named(const pugi::xml_node& vector, const std::string& name) {
        if (name == attributeOf(vector, "name")) {
            return vector;
        }
        return vector.find_node(
            [&](const pugi::xml_node& it) { return !name.empty() && name == attributeOf(it, "name"); });
    }

    /// What a reference leads to, or what stands in its place (aapt:attr).
    pugi::xml_node within(const pugi::xml_node& node, const char* which) const {
        for (const auto& child : node.children("aapt:attr")) {
            if (child.attribute("name").value() == std::string("android:") + which) {
                return child.first_child();
            }
        }
        return {};
    }

    pugi::xml_node animationOf(const pugi::xml_node& target, pugi::xml_document& elsewhere) const {
        if (const auto inside = within(target, "animation")) {
            return inside;
        }
        const auto xml = m_values.drawable(attributeOf(target, "animation"));
        return xml && elsewhere.load_buffer(xml->data(), xml->size()) ? elsewhere.document_element()
                                                                      : pugi::xml_node();
    }

    /// Returns when the last of it ends.
    Millis read(const pugi::xml_node& node, Millis begin, std::vector<Animator>& into, int depth) {
        const std::string_view kind = node.name();
        begin += millis(node, "startOffset", 0);
        if (kind == "set" && depth < kDeepestSet) {
            const bool inTurn = attributeOf(node, "ordering") == "sequentially";
            Millis end = begin;
            for (const auto& child : node.children()) {
                if (child.type() == pugi::node_element && std::string_view(child.name()) != "aapt:attr") {
                    end = std::max(end, read(child, inTurn ? end : begin, into, depth + 1));
                }
            }
            return end;
        }
        if (kind != "objectAnimator" && kind != "animator") {
            return begin;
        }
        Animator animator;
        animator.begin = begin;
        animator.length = std::max(1, millis(node, "duration", kUsualLength));
        const auto repeats = attributeOf(node, "repeatCount");
        const auto count = repeats == "infinite" ? -1 : number(repeats).value_or(0);
        animator.forEver = count < 0;
        animator.times = static_cast<int>(std::clamp(count + 1, 1.0, 1000.0));
        animator.alternate = attributeOf(node, "repeatMode") == "reverse";
        const auto easing = interpolatorOf(node).value_or(model::CubicBezier{0.37, 0, 0.63, 1});
        const Millis end = begin + animator.length * animator.times;
        const auto holders = node.children("propertyValuesHolder");
        if (holders.begin() == holders.end()) {
            animator.property = attributeOf(node, "propertyName");
            addEnds(node, easing, animator);
            into.push_back(std::move(animator));
            return end;
        }
        for (const auto& holder : holders) {
            Animator one = animator;
            one.property = attributeOf(holder, "propertyName");
            for (const auto& frame : holder.children("keyframe")) {
                one.values.emplace_back(number(attributeOf(frame, "fraction")).value_or(0),
                                        value(frame, "value"));
                // A keyframe's interpolator eases the interval that arrives at it.
                if (one.values.size() > 1) {
                    one.easings.push_back(interpolatorOf(frame).value_or(model::kLinear));
                }
            }
            if (one.values.empty()) {
                addEnds(holder, easing, one);
            }
            into.push_back(std::move(one));
        }
        return end;
    }

    [[nodiscard]] Millis millis(const pugi::xml_node& node, const char* name, Millis standard) const {
        const auto text = attributeOf(node, name);
        const auto value = number(m_values.text(text).value_or(text));
        return value ? static_cast<Millis>(std::clamp(*value, 0.0, double(model::limits::kLongest)))
                     : standard;
    }

    [[nodiscard]] std::optional<double> value(const pugi::xml_node& node, const char* name) const {
        const auto text = attributeOf(node, name);
        return number(m_values.text(text).value_or(text));
    }

    void addEnds(const pugi::xml_node& node, const model::Easing& easing, Animator& animator) const {
        animator.values = {{0, value(node, "valueFrom")}, {1, value(node, "valueTo")}};
        animator.easings = {easing};
    }

    [[nodiscard]] std::optional<model::Easing> interpolatorOf(const pugi::xml_node& node) {
        if (const auto inside = within(node, "interpolator")) {
            return curve(inside);
        }
        const auto reference = attributeOf(node, "interpolator");
        if (reference.empty()) {
            return {};
        }
        if (const auto known = platformInterpolator(reference)) {
            return known;
        }
        pugi::xml_document document;
        const auto xml = m_values.drawable(reference);
        const auto read = xml && document.load_buffer(xml->data(), xml->size())
                              ? curve(document.document_element())
                              : std::nullopt;
        if (!read) {
            lose("the interpolator " + reference.substr(0, 60));
        }
        return read;
    }

    /// A pathInterpolator: its two handles, or a path of one curve between (0, 0) and (1, 1).
    static std::optional<model::Easing> curve(const pugi::xml_node& node) {
        const auto bezier = [](double x1, double y1, double x2, double y2) -> model::Easing {
            return model::CubicBezier{std::clamp(x1, 0.0, 1.0), y1, std::clamp(x2, 0.0, 1.0), y2};
        };
        if (std::string_view(node.name()) != "pathInterpolator") {
            return platformInterpolator("@android:interpolator/" + snake(node.name()));
        }
        const auto x1 = number(attributeOf(node, "controlX1"));
        if (x1) {
            const auto at = [&](const char* name, double standard) {
                return number(attributeOf(node, name)).value_or(standard);
            };
            if (!node.attribute("android:controlX2")) { // one handle: a quadratic curve
                const double x = *x1, y = at("controlY1", 0);
                return bezier(x * 2 / 3, y * 2 / 3, x * 2 / 3 + 1.0 / 3, y * 2 / 3 + 1.0 / 3);
            }
            return bezier(*x1, at("controlY1", 0), at("controlX2", 1), at("controlY2", 1));
        }
        std::vector<double> n;
        auto data = attributeOf(node, "pathData");
        const bool isOneCurve = std::ranges::count_if(data, [](char c) { return c == 'C' || c == 'c'; }) == 1;
        for (char& c : data) {
            c = std::isalpha(static_cast<unsigned char>(c)) != 0 && c != 'e' ? ' ' : c;
        }
        for (const auto& word : art::splitTrimmed(data, " ,")) {
            n.push_back(std::strtod(word.c_str(), nullptr));
        }
        if (!isOneCurve || n.size() != 8) {
            return {};
        }
        return bezier(n[2], n[3], n[4], n[5]);
    }

    /// "accelerateInterpolator" as "accelerate".
    static std::string snake(std::string name) {
        const auto end = name.find("Interpolator");
        std::string out;
        for (const char c : name.substr(0, end)) {
            if (c >= 'A' && c <= 'Z') {
                out += '_';
                out += static_cast<char>(c - 'A' + 'a');
            } else {
                out += c;
            }
        }
        return out;
    }

    [[nodiscard]] Matrix outerOf(const pugi::xml_node& element) const {
        Matrix map;
        for (auto node = element.parent(); node && node != m_vector; node = node.parent()) {
            map = poseOf(node, m_values).matrix() * map;
        }
        return map;
    }

    void apply(pugi::xml_node element, const std::string& name, const Animator& animator) {
        FoundMotion motion;
        motion.id = element == m_vector ? std::string() : name;
        motion.begin = animator.begin;
        motion.length = animator.length;
        motion.times = animator.times;
        motion.forEver = animator.forEver;
        motion.alternate = animator.alternate;
        motion.staysAfter = true;
        const auto& property = animator.property;
        const Matrix outer = outerOf(element);
        const auto pose = poseOf(element, m_values);
        const bool isGroup = std::string_view(element.name()) == "group";
        std::function<Point(double)> beside;
        double now = 0;
        if (isGroup && (property == "translateX" || property == "translateY")) {
            const bool across = property == "translateX";
            now = across ? pose.way.x : pose.way.y;
            motion.what = Moved::Place;
            beside = [outer, across, now](double v) {
                const double by = v - now;
                return across ? Point{outer.a * by, outer.b * by} : Point{outer.c * by, outer.d * by};
            };
        } else if (isGroup && property == "rotation") {
            now = pose.turn;
            motion.what = Moved::Turn;
            beside = [now, sense = outer.a * outer.d - outer.b * outer.c < 0 ? -1 : 1](double v) {
                return Point{(v - now) * sense, 0};
            };
        } else if (isGroup && (property == "scaleX" || property == "scaleY")) {
            const bool isUpright =
                std::abs(std::remainder(pose.turn, 180)) < 1e-6 && std::abs(outer.b) < 1e-9;
            if (!isUpright) {
                lose(fmt::format("the growing of “{}”, which is turned", name.substr(0, 40)));
                return;
            }
            const bool across = property == "scaleX";
            now = across ? pose.scale.x : pose.scale.y;
            motion.what = Moved::Scale;
            motion.rest = across ? Point{now, 1} : Point{1, now};
            beside = [across](double v) { return across ? Point{v, 1} : Point{1, v}; };
            put(element, property.c_str(), 1);
        } else if (property == "fillAlpha" || property == "strokeAlpha" ||
                   (property == "alpha" && !isGroup)) {
            now = number(attributeOf(element, property.c_str())).value_or(1);
            motion.what = Moved::Opacity;
            motion.rest = {now, 0};
            beside = [](double v) { return Point{std::clamp(v, 0.0, 1.0), 0}; };
            put(element, property.c_str(), 1);
        } else if (property == "trimPathEnd") {
            now = number(attributeOf(element, "trimPathEnd")).value_or(1);
            motion.what = Moved::Draw;
            motion.rest = {now, 0};
            beside = [](double v) { return Point{std::clamp(v, 0.0, 1.0), 0}; };
            put(element, "trimPathEnd", 1);
        } else {
            lose(fmt::format("the animation of {} on “{}”",
                             property.empty() ? "a path" : property.substr(0, 30), name.substr(0, 40)));
            return;
        }
        motion.pivot = outer.map({pose.pivot.x + pose.way.x, pose.pivot.y + pose.way.y});
        for (std::size_t i = 0; i < animator.values.size(); ++i) {
            const auto& [at, v] = animator.values[i];
            motion.keys.push_back({std::clamp(at, 0.0, 1.0), beside(v.value_or(now)),
                                   i < animator.easings.size() ? animator.easings[i] : std::nullopt});
        }
        add(std::move(motion));
    }

    /// Fill and stroke that fade alike, and both scales that grow alike, are one thing.
    void add(FoundMotion motion) {
        for (auto& it : m_found.motions) {
            const bool sameTimes =
                it.id == motion.id && it.what == motion.what && it.begin == motion.begin &&
                it.length == motion.length && it.keys.size() == motion.keys.size() &&
                std::ranges::equal(it.keys, motion.keys, {}, &MotionKey::at, &MotionKey::at);
            if (!sameTimes) {
                continue;
            }
            if (it.what == Moved::Opacity) {
                return;
            }
            if (it.what == Moved::Scale || it.what == Moved::Place) {
                for (std::size_t i = 0; i < it.keys.size(); ++i) {
                    auto& value = it.keys[i].value;
                    const auto& other = motion.keys[i].value;
                    value = it.what == Moved::Scale ? Point{value.x * other.x, value.y * other.y}
                                                    : Point{value.x + other.x, value.y + other.y};
                }
                it.rest = {it.rest.x * (it.what == Moved::Scale ? motion.rest.x : 1),
                           it.rest.y * (it.what == Moved::Scale ? motion.rest.y : 1)};
                return;
            }
        }
        if (m_found.motions.size() < kMostMotions) {
            m_found.motions.push_back(std::move(motion));
        }
    }

    static void put(pugi::xml_node element, const char* name, double value) {
        const auto full = std::string("android:") + name;
        auto it = element.attribute(full.c_str());
        (it ? it : element.append_attribute(full.c_str())).set_value(value);
    }

    const AndroidValues& m_values;
    MotionsFound& m_found;
    pugi::xml_node m_vector;
};

}

std::optional<model::Easing> platformInterpolator(const std::string& reference) {
    auto name = reference.substr(reference.rfind('/') + 1);
    if (const auto end = name.find("_interpolator"); end != std::string::npos) {
        name.resize(end);
    }
    using model::CubicBezier;
    // Polynomials of the third degree at most are Bézier curves whose x runs evenly.
    static const std::pair<const char*, model::Easing> known[] = {
        {"linear", model::kLinear},
        {"fast_out_slow_in", CubicBezier{0.4, 0, 0.2, 1}},
        {"fast_out_linear_in", CubicBezier{0.4, 0, 1, 1}},
        {"linear_out_slow_in", CubicBezier{0, 0, 0.2, 1}},
        {"accelerate_decelerate", CubicBezier{0.37, 0, 0.63, 1}},
        {"accelerate", CubicBezier{1.0 / 3, 0, 2.0 / 3, 1.0 / 3}},
        {"accelerate_quad", CubicBezier{1.0 / 3, 0, 2.0 / 3, 1.0 / 3}},
        {"accelerate_cubic", CubicBezier{1.0 / 3, 0, 2.0 / 3, 0}},
        {"decelerate", CubicBezier{1.0 / 3, 2.0 / 3, 2.0 / 3, 1}},
        {"decelerate_quad", CubicBezier{1.0 / 3, 2.0 / 3, 2.0 / 3, 1}},
        {"decelerate_cubic", CubicBezier{1.0 / 3, 1, 2.0 / 3, 1}},
        {"overshoot", CubicBezier{1.0 / 3, 5.0 / 3, 2.0 / 3, 1}},
        {"anticipate", CubicBezier{1.0 / 3, 0, 2.0 / 3, -2.0 / 3}},
        {"anticipate_overshoot", sampled(anticipated)},
        {"bounce", sampled(bounced)}};
    for (const auto& [word, easing] : known) {
        if (name == word) {
            return easing;
        }
    }
    return {};
}

MotionsFound readDrawableMotion(std::string_view text, const AndroidValues& values, std::string& still) {
    MotionsFound found;
    pugi::xml_document document;
    if (!document.load_buffer(text.data(), text.size()) ||
        std::string_view(document.document_element().name()) != "animated-vector") {
        return found;
    }
    const auto animated = document.document_element();
    pugi::xml_document elsewhere;
    pugi::xml_node vector =
        animated.find_node([](const pugi::xml_node& it) { return std::string_view(it.name()) == "vector"; });
    if (!vector) {
        const auto xml = values.drawable(attributeOf(animated, "drawable"));
        if (!xml || !elsewhere.load_buffer(xml->data(), xml->size()) ||
            std::string_view(elsewhere.document_element().name()) != "vector") {
            return found;
        }
        vector = elsewhere.document_element();
    }
    MotionReader(values, found).run(animated, vector);
    struct Writer : pugi::xml_writer {
        std::string out;
        void write(const void* data, std::size_t size) override {
            out.append(static_cast<const char*>(data), size);
        }
    } writer;
    vector.print(writer, "", pugi::format_raw);
    still = std::move(writer.out);
    if (still.find("xmlns:android") == std::string::npos) {
        const auto name = still.find("vector");
        still.insert(name + 6, " xmlns:android=\"http://schemas.android.com/apk/res/android\"");
    }
    return found;
}

}
