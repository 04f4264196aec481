// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/app_places.h"

namespace scaena::exporting {

/// Where in a site or a web project an export's files belong.
[[nodiscard]] AppPlace webPlace(const FileAccess& files, const std::filesystem::path& folder);

/// Head and body of index.html.
void suggestPage(std::vector<Suggestion>& list, const FileAccess& files, const std::filesystem::path& folder,
                 const Export& made);

}
