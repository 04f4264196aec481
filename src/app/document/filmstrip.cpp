// SPDX-License-Identifier: MIT
#include "app/document/filmstrip.h"

#include "render/frames/still.h"

#include <QPointer>
#include <set>

namespace scaena::app {

namespace {
/// A drag changes the schedule sixty times a second; the strip follows when the hand rests.
constexpr int kRestMillis = 60;
constexpr std::size_t kMostFrames = 40;
}

Filmstrip::Filmstrip(Preview& preview, QObject* parent) : QObject(parent), m_preview(preview) {
    m_pool.setMaxThreadCount(1); // the other core stays with the interface
    m_delay.setSingleShot(true);
    m_delay.setInterval(kRestMillis);
    connect(&m_delay, &QTimer::timeout, this, &Filmstrip::restart);
    connect(&preview, &Preview::scheduleChanged, &m_delay, qOverload<>(&QTimer::start));
    restart();
}

Filmstrip::~Filmstrip() {
    if (m_cancelled) {
        *m_cancelled = true;
    }
    m_pool.waitForDone();
}

void Filmstrip::setFrameHeight(int pixels) {
    if (pixels != m_height) {
        m_height = pixels;
        m_delay.start();
    }
}

std::vector<double> Filmstrip::interestingTimes() const {
    const auto& schedule = *m_preview.schedule();
    std::set<Millis> times;
    const auto add = [&](Millis time) {
        if (!isNever(time) && time <= schedule.end) {
            times.insert(time);
        }
    };
    for (const auto& beat : schedule.beats) {
        add(beat.start);
    }
    for (const auto& cue : schedule.cues) {
        if (!cue.dropped() && !isNever(cue.end)) {
            add((cue.start + cue.end) / 2);
            add(cue.end);
        }
    }
    add(schedule.end);
    // Frames closer than a thirtieth of the whole would cover each other.
    const double apart = std::max(40.0, schedule.end / 30.0);
    std::vector<double> chosen;
    for (Millis time : times) {
        if (chosen.empty() || (time - chosen.back() >= apart && chosen.size() < kMostFrames)) {
            chosen.push_back(time);
        }
    }
    return chosen;
}

void Filmstrip::restart() {
    if (m_cancelled) {
        *m_cancelled = true;
    }
    m_cancelled = std::make_shared<std::atomic<bool>>(false);
    const auto times = interestingTimes();
    const auto& screen = m_preview.schedule()->screen;
    const QSize pixels(std::max(1, qRound(m_height * screen.width / screen.height)), m_height);
    m_pool.start([self = QPointer<Filmstrip>(this), cancelled = m_cancelled, schedule = m_preview.schedule(),
                  scene = m_preview.scene(), times, pixels] {
        QHash<int, QImage> frames;
        for (double time : times) {
            if (*cancelled) {
                return;
            }
            frames.insert(qRound(time), render::still(*scene, *schedule, time, {pixels, true, false}));
        }
        // The strip waits for this pool in its destructor, so it is still there when the call is queued.
        QMetaObject::invokeMethod(
            self,
            [self, cancelled, frames, times] {
                if (self && !*cancelled) {
                    self->m_frames = frames;
                    self->m_times = times;
                    emit self->changed();
                }
            },
            Qt::QueuedConnection);
    });
}

}
