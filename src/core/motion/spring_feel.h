// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/easing.h"

namespace scaena::motion {

/// A spring as a person feels it. Bounciness: 0 comes to rest without overshooting (damping ratio 1), 100
/// hardly at all (0.05). Speed: its natural frequency, 1 (about a second a swing) to 100 (about thirty
/// milliseconds), evenly for the ear, so logarithmically. Mass is 1 kg.
struct SpringFeel {
    double bounciness = 0, speed = 0;
};
[[nodiscard]] model::Spring springOf(const SpringFeel& feel);
[[nodiscard]] SpringFeel feelOf(const model::Spring& spring);

}
