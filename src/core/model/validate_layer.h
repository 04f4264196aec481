// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/checker.h"

namespace scaena::model {

/// Tells `at`, which stands at the layer, everything that is wrong with it.
void checkLayer(Checker& at, const Layer& layer);

}
