// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/app_places.h"

namespace scaena::exporting {

/// A Flutter project's folder takes the files as they are.
[[nodiscard]] AppPlace flutterPlace(const FileAccess& files, const std::filesystem::path& folder);

/// The pictures, in pubspec.yaml.
void suggestAssets(std::vector<Suggestion>& list, const FileAccess& files,
                   const std::filesystem::path& folder, const Export& made);

}
