// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_view.h"

#include "app/arrange/score/score_painter.h"
#include "app/arrange/score/score_tip.h"
#include "app/arrange/score/seam_mark.h"
#include "app/arrange/shelf/moves_page.h"
#include "app/arrange/stage/seam_marks.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/edits.h"
#include "core/edit/time_edits.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QPainter>
#include <QToolButton>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace scaena::app {

namespace {
constexpr int kScrollRoom = 240; // pixels above and below what is in sight
}

using Part = ScoreHit::Part;

ScoreView::ScoreView(Document& document, Preview& preview, Selection& selection, Filmstrip& strip,
                     QWidget* parent)
    : QWidget(parent), m_document(document), m_preview(preview), m_selection(selection), m_strip(strip) {
    setObjectName(QStringLiteral("score"));
    setAccessibleName(tr("Score"));
    setMouseTracking(true);
    setAcceptDrops(true);
    setFocusPolicy(Qt::StrongFocus);
    const auto adder = [this](const char* name, const QString& tip) {
        auto* button = new QToolButton(this);
        button->setObjectName(QString::fromLatin1(name));
        button->setText(QStringLiteral("+"));
        button->setToolTip(tip);
        button->setAccessibleName(tip);
        button->setFont(uiFont(14, true));
        button->setFixedSize(20, 18);
        button->setFocusPolicy(Qt::TabFocus);
        return button;
    };
    m_addBeat = adder("scoreAddBeat", tr("Add a beat (B)"));
    m_addLayer = adder("scoreAddLayer", tr("Add a layer (A)"));
    m_addGate = adder("scoreAddGate", tr("Add a gate (G)"));
    connect(m_addBeat, &QToolButton::clicked, this, &ScoreView::wantsBeat);
    connect(m_addLayer, &QToolButton::clicked, this, &ScoreView::wantsLayer);
    connect(m_addGate, &QToolButton::clicked, this, &ScoreView::wantsGate);
    m_strip.setFrameHeight(int(ScoreLayout::kStripHeight) - 4);
    // While something is dragged the stage is painted first and the score right after it.
    m_soon.setSingleShot(true);
    m_soon.setInterval(0);
    connect(&m_soon, &QTimer::timeout, this, &ScoreView::relayout);
    connect(&preview, &Preview::scheduleChanged, this, [this] {
        if (m_document.history().inTransaction()) {
            m_soon.start();
        } else {
            relayout();
        }
    });
    connect(&preview, &Preview::timeChanged, this, qOverload<>(&QWidget::update));
    connect(&strip, &Filmstrip::changed, this, &ScoreView::refresh);
    connect(&selection, &Selection::changed, this, [this] {
        describe();
        refresh();
    });
    relayout();
}

ScoreView::~ScoreView() = default;

void ScoreView::relayout() {
    m_soon.stop();
    m_shown = m_preview.schedule();
    const auto& schedule = *m_shown;
    const QSizeF room(width(), parentWidget() ? parentWidget()->height() : height());
    // While something is dragged the axis keeps still, or the thing would run away from under the pointer.
    if (!m_tool || m_visible > 0) {
        const double whole = schedule.end * 1.06 + 20;
        m_layout.update(schedule, room, m_visible > 0 ? m_scroll : 0, m_visible > 0 ? m_visible : whole,
                        m_tool != nullptr);
    } else {
        m_layout.update(schedule, room, m_layout.timeAt(m_layout.left()),
                        (m_layout.right() - m_layout.left()) / m_layout.pixelsPerMs(), true);
    }
    setMinimumHeight(int(std::ceil(m_layout.height())));
    placeButtons();
    refresh();
}

/// Behind the words they belong to.
void ScoreView::placeButtons() {
    const double x = ScoreLayout::kLabelWidth - 28;
    m_addBeat->move(int(x), int(m_layout.beatRow().center().y() - 9));
    m_addLayer->move(int(x), int(m_layout.stripRow().bottom() - 12));
    m_addGate->move(int(x), int(m_layout.gatesTop()));
}

ScoreHit ScoreView::hitAt(QPointF at) const {
    const bool one = m_selection.kind() == Selection::Kind::Cue && m_selection.all().size() == 1;
    return m_layout.hit(at, one ? model::indexOf(m_document.sequence()->cues, m_selection.cue()) : -1);
}

bool ScoreView::isOnSeam(QPointF at) const {
    return !m_preview.seam().empty() && seamMark(m_layout, *m_preview.schedule()).contains(at);
}

void ScoreView::resizeEvent(QResizeEvent*) { relayout(); }

void ScoreView::paintEvent(QPaintEvent* event) {
    const double ratio = devicePixelRatioF();
    // Of a score of a thousand lanes only what is in sight is painted, and a little more, for scrolling.
    const QRect seen = visibleRegion().boundingRect().united(event->rect());
    if (m_page.isNull() || m_pageOf != size() || m_page.devicePixelRatio() != ratio ||
        !m_pageRect.contains(seen)) {
        m_pageOf = size();
        m_pageRect = seen.adjusted(0, -kScrollRoom, 0, kScrollRoom).intersected(rect());
        m_page = QPixmap(m_pageRect.size() * ratio);
        m_page.setDevicePixelRatio(ratio);
        m_page.fill(Qt::transparent);
        QPainter page(&m_page);
        page.translate(-m_pageRect.topLeft());
        ScorePainter painter(page, *m_shown, m_layout, m_selection);
        painter.seeOnly(m_pageRect);
        painter.paintPage(m_strip, m_hover, m_lanes);
    }
    QPainter painter(this);
    painter.drawPixmap(m_pageRect.topLeft(), m_page);
    ScorePainter marks(painter, *m_shown, m_layout, m_selection);
    if (m_dropLayer >= 0) {
        marks.dropMark(m_dropLayer, m_dropTime);
    }
    if (m_gesture) {
        m_gesture->paint(marks);
    }
    marks.needle(m_preview.time());
    if (!m_preview.seam().empty()) {
        paintSeamMark(painter, seamMark(m_layout, *m_shown), theme().madder, theme().page);
    }
}

void ScoreView::refresh() {
    m_page = QPixmap();
    update();
}

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
    const double time = m_layout.timeAt(event->position().x());
    if (hit.part == Part::Axis) {
        m_preview.setTime(time);
    }
    const bool adds = event->modifiers() & (Qt::ControlModifier | Qt::ShiftModifier);
    m_gesture = makeGesture({m_document, m_preview, m_selection, m_layout}, hit, event->position(), adds);
    if (!m_gesture) {
        const bool together = m_selection.kind() == Selection::Kind::Cue;
        m_tool =
            makeTool({m_document, m_preview, m_layout, together ? m_selection.cues() : std::vector<CueId>{}},
                     hit, time);
    }
}

void ScoreView::mouseMoveEvent(QMouseEvent* event) {
    if (m_panning) {
        if (m_visible > 0) {
            m_scroll =
                std::max(0.0, m_scroll - (event->position().x() - m_panFrom.x()) / m_layout.pixelsPerMs());
            m_panFrom = event->position();
            relayout();
        }
        return;
    }
    if (m_gesture) {
        m_gesture->moveTo(event->position());
        update();
        return;
    }
    if (m_tool) {
        m_tool->moveTo(m_layout.timeAt(event->position().x()), !(event->modifiers() & Qt::AltModifier));
        return;
    }
    const auto before = m_hover;
    m_hover = hitAt(event->position());
    const bool edge = m_hover.part == Part::CueStart || m_hover.part == Part::CueEnd ||
                      m_hover.part == Part::BeatEnd || m_hover.part == Part::WaitGrip ||
                      m_hover.part == Part::GateEnd;
    const bool knob = m_hover.part == Part::KnobStart || m_hover.part == Part::KnobEnd;
    setCursor(edge                        ? Qt::SplitHCursor
              : knob                      ? Qt::CrossCursor
              : m_hover.part == Part::Cue ? Qt::OpenHandCursor
                                          : Qt::ArrowCursor);
    if (m_hover.part != before.part || m_hover.index != before.index) {
        refresh();
    }
}

void ScoreView::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() == Qt::MiddleButton) {
        m_panning = false;
    }
    if (event->button() == Qt::LeftButton && m_gesture) {
        const auto gesture = std::move(m_gesture);
        gesture->finish();
        refresh();
    }
    if (event->button() == Qt::LeftButton && m_tool) {
        const auto tool = std::move(m_tool);
        tool->finish();
        relayout();
    }
}

void ScoreView::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto hit = hitAt(event->position());
    mousePressEvent(event);
    m_gesture.reset();
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

void ScoreView::zoom(double factor, double aroundTime) {
    const double whole = m_preview.schedule()->end * 1.06 + 20;
    const double visible = std::clamp((m_visible > 0 ? m_visible : whole) / factor, 60.0, whole);
    const double part = (m_layout.xOf(aroundTime) - m_layout.left()) / (m_layout.right() - m_layout.left());
    m_visible = visible >= whole ? 0 : visible;
    m_scroll = std::clamp(aroundTime - part * visible, 0.0, std::max(0.0, whole - visible));
    relayout();
}

void ScoreView::zoomToFit() {
    m_visible = 0;
    relayout();
}

void ScoreView::showSpan(double from, double to) {
    const double whole = m_preview.schedule()->end * 1.06 + 20;
    m_visible = std::clamp(to - from, 60.0, whole);
    m_scroll = std::clamp(from, 0.0, std::max(0.0, whole - m_visible));
    relayout();
}

void ScoreView::zoomToSelection() {
    const auto& schedule = *m_preview.schedule();
    double from = kNever;
    double to = 0;
    const auto take = [&](Millis start, Millis end) {
        if (!isNever(start)) {
            from = std::min<double>(from, start);
            to = std::max<double>(to, isNever(end) ? schedule.end : end);
        }
    };
    if (const int beat = model::indexOf(schedule.sequence->beats, m_selection.beat()); beat >= 0) {
        const auto& span = schedule.beats[static_cast<std::size_t>(beat)];
        take(span.start, span.end);
    }
    for (const auto& id : m_selection.cues()) {
        if (const int cue = model::indexOf(schedule.sequence->cues, id); cue >= 0) {
            const auto& span = schedule.cues[static_cast<std::size_t>(cue)];
            take(span.start, span.end);
        }
    }
    if (to <= from) {
        zoomToFit();
        return;
    }
    const double room = (to - from) * 0.08 + 10;
    showSpan(from - room, to + room);
}

void ScoreView::zoomToFrames() {
    constexpr double kSpan = 240; // about fourteen frames
    showSpan(m_preview.time() - kSpan / 2, m_preview.time() + kSpan / 2);
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
    m_dropTime =
        snapped(*m_preview.schedule(), std::max(0.0, m_layout.timeAt(at.x())), reach, m_preview.time(), -1);
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
    } else if ((event->modifiers() & Qt::ShiftModifier) && m_visible > 0) {
        m_scroll = std::max(0.0, m_scroll - steps * m_visible * 0.1);
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
        if (m_gesture) {
            m_gesture->cancel();
            m_gesture.reset();
            refresh();
        } else if (m_tool) {
            m_tool->cancel();
            m_tool.reset();
            relayout();
        } else {
            m_selection.clear();
        }
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}

void ScoreView::nudge(Millis by) {
    const auto& s = *m_document.sequence();
    if (const auto* cue = model::findThing(s.cues, m_selection.cue())) {
        const auto all = m_selection.cues();
        m_document.apply(all.size() > 1 ? tr("move %n cues", nullptr, int(all.size()))
                                        : tr("move %1").arg(cueName(s, *cue)),
                         edit::moveCues(s, all, by), "nudge " + cue->id);
    } else {
        m_preview.setTime(m_preview.time() + by);
    }
}

void ScoreView::selectNext(bool backwards) {
    const auto& schedule = *m_preview.schedule();
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < schedule.cues.size(); ++i) {
        order.push_back(i);
    }
    std::stable_sort(order.begin(), order.end(),
                     [&](auto a, auto b) { return schedule.cues[a].start < schedule.cues[b].start; });
    if (order.empty()) {
        return;
    }
    const auto& cues = schedule.sequence->cues;
    const auto now =
        std::find_if(order.begin(), order.end(), [&](auto i) { return cues[i].id == m_selection.cue(); });
    std::size_t next = 0;
    if (now != order.end()) {
        const auto at = static_cast<std::size_t>(now - order.begin());
        next = backwards ? (at + order.size() - 1) % order.size() : (at + 1) % order.size();
    }
    m_selection.select(Selection::Kind::Cue, cues[order[next]].id);
}

/// What a screen reader says of the score: the selected cue in words.
void ScoreView::describe() {
    const auto& schedule = *m_preview.schedule();
    const int index = model::indexOf(schedule.sequence->cues, m_selection.cue());
    if (index >= 0) {
        const auto& span = schedule.cues[static_cast<std::size_t>(index)];
        setAccessibleDescription(
            tr("%1, from %2 to %3 milliseconds")
                .arg(cueName(*schedule.sequence, schedule.sequence->cues[static_cast<std::size_t>(index)]))
                .arg(span.start)
                .arg(span.end));
    } else {
        setAccessibleDescription(
            tr("%n cues; down and up arrow select one", nullptr, static_cast<int>(schedule.cues.size())));
    }
}

bool ScoreView::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) {
        return QWidget::event(event);
    }
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto& schedule = *m_preview.schedule();
    const QString text = isOnSeam(help->pos())
                             ? tr("Where the app takes over:\n%1\nClick to see it on the stage")
                                   .arg(seamWords(*schedule.sequence, m_preview.seam()))
                             : scoreTip(schedule, hitAt(help->pos()));
    QToolTip::showText(help->globalPos(), text, this);
    return true;
}

}
