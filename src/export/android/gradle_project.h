// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/app_places.h"

namespace scaena::exporting {

/// Where in a Gradle module or project an export's sources belong.
[[nodiscard]] AppPlace gradlePlace(const FileAccess& files, const std::filesystem::path& folder);

/// The launch theme, in the AndroidManifest.xml beside the export's resources.
void suggestTheme(std::vector<Suggestion>& list, const FileAccess& files, const std::filesystem::path& folder,
                  const Export& made);

}
