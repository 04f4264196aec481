// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

namespace scaena::schedule {

/// Fills the schedule's metrics from its spans.
void measure(Schedule& schedule);

}
