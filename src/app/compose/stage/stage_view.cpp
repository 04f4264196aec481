// SPDX-License-Identifier: MIT
#include "app/compose/stage/stage_view.h"

#include "app/shell/theme.h"
#include "core/schedule/evaluate.h"
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

StageView::StageView(Preview& preview, Selection& selection, QWidget* parent) : QWidget(parent), m_preview(preview), m_selection(selection) {
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
    const QSizeF fit = QSizeF(screen.width, screen.height).scaled(std::max(10.0, width() - room), std::max(10.0, height() - room), Qt::KeepAspectRatio);
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
    painter.setPen(Qt::NoPen);
    for (int i = 5; i > 0; --i) {
        painter.setBrush(QColor(0, 0, 0, theme().night ? 22 : 9));
        const double grow = kBezel + i * 1.4;
        painter.drawRoundedRect(screen.adjusted(-grow, -grow + 2, grow, grow + 2), corner + grow, corner + grow);
    }
    painter.setBrush(QColor(0x14, 0x15, 0x1A));
    painter.drawRoundedRect(screen.adjusted(-kBezel, -kBezel, kBezel, kBezel), corner + kBezel, corner + kBezel);
    painter.save();
    QPainterPath shape;
    shape.addRoundedRect(screen, corner, corner);
    painter.setClipPath(shape);
    painter.translate(screen.topLeft());
    painter.scale(scale, scale);
    render::paintFrame(painter, *m_preview.scene(), m_frame);
    render::paintSystemBars(painter, *m_preview.scene(), m_frame, device);
    if (!m_preview.isPlaying()) {
        paintSelection(painter, scale);
    }
    painter.restore();
    m_lastPaint = double(clock.nsecsElapsed()) / 1e6;
}

void StageView::paintSelection(QPainter& painter, double scale) const {
    const auto& sequence = *m_preview.schedule()->sequence;
    const auto* cue = model::findThing(sequence.cues, m_selection.cue());
    const Id layer = cue ? cue->layer : m_selection.kind() == Selection::Kind::Layer ? m_selection.id() : Id();
    for (const auto& state : m_frame.layers) {
        const auto& it = sequence.layers[static_cast<std::size_t>(state.layer)];
        if (it.id != layer || it.kind == model::LayerKind::Backdrop || it.kind == model::LayerKind::FirstScreen) {
            continue;
        }
        painter.save();
        painter.translate(state.centre.x, state.centre.y);
        painter.rotate(state.rotation);
        painter.scale(state.scaleX, state.scaleY);
        const QRectF box(-state.size.width / 2, -state.size.height / 2, state.size.width, state.size.height);
        const double unit = 1 / (scale * std::max(0.05, std::abs(state.scaleX)));
        for (const auto& [colour, dash] : {std::pair{QColor(255, 255, 255, 210), 0.0}, std::pair{QColor(0x23, 0x27, 0x2F, 210), 3.0}}) {
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
        if (std::abs(at.x() - state->centre.x) > halfWidth || std::abs(at.y() - state->centre.y) > halfHeight) {
            continue;
        }
        const Id layer = sequence.layers[static_cast<std::size_t>(state->layer)].id;
        for (std::size_t i = 0; i < sequence.cues.size(); ++i) {
            if (sequence.cues[i].layer == layer && schedule.cues[i].start <= m_preview.time() && m_preview.time() <= schedule.cues[i].end) {
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
