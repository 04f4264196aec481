// SPDX-License-Identifier: MIT
#include "core/art/read_vector_drawable.h"

#include "core/art/losses.h"
#include "core/art/trim_path.h"

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
    DrawableReader(Art& art, const DrawableLookup& lookUp) : m_art(art), m_lookUp(lookUp) {}

    /// A tint paints all in its colour; that of a theme is whatever the app says.
    void tint(const pugi::xml_node& root) {
        const auto text = attributeText(root, "android:tint");
        if (text.empty()) {
            return;
        }
        const auto mode = attributeText(root, "android:tintMode");
        if (!mode.empty() && mode != "src_in" && mode != "src_atop") {
            noteLoss(m_art.losses, "its tint, mixed by " + std::string(mode));
        } else if (text.front() == '?') {
            m_tint = Tint::OfTheme;
        } else {
            m_colour = colourOf(text);
            m_tint = Tint::Plain;
        }
    }

    void children(const pugi::xml_node& node, Group& whole, int depth) {
        Group* in = &whole;
        for (const auto& child : node.children()) {
            Group& into = *in;
            const std::string_view name = child.name();
            if (name == "group" && depth < kDeepestVector) {
                auto group = std::make_unique<Group>();
                group->id = child.attribute("android:name").value();
                group->transform = transformOf(child);
                children(child, *group, depth + 1);
                into.children.emplace_back(std::move(group));
            } else if (name == "clip-path") {
                // It cuts what comes after it in its group, and nothing before.
                auto cut = std::make_unique<Group>();
                cut->clips.push_back({pathOf(child), ruleOf(child)});
                in = cut.get();
                into.children.emplace_back(std::move(cut));
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
        const std::string written(attributeText(node, "android:pathData"));
        const auto found = !written.empty() && written.front() == '@' && m_lookUp.text
                               ? m_lookUp.text(written)
                               : std::nullopt;
        auto parsed = parsePath(found ? *found : written);
        if (!parsed.complete) {
            noteLoss(m_art.losses, "the rest of a path that is malformed or endless");
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
        shape.path = trimmed(shape.path, std::clamp(numberAt(node, "android:trimPathStart", 0), 0.0, 1.0),
                             std::clamp(numberAt(node, "android:trimPathEnd", 1), 0.0, 1.0),
                             std::clamp(numberAt(node, "android:trimPathOffset", 0), 0.0, 1.0));
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
        if (m_tint == Tint::OfTheme) {
            return CurrentColour{colour.a / 255.0};
        }
        return tinted(colour);
    }

    Colour colourOf(std::string_view text) {
        if (const auto colour = parseAndroidColour(text)) {
            return *colour;
        }
        if (const auto colour = systemColour(text)) {
            return *colour;
        }
        if (const auto found = m_lookUp.colour ? m_lookUp.colour(std::string(text)) : std::nullopt) {
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
        const auto tiles = attributeText(node, "android:tileMode");
        gradient.spread = tiles == "mirror" || tiles == "2"   ? Spread::Reflect
                          : tiles == "repeat" || tiles == "1" ? Spread::Repeat
                                                              : Spread::Pad;
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
            gradient.stops.push_back({std::clamp(at, 0.0, 1.0), tinted(colour)});
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

    [[nodiscard]] Colour tinted(Colour colour) const {
        if (m_tint != Tint::Plain) {
            return colour;
        }
        const auto alpha = static_cast<std::uint8_t>(std::lround(colour.a * m_colour.a / 255.0));
        return {m_colour.r, m_colour.g, m_colour.b, alpha};
    }

    enum class Tint { None, Plain, OfTheme };
    Art& m_art;
    const DrawableLookup& m_lookUp;
    Tint m_tint = Tint::None;
    Colour m_colour;
};

}

std::optional<Colour> systemColour(std::string_view reference) {
    constexpr std::string_view kOfPlatform = "@android:color/";
    if (!reference.starts_with(kOfPlatform)) {
        return std::nullopt;
    }
    struct Named {
        std::string_view name;
        Colour colour;
    };
    constexpr Named kColours[] = {{"white", {255, 255, 255, 255}},
                                  {"black", {0, 0, 0, 255}},
                                  {"transparent", {0, 0, 0, 0}},
                                  {"background_dark", {0, 0, 0, 255}},
                                  {"background_light", {255, 255, 255, 255}},
                                  {"darker_gray", {0xAA, 0xAA, 0xAA, 255}},
                                  {"holo_blue_bright", {0x00, 0xDD, 0xFF, 255}},
                                  {"holo_blue_dark", {0x00, 0x99, 0xCC, 255}},
                                  {"holo_blue_light", {0x33, 0xB5, 0xE5, 255}},
                                  {"holo_green_dark", {0x66, 0x99, 0x00, 255}},
                                  {"holo_green_light", {0x99, 0xCC, 0x00, 255}},
                                  {"holo_orange_dark", {0xFF, 0x88, 0x00, 255}},
                                  {"holo_orange_light", {0xFF, 0xBB, 0x33, 255}},
                                  {"holo_purple", {0xAA, 0x66, 0xCC, 255}},
                                  {"holo_red_dark", {0xCC, 0x00, 0x00, 255}},
                                  {"holo_red_light", {0xFF, 0x44, 0x44, 255}}};
    const auto found = std::find_if(std::begin(kColours), std::end(kColours), [&](const Named& it) {
        return it.name == reference.substr(kOfPlatform.size());
    });
    return found == std::end(kColours) ? std::nullopt : std::optional(found->colour);
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

Result<Art> readVectorDrawable(std::string_view text, const std::string& name, const DrawableLookup& lookUp) {
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
    // A viewport of other proportions than the picture is stretched onto it.
    const double width = numberAt(root, "android:width", art.viewBox.width);
    const double height = numberAt(root, "android:height", art.viewBox.height);
    const double skew = width * art.viewBox.height - height * art.viewBox.width;
    if (width > 0 && height > 0 && std::abs(skew) > 1e-6 * width * art.viewBox.height) {
        art.root.transform = Matrix::scaling(width / art.viewBox.width, height / art.viewBox.height);
        art.viewBox = {0, 0, width, height};
    }
    DrawableReader reader(art, lookUp);
    reader.tint(root);
    reader.children(root, art.root, 0);
    if (shapeCount(art.root) == 0) {
        return failure(ProblemKind::Invalid, "holds no path that can be seen", name);
    }
    return art;
}

}
