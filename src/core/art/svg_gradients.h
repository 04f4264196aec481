// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/svg_style.h"

#include <unordered_map>

namespace scaena::art {

using ElementsById = std::unordered_map<std::string, pugi::xml_node>;

/// The gradient element `id` as it paints a shape with these bounds, in the shape's coordinates; attributes
/// and stops are inherited along `href`. Nothing if there is no such gradient. A gradient of one stop or with
/// a degenerate vector becomes a plain colour, as SVG asks.
/// The gradients of a document. Each is read once, however many shapes it paints.
class SvgGradients {
public:
    /// All of it has to live as long as this does.
    SvgGradients(const ElementsById& elements, const StyleSheet& sheet, const Size& view,
                 std::vector<std::string>& losses)
        : m_elements(elements), m_sheet(sheet), m_view(view), m_losses(losses) {}

    /// What it paints within these bounds; nothing if there is no gradient of that id.
    [[nodiscard]] std::optional<Paint> paint(const std::string& id, const Rect& shapeBounds, double opacity);

    /// Whether it runs from a circle that is no point beside its middle, which only pictures can show.
    [[nodiscard]] bool isBetweenCircles(const pugi::xml_node& element) const;

private:
    struct Read {
        std::vector<pugi::xml_node> chain; ///< the element and those it inherits from, nearest first
        std::vector<GradientStop> stops;   ///< wholly opaque paint
    };
    const Read& read(const std::string& id, const pugi::xml_node& element);
    [[nodiscard]] std::vector<GradientStop> stopsOf(const std::vector<pugi::xml_node>& chain);
    [[nodiscard]] std::optional<Colour> currentColour(pugi::xml_node element) const;

    const ElementsById& m_elements;
    const StyleSheet& m_sheet;
    const Size& m_view;
    std::vector<std::string>& m_losses;
    std::unordered_map<std::string, Read> m_read;
};

}
