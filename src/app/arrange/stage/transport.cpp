// SPDX-License-Identifier: MIT
#include "app/arrange/stage/transport.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"

#include <QGridLayout>
#include <QLabel>
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
      m_loop(new QToolButton(this)) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(7);
    grid->setVerticalSpacing(0);
    grid->addWidget(m_play, 0, 0, 2, 1);
    grid->addWidget(m_time, 0, 1);
    grid->addWidget(m_loop, 0, 2, Qt::AlignLeft);
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
    m_loop->setObjectName(QStringLiteral("loop"));
    m_loop->setText(tr("loop beat"));
    m_loop->setCheckable(true);
    m_loop->setToolTip(tr("Play the beat at the needle over and over (L)"));
    m_loop->setFont(uiFont(11));
    connect(m_play, &QAbstractButton::clicked, this,
            [this] { m_preview.setPlaying(!m_preview.isPlaying()); });
    connect(m_loop, &QToolButton::clicked, this, [this](bool on) { m_preview.setLoopsBeat(on); });
    connect(&preview, &Preview::timeChanged, this, &Transport::update);
    connect(&preview, &Preview::scheduleChanged, this, &Transport::update);
    connect(&preview, &Preview::playingChanged, this, &Transport::update);
    update();
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
    m_loop->setChecked(m_preview.loopsBeat());
}

}
