// SPDX-License-Identifier: MIT
#include "app/arrange/stage/transport.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"

#include <QGridLayout>
#include <QLabel>
#include <QLocale>
#include <QMenu>
#include <QPainter>
#include <QPainterPath>
#include <QToolButton>

namespace scaena::app {

PlayButton::PlayButton(QWidget* parent) : QAbstractButton(parent) {
    setObjectName(QStringLiteral("play"));
    setCheckable(true);
    setToolTip(tr("Play or pause (Space)"));
    setAccessibleName(tr("Play or pause"));
    setFixedSize(sizeHint());
    setCursor(Qt::PointingHandCursor);
}

void PlayButton::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(hasFocus() ? QPen(theme().woad, 2) : QPen(Qt::NoPen));
    painter.setBrush(underMouse() ? theme().woad : theme().ink);
    const QRectF disc = QRectF(rect()).adjusted(2, 2, -2, -2);
    painter.drawEllipse(disc);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme().page);
    const QPointF c = disc.center();
    if (isChecked()) {
        painter.drawRoundedRect(QRectF(c.x() - 6, c.y() - 7, 4, 14), 1, 1);
        painter.drawRoundedRect(QRectF(c.x() + 2, c.y() - 7, 4, 14), 1, 1);
    } else {
        QPainterPath triangle(c + QPointF(-4.5, -7.5));
        triangle.lineTo(c + QPointF(8, 0));
        triangle.lineTo(c + QPointF(-4.5, 7.5));
        triangle.closeSubpath();
        painter.drawPath(triangle);
    }
}

Transport::Transport(Preview& preview, QWidget* parent)
    : QWidget(parent), m_preview(preview), m_play(new PlayButton(this)), m_time(new QLabel(this)),
      m_beat(new QLabel(this)), m_shown(new QLabel(this)), m_added(new QLabel(this)),
      m_round(new QToolButton(this)), m_speed(new QToolButton(this)) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(7);
    grid->setVerticalSpacing(0);
    grid->addWidget(m_play, 0, 0, 2, 1);
    grid->addWidget(m_time, 0, 1);
    auto* how = new QHBoxLayout;
    how->setSpacing(2);
    how->addWidget(m_round);
    how->addWidget(m_speed);
    how->addStretch();
    grid->addLayout(how, 0, 2);
    grid->addWidget(m_shown, 0, 3);
    grid->addWidget(m_beat, 1, 1, 1, 2);
    grid->addWidget(m_added, 1, 3);
    grid->setColumnStretch(2, 1);
    m_time->setObjectName(QStringLiteral("time"));
    m_time->setFont(timeFont(18));
    m_beat->setProperty("quiet", true);
    m_beat->setFont(uiFont(12));
    m_shown->setFont(timeFont(11));
    m_shown->setObjectName(QStringLiteral("shown"));
    m_shown->setToolTip(tr("When the first screen can be used"));
    m_added->setFont(timeFont(11));
    m_added->setObjectName(QStringLiteral("added"));
    m_added->setToolTip(tr("How much of that is waiting for the show alone"));
    for (auto* figure : {m_shown, m_added}) {
        // As wide as the largest figure, so that nothing moves and nothing is cut while playing and dragging.
        figure->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
        figure->setMinimumWidth(
            QFontMetrics(timeFont(11)).horizontalAdvance(tr("shown %1").arg(timeText(88888))) + 6);
    }
    m_beat->setSizePolicy(QSizePolicy::Ignored,
                          QSizePolicy::Preferred); // the figures beside it are never cut
    makeRound();
    makeSpeed();
    connect(m_play, &QAbstractButton::clicked, this,
            [this] { m_preview.setPlaying(!m_preview.isPlaying()); });
    connect(&preview, &Preview::timeChanged, this, &Transport::update);
    connect(&preview, &Preview::scheduleChanged, this, &Transport::update);
    connect(&preview, &Preview::playingChanged, this, &Transport::update);
    update();
}

namespace {

/// A word one can turn: a quiet button that opens a list.
QMenu* dressWord(QToolButton* button, const char* name) {
    button->setObjectName(QString::fromLatin1(name));
    button->setFont(uiFont(11));
    button->setPopupMode(QToolButton::InstantPopup);
    button->setMenu(new QMenu(button));
    return button->menu();
}

QString speedText(double speed) { return QObject::tr("%1 ×").arg(QLocale().toString(speed, 'g', 3)); }

}

void Transport::makeRound() {
    m_round->setToolTip(
        tr("Play once, the beat at the needle over and over (L), or the launch again and again (Shift+L)"));
    auto* menu = dressWord(m_round, "round");
    const std::pair<QString, Preview::Round> rounds[] = {
        {tr("Once"), Preview::Round::Once},
        {tr("Loop the beat"), Preview::Round::Beat},
        {tr("The launch again and again"), Preview::Round::Launch}};
    for (const auto& [text, round] : rounds) {
        auto* action = menu->addAction(text);
        action->setData(static_cast<int>(round));
        action->setCheckable(true);
        connect(action, &QAction::triggered, this, [this, round = round] { m_preview.setRound(round); });
    }
}

void Transport::makeSpeed() {
    m_speed->setToolTip(
        tr("How fast playing goes, slower and faster by [ and ]; and what a step by , and . is"));
    auto* menu = dressWord(m_speed, "speed");
    for (const double speed : Preview::kSpeeds) {
        auto* action = menu->addAction(speedText(speed));
        action->setData(speed);
        action->setCheckable(true);
        connect(action, &QAction::triggered, this, [this, speed] { m_preview.setSpeed(speed); });
    }
    menu->addSeparator();
    for (const int rate : Preview::kRates) {
        auto* action = menu->addAction(tr("Steps of a screen of %1 frames a second").arg(rate));
        action->setData(rate);
        action->setProperty("rate", true);
        action->setCheckable(true);
        connect(action, &QAction::triggered, this, [this, rate] { m_preview.setFrameRate(rate); });
    }
}

void Transport::update() {
    const auto& schedule = *m_preview.schedule();
    const auto index = static_cast<std::size_t>(schedule.beatAt(m_preview.time()));
    m_time->setText(tr("%1 ms").arg(timeText(m_preview.time())));
    m_beat->setText(tr("%1, %2 ms in")
                        .arg(toQString(schedule.sequence->beats[index].name),
                             timeText(m_preview.time() - schedule.beats[index].start)));
    const auto& metrics = schedule.metrics;
    m_shown->setText(isNever(metrics.shown) ? tr("never shown")
                                            : tr("shown %1").arg(timeText(metrics.shown)));
    m_added->setText(metrics.added > 0 ? tr("added %1").arg(timeText(metrics.added)) : QString());
    m_play->setChecked(m_preview.isPlaying());
    const QString rounds[] = {tr("once"), tr("loop beat"), tr("again and again")};
    m_round->setText(rounds[static_cast<int>(m_preview.round())]);
    m_speed->setText(speedText(m_preview.speed()));
    for (auto* button : {m_round, m_speed}) {
        for (auto* action : button->menu()->actions()) {
            const auto value = action->data();
            action->setChecked(button == m_round ? value.toInt() == static_cast<int>(m_preview.round())
                               : action->property("rate").isValid() ? value.toInt() == m_preview.frameRate()
                                                                    : value.toDouble() == m_preview.speed());
        }
    }
}

}
