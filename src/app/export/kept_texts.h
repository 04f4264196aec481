// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/files.h"
#include "export/common/exporter.h"

#include <optional>

namespace scaena::app {

/// Keeps the texts of what was just written, by their hash, so that three versions of a file can be compared
/// later. One that cannot be kept costs only that.
void keepTexts(FileAccess& files, const std::filesystem::path& folder, const exporting::Export& made);

/// The text the last export into the folder wrote there, if it is still kept.
[[nodiscard]] std::optional<std::string> keptText(const FileAccess& files,
                                                  const std::filesystem::path& folder,
                                                  const exporting::Export& made, const std::string& path);

}
