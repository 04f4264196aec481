// SPDX-License-Identifier: MIT
#include "export/android/vector_drawable.h"

#include "core/base/number_text.h"
#include "export/android/long_paths.h"
#include "export/common/xml.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

constexpr const char* kVectorNs = "http://schemas.android.com/apk/res/android";

/// Whether the map only moves, turns and scales evenly (mirroring allowed).
bool isSimilarity(const Matrix& m) {
    const double one = std::hypot(m.a, m.b);
    const double other = std::hypot(m.c, m.d);
    return std::abs(one - other) < 1e-6 * std::max(1.0, one) &&
           std::abs(m.a * m.c + m.b * m.d) < 1e-6 * std::max(1.0, one * other);
}

std::optional<std::string> whyNotPaint(const art::Paint& paint, const Matrix& map) {
    const auto* gradient = std::get_if<art::Gradient>(&paint);
    if (gradient && gradient->radial) {
        if (std::hypot(gradient->start.x - gradient->end.x, gradient->start.y - gradient->end.y) > 1e-6) {
            return "a radial gradient with a focus beside its centre";
        }
        if (!isSimilarity(map * gradient->matrix)) {
            return "a radial gradient that is not round";
        }
    }
    return std::nullopt;
}

constexpr const char* kTooLong = "a path of so many points";

double reachOf(const art::Shape& shape, const Matrix& map) {
    const bool hasStroke = !std::holds_alternative<std::monostate>(shape.stroke.paint);
    return hasStroke ? shape.stroke.width / 2 * std::max(1.0, shape.stroke.miterLimit) * map.meanScale() : 0;
}

std::optional<std::string> whyNotShape(const art::Shape& shape, const Matrix& map) {
    if (!pathTexts(art::mapped(shape.path, map), reachOf(shape, map))) {
        return kTooLong;
    }
    if (!std::holds_alternative<std::monostate>(shape.stroke.paint)) {
        if (!shape.stroke.dashes.empty()) {
            return "a dashed line";
        }
        if (!isSimilarity(map)) {
            return "a line under uneven scaling";
        }
        if (shape.opacity < 1 && !std::holds_alternative<std::monostate>(shape.fill)) {
            return "a half transparent shape with both fill and line";
        }
        if (auto why = whyNotPaint(shape.stroke.paint, map)) {
            return why;
        }
    }
    return whyNotPaint(shape.fill, map);
}

std::optional<std::string> whyNotGroup(const art::Group& group, const Matrix& outer) {
    const Matrix map = outer * group.transform;
    if (group.opacity < 1 && art::shapeCount(group) > 1) {
        return "a half transparent group of several shapes";
    }
    for (const auto& clip : group.clips) {
        if (clip.rule == art::FillRule::EvenOdd) {
            return "an even-odd clip";
        }
        if (!wholePathText(art::mapped(clip.path, map))) {
            return kTooLong;
        }
    }
    for (const auto& child : group.children) {
        if (const auto* picture = std::get_if<art::Picture>(&child)) {
            return picture->why;
        }
        const auto* shape = std::get_if<art::Shape>(&child);
        auto why = shape ? whyNotShape(*shape, map)
                         : whyNotGroup(*std::get<std::unique_ptr<art::Group>>(child), map);
        if (why) {
            return why;
        }
    }
    return std::nullopt;
}

/// It refuses a vector without a path, too: one that shows nothing gets a path that paints nothing.
std::string vectorText(pugi::xml_document& document) {
    auto root = document.document_element();
    if (!root.find_node([](const pugi::xml_node& node) { return std::string_view(node.name()) == "path"; })) {
        with(root.append_child("path"), "android:pathData", "M0,0");
    }
    return xmlText(document);
}

class VectorWriter {
public:
    explicit VectorWriter(const VectorOptions& options) : m_options(options) {}

    pugi::xml_node begin(pugi::xml_document& document) {
        auto root = document.append_child("vector");
        with(root, "xmlns:android", kVectorNs);
        with(root, "xmlns:aapt", "http://schemas.android.com/aapt");
        if (!m_options.vectorName.empty()) {
            with(root, "android:name", m_options.vectorName);
        }
        with(root, "android:width", numberText(m_options.size.width) + "dp");
        with(root, "android:height", numberText(m_options.size.height) + "dp");
        with(root, "android:viewportWidth", numberText(m_options.size.width));
        with(root, "android:viewportHeight", numberText(m_options.size.height));
        if (m_options.alpha < 1) {
            with(root, "android:alpha", numberText(m_options.alpha));
        }
        if (m_options.groupName.empty()) {
            return root;
        }
        auto group = root.append_child("group");
        with(group, "android:name", m_options.groupName);
        const auto& box = m_options.box;
        with(group, "android:pivotX", numberText(box.x + box.width * m_options.pivot.x));
        with(group, "android:pivotY", numberText(box.y + box.height * m_options.pivot.y));
        for (const auto& [name, value] : m_options.pose) {
            with(group, ("android:" + name).c_str(), numberText(value, 5));
        }
        return group;
    }

    void group(pugi::xml_node parent, const art::Group& group, const Matrix& outer, double outerOpacity) {
        const Matrix map = outer * group.transform;
        const double opacity = outerOpacity * group.opacity;
        for (const auto& clip : group.clips) {
            parent = parent.append_child(
                "group"); // each clip in a group of its own: they cut what the others left
            with(parent.append_child("clip-path"), "android:pathData",
                 wholePathText(art::mapped(clip.path, map)).value_or("M0,0"));
        }
        for (const auto& child : group.children) {
            if (const auto* shape = std::get_if<art::Shape>(&child)) {
                this->shape(parent, *shape, map, opacity);
            } else {
                this->group(parent, *std::get<std::unique_ptr<art::Group>>(child), map, opacity);
            }
        }
    }

private:
    /// Ids of the art are not written: the resource rules would take one such as "@x" for a reference, and
    /// the names of a vector are ours for its animation.
    void shape(pugi::xml_node parent, const art::Shape& shape, const Matrix& map, double outerOpacity) {
        const auto isGradient = [](const art::Paint& paint) {
            return std::holds_alternative<art::Gradient>(paint);
        };
        const bool hasFill = !std::holds_alternative<std::monostate>(shape.fill);
        const bool hasStroke =
            !std::holds_alternative<std::monostate>(shape.stroke.paint) && !m_options.fillsOnly;
        if (!hasFill && !hasStroke) {
            return;
        }
        const double opacity = outerOpacity * shape.opacity;
        const auto texts = pathTexts(art::mapped(shape.path, map), reachOf(shape, map));
        for (const auto& text : texts.value_or(std::vector<std::string>{})) {
            auto path = addPath(parent, text, shape.rule);
            if (hasFill) {
                paint(path, "android:fillColor", "android:fillAlpha", shape.fill, map, opacity);
            }
            if (hasStroke) {
                // The platform strokes with the fill's gradient where a path has one.
                if (hasFill && isGradient(shape.fill) && !isGradient(shape.stroke.paint)) {
                    path = addPath(parent, text, shape.rule);
                }
                stroke(path, shape.stroke, map, opacity);
            }
        }
    }

    /// The platform refuses an empty text where it expects a path.
    static pugi::xml_node addPath(pugi::xml_node parent, const std::string& text, art::FillRule rule) {
        auto path = parent.append_child("path");
        with(path, "android:pathData", text.empty() ? "M0,0" : text);
        if (rule == art::FillRule::EvenOdd) {
            with(path, "android:fillType", "evenOdd");
        }
        return path;
    }

    void stroke(pugi::xml_node path, const art::Stroke& stroke, const Matrix& map, double opacity) {
        static constexpr const char* caps[] = {"butt", "round", "square"};
        static constexpr const char* joins[] = {"miter", "round", "bevel"};
        with(path, "android:strokeWidth", numberText(stroke.width * map.meanScale()));
        with(path, "android:strokeLineCap", caps[static_cast<int>(stroke.cap)]);
        with(path, "android:strokeLineJoin", joins[static_cast<int>(stroke.join)]);
        with(path, "android:strokeMiterLimit", numberText(stroke.miterLimit));
        paint(path, "android:strokeColor", "android:strokeAlpha", stroke.paint, map, opacity);
    }

    void paint(pugi::xml_node path, const char* attribute, const char* alphaAttribute,
               const art::Paint& paint, const Matrix& map, double opacity) {
        if (const auto* colour = std::get_if<Colour>(&paint)) {
            with(path, attribute, androidColour(*colour));
        } else if (const auto* current = std::get_if<art::CurrentColour>(&paint)) {
            with(path, attribute, m_options.currentColour);
            opacity *= current->alpha;
        } else {
            gradient(path, attribute, std::get<art::Gradient>(paint), map);
        }
        if (opacity < 1) {
            with(path, alphaAttribute, numberText(opacity));
        }
    }

    static void gradient(pugi::xml_node path, const char* attribute, const art::Gradient& gradient,
                         const Matrix& map) {
        auto holder = path.append_child("aapt:attr");
        with(holder, "name", attribute);
        auto node = holder.append_child("gradient");
        static constexpr const char* modes[] = {"clamp", "mirror", "repeat"};
        const auto number = [&](const char* name, double value) { with(node, name, numberText(value)); };
        if (gradient.radial) {
            const Matrix whole = map * gradient.matrix;
            const Point centre = whole.map(gradient.end);
            with(node, "android:type", "radial");
            number("android:centerX", centre.x);
            number("android:centerY", centre.y);
            number("android:gradientRadius", gradient.radius * whole.meanScale());
        } else {
            // Even scaling keeps the normal of the lines of equal colour; the reader took care of everything
            // else.
            const auto [from, to] = art::mappedLine(gradient.start, gradient.end, map);
            with(node, "android:type", "linear");
            number("android:startX", from.x);
            number("android:startY", from.y);
            number("android:endX", to.x);
            number("android:endY", to.y);
        }
        with(node, "android:tileMode", modes[static_cast<int>(gradient.spread)]);
        for (const auto& stop : gradient.stops) {
            auto item = node.append_child("item");
            with(item, "android:offset", numberText(stop.at, 4));
            with(item, "android:color", androidColour(stop.colour));
        }
    }

    const VectorOptions& m_options;
};

}

std::string androidColour(Colour c) { return fmt::format("#{:02X}{:02X}{:02X}{:02X}", c.a, c.r, c.g, c.b); }

std::optional<std::string> whyNotVector(const art::Art& art) { return whyNotGroup(art.root, {}); }

std::string vectorDrawable(const art::Art& art, const VectorOptions& options) {
    pugi::xml_document document;
    VectorWriter writer(options);
    auto parent = writer.begin(document);
    const Matrix fit = art::fitInto(art.viewBox, options.box);
    // As in a browser, nothing outside of the art's viewBox is seen.
    auto clipped = parent.append_child("group");
    const auto& v = art.viewBox;
    with(clipped.append_child("clip-path"), "android:pathData",
         art::toText(art::mapped(art::rectPath(v, 0, 0), fit)));
    writer.group(clipped, art.root, fit, 1);
    return vectorText(document);
}

art::Art textArt(const art::Path& outline, Size size) {
    art::Art letters;
    letters.viewBox = {-size.width / 2, -size.height / 2, size.width, size.height};
    art::Shape shape;
    shape.path = outline;
    shape.fill = art::CurrentColour{};
    letters.root.children.emplace_back(std::move(shape));
    return letters;
}

}
