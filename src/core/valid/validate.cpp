// SPDX-License-Identifier: MIT
#include "core/valid/validate.h"

#include "core/model/graph.h"
#include "core/moves/definition.h"
#include "core/valid/checker.h"
#include "core/valid/validate_layer.h"

#include <cmath>
#include <set>

namespace scaena::valid {

using namespace model;

namespace {

class Validator : private Checker {
public:
    using Checker::Checker;

    Problems run() {
        checkIds("palette", m_sequence.palette);
        checkIds("layers", m_sequence.layers);
        checkIds("beats", m_sequence.beats);
        checkIds("gates", m_sequence.gates);
        checkIds("cues", m_sequence.cues);
        checkIds("takes", m_sequence.takes);
        checkText("/name", m_sequence.name, limits::kNameLength);
        checkOpening();
        each("layers", m_sequence.layers, [this](const Layer& layer) { checkLayer(*this, layer); });
        checkBeatOrder();
        each("beats", m_sequence.beats, [this](const Beat& beat) { checkBeat(beat); });
        each("gates", m_sequence.gates, [this](const Gate& gate) { checkGate(gate); });
        each("cues", m_sequence.cues, [this](const Cue& cue) { checkCue(cue); });
        checkStarts();
        if (!m_sequence.takes.empty()) {
            checkTakes();
        }
        if (m_problems.empty()) {
            checkCycles();
        }
        return std::move(m_problems);
    }

    /// Only what belongs to the timing: the rest is known to be good, or was told already.
    Problems runTiming() {
        checkIds("beats", m_sequence.beats);
        checkIds("cues", m_sequence.cues);
        checkBeatOrder();
        each("beats", m_sequence.beats, [this](const Beat& beat) { checkBeat(beat); });
        each("cues", m_sequence.cues, [this](const Cue& cue) { checkCue(cue); });
        checkStarts();
        if (m_problems.empty()) {
            checkCycles();
        }
        return std::move(m_problems);
    }

private:
    template <typename Things, typename Check>
    void each(const char* list, const Things& things, Check check) {
        for (std::size_t i = 0; i < things.size(); ++i) {
            m_place = fmt::format("/{}/{}", list, i);
            check(things[i]);
        }
    }

    template <typename Things>
    void checkIds(const char* list, const Things& things) {
        std::set<std::string_view> seen;
        if (things.size() > limits::kThings) {
            report(fmt::format("/{}", list),
                   fmt::format("holds {} entries; the limit is {}", things.size(), limits::kThings));
        }
        each(list, things, [&](const auto& thing) {
            if (!isValidId(thing.id)) {
                reportHere("id",
                           fmt::format("“{}” is not an id: use lower-case letters, digits and single hyphens",
                                       thing.id));
            } else if (!seen.insert(thing.id).second) {
                reportHere("id", fmt::format("“{}” is used twice", thing.id));
            }
            if constexpr (requires { thing.name; }) {
                checkText(m_place + "/name", thing.name, limits::kNameLength);
            }
        });
    }

    void checkOpening() {
        checkColour("/opening/colour", m_sequence.opening.colour);
        const auto expect = [&](const char* place, const LayerId& id, const char* what, auto suits) {
            const auto* layer = findThing(m_sequence.layers, id);
            if (!id.empty() && (!layer || !suits(layer->kind()))) {
                report(place, fmt::format("“{}” is {}", id, layer ? what : "not a layer"));
            }
        };
        constexpr const char* kNoIcon = "neither an artwork nor an image: no other layer can be an icon";
        expect("/opening/icon", m_sequence.opening.icon, kNoIcon, canBeIcon);
        expect("/opening/footer", m_sequence.opening.footer, "neither a footer mark nor an image",
               canBeFooter);
        const auto& shift = m_sequence.opening.iconShift;
        for (const auto& [place, value] :
             {std::pair("/opening/iconX", shift.x), {"/opening/iconY", shift.y}}) {
            if (!(std::abs(value) <= limits::kIconShift)) {
                report(place, fmt::format("has to lie between -{0} and {0} dp", limits::kIconShift));
            }
        }
        expect("/appIcon/layer", m_sequence.appIcon.layer, kNoIcon, canBeIcon);
        if (!m_sequence.appIcon.colour.empty()) {
            checkColour("/appIcon/colour", m_sequence.appIcon.colour);
        }
        if (!(m_sequence.appIcon.size >= 0.3 && m_sequence.appIcon.size <= 1.4)) {
            report("/appIcon/size", "the icon's size has to lie between 0.3 and 1.4");
        }
        for (const auto& id : m_sequence.opening.layers) {
            if (!findThing(m_sequence.layers, id)) {
                report("/opening/layers", fmt::format("“{}” is not a layer", id));
            }
        }
    }

    void checkBeatOrder() {
        const auto& beats = m_sequence.beats;
        for (std::size_t i = 0; i < beats.size(); ++i) {
            const auto place = fmt::format("/beats/{}/kind", i);
            if ((beats[i].kind == BeatKind::Opening) != (i == 0)) {
                report(place, i == 0 ? "the first beat has to be the opening"
                                     : "only the first beat can be the opening");
            }
            const bool last = i + 1 == beats.size();
            if ((beats[i].kind == BeatKind::HandOff) != last) {
                report(place, last ? "the last beat has to be the hand-off"
                                   : "only the last beat can be the hand-off");
            }
        }
        if (beats.size() < 2) {
            report("/beats", "a sequence has at least an opening and a hand-off");
        }
    }

    void checkBeat(const Beat& beat) {
        if (beat.length) {
            checkTime("length", *beat.length);
        }
        if (beat.kind == BeatKind::Hold && !beat.length) {
            reportHere("length", "a hold needs a length");
        }
        checkTime("atLeast", beat.atLeast);
        checkTime("blend", beat.blend);
        if (beat.atMost) {
            checkTime("atMost", *beat.atMost, beat.atLeast);
        }
        const int here = indexOf(m_sequence.beats, beat.id);
        for (const auto& id : beat.gates) {
            const auto* gate = findThing(m_sequence.gates, id);
            if (!gate) {
                reportHere("gates", fmt::format("“{}” is not a gate", id));
            } else if (gate->start == GateStart::Beat && indexOf(m_sequence.beats, gate->beat) > here) {
                reportHere(
                    "gates",
                    fmt::format("gate “{}” starts loading only after this wait, so it could never end", id));
            }
        }
    }

    void checkGate(const Gate& gate) {
        checkTime("typical", gate.typical);
        checkTime("fast", gate.fast);
        checkTime("slow", gate.slow);
        if (gate.timeOut) {
            checkTime("timeOut", *gate.timeOut, 1);
        }
        if (gate.start == GateStart::Beat && !findThing(m_sequence.beats, gate.beat)) {
            reportHere("beat", fmt::format("“{}” is not a beat", gate.beat));
        }
        for (const auto& id : gate.needs) {
            if (!findThing(m_sequence.gates, id)) {
                reportHere("needs", fmt::format("“{}” is not a gate", id));
            }
        }
    }

    void checkCue(const Cue& cue) {
        const auto* layer = findThing(m_sequence.layers, cue.layer);
        const auto* beat = findThing(m_sequence.beats, cue.beat);
        if (!layer) {
            reportHere("layer", fmt::format("“{}” is not a layer", cue.layer));
        }
        if (!beat) {
            reportHere("beat", fmt::format("“{}” is not a beat", cue.beat));
        }
        checkTime("length", cue.length);
        checkTime("anchor/offset", cue.anchor.offset, -limits::kLongest);
        checkNumber("repeat/times", cue.repeat.times, 1, limits::kMostRepeats);
        checkTime("repeat/settle", cue.repeat.settle);
        if (cue.repeat.whileWaiting && beat && beat->kind != BeatKind::Wait) {
            reportHere("repeat/whileWaiting",
                       "only a cue of a wait can repeat for as long as the wait lasts");
        }
        if (cue.repeat.whileWaiting && cue.length < 1) {
            reportHere("length", "a cue that repeats while waiting needs a length");
        }
        if (auto why = layer ? moves::whyNot(cue.move.kind, *layer) : std::string(); !why.empty()) {
            reportHere("move", std::move(why));
        }
        checkAnchor(cue);
        checkMove(cue.move);
        checkPoses(cue);
    }

    void checkPoses(const Cue& cue) {
        double before = 0;
        for (const auto& pose : cue.poses) {
            checkNumber("poses/at", pose.at, before, 1);
            before = pose.at;
            for (const auto& value : {pose.x, pose.y}) {
                checkNumber("poses", value.value_or(0), -limits::kFarthest, limits::kFarthest);
            }
            for (const auto& value : {pose.scaleX, pose.scaleY}) {
                checkNumber("poses", value.value_or(0), -100, 100);
            }
            checkNumber("poses/turn", pose.turn.value_or(0), -3600, 3600);
            checkNumber("poses/opacity", pose.opacity.value_or(0), 0, 1);
        }
    }

    /// A take has to stand by itself in the place of the timing: everything it names must exist. One copy of
    /// the sequence serves for all of them, without the takes themselves.
    void checkTakes() {
        Sequence whole;
        whole.layers = m_sequence.layers;
        whole.gates = m_sequence.gates;
        whole.palette = m_sequence.palette;
        whole.opening = m_sequence.opening;
        each("takes", m_sequence.takes, [&](const Take& take) {
            whole.beats = take.beats;
            whole.cues = take.cues;
            whole.starts = take.starts;
            for (const auto& problem : Validator(whole).runTiming()) {
                const bool ofTiming = problem.place.starts_with("/beats") ||
                                      problem.place.starts_with("/cues") ||
                                      problem.place.starts_with("/starts");
                if (ofTiming) {
                    report(m_place + problem.place, problem.message);
                }
            }
        });
    }

    void checkAnchor(const Cue& cue) {
        if (cue.anchor.kind == AnchorKind::BeatStart || cue.anchor.kind == AnchorKind::BeatEnd) {
            return;
        }
        const auto* other = findThing(m_sequence.cues, cue.anchor.cue);
        if (!other) {
            reportHere("anchor/cue", fmt::format("“{}” is not a cue", cue.anchor.cue));
        } else if (indexOf(m_sequence.beats, other->beat) > indexOf(m_sequence.beats, cue.beat)) {
            reportHere(
                "anchor/cue",
                fmt::format(
                    "“{}” belongs to a later beat; a cue can follow cues of its own beat or an earlier one",
                    other->id));
        }
    }

    void checkMove(const Move& move) {
        for (const auto& [key, value] : move.parameters) {
            const auto* parameter = moves::findParameter(move.kind, key);
            const auto place = "move/" + key;
            if (!parameter) {
                reportHere(place, fmt::format("“{}” has no such parameter", word(move.kind)));
            } else if (const auto* text = std::get_if<std::string>(&value)) {
                bool known = false;
                for (const auto& choice : parameter->choices) {
                    known = known || choice == *text;
                }
                if (!known) {
                    reportHere(place, fmt::format("“{}” is not one of its values", *text));
                }
            } else if (parameter->isChoice()) {
                reportHere(place, "takes a word, not a number");
            } else {
                checkNumber(place, std::get<double>(value), parameter->least, parameter->most);
            }
        }
    }

    void checkStarts() {
        for (std::size_t i = 0; i < kStartKinds; ++i) {
            for (const auto& id : m_sequence.starts[i].value_or(std::vector<BeatId>{})) {
                if (!findThing(m_sequence.beats, id)) {
                    report(fmt::format("/starts/{}", word(static_cast<StartKind>(i))),
                           fmt::format("“{}” is not a beat", id));
                }
            }
        }
    }

    void checkCycles() {
        for (const auto& layer : m_sequence.layers) {
            std::size_t steps = 0;
            for (const auto* it = &layer; it && !it->group.empty();
                 it = findThing(m_sequence.layers, it->group)) {
                if (++steps > m_sequence.layers.size()) {
                    report("/layers", fmt::format("group “{}” is a part of itself", layer.id));
                    return;
                }
            }
        }
        const auto checkCycle = [&](const char* things, const auto& cycle) {
            if (!cycle.empty()) {
                report(fmt::format("/{}", things), fmt::format("{} depend on each other in a circle: {}",
                                                               things, fmt::join(cycle, " → ")));
            }
        };
        checkCycle("gates", gateCycle(m_sequence));
        checkCycle("cues", cueCycle(m_sequence));
    }
};

}

Problems problemsOf(const Sequence& sequence) { return Validator(sequence).run(); }

}
