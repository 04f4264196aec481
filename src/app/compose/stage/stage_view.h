// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/preview.h"
#include "app/document/selection.h"
#include "core/schedule/frame.h"

#include <QImage>
#include <QPixmap>
#include <QWidget>

namespace scaena::app {

/// The device, as large as fits, showing exactly the needle's moment. A click selects the cue of the layer
/// beneath it that runs at that moment, or the layer.
class StageView : public QWidget {
    Q_OBJECT
public:
    StageView(Preview& preview, Selection& selection, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {320, 560}; }
    QSize minimumSizeHint() const override { return {160, 240}; }

    /// How long the last painting took, in ms, for the benchmark and the tests.
    [[nodiscard]] double lastPaintMillis() const { return m_lastPaint; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    [[nodiscard]] QRectF screenRect() const;
    void paintSelection(QPainter& painter, double scale) const;
    /// The device around the screen, with its shadow; painted anew only when its size or the looks change.
    const QPixmap& deviceBody(const QRectF& screen, double corner);
    void paintScreen(QSizeF size, double corner, double scale);

    Preview& m_preview;
    Selection& m_selection;
    schedule::Frame m_frame;
    double m_lastPaint = 0;
    QImage m_screen;
    QPixmap m_body;
    QString m_bodyKey;
};

}
