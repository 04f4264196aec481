// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/model/extras.h"
#include "core/model/words.h"

#include <optional>
#include <string>

namespace scaena::model {

enum class AnchorPoint { TopLeft, Top, TopRight, Left, Centre, Right, BottomLeft, Bottom, BottomRight };
template <>
struct Words<AnchorPoint> {
    static constexpr std::array<std::string_view, 9> list = {
        "top-left", "top", "top-right", "left", "centre", "right", "bottom-left", "bottom", "bottom-right"};
};

/// The point as fractions of width and height, for example {0.5, 1} for Bottom.
[[nodiscard]] constexpr Point fractions(AnchorPoint anchor) {
    const int i = static_cast<int>(anchor);
    return {(i % 3) / 2.0, static_cast<double>(i / 3) / 2.0};
}

/// What a layer's way from its anchor point is told in: dp, hundredths of the screen (of the safe area, where
/// the anchor is one of it), or hundredths of the layer's own box.
enum class PlaceMeasure { Dp, Screen, Itself };
template <>
struct Words<PlaceMeasure> {
    static constexpr std::array<std::string_view, 3> list = {"dp", "screen", "itself"};
};

/// A way along one axis with what it is told in.
struct PlaceWay {
    double value = 0;
    PlaceMeasure measure = PlaceMeasure::Dp;
    bool operator==(const PlaceWay&) const = default;
};
/// "30% of screen", "-50% of itself"; a number alone for dp.
[[nodiscard]] std::string toText(const PlaceWay& way);
[[nodiscard]] std::optional<PlaceWay> parsePlaceWay(std::string_view text);

/// Where a layer is at rest: its centre lies `x`, `y` from an anchor point of the screen.
struct Place {
    AnchorPoint anchor = AnchorPoint::Centre;
    double x = 0, y = 0;              ///< each in its measure
    double width = 120, height = 120; ///< dp; art keeps its proportions within
    double turn = 0;                  ///< degrees, clockwise, about the layer's pivot
    bool safeArea = false;            ///< the anchor point is one of the safe area, not of the whole screen
    PlaceMeasure xMeasure = PlaceMeasure::Dp, yMeasure = PlaceMeasure::Dp;
    Extras extras;
    bool operator==(const Place&) const = default;
};

/// A place is a share of the area it hangs on and a way from there: the point of the area as fractions of its
/// width and height …
[[nodiscard]] Point shareOf(const Place& place);
/// … and dp from there to the layer's centre.
[[nodiscard]] Point wayOf(const Place& place);

/// A screen as places see it, in dp.
struct PlacesOn {
    Size screen;
    Rect safe; ///< what the system's bars leave free of it
    [[nodiscard]] bool landscape() const { return screen.width > screen.height; }
    [[nodiscard]] Rect areaOf(const Place& place) const {
        return place.safeArea ? safe : Rect{0, 0, screen.width, screen.height};
    }
    [[nodiscard]] Point centreOf(const Place& place) const;
    /// The same place with its centre there; each way stays in its measure.
    [[nodiscard]] Place centredAt(Place place, Point centre) const;
    /// The same centre on this screen, told in dp from the anchor point.
    [[nodiscard]] Place inDp(Place place) const;
};

}
