// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/files.h"
#include "export/common/exporter.h"

namespace scaena::exporting {

/// Looks for the target's kind of project: a Gradle module or project, an Xcode project, pubspec.yaml,
/// package.json, a page.
[[nodiscard]] AppPlace placeIn(const FileAccess& files, const std::filesystem::path& folder,
                               plan::ExportId target);

/// The export with its files at that place.
[[nodiscard]] Export placed(Export made, const AppPlace& place);

/// The changes that can be told from the files that are there: the theme in an AndroidManifest.xml, the
/// storyboard in an Info.plist, the pictures in a pubspec.yaml, head and body of an index.html. None for what
/// is done already, or stands otherwise than expected.
[[nodiscard]] std::vector<Suggestion> suggestionsFor(const FileAccess& files,
                                                     const std::filesystem::path& folder, const Export& made);

// For exporters, each of which knows its own kind of project.

/// Whether there is such a file, by its path below the folder.
[[nodiscard]] bool hasFile(const FileAccess& files, const std::filesystem::path& folder, const char* path);

/// Adds what `change` makes of the text of the file at `path`, if there is one and it has to change.
void suggest(std::vector<Suggestion>& list, const FileAccess& files, const std::filesystem::path& folder,
             const std::string& path,
             const std::function<std::optional<std::string>(const std::string& text)>& change);

}
