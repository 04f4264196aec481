// SPDX-License-Identifier: MIT
#include "render/frames/icon_image.h"

#include "core/project/icon_fit.h"
#include "render/base/convert.h"
#include "render/frames/frame_painter.h"

#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace scaena::render {

namespace {

/// What the system's themed icons look like: a tone of the wallpaper and, upon it, the art's shape alone.
constexpr Colour kThemeGround{0xBF, 0xD3, 0xC8, 255}, kThemeInk{0x2F, 0x4A, 0x43, 255};
constexpr Colour kThemeGroundNight{0x2B, 0x3A, 0x36, 255}, kThemeInkNight{0xBF, 0xD8, 0xCE, 255};

struct Way {
    double safe;      ///< of what is seen
    double roundness; ///< of the corners, as a part of the side; a half is a circle
    bool onColour;
};

Way wayOf(IconLook look) {
    constexpr double kAdaptive = project::kAdaptiveSafe / project::kAdaptiveSeen;
    switch (look) {
    case IconLook::Circle:
    case IconLook::Themed:
        return {kAdaptive, 0.5, true};
    case IconLook::Soft:
        return {kAdaptive, 0.3, true};
    case IconLook::Rounded:
        return {project::kRoundedSafe, 0.225, true};
    case IconLook::Maskable:
        return {project::kMaskableSafe, 0.5, true};
    case IconLook::Plain:
        break;
    }
    return {project::kWholeSafe, 0, false};
}

}

QImage layerImage(const model::Sequence& sequence, const project::ArtFiles& artFiles, const LayerId& layer,
                  const LayerImage& how) {
    const auto& [appearance, side, part, backing, round] = how;
    const auto* shown = model::findThing(sequence.layers, layer);
    if (!shown) {
        return {};
    }
    model::Sequence alone;
    alone.name = sequence.name;
    alone.palette = sequence.palette;
    alone.opening = sequence.opening;
    alone.layers = {*shown};
    if (auto* artwork = alone.layers[0].as<model::ArtworkContent>()) {
        artwork->plate.reset();
    }
    const double longest = std::max({shown->place.width, shown->place.height, 1.0});
    const double scale = side * part / longest;
    const Scene scene(alone, artFiles, appearance, scale);
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
    return image;
}

QImage iconImage(const model::Sequence& sequence, const project::ArtFiles& artFiles, IconLook look,
                 model::Appearance appearance, int side) {
    const auto* layer = model::iconLayer(sequence);
    QImage image(side, side, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    const auto way = wayOf(look);
    const bool night = appearance == model::Appearance::Dark;
    const bool themed = look == IconLook::Themed;
    Colour ground = model::colourOf(sequence.palette, model::iconColour(sequence), appearance);
    ground.a = 255;
    ground = themed ? (night ? kThemeGroundNight : kThemeGround) : ground;
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    QPainterPath shape;
    shape.addRoundedRect(0, 0, side, side, side * way.roundness, side * way.roundness);
    if (way.onColour) {
        painter.fillPath(shape, toQt(ground));
        painter.setClipPath(shape);
    }
    if (!layer) {
        return image;
    }
    // A night of its own have only the icons of iOS; elsewhere one picture serves both.
    const auto shown = look == IconLook::Rounded ? appearance : model::Appearance::Light;
    QImage art =
        layerImage(sequence, artFiles, layer->id,
                   {shown, side, project::iconPart(sequence, artFiles, *layer, way.safe), {}, false});
    if (themed) {
        QPainter tint(&art);
        tint.setCompositionMode(QPainter::CompositionMode_SourceIn);
        tint.fillRect(art.rect(), toQt(night ? kThemeInkNight : kThemeInk));
    }
    painter.drawImage(0, 0, art);
    return image;
}

IconLook homeLook(plan::TargetId target) {
    switch (plan::targetOf(target).homeIcon) {
    case plan::HomeIcon::Rounded:
        return IconLook::Rounded;
    case plan::HomeIcon::Maskable:
        return IconLook::Maskable;
    case plan::HomeIcon::Circle:
        break;
    }
    return IconLook::Circle;
}

double iconRoundness(IconLook look) { return wayOf(look).roundness; }

}
