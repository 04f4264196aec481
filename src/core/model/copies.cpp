// SPDX-License-Identifier: MIT
#include "core/model/copies.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace scaena::model {

CopyPose poseOf(const Copies& copies, int number) {
    CopyPose pose{{},
                  copies.turn * number,
                  std::pow(copies.size / 100, number),
                  std::pow(copies.opacity / 100, number)};
    const int columns = std::max(1, copies.columns);
    const double angle = 2 * std::numbers::pi * number / std::max(1, copies.count);
    switch (copies.form) {
    case CopyForm::Row:
        pose.way = {copies.across * number, copies.down * number};
        break;
    case CopyForm::Grid:
        pose.way = {copies.across * (number % columns), copies.down * (number / columns)};
        break;
    case CopyForm::Ring:
        pose.way = {copies.radius * std::sin(angle), copies.radius * (1 - std::cos(angle))};
        break;
    }
    return pose;
}

}
