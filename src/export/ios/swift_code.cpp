// SPDX-License-Identifier: MIT
#include "export/common/look_tree.h"

#include "core/model/with_copies.h"
#include "export/common/names.h"
#include "export/common/player_needs.h"
#include "export/common/shared_values.h"
#include "export/common/timing_tree.h"
#include "export/ios/ios_parts.h"

#include "embedded_players.h"

#include <array>
#include <fmt/format.h>
#include <map>

namespace scaena::exporting {

namespace {

std::string swift(const CodeValue& value, int indent, int taken = 0) {
    return swiftDialect().text(value, indent, taken);
}

constexpr std::size_t kColumns = 120;

/// Each thing has a constant of its own: the compiler is slow at guessing in long literals.
std::string constants(const char* type, const char* name, const std::vector<TimingTree::Named>& things) {
    std::string out;
    CodeList list;
    for (std::size_t i = 0; i < things.size(); ++i) {
        const auto head = fmt::format("    private static let {}{} = ", name, i);
        const auto comment = commentText(things[i].name);
        const auto line = head + swift(things[i].value, 4, static_cast<int>(head.size()) - 4);
        const bool fits =
            line.find('\n') == std::string::npos && line.size() + comment.size() + 5 <= kColumns;
        out +=
            fits ? fmt::format("{}  // {}\n", line, comment) : fmt::format("    // {}\n{}\n", comment, line);
        list.items.push_back({CodeVerbatim{fmt::format("{}{}", name, i)}});
    }
    const auto head = fmt::format("    private static let {}s: [{}] = ", name, type);
    return out + head + swift({std::move(list)}, 4, static_cast<int>(head.size()) - 4) + "\n\n";
}

/// How the layers are painted: made for each launch and let go with it.
struct SwiftLooks {
    std::vector<TimingTree::Named> upright; ///< for each layer
    std::map<std::size_t, CodeValue> wide;  ///< by layer, where a turned screen has another drawing
};

void take(CodeObject& look, const char* name, std::vector<CodeField>& taken) {
    for (auto it = look.fields.begin(); it != look.fields.end(); ++it) {
        if (std::string_view(it->name) == name) {
            taken.push_back(std::move(*it));
            look.fields.erase(it);
            return;
        }
    }
}

SwiftLooks swiftLooks(const ExportBuild& build, const IosNames& names, PartPictures& parts) {
    PictureNames pictures;
    pictures.picture = [&](const model::Layer& layer) { return names.picture(layer.id); };
    pictures.frame = [&](const model::Layer& layer, int index) { return names.frame(layer.id, index); };
    pictures.part = [&](const model::Layer& layer, const art::Picture& picture) {
        return names.part(parts.nameOf(layer, picture));
    };
    SwiftLooks looks;
    for (const auto& layer : build.sequence().layers) {
        auto value = lookValue(build.input, layer, pictures);
        auto& look = std::get<CodeObject>(value.value);
        std::vector<CodeField> wide, scale;
        take(look, "wide", wide);
        const auto* text = layer.as<model::TextContent>();
        if (text && layer.shownWhen == model::ShownWhen::Message && !model::isCopy(layer)) {
            take(look, "wideScale", scale); // which stands behind it
            look.fields.push_back({"says", {text->text}});
            std::move(scale.begin(), scale.end(), std::back_inserter(look.fields));
        }
        if (!wide.empty()) {
            looks.wide.emplace(looks.upright.size(), std::move(wide.front().value));
        }
        looks.upright.push_back({layer.name, std::move(value)});
    }
    return looks;
}

std::string made(const std::string& name, const std::string& comment, const CodeValue& look) {
    const auto shared = shareRepeated(look, swiftDialect());
    std::string lets;
    for (const auto& it : shared.lets) {
        const auto head = fmt::format("        let {}{} = ", it.name, it.type.empty() ? "" : ": " + it.type);
        lets += head + swift(it.value, 8, static_cast<int>(head.size()) - 8) + "\n";
    }
    return fmt::format("    /// {}\n    private static func {}() -> Look {{\n{}        {}{}\n    }}\n\n",
                       commentText(comment), name, lets, lets.empty() ? "" : "return ",
                       swift(shared.value, 8, lets.empty() ? 0 : 7));
}

/// What a list of looks says of one: the look itself where it takes one line, else the function that makes
/// it. The platform's formatter wants a comma after the last of several, and none after the only one.
std::string lookItem(std::string& functions, const std::string& name, const std::string& before,
                     const TimingTree::Named& look, bool isOnly) {
    const auto* const comma = isOnly ? "" : ",";
    const auto comment = commentText(look.name);
    const auto line =
        fmt::format("            {}{}{}  // {}\n", before, swift(look.value, 12), comma, comment);
    if (line.find('\n') + 1 == line.size() && line.size() <= kColumns) {
        return line;
    }
    functions += made(name, look.name, look.value);
    return fmt::format("            {}{}(){}\n", before, name, comma);
}

std::string looksText(const SwiftLooks& looks) {
    std::string functions, items, wide;
    for (std::size_t i = 0; i < looks.upright.size(); ++i) {
        items +=
            lookItem(functions, fmt::format("look{}", i), "", looks.upright[i], looks.upright.size() == 1);
    }
    for (const auto& [layer, look] : looks.wide) {
        wide += lookItem(functions, fmt::format("wideLook{}", layer), fmt::format("{}: ", layer),
                         {looks.upright[layer].name, look}, looks.wide.size() == 1);
    }
    auto out =
        functions + "    static func looks() -> [Look] {\n        [\n" + items + "        ]\n    }\n\n";
    if (!wide.empty()) {
        out += "    /// Where the screen is wider than high, by layer.\n    static func wideLooks() -> [Int: "
               "Look] "
               "{\n        [\n" +
               wide + "        ]\n    }\n\n";
    }
    return out;
}

std::string swiftGateMembers(const model::Sequence& sequence) {
    if (sequence.gates.empty()) {
        return {};
    }
    std::string words;
    for (const auto& gate : sequence.gates) {
        words += (words.empty() ? "" : ", ") + swiftName(camelCase(gate.id));
    }
    return fmt::format(R"(    /// What the launch may wait for.
    enum Gate: Int, Sendable {{
        case {}
    }}

    /// Tells that it has loaded: from any thread, before there is a window, again.
    static func open(_ gate: Gate) {{ openGate(gate.rawValue) }}

    /// Opens the gate when the work is done. If it fails the gate stays shut, and its time-out decides.
    @MainActor
    static func open<Value: Sendable>(
        _ gate: Gate, whenDone work: @Sendable () async throws -> Value
    ) async rethrows -> Value {{
        let value = try await work()
        open(gate)
        return value
    }}

    /// Opens the gate as soon as the states say that it is true.
    @MainActor
    static func open<States: AsyncSequence>(
        _ gate: Gate, whenTrue states: States
    ) async rethrows where States.Element == Bool {{
        for try await isTrue in states where isTrue {{ return open(gate) }}
    }}

)",
                       words);
}

std::string withNames(std::string text, const model::Sequence& sequence, const IosNames& names) {
    static constexpr std::array<const char*, 3> kContents = {"default", "lightContent", "darkContent"};
    const std::pair<std::string_view, std::string> marks[] = {
        {"@LAUNCH@", names.launch()},
        {"@HIDDEN@", sequence.bars.shown ? "false" : "true"},
        {"@BAR@", kContents[static_cast<std::size_t>(sequence.bars.content)]}};
    for (const auto& [mark, name] : marks) {
        for (auto at = text.find(mark); at != std::string::npos; at = text.find(mark, at + name.size())) {
            text.replace(at, mark.size(), name);
        }
    }
    return text;
}

UsedParts partsOf(const SwiftLooks& looks) {
    auto parts = partsOf(looks.upright);
    for (const auto& [layer, look] : looks.wide) {
        collectParts(parts, look);
        parts.insert("Look.wide");
    }
    return parts;
}

}

std::string swiftTiming(const TimingTree& tree) {
    std::string orders;
    for (const auto& [name, order] : ordersOf(tree)) {
        orders += fmt::format(",\n        {}: {}", name, swift({order}, 8, 12));
    }
    const std::string lists = "beats: beats, gates: gates, layers: layers, cues: cues";
    const auto made = orders.empty() ? lists : "\n        " + lists + orders + "\n    ";
    std::string easings;
    for (const auto& [name, easing] : tree.easings) {
        easings += fmt::format("    private static let {} = {}\n", name, swift(easing, 4));
    }
    easings += easings.empty() ? "" : "\n";
    return easings + constants("Beat", "beat", tree.beats) + constants("GateTiming", "gate", tree.gates) +
           constants("Layer", "layer", tree.layers) + constants("Cue", "cue", tree.cues) +
           fmt::format("    static let timing = LaunchTiming({})\n", made);
}

void addSwiftCode(ExportBuild& build, const IosNames& names) {
    const auto& sequence = build.sequence();
    const auto tree = timingTree(build.plans);
    PartPictures pictures;
    const auto looks = swiftLooks(build, names, pictures);
    addPartPictures(build, names, pictures);
    const auto parts = playerNeeds(tree, partsOf(looks));
    for (const char* part : {"Timing", "Art", "Gradients", "Layers", "Film", "Player", "Overlay"}) {
        const auto used = onlyUsed(embedded::find(fmt::format("Launch{}.swift", part)), parts);
        if (!used.empty()) {
            build.add(fmt::format("{}{}+{}.swift", names.folder, names.launch(), part),
                      withNames(used, sequence, names));
        }
    }
    build.add(names.folder + names.launch() + ".swift",
              fmt::format("// The launch sequence “{}”, written by Scaena; yours without conditions.\n"
                          "// The next export replaces it for as long as you leave it unchanged.\n"
                          "import Foundation\n\n"
                          "/// Attach it to your first window; see INTEGRATE.md.\nenum {} {{\n"
                          "    static let name = {}\n\n",
                          commentText(sequence.name), names.launch(), swiftString(sequence.name)) +
                  swiftGateMembers(sequence) + looksText(looks) + "    static let palette: [Colors] = " +
                  swift(paletteValue(sequence.palette), 4, 31) + "\n\n" + swiftTiming(tree) + "}\n");
}

}
