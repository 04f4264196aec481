// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/base/row_name.h"
#include "core/model/place.h"
#include "core/motion/track.h"

namespace scaena::plan {

/// The systems a launch can be previewed on. `targets()` has a row for each, in this order.
inline constexpr std::array<std::string_view, 9> kTargetNames = {
    "android12",    "android",          "ios", "flutter", "flutter-ios",
    "react-native", "react-native-ios", "web", "lottie"};
using TargetId = RowName<kTargetNames>;

/// The exports there are; one may serve several systems.
inline constexpr std::array<std::string_view, 6> kExportNames = {"android",      "ios", "flutter",
                                                                 "react-native", "web", "lottie"};
using ExportId = RowName<kExportNames>;

/// Where the opening heeds a layer's own place for screens that are wider than high.
enum class TurnedPlaces { Never, LowScreens, Always };
/// Below this height (dp) a screen counts as low: phones held sideways.
inline constexpr double kLowScreen = 500;

/// What the system of a target can show before the app's own code runs. docs/platforms.md gives the sources.
struct OpeningTraits {
    bool iconOnly = false;  ///< only a plain colour, the icon and the footer; else every layer of the opening
    double iconBox = 0;     ///< dp; without a plate
    double iconVisible = 0; ///< dp, diameter of the visible circle; without a plate
    double plateBox = 0, plateVisible = 0; ///< the same with a plate behind the icon
    Size footer;                           ///< dp, largest footer mark
    double footerMargin = 0;               ///< dp below the footer mark
    Millis longestAnimation = 0;           ///< 0: the frame is static
    bool holdsIcon = false;                ///< the exported player keeps the frame until its icon is at rest
    bool areas = false;    ///< places may hang on the safe area, and lie at a part of it or of the screen
    bool turns = false;    ///< shows layers that are turned at rest
    bool pictures = false; ///< shows a backdrop's picture
    TurnedPlaces turnedPlaces = TurnedPlaces::Never;
    std::vector<motion::Property> plays; ///< properties of the icon the system can animate
};

/// How the app's own part of a launch is played there.
struct PlayerTraits {
    bool bakesClips = true;  ///< plays a clip as single pictures
    bool bakesDraws = false; ///< draws no paths: an outline appears by a wipe instead
    /// Pixels: longest side of the pictures art becomes where no paths are drawn (larger ones take too much
    /// of a phone's memory: 16 MB each); 0: it is drawn.
    int largestArtPicture = 0;
    std::string how = "drawn by the exported player"; ///< one clause: how a cue gets there
};

/// The shape of the home screen's icons.
enum class HomeIcon { Circle, Rounded, Maskable };

/// A system a launch can be previewed on.
struct Target {
    TargetId id;
    std::string name;  ///< "Android 12+"
    ExportId exportId; ///< the export that serves it
    OpeningTraits opening;
    PlayerTraits player;
    Millis startUp = 0; ///< what its engine adds to a first or cold start before the app can draw
    HomeIcon homeIcon = HomeIcon::Circle;
    bool hasAppIcon = true; ///< its export makes the app's icon
};

/// dp: the screen whose distances a system gets that knows no parts of a screen (see OpeningTraits::areas).
inline constexpr Size kUsualScreen{412, 915};
/// The place as such a system has it: dp from its anchor point.
[[nodiscard]] model::Place heldToAnchor(const model::Place& place);

[[nodiscard]] const std::vector<Target>& targets();
[[nodiscard]] const Target& targetOf(TargetId id);

}
