// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/easing.h"

#include <QElapsedTimer>
#include <QImage>
#include <QTimer>
#include <QWidget>

namespace scaena::app {

/// An easing as a curve over a running dot. A cubic curve has two handles to drag; a spring and a bounce are
/// pulled up and down (bounciness) and sideways (how stiff, how many bounces).
class EasingEditor : public QWidget {
    Q_OBJECT
public:
    explicit EasingEditor(QWidget* parent = nullptr);
    QSize sizeHint() const override { return {150, 130}; }

    void setEasing(const model::Easing& easing);
    [[nodiscard]] const model::Easing& easing() const { return m_easing; }
    /// The layer, which runs beside the curve as it will on the stage; null for none.
    void setPicture(const QImage& picture) { m_picture = picture; }
    void setCueLength(int millis) { m_length = std::max(200, millis); }
    /// Where a handle (0 or 1) is, in pixels; for tests and for the pointer.
    [[nodiscard]] QPointF handleAt(int handle) const;

signals:
    void dragged(const scaena::model::Easing& easing); ///< while the pointer is down
    void dragEnded();
    void dragCancelled();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent*) override { m_run.start(); }
    void hideEvent(QHideEvent*) override { m_run.stop(); }

private:
    [[nodiscard]] QRectF box() const;
    [[nodiscard]] QPointF toPixel(double x, double y) const;
    [[nodiscard]] QPointF fromPixel(QPointF at) const;
    void pull(QPointF at);

    model::Easing m_easing = model::kLinear;
    model::Easing m_before = model::kLinear;
    QImage m_picture;
    int m_length = 600;
    int m_handle = -1;
    bool m_dragging = false;
    QPointF m_pressedAt;
    QTimer m_run;
    QElapsedTimer m_clock;
};

}
