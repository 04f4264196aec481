// SPDX-License-Identifier: MIT
#include "export/ios/ios_exporter.h"

#include "export/common/names.h"
#include "export/ios/ios_parts.h"
#include "export/ios/xcode_project.h"

#include <fmt/format.h>

namespace scaena::exporting {

IosNames iosNames(const model::Sequence& sequence, std::string folder) {
    return {typeName(sequence.name, "App"), fileName(sequence.name, "launch"), std::move(folder)};
}

std::string IosNames::frame(const LayerId& layer, int index) const {
    return fmt::format("{}-{}-{:03}", prefix, layer, index);
}

void addIosOpening(ExportBuild& build, const IosNames& names) {
    addColourSets(build, names);
    addStoryboard(build, names);
    addIosIcons(build, names);
}

AppPlace IosExporter::placeIn(const FileAccess& files, const std::filesystem::path& folder) const {
    return xcodePlace(files, folder);
}

std::vector<Suggestion> IosExporter::suggestions(const FileAccess& files, const std::filesystem::path& folder,
                                                 const Export& made) const {
    std::vector<Suggestion> list;
    suggestStoryboard(list, files, folder, made, "Launch/");
    return list;
}

Result<Export> IosExporter::build(const ExportInput& input) const {
    ExportBuild build(input, id());
    const auto names = iosNames(input.sequence, "Launch/");
    addIosOpening(build, names);
    addPlayerPictures(build, names);
    addSwiftCode(build, names);
    build.addForPeople("Launch/Info-additions.plist", launchPlist(names));
    addIosInstructions(build, names);
    return build.finished();
}

}
