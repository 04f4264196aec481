// SPDX-License-Identifier: MIT
#include "core/plan/targets.h"

namespace scaena::plan {

namespace {

using motion::Property;

/// Android 12 and later: sizes and the one-second advice are those of the platform's own guide to launch
/// pictures.
OpeningTraits newerAndroid() {
    OpeningTraits traits;
    traits.iconOnly = true;
    traits.iconBox = 288;
    traits.iconVisible = 192;
    traits.plateBox = 240;
    traits.plateVisible = 160;
    traits.footer = {200, 80};
    traits.footerMargin = 60;
    traits.longestAnimation = 1000;
    traits.plays = {Property::Opacity, Property::X,      Property::Y,
                    Property::ScaleX,  Property::ScaleY, Property::Rotation};
    return traits;
}

/// The same, whose picture the exported player lets go when the icon has come to rest; the cross-platform
/// kits' hold is over with their first frame.
OpeningTraits newerAndroidHeld() {
    OpeningTraits traits = newerAndroid();
    traits.holdsIcon = true;
    return traits;
}

/// The launch storyboard: static, but with safe areas, pictures, and places of their own for low screens
/// (the compact height class).
OpeningTraits storyboard() {
    OpeningTraits traits;
    traits.areas = true;
    traits.pictures = true;
    traits.turnedPlaces = TurnedPlaces::LowScreens;
    return traits;
}

/// The page's own first paint: markup and style sheet before any script.
OpeningTraits firstPaint() {
    OpeningTraits traits = storyboard();
    traits.turns = true;
    traits.turnedPlaces = TurnedPlaces::Always;
    return traits;
}

PlayerTraits withoutPaths() {
    PlayerTraits traits;
    traits.bakesDraws = true;
    traits.largestArtPicture = 2048;
    return traits;
}

PlayerTraits composition() {
    PlayerTraits traits;
    traits.bakesClips = false;
    traits.how = "keyframes of the composition";
    return traits;
}

// Estimates of what loading an engine, or a script bundle, adds on a middling phone; see docs/platforms.md.
constexpr Millis kEngine = 250;
constexpr Millis kBundle = 500;

}

model::Place heldToAnchor(const model::Place& place) {
    const Rect whole{0, 0, kUsualScreen.width, kUsualScreen.height};
    return model::PlacesOn{kUsualScreen, whole}.inDp(place);
}

const std::vector<Target>& targets() {
    using enum HomeIcon;
    static const std::vector<Target> list = {
        {"android12", "Android 12+", "android", newerAndroidHeld(), {}, 0, Circle},
        {"android", "Android 6–11", "android", {}, {}, 0, Circle},
        {"ios", "iOS", "ios", storyboard(), {}, 0, Rounded},
        {"flutter", "Flutter on Android 12+", "flutter", newerAndroid(), {}, kEngine, Circle},
        {"flutter-ios", "Flutter on iOS", "flutter", storyboard(), {}, kEngine, Rounded},
        {"react-native", "React Native on Android 12+", "react-native", newerAndroid(), withoutPaths(),
         kBundle, Circle},
        {"react-native-ios", "React Native on iOS", "react-native", storyboard(), withoutPaths(), kBundle,
         Rounded},
        {"web", "Web", "web", firstPaint(), {}, 0, Maskable},
        {"lottie", "Lottie", "lottie", firstPaint(), composition(), 0, Circle, false},
    };
    return list;
}

const Target& targetOf(TargetId id) { return targets()[id.row()]; }

}
