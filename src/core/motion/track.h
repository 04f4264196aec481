// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/cue.h"

#include <array>
#include <vector>

namespace scaena::motion {

/// What can be animated of a layer. Units: opacity 0..1; x, y dp from the layer's place; the next six a way
/// in another measure (see Measure), which comes to x and y on the screen it is seen on; scale factors;
/// rotation and flip degrees (flip about the upright axis); reveal, draw, travel, panel and clip are
/// progress, 0..1.
enum class Property {
    Opacity,
    X,
    Y,
    XScreen,
    YScreen,
    XItself,
    YItself,
    XEdge,
    YEdge,
    ScaleX,
    ScaleY,
    Rotation,
    Flip,
    Reveal,
    Draw,
    Travel,
    Panel,
    Clip
};
inline constexpr std::size_t kProperties = 18;

/// What a way is told in: dp; parts of the screen's width or height; parts of the layer's own width or height
/// at rest; parts of the way to just outside of the screen's edge (1: to the right or below, -1: to the left
/// or above).
enum class Measure { Dp, Screen, Itself, Edge };
inline constexpr std::size_t kMeasures = 4;
enum class Axis { Across, Down };

[[nodiscard]] constexpr Property wayAlong(Axis axis, Measure measure) {
    return static_cast<Property>(static_cast<int>(Property::X) + 2 * static_cast<int>(measure) +
                                 static_cast<int>(axis));
}
[[nodiscard]] constexpr bool isWay(Property property) {
    return property >= Property::X && property <= Property::YEdge;
}
[[nodiscard]] constexpr Axis axisOfWay(Property property) {
    return static_cast<Axis>((static_cast<int>(property) - static_cast<int>(Property::X)) % 2);
}
[[nodiscard]] constexpr Measure measureOfWay(Property property) {
    return static_cast<Measure>((static_cast<int>(property) - static_cast<int>(Property::X)) / 2);
}

[[nodiscard]] std::string_view propertyWord(Property property);

/// The property's value where nothing animates it.
[[nodiscard]] constexpr double neutral(Property property) {
    switch (property) {
    case Property::Opacity:
    case Property::ScaleX:
    case Property::ScaleY:
    case Property::Reveal:
    case Property::Draw:
        return 1;
    default:
        return 0;
    }
}

/// How a keyframe's value is meant: as it stands, or on top of what the property had when the cue began
/// (scale and opacity are multiplied, the others added).
enum class Basis { Absolute, OnTop };

struct Keyframe {
    double at = 0; ///< 0..1 of the cue's cycle
    double value = 0;
    Basis basis = Basis::Absolute;
    model::Easing easing = model::kLinear; ///< from here to the next keyframe
    bool operator==(const Keyframe&) const = default;
};

/// The values of one property over one cycle of a cue. At least two keyframes, the first at 0, the last at 1.
struct Track {
    Property property = Property::Opacity;
    std::vector<Keyframe> keyframes;
    bool operator==(const Track&) const = default;
};

/// The shape by which a Reveal property uncovers its layer. Fractions of the layer's box (of the screen for a
/// backdrop).
struct RevealShape {
    enum class Kind { Iris, Wipe };
    Kind kind = Kind::Iris;
    double x = 0.5, y = 0.5; ///< iris: its centre; wipe: the direction it moves in, as a unit vector
    bool operator==(const RevealShape&) const = default;
};

/// Progress of a drawing at which its fills begin to appear, where nothing else is said.
inline constexpr double kFillFrom = 0.6;

/// All tracks of a cue.
struct LoweredCue {
    std::vector<Track> tracks;
    RevealShape reveal;          ///< where a track animates Reveal
    double fillFrom = kFillFrom; ///< where a track animates Draw
};

}
