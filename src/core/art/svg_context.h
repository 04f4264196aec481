// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/budget.h"
#include "core/art/svg_gradients.h"

#include <array>

namespace scaena::art {

/// What all parts of the reader share while one document is read.
struct SvgContext {
    explicit SvgContext(std::vector<std::string>& allLosses) : losses(allLosses) {}
    SvgContext(const SvgContext&) = delete;
    SvgContext& operator=(const SvgContext&) = delete;

    /// Finds ids and rules of style.
    void index(const pugi::xml_node& root);

    void lose(const std::string& what) const;
    [[nodiscard]] double diagonal() const;
    /// The computed style of an element, from the root on.
    [[nodiscard]] Style styleOf(const pugi::xml_node& element) const;
    /// The element that `href` names, or none.
    [[nodiscard]] pugi::xml_node referenced(const pugi::xml_node& element) const;
    /// The element that "url(#id)" names, or none.
    [[nodiscard]] pugi::xml_node byUrl(const std::string& text) const;
    /// By the style property or the attribute, about the origin that is named; `box` is the element's own, if
    /// it is known.
    [[nodiscard]] Matrix transformOf(const pugi::xml_node& element, const Declarations& own,
                                     const Rect& box) const;

    std::vector<std::string>& losses;
    Budget budget;
    StyleSheet sheet;
    ElementsById elements;
    Size view;    ///< what percentages refer to
    Rect viewBox; ///< of the whole
    SvgGradients gradients{elements, sheet, view, losses};
};

/// " on “id”", or nothing.
[[nodiscard]] std::string on(const pugi::xml_node& element);
/// A file's text as it may stand in a sentence.
[[nodiscard]] std::string shortened(std::string_view text);
/// The value of a property, or nothing where it is not given.
[[nodiscard]] std::string_view valueOf(const Declarations& own, std::string_view property);
std::string_view valueOf(Declarations&&, std::string_view) = delete; ///< it would outlive what it looks at
/// Whether a property is given and not `none`.
[[nodiscard]] bool isGiven(const Declarations& own, std::string_view property);
[[nodiscard]] double opacityOf(const Declarations& own);

[[nodiscard]] bool paintsNothing(std::string_view elementName);
[[nodiscard]] bool isAnimation(std::string_view elementName);

}
