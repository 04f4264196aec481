// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/svg_context.h"

namespace scaena::art {

[[nodiscard]] inline bool isPainted(const Paint& paint) {
    return !std::holds_alternative<std::monostate>(paint);
}

/// A shape element with the fill and the line its style asks for.
class SvgPaints {
public:
    explicit SvgPaints(SvgContext& context) : m_it(context) {}

    /// Of the picture at its own size: what lines of constant width are measured in.
    void setUnitsPerPixel(double units) { m_unitsPerPixel = units; }

    /// `ctm`: from the shape's coordinates to the whole's.
    [[nodiscard]] Shape shape(const pugi::xml_node& element, const Declarations& own, const Style& style,
                              Path path, const Matrix& ctm) const;

private:
    [[nodiscard]] Paint paintFrom(const std::string& text, double opacity, const Style& style,
                                  const Rect& box, const pugi::xml_node& element) const;
    void keepWidth(Stroke& stroke, const pugi::xml_node& element, const Matrix& ctm) const;

    SvgContext& m_it;
    double m_unitsPerPixel = 1;
};

}
