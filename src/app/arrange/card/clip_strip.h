// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/widgets/jobs.h"
#include "core/art/read_clip.h"

#include <QImage>

class QMenu;

namespace scaena::app {

/// A clip's whole file as a strip of frames, with what is played of it: where it begins, where it stops and
/// which frame is kept then are taken hold of. The file's own markers stand on it; a click on one plays its
/// stretch. The right mouse button, or the menu key, has what can be done with the frame there.
class ClipStrip : public QWidget {
    Q_OBJECT
public:
    ClipStrip(ArrangeActions& actions, const LayerId& layer, QWidget* parent);
    QSize sizeHint() const override { return {190, 62}; }

    enum class Grip { None, From, Stop, Keep };
    /// Where a moment of the clip lies; for tests, too.
    [[nodiscard]] double xOf(double millis) const;
    [[nodiscard]] Millis timeAt(double x) const;
    [[nodiscard]] Grip gripAt(QPointF at) const;
    [[nodiscard]] bool isDrawn() const { return !m_frames.empty(); }
    /// What stands there instead of frames; empty where they are.
    [[nodiscard]] QString message() const;
    [[nodiscard]] const art::ClipInfo& info() const { return m_info; }
    /// What can be done at a moment of the clip.
    void fillMenu(QMenu& menu, Millis at);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] const model::ClipContent* clip() const;
    [[nodiscard]] QRectF filmRect() const;
    [[nodiscard]] Millis keptAt(const model::ClipContent& clip) const {
        return clip.keep.value_or(clip.stopAt);
    }
    [[nodiscard]] double timeOf(const model::ClipContent& clip, Grip grip) const;
    [[nodiscard]] const art::ClipInfo::Marker* markerAt(QPointF at) const;
    [[nodiscard]] model::Sequence with(Grip grip, Millis time) const;
    void playMarker(const art::ClipInfo::Marker& marker);
    void redraw();
    /// Steps of one key within a gesture become one.
    void apply(const QString& verb, model::Sequence next, const std::string& mergeKey = {});

    ArrangeActions& m_actions;
    LayerId m_layer;
    art::ClipInfo m_info;
    std::vector<QImage> m_frames; ///< from the file's start to its end, evenly
    std::string m_drawnPath;
    Grip m_grip = Grip::From; ///< that is held, or that the keys move
    bool m_dragging = false;
    bool m_wasLookedAt = false;
    QTimer m_soon;
    Jobs m_jobs{Jobs::Order::Newest, nullptr, QThread::LowPriority};
};

}
