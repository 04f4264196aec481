// SPDX-License-Identifier: MIT
#include "core/art/svg_shapes.h"

#include "core/art/scanner.h"
#include "core/art/svg_style.h"

#include <algorithm>

namespace scaena::art {

namespace {

Path polyPath(std::string_view text, bool closed, bool& complete) {
    Path path;
    Scanner in(text);
    in.skipSpace();
    while (!in.atEnd()) {
        const auto x = in.number();
        in.skipSeparator();
        const auto y = in.number();
        if (!x || !y || path.points.size() > 200'000) {
            complete = false;
            break;
        }
        path.isEmpty() ? path.moveTo({*x, *y}) : path.lineTo({*x, *y});
        in.skipSeparator();
    }
    if (closed && !path.isEmpty()) {
        path.close();
    }
    return path;
}

}

double diagonalOf(Size view) { return std::sqrt((view.width * view.width + view.height * view.height) / 2); }

std::optional<Path> shapePath(const pugi::xml_node& element, Size view, bool& complete) {
    const std::string_view name = element.name();
    const auto length = [&](const char* attribute, double whole, double standard = 0) {
        const auto found = element.attribute(attribute);
        return found ? parseLength(found.value(), whole).value_or(standard) : standard;
    };
    const double w = view.width;
    const double h = view.height;
    if (name == "path") {
        auto parsed = parsePath(element.attribute("d").value());
        complete = parsed.complete;
        return std::move(parsed.path);
    }
    if (name == "rect") {
        const Rect rect{length("x", w), length("y", h), length("width", w), length("height", h)};
        double rx = length("rx", w, -1);
        double ry = length("ry", h, -1);
        rx = rx < 0 ? ry : rx;
        ry = ry < 0 ? rx : ry;
        return rect.width > 0 && rect.height > 0 ? rectPath(rect, std::max(0.0, rx), std::max(0.0, ry))
                                                 : Path{};
    }
    if (name == "circle" || name == "ellipse") {
        const double rx = name == "circle" ? length("r", diagonalOf(view)) : length("rx", w);
        const double ry = name == "circle" ? rx : length("ry", h);
        return rx > 0 && ry > 0 ? ellipsePath({length("cx", w), length("cy", h)}, rx, ry) : Path{};
    }
    if (name == "line") {
        Path path;
        path.moveTo({length("x1", w), length("y1", h)});
        path.lineTo({length("x2", w), length("y2", h)});
        return path;
    }
    if (name == "polyline" || name == "polygon") {
        return polyPath(element.attribute("points").value(), name == "polygon", complete);
    }
    return std::nullopt;
}

std::optional<Rect> parseViewBox(std::string_view text) {
    Scanner in(text);
    double v[4];
    in.skipSpace();
    for (double& value : v) {
        const auto number = in.number();
        if (!number) {
            return std::nullopt;
        }
        value = *number;
        in.skipSeparator();
    }
    if (v[2] <= 0 || v[3] <= 0) {
        return std::nullopt;
    }
    return Rect{v[0], v[1], v[2], v[3]};
}

Matrix viewBoxMap(const Rect& viewBox, std::string_view preserve, const Rect& viewport) {
    double sx = viewport.width / viewBox.width;
    double sy = viewport.height / viewBox.height;
    double alignX = 0;
    double alignY = 0;
    if (preserve.find("none") == std::string_view::npos) {
        sx = sy = preserve.find("slice") != std::string_view::npos ? std::max(sx, sy) : std::min(sx, sy);
        alignX = preserve.find("xMin") != std::string_view::npos   ? 0
                 : preserve.find("xMax") != std::string_view::npos ? 1
                                                                   : 0.5;
        alignY = preserve.find("YMin") != std::string_view::npos   ? 0
                 : preserve.find("YMax") != std::string_view::npos ? 1
                                                                   : 0.5;
    }
    const double x = viewport.x + (viewport.width - viewBox.width * sx) * alignX;
    const double y = viewport.y + (viewport.height - viewBox.height * sy) * alignY;
    return {sx, 0, 0, sy, x - viewBox.x * sx, y - viewBox.y * sy};
}

}
