// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/timing.h"

namespace scaena::schedule {

/// Fills the timing's figures from its spans. `room` is scratch space, so that nothing has to be allocated.
void measure(Timing& timing, std::vector<WaitSpan>& room);

}
