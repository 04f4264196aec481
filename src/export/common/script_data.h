// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::exporting {

/// The sequence's timing as an object literal of JavaScript and TypeScript, for that export.
[[nodiscard]] std::string scriptTiming(const model::Sequence& sequence, const Id& exportId);

/// The names of the gates as a list: "'session', 'feed'".
[[nodiscard]] std::string scriptGates(const model::Sequence& sequence);

}
