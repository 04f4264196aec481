// SPDX-License-Identifier: MIT
#include "export/android/android_exporter.h"

#include "export/android/build.h"
#include "export/android/gradle_project.h"
#include "export/common/names.h"

#include <fmt/format.h>

namespace scaena::exporting {

void addAndroidOpening(ExportBuild& base, const AndroidNames& names, const std::string& root) {
    AndroidBuild build{base, names, root};
    addColours(build);
    addThemes(build, addOpening(build, addLayerDrawables(build, true)));
    addLauncherIcon(build);
}

AppPlace AndroidExporter::placeIn(const FileAccess& files, const std::filesystem::path& folder) const {
    return gradlePlace(files, folder);
}

std::vector<Suggestion> AndroidExporter::suggestions(const FileAccess& files,
                                                     const std::filesystem::path& folder,
                                                     const Export& made) const {
    std::vector<Suggestion> list;
    suggestTheme(list, files, folder, made);
    return list;
}

Result<Export> AndroidExporter::build(const ExportInput& input) const {
    ExportBuild base(input, id());
    AndroidBuild build{base, androidNames(input.sequence, input.options.chosen.text(kPackageOption)), {}};
    addColours(build);
    const auto drawables = addLayerDrawables(build);
    const Millis iconAnimation = addOpening(build, drawables);
    addThemes(build, iconAnimation);
    addLauncherIcon(build);
    addCode(build, drawables);
    addInstructions(build);
    return base.finished();
}

}
