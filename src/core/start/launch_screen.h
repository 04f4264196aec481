// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/colour.h"
#include "core/base/geometry.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace scaena::start {

/// What a launch storyboard of iOS shows.
struct LaunchScreen {
    std::string backgroundName;       ///< of a colour set; may be empty
    std::optional<Colour> background; ///< where it is a colour of its own
    struct Picture {
        std::string name; ///< of an image set
        Size size;        ///< points; 0: its own
    };
    struct Label {
        std::string text;
        double size = 17; ///< points
        double below = 0; ///< points below the middle of the screen
        std::optional<Colour> colour;
    };
    std::vector<Picture> pictures;
    std::vector<Label> labels;
    std::vector<std::string> losses; ///< what it shows besides, in words
};

/// Nothing for anything that is no storyboard of a launch screen (`launchScreen="YES"`).
[[nodiscard]] std::optional<LaunchScreen> readLaunchScreen(std::string_view xml);

/// A web app's manifest (W3C, Web Application Manifest), as far as it says how the app begins.
struct WebManifest {
    std::string name;
    std::optional<Colour> background, theme;
    struct Icon {
        std::string path;  ///< beside the manifest
        double pixels = 0; ///< of a side; 0: any size
        bool maskable = false;
    };
    std::vector<Icon> icons; ///< the largest first; vectors before all
};
[[nodiscard]] std::optional<WebManifest> readWebManifest(std::string_view json);

}
