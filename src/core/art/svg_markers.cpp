// SPDX-License-Identifier: MIT
#include "core/art/svg_markers.h"

#include "core/art/svg_shapes.h"
#include "core/art/svg_style.h"

#include <cmath>

namespace scaena::art {

namespace {

/// The segments that meet at a vertex, by their directions; a direction without a length is unknown.
struct Vertex {
    Point at;
    std::optional<Point> in, out;
};

std::optional<Point> direction(Point from, Point to) {
    const double length = std::hypot(to.x - from.x, to.y - from.y);
    return length > 0 ? std::optional(Point{(to.x - from.x) / length, (to.y - from.y) / length})
                      : std::nullopt;
}

std::optional<Point> firstOf(std::initializer_list<std::optional<Point>> list) {
    for (const auto& it : list) {
        if (it) {
            return it;
        }
    }
    return std::nullopt;
}

double angleOf(const Vertex& vertex) {
    const Point in = vertex.in.value_or(vertex.out.value_or(Point{1, 0}));
    const Point out = vertex.out.value_or(in);
    const Point sum{in.x + out.x, in.y + out.y};
    // Straight back: a quarter turn from either.
    const Point way = std::hypot(sum.x, sum.y) < 1e-9 ? Point{-in.y, in.x} : sum;
    return std::atan2(way.y, way.x) * 180 / std::numbers::pi;
}

}

std::vector<MarkerPlace> markerPlaces(const Path& path) {
    std::vector<Vertex> vertices;
    std::size_t contour = 0; // its first vertex
    std::size_t i = 0;
    const auto segment = [&](std::optional<Point> out, std::optional<Point> in, Point to) {
        vertices.back().out = out;
        vertices.push_back({to, in, std::nullopt});
    };
    for (const auto verb : path.verbs) {
        const auto at = [&](std::size_t k) { return path.points[i + k]; };
        switch (verb) {
        case Path::Verb::Move:
            contour = vertices.size();
            vertices.push_back({at(0), std::nullopt, std::nullopt});
            i += 1;
            break;
        case Path::Verb::Line: {
            const auto way = direction(vertices.back().at, at(0));
            segment(way, way, at(0));
            i += 1;
            break;
        }
        case Path::Verb::Cubic: {
            const Point from = vertices.back().at;
            segment(firstOf({direction(from, at(0)), direction(from, at(1)), direction(from, at(2))}),
                    firstOf({direction(at(1), at(2)), direction(at(0), at(2)), direction(from, at(2))}),
                    at(2));
            i += 3;
            break;
        }
        case Path::Verb::Close: {
            const Point start = vertices[contour].at;
            const auto way = direction(vertices.back().at, start);
            segment(way, way, start);
            // What closes meets what began.
            vertices.back().in = way ? way : vertices[vertices.size() - 2].in;
            vertices.back().out = vertices[contour].out;
            vertices[contour].in = vertices.back().in;
            break;
        }
        }
    }
    std::vector<MarkerPlace> places;
    for (std::size_t k = 0; k < vertices.size(); ++k) {
        const bool first = k == 0, last = k + 1 == vertices.size();
        const double degrees = angleOf(vertices[k]);
        if (first) {
            places.push_back({MarkerPlace::Kind::Start, vertices[k].at, degrees});
        }
        if (!first && !last) {
            places.push_back({MarkerPlace::Kind::Mid, vertices[k].at, degrees});
        }
        if (last) { // a path of a single point has both
            places.push_back({MarkerPlace::Kind::End, vertices[k].at, degrees});
        }
    }
    return places;
}

Matrix MarkerFrame::placed(const MarkerPlace& place, bool isStart, double lineWidth) const {
    const double turned = turns ? place.degrees + (turnsBack && isStart ? 180 : 0) : degrees;
    const double scale = inPixels ? 1 : lineWidth;
    return Matrix::translation(place.at.x, place.at.y) * Matrix::rotation(turned) *
           Matrix::scaling(scale, scale) * Matrix::translation(-hook.x, -hook.y) * map;
}

std::optional<MarkerFrame> markerFrame(const pugi::xml_node& marker, Size view) {
    const auto number = [&](const char* name, double whole, double standard) {
        return parseLength(marker.attribute(name).value(), whole).value_or(standard);
    };
    const Rect viewport{0, 0, number("markerWidth", view.width, 3), number("markerHeight", view.height, 3)};
    const auto box = parseViewBox(marker.attribute("viewBox").value());
    MarkerFrame frame;
    frame.map = box ? viewBoxMap(*box, marker.attribute("preserveAspectRatio").value(), viewport) : Matrix{};
    if (viewport.width <= 0 || viewport.height <= 0 || frame.map.a == 0 || frame.map.d == 0) {
        return std::nullopt;
    }
    const Rect whole = box ? *box : viewport;
    frame.view = {whole.width, whole.height};
    const auto reference = [&](const char* name, double from, double length) {
        const std::string_view word = marker.attribute(name).value();
        return word == "left" || word == "top"       ? from
               : word == "center"                    ? from + length / 2
               : word == "right" || word == "bottom" ? from + length
                                                     : number(name, length, 0);
    };
    frame.hook =
        frame.map.map({reference("refX", whole.x, whole.width), reference("refY", whole.y, whole.height)});
    frame.seen = {-frame.map.e / frame.map.a, -frame.map.f / frame.map.d, viewport.width / frame.map.a,
                  viewport.height / frame.map.d};
    const std::string_view orient = marker.attribute("orient").value();
    frame.turns = orient.starts_with("auto");
    frame.turnsBack = orient == "auto-start-reverse";
    frame.degrees = number("orient", 0, 0);
    frame.inPixels = std::string_view(marker.attribute("markerUnits").value()) == "userSpaceOnUse";
    return frame;
}

}
