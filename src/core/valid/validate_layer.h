// SPDX-License-Identifier: MIT
#pragma once

#include "core/valid/checker.h"

namespace scaena::valid {

/// Tells `at`, which stands at the layer, everything that is wrong with it.
void checkLayer(Checker& at, const model::Layer& layer);

}
