// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_tip.h"
#include "app/arrange/score/score_view.h"
#include "app/arrange/shelf/moves_page.h"
#include "app/arrange/stage/seam_marks.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QToolTip>
#include <algorithm>
#include <cmath>

/// What the pointer and the keys do on the score.
namespace scaena::app {

using Part = ScoreHit::Part;

void ScoreView::selectHit(const ScoreHit& hit, Qt::KeyboardModifiers keys) {
    const bool toggles = keys & Qt::ControlModifier;
    const auto choose = [&](Selection::Kind kind, const std::string& id) {
        if (toggles) {
            m_selection.toggle(kind, id);
        } else if (!m_selection.contains(kind, id) || m_selection.all().size() < 2) {
            m_selection.select(kind, id);
        }
    };
    const auto& s = *m_document.sequence();
    const auto index = static_cast<std::size_t>(std::max(0, hit.index));
    switch (hit.part) {
    case Part::Cue:
    case Part::CueStart:
    case Part::CueEnd:
        choose(Selection::Kind::Cue, s.cues[index].id);
        break;
    case Part::KnobStart:
    case Part::KnobEnd:
        break;
    case Part::Beat:
    case Part::BeatEnd:
    case Part::WaitGrip:
        m_selection.select(Selection::Kind::Beat, s.beats[index].id);
        break;
    case Part::Gate:
    case Part::GateEnd:
        m_selection.select(Selection::Kind::Gate, s.gates[index].id);
        break;
    case Part::Lane:
    case Part::Label:
        choose(Selection::Kind::Layer, s.layers[index].id);
        break;
    case Part::Nothing:
        m_selection.clear();
        break;
    case Part::Axis:
        break;
    }
}

void ScoreView::mousePressEvent(QMouseEvent* event) {
    setFocus(Qt::MouseFocusReason);
    if (event->button() == Qt::MiddleButton) {
        m_panning = true;
        m_panFrom = event->position();
        return;
    }
    if (event->button() != Qt::LeftButton) {
        return;
    }
    if (isOnSeam(event->position())) {
        m_preview.showSeam(m_preview.conditions());
        return;
    }
    const auto hit = hitAt(event->position());
    selectHit(hit, event->modifiers());
    if (hit.part == Part::Axis) {
        m_preview.setTime(m_layout.timeAt(event->position().x()));
    }
    m_dragAt = event->position();
    m_dragFrom = m_shown;
    const bool adds = event->modifiers() & (Qt::ControlModifier | Qt::ShiftModifier);
    m_drag = makeDrag({m_document, m_preview, m_selection, m_layout, m_shown}, hit, event->position(), adds);
}

void ScoreView::pan(QPointF at) {
    if (!m_span.isWhole()) {
        m_span.moveBy((m_panFrom.x() - at.x()) / m_layout.pixelsPerMs());
        m_panFrom = at;
        relayout();
    }
}

void ScoreView::hover(QPointF at) {
    const auto before = std::exchange(m_hover, hitAt(at));
    const auto part = m_hover.part;
    const bool edge = part == Part::CueStart || part == Part::CueEnd || part == Part::BeatEnd ||
                      part == Part::WaitGrip || part == Part::GateEnd;
    const bool knob = part == Part::KnobStart || part == Part::KnobEnd ||
                      (part == Part::Gate && m_document.sequence()->gates.size() > 1);
    setCursor(edge                ? Qt::SplitHCursor
              : knob              ? Qt::CrossCursor
              : part == Part::Cue ? Qt::OpenHandCursor
                                  : Qt::ArrowCursor);
    if (part != before.part || m_hover.index != before.index) {
        refresh();
    }
}

void ScoreView::mouseMoveEvent(QMouseEvent* event) {
    if (m_panning) {
        pan(event->position());
    } else if (m_drag) {
        m_dragAt = event->position();
        m_drag->moveTo(event->position(), !(event->modifiers() & Qt::AltModifier));
        update();
    } else {
        hover(event->position());
    }
}

/// Only then may the axis fit itself to what has become of it.
void ScoreView::endDrag(bool keeps) {
    if (const auto drag = std::move(m_drag)) {
        keeps ? drag->finish() : drag->cancel();
        m_dragFrom.reset();
        relayout();
    }
}

void ScoreView::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() == Qt::MiddleButton) {
        m_panning = false;
    }
    if (event->button() == Qt::LeftButton) {
        endDrag(true);
    }
}

void ScoreView::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto hit = hitAt(event->position());
    mousePressEvent(event);
    if (m_drag && !m_drag->keepsAxis()) {
        m_drag.reset(); // a name is being typed, no lane is dragged by it
    }
    if (hit.part == Part::Label) {
        emit wantsName();
    } else if (m_selection.kind() != Selection::Kind::None) {
        emit wantsNumber();
    }
}

void ScoreView::leaveEvent(QEvent*) {
    m_hover = {};
    refresh();
}

void ScoreView::contextMenuEvent(QContextMenuEvent* event) {
    if (event->reason() == QContextMenuEvent::Mouse) {
        const auto hit = hitAt(event->pos());
        if (hit.part != Part::Nothing && hit.part != Part::Axis) {
            selectHit(hit, {});
        }
    }
    emit wantsMenu(event->globalPos());
}

void ScoreView::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasFormat(QString::fromLatin1(MovesPage::kMime))) {
        event->acceptProposedAction();
    }
}

void ScoreView::aimDrop(QPointF at) {
    m_dropLayer = m_layout.layerAt(at.y());
    const double reach = 6 / m_layout.pixelsPerMs();
    m_dropTime = snapped(*m_shown, std::max(0.0, m_layout.timeAt(at.x())), reach, m_preview.time(), -1);
    update();
}

void ScoreView::dragMoveEvent(QDragMoveEvent* event) {
    aimDrop(event->position());
    event->setAccepted(m_dropLayer >= 0);
}

void ScoreView::dragLeaveEvent(QDragLeaveEvent*) {
    m_dropLayer = -1;
    update();
}

void ScoreView::dropEvent(QDropEvent* event) {
    aimDrop(event->position());
    const int layer = std::exchange(m_dropLayer, -1);
    if (layer >= 0) {
        event->acceptProposedAction();
        emit moveDropped(event->mimeData()->data(QString::fromLatin1(MovesPage::kMime)).toInt(),
                         m_document.sequence()->layers[static_cast<std::size_t>(layer)].id, m_dropTime);
    }
    update();
}

void ScoreView::wheelEvent(QWheelEvent* event) {
    const double steps = event->angleDelta().y() / 120.0;
    if (event->modifiers() & Qt::ControlModifier) {
        zoom(std::pow(1.2, steps), m_layout.timeAt(event->position().x()));
    } else if ((event->modifiers() & Qt::ShiftModifier) && !m_span.isWhole()) {
        m_span.moveBy(-steps * m_span.length(whole()) * 0.1);
        relayout();
    } else {
        event->ignore();
    }
}

void ScoreView::keyPressEvent(QKeyEvent* event) {
    const int step = event->modifiers() & Qt::ShiftModifier ? 100 : 10;
    switch (event->key()) {
    case Qt::Key_Left:
        nudge(-step);
        break;
    case Qt::Key_Right:
        nudge(step);
        break;
    case Qt::Key_Down:
        selectNext(false);
        break;
    case Qt::Key_Up:
        selectNext(true);
        break;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        emit wantsNumber();
        break;
    case Qt::Key_Escape:
        if (m_drag) {
            endDrag(false);
        } else {
            m_selection.clear();
        }
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}

bool ScoreView::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) {
        return QWidget::event(event);
    }
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto& schedule = *m_shown;
    const QString text = isOnSeam(help->pos())
                             ? tr("Where the app takes over:\n%1\nClick to see it on the stage")
                                   .arg(seamWords(*schedule.sequence, m_preview.seam()))
                             : scoreTip(schedule, hitAt(help->pos()));
    QToolTip::showText(help->globalPos(), text, this);
    return true;
}

}
