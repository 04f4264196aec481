// SPDX-License-Identifier: MIT
#include "core/schedule/targets.h"

namespace scaena::schedule {

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

/// The launch storyboard: static, but with safe areas, pictures, and places of their own for low screens
/// (the compact height class).
OpeningTraits storyboard() {
    OpeningTraits traits;
    traits.safeAreas = true;
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

// Estimates of what loading an engine, or a script bundle, adds on a middling phone; see docs/platforms.md.
constexpr Millis kEngine = 250;
constexpr Millis kBundle = 500;

}

const std::vector<Target>& targets() {
    static const std::vector<Target> list = {
        {"android12", "Android 12+", "android", newerAndroid()},
        {"android", "Android 6–11", "android", {}},
        {"ios", "iOS", "ios", storyboard()},
        {"flutter", "Flutter on Android 12+", "flutter", newerAndroid(), true, false, kEngine},
        {"flutter-ios", "Flutter on iOS", "flutter", storyboard(), true, false, kEngine},
        {"react-native", "React Native on Android 12+", "react-native", newerAndroid(), true, true, kBundle},
        {"react-native-ios", "React Native on iOS", "react-native", storyboard(), true, true, kBundle},
        {"web", "Web", "web", firstPaint()},
        {"lottie", "Lottie", "lottie", firstPaint(), false},
    };
    return list;
}

const Target& targetOr(const Id& id) {
    for (const auto& target : targets()) {
        if (target.id == id) {
            return target;
        }
    }
    return targets().front();
}

bool isTarget(const Id& id) { return targetOr(id).id == id; }

}
