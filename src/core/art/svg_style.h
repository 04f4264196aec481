// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/art/svg_style_sheet.h"

namespace scaena::art {

/// The inherited properties of SVG that Scaena carries, computed.
struct Style {
    std::string fill = "black";
    std::string stroke = "none";
    std::string colour = ""; ///< value of `color`; empty: left to whoever shows the art
    double fillOpacity = 1, strokeOpacity = 1;
    FillRule fillRule = FillRule::NonZero, clipRule = FillRule::NonZero;
    Stroke line;            ///< all but its paint
    std::string fontFamily; ///< as written
    bool visible = true;
    bool strokeFirst = false;                      ///< `paint-order` puts the line below the fill
    std::string markerStart, markerMid, markerEnd; ///< "url(#id)", or empty

    /// Values of a child with these declarations of its own. `diagonal` is what percentages of lengths refer
    /// to.
    [[nodiscard]] Style inheritedBy(const Declarations& own, double diagonal) const;
};

/// A length in user units; percentages are of `whole`. Units of CSS at 96 dpi; `em` is 16.
[[nodiscard]] std::optional<double> parseLength(std::string_view text, double whole);
/// A number or percentage within 0..1.
[[nodiscard]] double parseUnit(std::string_view text, double standard);
/// SVG's transform attribute; nothing if it is malformed.
[[nodiscard]] std::optional<Matrix> parseTransform(std::string_view text);
/// CSS's transform-origin within a box, by lengths, percentages and words; percentages of the view box count
/// from its corner, other lengths from the origin of coordinates unless `fromBox`. Nothing if it is
/// malformed.
[[nodiscard]] std::optional<Point> parseOrigin(std::string_view text, const Rect& box, bool fromBox);
/// The id in "url(#id)", "#id", or empty.
[[nodiscard]] std::string referencedId(std::string_view text);

}
