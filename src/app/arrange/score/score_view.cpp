// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_view.h"

#include "app/arrange/score/score_painter.h"
#include "app/arrange/score/seam_mark.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/time_edits.h"

#include <QPaintEvent>
#include <QPainter>
#include <QToolButton>
#include <algorithm>
#include <cmath>

namespace scaena::app {

namespace {
constexpr int kScrollRoom = 240; // pixels above and below what is in sight
}

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
    const bool keepsAxis = m_drag && m_drag->keepsAxis();
    if (!keepsAxis || !m_span.isWhole()) {
        m_layout.update(schedule, room, m_span.from(), m_span.length(whole()), keepsAxis);
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
    return !m_preview.seam().empty() && seamMark(m_layout, *m_shown).contains(at);
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
    const auto& beats = m_shown->sequence->beats;
    const int chosen =
        m_selection.kind() == Selection::Kind::Beat ? model::indexOf(beats, m_selection.beat()) : -1;
    const bool pointsAtBeat = m_hover.part == ScoreHit::Part::Beat ||
                              m_hover.part == ScoreHit::Part::BeatEnd ||
                              m_hover.part == ScoreHit::Part::WaitGrip;
    const int named = pointsAtBeat ? m_hover.index : chosen;
    if (named >= 0 && named < static_cast<int>(beats.size())) {
        marks.beatName(named);
    }
    if (m_drag) {
        m_drag->paint(marks);
        if (m_drag->keepsAxis() && m_shown != m_dragFrom) {
            marks.total(m_dragAt, m_dragFrom->metrics.shown);
        }
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

double ScoreView::whole() const { return m_shown->end * 1.06 + 20; }

void ScoreView::zoom(double factor, double aroundTime) {
    const double part = (m_layout.xOf(aroundTime) - m_layout.left()) / (m_layout.right() - m_layout.left());
    m_span.zoom(factor, aroundTime, part, whole());
    relayout();
}

void ScoreView::zoomToFit() {
    m_span.showWhole();
    relayout();
}

void ScoreView::zoomToSelection() {
    const auto& schedule = *m_shown;
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
    m_span.show(from - room, to + room, whole());
    relayout();
}

void ScoreView::zoomToFrames() {
    constexpr double kSpan = 240; // about fourteen frames
    m_span.show(m_preview.time() - kSpan / 2, m_preview.time() + kSpan / 2, whole());
    relayout();
}

void ScoreView::nudge(Millis by) {
    const auto& s = *m_document.sequence();
    if (const auto* cue = model::findThing(s.cues, m_selection.cue())) {
        const auto all = m_selection.cues();
        m_document.apply(all.size() > 1 ? tr("move %n cues", nullptr, int(all.size()))
                                        : tr("move %1").arg(cueName(s, *cue)),
                         edit::moveCues(s, all, by), "nudge " + cue->id);
    } else {
        m_preview.step(std::abs(by) > 10 ? (by > 0 ? 10 : -10) : by > 0 ? 1 : -1);
    }
}

void ScoreView::selectNext(bool backwards) {
    const auto& schedule = *m_shown;
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
    const auto& schedule = *m_shown;
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

}
