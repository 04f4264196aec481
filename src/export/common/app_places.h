// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/files.h"
#include "export/common/exporter.h"

namespace scaena::exporting {

/// Where in a chosen folder an export's files belong, and what it was taken for.
struct AppPlace {
    std::string prefix; ///< of every path, with its slash, or empty
    std::string found;  ///< "a Gradle project"; empty: nothing known was found
};

/// Looks for the target's kind of project: a Gradle module or project, an Xcode project, pubspec.yaml,
/// package.json, a page.
[[nodiscard]] AppPlace placeIn(const FileAccess& files, const std::filesystem::path& folder,
                               plan::ExportId target);

/// The export with its files at that place.
[[nodiscard]] Export placed(Export made, const AppPlace& place);

/// A change to a file of the person's own. It is only ever shown.
struct Suggestion {
    std::string path; ///< relative to the chosen folder
    std::string before, after;
};

/// The changes that can be told from the files that are there: the theme in an AndroidManifest.xml, the
/// storyboard in an Info.plist, the pictures in a pubspec.yaml, head and body of an index.html. None for what
/// is done already, or stands otherwise than expected.
[[nodiscard]] std::vector<Suggestion> suggestionsFor(const FileAccess& files,
                                                     const std::filesystem::path& folder, const Export& made);

}
