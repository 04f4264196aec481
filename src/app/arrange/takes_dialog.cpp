// SPDX-License-Identifier: MIT
#include "app/arrange/takes_dialog.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/schedule/compare.h"
#include "core/schedule/resolve.h"
#include "render/frames/still.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QSlider>
#include <QVBoxLayout>

namespace scaena::app {

TakeStage::TakeStage(std::shared_ptr<const schedule::Schedule> schedule, render::ScenePtr scene,
                     QWidget* parent)
    : QWidget(parent), m_schedule(std::move(schedule)), m_scene(std::move(scene)) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void TakeStage::setTime(double time) {
    m_time = std::min(time, double(m_schedule->end));
    update();
}

void TakeStage::paintEvent(QPaintEvent*) {
    const double ratio = devicePixelRatioF();
    const auto& screen = m_schedule->screen;
    const QSizeF fit =
        QSizeF(screen.width, screen.height).scaled(QSizeF(size()) - QSizeF(12, 12), Qt::KeepAspectRatio);
    QImage image = render::still(*m_scene, *m_schedule, m_time, {(fit * ratio).toSize(), true, true});
    image.setDevicePixelRatio(ratio);
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF place((width() - fit.width()) / 2, (height() - fit.height()) / 2, fit.width(), fit.height());
    const double corner =
        schedule::deviceOf(m_schedule->conditions.device).cornerRadius * fit.width() / screen.width;
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(0x14, 0x15, 0x1A));
    painter.drawRoundedRect(place.adjusted(-5, -5, 5, 5), corner + 5, corner + 5);
    painter.drawImage(place.topLeft(), image);
}

TakesDialog::TakesDialog(ArrangeActions& actions, const TakeId& take, QWidget* parent)
    : QDialog(parent), m_actions(actions), m_take(take), m_slider(new QSlider(Qt::Horizontal, this)),
      m_timeText(new QLabel(this)), m_play(new QPushButton(tr("Play"), this)) {
    setObjectName(QStringLiteral("takesDialog"));
    setWindowTitle(tr("Compare takes"));
    const auto* kept = model::findThing(actions.document().sequence()->takes, take);
    const auto& conditions = actions.preview().conditions();
    const auto scene = actions.preview().scene();
    const auto before = actions.document().study()->withTake(take)->schedule(conditions);
    const auto now = actions.preview().schedule();
    m_kept = new TakeStage(before, scene, this);
    m_present = new TakeStage(now, scene, this);
    m_end = std::max(before->end, now->end);
    const auto column = [this](const QString& title, const schedule::Schedule& schedule, TakeStage* stage) {
        auto* box = new QVBoxLayout;
        auto* name = new QLabel(title, this);
        name->setFont(nameFont(15));
        auto* cost = new QLabel(isNever(schedule.metrics.shown) ? tr("never shown")
                                                                : tr("shown %1 ms · added %2 ms")
                                                                      .arg(timeText(schedule.metrics.shown),
                                                                           timeText(schedule.metrics.added)),
                                this);
        cost->setFont(timeFont(11));
        cost->setProperty("quiet", true);
        box->addWidget(name);
        box->addWidget(cost);
        box->addWidget(stage, 1);
        return box;
    };
    auto* list = new QListWidget(this);
    list->setObjectName(QStringLiteral("takeDifferences"));
    list->setWordWrap(true);
    list->setFont(uiFont(12));
    for (const auto& line : schedule::differences(*before, *now)) {
        list->addItem(toQString(line));
    }
    if (list->count() == 0) {
        list->addItem(tr("Nothing differs."));
    }
    auto* middle = new QVBoxLayout;
    auto* heading = new QLabel(tr("From the take to now"), this);
    heading->setProperty("heading", true);
    middle->addWidget(heading);
    middle->addWidget(list, 1);
    auto* back = new QPushButton(tr("Go back to %1").arg(toQString(kept->name)), this);
    back->setObjectName(QStringLiteral("takesDialogGoBack"));
    middle->addWidget(back);
    auto* row = new QHBoxLayout;
    row->setSpacing(18);
    row->addLayout(column(toQString(kept->name), *before, m_kept), 3);
    row->addLayout(middle, 4);
    row->addLayout(column(tr("Now"), *now, m_present), 3);
    m_slider->setRange(0, static_cast<int>(m_end));
    m_slider->setObjectName(QStringLiteral("takesTime"));
    m_slider->setAccessibleName(tr("Moment of both stages"));
    m_timeText->setFont(timeFont(12));
    m_timeText->setMinimumWidth(70);
    m_timeText->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    auto* foot = new QHBoxLayout;
    foot->addWidget(m_play);
    foot->addWidget(m_slider, 1);
    foot->addWidget(m_timeText);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(18, 14, 18, 14);
    whole->addLayout(row, 1);
    whole->addLayout(foot);
    resize(980, 640);
    m_timer.setInterval(16);
    connect(&m_timer, &QTimer::timeout, this, [this] {
        const double time = m_startedAt + double(m_clock.elapsed());
        setTime(time);
        if (time >= m_end) {
            setPlaying(false);
        }
    });
    connect(m_play, &QPushButton::clicked, this, [this] { setPlaying(!m_timer.isActive()); });
    connect(m_slider, &QSlider::valueChanged, this, [this](int value) {
        if (!m_timer.isActive()) {
            setTime(value);
        }
    });
    connect(back, &QPushButton::clicked, this, [this] {
        accept();
        m_actions.goBackTo(m_take);
    });
    setTime(std::max(0.0, actions.preview().time()));
}

void TakesDialog::setTime(double time) {
    const double bounded = std::clamp(time, 0.0, m_end);
    m_kept->setTime(bounded);
    m_present->setTime(bounded);
    m_slider->setValue(static_cast<int>(bounded));
    m_timeText->setText(tr("%1 ms").arg(timeText(bounded)));
}

void TakesDialog::setPlaying(bool playing) {
    if (playing) {
        m_startedAt = m_slider->value() >= static_cast<int>(m_end) ? 0 : m_slider->value();
        m_clock.start();
        m_timer.start();
    } else {
        m_timer.stop();
    }
    m_play->setText(playing ? tr("Pause") : tr("Play"));
}

}
