// SPDX-License-Identifier: MIT
#include "export/common/gate_steps.h"

#include "core/model/with_copies.h"

#include <fmt/format.h>

namespace scaena::exporting {

std::string gateSteps(const model::Sequence& sequence, const GateWords& words) {
    std::string lines;
    for (const auto& gate : sequence.gates) {
        if (lines.empty()) {
            lines = fmt::format("{}.open({}); // or, with a {}:\n", words.launch, words.name(gate),
                                words.promise);
        }
        lines += fmt::format("{}.openWhen({}, {});\n", words.launch, words.name(gate), words.work(gate));
    }
    return lines.empty() ? "// The sequence waits for nothing.\n" : lines;
}

std::string openEachGate(const model::Sequence& sequence, const GateWords& words) {
    std::string lines;
    for (const auto& gate : sequence.gates) {
        lines += fmt::format("  {}.open({});\n", words.launch, words.name(gate));
    }
    return lines;
}

std::vector<std::string> spokenMessages(const model::Sequence& sequence) {
    std::vector<std::string> messages;
    for (const auto& layer : sequence.layers) {
        const auto* text = layer.as<model::TextContent>();
        if (text && layer.shownWhen == model::ShownWhen::Message && !model::isCopy(layer)) {
            messages.push_back(text->text);
        }
    }
    return messages;
}

}
