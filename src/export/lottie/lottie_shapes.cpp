// SPDX-License-Identifier: MIT
#include "export/lottie/lottie_shapes.h"

#include "export/lottie/lottie_keys.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

using Json = nlohmann::ordered_json;

namespace {

bool isUneven(const Matrix& m) {
    const double across = std::hypot(m.a, m.b);
    const double down = std::hypot(m.c, m.d);
    const double skew = std::abs(m.a * m.c + m.b * m.d);
    return std::abs(across - down) > 1e-3 * std::max(across, down) || skew > 1e-3 * across * down;
}

std::optional<std::string> whyNoPaint(const art::Paint& paint, const Matrix& map) {
    const auto* gradient = std::get_if<art::Gradient>(&paint);
    if (!gradient) {
        return std::nullopt;
    }
    if (gradient->spread != art::Spread::Pad) {
        return "a gradient that repeats";
    }
    if (gradient->radial && (gradient->start.x != gradient->end.x || gradient->start.y != gradient->end.y)) {
        return "a gradient with a focus";
    }
    if (gradient->radial && isUneven(map * gradient->matrix)) {
        return "a skewed round gradient";
    }
    return std::nullopt;
}

std::optional<std::string> whyNoGroup(const art::Group& group, const Matrix& outer) {
    const Matrix map = outer * group.transform;
    if (!group.clips.empty()) {
        return "a clip path";
    }
    if (group.opacity < 1 && group.children.size() > 1) {
        return "a group that is faded as a whole";
    }
    for (const auto& child : group.children) {
        std::optional<std::string> why;
        if (const auto* inner = std::get_if<std::unique_ptr<art::Group>>(&child)) {
            why = whyNoGroup(**inner, map);
        } else if (const auto* picture = std::get_if<art::Picture>(&child)) {
            why = picture->why;
        } else {
            const auto& shape = std::get<art::Shape>(child);
            const bool stroked = !std::holds_alternative<std::monostate>(shape.stroke.paint);
            const bool filled = !std::holds_alternative<std::monostate>(shape.fill);
            why = whyNoPaint(shape.fill, map);
            why = why ? why : whyNoPaint(shape.stroke.paint, map);
            if (!why && stroked && isUneven(map)) {
                why = "a stroke that is scaled unevenly";
            } else if (!why && stroked && filled && shape.opacity * group.opacity < 1) {
                why = "a faded shape with fill and stroke";
            }
        }
        if (why) {
            return why;
        }
    }
    return std::nullopt;
}

Json colourOf(Colour c) { return lottieConstant({c.r / 255.0, c.g / 255.0, c.b / 255.0, 1}); }

/// Stops of colour, and behind them stops of opacity where some are not opaque.
Json gradientStops(const std::vector<art::GradientStop>& stops) {
    std::vector<double> values;
    bool opaque = true;
    for (const auto& stop : stops) {
        values.insert(values.end(),
                      {stop.at, stop.colour.r / 255.0, stop.colour.g / 255.0, stop.colour.b / 255.0});
        opaque = opaque && stop.colour.a == 255;
    }
    for (const auto& stop : stops) {
        if (!opaque) {
            values.insert(values.end(), {stop.at, stop.colour.a / 255.0});
        }
    }
    return {{"p", stops.size()}, {"k", lottieConstant(values)}};
}

class ShapeWriter {
public:
    explicit ShapeWriter(Colour currentColour) : m_current(currentColour) {}

    void group(const art::Group& group, const Matrix& outer, double opacity) {
        const Matrix map = outer * group.transform;
        for (const auto& child : group.children) {
            if (const auto* inner = std::get_if<std::unique_ptr<art::Group>>(&child)) {
                this->group(**inner, map, opacity * group.opacity);
            } else {
                shape(std::get<art::Shape>(child), map, opacity * group.opacity);
            }
        }
    }

    /// The topmost first.
    Json take() {
        std::reverse(m_items.begin(), m_items.end());
        return std::move(m_items);
    }

private:
    void shape(const art::Shape& shape, const Matrix& map, double opacity) {
        Json items = lottieContours(art::mapped(shape.path, map));
        const double faded = opacity * shape.opacity;
        if (!std::holds_alternative<std::monostate>(shape.stroke.paint)) {
            items.push_back(stroke(shape.stroke, map, faded));
        }
        if (!std::holds_alternative<std::monostate>(shape.fill)) {
            Json it = paint(shape.fill, map, faded, "fl", "gf");
            it["r"] = shape.rule == art::FillRule::EvenOdd ? 2 : 1;
            items.push_back(std::move(it));
        }
        m_items.push_back(lottieGroup(std::move(items)));
    }

    [[nodiscard]] Json paint(const art::Paint& paint, const Matrix& map, double opacity, const char* plain,
                             const char* graded) const {
        if (const auto* gradient = std::get_if<art::Gradient>(&paint)) {
            Point from, to;
            if (gradient->radial) {
                const Matrix all = map * gradient->matrix;
                from = all.map(gradient->end);
                to = {from.x + gradient->radius * all.meanScale(), from.y};
            } else {
                const auto line = art::mappedLine(gradient->start, gradient->end, map);
                from = line.start;
                to = line.end;
            }
            return {{"ty", graded},
                    {"o", lottieConstant(100 * opacity)},
                    {"t", gradient->radial ? 2 : 1},
                    {"s", lottieConstant({from.x, from.y})},
                    {"e", lottieConstant({to.x, to.y})},
                    {"g", gradientStops(gradient->stops)}};
        }
        const auto* own = std::get_if<Colour>(&paint);
        const auto* current = std::get_if<art::CurrentColour>(&paint);
        const Colour colour = own ? *own : m_current;
        const double alpha = colour.a / 255.0 * (current ? current->alpha : 1);
        return {{"ty", plain}, {"c", colourOf(colour)}, {"o", lottieConstant(100 * opacity * alpha)}};
    }

    [[nodiscard]] Json stroke(const art::Stroke& stroke, const Matrix& map, double opacity) const {
        Json it = paint(stroke.paint, map, opacity, "st", "gs");
        it["w"] = lottieConstant(stroke.width * map.meanScale());
        it["lc"] = 1 + static_cast<int>(stroke.cap);
        it["lj"] = 1 + static_cast<int>(stroke.join);
        if (stroke.join == art::Join::Miter) {
            it["ml"] = stroke.miterLimit;
        }
        if (!stroke.dashes.empty()) {
            Json dashes = Json::array();
            for (std::size_t i = 0; i < stroke.dashes.size() * (stroke.dashes.size() % 2 + 1); ++i) {
                const double length = stroke.dashes[i % stroke.dashes.size()] * map.meanScale();
                // Players tell dashes apart by their names.
                dashes.push_back({{"n", i % 2 == 0 ? "d" : "g"},
                                  {"nm", fmt::format("dash {}", i)},
                                  {"v", lottieConstant(length)}});
            }
            dashes.push_back(
                {{"n", "o"}, {"nm", "offset"}, {"v", lottieConstant(stroke.dashOffset * map.meanScale())}});
            it["d"] = std::move(dashes);
        }
        return it;
    }

    Colour m_current;
    Json m_items = Json::array();
};

}

std::optional<std::string> whyNotShapes(const art::Art& art) { return whyNoGroup(art.root, Matrix()); }

Json lottieShapes(const art::Art& art, const Matrix& map, Colour currentColour) {
    ShapeWriter writer(currentColour);
    writer.group(art.root, map, 1);
    return writer.take();
}

Json lottieContours(const art::Path& path) {
    Json items = Json::array();
    Json corners, in, out;
    Point last;
    bool closed = false;
    const auto pair = [](double x, double y) {
        Json::array_t two;
        two.reserve(2);
        two.emplace_back(lottieNumber(x));
        two.emplace_back(lottieNumber(y));
        return Json(std::move(two));
    };
    const auto flush = [&] {
        // A contour that comes back to its start has its last corner twice; the specification closes it
        // itself.
        if (closed && corners.size() > 1 && corners.front() == corners.back()) {
            in.front() = in.back();
            corners.erase(corners.size() - 1);
            in.erase(in.size() - 1);
            out.erase(out.size() - 1);
        }
        if (corners.size() > 1 || (closed && !corners.empty())) {
            items.push_back({{"ty", "sh"},
                             {"ks",
                              {{"a", 0},
                               {"k",
                                {{"c", closed},
                                 {"v", std::move(corners)},
                                 {"i", std::move(in)},
                                 {"o", std::move(out)}}}}}});
        }
        corners = in = out = Json::array();
        closed = false;
    };
    corners = in = out = Json::array();
    const auto corner = [&](Point p, Point handle) {
        corners.push_back(pair(p.x, p.y));
        in.push_back(pair(handle.x - p.x, handle.y - p.y));
        out.push_back(pair(0, 0));
        last = p;
    };
    std::size_t at = 0;
    Point start;
    for (const auto verb : path.verbs) {
        switch (verb) {
        case art::Path::Verb::Move:
            flush();
            start = path.points[at++];
            corner(start, start);
            break;
        case art::Path::Verb::Line:
            if (corners.empty()) {
                corner(start, start);
            }
            corner(path.points[at], path.points[at]);
            ++at;
            break;
        case art::Path::Verb::Cubic: {
            if (corners.empty()) {
                corner(start, start);
            }
            const Point c1 = path.points[at], c2 = path.points[at + 1], p = path.points[at + 2];
            out.back() = pair(c1.x - last.x, c1.y - last.y);
            corner(p, c2);
            at += 3;
            break;
        }
        case art::Path::Verb::Close:
            closed = true;
            flush();
            last = start;
            break;
        }
    }
    flush();
    return items;
}

Json lottieGroup(Json items) {
    items.push_back({{"ty", "tr"},
                     {"p", lottieConstant({0, 0})},
                     {"a", lottieConstant({0, 0})},
                     {"s", lottieConstant({100, 100})},
                     {"r", lottieConstant(0)},
                     {"o", lottieConstant(100)}});
    return {{"ty", "gr"}, {"it", std::move(items)}};
}

Json lottieFill(Colour colour, art::FillRule rule) {
    return {{"ty", "fl"},
            {"c", colourOf(colour)},
            {"o", lottieConstant(100 * colour.a / 255.0)},
            {"r", rule == art::FillRule::EvenOdd ? 2 : 1}};
}

Json lottieStroke(Colour colour, double width, art::Cap cap, art::Join join) {
    return {{"ty", "st"},
            {"c", colourOf(colour)},
            {"o", lottieConstant(100 * colour.a / 255.0)},
            {"w", lottieConstant(width)},
            {"lc", 1 + static_cast<int>(cap)},
            {"lj", 1 + static_cast<int>(join)},
            {"ml", 4}};
}

Json lottieFilled(const art::Path& path, Colour colour) {
    Json items = lottieContours(path);
    items.push_back(lottieFill(colour));
    return Json::array({lottieGroup(std::move(items))});
}

}
