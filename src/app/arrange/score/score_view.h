// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/lane_cache.h"
#include "app/arrange/score/score_drag.h"
#include "app/arrange/score/score_span.h"
#include "app/document/filmstrip.h"
#include "app/document/selection.h"

#include <QPixmap>
#include <QTimer>
#include <QWidget>

class QToolButton;

namespace scaena::app {

/// The score: all beats, cues and gates on one time axis. It wires events to the drag at hand (score_drag.h)
/// and lets ScorePainter paint.
class ScoreView : public QWidget {
    Q_OBJECT
public:
    ScoreView(Document& document, Preview& preview, Selection& selection, Filmstrip& strip,
              QWidget* parent = nullptr);
    ~ScoreView() override;
    QSize sizeHint() const override { return {800, int(m_layout.height())}; }

    [[nodiscard]] const ScoreLayout& layoutOfScore() const { return m_layout; }
    void zoom(double factor, double aroundTime);
    void zoomToFit();
    /// Shows the selected cues (or beat) as large as fits.
    void zoomToSelection();
    /// So near that single frames of a 60 Hz screen can be told apart.
    void zoomToFrames();
    /// Moves the selected cues by so many ms, as the arrow keys do; without one the needle, by a frame or
    /// ten.
    void nudge(Millis by);
    /// Selects the cue that starts next after (or before) the selected one.
    void selectNext(bool backwards);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dragMoveEvent(QDragMoveEvent* event) override;
    void dragLeaveEvent(QDragLeaveEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool event(QEvent* event) override;

signals:
    void wantsMenu(const QPoint& globalPos);
    /// A move of the shelf was dropped on a lane.
    void moveDropped(int entry, const scaena::LayerId& layer, double time);
    /// The name of a layer, beat or gate was double-clicked.
    void wantsName();
    void wantsLayer();
    void wantsBeat();
    void wantsGate();
    /// A number on the score was double-clicked: the card should take the keyboard.
    void wantsNumber();

private:
    void relayout();
    /// Forgets the painted page, so that the next painting makes it anew.
    void refresh();
    void selectHit(const ScoreHit& hit, Qt::KeyboardModifiers keys);
    [[nodiscard]] ScoreHit hitAt(QPointF at) const;
    [[nodiscard]] bool isOnSeam(QPointF at) const;
    void placeButtons();
    void aimDrop(QPointF at);
    void pan(QPointF at);
    void hover(QPointF at);
    void endDrag(bool keeps);
    /// What there is to be seen of the axis, ms.
    [[nodiscard]] double whole() const;
    void describe();

    Document& m_document;
    Preview& m_preview;
    Selection& m_selection;
    Filmstrip& m_strip;
    ScoreLayout m_layout;
    ScoreHit m_hover;
    std::unique_ptr<ScoreDrag> m_drag;
    QPointF m_dragAt;                                     ///< where the pointer is
    std::shared_ptr<const schedule::Schedule> m_dragFrom; ///< what was shown when the drag began
    QToolButton *m_addBeat, *m_addLayer, *m_addGate;
    int m_dropLayer = -1; ///< where a dragged move would land
    double m_dropTime = 0;
    ScoreSpan m_span;
    QPointF m_panFrom;
    bool m_panning = false;
    QRect m_pageRect; ///< where the page lies
    QSize m_pageOf;   ///< size of the score it is of
    QPixmap m_page;
    LaneCache m_lanes;
    /// What is shown: layout, page, drags and words are all of it. Newer ones may wait for a moment.
    std::shared_ptr<const schedule::Schedule> m_shown;
    QTimer m_soon;
};

}
