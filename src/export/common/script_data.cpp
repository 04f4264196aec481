// SPDX-License-Identifier: MIT
#include "export/common/script_data.h"

#include "export/common/gate_steps.h"
#include "export/common/names.h"
#include "export/common/timing_tree.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

std::string listText(const char* name, const std::vector<TimingTree::Named>& things) {
    std::string out = fmt::format("  {}: [\n", name);
    for (const auto& thing : things) {
        out += scriptDialect().item(thing.value, commentText(thing.name), 4) + "\n";
    }
    return out + "  ],\n";
}

std::string easingsText(const std::vector<TimingTree::Named>& easings, const std::string& type) {
    std::string out;
    for (const auto& [name, easing] : easings) {
        out += fmt::format("const {}{} = {};\n", name, type, scriptDialect().text(easing));
    }
    return out + (out.empty() ? "" : "\n");
}

}

std::string scriptTiming(const Plans& plans, const std::string& declared, const std::string& easingType) {
    const auto tree = timingTree(plans);
    std::string out = easingsText(tree.easings, easingType) + declared + " = {\n" +
                      listText("beats", tree.beats) + listText("gates", tree.gates);
    out += listText("layers", tree.layers) + listText("cues", tree.cues);
    for (const auto& [name, order] : ordersOf(tree)) {
        out += fmt::format("  {}: {},\n", name, scriptDialect().text({order}));
    }
    return out + "};\n";
}

std::string scriptGates(const model::Sequence& sequence) {
    std::string gates;
    for (const auto& gate : sequence.gates) {
        gates += (gates.empty() ? "" : ", ") + scriptString(gate.id);
    }
    return gates;
}

std::string scriptMessages(const model::Sequence& sequence) {
    std::string list;
    for (const auto& message : spokenMessages(sequence)) {
        list += (list.empty() ? "" : ", ") + scriptString(message);
    }
    return list;
}

}
