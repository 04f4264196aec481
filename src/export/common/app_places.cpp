// SPDX-License-Identifier: MIT
#include "export/common/app_places.h"

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kLargestText = 4u << 20;

}

AppPlace placeIn(const FileAccess& files, const fs::path& folder, plan::ExportId target) {
    return exporterOf(target).placeIn(files, folder);
}

Export placed(Export made, const AppPlace& place) {
    for (auto& file : made.files) {
        file.path = place.prefix + file.path;
    }
    return made;
}

std::vector<Suggestion> suggestionsFor(const FileAccess& files, const fs::path& folder, const Export& made) {
    return exporterOf(made.target).suggestions(files, folder, made);
}

bool hasFile(const FileAccess& files, const fs::path& folder, const char* path) {
    return files.exists(folder / path);
}

void suggest(std::vector<Suggestion>& list, const FileAccess& files, const fs::path& folder,
             const std::string& path,
             const std::function<std::optional<std::string>(const std::string& text)>& change) {
    const auto before = files.read(folder / path, kLargestText);
    if (const auto after = before ? change(*before) : std::nullopt) {
        list.push_back({path, *before, *after});
    }
}

}
