// SPDX-License-Identifier: MIT
#include "export/android/kotlin_data.h"

#include "core/model/with_copies.h"
#include "core/plan/carry.h"
#include "export/android/outline_arrays.h"
#include "export/common/names.h"
#include "export/common/outlines.h"
#include "export/common/timing_tree.h"
#include "export/common/wide_look.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

std::string kotlin(const CodeValue& value, int indent = 8, int taken = 0) {
    return kotlinDialect().text(value, indent, taken);
}

/// Each with what it is called in a comment; many in parts, since a Java method holds at most 64 kB.
std::string listProperty(const char* name, const char* type, const std::vector<TimingTree::Named>& things) {
    constexpr std::size_t kPart = 12'000; // characters
    const auto item = [&](std::size_t i, bool comma) {
        return kotlinDialect().item(things[i].value, commentText(things[i].name), 8, comma);
    };
    std::vector<std::string> parts;
    std::size_t before = 0; // of the last part: what stands before its last item, which has no comma
    for (std::size_t i = 0; i < things.size(); ++i) {
        const auto text = item(i, false);
        if (parts.empty() || parts.back().size() + text.size() > kPart) {
            parts.emplace_back();
            before = 0;
        } else {
            parts.back().replace(before, std::string::npos, item(i - 1, true) + "\n");
            before = parts.back().size();
        }
        parts.back() += text;
    }
    if (parts.size() < 2) {
        return fmt::format("\n    private val {} = listOf<{}>(\n{}\n    )\n", name, type,
                           parts.empty() ? "" : parts.front());
    }
    std::string functions, sum;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        functions += fmt::format("\n    private fun {}{}() = listOf(\n{}\n    )\n", name, i, parts[i]);
        sum += fmt::format("{}\n        addAll({}{}())", i > 0 ? "" : "", name, i);
    }
    return functions +
           fmt::format("\n    private val {} = ArrayList<{}>().apply {{{}\n    }}\n", name, type, sum);
}

CodeValue verbatim(std::string name) { return {CodeVerbatim{std::move(name)}}; }

CodeValue kotlinLook(const AndroidBuild& build, const model::Layer& layer, const LayerDrawable& drawable);

/// What it is like in the box of its landscape place.
void addWideLook(CodeCall& call, const AndroidBuild& build, const model::Layer& layer,
                 const LayerDrawable& drawable) {
    call.named("wideScale", {drawable.wideScale}, drawable.wideScale == 1);
    if (!drawable.wide.empty()) {
        const auto wide = atLandscapePlace(layer);
        call.named("wide",
                   kotlinLook(build, wide, {drawable.wide, {wide.place.width, wide.place.height}, 1, {}}));
    }
}

CodeValue kotlinLook(const AndroidBuild& build, const model::Layer& layer, const LayerDrawable& drawable) {
    const auto colour = [&](const model::ColourRef& ref) {
        return verbatim("R.color." + build.names.colour(ref));
    };
    CodeCall call("LayerLook");
    if (const auto* backdrop = layer.as<model::BackdropContent>()) {
        const auto& fill = backdrop->fill;
        return call.named("fromColor", colour(fill.colour))
            .named("toColor", fill.to.empty() ? CodeValue{} : colour(fill.to), fill.to.empty())
            .named("angle", {fill.angle}, fill.angle == 180)
            .named("drawable", verbatim("R.drawable." + drawable.name), drawable.name.empty())
            .named("fillsBox", {true}, !backdrop->picture || backdrop->picture->fit != model::Fit::Fill)
            .value();
    }
    if (layer.as<model::FirstScreenContent>() || layer.as<model::GroupContent>()) {
        return call.value();
    }
    if (const auto* content = layer.as<model::ProgressContent>()) {
        const auto& progress = *content;
        return call.named("fromColor", colour(progress.colour))
            .named("toColor", progress.track.empty() ? CodeValue{} : colour(progress.track),
                   progress.track.empty())
            .named("form", {CodeWord{"ProgressForm", std::string(model::word(progress.form))}},
                   progress.form == model::ProgressForm::Ring)
            .named("thickness", {progress.thickness}, progress.thickness == 4)
            .value();
    }
    if (const auto* clip = layer.as<model::ClipContent>()) {
        CodeList frames{CodeList::Of::Indices, {}};
        for (int i = 0; i < plan::bakedFrames(*clip); ++i) {
            frames.items.push_back(verbatim("R.drawable." + frameName(drawable.name, i)));
        }
        call.named("width", {drawable.size.width})
            .named("height", {drawable.size.height})
            .named("frames", {std::move(frames)});
        addWideLook(call, build, layer, drawable);
        return call.value();
    }
    call.named("drawable", verbatim("R.drawable." + drawable.name))
        .named("width", {drawable.size.width})
        .named("height", {drawable.size.height});
    if (layer.as<model::TextContent>() && layer.shownWhen == model::ShownWhen::Message &&
        !model::isCopy(layer)) {
        call.named("says", verbatim("R.string." + build.names.resource("says", layer.id)));
    }
    if (const auto* plate = model::plateOf(layer)) {
        call.named("plateColor", colour(plate->colour)).named("plateDiameter", {plate->diameter});
    }
    if (!outlinesOf(build.input, layer, model::Appearance::Light).empty()) {
        const auto fills = layer.as<model::TextContent>() ? drawable.name : drawable.name + "_fills";
        call.named("fillsOnly", verbatim("R.drawable." + fills))
            .named("outlines", verbatim("R.array." + outlinesName(drawable.name)));
    }
    addWideLook(call, build, layer, drawable);
    return call.value();
}

std::string gateMembers(const model::Sequence& sequence) {
    if (sequence.gates.empty()) {
        return {};
    }
    std::string words;
    for (const auto& gate : sequence.gates) {
        words += (words.empty() ? "" : ", ") + upperCase(gate.id);
    }
    return fmt::format(R"(
    /** What the launch may wait for. */
    enum class Gate {{ {} }}

    /** Tells that it has loaded: from any thread, before there is a window, again. */
    fun open(gate: Gate) = open(gate.ordinal)

    /** Opens the gate when the work is done. If it fails the gate stays shut, and its time-out decides. */
    suspend fun <T> openWhenDone(gate: Gate, work: suspend () -> T): T {{
        val value = work()
        this.open(gate)
        return value
    }}
)",
                       words);
}

}

std::vector<TimingTree::Named> kotlinLooks(const AndroidBuild& build,
                                           const std::vector<LayerDrawable>& drawables) {
    std::vector<TimingTree::Named> looks;
    for (std::size_t i = 0; i < drawables.size(); ++i) {
        const auto& layer = build.sequence().layers[i];
        looks.push_back({layer.name, kotlinLook(build, layer, drawables[i])});
    }
    return looks;
}

std::string kotlinTiming(const TimingTree& tree, const char* word) {
    std::string orders;
    for (const auto& [name, order] : ordersOf(tree)) {
        orders += fmt::format(",\n        {} = {}", name, kotlin({order}, 8, 13));
    }
    const std::string lists = "beats = beats, gates = gates, layers = layers, cues = cues";
    const auto made = orders.empty() ? lists : "\n        " + lists + orders + "\n    ";
    std::string easings;
    for (const auto& [name, easing] : tree.easings) {
        easings +=
            fmt::format("{}    private val {} = {}\n", easings.empty() ? "\n" : "", name, kotlin(easing, 4));
    }
    return easings + listProperty("beats", "Beat", tree.beats) +
           listProperty("gates", "GateTiming", tree.gates) + listProperty("layers", "Layer", tree.layers) +
           listProperty("cues", "Cue", tree.cues) +
           fmt::format("\n    {} timing = LaunchTiming({})\n", word, made);
}

std::string kotlinData(const AndroidBuild& build, const TimingTree& tree,
                       const std::vector<TimingTree::Named>& looks) {
    const auto& names = build.names;
    return fmt::format("// The launch sequence “{}”, written by Scaena; yours without conditions.\n"
                       "// The next export replaces it for as long as you leave it unchanged.\npackage "
                       "{}\n\nimport {}.R\n\n",
                       commentText(build.sequence().name), names.codePackage, names.packageName) +
           fmt::format(
               "/** Attach it to your first activity; see INTEGRATE.md. */\ninternal object {} : Launch({}, "
               "R.string.{}, R.bool.{}, {}) {{\n",
               names.objectName, kotlinString(build.sequence().name), names.resource("loading"),
               names.resource("dark_bar_content"), build.sequence().bars.shown ? "true" : "false") +
           gateMembers(build.sequence()) + kotlinTiming(tree, "override val") +
           listProperty("looks", "LayerLook", looks) + "\n    override fun looks() = looks\n}\n";
}

}
