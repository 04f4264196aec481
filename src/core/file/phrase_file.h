// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"
#include "core/model/phrase.h"

namespace scaena::file {

/// Phrases as text, for the art files that a person keeps and for the clipboard: a JSON object
/// {"format": "scaena-phrases", "version": 1, "phrases": […]} whose cues are written as in a sequence.
[[nodiscard]] std::string writePhrases(const std::vector<model::Phrase>& phrases);
[[nodiscard]] Result<std::vector<model::Phrase>> readPhrases(std::string_view text,
                                                             const std::string& name = {});

}
