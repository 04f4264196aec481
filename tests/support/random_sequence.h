// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/moves.h"
#include "core/schedule/conditions.h"
#include "support/builders.h"

#include <cstdlib>
#include <numeric>
#include <random>

namespace scaena::test {

/// The seeds a judge takes, `count` from `first` on. SCAENA_SEEDS, a number, shifts them: for looking at
/// sequences nobody has looked at before.
inline std::vector<unsigned> seeds(unsigned first, unsigned count) {
    const char* shift = std::getenv("SCAENA_SEEDS");
    std::vector<unsigned> list(count);
    std::iota(list.begin(), list.end(), first + (shift ? static_cast<unsigned>(std::atoi(shift)) : 0));
    return list;
}

/// Random but valid sequences and conditions for the property tests. The same seed gives the same on every
/// machine: only the generator's raw numbers are used, not the library's distributions.
class RandomSequences {
public:
    explicit RandomSequences(unsigned seed) : m_engine(seed) {}

    int below(int limit) { return static_cast<int>(m_engine() % static_cast<unsigned>(limit)); }
    bool oneIn(int chance) { return below(chance) == 0; }

    model::Sequence next() {
        auto builder = aSequence();
        const int gates = below(5);
        for (int i = 0; i < gates; ++i) {
            builder.withGate(randomGate(i));
        }
        const int beats = 1 + below(5);
        std::vector<BeatId> ids = {"opening"};
        for (int i = 0; i < beats; ++i) {
            auto made = randomBeat(i, gates);
            ids.push_back(made.id);
            builder.withBeat(std::move(made));
        }
        auto sequence = builder.build(oneIn(3) ? std::optional<Millis>() : std::optional(100 + below(600)));
        ids.push_back("hand-off");
        addLayers(sequence);
        const int cues = below(14);
        for (int i = 0; i < cues; ++i) {
            sequence.cues.push_back(randomCue(i, ids, sequence));
        }
        for (auto& gate : sequence.gates) {
            if (oneIn(4)) {
                gate.start = model::GateStart::Beat;
                gate.beat = "opening"; // a later one could deadlock a wait
            }
        }
        if (oneIn(4)) {
            sequence.starts[static_cast<std::size_t>(model::StartKind::Warm)] =
                std::vector<BeatId>{"hand-off"};
        }
        return sequence;
    }

    schedule::Conditions conditions(const model::Sequence& sequence) {
        schedule::Conditions made;
        made.target = oneIn(3) ? plan::TargetId("android") : plan::TargetId("android12");
        made.device = schedule::DeviceId::at(static_cast<std::size_t>(below(5)));
        made.landscape = oneIn(4);
        made.start = oneIn(4) ? static_cast<model::StartKind>(below(5)) : model::StartKind::Cold;
        made.loading = static_cast<schedule::Loading>(below(4));
        made.reducedMotion = oneIn(5);
        for (const auto& gate : sequence.gates) {
            if (oneIn(3)) {
                made.gateTimes[gate.id] = oneIn(5) ? kNever : below(4000);
            }
        }
        return made;
    }

private:
    double within(int reach) { return below(2 * reach) - reach; }

    model::Place randomPlace() {
        model::Place made;
        made.anchor = static_cast<model::AnchorPoint>(below(9));
        made.x = within(100);
        made.y = within(200);
        made.width = 20 + below(200);
        made.height = 20 + below(200);
        made.turn = oneIn(2) ? 0 : within(180);
        made.safeArea = oneIn(3);
        return made;
    }

    /// A group with logo and title in it, perhaps within another one; a progress ring and a clip.
    void addLayers(model::Sequence& sequence) {
        if (oneIn(3)) {
            return;
        }
        const auto add = [&](const LayerId& id, model::Contents contents) {
            model::Layer made;
            made.id = id;
            made.name = id;
            made.contents = std::move(contents);
            made.place = randomPlace();
            if (oneIn(3)) {
                made.pivot = {below(5) / 4.0, below(5) / 4.0};
            }
            sequence.layers.push_back(made);
        };
        add("group", model::GroupContent());
        add("outer", model::GroupContent());
        model::ProgressContent progress;
        progress.colour = "ink";
        if (!sequence.gates.empty() && oneIn(2)) {
            progress.gates = {sequence.gates[std::size_t(below(int(sequence.gates.size())))].id};
        }
        add("progress", progress);
        model::ClipContent clip;
        clip.stopAt = 200 + below(3000);
        add("clip", clip);
        if (oneIn(3)) {
            model::TextContent notice;
            notice.text = "No connection";
            notice.colour = "ink";
            add("notice", notice);
            sequence.layers.back().shownWhen = static_cast<model::ShownWhen>(1 + below(2));
        }
        for (auto& layer : sequence.layers) {
            const bool joins = layer.id == "logo" || layer.id == "title" || layer.id == "clip";
            layer.group = joins && oneIn(2) ? "group" : layer.id == "group" && oneIn(2) ? "outer" : "";
            if (layer.id == "logo") {
                layer.pivot = {below(5) / 4.0, below(5) / 4.0};
                layer.place.turn = within(90);
                layer.destination->turn = within(90);
            }
            if (!model::coversScreen(layer.kind()) && oneIn(3)) {
                layer.landscape = randomPlace();
            }
        }
    }

    std::vector<model::Pose> randomPoses() {
        std::vector<model::Pose> poses;
        const int count = 1 + below(3);
        for (int i = 0; i < count; ++i) {
            model::Pose pose;
            pose.at = oneIn(2) ? double(i) / count : (i + 1.0) / count;
            pose.at = poses.empty() ? pose.at : std::max(pose.at, poses.back().at);
            const auto perhaps = [&](double value) { return oneIn(2) ? std::optional(value) : std::nullopt; };
            pose.x = perhaps(within(100));
            pose.scaleX = perhaps(below(30) / 10.0);
            pose.scaleY = pose.scaleX;
            pose.turn = perhaps(within(360));
            pose.opacity = perhaps(below(11) / 10.0);
            pose.easing =
                oneIn(2) ? std::optional<model::Easing>(model::CubicBezier{0.2, 0, 0, 1}) : std::nullopt;
            poses.push_back(pose);
        }
        return poses;
    }

    model::Gate randomGate(int i) {
        auto made = gate(GateId("gate-" + std::to_string(i)), below(2000));
        for (int k = 0; k < i; ++k) {
            if (oneIn(3)) {
                made.needs.emplace_back("gate-" + std::to_string(k));
            }
        }
        made.start = oneIn(2) ? model::GateStart::Process : model::GateStart::FirstFrame;
        if (oneIn(2)) {
            made.timeOut = 1 + below(3000);
            made.onTimeOut = static_cast<model::TimeOutAction>(below(3));
        }
        made.optional = oneIn(4);
        return made;
    }

    model::Beat randomBeat(int i, int gates) {
        const BeatId id("beat-" + std::to_string(i));
        switch (below(3)) {
        case 0: {
            auto made = play(id, oneIn(2) ? std::optional<Millis>() : std::optional(below(1200)));
            made.yield = static_cast<model::Yield>(below(3));
            made.blend = below(300);
            return made;
        }
        case 1: {
            auto made = hold(id, below(500));
            made.yield = static_cast<model::Yield>(below(3));
            return made;
        }
        default: {
            auto made = wait(id);
            made.atLeast = below(400);
            if (oneIn(2)) {
                made.atMost = made.atLeast + below(3000);
                made.onTimeOut = static_cast<model::TimeOutAction>(below(3));
            }
            if (gates > 0 && oneIn(2)) {
                made.gates = {GateId("gate-" + std::to_string(below(gates)))};
            }
            return made;
        }
        }
    }

    model::Cue randomCue(int i, const std::vector<BeatId>& beats, const model::Sequence& sequence) {
        static const char* layers[] = {"backdrop", "logo", "title"};
        const int beatIndex = below(static_cast<int>(beats.size()));
        auto made =
            cue(CueId("cue-" + std::to_string(i)), beats[static_cast<std::size_t>(beatIndex)], below(400),
                below(900), static_cast<model::MoveKind>(below(static_cast<int>(model::kMoveKinds))),
                layers[below(3)]);
        const bool hasMore = model::findThing(sequence.layers, "group") != nullptr;
        if (hasMore && oneIn(4) && model::movesGroups(made.move.kind)) {
            made.layer = oneIn(2) ? "group" : "outer";
        }
        if (made.move.kind == model::MoveKind::Play) {
            if (hasMore) {
                made.layer = "clip";
            } else {
                made.move.kind = model::MoveKind::Fade;
            }
        }
        if (made.move.kind == model::MoveKind::Poses) {
            made.poses = randomPoses();
        }
        if (made.move.kind == model::MoveKind::Panel) {
            made.layer = "backdrop";
        } else if (made.move.kind == model::MoveKind::Travel) {
            made.layer = "logo";
        }
        if (oneIn(2)) {
            made.easing.reset();
        } else if (oneIn(3)) {
            made.easing = model::namedEasings()[static_cast<std::size_t>(
                                                    below(static_cast<int>(model::namedEasings().size())))]
                              .easing;
        }
        if (const auto* way = model::findParameter(made.move.kind, "direction"); way && oneIn(3)) {
            const auto choice = 1 + below(static_cast<int>(way->choices.size()) - 1);
            made.move.parameters["direction"] = std::string(way->choices[static_cast<std::size_t>(choice)]);
        }
        std::vector<CueId> possible;
        for (const auto& other : sequence.cues) {
            if (model::indexOf(sequence.beats, other.beat) <= model::indexOf(sequence.beats, made.beat)) {
                possible.push_back(other.id);
            }
        }
        const int anchor = below(5);
        if (anchor >= 3 && !possible.empty()) {
            made.anchor = {anchor == 3 ? model::AnchorKind::With : model::AnchorKind::After,
                           possible[static_cast<std::size_t>(below(static_cast<int>(possible.size())))],
                           below(300) - 150,
                           {}};
        } else if (anchor == 2) {
            made.anchor = {model::AnchorKind::BeatEnd, {}, -below(400), {}};
        }
        const auto* on = model::findThing(sequence.beats, made.beat);
        if (on->kind == model::BeatKind::Wait && oneIn(2)) {
            made.length = 100 + below(900);
            made.repeat.whileWaiting = true;
            made.repeat.end = static_cast<model::RepeatEnd>(below(3));
        } else if (oneIn(5)) {
            made.repeat.times = 1 + below(4);
        }
        made.repeat.alternate = oneIn(3);
        made.composite = oneIn(6) ? model::Composite::Add : model::Composite::Replace;
        made.reduced = static_cast<model::ReducedMotion>(below(3));
        return made;
    }

    std::mt19937 m_engine;
};

/// A random sequence whose clips, of which there are no files here, are left out.
inline model::Sequence randomWithoutClips(unsigned seed) {
    RandomSequences random(seed);
    auto sequence = random.next();
    std::erase_if(sequence.cues, [](const auto& it) { return it.move.kind == model::MoveKind::Play; });
    std::erase_if(sequence.layers, [](const auto& it) { return it.template as<model::ClipContent>(); });
    std::erase_if(sequence.cues, [&](const auto& it) {
        return it.layer == "clip" || model::indexOf(sequence.layers, it.layer) < 0;
    });
    for (auto& it : sequence.cues) {
        if (model::indexOf(sequence.cues, it.anchor.cue) < 0) {
            it.anchor = {};
        }
    }
    sequence.name = "Random " + std::to_string(seed);
    return sequence;
}

}
