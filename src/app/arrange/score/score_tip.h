// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/score_layout.h"

#include <QString>

namespace scaena::app {

/// What can be done with what lies at a point of the score; empty where nothing is to be said.
[[nodiscard]] QString scoreTip(const schedule::Schedule& schedule, const ScoreHit& hit);

}
