// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/plan.h"

namespace scaena::plan {

/// Where cues tell the ways of one layer in several measures, each of them says something of all of these:
/// one that brings the layer to its place by dp takes back what another has moved it by parts of the screen.
/// Nothing changes where a layer's ways are told in one measure.
void joinMeasures(Plan& plan);

}
