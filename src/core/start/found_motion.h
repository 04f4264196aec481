// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/base/times.h"
#include "core/model/easing.h"

#include <optional>
#include <string>
#include <vector>

namespace scaena::start {

/// What moves of an element of art.
enum class Moved { Place, Scale, Turn, Opacity, Draw };

struct MotionKey {
    double at = 0;                       ///< 0..1 of a cycle; never falls
    Point value;                         ///< see FoundMotion
    std::optional<model::Easing> easing; ///< from here to the next; without: straight
};

/// One animation of an element, as a file has it. Values are beside what the element is without it: a way in
/// units of the view box, factors, degrees. An opacity is the element's own, a part drawn is 0..1 (both `x`).
struct FoundMotion {
    std::string id; ///< of the element
    Moved what = Moved::Place;
    Point pivot; ///< of scales and turns, in units of the view box
    Millis begin = 0, length = 1;
    int times = 1;
    bool forEver = false, alternate = false;
    bool holdsBefore = false; ///< its first value counts already before it begins
    bool staysAfter = false;  ///< its last value stays; else the element is as it was before
    Point rest;               ///< what the element has without it
    std::vector<MotionKey> keys;
};

struct MotionsFound {
    std::vector<FoundMotion> motions;
    std::vector<std::string> losses; ///< what moves and is not carried, in words, each once
};

inline constexpr std::size_t kMostMotions = 400;

}
