// SPDX-License-Identifier: MIT
#include "core/check/rules.h"

#include <fmt/format.h>

namespace scaena::check {

std::vector<Finding> missingLetters(const Subject& subject) {
    std::vector<Finding> found;
    for (const auto& layer : subject.sequence().layers) {
        const auto* text = layer.as<model::TextContent>();
        if (!text) {
            continue;
        }
        std::string letters;
        for (const auto& it : subject.text().missing(*text, subject.art().bytesOf(text->fontFile))) {
            letters += (letters.empty() ? "“" : ", “") + it + "”";
        }
        if (letters.empty()) {
            continue;
        }
        Finding finding;
        finding.severity = Severity::Warning;
        finding.place = {Place::Kind::Layer, layer.id, {}};
        finding.sentence =
            fmt::format("“{}”: no typeface here has {}; nothing or an empty box would stand there. Choose a "
                        "font file that has it, or take it out of the text.",
                        layer.name, letters);
        found.push_back(std::move(finding));
    }
    return found;
}

}
