// SPDX-License-Identifier: MIT
#include "core/art/svg_style_sheet.h"

#include "core/art/css_text.h"
#include "core/art/losses.h"

#include <algorithm>
#include <array>
#include <optional>

namespace scaena::art {

namespace {

/// In the order of the alphabet, to be looked up.
constexpr std::array kProperties = std::to_array<std::string_view>({"animation",
                                                                    "animation-delay",
                                                                    "animation-direction",
                                                                    "animation-duration",
                                                                    "animation-fill-mode",
                                                                    "animation-iteration-count",
                                                                    "animation-name",
                                                                    "animation-timing-function",
                                                                    "clip-path",
                                                                    "clip-rule",
                                                                    "color",
                                                                    "display",
                                                                    "fill",
                                                                    "fill-opacity",
                                                                    "fill-rule",
                                                                    "filter",
                                                                    "font-family",
                                                                    "font-size",
                                                                    "font-style",
                                                                    "font-weight",
                                                                    "image-rendering",
                                                                    "isolation",
                                                                    "letter-spacing",
                                                                    "marker",
                                                                    "marker-end",
                                                                    "marker-mid",
                                                                    "marker-start",
                                                                    "mask",
                                                                    "mask-type",
                                                                    "mix-blend-mode",
                                                                    "opacity",
                                                                    "overflow",
                                                                    "paint-order",
                                                                    "stop-color",
                                                                    "stop-opacity",
                                                                    "stroke",
                                                                    "stroke-alignment",
                                                                    "stroke-dasharray",
                                                                    "stroke-dashoffset",
                                                                    "stroke-linecap",
                                                                    "stroke-linejoin",
                                                                    "stroke-miterlimit",
                                                                    "stroke-opacity",
                                                                    "stroke-width",
                                                                    "text-anchor",
                                                                    "transform",
                                                                    "transform-box",
                                                                    "transform-origin",
                                                                    "vector-effect",
                                                                    "visibility"});

constexpr std::size_t kMostCompounds = 8;
constexpr int kFarthestAncestor = 64;

bool isKnown(std::string_view property) {
    return std::binary_search(kProperties.begin(), kProperties.end(), property);
}

/// Of an SVG 1.1 or 2 presentation attribute; the others count in rules and style attributes only.
bool isPresentation(std::string_view property) {
    return property != "transform" && property != "marker" && property != "stroke-alignment";
}

bool isNameCharacter(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' ||
           c == '_' || static_cast<unsigned char>(c) >= 0x80 || c == '\\';
}

/// A name as selectors have it, with its escapes taken out.
std::string takeName(std::string_view& text) {
    std::string name;
    while (!text.empty() && isNameCharacter(text.front())) {
        if (text.front() == '\\' && text.size() > 1) {
            text.remove_prefix(1);
        }
        name += text.front();
        text.remove_prefix(1);
    }
    return name;
}

pugi::xml_node elementBefore(pugi::xml_node element) {
    do {
        element = element.previous_sibling();
    } while (element && element.type() != pugi::node_element);
    return element;
}

/// The words of a class attribute.
template <class Use>
void eachWord(std::string_view text, Use use) {
    constexpr std::string_view kSpace = " \t\r\n\f";
    while (!text.empty()) {
        const auto end = std::min(text.find_first_of(kSpace), text.size());
        if (end > 0) {
            use(text.substr(0, end));
        }
        text.remove_prefix(std::min(end + 1, text.size()));
    }
}

bool hasWord(std::string_view text, std::string_view word) {
    bool found = false;
    eachWord(text, [&](std::string_view it) { found = found || it == word; });
    return found;
}

void writeOver(Declarations& into, const Declarations& from) {
    for (const auto& [property, value] : from) {
        into[property] = value;
    }
}

}

DeclarationList parseDeclarations(std::string_view text) {
    DeclarationList list;
    for (const auto& part : splitTrimmed(text, ";")) {
        const auto colon = part.find(':');
        if (colon == std::string::npos) {
            continue;
        }
        const auto property = stripped(std::string_view(part).substr(0, colon));
        auto value = stripped(std::string_view(part).substr(colon + 1));
        if (!isKnown(property)) {
            continue;
        }
        const auto mark = value.rfind('!');
        const bool important =
            mark != std::string_view::npos && stripped(value.substr(mark + 1)) == "important";
        value = important ? stripped(value.substr(0, mark)) : value;
        auto& into = important ? list.important : list.plain;
        into[std::string(property)] = std::string(value);
        if (property == "marker") {
            for (const char* each : {"marker-start", "marker-mid", "marker-end"}) {
                into[each] = std::string(value);
            }
        }
    }
    return list;
}

/// False for what is not understood, pseudo-classes above all.
bool StyleSheet::parseSelector(std::string_view text, Rule& rule) {
    text = stripped(text);
    char joined = ' ';
    while (!text.empty()) {
        Compound compound;
        compound.joined = joined;
        bool any = false;
        while (!text.empty() &&
               std::string_view(" \t\r\n\f>+~").find(text.front()) == std::string_view::npos) {
            const char kind = text.front();
            any = true;
            if (kind == '*') {
                text.remove_prefix(1);
            } else if (kind == '.' || kind == '#') {
                text.remove_prefix(1);
                auto name = takeName(text);
                if (name.empty()) {
                    return false;
                }
                rule.specificity += kind == '#' ? 10'000 : 100;
                kind == '#' ? compound.id = std::move(name) : compound.classes.emplace_back(std::move(name));
            } else if (kind == '[') {
                const auto end = text.find(']');
                if (end == std::string_view::npos) {
                    return false;
                }
                auto inside = stripped(text.substr(1, end - 1));
                text.remove_prefix(end + 1);
                Compound::Attribute attribute{takeName(inside), {}, '\0'};
                inside = stripped(inside);
                if (!inside.empty()) {
                    attribute.match = inside.front();
                    inside.remove_prefix(attribute.match == '=' ? 1
                                                                : std::min<std::size_t>(2, inside.size()));
                    inside = stripped(inside);
                    if (inside.size() >= 2 && (inside.front() == '"' || inside.front() == '\'')) {
                        inside = inside.substr(1, inside.size() - 2);
                    }
                    attribute.value = std::string(inside);
                }
                if (attribute.name.empty() ||
                    std::string_view("\0=~^$*|", 7).find(attribute.match) == std::string_view::npos) {
                    return false;
                }
                rule.specificity += 100;
                compound.attributes.push_back(std::move(attribute));
            } else if (isNameCharacter(kind)) {
                compound.type = takeName(text);
                rule.specificity += 1;
            } else {
                return false;
            }
        }
        if (!any) {
            return false;
        }
        rule.compounds.push_back(std::move(compound));
        // What joins it to the next one: a sign with space around it, or space alone.
        text = stripped(text);
        joined = !text.empty() && std::string_view(">+~").find(text.front()) != std::string_view::npos
                     ? text.front()
                     : ' ';
        text = joined == ' ' ? text : stripped(text.substr(1));
        if (joined != ' ' && text.empty()) {
            return false;
        }
    }
    return !rule.compounds.empty() && rule.compounds.size() <= kMostCompounds;
}

void StyleSheet::add(std::string_view css, std::vector<std::string>& losses) {
    const std::string text = withoutComments(css);
    std::string_view rest = text;
    while (true) {
        rest = stripped(rest);
        // Statements such as @import and @charset end with a semicolon, before any rule.
        if (const auto end = rest.find_first_of(";{");
            !rest.empty() && rest.front() == '@' && end != std::string_view::npos && rest[end] == ';') {
            if (!rest.starts_with("@charset")) {
                noteLoss(losses, "a style rule “" +
                                     std::string(rest.substr(0, std::min<std::size_t>(end, 60))) + "”");
            }
            rest.remove_prefix(end + 1);
            continue;
        }
        if (rest.starts_with("<!--") || rest.starts_with("-->")) {
            rest.remove_prefix(rest.front() == '<' ? 4 : 3);
            continue;
        }
        const auto open = rest.find('{');
        const auto close = rest.find('}', open);
        if (open == std::string_view::npos || close == std::string_view::npos) {
            break;
        }
        const auto selectors = stripped(rest.substr(0, open));
        if (!selectors.empty() && selectors.front() == '@') {
            noteLoss(losses, "a style rule “" + std::string(selectors.substr(0, 60)) + "”");
            // Rules within an at-rule are left out with it: skip to its closing brace.
            std::size_t depth = 0;
            std::size_t i = open;
            for (; i < rest.size(); ++i) {
                depth += rest[i] == '{' ? 1 : 0;
                if (rest[i] == '}' && --depth == 0) {
                    break;
                }
            }
            rest = rest.substr(std::min(rest.size(), i + 1));
            continue;
        }
        const auto declarations = std::make_shared<const DeclarationList>(
            parseDeclarations(rest.substr(open + 1, close - open - 1)));
        const bool isEmpty = declarations->plain.empty() && declarations->important.empty();
        for (const auto& selector : isEmpty ? std::vector<std::string>() : splitTrimmed(selectors, ",")) {
            Rule rule;
            if (!parseSelector(selector, rule)) {
                noteLoss(losses, "the style selector “" + selector.substr(0, 60) + "”");
                continue;
            }
            const auto index = m_rules.size();
            rule.order = index;
            rule.declarations = declarations;
            const auto& last = rule.compounds.back();
            (!last.id.empty()        ? m_byId[last.id]
             : !last.classes.empty() ? m_byClass[last.classes.front()]
             : !last.type.empty()    ? m_byType[last.type]
                                     : m_others)
                .push_back(index);
            m_rules.push_back(std::move(rule));
        }
        rest = rest.substr(close + 1);
    }
}

bool StyleSheet::fits(const Compound& compound, const pugi::xml_node& element) {
    if (!compound.type.empty() && compound.type != std::string_view(element.name())) {
        return false;
    }
    if (!compound.id.empty() && compound.id != element.attribute("id").value()) {
        return false;
    }
    const std::string_view classes = compound.classes.empty() ? "" : element.attribute("class").value();
    const bool inAll = std::all_of(compound.classes.begin(), compound.classes.end(),
                                   [&](const std::string& name) { return hasWord(classes, name); });
    return inAll &&
           std::all_of(compound.attributes.begin(), compound.attributes.end(), [&](const auto& wanted) {
               const auto attribute = element.attribute(wanted.name.c_str());
               const std::string_view value = attribute.value();
               switch (wanted.match) {
               case '\0':
                   return bool(attribute);
               case '=':
                   return attribute && value == wanted.value;
               case '~':
                   return hasWord(value, wanted.value);
               case '^':
                   return !wanted.value.empty() && value.starts_with(wanted.value);
               case '$':
                   return !wanted.value.empty() && value.ends_with(wanted.value);
               case '*':
                   return !wanted.value.empty() && value.find(wanted.value) != std::string_view::npos;
               default:
                   return attribute && (value == wanted.value || value.starts_with(wanted.value + "-"));
               }
           });
}

/// Whether the compounds up to `last` fit, the last of them on the element itself.
bool StyleSheet::fits(const Rule& rule, std::size_t last, const pugi::xml_node& element) const {
    if (++m_steps > kMostSteps || !fits(rule.compounds[last], element)) {
        return false;
    }
    if (last == 0) {
        return true;
    }
    switch (rule.compounds[last].joined) {
    case '>':
        return element.parent() && fits(rule, last - 1, element.parent());
    case '+':
        return elementBefore(element) && fits(rule, last - 1, elementBefore(element));
    case '~':
        for (auto it = elementBefore(element); it; it = elementBefore(it)) {
            if (fits(rule, last - 1, it)) {
                return true;
            }
        }
        return false;
    default:
        int steps = 0;
        for (auto it = element.parent(); it && steps < kFarthestAncestor; it = it.parent(), ++steps) {
            if (fits(rule, last - 1, it)) {
                return true;
            }
        }
        return false;
    }
}

void StyleSheet::apply(const pugi::xml_node& element, DeclarationList& into) const {
    if (m_rules.empty()) {
        return;
    }
    std::vector<std::size_t> candidates = m_others;
    const auto take = [&](const auto& map, const std::string& key) {
        if (const auto found = map.find(key); found != map.end()) {
            candidates.insert(candidates.end(), found->second.begin(), found->second.end());
        }
    };
    take(m_byType, element.name());
    if (const auto id = element.attribute("id"); id && !m_byId.empty()) {
        take(m_byId, id.value());
    }
    std::vector<std::string_view> names;
    if (const auto attribute = element.attribute("class"); attribute && !m_byClass.empty()) {
        eachWord(attribute.value(), [&](std::string_view name) { names.push_back(name); });
        std::sort(names.begin(), names.end());
        names.erase(std::unique(names.begin(), names.end()), names.end());
        for (const auto& name : names) {
            take(m_byClass, std::string(name));
        }
    }
    std::erase_if(candidates, [&](std::size_t index) {
        const auto& rule = m_rules[index];
        const auto& only = rule.compounds.back();
        // A single class was looked up already; an element of ten thousand need not be read again for each.
        const bool isPlainClass = rule.compounds.size() == 1 && only.classes.size() == 1 &&
                                  only.type.empty() && only.id.empty() && only.attributes.empty();
        return !isPlainClass && !fits(rule, rule.compounds.size() - 1, element);
    });
    std::sort(candidates.begin(), candidates.end(), [&](std::size_t a, std::size_t b) {
        const auto& left = m_rules[a];
        const auto& right = m_rules[b];
        return left.specificity != right.specificity ? left.specificity < right.specificity
                                                     : left.order < right.order;
    });
    for (const auto index : candidates) {
        writeOver(into.plain, m_rules[index].declarations->plain);
        writeOver(into.important, m_rules[index].declarations->important);
    }
}

Declarations cascade(const pugi::xml_node& element, const StyleSheet& sheet) {
    DeclarationList values;
    for (const auto& attribute : element.attributes()) {
        const std::string_view name = attribute.name();
        if (isKnown(name) && isPresentation(name)) {
            values.plain.emplace(name, stripped(attribute.value()));
        }
    }
    sheet.apply(element, values);
    if (const auto style = element.attribute("style")) {
        const auto own = parseDeclarations(withoutComments(style.value()));
        writeOver(values.plain, own.plain);
        writeOver(values.important, own.important);
    }
    writeOver(values.plain, values.important);
    return std::move(values.plain);
}

}
