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

}

const std::vector<Target>& targets() {
    static const std::vector<Target> list = {
        {"android12", "Android 12+", "android", newerAndroid()},
        {"android", "Android 6–11", "android", {}},
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
