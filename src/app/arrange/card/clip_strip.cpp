// SPDX-License-Identifier: MIT
#include "app/arrange/card/clip_strip.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "render/art/clip_pictures.h"

#include <QContextMenuEvent>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace scaena::app {

namespace {

constexpr double kPad = 6;
constexpr double kFilmTop = 10, kFilmHeight = 34;
constexpr double kReach = 6; // pixels to either side of a grip
constexpr int kRestMillis = 120;

}

ClipStrip::ClipStrip(ArrangeActions& actions, const LayerId& layer, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_layer(layer) {
    setObjectName(QStringLiteral("clipStrip"));
    setAccessibleName(tr("The clip's frames"));
    setAccessibleDescription(tr("Up and down choose where it begins, where it stops and what is kept; left "
                                "and right move that by a frame"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setFixedHeight(sizeHint().height());
    setMinimumWidth(120);
    m_soon.setSingleShot(true);
    m_soon.setInterval(kRestMillis);
    connect(&m_soon, &QTimer::timeout, this, &ClipStrip::redraw);
    connect(&actions.document(), &Document::changed, this, [this] {
        if (const auto* it = clip(); it && it->path != m_drawnPath) {
            m_soon.start();
        }
        update();
    });
    m_soon.start();
}

const model::ClipContent* ClipStrip::clip() const {
    const auto* layer = model::findThing(m_actions.document().sequence()->layers, m_layer);
    return layer ? layer->as<model::ClipContent>() : nullptr;
}

QRectF ClipStrip::filmRect() const { return {kPad, kFilmTop, width() - 2 * kPad, kFilmHeight}; }

double ClipStrip::xOf(double millis) const {
    const QRectF film = filmRect();
    return film.x() + film.width() * millis / std::max(1, m_info.length);
}

Millis ClipStrip::timeAt(double x) const {
    const QRectF film = filmRect();
    const double part = std::clamp((x - film.x()) / std::max(1.0, film.width()), 0.0, 1.0);
    return static_cast<Millis>(std::lround(part * m_info.length));
}

double ClipStrip::timeOf(const model::ClipContent& it, Grip grip) const {
    return grip == Grip::From ? it.from : grip == Grip::Stop ? it.stopAt : keptAt(it);
}

ClipStrip::Grip ClipStrip::gripAt(QPointF at) const {
    const auto* it = clip();
    if (!it) {
        return Grip::None;
    }
    // What is kept hangs below, so that it can be taken where it stops, too.
    if (at.y() > filmRect().bottom() + 1) {
        return std::abs(at.x() - xOf(keptAt(*it))) <= kReach ? Grip::Keep : Grip::None;
    }
    const double from = std::abs(at.x() - xOf(it->from)), stop = std::abs(at.x() - xOf(it->stopAt));
    if (std::min(from, stop) > kReach) {
        return Grip::None;
    }
    return from < stop ? Grip::From : Grip::Stop;
}

const art::ClipInfo::Marker* ClipStrip::markerAt(QPointF at) const {
    if (at.y() > kFilmTop) {
        return nullptr;
    }
    for (const auto& it : m_info.markers) {
        if (at.x() >= xOf(it.at) - 4 && at.x() <= std::max(xOf(it.at + it.length), xOf(it.at) + 4)) {
            return &it;
        }
    }
    return nullptr;
}

/// In the background: as many as stand side by side.
void ClipStrip::redraw() {
    const auto* it = clip();
    const auto& files = m_actions.document().artFiles()->files;
    const auto bytes = it ? files.find(it->path) : files.end();
    if (bytes == files.end()) {
        m_wasLookedAt = true;
        update();
        return;
    }
    struct Drawn {
        art::ClipInfo info;
        std::vector<QImage> frames;
    };
    m_drawnPath = it->path;
    const double ratio = devicePixelRatioF();
    const QSizeF room = filmRect().size();
    m_jobs.run<Drawn>(
        [file = bytes->second, room, ratio](const Jobs::Run& run) {
            Drawn drawn;
            const auto pictures = render::ClipPictures::make(file);
            if (!pictures) {
                return drawn;
            }
            drawn.info = pictures->info();
            const auto& size = drawn.info.size;
            const double side =
                std::clamp(room.height() * size.width / std::max(1.0, size.height), 12.0, room.width());
            const int count = std::max(1, static_cast<int>(room.width() / side));
            for (int i = 0; i < count && !run.isCancelled(); ++i) {
                const double part = (i + 0.5) / count;
                drawn.frames.push_back(
                    pictures->at(part * drawn.info.length, QSize(static_cast<int>(side * ratio),
                                                                 static_cast<int>(room.height() * ratio))));
            }
            return drawn;
        },
        [this](const Drawn& drawn) {
            m_info = drawn.info;
            m_frames = drawn.frames;
            m_wasLookedAt = true;
            update();
        });
}

void ClipStrip::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    const QRectF film = filmRect();
    painter.fillRect(film, t.tint);
    const auto* it = clip();
    if (!it || m_info.length <= 0) {
        painter.setPen(t.faint);
        painter.setFont(uiFont(11));
        painter.drawText(film, Qt::AlignCenter, message());
        return;
    }
    const double cell = film.width() / double(std::max<std::size_t>(1, m_frames.size()));
    for (std::size_t i = 0; i < m_frames.size(); ++i) {
        const double width = m_frames[i].width() / devicePixelRatioF();
        painter.drawImage(
            QRectF(film.x() + cell * double(i) + (cell - width) / 2, film.y(), width, film.height()),
            m_frames[i]);
    }
    // What is not played stands back.
    const double from = xOf(it->from), stop = xOf(it->stopAt);
    QColor veil = t.page;
    veil.setAlphaF(0.72F);
    painter.fillRect(QRectF(film.left(), film.top(), from - film.left(), film.height()), veil);
    painter.fillRect(QRectF(stop, film.top(), film.right() - stop, film.height()), veil);
    for (const auto& marker : m_info.markers) {
        painter.fillRect(
            QRectF(xOf(marker.at), 3, std::max(2.0, xOf(marker.at + marker.length) - xOf(marker.at)), 4),
            t.verdigris);
    }
    const auto inkOf = [&](Grip grip) { return hasFocus() && m_grip == grip ? t.woad : t.madder; };
    for (const auto& [x, grip, side] : {std::tuple(from, Grip::From, 1), std::tuple(stop, Grip::Stop, -1)}) {
        painter.setPen(QPen(inkOf(grip), 2));
        painter.drawLine(QPointF(x, film.top() - 2), QPointF(x, film.bottom() + 2));
        painter.drawLine(QPointF(x, film.top() - 2), QPointF(x + 5 * side, film.top() - 2));
        painter.drawLine(QPointF(x, film.bottom() + 2), QPointF(x + 5 * side, film.bottom() + 2));
    }
    const double kept = xOf(keptAt(*it));
    QPainterPath drop(QPointF(kept, film.bottom() + 3));
    drop.lineTo(kept + 4.5, film.bottom() + 10);
    drop.lineTo(kept - 4.5, film.bottom() + 10);
    drop.closeSubpath();
    painter.fillPath(drop, inkOf(Grip::Keep));
    painter.setPen(t.faint);
    painter.setFont(timeFont(9));
    painter.drawText(QRectF(film.left(), film.bottom() + 8, film.width(), 12),
                     Qt::AlignRight | Qt::AlignVCenter,
                     tr("%1 of %2 ms").arg(timeText(it->stopAt - it->from), timeText(m_info.length)));
}

QString ClipStrip::message() const {
    return isDrawn()       ? QString()
           : m_wasLookedAt ? tr("the file cannot be drawn")
                           : tr("drawing the frames …");
}

void ClipStrip::resizeEvent(QResizeEvent*) { m_soon.start(); }

model::Sequence ClipStrip::with(Grip grip, Millis time) const {
    return edit::changeLayer(
        m_actions.document().history().inTransaction() ? *m_actions.document().history().committed()
                                                       : *m_actions.document().sequence(),
        m_layer, [&](model::Layer& layer) {
            auto* it = layer.as<model::ClipContent>();
            if (!it) {
                return;
            }
            if (grip == Grip::From) {
                it->from = std::clamp(time, 0, std::max(0, it->stopAt - 1));
            } else if (grip == Grip::Stop) {
                it->stopAt = std::clamp(time, it->from + 1, std::max(it->from + 1, m_info.length));
            } else {
                it->keep = time == it->stopAt ? std::optional<Millis>() : std::clamp(time, 0, m_info.length);
            }
        });
}

void ClipStrip::apply(const QString& verb, model::Sequence next, const std::string& mergeKey) {
    const auto* layer = model::findThing(m_actions.document().sequence()->layers, m_layer);
    if (layer) {
        m_actions.document().apply(verb.arg(toQString(layer->name)), std::move(next), mergeKey);
    }
}

void ClipStrip::playMarker(const art::ClipInfo::Marker& marker) {
    // A marker without a length begins what lasts to the next one, or to the end.
    Millis end = marker.at + marker.length;
    if (marker.length <= 0) {
        end = m_info.length;
        for (const auto& it : m_info.markers) {
            end = it.at > marker.at ? std::min(end, it.at) : end;
        }
    }
    apply(tr("play “%1” of %2").arg(toQString(marker.name), QStringLiteral("%1")),
          edit::changeLayer(*m_actions.document().sequence(), m_layer, [&](model::Layer& layer) {
              if (auto* it = layer.as<model::ClipContent>()) {
                  it->from = std::clamp(marker.at, 0, std::max(0, m_info.length - 1));
                  it->stopAt = std::max(it->from + 1, std::min(end, m_info.length));
                  it->keep.reset();
              }
          }));
}

void ClipStrip::mousePressEvent(QMouseEvent* event) {
    setFocus(Qt::MouseFocusReason);
    if (event->button() != Qt::LeftButton || !clip()) {
        return;
    }
    if (const auto* marker = markerAt(event->position())) {
        playMarker(*marker);
        return;
    }
    if (const auto grip = gripAt(event->position()); grip != Grip::None) {
        m_grip = grip;
        m_dragging = true;
    }
    update();
}

void ClipStrip::mouseMoveEvent(QMouseEvent* event) {
    if (!m_dragging) {
        const auto grip = gripAt(event->position());
        setCursor(grip != Grip::None            ? Qt::SplitHCursor
                  : markerAt(event->position()) ? Qt::PointingHandCursor
                                                : Qt::ArrowCursor);
        return;
    }
    m_actions.document().preview(with(m_grip, timeAt(event->position().x())));
}

void ClipStrip::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && std::exchange(m_dragging, false) &&
        m_actions.document().history().inTransaction()) {
        const auto* layer = model::findThing(m_actions.document().sequence()->layers, m_layer);
        const QString name = layer ? toQString(layer->name) : QString();
        m_actions.document().commit((m_grip == Grip::From   ? tr("where %1 begins")
                                     : m_grip == Grip::Stop ? tr("where %1 stops")
                                                            : tr("what of %1 is kept"))
                                        .arg(name));
    }
}

void ClipStrip::keyPressEvent(QKeyEvent* event) {
    const auto* it = clip();
    if (event->key() == Qt::Key_Escape && m_dragging) {
        m_dragging = false;
        m_actions.document().cancel();
        return;
    }
    const int by = event->key() == Qt::Key_Left ? -1 : event->key() == Qt::Key_Right ? 1 : 0;
    if (it && by != 0) {
        // By a frame of the file, on its grid.
        const double frame = 1000 / std::max(1.0, m_info.frameRate);
        const double now = std::round(timeOf(*it, m_grip) / frame);
        const auto time = static_cast<Millis>(std::lround((now + by) * frame));
        apply(m_grip == Grip::From   ? tr("where %1 begins")
              : m_grip == Grip::Stop ? tr("where %1 stops")
                                     : tr("what of %1 is kept"),
              with(m_grip, time), "clip " + std::to_string(static_cast<int>(m_grip)) + m_layer);
        return;
    }
    if (event->key() == Qt::Key_Up || event->key() == Qt::Key_Down) {
        const int step = event->key() == Qt::Key_Down ? 1 : 2;
        m_grip = static_cast<Grip>((static_cast<int>(m_grip) - 1 + step) % 3 + 1);
        update();
        return;
    }
    QWidget::keyPressEvent(event);
}

void ClipStrip::fillMenu(QMenu& menu, Millis at) {
    const auto add = [&](const QString& text, const char* name, std::function<void()> run) {
        auto* action = menu.addAction(text);
        action->setObjectName(QString::fromLatin1(name));
        connect(action, &QAction::triggered, this, std::move(run));
    };
    add(tr("Begin here, at %1 ms").arg(timeText(at)), "beginHere",
        [this, at] { apply(tr("where %1 begins"), with(Grip::From, at)); });
    add(tr("Stop here"), "stopHere", [this, at] { apply(tr("where %1 stops"), with(Grip::Stop, at)); });
    add(tr("Keep this frame afterwards"), "keepHere",
        [this, at] { apply(tr("what of %1 is kept"), with(Grip::Keep, at)); });
    menu.addSeparator();
    add(tr("Take this frame as a picture"), "takeFrame",
        [this, at] { m_actions.takeClipFrame(m_layer, at); });
    add(tr("Fit its playing to the beat"), "fitPlaying", [this] { m_actions.fitPlaying(m_layer); });
    if (!m_info.markers.empty()) {
        menu.addSeparator();
    }
    for (const auto& marker : m_info.markers) {
        add(tr("Play “%1”").arg(toQString(marker.name)), "marker", [this, marker] { playMarker(marker); });
    }
}

void ClipStrip::contextMenuEvent(QContextMenuEvent* event) {
    const auto* it = clip();
    if (it && m_info.length > 0) {
        QMenu menu(this);
        fillMenu(menu, event->reason() == QContextMenuEvent::Keyboard
                           ? static_cast<Millis>(timeOf(*it, m_grip))
                           : timeAt(event->pos().x()));
        menu.exec(event->globalPos());
    }
}

bool ClipStrip::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride && m_dragging) {
        event->accept(); // Esc belongs to the drag
    }
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const auto* marker = markerAt(help->pos());
        const auto grip = gripAt(help->pos());
        QToolTip::showText(
            help->globalPos(),
            marker               ? tr("“%1”: click to play it").arg(toQString(marker->name))
            : grip == Grip::From ? tr("Begins here; drag")
            : grip == Grip::Stop ? tr("Stops here; drag")
            : grip == Grip::Keep
                ? tr("This frame is kept afterwards; drag")
                : tr("%1 ms; the right mouse button has more").arg(timeText(timeAt(help->pos().x()))),
            this);
        return true;
    }
    return QWidget::event(event);
}

}
