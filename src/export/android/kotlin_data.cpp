// SPDX-License-Identifier: MIT
#include "export/android/kotlin_data.h"

#include "core/model/graph.h"
#include "core/motion/easing_curve.h"
#include "core/motion/lower.h"
#include "core/schedule/beats_pass.h"
#include "export/android/outlines.h"
#include "export/common/names.h"
#include "export/common/xml.h"

#include <algorithm>
#include <fmt/format.h>
#include <unordered_map>

namespace scaena::exporting {

using model::BeatKind;
using model::LayerKind;

namespace {

/// "go-on" as GO_ON.
std::string upperCase(std::string_view word) {
    std::string text(word);
    for (char& c : text) {
        c = c == '-' ? '_' : static_cast<char>(c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c);
    }
    return text;
}

template <typename Enum>
std::string constant(Enum value) {
    return upperCase(model::word(value));
}

std::string real(double value) {
    auto text = numberText(value, 5);
    return text.find('.') == std::string::npos ? text + ".0" : text;
}

std::string easingCode(const model::Easing& easing) {
    if (easing == model::kLinear) {
        return "LINEAR";
    }
    if (const auto* b = std::get_if<model::CubicBezier>(&easing)) {
        return fmt::format("Bezier({}, {}, {}, {})", real(b->x1), real(b->y1), real(b->x2), real(b->y2));
    }
    if (const auto* s = std::get_if<model::Steps>(&easing)) {
        using Jump = model::Steps::Jump;
        const bool atStart = s->jump == Jump::Start || s->jump == Jump::Both;
        const int jumps = s->count + (s->jump == Jump::Both ? 1 : s->jump == Jump::None ? -1 : 0);
        return fmt::format("Steps({}, {}, {})", s->count, atStart, jumps);
    }
    const auto stops = std::holds_alternative<model::LinearStops>(easing)
                           ? std::get<model::LinearStops>(easing)
                           : motion::flatten(easing, motion::kFlattenTolerance);
    std::string list;
    for (const auto& stop : stops.stops) {
        list += (list.empty() ? "" : ", ") + real(stop.at) + ", " + real(stop.value);
    }
    return "Stops(" + list + ")";
}

/// The named arguments of one constructor call; those at their default are left out by whoever adds.
class Call {
public:
    explicit Call(std::string name) : m_text(std::move(name) + "(") {}
    Call& plain(const std::string& value) { return addText(value); }
    Call& named(const char* name, const std::string& value, bool isDefault = false) {
        return isDefault ? *this : addText(std::string(name) + " = " + value);
    }
    [[nodiscard]] std::string text() const { return m_text + ")"; }

private:
    Call& addText(const std::string& text) {
        m_text += (m_first ? "" : ", ") + text;
        m_first = false;
        return *this;
    }
    std::string m_text;
    bool m_first = true;
};

class KotlinWriter {
public:
    explicit KotlinWriter(const model::Sequence& sequence)
        : m_sequence(sequence), m_cueOrder(model::cuesInOrder(sequence)) {
        m_placeOfCue.resize(sequence.cues.size());
        for (std::size_t i = 0; i < m_cueOrder.size(); ++i) {
            m_placeOfCue[static_cast<std::size_t>(m_cueOrder[i])] = static_cast<int>(i);
        }
    }

    [[nodiscard]] std::string timing() const {
        std::string order;
        for (int gate : model::gatesInOrder(m_sequence)) {
            order += (order.empty() ? "" : ", ") + std::to_string(gate);
        }
        std::string cueOrder;
        for (int cue : schedule::staticCueOrder(m_sequence)) {
            cueOrder +=
                (cueOrder.empty() ? "" : ", ") + std::to_string(m_placeOfCue[static_cast<std::size_t>(cue)]);
        }
        return "LaunchTiming(beats(), gates(), intArrayOf(" + order + "), layers(), cues(), intArrayOf(" +
               cueOrder + "))";
    }

    /// The functions `timing` calls. Each cue has one of its own, since a Java method holds at most 64 kB.
    [[nodiscard]] std::string functions() const {
        std::string out =
            list("beats", "Beat", m_sequence.beats, [this](const model::Beat& b) { return beat(b); });
        out += list("gates", "Gate", m_sequence.gates, [this](const model::Gate& g) { return gate(g); });
        out += list("layers", "Layer", m_sequence.layers, [this](const model::Layer& l) { return layer(l); });
        out += cueLists();
        for (std::size_t i = 0; i < m_cueOrder.size(); ++i) {
            const auto& it = m_sequence.cues[static_cast<std::size_t>(m_cueOrder[i])];
            out += fmt::format("\n    /** {} */\n    private fun cue{}() = {}\n", commentText(it.id), i,
                               cue(it));
        }
        return out;
    }

private:
    template <typename Things, typename Print>
    static std::string list(const char* name, const char* type, const Things& things, Print print) {
        std::string out = fmt::format("\n    private fun {}(): List<{}> = listOf(", name, type);
        bool first = true;
        for (const auto& thing : things) {
            out += std::string(first ? "" : ",") + "\n        " + print(thing);
            first = false;
        }
        return out + (first ? ")\n" : "\n    )\n");
    }

    [[nodiscard]] std::string cueLists() const {
        std::string out = "\n    private fun cues(): List<Cue> = ArrayList<Cue>().apply {\n";
        constexpr std::size_t kPart = 500;
        std::string parts;
        for (std::size_t from = 0; from < m_cueOrder.size(); from += kPart) {
            out += fmt::format("        addCues{}(this)\n", from / kPart);
            parts += fmt::format("\n    private fun addCues{}(to: MutableList<Cue>) {{\n", from / kPart);
            for (std::size_t i = from; i < std::min(m_cueOrder.size(), from + kPart); ++i) {
                parts += fmt::format("        to.add(cue{}())\n", i);
            }
            parts += "    }\n";
        }
        return out + "    }\n" + parts;
    }

    template <typename Things>
    static std::string indices(const std::vector<Id>& ids, const Things& things) {
        std::string out;
        for (const auto& id : ids) {
            out += (out.empty() ? "" : ", ") + std::to_string(model::indexOf(things, id));
        }
        return "intArrayOf(" + out + ")";
    }

    [[nodiscard]] std::string beat(const model::Beat& b) const {
        std::string plays;
        for (std::size_t i = 0; i < model::kStartKinds; ++i) {
            const auto kind = static_cast<model::StartKind>(i);
            if (model::playsOn(m_sequence, b, kind)) {
                plays += (plays.empty() ? "StartKind." : ", StartKind.") + constant(kind);
            }
        }
        const bool usual = plays == "StartKind.FIRST, StartKind.COLD, StartKind.WARM";
        return Call("Beat")
            .plain(kotlinString(b.id))
            .plain("BeatKind." + constant(b.kind))
            .named("length", std::to_string(b.length.value_or(-1)), !b.length || b.kind == BeatKind::Wait)
            .named("gates", indices(b.gates, m_sequence.gates), b.gates.empty())
            .named("atLeast", std::to_string(b.atLeast), b.atLeast == 0)
            .named("atMost", std::to_string(b.atMost.value_or(0)), !b.atMost)
            .named("onTimeOut", "TimeOut." + constant(b.onTimeOut), b.onTimeOut == model::TimeOutAction::GoOn)
            .named("yields", "Yield." + constant(b.yield), b.yield == model::Yield::Never)
            .named("blend", std::to_string(b.blend), b.blend == 120)
            .named("plays", plays.empty() ? "emptySet()" : "setOf(" + plays + ")", usual)
            .text();
    }

    [[nodiscard]] std::string gate(const model::Gate& g) const {
        return Call("Gate")
            .plain(kotlinString(g.id))
            .named("start", "GateStart." + constant(g.start), g.start == model::GateStart::Process)
            .named("beat", std::to_string(std::max(0, model::indexOf(m_sequence.beats, g.beat))),
                   g.start != model::GateStart::Beat)
            .named("needs", indices(g.needs, m_sequence.gates), g.needs.empty())
            .named("timeOut", std::to_string(g.timeOut.value_or(0)), !g.timeOut)
            .named("onTimeOut", "TimeOut." + constant(g.onTimeOut), g.onTimeOut == model::TimeOutAction::GoOn)
            .named("optional", "true", !g.optional)
            .named("typical", std::to_string(g.typical), g.typical == 500)
            .text();
    }

    static std::string place(const model::Place& p) {
        const Point at = model::fractions(p.anchor);
        return Call("Place")
            .plain(fmt::format("{}, {}, {}, {}, {}, {}", real(at.x), real(at.y), real(p.x), real(p.y),
                               real(p.width), real(p.height)))
            .named("turn", real(p.turn), p.turn == 0)
            .named("safe", "true", !p.safeArea)
            .text();
    }

    static const char* kindOf(LayerKind kind) {
        switch (kind) {
        case LayerKind::Backdrop:
            return "BACKDROP";
        case LayerKind::FirstScreen:
            return "FIRST_SCREEN";
        case LayerKind::Progress:
            return "PROGRESS";
        case LayerKind::Clip:
            return "CLIP";
        case LayerKind::Group:
            return "GROUP";
        default:
            return "ART";
        }
    }

    [[nodiscard]] std::string layer(const model::Layer& l) const {
        const bool covers = model::coversScreen(l.kind);
        return Call("Layer")
            .plain(std::string("LayerKind.") + kindOf(l.kind))
            .plain(covers ? "null" : place(l.place))
            .named("destination", l.destination ? place(*l.destination) : "", covers || !l.destination)
            .named("panelHeight", real(l.panelHeight), l.kind != LayerKind::Backdrop || l.panelHeight == 0)
            .named("shown", "Shown." + constant(l.shownWhen), l.shownWhen == model::ShownWhen::Always)
            .named("landscape", l.landscape ? place(*l.landscape) : "", covers || !l.landscape)
            .named("pivotX", real(l.pivot.x), l.pivot.x == 0.5)
            .named("pivotY", real(l.pivot.y), l.pivot.y == 0.5)
            .named("parent", std::to_string(model::indexOf(m_sequence.layers, l.group)), l.group.empty())
            .named("gates", indices(l.progress.gates, m_sequence.gates), l.progress.gates.empty())
            .named("frames", std::to_string(schedule::bakedFrames(l.clip)), l.kind != LayerKind::Clip)
            .text();
    }

    static std::string tracks(const std::vector<motion::Track>& tracks) {
        std::string out;
        for (const auto& track : tracks) {
            Call call("Track");
            call.plain("Property." + upperCase(motion::propertyWord(track.property)));
            for (const auto& key : track.keyframes) {
                call.plain(Call("Key")
                               .plain(real(key.at))
                               .plain(real(key.value))
                               .named("onTop", "true", key.basis == motion::Basis::Absolute)
                               .named("easing", easingCode(key.easing), key.easing == model::kLinear)
                               .text());
            }
            out += (out.empty() ? "\n            " : ",\n            ") + call.text();
        }
        return "listOf(" + out + ")";
    }

    /// Dropped on every system, or played by the newer systems alone.
    [[nodiscard]] std::pair<bool, bool> carry(const model::Cue& cue) const {
        const bool newer = schedule::carryOf(m_sequence, cue, schedule::targetOr("android12")).how ==
                           schedule::Carry::Dropped;
        const bool older =
            schedule::carryOf(m_sequence, cue, schedule::targetOr("android")).how == schedule::Carry::Dropped;
        return {newer && older, !newer && older};
    }

    [[nodiscard]] std::string cue(const model::Cue& c) const {
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
        return Call("Cue")
            .plain(std::to_string(model::indexOf(m_sequence.layers, c.layer)))
            .plain(std::to_string(model::indexOf(m_sequence.beats, c.beat)))
            .plain(std::to_string(c.length))
            .plain("\n        " + tracks(normal.tracks))
            .plain("\n        " + tracks(reduced.tracks))
            .named("anchor", "Anchor." + constant(c.anchor.kind),
                   c.anchor.kind == model::AnchorKind::BeatStart)
            .named("other", std::to_string(other), !hangsOnCue)
            .named("offset", std::to_string(c.anchor.offset), c.anchor.offset == 0)
            .named("times", std::to_string(c.repeat.times), c.repeat.times == 1)
            .named("whileWaiting", "true", !c.repeat.whileWaiting)
            .named("alternate", "true", !c.repeat.alternate)
            .named("end", "RepeatEnd." + constant(c.repeat.end), c.repeat.end == model::RepeatEnd::Cut)
            .named("settle", std::to_string(c.repeat.settle), c.repeat.end != model::RepeatEnd::Settle)
            .named("adds", "true", c.composite == model::Composite::Replace)
            .named("dropped", "true", !dropped)
            .named("bySystem", "true", !bySystem)
            .named("reveal",
                   fmt::format("RevealShape({}, {}, {})", shape.kind == motion::RevealShape::Kind::Iris,
                               real(shape.x), real(shape.y)),
                   !reveals)
            .named("fillFrom", real(normal.fillFrom), normal.fillFrom == 0.6)
            .text();
    }

    const model::Sequence& m_sequence;
    std::vector<int> m_cueOrder;
    std::vector<int> m_placeOfCue;
};

std::string lookCode(const AndroidBuild& build, const model::Layer& layer, const LayerDrawable& drawable) {
    const auto colour = [&](const model::ColourRef& ref) { return "R.color." + build.names.colour(ref); };
    Call call("LayerLook");
    if (layer.kind == LayerKind::Backdrop) {
        return call.named("fromColor", colour(layer.fill.colour))
            .named("toColor", layer.fill.to.empty() ? "" : colour(layer.fill.to), layer.fill.to.empty())
            .named("angle", real(layer.fill.angle), layer.fill.angle == 180)
            .named("drawable", "R.drawable." + drawable.name, drawable.name.empty())
            .named("fillsBox", "true", !layer.picture || layer.picture->fit != model::Fit::Fill)
            .text();
    }
    if (layer.kind == LayerKind::FirstScreen || layer.kind == LayerKind::Group) {
        return call.text();
    }
    if (layer.kind == LayerKind::Progress) {
        const auto& progress = layer.progress;
        return call.named("fromColor", colour(progress.colour))
            .named("toColor", progress.track.empty() ? "" : colour(progress.track), progress.track.empty())
            .named("form", "ProgressForm." + constant(progress.form),
                   progress.form == model::ProgressForm::Ring)
            .named("thickness", real(progress.thickness), progress.thickness == 4)
            .text();
    }
    if (layer.kind == LayerKind::Clip) {
        std::string frames;
        for (int i = 0; i < schedule::bakedFrames(layer.clip); ++i) {
            frames += (i > 0 ? ", R.drawable." : "R.drawable.") + frameName(drawable.name, i);
        }
        return call.named("width", real(drawable.size.width))
            .named("height", real(drawable.size.height))
            .named("frames", "intArrayOf(" + frames + ")")
            .text();
    }
    call.named("drawable", "R.drawable." + drawable.name)
        .named("width", real(drawable.size.width))
        .named("height", real(drawable.size.height));
    if (layer.plate) {
        call.named("plateColor", colour(layer.plate->colour))
            .named("plateDiameter", real(layer.plate->diameter));
    }
    const auto outlines = outlinesOf(build, layer);
    if (!outlines.empty()) {
        const auto fills = layer.kind == LayerKind::Text ? drawable.name : drawable.name + "_fills";
        std::string list;
        for (const auto& outline : outlines) {
            list += (list.empty() ? "" : ",\n            ") +
                    Call("Outline")
                        .plain(kotlinString(outline.path))
                        .plain(outline.colour)
                        .plain(outline.isResource ? "true" : "false")
                        .named("strokeWidth", real(outline.strokeWidth), outline.strokeWidth == 0)
                        .text();
        }
        call.named("fillsOnly", "R.drawable." + fills)
            .named("outlines", "listOf(\n            " + list + ")");
    }
    return call.text();
}

}

std::string kotlinTiming(const model::Sequence& sequence) {
    const KotlinWriter writer(sequence);
    return "    val timing = " + writer.timing() + "\n" + writer.functions();
}

std::string kotlinData(const AndroidBuild& build, const std::vector<LayerDrawable>& drawables) {
    const auto& names = build.names;
    std::string out =
        fmt::format("// The launch sequence “{}” as data, written by Scaena; yours without conditions.\n"
                    "// The next export replaces it for as long as you leave it unchanged.\npackage "
                    "{}\n\nimport {}.R\n\n",
                    commentText(build.sequence().name), names.codePackage, names.packageName);
    out += fmt::format("object {} {{\n    /** Attach it with LaunchPlayer.attach(this, savedInstanceState, "
                       "{}.data). */\n    val data: LaunchData by lazy {{ LaunchData(timing, looks()) }}\n\n",
                       names.objectName, names.objectName);
    for (const auto& gate : build.sequence().gates) {
        out += fmt::format("    const val GATE_{} = {}\n", upperCase(gate.id), kotlinString(gate.id));
    }
    out += "\n" + kotlinTiming(build.sequence());
    out += "\n    private fun looks(): List<LayerLook> = listOf(";
    for (std::size_t i = 0; i < drawables.size(); ++i) {
        out += fmt::format("{}\n        look{}()", i > 0 ? "," : "", i);
    }
    out += "\n    )\n";
    for (std::size_t i = 0; i < drawables.size(); ++i) {
        out += fmt::format("\n    /** {} */\n    private fun look{}() = {}\n",
                           commentText(build.sequence().layers[i].name), i,
                           lookCode(build, build.sequence().layers[i], drawables[i]));
    }
    return out + "}\n";
}

}
