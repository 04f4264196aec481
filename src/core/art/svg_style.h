// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

#include <map>
#include <pugixml.hpp>

namespace scaena::art {

/// Property values as written, by property name.
using Declarations = std::map<std::string, std::string, std::less<>>;

/// "a: b; c: d" as a map; later declarations win.
[[nodiscard]] Declarations parseDeclarations(std::string_view text);

/// The rules of a document's <style> elements that Scaena understands: type, class and id selectors, alone or
/// as compounds of one element (`path.a`), and lists of them.
class StyleSheet {
public:
    void add(std::string_view css, std::vector<std::string>& losses);
    /// Adds the declarations that fit the element to `into`, the more specific ones last.
    void apply(const pugi::xml_node& element, Declarations& into) const;

private:
    struct Rule {
        std::string type, id;
        std::vector<std::string> classes;
        int specificity = 0;
        Declarations declarations;
    };
    [[nodiscard]] static bool fits(const Rule& rule, const pugi::xml_node& element);
    std::vector<Rule> m_rules; // by specificity, then by order
};

/// The cascaded values of an element: presentation attributes, then style rules, then its style attribute.
[[nodiscard]] Declarations cascade(const pugi::xml_node& element, const StyleSheet& sheet);

/// The inherited properties of SVG that Scaena carries, computed.
struct Style {
    std::string fill = "black";
    std::string stroke = "none";
    std::string colour = ""; ///< value of `color`; empty: left to whoever shows the art
    double fillOpacity = 1, strokeOpacity = 1;
    FillRule fillRule = FillRule::NonZero, clipRule = FillRule::NonZero;
    Stroke line; ///< all but its paint
    bool visible = true;

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
/// The id in "url(#id)", "#id", or empty.
[[nodiscard]] std::string referencedId(std::string_view text);

}
