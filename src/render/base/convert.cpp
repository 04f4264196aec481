// SPDX-License-Identifier: MIT
#include "render/base/convert.h"

#include <cmath>

namespace scaena::render {

namespace {
constexpr double kHair = 1e-6; // between two colours of one offset, in parts of the whole
}

QPainterPath toQt(const art::Path& path, art::FillRule rule) {
    QPainterPath out;
    out.setFillRule(rule == art::FillRule::EvenOdd ? Qt::OddEvenFill : Qt::WindingFill);
    const Point* p = path.points.data();
    for (const auto verb : path.verbs) {
        switch (verb) {
        case art::Path::Verb::Move:
            out.moveTo(toQt(*p++));
            break;
        case art::Path::Verb::Line:
            out.lineTo(toQt(*p++));
            break;
        case art::Path::Verb::Cubic:
            out.cubicTo(toQt(p[0]), toQt(p[1]), toQt(p[2]));
            p += 3;
            break;
        case art::Path::Verb::Close:
            out.closeSubpath();
            break;
        }
    }
    return out;
}

art::Path fromQt(const QPainterPath& path) {
    art::Path out;
    const auto point = [&](int i) {
        const auto e = path.elementAt(i);
        return Point{e.x, e.y};
    };
    Point start;
    const auto closeIfBack = [&] {
        if (!out.isEmpty() && out.verbs.back() != art::Path::Verb::Close && out.points.back() == start) {
            out.close();
        }
    };
    for (int i = 0; i < path.elementCount(); ++i) {
        switch (path.elementAt(i).type) {
        case QPainterPath::MoveToElement:
            closeIfBack();
            start = point(i);
            out.moveTo(start);
            break;
        case QPainterPath::LineToElement:
            out.lineTo(point(i));
            break;
        case QPainterPath::CurveToElement:
            out.cubicTo(point(i), point(i + 1), point(i + 2));
            i += 2;
            break;
        default:
            break;
        }
    }
    closeIfBack();
    return out;
}

QBrush toQt(const art::Paint& paint, Colour currentColour) {
    if (const auto* colour = std::get_if<Colour>(&paint)) {
        return toQt(*colour);
    }
    if (const auto* current = std::get_if<art::CurrentColour>(&paint)) {
        Colour colour = currentColour;
        colour.a = static_cast<std::uint8_t>(std::lround(colour.a * current->alpha));
        return toQt(colour);
    }
    const auto* gradient = std::get_if<art::Gradient>(&paint);
    if (!gradient) {
        return Qt::NoBrush;
    }
    QLinearGradient linear(toQt(gradient->start), toQt(gradient->end));
    QRadialGradient radial(toQt(gradient->end), gradient->radius, toQt(gradient->start));
    QGradient& made = gradient->radial ? static_cast<QGradient&>(radial) : linear;
    made.setSpread(gradient->spread == art::Spread::Reflect  ? QGradient::ReflectSpread
                   : gradient->spread == art::Spread::Repeat ? QGradient::RepeatSpread
                                                             : QGradient::PadSpread);
    QGradientStops stops;
    double last = -1;
    for (const auto& stop : gradient->stops) {
        // The toolkit keeps one colour for an offset; two of them there are an edge, and stand a hair apart.
        last = std::max(stop.at, last + kHair);
        stops.append({std::min(1.0, last), toQt(stop.colour)});
    }
    for (qsizetype i = stops.size() - 2; i >= 0; --i) {
        stops[i].first = std::max(0.0, std::min(stops[i].first, stops[i + 1].first - kHair));
    }
    made.setStops(stops);
    made.setInterpolationMode(
        QGradient::ComponentInterpolation); // colour and alpha each by itself, as SVG asks
    QBrush brush(made);
    brush.setTransform(toQt(gradient->matrix));
    return brush;
}

}
