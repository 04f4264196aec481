// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_actions.h"

#include "app/widgets/phrasing.h"
#include "core/edit/beat_edits.h"
#include "core/edit/edits.h"

/// The part of ArrangeActions that makes and arranges beats and gates, keeps takes and sets the hand-off.
namespace scaena::app {

using model::BeatKind;

void ArrangeActions::addBeat(BeatKind kind) {
    const auto& schedule = *m_preview.schedule();
    auto after = static_cast<std::size_t>(schedule.beatAt(std::max(0.0, m_preview.time())));
    if (m_selection.kind() == Selection::Kind::Beat) {
        after = static_cast<std::size_t>(std::max(0, model::indexOf(sequence().beats, m_selection.beat())));
    }
    after = std::min(after, sequence().beats.size() - 2); // the hand-off stays last
    const QString name = kind == BeatKind::Hold   ? tr("Hold")
                         : kind == BeatKind::Wait ? tr("Wait")
                                                  : tr("Beat");
    BeatId made;
    auto next = edit::addBeat(sequence(), sequence().beats[after].id, kind, name.toStdString(), made);
    apply(tr("add beat %1").arg(name), std::move(next));
    m_selection.select(Selection::Kind::Beat, made);
}

void ArrangeActions::splitBeat() {
    const auto& schedule = *m_preview.schedule();
    const auto beat = static_cast<std::size_t>(schedule.beatAt(std::max(0.0, m_preview.time())));
    const auto& span = schedule.beats[beat];
    BeatId made;
    auto next = edit::splitBeat(sequence(), sequence().beats[beat].id,
                                static_cast<Millis>(std::lround(m_preview.time())) - span.start,
                                span.end - span.start, made);
    if (made.empty() || next == sequence()) {
        emit problems(
            tr("This beat cannot be split here"),
            {{ProblemKind::Unsupported,
              "put the needle inside a play or hold beat, where no cue hangs across the cut, and split again",
              {},
              {}}});
        return;
    }
    apply(tr("split beat %1").arg(toQString(sequence().beats[beat].name)), std::move(next));
    m_selection.select(Selection::Kind::Beat, made);
}

void ArrangeActions::duplicateBeat(const model::Beat& beat) {
    BeatId made;
    const QString name = toQString(beat.name);
    auto next = edit::duplicateBeat(sequence(), beat.id, made);
    if (made.empty()) {
        emit problems(tr("“%1” cannot be duplicated").arg(name),
                      {{ProblemKind::Unsupported,
                        "the opening and the hand-off stand once in every sequence; other beats can, as long "
                        "as the sequence "
                        "has room for them",
                        {},
                        {}}});
        return;
    }
    apply(tr("duplicate beat %1").arg(name), std::move(next));
    m_selection.select(Selection::Kind::Beat, made);
}

void ArrangeActions::shiftBeat(int by) {
    if (const auto* beat = model::findThing(sequence().beats, m_selection.beat())) {
        const QString name = toQString(beat->name);
        apply(by < 0 ? tr("beat %1 earlier").arg(name) : tr("beat %1 later").arg(name),
              edit::shiftBeat(sequence(), beat->id, by));
    }
}

void ArrangeActions::addGate() {
    GateId made;
    auto next = edit::addGate(sequence(), tr("Gate").toStdString(), made);
    apply(tr("add a gate"), std::move(next));
    m_selection.select(Selection::Kind::Gate, made);
}

void ArrangeActions::keepTake(const QString& wish) {
    const QString name = wish.isEmpty() ? tr("Take %1").arg(sequence().takes.size() + 1) : wish;
    TakeId made;
    apply(tr("keep %1").arg(name), edit::keepTake(sequence(), name.toStdString(), made));
}

void ArrangeActions::goBackTo(const TakeId& take) {
    if (const auto* it = model::findThing(sequence().takes, take)) {
        const QString name = toQString(it->name);
        m_selection.clear();
        apply(tr("back to %1").arg(name), edit::goBackTo(sequence(), take));
    }
}

void ArrangeActions::removeTake(const TakeId& take) {
    if (const auto* it = model::findThing(sequence().takes, take)) {
        const QString name = toQString(it->name);
        apply(tr("remove %1").arg(name), edit::removeTake(sequence(), take));
    }
}

void ArrangeActions::setTransition(edit::Transition transition) {
    const LayerId hero = m_selection.layer();
    if (m_selection.kind() == Selection::Kind::Cue) {
        m_selection.clear();
    }
    apply(tr("hand off by %1").arg(toQString(edit::transitionInfo(transition).name).toLower()),
          edit::setTransition(sequence(), transition, hero));
}

}
