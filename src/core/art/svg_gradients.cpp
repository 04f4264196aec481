// SPDX-License-Identifier: MIT
#include "core/art/svg_gradients.h"

#include "core/art/css_colour.h"
#include "core/art/losses.h"
#include "core/art/svg_shapes.h"

#include <algorithm>
#include <cmath>

namespace scaena::art {

namespace {

constexpr int kLongestChain = 16;
constexpr std::size_t kMostStops = 256;

pugi::xml_attribute hrefOf(const pugi::xml_node& element) {
    const auto plain = element.attribute("href");
    return plain ? plain : element.attribute("xlink:href");
}

/// The element and those it inherits from, nearest first.
std::vector<pugi::xml_node> chainOf(pugi::xml_node element, const ElementsById& elements) {
    std::vector<pugi::xml_node> chain;
    while (element && chain.size() < kLongestChain) {
        chain.push_back(element);
        const auto next = elements.find(referencedId(hrefOf(element).value()));
        element = next == elements.end() ? pugi::xml_node{} : next->second;
    }
    return chain;
}

std::string_view attributeOf(const std::vector<pugi::xml_node>& chain, const char* name) {
    for (const auto& element : chain) {
        if (const auto attribute = element.attribute(name)) {
            return attribute.value();
        }
    }
    return {};
}

}

/// The colour that is inherited where the stop stands.
std::optional<Colour> SvgGradients::currentColour(pugi::xml_node element) const {
    for (int steps = 0; element && steps < 64; element = element.parent(), ++steps) {
        const auto own = cascade(element, m_sheet);
        if (const auto colour = own.find("color"); colour != own.end() && colour->second != "inherit") {
            return parseCssColour(colour->second);
        }
    }
    return std::nullopt;
}

std::vector<GradientStop> SvgGradients::stopsOf(const std::vector<pugi::xml_node>& chain) {
    std::vector<GradientStop> stops;
    for (const auto& element : chain) {
        for (const auto& child : element.children("stop")) {
            const auto style = cascade(child, m_sheet);
            const auto colour = style.find("stop-color");
            const auto alpha = style.find("stop-opacity");
            GradientStop stop{parseUnit(child.attribute("offset").value(), 0), Colour{0, 0, 0, 255}};
            if (colour != style.end() &&
                (colour->second == "currentColor" || colour->second == "currentcolor")) {
                const auto current = currentColour(child);
                if (!current) {
                    noteLoss(m_losses, "the surrounding colour within a gradient (it is shown black)");
                }
                stop.colour = current.value_or(stop.colour);
            } else if (colour != style.end()) {
                stop.colour = parseCssColour(colour->second).value_or(stop.colour);
            }
            const double part = alpha == style.end() ? 1 : parseUnit(alpha->second, 1);
            stop.colour.a = static_cast<std::uint8_t>(std::lround(stop.colour.a * part));
            stop.at = stops.empty() ? stop.at : std::max(stop.at, stops.back().at);
            stops.push_back(stop);
        }
        if (!stops.empty()) {
            break;
        }
    }
    return stops;
}

const SvgGradients::Read& SvgGradients::read(const std::string& id, const pugi::xml_node& element) {
    const auto known = m_read.find(id);
    if (known != m_read.end()) {
        return known->second;
    }
    Read read;
    read.chain = chainOf(element, m_elements);
    read.stops = stopsOf(read.chain);
    if (read.stops.size() > kMostStops) {
        noteLoss(m_losses, "the finest steps of a gradient of more than 256 colours");
        std::vector<GradientStop> fewer;
        for (std::size_t i = 0; i < kMostStops; ++i) { // the first and the last among them
            fewer.push_back(read.stops[i * (read.stops.size() - 1) / (kMostStops - 1)]);
        }
        read.stops = std::move(fewer);
    }
    return m_read.emplace(id, std::move(read)).first->second;
}

bool SvgGradients::isBetweenCircles(const pugi::xml_node& element) const {
    if (std::string_view(element.name()) != "radialGradient") {
        return false;
    }
    const auto chain = chainOf(element, m_elements);
    const auto inner = parseLength(attributeOf(chain, "fr"), 1).value_or(0);
    const auto beside = [&](const char* focus, const char* centre) {
        const auto text = attributeOf(chain, focus);
        const auto middle = attributeOf(chain, centre);
        return !text.empty() && text != (middle.empty() ? "50%" : middle);
    };
    const bool repeats =
        !attributeOf(chain, "spreadMethod").empty() && attributeOf(chain, "spreadMethod") != "pad";
    return inner > 0 && (repeats || beside("fx", "cx") || beside("fy", "cy"));
}

std::optional<Paint> SvgGradients::paint(const std::string& id, const Rect& box, double opacity) {
    const auto found = m_elements.find(id);
    if (found == m_elements.end()) {
        return std::nullopt;
    }
    const std::string_view kind = found->second.name();
    if (kind != "linearGradient" && kind != "radialGradient") {
        return std::nullopt;
    }
    const Read& known = read(id, found->second);
    const auto& chain = known.chain;
    const Size view = m_view;
    Gradient gradient;
    gradient.radial = kind == "radialGradient";
    gradient.stops = known.stops;
    for (auto& stop : gradient.stops) {
        stop.colour.a = static_cast<std::uint8_t>(std::lround(stop.colour.a * opacity));
    }
    const auto spread = attributeOf(chain, "spreadMethod");
    gradient.spread = spread == "reflect"  ? Spread::Reflect
                      : spread == "repeat" ? Spread::Repeat
                                           : Spread::Pad;
    const bool byBox = attributeOf(chain, "gradientUnits") != "userSpaceOnUse";
    const Size whole = byBox ? Size{1, 1} : view;
    const auto length = [&](const char* name, double of, std::string_view standard) {
        const auto text = attributeOf(chain, name);
        return parseLength(text.empty() ? standard : text, of).value_or(0);
    };
    if (gradient.stops.empty() || (byBox && (box.width <= 0 || box.height <= 0))) {
        return Paint{};
    }
    if (gradient.stops.size() == 1) {
        return Paint{gradient.stops.front().colour};
    }
    Matrix map = byBox ? Matrix{box.width, 0, 0, box.height, box.x, box.y} : Matrix{};
    if (const auto transform = attributeOf(chain, "gradientTransform"); !transform.empty()) {
        map = map * parseTransform(transform).value_or(Matrix{});
    }
    if (map.a * map.d - map.b * map.c == 0) {
        return Paint{}; // what cannot be turned back paints nothing (SVG 2 §14.2)
    }
    if (gradient.radial) {
        gradient.end = {length("cx", whole.width, "50%"), length("cy", whole.height, "50%")};
        gradient.radius = length("r", byBox ? 1 : diagonalOf(view), "50%");
        const auto focus = [&](const char* name, double of, double standard) {
            const auto text = attributeOf(chain, name);
            return text.empty() ? standard : parseLength(text, of).value_or(standard);
        };
        gradient.start = {focus("fx", whole.width, gradient.end.x),
                          focus("fy", whole.height, gradient.end.y)};
        gradient.matrix = map;
        if (gradient.radius <= 0) {
            return Paint{gradient.stops.back().colour};
        }
        const double inner =
            std::clamp(length("fr", byBox ? 1 : diagonalOf(view), "0%"), 0.0, gradient.radius);
        for (auto& stop : gradient.stops) { // from the inner circle on
            stop.at = (inner + stop.at * (gradient.radius - inner)) / gradient.radius;
        }
        if (std::hypot(gradient.start.x - gradient.end.x, gradient.start.y - gradient.end.y) >
            gradient.radius * (1 + 1e-9)) {
            noteLoss(m_losses, "the focus of a gradient outside of its circle");
        }
    } else {
        gradient.start = {length("x1", whole.width, "0%"), length("y1", whole.height, "0%")};
        gradient.end = {length("x2", whole.width, "100%"), length("y2", whole.height, "0%")};
        if (gradient.start == gradient.end) {
            return Paint{gradient.stops.back().colour};
        }
        const auto line = mappedLine(gradient.start, gradient.end, map);
        gradient.start = line.start;
        gradient.end = line.end;
    }
    return Paint{std::move(gradient)};
}

}
