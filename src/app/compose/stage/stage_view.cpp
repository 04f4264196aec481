// SPDX-License-Identifier: MIT
#include "app/compose/stage/stage_view.h"

#include "app/shell/theme.h"
#include "core/schedule/evaluate.h"
#include "render/bands.h"
#include "render/frame_painter.h"

#include <QElapsedTimer>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

namespace scaena::app {

namespace {
constexpr double kBezel = 9;  // pixels
constexpr double kMargin = 8; // pixels of room for the shadow
}

StageView::StageView(Preview& preview, Selection& selection, QWidget* parent)
    : QWidget(parent), m_preview(preview), m_selection(selection) {
    setObjectName(QStringLiteral("stage"));
    setAccessibleName(tr("Stage"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    connect(&preview, &Preview::scheduleChanged, this, qOverload<>(&QWidget::update));
    connect(&preview, &Preview::timeChanged, this, qOverload<>(&QWidget::update));
    connect(&selection, &Selection::changed, this, qOverload<>(&QWidget::update));
}

QRectF StageView::screenRect() const {
    const auto& screen = m_preview.schedule()->screen;
    const double room = 2 * (kBezel + kMargin);
    const QSizeF fit =
        QSizeF(screen.width, screen.height)
            .scaled(std::max(10.0, width() - room), std::max(10.0, height() - room), Qt::KeepAspectRatio);
    return {(width() - fit.width()) / 2, (height() - fit.height()) / 2, fit.width(), fit.height()};
}

void StageView::paintEvent(QPaintEvent*) {
    QElapsedTimer clock;
    clock.start();
    const auto& device = schedule::deviceOr(m_preview.conditions().device);
    schedule::evaluateInto(*m_preview.schedule(), m_preview.time(), m_frame);
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF screen = screenRect();
    const double scale = screen.width() / m_frame.screen.width;
    const double corner = device.cornerRadius * scale;
    painter.drawPixmap(0, 0, deviceBody(screen, corner));
    paintScreen(screen.size(), corner, scale);
    painter.drawImage(screen.topLeft(), m_screen);
    painter.save();
    painter.translate(screen.topLeft());
    painter.scale(scale, scale);
    render::paintSystemBars(painter, *m_preview.scene(), m_frame, device);
    if (!m_preview.isPlaying()) {
        paintSelection(painter, scale);
    }
    painter.restore();
    m_lastPaint = double(clock.nsecsElapsed()) / 1e6;
}

/// The frame as a picture, painted on several threads, so that following the needle never waits for one core.
void StageView::paintScreen(QSizeF size, double corner, double scale) {
    const double ratio = devicePixelRatioF();
    const QSize pixels = (size * ratio).toSize();
    if (m_screen.size() != pixels) {
        m_screen = QImage(pixels, QImage::Format_ARGB32_Premultiplied);
    }
    m_screen.setDevicePixelRatio(1);
    m_screen.fill(Qt::transparent);
    QPainterPath shape;
    shape.addRoundedRect(QRectF(QPointF(), QSizeF(pixels)), corner * ratio, corner * ratio);
    render::paintInBands(m_screen, [&](QPainter& painter) {
        painter.setRenderHint(QPainter::Antialiasing);
        if (corner > 0) {
            painter.setClipPath(shape);
        }
        painter.scale(scale * ratio, scale * ratio);
        render::paintFrame(painter, *m_preview.scene(), m_frame);
    });
    m_screen.setDevicePixelRatio(ratio);
}

const QPixmap& StageView::deviceBody(const QRectF& screen, double corner) {
    const double ratio = devicePixelRatioF();
    const QString key = QStringLiteral("%1 %2 %3 %4 %5 %6")
                            .arg(width())
                            .arg(height())
                            .arg(screen.width())
                            .arg(corner)
                            .arg(ratio)
                            .arg(theme().night);
    if (key != m_bodyKey) {
        m_bodyKey = key;
        m_body = QPixmap(size() * ratio);
        m_body.setDevicePixelRatio(ratio);
        m_body.fill(Qt::transparent);
        QPainter painter(&m_body);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, theme().night ? 22 : 9));
        for (int i = 5; i > 0; --i) {
            const double grow = kBezel + i * 1.4;
            painter.drawRoundedRect(screen.adjusted(-grow, -grow + 2, grow, grow + 2), corner + grow,
                                    corner + grow);
        }
        painter.setBrush(QColor(0x14, 0x15, 0x1A));
        painter.drawRoundedRect(screen.adjusted(-kBezel, -kBezel, kBezel, kBezel), corner + kBezel,
                                corner + kBezel);
    }
    return m_body;
}

void StageView::paintSelection(QPainter& painter, double scale) const {
    const auto& sequence = *m_preview.schedule()->sequence;
    const auto* cue = model::findThing(sequence.cues, m_selection.cue());
    const Id layer = cue                                            ? cue->layer
                     : m_selection.kind() == Selection::Kind::Layer ? m_selection.id()
                                                                    : Id();
    for (const auto& state : m_frame.layers) {
        const auto& it = sequence.layers[static_cast<std::size_t>(state.layer)];
        if (it.id != layer || it.kind == model::LayerKind::Backdrop ||
            it.kind == model::LayerKind::FirstScreen) {
            continue;
        }
        painter.save();
        painter.translate(state.centre.x, state.centre.y);
        painter.rotate(state.rotation);
        painter.scale(state.scaleX, state.scaleY);
        const QRectF box(-state.size.width / 2, -state.size.height / 2, state.size.width, state.size.height);
        const double unit = 1 / (scale * std::max(0.05, std::abs(state.scaleX)));
        for (const auto& [colour, dash] :
             {std::pair{QColor(255, 255, 255, 210), 0.0}, std::pair{QColor(0x23, 0x27, 0x2F, 210), 3.0}}) {
            QPen pen(colour, unit);
            if (dash > 0) {
                pen.setDashPattern({dash, dash});
            }
            painter.setPen(pen);
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(box);
        }
        painter.restore();
    }
}

void StageView::mousePressEvent(QMouseEvent* event) {
    const QRectF screen = screenRect();
    const double scale = screen.width() / m_frame.screen.width;
    const QPointF at = (event->position() - screen.topLeft()) / scale;
    const auto& schedule = *m_preview.schedule();
    const auto& sequence = *schedule.sequence;
    for (auto state = m_frame.layers.rbegin(); state != m_frame.layers.rend(); ++state) {
        const double halfWidth = state->size.width * std::abs(state->scaleX) / 2;
        const double halfHeight = state->size.height * std::abs(state->scaleY) / 2;
        if (std::abs(at.x() - state->centre.x) > halfWidth ||
            std::abs(at.y() - state->centre.y) > halfHeight) {
            continue;
        }
        const Id layer = sequence.layers[static_cast<std::size_t>(state->layer)].id;
        for (std::size_t i = 0; i < sequence.cues.size(); ++i) {
            if (sequence.cues[i].layer == layer && schedule.cues[i].start <= m_preview.time() &&
                m_preview.time() <= schedule.cues[i].end) {
                m_selection.select(Selection::Kind::Cue, sequence.cues[i].id);
                return;
            }
        }
        m_selection.select(Selection::Kind::Layer, layer);
        return;
    }
    m_selection.clear();
}

}
