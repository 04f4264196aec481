// SPDX-License-Identifier: MIT
#include "core/art/svg_paints.h"

#include "core/art/css_colour.h"
#include "core/art/svg_strokes.h"

#include <cmath>
#include <numeric>

namespace scaena::art {

namespace {

constexpr double kMostDashes = 20'000; // along one outline; more are a shade of grey

/// How far a pen goes along the path, roughly: from point to point, by the handles.
double rough(const Path& path) {
    double length = 0;
    for (std::size_t i = 1; i < path.points.size(); ++i) {
        length +=
            std::hypot(path.points[i].x - path.points[i - 1].x, path.points[i].y - path.points[i - 1].y);
    }
    return length;
}

std::size_t stopCount(const Paint& paint) {
    const auto* gradient = std::get_if<Gradient>(&paint);
    return gradient ? gradient->stops.size() : 0;
}

Colour withOpacity(Colour colour, double opacity) {
    colour.a = static_cast<std::uint8_t>(std::lround(colour.a * opacity));
    return colour;
}

}

Paint SvgPaints::paintFrom(const std::string& text, double opacity, const Style& style, const Rect& box,
                           const pugi::xml_node& element) const {
    if (text == "none" || text.empty()) {
        return {};
    }
    if (text == "currentColor" || text == "currentcolor") {
        if (const auto colour = parseCssColour(style.colour)) {
            return withOpacity(*colour, opacity);
        }
        return CurrentColour{opacity};
    }
    if (text.substr(0, 4) == "url(") {
        if (auto paint = m_it.gradients.paint(referencedId(text), box, opacity)) {
            return m_it.budget.stops(stopCount(*paint)) ? std::move(*paint) : Paint{};
        }
        const auto close = text.find(')');
        const auto fallback = close == std::string::npos ? std::string() : text.substr(close + 1);
        m_it.lose("the paint “" + shortened(text.substr(0, close + 1)) + "”" + on(element));
        // A colour may stand behind it, not one more reference (SVG 2 §13.2).
        const auto from = fallback.find_first_not_of(' ');
        return from == std::string::npos || fallback.compare(from, 4, "url(") == 0
                   ? Paint{}
                   : paintFrom(fallback.substr(from), opacity, style, box, element);
    }
    if (const auto colour = parseCssColour(text)) {
        return withOpacity(*colour, opacity);
    }
    m_it.lose("the paint “" + shortened(text) + "”" + on(element));
    return {};
}

Shape SvgPaints::shape(const pugi::xml_node& element, const Declarations& own, const Style& style, Path path,
                       const Matrix& ctm) const {
    const Rect box = bounds(path);
    Shape shape;
    shape.id = element.attribute("id").value();
    shape.path = std::move(path);
    shape.fill = paintFrom(style.fill, style.fillOpacity, style, box, element);
    shape.rule = style.fillRule;
    shape.stroke = style.line;
    if (const double told = parseLength(element.attribute("pathLength").value(), 0).value_or(0);
        told > 0 && !shape.stroke.dashes.empty()) {
        const double unit = lengthOf(shape.path) / told;
        for (auto& dash : shape.stroke.dashes) {
            dash *= unit;
        }
        shape.stroke.dashOffset *= unit;
    }
    giveDotsLength(shape.stroke);
    if (const double once = std::accumulate(shape.stroke.dashes.begin(), shape.stroke.dashes.end(), 0.0);
        once > 0 &&
        rough(shape.path) / once * static_cast<double>(shape.stroke.dashes.size()) > kMostDashes) {
        shape.stroke.dashes.clear();
        m_it.lose("dashes too small to be seen" + on(element));
    }
    shape.stroke.paint = paintFrom(style.stroke, style.strokeOpacity, style, box, element);
    shape.opacity = opacityOf(own);
    if (shape.stroke.width <= 0) {
        shape.stroke.paint = {};
    }
    if (valueOf(own, "vector-effect") == "non-scaling-stroke" && isPainted(shape.stroke.paint)) {
        keepWidth(shape.stroke, element, ctm);
    }
    return shape;
}

/// A line that keeps its width whatever scales it: as wide as at the picture's own size.
void SvgPaints::keepWidth(Stroke& stroke, const pugi::xml_node& element, const Matrix& ctm) const {
    const double scale = ctm.meanScale();
    const bool isEven = std::abs(std::hypot(ctm.a, ctm.b) - std::hypot(ctm.c, ctm.d)) < 1e-6 * scale &&
                        std::abs(ctm.a * ctm.c + ctm.b * ctm.d) < 1e-6 * scale * scale;
    if (!isEven || scale <= 0) {
        m_it.lose("a line that keeps its width under an uneven transform" + on(element));
        return;
    }
    const double factor = m_unitsPerPixel / scale;
    stroke.width *= factor;
    stroke.dashOffset *= factor;
    for (auto& dash : stroke.dashes) {
        dash *= factor;
    }
}

}
