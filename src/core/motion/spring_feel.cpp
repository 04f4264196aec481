// SPDX-License-Identifier: MIT
#include "core/motion/spring_feel.h"

#include <algorithm>
#include <cmath>

namespace scaena::motion {

namespace {
constexpr double kSlowest = 4, kFastest = 100; // rad/s
constexpr double kLeastRatio = 0.05;
}

model::Spring springOf(const SpringFeel& feel) {
    const double part = std::clamp(feel.speed, 1.0, 100.0) / 100;
    const double frequency = kSlowest * std::pow(kFastest / kSlowest, part);
    const double ratio = 1 - (1 - kLeastRatio) * std::clamp(feel.bounciness, 0.0, 100.0) / 100;
    const auto rounded = [](double value) { return std::round(value * 10) / 10; };
    return {1, rounded(frequency * frequency), std::max(0.1, rounded(2 * ratio * frequency))};
}

SpringFeel feelOf(const model::Spring& spring) {
    const double frequency = std::sqrt(spring.stiffness / spring.mass);
    const double ratio = spring.damping / (2 * std::sqrt(spring.stiffness * spring.mass));
    return {std::clamp((1 - ratio) / (1 - kLeastRatio) * 100, 0.0, 100.0),
            std::clamp(std::log(frequency / kSlowest) / std::log(kFastest / kSlowest) * 100, 1.0, 100.0)};
}

}
