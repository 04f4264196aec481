// SPDX-License-Identifier: MIT
#include "core/art/read_vector_drawable.h"

#include "core/art/losses.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <pugixml.hpp>

namespace scaena::art {

namespace {

constexpr int kDeepestVector = 100;
constexpr double kLargestVector = 1e6;

double numberAt(const pugi::xml_node& node, const char* name, double standard) {
    const auto attribute = node.attribute(name);
    const double value = attribute ? attribute.as_double(standard) : standard;
    return std::isfinite(value) ? std::clamp(value, -kLargestVector, kLargestVector) : standard;
}

std::string_view attributeText(const pugi::xml_node& node, const char* name) {
    return node.attribute(name).value();
}

class DrawableReader {
public:
    DrawableReader(Art& art, const ColourLookup& lookUp) : m_art(art), m_lookUp(lookUp) {}

    void children(const pugi::xml_node& node, Group& into, int depth) {
        for (const auto& child : node.children()) {
            const std::string_view name = child.name();
            if (name == "group" && depth < kDeepestVector) {
                auto group = std::make_unique<Group>();
                group->id = child.attribute("android:name").value();
                group->transform = transformOf(child);
                children(child, *group, depth + 1);
                into.children.emplace_back(std::move(group));
            } else if (name == "clip-path") {
                into.clips.push_back({pathOf(child), ruleOf(child)});
            } else if (name == "path") {
                shape(child, into);
            } else if (name == "group") {
                noteLoss(m_art.losses, "groups nested deeper than a hundred times");
            }
        }
    }

private:
    static Matrix transformOf(const pugi::xml_node& node) {
        const double x = numberAt(node, "android:pivotX", 0);
        const double y = numberAt(node, "android:pivotY", 0);
        return Matrix::translation(numberAt(node, "android:translateX", 0) + x,
                                   numberAt(node, "android:translateY", 0) + y) *
               Matrix::rotation(numberAt(node, "android:rotation", 0)) *
               Matrix::scaling(numberAt(node, "android:scaleX", 1), numberAt(node, "android:scaleY", 1)) *
               Matrix::translation(-x, -y);
    }

    Path pathOf(const pugi::xml_node& node) {
        auto parsed = parsePath(attributeText(node, "android:pathData"));
        if (!parsed.complete) {
            noteLoss(m_art.losses, "the rest of a path that is not written correctly");
        }
        return std::move(parsed.path);
    }

    static FillRule ruleOf(const pugi::xml_node& node) {
        return attributeText(node, "android:fillType") == "evenOdd" ? FillRule::EvenOdd : FillRule::NonZero;
    }

    void shape(const pugi::xml_node& node, Group& into) {
        Shape shape;
        shape.id = node.attribute("android:name").value();
        shape.path = pathOf(node);
        shape.rule = ruleOf(node);
        shape.fill = paint(node, "android:fillColor", numberAt(node, "android:fillAlpha", 1));
        const double width = numberAt(node, "android:strokeWidth", 0);
        if (width > 0) {
            shape.stroke.paint = paint(node, "android:strokeColor", numberAt(node, "android:strokeAlpha", 1));
            shape.stroke.width = width;
            const auto cap = attributeText(node, "android:strokeLineCap");
            shape.stroke.cap = cap == "round" ? Cap::Round : cap == "square" ? Cap::Square : Cap::Butt;
            const auto join = attributeText(node, "android:strokeLineJoin");
            shape.stroke.join = join == "round" ? Join::Round : join == "bevel" ? Join::Bevel : Join::Miter;
            shape.stroke.miterLimit = numberAt(node, "android:strokeMiterLimit", 4);
        }
        if (node.attribute("android:trimPathStart") || node.attribute("android:trimPathEnd")) {
            noteLoss(m_art.losses, "trimmed paths (they are shown whole)");
        }
        if (!shape.path.isEmpty()) {
            into.children.emplace_back(std::move(shape));
        }
    }

    Paint paint(const pugi::xml_node& node, const char* attribute, double alpha) {
        for (const auto& child : node.children("aapt:attr")) {
            if (attributeText(child, "name") == attribute) {
                return gradient(child.child("gradient"), alpha);
            }
        }
        const auto text = attributeText(node, attribute);
        if (text.empty()) {
            return std::monostate{};
        }
        Colour colour = colourOf(text);
        colour.a = static_cast<std::uint8_t>(std::lround(colour.a * std::clamp(alpha, 0.0, 1.0)));
        return colour;
    }

    Colour colourOf(std::string_view text) {
        if (const auto colour = parseAndroidColour(text)) {
            return *colour;
        }
        if (const auto found = m_lookUp ? m_lookUp(std::string(text)) : std::nullopt) {
            return *found;
        }
        noteLoss(m_art.losses, "the colour " + std::string(text) + " (it is shown black)");
        return {0, 0, 0, 255};
    }

    Paint gradient(const pugi::xml_node& node, double alpha) {
        Gradient gradient;
        const auto type = attributeText(node, "android:type");
        gradient.radial = type == "radial";
        if (type == "sweep") {
            noteLoss(m_art.losses, "sweep gradients (they are shown as straight ones)");
        }
        if (gradient.radial) {
            gradient.end = {numberAt(node, "android:centerX", 0), numberAt(node, "android:centerY", 0)};
            gradient.start = gradient.end;
            gradient.radius = numberAt(node, "android:gradientRadius", 1);
        } else {
            gradient.start = {numberAt(node, "android:startX", 0), numberAt(node, "android:startY", 0)};
            gradient.end = {numberAt(node, "android:endX", 0), numberAt(node, "android:endY", 0)};
        }
        const auto addStop = [&](double at, std::string_view text) {
            Colour colour = colourOf(text);
            colour.a = static_cast<std::uint8_t>(std::lround(colour.a * std::clamp(alpha, 0.0, 1.0)));
            gradient.stops.push_back({std::clamp(at, 0.0, 1.0), colour});
        };
        for (const auto& item : node.children("item")) {
            addStop(numberAt(item, "android:offset", 0), attributeText(item, "android:color"));
        }
        if (gradient.stops.empty()) {
            for (const auto& [name, at] :
                 {std::pair{"android:startColor", 0.0}, std::pair{"android:centerColor", 0.5},
                  std::pair{"android:endColor", 1.0}}) {
                if (node.attribute(name)) {
                    addStop(at, attributeText(node, name));
                }
            }
        }
        return gradient.stops.empty() ? Paint(std::monostate{}) : Paint(std::move(gradient));
    }

    Art& m_art;
    const ColourLookup& m_lookUp;
};

}

std::optional<Colour> parseAndroidColour(std::string_view text) {
    if (text.empty() || text.front() != '#') {
        return {};
    }
    text.remove_prefix(1);
    unsigned value = 0;
    const auto result = std::from_chars(text.data(), text.data() + text.size(), value, 16);
    if (result.ec != std::errc() || result.ptr != text.data() + text.size()) {
        return {};
    }
    const auto nibble = [&](int at) { return static_cast<std::uint8_t>(((value >> (4 * at)) & 15) * 17); };
    const auto byte = [&](int at) { return static_cast<std::uint8_t>((value >> (8 * at)) & 255); };
    switch (text.size()) {
    case 3:
        return Colour{nibble(2), nibble(1), nibble(0), 255};
    case 4:
        return Colour{nibble(2), nibble(1), nibble(0), nibble(3)};
    case 6:
        return Colour{byte(2), byte(1), byte(0), 255};
    case 8:
        return Colour{byte(2), byte(1), byte(0), byte(3)};
    default:
        return {};
    }
}

bool isVectorDrawable(std::string_view text) {
    const auto found = text.find("<vector");
    return found != std::string_view::npos && found < 4096 && text.find("<svg") == std::string_view::npos;
}

Result<Art> readVectorDrawable(std::string_view text, const std::string& name, const ColourLookup& lookUp) {
    pugi::xml_document document;
    const auto parsed =
        document.load_buffer(text.data(), text.size(), pugi::parse_default, pugi::encoding_utf8);
    const auto root = document.child("vector");
    if (!parsed || !root) {
        return failure(ProblemKind::Unreadable,
                       "is not readable as a VectorDrawable: its root has to be <vector>", name);
    }
    Art art;
    art.viewBox = {0, 0, numberAt(root, "android:viewportWidth", 0),
                   numberAt(root, "android:viewportHeight", 0)};
    if (art.viewBox.width <= 0 || art.viewBox.height <= 0) {
        return failure(ProblemKind::Invalid, "has no viewport size", name);
    }
    art.root.opacity = std::clamp(numberAt(root, "android:alpha", 1), 0.0, 1.0);
    if (root.attribute("android:tint")) {
        noteLoss(art.losses, "its tint (recolour the art by the palette instead)");
    }
    DrawableReader(art, lookUp).children(root, art.root, 0);
    if (shapeCount(art.root) == 0) {
        return failure(ProblemKind::Invalid, "holds no path that can be seen", name);
    }
    return art;
}

}
