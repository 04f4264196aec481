// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::edit {

/// The sequence without references that lead nowhere, for after something was removed: cues of missing layers
/// and beats go (what hung on them then hangs on their beat), lists of ids lose the missing ones. Takes as
/// well.
[[nodiscard]] model::Sequence tidied(model::Sequence sequence);

}
