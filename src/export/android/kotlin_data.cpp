// SPDX-License-Identifier: MIT
#include "export/android/kotlin_data.h"

#include "core/plan/carry.h"
#include "export/common/names.h"
#include "export/common/outlines.h"
#include "export/common/timing_tree.h"
#include "export/common/wide_look.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

std::string kotlin(CodeValue value, int indent = 8) { return kotlinDialect().text(value, indent); }

std::string listFunction(const char* name, const char* type, const std::vector<TimingTree::Named>& things) {
    std::string out = fmt::format("\n    private fun {}(): List<{}> = listOf(", name, type);
    for (std::size_t i = 0; i < things.size(); ++i) {
        out += std::string(i == 0 ? "" : ",") + "\n        " + kotlin(things[i].value, 12);
    }
    return out + (things.empty() ? ")\n" : "\n    )\n");
}

/// Each cue has a function of its own, and many are added in parts, since a Java method holds at most 64 kB.
std::string cueFunctions(const std::vector<TimingTree::Named>& cues) {
    std::string out = "\n    private fun cues(): List<Cue> = ArrayList<Cue>().apply {\n";
    constexpr std::size_t kPart = 500;
    std::string parts;
    for (std::size_t from = 0; from < cues.size(); from += kPart) {
        out += fmt::format("        addCues{}(this)\n", from / kPart);
        parts += fmt::format("\n    private fun addCues{}(to: MutableList<Cue>) {{\n", from / kPart);
        for (std::size_t i = from; i < std::min(cues.size(), from + kPart); ++i) {
            parts += fmt::format("        to.add(cue{}())\n", i);
        }
        parts += "    }\n";
    }
    out += "    }\n" + parts;
    for (std::size_t i = 0; i < cues.size(); ++i) {
        out += fmt::format("\n    /** {} */\n    private fun cue{}() = {}\n", commentText(cues[i].name), i,
                           kotlin(cues[i].value));
    }
    return out;
}

CodeValue verbatim(std::string name) { return {CodeVerbatim{std::move(name)}}; }

CodeValue literal(Colour c) {
    return verbatim(fmt::format("0x{:02X}{:02X}{:02X}{:02X}.toInt()", c.a, c.r, c.g, c.b));
}

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
    if (const auto* plate = model::plateOf(layer)) {
        call.named("plateColor", colour(plate->colour)).named("plateDiameter", {plate->diameter});
    }
    const auto outlines = outlinesOf(build.input, layer, model::Appearance::Light);
    if (!outlines.empty()) {
        const auto fills = layer.as<model::TextContent>() ? drawable.name : drawable.name + "_fills";
        CodeList list;
        for (const auto& outline : outlines) {
            list.items.push_back(
                CodeCall("Outline")
                    .plain("path", {outline.path}, true)
                    .plain("color", outline.ref.empty() ? literal(outline.colour) : colour(outline.ref))
                    .plain("isResource", {!outline.ref.empty()})
                    .named("strokeWidth", {outline.strokeWidth}, outline.strokeWidth == 0)
                    .value());
        }
        call.named("fillsOnly", verbatim("R.drawable." + fills)).named("outlines", {std::move(list)});
    }
    addWideLook(call, build, layer, drawable);
    return call.value();
}

}

std::string kotlinTiming(const Plans& plans) {
    const auto tree = timingTree(plans);
    return "    val timing = LaunchTiming(beats(), gates(), " + kotlin({tree.gateOrder}) +
           ", layers(), cues(), " + kotlin({tree.cueOrder}) + ")\n" +
           listFunction("beats", "Beat", tree.beats) + listFunction("gates", "Gate", tree.gates) +
           listFunction("layers", "Layer", tree.layers) + cueFunctions(tree.cues);
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
    out += "\n" + kotlinTiming(build.plans);
    out += "\n    private fun looks(): List<LayerLook> = listOf(";
    for (std::size_t i = 0; i < drawables.size(); ++i) {
        out += fmt::format("{}\n        look{}()", i > 0 ? "," : "", i);
    }
    out += "\n    )\n";
    for (std::size_t i = 0; i < drawables.size(); ++i) {
        out += fmt::format("\n    /** {} */\n    private fun look{}() = {}\n",
                           commentText(build.sequence().layers[i].name), i,
                           kotlin(kotlinLook(build, build.sequence().layers[i], drawables[i]), 12));
    }
    return out + "}\n";
}

}
