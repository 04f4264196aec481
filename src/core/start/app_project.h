// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/launch_screen.h"
#include "core/start/started.h"

namespace scaena::start {

/// What an existing app project tells of its launch.
struct ProjectFindings {
    struct NamedColour {
        std::string name;
        std::optional<Colour> light, dark;
    };
    std::vector<NamedColour> colours; ///< in the order of the project's files
    std::string canvas;               ///< name of the colour behind the launch picture, may be empty
    std::vector<std::filesystem::path>
        logo; ///< files of the launch art, relative to the root: a vector, or all densities
    std::vector<std::filesystem::path> darkLogo;
    std::filesystem::path moving; ///< an animated vector of the same art, may be empty
    std::vector<std::filesystem::path> footer, darkFooter; ///< the mark near the lower edge
    std::string plate;       ///< name of the colour behind the icon, may be empty
    std::string firstScreen; ///< name of the colour of the theme that follows, may be empty
    std::optional<model::BarContent> barContent;
    bool barsHidden = false;
    std::string name;                        ///< of the app as it says it, may be empty
    std::optional<Colour> plainCanvas;       ///< where the colour behind the picture has no name
    std::vector<LaunchScreen::Label> labels; ///< words of a launch storyboard
    std::vector<std::string> losses;         ///< what is there besides and is not carried, in words
    std::string where;                       ///< in words: "an Android res folder"
};

/// Looks through a folder: Android resources (colours of values and values-night, the launch theme's icon and
/// background), or an iOS asset catalogue (colour sets and image sets with their dark variants). Nothing if
/// it is neither.
[[nodiscard]] std::optional<ProjectFindings>
lookThrough(const FileAccess& files, const std::filesystem::path& root, const std::atomic<bool>& stop);

}
