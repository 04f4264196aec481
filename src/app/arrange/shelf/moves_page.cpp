// SPDX-License-Identifier: MIT
#include "app/arrange/shelf/moves_page.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/edits.h"

#include <QApplication>
#include <QDrag>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMimeData>
#include <QPainter>
#include <QPainterPath>
#include <QScrollBar>
#include <QToolTip>
#include <utility>

namespace scaena::app {

namespace {
constexpr int kCellWidth = 82, kCellHeight = 86;
constexpr int kTickMillis = 70;
constexpr int kPauseTicks = 6; // at the end of each run

/// The way of the middle, with a dot where it begins and a head where it ends.
void paintWay(QPainter& painter, const QRectF& box, const QPolygonF& way) {
    if (way.size() < 2) {
        return;
    }
    QPolygonF line;
    for (const QPointF& it : way) {
        line << QPointF(box.x() + it.x() * box.width(), box.y() + it.y() * box.height());
    }
    // On a ground of any colour.
    for (const auto& [ink, width] : {std::pair{theme().page, 3.0}, std::pair{theme().madder, 1.4}}) {
        painter.setPen(QPen(ink, width, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.setBrush(Qt::NoBrush);
        painter.drawPolyline(line);
        painter.setBrush(ink);
        painter.drawEllipse(line.first(), 1.2, 1.2);
        // What swings back and forth has no direction at its very end; where it came from says little, too.
        QPointF before = line.first();
        for (const QPointF& it : line) {
            before = QLineF(it, line.last()).length() > 5 ? it : before;
        }
        QLineF head(line.last(), before);
        if (head.length() > 1) {
            head.setLength(5);
            for (const int turn : {-30, 30}) {
                QLineF side = head;
                side.setAngle(head.angle() + turn);
                painter.drawLine(side);
            }
        }
    }
}

}

MovesPage::MovesPage(ArrangeActions& actions, QWidget* parent)
    : QAbstractScrollArea(parent), m_actions(actions),
      m_miniatures(actions.document(), actions.shelf(), this), m_phrases(actions.shelf().phrases()) {
    setObjectName(QStringLiteral("movesPage"));
    setAccessibleName(tr("Moves and phrases"));
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::StrongFocus);
    viewport()->setMouseTracking(true);
    viewport()->setAutoFillBackground(false);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    verticalScrollBar()->setSingleStep(20);
    m_run.setInterval(kTickMillis);
    connect(&m_run, &QTimer::timeout, this, [this] {
        ++m_tick;
        viewport()->update();
    });
    connect(&m_miniatures, &MoveMiniatures::changed, viewport(), qOverload<>(&QWidget::update));
    connect(&actions.shelf(), &PhraseShelf::changed, this, [this] {
        m_phrases = m_actions.shelf().phrases();
        updateRange();
    });
    connect(&actions.selection(), &Selection::changed, this, [this] {
        if (isVisible()) {
            m_miniatures.setLayer(m_actions.layerForCue());
            viewport()->update();
        }
    });
}

int MovesPage::entries() const { return static_cast<int>(model::kMoveKinds + m_phrases.size()); }
int MovesPage::columns() const { return std::max(1, viewport()->width() / kCellWidth); }

QRect MovesPage::cellOf(int entry) const {
    return {entry % columns() * kCellWidth, entry / columns() * kCellHeight - verticalScrollBar()->value(),
            kCellWidth, kCellHeight};
}

int MovesPage::entryAt(QPoint at) const {
    const int column = at.x() / kCellWidth;
    const int entry = (at.y() + verticalScrollBar()->value()) / kCellHeight * columns() + column;
    return at.x() >= 0 && column < columns() && entry >= 0 && entry < entries() ? entry : -1;
}

bool MovesPage::isPossible(int entry) const {
    if (entry >= static_cast<int>(model::kMoveKinds)) {
        return true;
    }
    const auto kind = static_cast<model::MoveKind>(entry);
    return moves::definitionOf(kind).isOffered &&
           edit::canMove(*m_actions.document().sequence(), m_actions.layerForCue(), kind);
}

QString MovesPage::nameOf(int entry) const {
    const auto index = static_cast<std::size_t>(entry);
    return toQString(index < model::kMoveKinds
                         ? moves::definitionOf(static_cast<model::MoveKind>(entry)).label
                         : std::string_view(m_phrases[index - model::kMoveKinds].name));
}

void MovesPage::updateRange() {
    const int rows = (entries() + columns() - 1) / columns();
    verticalScrollBar()->setRange(0, std::max(0, rows * kCellHeight - viewport()->height()));
    verticalScrollBar()->setPageStep(viewport()->height());
    viewport()->update();
}

void MovesPage::resizeEvent(QResizeEvent*) { updateRange(); }

void MovesPage::showEvent(QShowEvent*) {
    m_miniatures.setPixelRatio(devicePixelRatioF());
    m_miniatures.setLayer(m_actions.layerForCue());
}

int MovesPage::playing() const { return m_hover >= 0 ? m_hover : hasFocus() ? m_current : -1; }

/// From its beginning, when it is another one than before.
void MovesPage::playWhatIsMeant() {
    const int now = isVisible() ? playing() : -1;
    if (now != std::exchange(m_playing, now)) {
        m_tick = 0;
        now >= 0 ? m_run.start() : m_run.stop();
    }
    viewport()->update();
}

void MovesPage::focusInEvent(QFocusEvent* event) {
    QAbstractScrollArea::focusInEvent(event);
    playWhatIsMeant();
}

void MovesPage::focusOutEvent(QFocusEvent* event) {
    QAbstractScrollArea::focusOutEvent(event);
    playWhatIsMeant();
}

void MovesPage::hideEvent(QHideEvent*) { playWhatIsMeant(); }

void MovesPage::paintEvent(QPaintEvent*) {
    QPainter painter(viewport());
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    const int frame = std::min(MoveMiniatures::kFrames - 1, m_tick % (MoveMiniatures::kFrames + kPauseTicks));
    for (int entry = 0; entry < entries(); ++entry) {
        const QRect cell = cellOf(entry);
        if (!cell.intersects(viewport()->rect())) {
            continue;
        }
        const bool possible = isPossible(entry);
        const QRectF box(cell.x() + (kCellWidth - MoveMiniatures::kSide) / 2.0, cell.y() + 2,
                         MoveMiniatures::kSide, MoveMiniatures::kSide);
        QPainterPath shape;
        shape.addRoundedRect(box, 4, 4);
        painter.save();
        painter.setOpacity(possible ? 1 : 0.35);
        painter.setClipPath(shape);
        // Only what the pointer or the keyboard is at plays; the others say at rest what they do.
        const bool plays = entry == playing();
        const auto rest = m_miniatures.rest(entry);
        const QImage image = plays ? m_miniatures.frame(entry, frame) : rest.image;
        if (image.isNull()) {
            painter.fillRect(box, t.tint);
        } else {
            painter.drawImage(box, image);
            if (!plays) {
                paintWay(painter, box, rest.way);
            }
        }
        painter.restore();
        const bool marked = (hasFocus() && entry == m_current) || entry == m_hover;
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(marked && possible ? t.madder : t.rule, marked ? 1.6 : 1));
        painter.drawRoundedRect(box, 4, 4);
        const QFont font = uiFont(11, entry >= static_cast<int>(model::kMoveKinds));
        painter.setFont(font);
        painter.setPen(possible ? t.ink : t.faint);
        painter.drawText(QRectF(cell.x() + 1, box.bottom() + 1, kCellWidth - 2, 18), Qt::AlignCenter,
                         QFontMetrics(font).elidedText(nameOf(entry), Qt::ElideRight, kCellWidth - 2));
    }
}

void MovesPage::use(int entry) {
    const LayerId layer = m_actions.layerForCue();
    if (entry < 0 || !isPossible(entry) || layer.empty()) {
        return;
    }
    const auto index = static_cast<std::size_t>(entry);
    if (index < model::kMoveKinds) {
        m_actions.addCue(static_cast<model::MoveKind>(entry), layer, m_actions.preview().time());
    } else {
        m_actions.addPhrase(m_phrases[index - model::kMoveKinds], layer, m_actions.preview().time());
    }
}

void MovesPage::mousePressEvent(QMouseEvent* event) {
    m_pressed = event->button() == Qt::LeftButton ? entryAt(event->pos()) : -1;
    m_pressedAt = event->pos();
    m_current = std::max(0, m_pressed);
    playWhatIsMeant();
}

void MovesPage::mouseMoveEvent(QMouseEvent* event) {
    m_hover = entryAt(event->pos());
    playWhatIsMeant();
    if (m_pressed < 0 || !(event->buttons() & Qt::LeftButton) ||
        (event->pos() - m_pressedAt).manhattanLength() < QApplication::startDragDistance()) {
        return;
    }
    auto* drag = new QDrag(this);
    auto* data = new QMimeData;
    data->setData(QString::fromLatin1(kMime), QByteArray::number(m_pressed));
    drag->setMimeData(data);
    const QImage image = m_miniatures.frame(m_pressed, MoveMiniatures::kFrames / 2);
    if (!image.isNull()) {
        drag->setPixmap(
            QPixmap::fromImage(image.scaled(40, 40, Qt::KeepAspectRatio, Qt::SmoothTransformation)));
    }
    m_pressed = -1;
    drag->exec(Qt::CopyAction);
}

void MovesPage::mouseReleaseEvent(QMouseEvent* event) {
    const int entry = std::exchange(m_pressed, -1);
    if (entry >= 0 && entry == entryAt(event->pos())) {
        use(entry);
    }
}

void MovesPage::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Left    ? -1
                     : event->key() == Qt::Key_Right ? 1
                     : event->key() == Qt::Key_Up    ? -columns()
                     : event->key() == Qt::Key_Down  ? columns()
                                                     : 0;
    if (step != 0) {
        m_current = std::clamp(m_current + step, 0, entries() - 1);
        const QRect cell = cellOf(m_current);
        if (cell.top() < 0 || cell.bottom() > viewport()->height()) {
            verticalScrollBar()->setValue(m_current / columns() * kCellHeight);
        }
        playWhatIsMeant();
    } else if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        use(m_current);
    } else {
        QAbstractScrollArea::keyPressEvent(event);
    }
}

bool MovesPage::viewportEvent(QEvent* event) {
    if (event->type() == QEvent::Leave) {
        m_hover = -1;
        playWhatIsMeant();
    }
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int entry = entryAt(help->pos());
        if (entry >= 0) {
            const auto index = static_cast<std::size_t>(entry);
            const auto says = index < model::kMoveKinds
                                  ? moves::definitionOf(static_cast<model::MoveKind>(entry)).does
                                  : std::string_view(m_phrases[index - model::kMoveKinds].says);
            QToolTip::showText(
                help->globalPos(),
                isPossible(entry)
                    ? tr("%1: %2\nClick to add it at the needle, or drag it onto a lane")
                          .arg(nameOf(entry), toQString(says))
                    : tr("%1: %2\nNot possible for the selected layer").arg(nameOf(entry), toQString(says)),
                this);
        }
        return true;
    }
    return QAbstractScrollArea::viewportEvent(event);
}

}
