// SPDX-License-Identifier: MIT
#include "render/frame_maker.h"

#include "core/schedule/resolve.h"
#include "render/convert.h"
#include "render/frame_painter.h"
#include "render/scene.h"

#include <QBuffer>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace scaena::render {

namespace {

std::string written(const QImage& image, int quality) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG", quality);
    return bytes.toStdString();
}

}

std::string QtFrameMaker::openingPng(const model::Sequence& sequence, const project::ArtShelf& shelf,
                                     const schedule::Conditions& conditions, Size screen,
                                     double density) const {
    auto schedule = schedule::resolve(sequence, conditions);
    const double freeBelow = schedule.screen.height - schedule.safeArea.bottom();
    schedule.screen = screen;
    schedule.safeArea = {0, schedule.safeArea.y, screen.width,
                         screen.height - schedule.safeArea.y - freeBelow};
    const Scene scene(*schedule.sequence, shelf, conditions.appearance, density);
    // RGB without alpha: the frame covers the screen, and such files are smaller and quicker to write.
    QImage image(static_cast<int>(std::lround(screen.width * density)),
                 static_cast<int>(std::lround(screen.height * density)), QImage::Format_RGB32);
    QPainter painter(&image);
    painter.scale(density, density);
    paintFrame(painter, scene, schedule::evaluate(schedule, 0));
    painter.end();
    return written(image, 85); // little compression: flat pictures stay small, and it is four times as quick
}

std::string QtFrameMaker::layerPng(const model::Sequence& sequence, const project::ArtShelf& shelf,
                                   const Id& layer, model::Appearance appearance, int side, double part,
                                   std::optional<Colour> backing, bool round) const {
    const auto* shown = model::findThing(sequence.layers, layer);
    if (!shown) {
        return {};
    }
    model::Sequence alone;
    alone.name = sequence.name;
    alone.palette = sequence.palette;
    alone.opening = sequence.opening;
    alone.layers = {*shown};
    alone.layers[0].plate.reset();
    const double longest = std::max({shown->place.width, shown->place.height, 1.0});
    const double scale = side * part / longest;
    const Scene scene(alone, shelf, appearance, scale);
    QImage image(side, side,
                 backing && backing->a == 255 && !round ? QImage::Format_RGB32
                                                        : QImage::Format_ARGB32_Premultiplied);
    image.fill(backing && !round ? toQt(*backing) : QColor(Qt::transparent));
    QPainter painter(&image);
    if (round) {
        painter.setRenderHint(QPainter::Antialiasing);
        QPainterPath circle;
        circle.addEllipse(0, 0, side, side);
        painter.fillPath(circle, backing ? toQt(*backing) : QColor(Qt::transparent));
        painter.setClipPath(circle);
    }
    painter.translate(side / 2.0, side / 2.0);
    painter.scale(scale, scale);
    schedule::LayerState state;
    state.layer = 0;
    state.size = {shown->place.width, shown->place.height};
    paintLayer(painter, scene, state, {double(side), double(side)});
    painter.end();
    return written(image, -1);
}

}
