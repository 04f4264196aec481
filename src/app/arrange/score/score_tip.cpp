// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_tip.h"

#include "app/widgets/phrasing.h"

#include <QObject>

namespace scaena::app {

namespace {

QString beatWords(const schedule::Schedule& schedule, int index) {
    const auto& span = schedule.beats[static_cast<std::size_t>(index)];
    const auto name = toQString(schedule.sequence->beats[static_cast<std::size_t>(index)].name);
    return span.endless() ? QObject::tr("%1, without an end").arg(name)
                          : QObject::tr("%1, %2 ms long").arg(name, timeText(span.end - span.start));
}

}

QString scoreTip(const schedule::Schedule& schedule, const ScoreHit& hit) {
    using Part = ScoreHit::Part;
    switch (hit.part) {
    case Part::Cue:
    case Part::CueStart:
    case Part::CueEnd: {
        const auto index = static_cast<std::size_t>(hit.index);
        const auto& span = schedule.cues[index];
        return QObject::tr("%1\n%2 – %3 ms. Drag to move, edges to lengthen; Alt: without snapping")
            .arg(cueName(*schedule.sequence, schedule.sequence->cues[index]), timeText(span.start),
                 timeText(span.end));
    }
    case Part::WaitGrip:
        return beatWords(schedule, hit.index) + QObject::tr("\nPull: what if loading takes this long?");
    case Part::KnobEnd:
        return QObject::tr("Pull a thread to the cue that comes after");
    case Part::KnobStart:
        return QObject::tr("Pull a thread to the cue that begins with it");
    case Part::Label:
        return QObject::tr("Drag to reorder, double-click to rename, right click for more");
    case Part::Beat:
        return beatWords(schedule, hit.index);
    case Part::BeatEnd:
        return beatWords(schedule, hit.index) + QObject::tr("\nDrag to lengthen the beat");
    case Part::Gate:
        return schedule.sequence->gates.size() > 1
                   ? QObject::tr(
                         "Pull to another gate, and it waits for this one; again, and it no longer does")
                   : QString();
    case Part::GateEnd:
        return QObject::tr("Drag to change how long the gate typically takes");
    default:
        return {};
    }
}

}
