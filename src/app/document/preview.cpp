// SPDX-License-Identifier: MIT
#include "app/document/preview.h"

#include <QSettings>
#include <algorithm>
#include <iterator>

namespace scaena::app {

namespace {
constexpr int kFrameMillis = 16;
constexpr const char* kSpeedKey = "playing/speed";
constexpr const char* kRateKey = "playing/frameRate";
}

Preview::Preview(Document& document, QObject* parent) : QObject(parent), m_document(document) {
    setSpeed(QSettings().value(QString::fromLatin1(kSpeedKey), 1.0).toDouble());
    setFrameRate(QSettings().value(QString::fromLatin1(kRateKey), 60).toInt());
    m_timer.setTimerType(Qt::PreciseTimer);
    m_timer.setInterval(kFrameMillis);
    connect(&m_timer, &QTimer::timeout, this, &Preview::tick);
    connect(&m_backTimer, &QTimer::timeout, this, [this] {
        m_leftAt = double(m_backClock.elapsed());
        if (*m_leftAt >= kBack) {
            m_backTimer.stop();
        }
        emit timeChanged();
    });
    connect(&document, &Document::changed, this, [this](const edit::ChangeSet& changes) {
        using edit::Kind;
        rebuild(changes.touches(Kind::Layer) || changes.touches(Kind::Colour) ||
                changes.touches(Kind::Sequence));
    });
    rebuild(true);
}

void Preview::setConditions(const schedule::Conditions& conditions) {
    if (conditions == m_conditions) {
        return;
    }
    const bool otherLook =
        conditions.appearance != m_conditions.appearance || conditions.device != m_conditions.device;
    m_conditions = conditions;
    rebuild(otherLook);
    emit conditionsChanged();
}

void Preview::rebuild(bool sceneToo) {
    // Gates may have gone since their times were set.
    std::erase_if(m_conditions.gateTimes,
                  [&](const auto& it) { return !model::findThing(m_document.sequence()->gates, it.first); });
    m_schedule = m_document.study()->schedule(m_conditions);
    m_seam = schedule::seamOf(*m_schedule);
    if (sceneToo || !m_scene) {
        m_scene = std::make_shared<const render::Scene>(
            *m_document.sequence(), *m_document.artFiles(), m_conditions.appearance,
            schedule::deviceOf(m_conditions.device).density, m_scene.get());
    }
    emit scheduleChanged();
    setTime(std::min(m_time, double(m_schedule->end)));
}

void Preview::showSeam(schedule::Conditions conditions) {
    const bool opens =
        conditions.start != model::StartKind::Hot && conditions.start != model::StartKind::Recreated;
    conditions.start = opens ? conditions.start : model::StartKind::Cold;
    setPlaying(false);
    setConditions(conditions);
    setTime(m_schedule->beats.front().end);
}

void Preview::show(const check::Finding& finding) {
    if (finding.rule == "seam" && finding.seen) {
        showSeam(*finding.seen);
        return;
    }
    setPlaying(false);
    if (finding.seen) {
        setConditions(*finding.seen);
    }
    if (finding.place.time) {
        setTime(*finding.place.time);
    }
}

void Preview::setTime(double time) {
    const double bounded = std::clamp(time, firstTime(), double(m_schedule->end));
    const bool wasLeft = m_leftAt.has_value();
    m_leftAt.reset();
    m_backTimer.stop();
    if (bounded != m_time || wasLeft) {
        m_time = bounded;
        emit timeChanged();
    }
    if (isPlaying()) {
        m_startedAt = m_time;
        m_clock.restart();
    }
}

void Preview::setPlaying(bool playing) {
    if (playing == isPlaying()) {
        return;
    }
    if (playing) {
        if (m_time >= m_schedule->end || m_leftAt) {
            setTime(firstTime());
        }
        aimRound();
        m_startedAt = m_time;
        m_clock.start();
        m_timer.start();
    } else {
        m_timer.stop();
    }
    emit playingChanged();
}

void Preview::setRound(Round round) {
    m_round = round;
    aimRound();
    emit playingChanged();
}

void Preview::setSpeed(double speed) {
    const bool isKnown = std::find(std::begin(kSpeeds), std::end(kSpeeds), speed) != std::end(kSpeeds);
    if (!isKnown || speed == m_speed) {
        return;
    }
    m_speed = speed;
    m_startedAt = m_time;
    m_clock.restart();
    QSettings().setValue(QString::fromLatin1(kSpeedKey), speed);
    emit playingChanged();
}

void Preview::setFrameRate(int rate) {
    if (std::find(std::begin(kRates), std::end(kRates), rate) != std::end(kRates) && rate != m_frameRate) {
        m_frameRate = rate;
        QSettings().setValue(QString::fromLatin1(kRateKey), rate);
        emit playingChanged();
    }
}

void Preview::step(int frames) { setTime(m_time + frames * 1000.0 / m_frameRate); }

void Preview::aimRound() {
    const auto& beat = m_schedule->beats[static_cast<std::size_t>(m_schedule->beatAt(m_time))];
    m_roundStart = beat.start;
    m_roundEnd = std::min(beat.end, m_schedule->end);
}

void Preview::setFromIcon(bool fromIcon) {
    m_fromIcon = fromIcon;
    m_leftAt.reset();
    setTime(m_time);
    emit timeChanged();
    emit playingChanged();
}

void Preview::goBack() {
    if (!m_fromIcon || m_time < 0 || m_leftAt) {
        return;
    }
    setPlaying(false);
    m_leftAt = 0;
    m_backClock.start();
    m_backTimer.start(kFrameMillis);
}

double Preview::windowPart() const {
    if (!m_fromIcon) {
        return 1;
    }
    if (m_leftAt) {
        return 1 - std::min(1.0, *m_leftAt / kBack);
    }
    return std::clamp(m_time / kZoom, 0.0, 1.0);
}

void Preview::tick() {
    double now = m_startedAt + m_speed * double(m_clock.nsecsElapsed()) / 1e6;
    if (m_round == Round::Beat && now >= m_roundEnd) {
        m_startedAt = now = m_roundStart;
        m_clock.restart();
    }
    if (m_round == Round::Launch && now >= m_schedule->end) {
        m_startedAt = now = firstTime();
        m_clock.restart();
    }
    const bool over = now >= m_schedule->end;
    m_time = std::min(now, double(m_schedule->end));
    emit timeChanged();
    if (over) {
        setPlaying(false);
    }
}

}
