// SPDX-License-Identifier: MIT
#include "app/document/filmstrip.h"

#include <set>

namespace scaena::app {

namespace {
/// A drag changes the schedule sixty times a second; the strip follows when the hand rests.
constexpr int kStripRest = 60;
constexpr std::size_t kMostFrames = 40;
}

Filmstrip::Filmstrip(Preview& preview, QObject* parent) : QObject(parent), m_preview(preview) {
    m_delay.setSingleShot(true);
    m_delay.setInterval(kStripRest);
    connect(&m_delay, &QTimer::timeout, this, &Filmstrip::restart);
    connect(&preview, &Preview::scheduleChanged, &m_delay, qOverload<>(&QTimer::start));
    restart();
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
    const auto times = interestingTimes();
    const auto& screen = m_preview.schedule()->screen;
    const QSize pixels(std::max(1, qRound(m_height * screen.width / screen.height)), m_height);
    using Frames = QHash<int, QImage>;
    m_jobs.run<Frames>(
        [schedule = m_preview.schedule(), scene = m_preview.scene(), stills = m_preview.stills(), times,
         pixels](const Jobs::Run& run) {
            Frames frames;
            for (double time : times) {
                if (run.isCancelled()) {
                    break;
                }
                frames.insert(qRound(time), stills->at(scene, *schedule, time, {pixels, true, false}));
            }
            return frames;
        },
        [this, times](const Frames& frames) {
            m_frames = frames;
            m_times = times;
            emit changed();
        });
}

}
