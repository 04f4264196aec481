// SPDX-License-Identifier: MIT
#include "export/common/timing_tree.h"

#include "core/model/graph.h"
#include "core/motion/easing_curve.h"
#include "core/motion/lower.h"
#include "core/schedule/beats_pass.h"
#include "core/schedule/carry.h"

#include <algorithm>

namespace scaena::exporting {

using model::BeatKind;
using model::LayerKind;

namespace {

template <typename Enum>
CodeValue constantOf(const char* type, Enum value) {
    return {CodeWord{type, std::string(model::word(value))}};
}

template <typename Things>
CodeValue indicesOf(const std::vector<Id>& ids, const Things& things) {
    CodeList list{CodeList::Of::Indices, {}};
    for (const auto& id : ids) {
        list.items.push_back({model::indexOf(things, id)});
    }
    return {std::move(list)};
}

CodeValue easingValue(const model::Easing& easing) {
    if (const auto* b = std::get_if<model::CubicBezier>(&easing)) {
        return CodeCall("Bezier")
            .plain("x1", {b->x1})
            .plain("y1", {b->y1})
            .plain("x2", {b->x2})
            .plain("y2", {b->y2})
            .value();
    }
    if (const auto* s = std::get_if<model::Steps>(&easing)) {
        using Jump = model::Steps::Jump;
        const bool atStart = s->jump == Jump::Start || s->jump == Jump::Both;
        const int jumps = s->count + (s->jump == Jump::Both ? 1 : s->jump == Jump::None ? -1 : 0);
        return CodeCall("Steps")
            .plain("count", {s->count})
            .plain("atStart", {atStart})
            .plain("jumps", {jumps})
            .value();
    }
    const auto stops = std::holds_alternative<model::LinearStops>(easing)
                           ? std::get<model::LinearStops>(easing)
                           : motion::flatten(easing, motion::kFlattenTolerance);
    CodeList list{CodeList::Of::Things, {}};
    for (const auto& stop : stops.stops) {
        list.items.push_back({stop.at});
        list.items.push_back({stop.value});
    }
    return CodeCall("Stops").plain("stops", {std::move(list)}).value();
}

CodeValue placeValue(const model::Place& p) {
    const Point at = model::fractions(p.anchor);
    return CodeCall("Place")
        .plain("across", {at.x})
        .plain("down", {at.y})
        .plain("x", {p.x})
        .plain("y", {p.y})
        .plain("width", {p.width})
        .plain("height", {p.height})
        .named("turn", {p.turn}, p.turn == 0)
        .named("safe", {true}, !p.safeArea)
        .value();
}

CodeValue tracksValue(const std::vector<motion::Track>& tracks) {
    CodeList list{CodeList::Of::Things, {}};
    for (const auto& track : tracks) {
        CodeList keys{CodeList::Of::Rest, {}};
        for (const auto& key : track.keyframes) {
            keys.items.push_back(CodeCall("Key")
                                     .plain("at", {key.at})
                                     .plain("value", {key.value})
                                     .named("onTop", {true}, key.basis == motion::Basis::Absolute)
                                     .named("easing", easingValue(key.easing), key.easing == model::kLinear)
                                     .value());
        }
        list.items.push_back(
            CodeCall("Track")
                .plain("property", {CodeWord{"Property", std::string(motion::propertyWord(track.property))}})
                .plain("keys", {std::move(keys)})
                .value());
    }
    return {std::move(list)};
}

const char* kindWord(LayerKind kind) {
    switch (kind) {
    case LayerKind::Backdrop:
        return "backdrop";
    case LayerKind::FirstScreen:
        return "first-screen";
    case LayerKind::Progress:
        return "progress";
    case LayerKind::Clip:
        return "clip";
    case LayerKind::Group:
        return "group";
    default:
        return "art";
    }
}

class TreeBuilder {
public:
    TreeBuilder(const model::Sequence& sequence, const Id& exportId)
        : m_sequence(sequence), m_exportId(exportId), m_cueOrder(model::cuesInOrder(sequence)) {
        m_placeOfCue.resize(sequence.cues.size());
        for (std::size_t i = 0; i < m_cueOrder.size(); ++i) {
            m_placeOfCue[static_cast<std::size_t>(m_cueOrder[i])] = static_cast<int>(i);
        }
    }

    [[nodiscard]] TimingTree tree() const {
        TimingTree tree;
        for (const auto& beat : m_sequence.beats) {
            tree.beats.push_back({beat.name, beatValue(beat)});
        }
        for (const auto& gate : m_sequence.gates) {
            tree.gates.push_back({gate.name, gateValue(gate)});
        }
        for (const auto& layer : m_sequence.layers) {
            tree.layers.push_back({layer.name, layerValue(layer)});
        }
        for (const int cue : m_cueOrder) {
            const auto& it = m_sequence.cues[static_cast<std::size_t>(cue)];
            tree.cues.push_back({it.id, cueValue(it)});
        }
        tree.gateOrder.of = tree.cueOrder.of = CodeList::Of::Indices;
        for (const int gate : model::gatesInOrder(m_sequence)) {
            tree.gateOrder.items.push_back({gate});
        }
        for (const int cue : schedule::staticCueOrder(m_sequence)) {
            tree.cueOrder.items.push_back({m_placeOfCue[static_cast<std::size_t>(cue)]});
        }
        return tree;
    }

private:
    [[nodiscard]] CodeValue beatValue(const model::Beat& b) const {
        CodeList plays{CodeList::Of::Words, {}};
        int usual = 0;
        for (std::size_t i = 0; i < model::kStartKinds; ++i) {
            const auto kind = static_cast<model::StartKind>(i);
            if (model::playsOn(m_sequence, b, kind)) {
                plays.items.push_back(constantOf("StartKind", kind));
                usual += kind <= model::StartKind::Warm ? 1 : -1;
            }
        }
        return CodeCall("Beat")
            .plain("id", {b.id})
            .plain("kind", constantOf("BeatKind", b.kind))
            .named("length", {b.length.value_or(-1)}, !b.length || b.kind == BeatKind::Wait)
            .named("gates", indicesOf(b.gates, m_sequence.gates), b.gates.empty())
            .named("atLeast", {b.atLeast}, b.atLeast == 0)
            .named("atMost", {b.atMost.value_or(0)}, !b.atMost)
            .named("onTimeOut", constantOf("TimeOut", b.onTimeOut), b.onTimeOut == model::TimeOutAction::GoOn)
            .named("yields", constantOf("Yield", b.yield), b.yield == model::Yield::Never)
            .named("blend", {b.blend}, b.blend == 120)
            .named("plays", {std::move(plays)}, usual == 3)
            .value();
    }

    [[nodiscard]] CodeValue gateValue(const model::Gate& g) const {
        return CodeCall("Gate")
            .plain("id", {g.id})
            .named("start", constantOf("GateStart", g.start), g.start == model::GateStart::Process)
            .named("beat", {std::max(0, model::indexOf(m_sequence.beats, g.beat))},
                   g.start != model::GateStart::Beat)
            .named("needs", indicesOf(g.needs, m_sequence.gates), g.needs.empty())
            .named("timeOut", {g.timeOut.value_or(0)}, !g.timeOut)
            .named("onTimeOut", constantOf("TimeOut", g.onTimeOut), g.onTimeOut == model::TimeOutAction::GoOn)
            .named("optional", {true}, !g.optional)
            .named("typical", {g.typical}, g.typical == 500)
            .value();
    }

    [[nodiscard]] CodeValue layerValue(const model::Layer& l) const {
        const bool covers = model::coversScreen(l.kind);
        return CodeCall("Layer")
            .plain("kind", {CodeWord{"LayerKind", kindWord(l.kind)}})
            .plain("place", covers ? CodeValue{} : placeValue(l.place))
            .named("destination", l.destination ? placeValue(*l.destination) : CodeValue{},
                   covers || !l.destination)
            .named("panelHeight", {l.panelHeight}, l.kind != LayerKind::Backdrop || l.panelHeight == 0)
            .named("shown", constantOf("Shown", l.shownWhen), l.shownWhen == model::ShownWhen::Always)
            .named("landscape", l.landscape ? placeValue(*l.landscape) : CodeValue{}, covers || !l.landscape)
            .named("pivotX", {l.pivot.x}, l.pivot.x == 0.5)
            .named("pivotY", {l.pivot.y}, l.pivot.y == 0.5)
            .named("parent", {model::indexOf(m_sequence.layers, l.group)}, l.group.empty())
            .named("gates", indicesOf(l.progress.gates, m_sequence.gates), l.progress.gates.empty())
            .named("frames", {schedule::bakedFrames(l.clip)}, l.kind != LayerKind::Clip)
            .value();
    }

    /// Dropped on every system of the export, or played by some of the systems alone.
    [[nodiscard]] std::pair<bool, bool> carry(const model::Cue& cue) const {
        bool all = true;
        bool any = false;
        for (const auto& target : schedule::targets()) {
            if (target.exportId == m_exportId) {
                const bool dropped =
                    schedule::carryOf(m_sequence, cue, target).how == schedule::Carry::Dropped;
                all = all && dropped;
                any = any || dropped;
            }
        }
        return {all, any && !all};
    }

    [[nodiscard]] CodeValue cueValue(const model::Cue& c) const {
        const auto normal = motion::lower(c);
        const auto reduced = motion::lowerReduced(c);
        const auto [dropped, bySystem] = carry(c);
        const bool reveals = std::any_of(normal.tracks.begin(), normal.tracks.end(), [](const auto& t) {
            return t.property == motion::Property::Reveal;
        });
        const auto& shape = normal.reveal;
        const bool hangsOnCue =
            c.anchor.kind == model::AnchorKind::With || c.anchor.kind == model::AnchorKind::After;
        const int other =
            hangsOnCue ? m_placeOfCue[static_cast<std::size_t>(model::indexOf(m_sequence.cues, c.anchor.cue))]
                       : -1;
        // "with" alone is a reserved word of some languages.
        const std::string anchor = std::string(model::word(c.anchor.kind)) + (hangsOnCue ? "-cue" : "");
        return CodeCall("Cue")
            .plain("layer", {model::indexOf(m_sequence.layers, c.layer)})
            .plain("beat", {model::indexOf(m_sequence.beats, c.beat)})
            .plain("length", {c.length})
            .plain("tracks", tracksValue(normal.tracks), true)
            .plain("reduced", tracksValue(reduced.tracks), true)
            .named("anchor", {CodeWord{"Anchor", anchor}}, c.anchor.kind == model::AnchorKind::BeatStart)
            .named("other", {other}, !hangsOnCue)
            .named("offset", {c.anchor.offset}, c.anchor.offset == 0)
            .named("times", {c.repeat.times}, c.repeat.times == 1)
            .named("whileWaiting", {true}, !c.repeat.whileWaiting)
            .named("alternate", {true}, !c.repeat.alternate)
            .named("end", constantOf("RepeatEnd", c.repeat.end), c.repeat.end == model::RepeatEnd::Cut)
            .named("settle", {c.repeat.settle}, c.repeat.end != model::RepeatEnd::Settle)
            .named("adds", {true}, c.composite == model::Composite::Replace)
            .named("dropped", {true}, !dropped)
            .named("bySystem", {true}, !bySystem)
            .named("reveal",
                   CodeCall("RevealShape")
                       .plain("iris", {shape.kind == motion::RevealShape::Kind::Iris})
                       .plain("x", {shape.x})
                       .plain("y", {shape.y})
                       .value(),
                   !reveals)
            .named("fillFrom", {normal.fillFrom}, normal.fillFrom == 0.6)
            .value();
    }

    const model::Sequence& m_sequence;
    const Id m_exportId;
    std::vector<int> m_cueOrder;
    std::vector<int> m_placeOfCue;
};

}

TimingTree timingTree(const model::Sequence& sequence, const Id& exportId) {
    return TreeBuilder(sequence, exportId).tree();
}

}
