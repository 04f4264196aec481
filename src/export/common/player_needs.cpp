// SPDX-License-Identifier: MIT
#include "export/common/player_needs.h"

#include <algorithm>
#include <string_view>
#include <vector>

namespace scaena::exporting {

namespace {

/// A need that follows from what a sequence says: where it says one of `says`, or where it says none of them.
struct Rule {
    Player player;
    const char* need;
    enum class When { Always, Says, SaysNone } when;
    std::vector<std::string_view> says = {};
};

const std::vector<Rule>& rules() {
    using enum Player;
    using enum Rule::When;
    static const std::vector<Rule> list = {
        // People may have set all animations of an Android device to play faster or slower.
        {Android, "player.pace", Always},
        {Android, "player.system", Always},
        {Android, "player.stillness", Always},
        {Android, "player.retry", Says, {"Outcome.message"}},
        {Android, "player.plainBackdrops", SaysNone, {"LayerLook.toColor"}},
        {Android, "player.oneLook", SaysNone, {"LayerLook.wide", "LayerLook.wideScale"}},
        {Ios, "player.steady", Always},
        {Ios, "player.stillness", Always},
        {Ios, "player.retry", Says, {"Outcome.message"}},
        {Flutter, "player.steady", Always},
        {Flutter, "player.stillness", Always},
        {Flutter, "player.retry", Says, {"Outcome.message"}},
        {Flutter, "player.pictures", Says, {"Look.picture", "Look.frames", "Bitmap.name"}},
        {Flutter, "player.drawings", SaysNone, {"Look.picture", "Look.frames", "Bitmap.name"}},
        {Flutter, "player.oneLook", SaysNone, {"Look.wide"}},
        {Flutter, "player.oneArt", SaysNone, {"Look.darkArt"}},
        {ReactNative, "player.steady", Always},
        {ReactNative, "player.edges", Always},
        {ReactNative, "player.shapes", Always},
        {ReactNative, "Place.safe", Always},
        {ReactNative, "GateTiming.typical", Always},
        {ReactNative, "player.retry", Says, {"Outcome.message"}},
        {ReactNative, "player.wholeLayers", SaysNone, {"Property.reveal"}},
        {ReactNative, "player.fixedBackdrops", SaysNone, {"Property.panel"}},
        {ReactNative, "player.colouredBackdrops", SaysNone, {"Look.backdropPicture"}},
        {ReactNative, "player.flatBackdrops", SaysNone, {"Look.gradient"}},
        {ReactNative, "player.plainBackdrops", SaysNone, {"Look.backdropPicture", "Look.gradient"}},
        {ReactNative, "player.oneLook", SaysNone, {"Look.wide"}},
        {Web, "player.steady", Always},
        {Web, "player.edges", Always},
        {Web, "Layer.shown", Always},
        {Web, "player.straight", SaysNone, {"Track.easing", "Track.easings"}},
        {Web, "player.retry", Says, {"Outcome.message"}},
    };
    return list;
}

}

UsedParts playerNeeds(Player player, const TimingTree& tree, UsedParts looks) {
    UsedParts parts = partsOf(tree);
    parts.merge(looks);
    UsedParts needs = parts;
    for (const auto& rule : rules()) {
        const bool isSaid = std::any_of(rule.says.begin(), rule.says.end(),
                                        [&](std::string_view it) { return parts.contains(std::string(it)); });
        const bool applies = rule.when == Rule::When::Always || (rule.when == Rule::When::Says) == isSaid;
        if (rule.player == player && applies) {
            needs.insert(rule.need);
        }
    }
    return needs;
}

const UsedParts& namesOfNeeds() {
    static const auto names = [] {
        UsedParts all;
        for (const auto& rule : rules()) {
            all.insert(rule.need);
        }
        return all;
    }();
    return names;
}

}
