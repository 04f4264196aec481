// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::exporting {

/// iOS from version 13 on: launch storyboard, asset catalogue, app icons, and a player for UIKit with a thin
/// wrapper for SwiftUI. See docs/exporters/ios.md.
class IosExporter : public Exporter {
public:
    plan::ExportId id() const override { return "ios"; }
    std::string name() const override { return "iOS"; }
    Result<Export> build(const ExportInput& input) const override;
    AppPlace placeIn(const FileAccess& files, const std::filesystem::path& folder) const override;
    std::vector<Suggestion> suggestions(const FileAccess& files, const std::filesystem::path& folder,
                                        const Export& made) const override;
};

}
