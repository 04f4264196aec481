// SPDX-License-Identifier: MIT
#include "export/common/timing_tree.h"

#include "export/common/timing_tracks.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <map>

namespace scaena::exporting {

using model::BeatKind;
using model::LayerKind;

namespace {

template <typename Enum>
CodeValue constantOf(const char* type, Enum value) {
    return {CodeWord{type, std::string(model::word(value))}};
}

/// How a launch goes on when a time-out is over.
CodeValue outcomeOf(model::TimeOutAction action) {
    return {CodeWord{"Outcome",
                     action == model::TimeOutAction::GoOn ? "went-on" : std::string(model::word(action))}};
}

CodeList indicesOf(const std::vector<plan::Index>& indices) {
    CodeList list{CodeList::Of::Indices, {}};
    for (const auto index : indices) {
        list.items.push_back({index});
    }
    return list;
}

CodeValue placeValue(const model::Place& p) {
    const Point at = model::shareOf(p), way = model::wayOf(p);
    return CodeCall("Place")
        .named("across", {at.x}, at.x == 0.5)
        .named("down", {at.y}, at.y == 0.5)
        .named("x", {way.x}, way.x == 0)
        .named("y", {way.y}, way.y == 0)
        .named("width", {p.width})
        .named("height", {p.height})
        .named("turn", {p.turn}, p.turn == 0)
        .named("safe", {true}, !p.safeArea)
        .value();
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

/// Calls `visit` with each easing in a value.
template <class Visit>
void eachEasing(CodeValue& value, const Visit& visit) {
    if (auto* object = std::get_if<CodeObject>(&value.value)) {
        if (object->type == "Easing") {
            return visit(value);
        }
        for (auto& field : object->fields) {
            eachEasing(field.value, visit);
        }
    } else if (auto* list = std::get_if<CodeList>(&value.value)) {
        for (auto& item : list->items) {
            eachEasing(item, visit);
        }
    }
}

std::string nameOfEasing(const std::string& text, std::size_t number) {
    for (const auto& it : model::namedEasings()) {
        if (scriptDialect().text(easingValue(it.easing)) == text) {
            return camelCase(it.name);
        }
    }
    return fmt::format("easing{}", number);
}

/// Easings that are there more than once get a name.
void nameEasings(TimingTree& tree) {
    std::map<std::string, int> counts;
    std::map<std::string, std::string> names;
    for (auto& cue : tree.cues) {
        eachEasing(cue.value, [&](CodeValue& it) { ++counts[scriptDialect().text(it)]; });
    }
    for (auto& cue : tree.cues) {
        eachEasing(cue.value, [&](CodeValue& it) {
            const auto text = scriptDialect().text(it);
            if (counts[text] < 2) {
                return;
            }
            const auto [found, isNew] = names.emplace(text, "");
            if (isNew) {
                found->second = nameOfEasing(text, names.size());
                tree.easings.push_back({found->second, it});
            }
            it = {CodeName{found->second}};
        });
    }
}

class TreeBuilder {
public:
    explicit TreeBuilder(const Plans& plans)
        : m_plans(plans), m_plan(*plans.front()), m_layers(layerTracks(m_plan)),
          m_placeOfCue(m_plan.cues.size()) {
        for (std::size_t i = 0; i < m_plan.playOrder.size(); ++i) {
            m_placeOfCue[static_cast<std::size_t>(m_plan.playOrder[i])] = static_cast<int>(i);
        }
    }

    [[nodiscard]] TimingTree tree() const {
        const auto& document = *m_plan.document;
        TimingTree tree;
        for (std::size_t i = 0; i < m_plan.beats.size(); ++i) {
            tree.beats.push_back({document.beats[i].name, beatValue(m_plan.beats[i])});
        }
        for (std::size_t i = 0; i < m_plan.gates.size(); ++i) {
            tree.gates.push_back({document.gates[i].name, gateValue(m_plan.gates[i], document.gates[i].id)});
        }
        for (const auto& layer : m_plan.layers) {
            tree.layers.push_back({layer.source->name, layerValue(layer)});
        }
        for (const auto cue : m_plan.playOrder) {
            tree.cues.push_back({document.cues[static_cast<std::size_t>(cue)].id, cueValue(cue)});
        }
        nameEasings(tree);
        if (!std::is_sorted(m_plan.gateOrder.begin(), m_plan.gateOrder.end())) {
            tree.gateOrder = indicesOf(m_plan.gateOrder);
        }
        tree.cueOrder.of = CodeList::Of::Indices;
        if (movesAgain() || yields()) {
            for (const auto cue : m_plan.cueOrder) {
                tree.cueOrder.items.push_back({m_placeOfCue[static_cast<std::size_t>(cue)]});
            }
        }
        return tree;
    }

private:
    [[nodiscard]] bool yields() const {
        return std::any_of(m_plan.beats.begin(), m_plan.beats.end(),
                           [](const auto& beat) { return beat.yield != model::Yield::Never; });
    }

    /// Whether some property of a layer is moved by more than one cue, so that it matters which comes first.
    [[nodiscard]] bool movesAgain() const {
        std::vector<std::array<bool, motion::kProperties>> moved(m_plan.layers.size());
        for (const auto& cue : m_plan.cues) {
            auto& layer = moved[static_cast<std::size_t>(cue.layer)];
            auto both = layer; // of the two ways to play a cue one alone is
            for (const auto* moves : {cue.moves.get(), cue.calm.get()}) {
                for (const auto& track : moves->tracks) {
                    const auto property = static_cast<std::size_t>(track.property);
                    if (layer[property]) {
                        return true;
                    }
                    both[property] = true;
                }
            }
            layer = both;
        }
        return false;
    }

    [[nodiscard]] static CodeValue beatValue(const plan::Beat& b) {
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
            .named("kind", constantOf("BeatKind", b.kind))
            .named("length", {b.length.value_or(-1)}, !b.length || b.kind == BeatKind::Wait)
            .named("gates", {indicesOf(b.gates)}, b.gates.empty())
            .named("atLeast", {b.atLeast}, b.atLeast == 0)
            .named("atMost", {b.atMost.value_or(0)}, !b.atMost)
            .named("onTimeOut", outcomeOf(b.onTimeOut), b.onTimeOut == model::TimeOutAction::GoOn)
            .named("yields", constantOf("Yield", b.yield), b.yield == model::Yield::Never)
            .named("blend", {b.blend}, b.blend == model::Beat().blend)
            .named("plays", {std::move(plays)}, usual == 3)
            .value();
    }

    [[nodiscard]] static CodeValue gateValue(const plan::Gate& g, const GateId& id) {
        return CodeCall("GateTiming")
            .named("id", {id})
            .named("start", constantOf("GateStart", g.start), g.start == model::GateStart::Process)
            .named("beat", {std::max(0, g.beat)}, g.start != model::GateStart::Beat)
            .named("needs", {indicesOf(g.needs)}, g.needs.empty())
            .named("timeOut", {g.timeOut.value_or(0)}, !g.timeOut)
            .named("onTimeOut", outcomeOf(g.onTimeOut), g.onTimeOut == model::TimeOutAction::GoOn)
            .named("optional", {true}, !g.optional)
            .named("typical", {g.typical}, g.typical == model::Gate().typical)
            .value();
    }

    [[nodiscard]] static CodeValue layerValue(const plan::Layer& planned) {
        const auto& l = *planned.source;
        const bool covers = model::coversScreen(l.kind());
        const auto* backdrop = l.as<model::BackdropContent>();
        const double panelHeight = backdrop ? backdrop->panelHeight : 0;
        return CodeCall("Layer")
            .named("kind", {CodeWord{"LayerKind", kindWord(l.kind())}})
            .named("place", covers ? CodeValue{} : placeValue(l.place), covers)
            .named("landscape", l.landscape ? placeValue(*l.landscape) : CodeValue{}, covers || !l.landscape)
            .named("destination", l.destination ? placeValue(*l.destination) : CodeValue{},
                   covers || !l.destination)
            .named("panelHeight", {panelHeight}, panelHeight == 0)
            .named("shown", constantOf("Shown", l.shownWhen), l.shownWhen == model::ShownWhen::Always)
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

    /// Until when a system plays a cue that the player then carries on; -1: none does.
    [[nodiscard]] Millis systemUntil(plan::Index cue) const {
        for (const auto& plan : m_plans) {
            if (plan->cues[static_cast<std::size_t>(cue)].continues) {
                return plan->target->opening.longestAnimation;
            }
        }
        return -1;
    }

    [[nodiscard]] CodeValue cueValue(plan::Index index) const {
        const auto& c = m_plan.cues[static_cast<std::size_t>(index)];
        const auto [dropped, bySystem] = carry(index);
        const bool reveals = std::any_of(c.moves->tracks.begin(), c.moves->tracks.end(), [](const auto& t) {
            return t.property == motion::Property::Reveal;
        });
        const auto& shape = c.moves->reveal;
        const auto& layer = m_layers[static_cast<std::size_t>(c.layer)];
        const bool hangsOnCue = c.other >= 0;
        const int other = hangsOnCue ? m_placeOfCue[static_cast<std::size_t>(c.other)] : -1;
        // "with" alone is a reserved word of some languages.
        const std::string anchor = std::string(model::word(c.anchor)) + (hangsOnCue ? "-cue" : "");
        return CodeCall("Cue")
            .named("layer", {c.layer})
            .named("beat", {c.beat})
            .named("length", {c.length})
            .named("moves", tracksValue(c.moves->tracks, layer))
            .named("calm", tracksValue(c.calm->tracks, layer, true), c.calm->tracks == c.moves->tracks)
            .named("anchor", {CodeWord{"Anchor", anchor}}, c.anchor == model::AnchorKind::BeatStart)
            .named("other", {other}, !hangsOnCue)
            .named("offset", {c.offset}, c.offset == 0)
            .named("times", {c.repeat.times}, c.repeat.times == 1)
            .named("whileWaiting", {true}, !c.repeat.whileWaiting)
            .named("alternate", {true}, !c.repeat.alternate)
            .named("end", constantOf("RepeatEnd", c.repeat.end), c.repeat.end == model::RepeatEnd::Cut)
            .named("settle", {c.repeat.settle}, c.repeat.end != model::RepeatEnd::Settle)
            .named("adds", {true}, !c.adds)
            .named("systemUntil", {systemUntil(index)}, systemUntil(index) < 0)
            .named("dropped", {true}, !dropped)
            .named("bySystem", {true}, !bySystem)
            .named("reveal",
                   CodeCall("RevealShape")
                       .named("iris", {true}, shape.kind != motion::RevealShape::Kind::Iris)
                       .named("x", {shape.x})
                       .named("y", {shape.y})
                       .value(),
                   !reveals)
            .named("fillFrom", {c.moves->fillFrom}, c.moves->fillFrom == motion::kFillFrom)
            .value();
    }

    const Plans& m_plans;
    const plan::Plan& m_plan; // the first: they differ only in what they carry
    std::vector<LayerTracks> m_layers;
    std::vector<int> m_placeOfCue;
};

}

UsedParts partsOf(const TimingTree& tree) {
    UsedParts parts;
    for (const auto* list : {&tree.beats, &tree.gates, &tree.layers, &tree.cues, &tree.easings}) {
        for (const auto& it : *list) {
            collectParts(parts, it.value);
        }
    }
    return parts;
}

UsedParts partsOf(const std::vector<TimingTree::Named>& looks) {
    UsedParts parts;
    for (const auto& it : looks) {
        collectParts(parts, it.value);
    }
    return parts;
}

std::vector<std::pair<const char*, CodeList>> ordersOf(const TimingTree& tree) {
    std::vector<std::pair<const char*, CodeList>> orders;
    if (!tree.gateOrder.items.empty()) {
        orders.emplace_back("gateOrder", tree.gateOrder);
    }
    if (!tree.cueOrder.items.empty()) {
        orders.emplace_back("cueOrder", tree.cueOrder);
    }
    return orders;
}

TimingTree timingTree(const Plans& plans) { return TreeBuilder(plans).tree(); }

}
