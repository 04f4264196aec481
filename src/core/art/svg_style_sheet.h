// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <memory>
#include <pugixml.hpp>
#include <string>
#include <unordered_map>
#include <vector>

namespace scaena::art {

/// Property values as written, by property name.
using Declarations = std::map<std::string, std::string, std::less<>>;

/// Those of a rule or an attribute, of the properties that Scaena carries or names as lost; what is
/// `!important` apart.
struct DeclarationList {
    Declarations plain, important;
};

/// "a: b; c: d"; later declarations win.
[[nodiscard]] DeclarationList parseDeclarations(std::string_view text);

/// The rules of a document's <style> elements: compounds of type, class, id and attribute selectors, joined
/// as descendants, children or siblings, and lists of them. What else a selector asks (`:hover`) is named as
/// lost. Looking up takes time that grows with the rules that may fit an element, not with all of them.
class StyleSheet {
public:
    void add(std::string_view css, std::vector<std::string>& losses);
    /// Writes the declarations that fit the element into `into`: the more specific ones last.
    void apply(const pugi::xml_node& element, DeclarationList& into) const;
    /// Whether matching took more steps than any picture's; then not every rule was applied.
    [[nodiscard]] bool isSpent() const { return m_steps > kMostSteps; }

private:
    static constexpr std::size_t kMostSteps = 20'000'000;
    struct Compound {
        std::string type, id;
        std::vector<std::string> classes;
        struct Attribute {
            std::string name, value;
            char match; ///< '\0': is there; '=' is; '~' a word of it; '^' begins, '$' ends, '*' holds; '|' or
                        ///< with a dash
        };
        std::vector<Attribute> attributes;
        char joined = ' '; ///< to the compound before: ' ', '>', '+' or '~'
    };
    struct Rule {
        std::vector<Compound> compounds; ///< as they are written
        int specificity = 0;
        std::size_t order = 0;
        std::shared_ptr<const DeclarationList> declarations;
    };
    static bool parseSelector(std::string_view text, Rule& rule);
    static bool fits(const Compound& compound, const pugi::xml_node& element);
    bool fits(const Rule& rule, std::size_t last, const pugi::xml_node& element) const;

    std::vector<Rule> m_rules;
    /// Indices of the rules by what their last compound asks for first: an id, else a class, else a type.
    std::unordered_map<std::string, std::vector<std::size_t>> m_byId, m_byClass, m_byType;
    std::vector<std::size_t> m_others;
    mutable std::size_t m_steps = 0; ///< of matching, in all; a hostile sheet ends somewhere
};

/// The cascaded values of an element: presentation attributes, style rules, its style attribute, then what is
/// important.
[[nodiscard]] Declarations cascade(const pugi::xml_node& element, const StyleSheet& sheet);

}
