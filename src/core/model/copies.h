// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/base/times.h"
#include "core/model/extras.h"
#include "core/model/words.h"

namespace scaena::model {

enum class CopyForm { Row, Grid, Ring };
template <>
struct Words<CopyForm> {
    static constexpr std::array<std::string_view, 3> list = {"row", "grid", "ring"};
};

/// A layer several times, edited as one: where the copies stand, and what each has more than the one before.
struct Copies {
    CopyForm form = CopyForm::Row;
    int count = 3;                ///< with the layer itself
    int columns = 3;              ///< grid
    double across = 40, down = 0; ///< dp from one to the next; grid: from column to column and row to row
    double radius = 60;           ///< dp; ring: the layer itself stands at its top
    Millis later = 80;            ///< its cues after those of the one before
    double turn = 0;              ///< degrees
    double size = 100;            ///< % of the one before
    double opacity = 100;         ///< % of the one before
    Extras extras;
    bool operator==(const Copies&) const = default;
};

/// What a copy has more than the layer itself.
struct CopyPose {
    Point way; ///< dp
    double turn = 0, size = 1, opacity = 1;
};
/// Of copy number 1, 2 … count − 1.
[[nodiscard]] CopyPose poseOf(const Copies& copies, int number);

}
