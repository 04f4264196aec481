// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"
#include "core/model/sequence.h"

namespace scaena::model {

/// Everything that keeps the sequence from being resolved: duplicate or malformed ids, references that lead
/// nowhere, cycles of gates or anchors, beats out of order, values out of range. Places are JSON pointers.
/// Empty: it stands.
[[nodiscard]] Problems validate(const Sequence& sequence);

}
