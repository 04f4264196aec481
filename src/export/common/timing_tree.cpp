// SPDX-License-Identifier: MIT
#include "export/common/timing_tree.h"

#include "core/motion/easing_curve.h"

#include <algorithm>

namespace scaena::exporting {

using model::BeatKind;
using model::LayerKind;

namespace {

template <typename Enum>
CodeValue constantOf(const char* type, Enum value) {
    return {CodeWord{type, std::string(model::word(value))}};
}

CodeList indicesOf(const std::vector<plan::Index>& indices) {
    CodeList list{CodeList::Of::Indices, {}};
    for (const auto index : indices) {
        list.items.push_back({index});
    }
    return list;
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
    explicit TreeBuilder(const Plans& plans)
        : m_plans(plans), m_plan(*plans.front()), m_placeOfCue(m_plan.cues.size()) {
        for (std::size_t i = 0; i < m_plan.playOrder.size(); ++i) {
            m_placeOfCue[static_cast<std::size_t>(m_plan.playOrder[i])] = static_cast<int>(i);
        }
    }

    [[nodiscard]] TimingTree tree() const {
        const auto& document = *m_plan.document;
        TimingTree tree;
        for (std::size_t i = 0; i < m_plan.beats.size(); ++i) {
            tree.beats.push_back({document.beats[i].name, beatValue(m_plan.beats[i], document.beats[i].id)});
        }
        for (std::size_t i = 0; i < m_plan.gates.size(); ++i) {
            tree.gates.push_back({document.gates[i].name, gateValue(m_plan.gates[i], document.gates[i].id)});
        }
        for (const auto& layer : m_plan.layers) {
            tree.layers.push_back({layer.made->name, layerValue(layer)});
        }
        for (const auto cue : m_plan.playOrder) {
            tree.cues.push_back({document.cues[static_cast<std::size_t>(cue)].id, cueValue(cue)});
        }
        tree.gateOrder = indicesOf(m_plan.gateOrder);
        tree.cueOrder.of = CodeList::Of::Indices;
        for (const auto cue : m_plan.cueOrder) {
            tree.cueOrder.items.push_back({m_placeOfCue[static_cast<std::size_t>(cue)]});
        }
        return tree;
    }

private:
    [[nodiscard]] static CodeValue beatValue(const plan::Beat& b, const BeatId& id) {
        CodeList plays{CodeList::Of::Words, {}};
        int usual = 0;
        for (std::size_t i = 0; i < model::kStartKinds; ++i) {
            const auto kind = static_cast<model::StartKind>(i);
            if (b.plays[i]) {
                plays.items.push_back(constantOf("StartKind", kind));
                usual += kind <= model::StartKind::Warm ? 1 : -1;
            }
        }
        return CodeCall("Beat")
            .plain("id", {id})
            .plain("kind", constantOf("BeatKind", b.kind))
            .named("length", {b.length.value_or(-1)}, !b.length || b.kind == BeatKind::Wait)
            .named("gates", {indicesOf(b.gates)}, b.gates.empty())
            .named("atLeast", {b.atLeast}, b.atLeast == 0)
            .named("atMost", {b.atMost.value_or(0)}, !b.atMost)
            .named("onTimeOut", constantOf("TimeOut", b.onTimeOut), b.onTimeOut == model::TimeOutAction::GoOn)
            .named("yields", constantOf("Yield", b.yield), b.yield == model::Yield::Never)
            .named("blend", {b.blend}, b.blend == 120)
            .named("plays", {std::move(plays)}, usual == 3)
            .value();
    }

    [[nodiscard]] static CodeValue gateValue(const plan::Gate& g, const GateId& id) {
        return CodeCall("Gate")
            .plain("id", {id})
            .named("start", constantOf("GateStart", g.start), g.start == model::GateStart::Process)
            .named("beat", {std::max(0, g.beat)}, g.start != model::GateStart::Beat)
            .named("needs", {indicesOf(g.needs)}, g.needs.empty())
            .named("timeOut", {g.timeOut.value_or(0)}, !g.timeOut)
            .named("onTimeOut", constantOf("TimeOut", g.onTimeOut), g.onTimeOut == model::TimeOutAction::GoOn)
            .named("optional", {true}, !g.optional)
            .named("typical", {g.typical}, g.typical == 500)
            .value();
    }

    [[nodiscard]] static CodeValue layerValue(const plan::Layer& planned) {
        const auto& l = *planned.made;
        const bool covers = model::coversScreen(l.kind());
        const auto* backdrop = l.as<model::BackdropContent>();
        const double panelHeight = backdrop ? backdrop->panelHeight : 0;
        return CodeCall("Layer")
            .plain("kind", {CodeWord{"LayerKind", kindWord(l.kind())}})
            .plain("place", covers ? CodeValue{} : placeValue(l.place))
            .named("destination", l.destination ? placeValue(*l.destination) : CodeValue{},
                   covers || !l.destination)
            .named("panelHeight", {panelHeight}, panelHeight == 0)
            .named("shown", constantOf("Shown", l.shownWhen), l.shownWhen == model::ShownWhen::Always)
            .named("landscape", l.landscape ? placeValue(*l.landscape) : CodeValue{}, covers || !l.landscape)
            .named("pivotX", {l.pivot.x}, l.pivot.x == 0.5)
            .named("pivotY", {l.pivot.y}, l.pivot.y == 0.5)
            .named("parent", {planned.parent}, planned.parent < 0)
            .named("gates", {indicesOf(planned.gates)}, planned.gates.empty())
            .named("frames", {planned.frames}, planned.frames == 0)
            .value();
    }

    /// Dropped on every system of the export, or played by some of the systems alone.
    [[nodiscard]] std::pair<bool, bool> carry(plan::Index cue) const {
        const auto dropped = [cue](const plan::PlanPtr& plan) {
            return plan->cues[static_cast<std::size_t>(cue)].isDropped();
        };
        const bool all = std::all_of(m_plans.begin(), m_plans.end(), dropped);
        return {all, !all && std::any_of(m_plans.begin(), m_plans.end(), dropped)};
    }

    [[nodiscard]] CodeValue cueValue(plan::Index index) const {
        const auto& c = m_plan.cues[static_cast<std::size_t>(index)];
        const auto [dropped, bySystem] = carry(index);
        const bool reveals = std::any_of(c.moves->tracks.begin(), c.moves->tracks.end(), [](const auto& t) {
            return t.property == motion::Property::Reveal;
        });
        const auto& shape = c.moves->reveal;
        const bool hangsOnCue = c.other >= 0;
        const int other = hangsOnCue ? m_placeOfCue[static_cast<std::size_t>(c.other)] : -1;
        // "with" alone is a reserved word of some languages.
        const std::string anchor = std::string(model::word(c.anchor)) + (hangsOnCue ? "-cue" : "");
        return CodeCall("Cue")
            .plain("layer", {c.layer})
            .plain("beat", {c.beat})
            .plain("length", {c.length})
            .plain("tracks", tracksValue(c.moves->tracks), true)
            .plain("reduced", tracksValue(c.calmer->tracks), true)
            .named("anchor", {CodeWord{"Anchor", anchor}}, c.anchor == model::AnchorKind::BeatStart)
            .named("other", {other}, !hangsOnCue)
            .named("offset", {c.offset}, c.offset == 0)
            .named("times", {c.repeat.times}, c.repeat.times == 1)
            .named("whileWaiting", {true}, !c.repeat.whileWaiting)
            .named("alternate", {true}, !c.repeat.alternate)
            .named("end", constantOf("RepeatEnd", c.repeat.end), c.repeat.end == model::RepeatEnd::Cut)
            .named("settle", {c.repeat.settle}, c.repeat.end != model::RepeatEnd::Settle)
            .named("adds", {true}, !c.adds)
            .named("dropped", {true}, !dropped)
            .named("bySystem", {true}, !bySystem)
            .named("reveal",
                   CodeCall("RevealShape")
                       .plain("iris", {shape.kind == motion::RevealShape::Kind::Iris})
                       .plain("x", {shape.x})
                       .plain("y", {shape.y})
                       .value(),
                   !reveals)
            .named("fillFrom", {c.moves->fillFrom}, c.moves->fillFrom == 0.6)
            .value();
    }

    const Plans& m_plans;
    const plan::Plan& m_plan; // the first: they differ only in what they carry
    std::vector<int> m_placeOfCue;
};

}

TimingTree timingTree(const Plans& plans) { return TreeBuilder(plans).tree(); }

}
