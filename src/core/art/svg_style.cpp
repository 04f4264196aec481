// SPDX-License-Identifier: MIT
#include "core/art/svg_style.h"

#include "core/art/css_text.h"
#include "core/art/scanner.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace scaena::art {

namespace {

FillRule ruleFrom(std::string_view text) { return text == "evenodd" ? FillRule::EvenOdd : FillRule::NonZero; }

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
    with("font-family", [&](const auto& v) { style.fontFamily = v; });
    with("paint-order", [&](const auto& v) {
        const auto line = v.find("stroke");
        const auto fill = v.find("fill");
        style.strokeFirst = line != std::string::npos && (fill == std::string::npos || line < fill);
    });
    const auto marker = [](const std::string& v) { return v == "none" ? std::string() : v; };
    with("marker", [&](const auto& v) { style.markerStart = style.markerMid = style.markerEnd = marker(v); });
    with("marker-start", [&](const auto& v) { style.markerStart = marker(v); });
    with("marker-mid", [&](const auto& v) { style.markerMid = marker(v); });
    with("marker-end", [&](const auto& v) { style.markerEnd = marker(v); });
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
            // Units are CSS's way of writing it.
            const auto unit = in.letters();
            const double turn = unit == "turn"   ? 360
                                : unit == "rad"  ? 180 / std::numbers::pi
                                : unit == "grad" ? 0.9
                                                 : 1;
            if (turn == 1 && !unit.empty() && unit != "deg" && unit != "px") {
                return std::nullopt;
            }
            v.push_back(*value * turn);
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
        } else if ((name == "translateX" || name == "translateY") && n == 1) {
            whole =
                whole * (name == "translateX" ? Matrix::translation(v[0], 0) : Matrix::translation(0, v[0]));
        } else if ((name == "scaleX" || name == "scaleY") && n == 1) {
            whole = whole * (name == "scaleX" ? Matrix::scaling(v[0], 1) : Matrix::scaling(1, v[0]));
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

std::optional<Point> parseOrigin(std::string_view text, const Rect& box, bool fromBox) {
    const auto parts = splitTrimmed(text, " \t\r\n");
    if (parts.empty() || parts.size() > 3) {
        return std::nullopt;
    }
    const auto part = [&](std::string_view word, double from, double length) -> std::optional<double> {
        if (word == "center") {
            return from + length / 2;
        }
        if (word == "left" || word == "top") {
            return from;
        }
        if (word == "right" || word == "bottom") {
            return from + length;
        }
        const auto value = parseLength(word, length);
        const bool isPart = !word.empty() && word.back() == '%';
        return value ? std::optional(*value + (fromBox || isPart ? from : 0)) : std::nullopt;
    };
    std::string_view x = parts[0];
    std::string_view y = parts.size() > 1 ? std::string_view(parts[1]) : "center";
    if (x == "top" || x == "bottom" || y == "left" || y == "right") {
        std::swap(x, y);
    }
    const auto across = part(x, box.x, box.width);
    const auto down = part(y, box.y, box.height);
    return across && down ? std::optional(Point{*across, *down}) : std::nullopt;
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
