// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/app_places.h"

namespace scaena::exporting {

/// Where in an Xcode project's folder an export's files belong.
[[nodiscard]] AppPlace xcodePlace(const FileAccess& files, const std::filesystem::path& folder);

/// The launch storyboard, in the Info.plist that stands in the storyboard's folder, or above the folder of
/// that name it is in.
void suggestStoryboard(std::vector<Suggestion>& list, const FileAccess& files,
                       const std::filesystem::path& folder, const Export& made,
                       const std::string& within = {});

}
