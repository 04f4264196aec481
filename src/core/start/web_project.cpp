// SPDX-License-Identifier: MIT
#include "core/start/project_kinds.h"

#include "core/model/limits.h"

namespace scaena::start {

namespace fs = std::filesystem;

std::optional<ProjectFindings> webProject(const FileAccess& files, const fs::path& root,
                                          const ProjectFiles& list) {
    for (const auto& path : list) {
        const auto name = path.filename().string();
        if (path.extension() != ".webmanifest" && name != "manifest.json") {
            continue;
        }
        const auto bytes = files.read(root / path, model::limits::kArtBytes);
        const auto manifest = bytes ? readWebManifest(*bytes) : std::nullopt;
        if (!manifest) {
            continue;
        }
        ProjectFindings found;
        found.name = manifest->name;
        found.plainCanvas = manifest->background;
        if (manifest->theme) {
            found.colours.push_back({"theme", manifest->theme, {}});
        }
        for (const auto& icon : manifest->icons) {
            if (found.logo.empty() && files.exists(root / path.parent_path() / icon.path)) {
                found.logo.push_back(path.parent_path() / icon.path);
            }
        }
        found.where = "a web manifest";
        return found;
    }
    return {};
}

}
