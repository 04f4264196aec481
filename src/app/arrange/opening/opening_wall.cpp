// SPDX-License-Identifier: MIT
#include "app/arrange/opening/opening_wall.h"

#include "app/widgets/theme.h"

#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>

namespace scaena::app {

namespace {

constexpr int kNames = 16;  // pixels of the line with the systems' names
constexpr int kWords = 52;  // of the lines below
constexpr int kGap = 6;     // between day and night
constexpr double kTorn = 4; // radius of the mark that something differs

}

OpeningWall::OpeningWall(OpeningViews& views, Preview& preview, QWidget* parent)
    : QWidget(parent), m_views(views), m_preview(preview) {
    setObjectName(QStringLiteral("openingWall"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setToolTip(tr("The same moment on every system. A click puts the stage there; the arrow keys go from one "
                  "to the next"));
    const auto refresh = [this] {
        tellName();
        update();
    };
    connect(&views, &OpeningViews::changed, this, refresh);
    connect(&preview, &Preview::conditionsChanged, this, refresh);
}

double OpeningWall::columnWidth() const { return double(width()) / OpeningViews::kSystems; }

QRect OpeningWall::pictureRect(int system, int look) const {
    const int high = (height() - kNames - kWords - kGap) / 2;
    const auto& screen = m_preview.schedule()->screen;
    const QSizeF size = QSizeF(screen.width, screen.height)
                            .scaled(columnWidth() - 10, std::max(10, high), Qt::KeepAspectRatio);
    // Pictures held sideways are low: both together lie a little above the middle of the room.
    const double spare = 2 * (high - size.height()) / 3;
    const double top = kNames + std::max(0.0, spare) + look * (size.height() + kGap);
    return QRectF(QPointF((system + 0.5) * columnWidth() - size.width() / 2, top), size).toRect();
}

std::pair<int, int> OpeningWall::chosen() const {
    const auto& conditions = m_preview.conditions();
    plan::TargetId target = conditions.target;
    if (target == plan::TargetId("flutter-ios") || target == plan::TargetId("react-native-ios")) {
        target = "ios"; // the same storyboard
    } else if (target == plan::TargetId("lottie")) {
        target = "web";
    }
    for (int system = 0; system < OpeningViews::kSystems; ++system) {
        if (OpeningViews::target(system) == target) {
            return {system, static_cast<int>(conditions.appearance)};
        }
    }
    return {0, 0};
}

void OpeningWall::choose(int system, int look) {
    auto conditions = m_preview.conditions();
    conditions.target = OpeningViews::target(system);
    conditions.appearance = static_cast<model::Appearance>(look);
    if (conditions.start == model::StartKind::Hot || conditions.start == model::StartKind::Recreated) {
        conditions.start = model::StartKind::Cold;
    }
    m_preview.setConditions(conditions);
    const double over = m_preview.schedule()->beats.front().end;
    if (OpeningViews::showsFirstFrame(system)) {
        m_preview.setPlaying(false);
        m_preview.setTime(over);
    } else if (m_preview.time() >= over) {
        m_preview.setPlaying(false);
        m_preview.setTime(0);
    }
}

std::optional<std::pair<int, int>> OpeningWall::at(QPoint point) const {
    for (int system = 0; system < OpeningViews::kSystems; ++system) {
        for (int look = 0; look < OpeningViews::kLooks; ++look) {
            if (pictureRect(system, look).adjusted(-4, -3, 4, 3).contains(point)) {
                return std::pair(system, look);
            }
        }
    }
    return {};
}

QString OpeningWall::words() const {
    const auto [system, look] = m_pointed.value_or(chosen());
    const auto& words = m_views.words(system, look);
    return words.size() == 1 ? words.front() + QLatin1Char(' ') + tr("All of it is seen as designed.")
                             : words.join(QLatin1Char(' '));
}

/// What a screen reader says.
void OpeningWall::tellName() {
    const auto [system, look] = chosen();
    setAccessibleName(tr("The opening on every system: %1, %2")
                          .arg(OpeningViews::name(system), look == 0 ? tr("by day") : tr("by night")));
    setAccessibleDescription(words());
}

void OpeningWall::paintPicture(QPainter& painter, int system, int look) {
    const QRectF rect = pictureRect(system, look);
    const double corner = schedule::deviceOf(m_preview.conditions().device).cornerRadius * rect.width() /
                          m_preview.schedule()->screen.width;
    const auto& image = m_views.picture(system, look);
    if (!image.isNull()) {
        painter.drawImage(rect, image);
    }
    const bool isChosen = chosen() == std::pair(system, look);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(isChosen ? theme().woad : theme().rule, isChosen ? 2.2 : 1));
    const double out = isChosen ? 2.5 : 0.5;
    painter.drawRoundedRect(rect.adjusted(-out, -out, out, out), corner + out, corner + out);
    if (m_views.differs(system, look)) { // a torn corner: something is shown otherwise
        QPainterPath mark;
        const QPointF at = rect.topRight() + QPointF(1, -1);
        mark.moveTo(at + QPointF(-2.2 * kTorn, 0));
        mark.lineTo(at);
        mark.lineTo(at + QPointF(0, 2.2 * kTorn));
        mark.closeSubpath();
        painter.setPen(QPen(theme().page, 1));
        painter.setBrush(theme().weld);
        painter.drawPath(mark);
    }
}

void OpeningWall::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    const int current = chosen().first;
    for (int system = 0; system < OpeningViews::kSystems; ++system) {
        painter.setFont(uiFont(columnWidth() < 64 ? 10 : 11));
        painter.setPen(system == current ? theme().ink : theme().faint);
        painter.drawText(QRectF(system * columnWidth() - 4, 0, columnWidth() + 8, kNames - 2),
                         Qt::AlignCenter, OpeningViews::name(system));
        for (int look = 0; look < OpeningViews::kLooks; ++look) {
            paintPicture(painter, system, look);
        }
    }
    painter.setFont(uiFont(12));
    painter.setPen(theme().ink);
    painter.drawText(QRect(4, height() - kWords + 4, width() - 8, kWords - 4),
                     Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, words());
    if (hasFocus()) {
        painter.setPen(QPen(theme().woad, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
    }
}

void OpeningWall::resizeEvent(QResizeEvent*) {
    m_views.setPixels(pictureRect(0, 0).size() * devicePixelRatioF());
}

void OpeningWall::mousePressEvent(QMouseEvent* event) {
    if (const auto picture = at(event->pos()); picture && event->button() == Qt::LeftButton) {
        choose(picture->first, picture->second);
    }
}

void OpeningWall::mouseMoveEvent(QMouseEvent* event) {
    const auto pointed = at(event->pos());
    if (pointed != m_pointed) {
        m_pointed = pointed;
        setCursor(pointed ? Qt::PointingHandCursor : Qt::ArrowCursor);
        update();
    }
}

void OpeningWall::leaveEvent(QEvent*) {
    m_pointed.reset();
    update();
}

void OpeningWall::keyPressEvent(QKeyEvent* event) {
    auto [system, look] = chosen();
    switch (event->key()) {
    case Qt::Key_Left:
        --system;
        break;
    case Qt::Key_Right:
        ++system;
        break;
    case Qt::Key_Up:
        look = 0;
        break;
    case Qt::Key_Down:
        look = 1;
        break;
    default:
        QWidget::keyPressEvent(event);
        return;
    }
    choose(std::clamp(system, 0, OpeningViews::kSystems - 1), look);
}

void OpeningWall::showEvent(QShowEvent*) { m_views.setWatched(true); }
void OpeningWall::hideEvent(QHideEvent*) { m_views.setWatched(false); }

}
