// SPDX-License-Identifier: MIT
#include "core/art/svg_style.h"

#include "core/art/losses.h"

#include "core/art/scanner.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace scaena::art {

namespace {

std::string_view stripped(std::string_view text) {
    const auto from = text.find_first_not_of(" \t\r\n\f");
    if (from == std::string_view::npos) {
        return {};
    }
    return text.substr(from, text.find_last_not_of(" \t\r\n\f") - from + 1);
}

std::vector<std::string> splitTrimmed(std::string_view text, std::string_view separators) {
    std::vector<std::string> parts;
    while (!text.empty()) {
        const auto at = text.find_first_of(separators);
        if (const auto part = stripped(text.substr(0, at)); !part.empty()) {
            parts.emplace_back(part);
        }
        text = at == std::string_view::npos ? std::string_view{} : text.substr(at + 1);
    }
    return parts;
}

std::string withoutComments(std::string_view css) {
    std::string out;
    while (true) {
        const auto open = css.find("/*");
        out += css.substr(0, open);
        if (open == std::string_view::npos) {
            return out;
        }
        const auto close = css.find("*/", open + 2);
        if (close == std::string_view::npos) {
            return out;
        }
        css.remove_prefix(close + 2);
    }
}

constexpr std::array kPresentation = std::to_array<std::string_view>({"fill",
                                                                      "fill-opacity",
                                                                      "fill-rule",
                                                                      "stroke",
                                                                      "stroke-opacity",
                                                                      "stroke-width",
                                                                      "stroke-linecap",
                                                                      "stroke-linejoin",
                                                                      "stroke-miterlimit",
                                                                      "stroke-dasharray",
                                                                      "stroke-dashoffset",
                                                                      "color",
                                                                      "opacity",
                                                                      "clip-path",
                                                                      "clip-rule",
                                                                      "display",
                                                                      "visibility",
                                                                      "stop-color",
                                                                      "stop-opacity",
                                                                      "filter",
                                                                      "mask",
                                                                      "mix-blend-mode",
                                                                      "marker-start",
                                                                      "marker-mid",
                                                                      "marker-end"});

FillRule ruleFrom(std::string_view text) { return text == "evenodd" ? FillRule::EvenOdd : FillRule::NonZero; }

}

Declarations parseDeclarations(std::string_view text) {
    Declarations declarations;
    for (const auto& part : splitTrimmed(text, ";")) {
        if (const auto colon = part.find(':'); colon != std::string::npos) {
            auto value = std::string(stripped(std::string_view(part).substr(colon + 1)));
            if (const auto important = value.find("!important"); important != std::string::npos) {
                value = std::string(stripped(std::string_view(value).substr(0, important)));
            }
            declarations[std::string(stripped(std::string_view(part).substr(0, colon)))] = value;
        }
    }
    return declarations;
}

void StyleSheet::add(std::string_view css, std::vector<std::string>& losses) {
    const std::string text = withoutComments(css);
    std::string_view rest = text;
    while (true) {
        const auto open = rest.find('{');
        const auto close = rest.find('}', open);
        if (open == std::string_view::npos || close == std::string_view::npos) {
            break;
        }
        const auto selectors = stripped(rest.substr(0, open));
        if (!selectors.empty() && selectors.front() == '@') {
            noteLoss(losses, "a style rule “" + std::string(selectors) + "”");
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
        const auto declarations = parseDeclarations(rest.substr(open + 1, close - open - 1));
        for (const auto& selector : splitTrimmed(selectors, ",")) {
            if (selector.find_first_of(" >+~[:") != std::string::npos) {
                noteLoss(losses, "the style selector “" + selector + "”");
                continue;
            }
            Rule rule;
            rule.declarations = declarations;
            std::size_t i = 0;
            while (i < selector.size()) {
                const auto next = selector.find_first_of(".#", i + 1);
                const auto piece = selector.substr(i, next - i);
                if (piece.front() == '.') {
                    rule.classes.push_back(piece.substr(1));
                    rule.specificity += 100;
                } else if (piece.front() == '#') {
                    rule.id = piece.substr(1);
                    rule.specificity += 10'000;
                } else if (piece != "*") {
                    rule.type = piece;
                    rule.specificity += 1;
                }
                i = std::min(next, selector.size());
            }
            m_rules.push_back(std::move(rule));
        }
        rest = rest.substr(close + 1);
    }
    std::stable_sort(m_rules.begin(), m_rules.end(),
                     [](const Rule& a, const Rule& b) { return a.specificity < b.specificity; });
}

bool StyleSheet::fits(const Rule& rule, const pugi::xml_node& element) {
    if (!rule.type.empty() && rule.type != element.name()) {
        return false;
    }
    if (!rule.id.empty() && rule.id != element.attribute("id").value()) {
        return false;
    }
    const auto classes = splitTrimmed(element.attribute("class").value(), " \t\r\n");
    return std::all_of(rule.classes.begin(), rule.classes.end(), [&](const std::string& c) {
        return std::find(classes.begin(), classes.end(), c) != classes.end();
    });
}

void StyleSheet::apply(const pugi::xml_node& element, Declarations& into) const {
    for (const auto& rule : m_rules) {
        if (fits(rule, element)) {
            for (const auto& [property, value] : rule.declarations) {
                into[property] = value;
            }
        }
    }
}

Declarations cascade(const pugi::xml_node& element, const StyleSheet& sheet) {
    Declarations values;
    for (const auto property : kPresentation) {
        if (const auto attribute = element.attribute(std::string(property).c_str())) {
            values[std::string(property)] = std::string(stripped(attribute.value()));
        }
    }
    sheet.apply(element, values);
    for (const auto& [property, value] : parseDeclarations(element.attribute("style").value())) {
        values[property] = value;
    }
    return values;
}

Style Style::inheritedBy(const Declarations& own, double diagonal) const {
    Style style = *this;
    const auto with = [&own](const char* property, auto use) {
        if (const auto found = own.find(property); found != own.end() && found->second != "inherit") {
            use(found->second);
        }
    };
    const auto length = [&](const std::string& text, double standard) {
        return std::max(0.0, parseLength(text, diagonal).value_or(standard));
    };
    with("fill", [&](const auto& v) { style.fill = v; });
    with("stroke", [&](const auto& v) { style.stroke = v; });
    with("color", [&](const auto& v) { style.colour = v; });
    with("fill-opacity", [&](const auto& v) { style.fillOpacity = parseUnit(v, 1); });
    with("stroke-opacity", [&](const auto& v) { style.strokeOpacity = parseUnit(v, 1); });
    with("fill-rule", [&](const auto& v) { style.fillRule = ruleFrom(v); });
    with("clip-rule", [&](const auto& v) { style.clipRule = ruleFrom(v); });
    with("visibility", [&](const auto& v) { style.visible = v == "visible"; });
    with("stroke-width", [&](const auto& v) { style.line.width = length(v, 1); });
    with("stroke-linecap", [&](const auto& v) {
        style.line.cap = v == "round" ? Cap::Round : v == "square" ? Cap::Square : Cap::Butt;
    });
    with("stroke-linejoin", [&](const auto& v) {
        style.line.join = v == "round" ? Join::Round : v == "bevel" ? Join::Bevel : Join::Miter;
    });
    with("stroke-miterlimit",
         [&](const auto& v) { style.line.miterLimit = std::max(1.0, parseLength(v, 1).value_or(4)); });
    with("stroke-dashoffset",
         [&](const auto& v) { style.line.dashOffset = parseLength(v, diagonal).value_or(0); });
    with("stroke-dasharray", [&](const auto& v) {
        style.line.dashes.clear();
        double sum = 0;
        for (const auto& part : splitTrimmed(v, ", \t\r\n")) {
            style.line.dashes.push_back(v == "none" ? 0 : length(part, 0));
            sum += style.line.dashes.back();
        }
        if (sum <= 0 || style.line.dashes.size() > 64) {
            style.line.dashes.clear(); // as the standard asks: a sum of zero means solid
        } else if (style.line.dashes.size() % 2 == 1) {
            const auto once = style.line.dashes;
            style.line.dashes.insert(style.line.dashes.end(), once.begin(), once.end());
        }
    });
    return style;
}

std::optional<double> parseLength(std::string_view text, double whole) {
    Scanner in(text);
    in.skipSpace();
    const auto value = in.number();
    if (!value) {
        return std::nullopt;
    }
    if (in.peek() == '%') {
        return *value / 100 * whole;
    }
    const auto unit = in.letters();
    constexpr std::array<std::pair<std::string_view, double>, 9> kUnits = {{{"", 1},
                                                                            {"px", 1},
                                                                            {"pt", 96.0 / 72},
                                                                            {"pc", 16},
                                                                            {"mm", 96 / 25.4},
                                                                            {"cm", 96 / 2.54},
                                                                            {"in", 96},
                                                                            {"em", 16},
                                                                            {"ex", 8}}};
    for (const auto& [name, factor] : kUnits) {
        if (unit == name) {
            return *value * factor;
        }
    }
    return std::nullopt;
}

double parseUnit(std::string_view text, double standard) {
    return std::clamp(parseLength(text, 1).value_or(standard), 0.0, 1.0);
}

std::optional<Matrix> parseTransform(std::string_view text) {
    Matrix whole;
    Scanner in(text);
    in.skipSeparator();
    while (!in.atEnd()) {
        const auto name = in.letters();
        in.skipSpace();
        if (name.empty() || in.take() != '(') {
            return std::nullopt;
        }
        std::vector<double> v;
        in.skipSpace();
        while (in.peek() != ')') {
            const auto value = in.number();
            if (!value || v.size() > 6) {
                return std::nullopt;
            }
            v.push_back(*value);
            in.skipSeparator();
        }
        in.take();
        in.skipSeparator();
        const std::size_t n = v.size();
        const double radians = std::numbers::pi / 180;
        if (name == "matrix" && n == 6) {
            whole = whole * Matrix{v[0], v[1], v[2], v[3], v[4], v[5]};
        } else if (name == "translate" && (n == 1 || n == 2)) {
            whole = whole * Matrix::translation(v[0], n == 2 ? v[1] : 0);
        } else if (name == "scale" && (n == 1 || n == 2)) {
            whole = whole * Matrix::scaling(v[0], n == 2 ? v[1] : v[0]);
        } else if (name == "rotate" && n == 1) {
            whole = whole * Matrix::rotation(v[0]);
        } else if (name == "rotate" && n == 3) {
            whole = whole * Matrix::translation(v[1], v[2]) * Matrix::rotation(v[0]) *
                    Matrix::translation(-v[1], -v[2]);
        } else if (name == "skewX" && n == 1) {
            whole = whole * Matrix{1, 0, std::tan(v[0] * radians), 1, 0, 0};
        } else if (name == "skewY" && n == 1) {
            whole = whole * Matrix{1, std::tan(v[0] * radians), 0, 1, 0, 0};
        } else {
            return std::nullopt;
        }
    }
    return whole;
}

std::string referencedId(std::string_view text) {
    const auto hash = text.find('#');
    if (hash == std::string_view::npos || (hash != 0 && text.substr(0, 4) != "url(")) {
        return {};
    }
    const auto end = text.find_first_of(")\"' ", hash);
    return std::string(text.substr(hash + 1, end == std::string_view::npos ? end : end - hash - 1));
}

}
