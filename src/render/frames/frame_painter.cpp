// SPDX-License-Identifier: MIT
#include "render/frames/frame_painter.h"

#include "core/base/overloads.h"
#include "render/art/art_pictures.h"
#include "render/base/convert.h"
#include "render/base/group_opacity.h"
#include "render/frames/progress_painter.h"
#include "render/frames/wireframe.h"
#include "render/text/fonts.h"

#include <QLinearGradient>
#include <QPainter>
#include <cmath>
#include <numbers>

namespace scaena::render {

using schedule::LayerState;

namespace {

double farthestCorner(QPointF from, const QRectF& box) {
    double farthest = 0;
    for (const auto& corner : {box.topLeft(), box.topRight(), box.bottomLeft(), box.bottomRight()}) {
        farthest = std::max(farthest, std::hypot(corner.x() - from.x(), corner.y() - from.y()));
    }
    return farthest;
}

/// The part of the box that is uncovered.
QPainterPath revealPath(const schedule::Reveal& reveal, const QRectF& box) {
    QPainterPath path;
    const auto& shape = reveal.shape;
    if (shape.kind == motion::RevealShape::Kind::Iris) {
        const QPointF centre(box.x() + box.width() * shape.x, box.y() + box.height() * shape.y);
        const double radius = farthestCorner(centre, box) * reveal.progress;
        path.addEllipse(centre, radius, radius);
        return path;
    }
    QRectF part = box;
    if (shape.x != 0) {
        part.setWidth(box.width() * reveal.progress);
        if (shape.x < 0) {
            part.moveRight(box.right());
        }
    } else {
        part.setHeight(box.height() * reveal.progress);
        if (shape.y < 0) {
            part.moveBottom(box.bottom());
        }
    }
    path.addRect(part);
    return path;
}

/// The largest box of that shape in the middle of another.
QRectF wholeIn(QSizeF shape, const QRectF& box) {
    const QSizeF size = shape.scaled(box.size(), Qt::KeepAspectRatio);
    return {box.center().x() - size.width() / 2, box.center().y() - size.height() / 2, size.width(),
            size.height()};
}

void paintFitted(QPainter& painter, const QImage& picture, const QRectF& box) {
    painter.drawImage(wholeIn(picture.size(), box), picture);
}

class LayerPainter {
public:
    LayerPainter(QPainter& painter, const PreparedLayer& prepared, const LayerState& state, bool wide,
                 ArtPictures* pictures = nullptr)
        : m_painter(painter), m_prepared(prepared), m_state(state), m_wide(wide), m_pictures(pictures),
          m_box(-state.size.width / 2, -state.size.height / 2, state.size.width, state.size.height) {}

    void paint() {
        m_painter.save();
        if (m_state.mask > 0) {
            maskToCircle();
        }
        if (!m_state.outer.isIdentity()) {
            m_painter.setTransform(toQt(m_state.outer), true);
        }
        m_painter.translate(toQt(m_state.centre));
        m_painter.rotate(m_state.rotation);
        m_painter.scale(m_state.scaleX, m_state.scaleY);
        if (m_state.reveal.progress < 1) {
            m_painter.setClipPath(revealPath(m_state.reveal, m_box), Qt::IntersectClip);
        }
        if (m_state.opacity >= 1) {
            content(m_painter);
        } else if (needsGroup()) {
            const auto bounds = m_painter.deviceTransform().mapRect(inkBox()).adjusted(-2, -2, 2, 2);
            paintGrouped(
                m_painter, m_state.opacity, [this](QPainter& inner) { content(inner); }, bounds);
        } else {
            m_painter.setOpacity(m_painter.opacity() * m_state.opacity);
            content(m_painter);
        }
        m_painter.restore();
    }

    /// The rectangle upright on the screen in which the layer can paint; nothing if that may be anywhere.
    [[nodiscard]] std::optional<QRectF> reach() const {
        const bool framed = layer().art() || layer().as<model::ShapeContent>() ||
                            layer().as<model::TextContent>() || layer().as<model::ImageContent>();
        if (!framed || !m_state.outer.isIdentity() || m_state.mask > 0) {
            return std::nullopt;
        }
        QTransform way;
        way.translate(m_state.centre.x, m_state.centre.y);
        way.rotate(m_state.rotation);
        way.scale(m_state.scaleX, m_state.scaleY);
        return way.mapRect(tightBox());
    }
    /// Whether each of its rows is of one colour.
    [[nodiscard]] bool isPlainRows() const {
        const auto* backdrop = layer().as<model::BackdropContent>();
        const bool upright = backdrop && std::fmod(backdrop->fill.angle, 180) == 0 && m_state.rotation == 0;
        return upright && (m_state.plain || (m_prepared.picture.isNull() && m_prepared.sideways.isNull()));
    }

private:
    [[nodiscard]] const model::Layer& layer() const { return m_prepared.layer; }

    /// The system cuts the icon to a circle and paints the plate, which does not move with it.
    void maskToCircle() {
        QPainterPath circle;
        circle.addEllipse(toQt(m_state.maskCentre), m_state.mask / 2, m_state.mask / 2);
        if (m_prepared.plate.isValid()) {
            m_painter.fillPath(circle, m_prepared.plate);
        }
        m_painter.setClipPath(circle, Qt::IntersectClip);
    }

    [[nodiscard]] bool needsGroup() const {
        const auto drawn = [this](const auto&) {
            return m_prepared.plate.isValid() || (m_prepared.art && m_prepared.art->needsGroup()) ||
                   m_state.draw < 1;
        };
        return std::visit(Overloads{drawn,
                                    [](const model::BackdropContent& it) { return it.picture.has_value(); },
                                    [](const model::FirstScreenContent&) { return true; },
                                    [](const model::ProgressContent&) { return true; },
                                    [this](const model::ImageContent&) { return m_prepared.missingArt; },
                                    [this](const model::ClipContent&) { return m_prepared.missingArt; }},
                          layer().contents);
    }

    /// The box in which ink can lie; text may reach over its place, art is cut to it.
    [[nodiscard]] QRectF tightBox() const {
        QRectF box = m_box;
        if (layer().as<model::TextContent>() && m_prepared.art) {
            box = box.united(m_prepared.art->viewBox().adjusted(-2, -2, 2, 2));
        }
        if (m_prepared.plate.isValid()) {
            const double r = model::plateOf(layer())->diameter / 2;
            box = box.united(QRectF(-r, -r, 2 * r, 2 * r));
        }
        return box;
    }

    /// With room for a half-transparent layer's soft edges.
    [[nodiscard]] QRectF inkBox() const {
        const QRectF box = tightBox();
        return box.adjusted(-box.width() / 4, -box.height() / 4, box.width() / 4, box.height() / 4);
    }

    void content(QPainter& painter) const {
        std::visit(
            Overloads{[&](const model::BackdropContent& it) { backdrop(painter, it); },
                      [&](const model::FirstScreenContent&) { paintFirstScreen(painter, m_prepared, m_box); },
                      [&](const model::TextContent&) {
                          m_prepared.art->paint(painter, {m_state.draw, m_state.fillFrom});
                      },
                      [&](const model::ArtContent&) { artwork(painter); },
                      [&](const model::ShapeContent&) { artwork(painter); },
                      [&](const model::ImageContent&) {
                          m_prepared.missingArt ? artwork(painter)
                                                : paintFitted(painter, m_prepared.picture, m_box);
                      },
                      [&](const model::ClipContent& it) {
                          m_prepared.missingArt ? artwork(painter) : clip(painter, it);
                      },
                      [&](const model::ProgressContent& it) {
                          paintProgress(painter, it, m_box, m_state.progress, m_prepared.from, m_prepared.to);
                      },
                      [](const model::GroupContent&) {}},
            layer().contents);
    }

    /// Drawn at the pixels it will have, so that it is as sharp as the screen.
    void clip(QPainter& painter, const model::ClipContent& content) const {
        const double played = content.from + (content.stopAt - content.from) * m_state.clip;
        const double time = m_state.clip >= 1 ? content.keep.value_or(content.stopAt) : played;
        const auto& size = m_prepared.clip->info().size;
        const QRectF box = wholeIn(QSizeF(size.width, size.height), m_box);
        const QRectF device = painter.deviceTransform().mapRect(box);
        const double turned = std::abs(std::fmod(m_state.rotation, 90)) > 0.01 ? 0.75 : 1;
        const QSize pixels =
            (QSizeF(box.width(), box.height()) *
             std::max(0.01,
                      std::sqrt(device.width() * device.height() / (box.width() * box.height())) * turned))
                .toSize()
                .expandedTo({1, 1});
        painter.drawImage(box, m_prepared.clip->at(time, pixels));
    }

    void backdrop(QPainter& painter, const model::BackdropContent& content) const {
        backdropColour(painter, content.fill);
        const QImage& picture = m_wide && !m_state.upright ? m_prepared.sideways : m_prepared.picture;
        if (picture.isNull() || m_state.plain) {
            return;
        }
        if (content.picture->fit == model::Fit::Whole) {
            paintFitted(painter, picture, m_box);
            return;
        }
        const QSizeF part = m_box.size().scaled(picture.size(), Qt::KeepAspectRatio);
        painter.drawImage(m_box, picture,
                          QRectF((picture.width() - part.width()) / 2, (picture.height() - part.height()) / 2,
                                 part.width(), part.height()));
    }

    void backdropColour(QPainter& painter, const model::Fill& fill) const {
        if (m_prepared.from == m_prepared.to) {
            painter.fillRect(m_box, m_prepared.from);
            return;
        }
        const auto line =
            m_state.plain ? gradientByEighths(fill.angle, m_box) : gradientLine(fill.angle, m_box);
        QLinearGradient gradient(line.from, line.to);
        gradient.setColorAt(0, m_prepared.from);
        gradient.setColorAt(1, m_prepared.to);
        painter.fillRect(m_box, gradient);
    }

    void artwork(QPainter& painter) const {
        if (m_prepared.plate.isValid() && m_state.mask <= 0) {
            QPainterPath disc;
            const double r = model::plateOf(layer())->diameter / 2;
            disc.addEllipse(QPointF(), r, r);
            painter.fillPath(disc, m_prepared.plate);
        }
        const auto& shared = artOfBox();
        const auto& art = *shared;
        const auto view = art.viewBox();
        const auto fit = art::fitInto({view.x(), view.y(), view.width(), view.height()},
                                      {m_box.x(), m_box.y(), m_box.width(), m_box.height()});
        painter.save();
        painter.setTransform(toQt(fit), true);
        if (art.reachesOver()) {
            painter.setClipRect(view, Qt::IntersectClip); // as every target does
        }
        if (m_pictures && m_state.draw >= 1 && ArtPictures::wants(art)) {
            const auto picture =
                m_pictures->find(shared, std::sqrt(std::abs(painter.deviceTransform().determinant())));
            painter.drawImage(view, picture);
        } else {
            art.paint(painter, {m_state.draw, m_state.fillFrom});
        }
        painter.restore();
    }

    /// What is drawn from a layer's box takes the box it stands in, which is not always the screen's: some
    /// systems keep the upright places in their opening.
    [[nodiscard]] const std::shared_ptr<const PreparedArt>& artOfBox() const {
        return m_prepared.wide && m_state.turned ? m_prepared.wide : m_prepared.art;
    }

    QPainter& m_painter;
    const PreparedLayer& m_prepared;
    const LayerState& m_state;
    bool m_wide; ///< the screen is wider than high
    ArtPictures* m_pictures;
    QRectF m_box;
};

}

namespace {

/// Whether the layer hides everything beneath it.
bool coversAll(const PreparedLayer& prepared, const LayerState& state, QSizeF screen) {
    const bool whole = prepared.layer.as<model::BackdropContent>() && state.size.width >= screen.width() &&
                       state.size.height >= screen.height();
    const bool still =
        state.rotation == 0 && std::abs(state.scaleX) >= 1 && std::abs(state.scaleY) >= 1 &&
        QPointF(state.centre.x, state.centre.y) == QPointF(screen.width() / 2, screen.height() / 2);
    return whole && still && state.outer.isIdentity() && state.opacity >= 1 && state.reveal.progress >= 1 &&
           prepared.from.alpha() == 255 && prepared.to.alpha() == 255;
}

}

GradientLine gradientByEighths(double cssAngle, const QRectF& rect) {
    // Counted as the export does, from the left against the clock: halves are rounded the same way.
    const double radians = double(2 - std::lround((90 - cssAngle) / 45)) * std::numbers::pi / 4;
    const auto sign = [](double part) { return std::abs(part) < 0.1 ? 0.0 : part < 0 ? -1.0 : 1.0; };
    const QPointF way(sign(std::sin(radians)) * rect.width() / 2,
                      -sign(std::cos(radians)) * rect.height() / 2);
    return {rect.center() - way, rect.center() + way};
}

GradientLine gradientLine(double cssAngle, const QRectF& rect) {
    const double radians = cssAngle * std::numbers::pi / 180;
    const double sine = std::sin(radians);
    const double cosine = std::cos(radians);
    // CSS Images 3 §3.1.2: long enough that the corners get the pure end colours.
    const double half = (std::abs(rect.width() * sine) + std::abs(rect.height() * cosine)) / 2;
    const QPointF way(sine * half, -cosine * half);
    return {rect.center() - way, rect.center() + way};
}

void paintFrame(QPainter& painter, const Scene& scene, const schedule::Frame& frame, ArtPictures* pictures) {
    painter.save();
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    const QRectF screen(0, 0, frame.screen.width, frame.screen.height);
    painter.setClipRect(screen, Qt::IntersectClip);
    // Behind everything an app's window is black; the system's frame has the opening's colour.
    std::size_t first = frame.layers.size();
    while (first > 0 && !coversAll(scene.layers()[static_cast<std::size_t>(frame.layers[first - 1].layer)],
                                   frame.layers[first - 1], screen.size())) {
        --first;
    }
    if (first == 0) {
        painter.fillRect(screen, frame.system ? scene.openingColour() : QColor(Qt::black));
    }
    // What cannot reach the part that is painted, a band of the picture perhaps, need not be tried.
    const QRectF device(0, 0, painter.device()->width(), painter.device()->height());
    const QRectF seen = painter.deviceTransform().inverted().mapRect(device).adjusted(-1, -1, 1, 1);
    for (std::size_t i = first > 0 ? first - 1 : 0; i < frame.layers.size(); ++i) {
        LayerPainter layer(painter, scene.layers()[static_cast<std::size_t>(frame.layers[i].layer)],
                           frame.layers[i], screen.width() > screen.height(), pictures);
        if (const auto reach = layer.reach(); !reach || reach->intersects(seen)) {
            layer.paint();
        }
    }
    painter.restore();
}

std::optional<std::vector<QRectF>> busyParts(const Scene& scene, const schedule::Frame& frame) {
    const QSizeF screen(frame.screen.width, frame.screen.height);
    QPainter none;
    std::vector<QRectF> parts;
    for (const auto& state : frame.layers) {
        const auto& prepared = scene.layers()[static_cast<std::size_t>(state.layer)];
        const LayerPainter layer(none, prepared, state, screen.width() > screen.height());
        if (layer.isPlainRows() && coversAll(prepared, state, screen)) {
            continue;
        }
        const auto reach = layer.reach();
        if (!reach) {
            return std::nullopt;
        }
        parts.push_back(*reach);
    }
    return parts;
}

std::optional<QRectF> reachOf(const Scene& scene, const schedule::LayerState& state) {
    QPainter none;
    return LayerPainter(none, scene.layers()[static_cast<std::size_t>(state.layer)], state, false).reach();
}

void paintLayer(QPainter& painter, const Scene& scene, const schedule::LayerState& state, Size screen) {
    painter.save();
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    LayerPainter(painter, scene.layers()[static_cast<std::size_t>(state.layer)], state,
                 screen.width > screen.height)
        .paint();
    painter.restore();
}

void paintSystemBars(QPainter& painter, const Scene& scene, const schedule::Frame& frame,
                     const schedule::Device& device) {
    const auto& bars = scene.bars();
    if (!bars.shown) {
        return;
    }
    const bool lightContent =
        bars.content == model::BarContent::Light ||
        (bars.content == model::BarContent::Auto && scene.appearance() == model::Appearance::Dark);
    QColor ink = lightContent ? QColor(255, 255, 255, 225) : QColor(20, 22, 28, 215);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double width = frame.screen.width;
    const double middle = device.statusBar / 2 + 2;
    const double inset = 16 + device.cornerRadius * 0.35;
    painter.setPen(ink);
    painter.setFont(font(model::Typeface::Sans, 13, true));
    painter.drawText(QRectF(inset, 0, 80, device.statusBar + 4), Qt::AlignVCenter | Qt::AlignLeft,
                     QStringLiteral("6:12"));
    painter.setPen(Qt::NoPen);
    painter.setBrush(ink);
    const double right = width - inset;
    for (int i = 0; i < 4; ++i) {
        painter.drawRoundedRect(QRectF(right - 50 + i * 5, middle + 4 - (3 + i * 2), 3, 3 + i * 2), 1, 1);
    }
    painter.drawRoundedRect(QRectF(right - 22, middle - 5, 20, 10), 3, 3);
    const double handle = std::min(140.0, width * 0.3);
    painter.drawRoundedRect(
        QRectF(width / 2 - handle / 2, frame.screen.height - device.navigationBar / 2 - 2, handle, 4), 2, 2);
    painter.restore();
}

}
