// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"
#include "core/model/phrase.h"
#include "core/model/sequence.h"

namespace scaena::valid {

/// Everything that keeps the sequence from being resolved: duplicate or malformed ids, references that lead
/// nowhere, cycles of gates or anchors, beats out of order, values out of range. Places are JSON pointers.
/// Empty: it stands.
[[nodiscard]] Problems problemsOf(const model::Sequence& sequence);

/// What no sequence could hold of a phrase: lengths, repeats and parameters out of range, too many cues.
/// Phrases come from the clipboard and from files, as sequences do.
[[nodiscard]] Problems problemsOf(const model::Phrase& phrase);

}
