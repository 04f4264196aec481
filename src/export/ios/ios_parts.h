// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/part_pictures.h"

namespace scaena::exporting {

/// The names that hold the iOS files together, all derived from the sequence.
struct IosNames {
    std::string type;   ///< "MoraineHuts"
    std::string prefix; ///< of colours and pictures in the catalogue: "moraine-huts"
    std::string folder; ///< where the files go, with its slash, or empty

    /// The name space of the code, and of its files.
    [[nodiscard]] std::string launch() const { return type + "Launch"; }
    [[nodiscard]] std::string storyboard() const { return type + "Launch"; }
    [[nodiscard]] std::string catalogue() const { return folder + type + "Launch.xcassets/"; }
    [[nodiscard]] std::string colour(const model::ColourRef& ref) const { return prefix + "-" + ref; }
    [[nodiscard]] std::string picture(const LayerId& layer) const { return prefix + "-picture-" + layer; }
    [[nodiscard]] std::string part(const std::string& name) const { return prefix + "-picture-" + name; }
    [[nodiscard]] std::string opening(const LayerId& layer) const { return prefix + "-opening-" + layer; }
    [[nodiscard]] std::string frame(const LayerId& layer, int index) const;
    [[nodiscard]] std::string icon() const { return type + "Icon"; }
};
[[nodiscard]] IosNames iosNames(const model::Sequence& sequence, std::string folder);

/// Storyboard, colours, the pictures of the opening, and the app's icons; what every app on iOS needs before
/// its own code runs.
void addIosOpening(ExportBuild& build, const IosNames& names);

/// A picture of the opening's layer as the storyboard shows it.
struct OpeningPicture {
    Size size; ///< points
    bool covers = false;
    const char* mode = "scaleToFill"; ///< the image view's content mode
};
/// Writes the image set; nothing for a layer without a picture (a backdrop of one colour).
[[nodiscard]] std::optional<OpeningPicture> addOpeningPicture(ExportBuild& build, const IosNames& names,
                                                              const model::Layer& layer);

/// Colours, the root of the catalogue, and icons.
void addColourSets(ExportBuild& build, const IosNames& names);
void addIosIcons(ExportBuild& build, const IosNames& names);
/// The pictures the player shows: image layers, pictures of backdrops, and frames of clips.
void addPlayerPictures(ExportBuild& build, const IosNames& names);
/// What paths cannot say of the art the player draws.
void addPartPictures(ExportBuild& build, const IosNames& names, const PartPictures& parts);

void addStoryboard(ExportBuild& build, const IosNames& names);
/// The sequence's timing as members of an enum: `timing` and the constants it is made of.
[[nodiscard]] std::string swiftTiming(const TimingTree& tree);
void addSwiftCode(ExportBuild& build, const IosNames& names);
void addIosInstructions(ExportBuild& build, const IosNames& names);

/// A property list with the key that names the storyboard.
[[nodiscard]] std::string launchPlist(const IosNames& names);

}
