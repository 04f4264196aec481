// SPDX-License-Identifier: MIT
#include "app/arrange/card/easing_editor.h"

#include "app/widgets/theme.h"
#include "core/motion/easing_curve.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace scaena::app {

namespace {
constexpr double kLow = -0.35, kHigh = 1.35; // how far a curve may reach over and still be seen
constexpr int kTrack = 34;                   // pixels beside the curve in which the layer runs
constexpr int kPauseMillis = 500;            // between two runs of the dot
double rounded(double value) { return std::round(value * 100) / 100; }
}

EasingEditor::EasingEditor(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("easing"));
    setAccessibleName(tr("Easing curve"));
    setToolTip(tr("Drag the handles. A spring and a bounce: pull up and down, and sideways"));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::CrossCursor);
    setMinimumSize(96, 96);
    m_run.setInterval(33);
    m_clock.start();
    connect(&m_run, &QTimer::timeout, this, qOverload<>(&QWidget::update));
}

void EasingEditor::setEasing(const model::Easing& easing) {
    if (!m_dragging) {
        m_easing = easing;
        setAccessibleDescription(QString::fromStdString(model::toText(easing)));
        update();
    }
}

QRectF EasingEditor::box() const { return QRectF(rect()).adjusted(4, 4, -4 - kTrack, -4); }

QPointF EasingEditor::toPixel(double x, double y) const {
    const QRectF b = box();
    return {b.left() + 6 + x * (b.width() - 12), b.bottom() - (y - kLow) / (kHigh - kLow) * b.height()};
}

QPointF EasingEditor::fromPixel(QPointF at) const {
    const QRectF b = box();
    return {(at.x() - b.left() - 6) / (b.width() - 12),
            kLow + (b.bottom() - at.y()) / b.height() * (kHigh - kLow)};
}

QPointF EasingEditor::handleAt(int handle) const {
    const auto* curve = std::get_if<model::CubicBezier>(&m_easing);
    if (!curve) {
        return {};
    }
    return handle == 0 ? toPixel(curve->x1, curve->y1) : toPixel(curve->x2, curve->y2);
}

void EasingEditor::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    painter.setPen(QPen(hasFocus() ? t.woad : t.rule, 1));
    painter.setBrush(t.night ? t.desk : QColor("#FFFEFA"));
    painter.drawRect(box());
    painter.setPen(QPen(t.rule, 1, Qt::DotLine));
    for (double y : {0.0, 1.0}) {
        painter.drawLine(toPixel(0, y), toPixel(1, y));
    }
    painter.setClipRect(box());
    QPainterPath path(toPixel(0, motion::ease(m_easing, 0)));
    const int steps = 160;
    for (int i = 1; i <= steps; ++i) {
        path.lineTo(toPixel(double(i) / steps, motion::ease(m_easing, double(i) / steps)));
    }
    if (std::holds_alternative<model::CubicBezier>(m_easing)) {
        painter.setPen(QPen(t.umber, 1));
        painter.drawLine(toPixel(0, 0), handleAt(0));
        painter.drawLine(toPixel(1, 1), handleAt(1));
        painter.setBrush(t.page);
        for (int handle : {0, 1}) {
            painter.drawRect(QRectF(handleAt(handle) - QPointF(3.5, 3.5), QSizeF(7, 7)));
        }
    }
    painter.setPen(QPen(t.woad, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawPath(path);
    const double part = std::min(1.0, double(m_clock.elapsed() % (m_length + kPauseMillis)) / m_length);
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.madder);
    const double eased = motion::ease(m_easing, part);
    painter.drawEllipse(toPixel(part, eased), 3.6, 3.6);
    painter.setClipping(false);
    const QPointF at(box().right() + kTrack / 2.0 + 2, toPixel(0, eased).y());
    painter.setPen(QPen(t.rule, 1));
    painter.drawLine(QPointF(at.x(), toPixel(0, 0).y()), QPointF(at.x(), toPixel(0, 1).y()));
    if (m_picture.isNull()) {
        painter.setPen(Qt::NoPen);
        painter.drawRoundedRect(QRectF(at - QPointF(8, 8), QSizeF(16, 16)), 4, 4);
    } else {
        const QSizeF size = QSizeF(m_picture.size()) / m_picture.devicePixelRatio();
        painter.drawImage(at - QPointF(size.width() / 2, size.height() / 2), m_picture);
    }
}

void EasingEditor::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) {
        return;
    }
    m_before = m_easing;
    m_pressedAt = event->position();
    m_dragging = true;
    m_handle = 0;
    if (std::holds_alternative<model::CubicBezier>(m_easing)) {
        const double first = QLineF(event->position(), handleAt(0)).length();
        const double second = QLineF(event->position(), handleAt(1)).length();
        m_handle = first <= second ? 0 : 1;
    }
}

void EasingEditor::pull(QPointF at) {
    const QPointF moved = (at - m_pressedAt);
    if (auto* curve = std::get_if<model::CubicBezier>(&m_easing)) {
        const QPointF place = fromPixel(at);
        const double x = rounded(std::clamp(place.x(), 0.0, 1.0));
        const double y = rounded(std::clamp(place.y(), kLow, kHigh));
        (m_handle == 0 ? curve->x1 : curve->x2) = x;
        (m_handle == 0 ? curve->y1 : curve->y2) = y;
    } else if (auto* spring = std::get_if<model::Spring>(&m_easing)) {
        const auto& from = std::get<model::Spring>(m_before);
        spring->damping = rounded(std::clamp(from.damping + moved.y() * 0.15, 1.0, 60.0));
        spring->stiffness = std::round(std::clamp(from.stiffness + moved.x() * 2, 20.0, 1000.0));
    } else if (auto* bounce = std::get_if<model::Bounce>(&m_easing)) {
        const auto& from = std::get<model::Bounce>(m_before);
        bounce->restitution = rounded(std::clamp(from.restitution - moved.y() * 0.005, 0.05, 0.9));
        bounce->bounces = std::clamp(from.bounces + int(moved.x() / 25), 0, 8);
    }
}

void EasingEditor::mouseMoveEvent(QMouseEvent* event) {
    if (m_dragging) {
        pull(event->position());
        emit dragged(m_easing);
        update();
    }
}

void EasingEditor::mouseReleaseEvent(QMouseEvent*) {
    if (m_dragging) {
        m_dragging = false;
        emit dragEnded();
    }
}

void EasingEditor::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && m_dragging) {
        m_dragging = false;
        m_easing = m_before;
        emit dragCancelled();
        update();
        return;
    }
    // Without a mouse: arrows move the first handle, with Ctrl the second.
    const QPointF step(event->key() == Qt::Key_Left    ? -1
                       : event->key() == Qt::Key_Right ? 1
                                                       : 0,
                       event->key() == Qt::Key_Up     ? 1
                       : event->key() == Qt::Key_Down ? -1
                                                      : 0);
    auto* curve = std::get_if<model::CubicBezier>(&m_easing);
    if (step.isNull() || !curve) {
        QWidget::keyPressEvent(event);
        return;
    }
    const bool second = event->modifiers() & Qt::ControlModifier;
    double& x = second ? curve->x2 : curve->x1;
    double& y = second ? curve->y2 : curve->y1;
    x = rounded(std::clamp(x + step.x() * 0.02, 0.0, 1.0));
    y = rounded(std::clamp(y + step.y() * 0.02, kLow, kHigh));
    emit dragged(m_easing);
    emit dragEnded();
    update();
}

}
