// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::exporting {

/// React Native on Android and iOS: both native openings, small native modules that keep them until the
/// script can draw, and a component that plays the rest. See docs/exporters/react-native.md.
class ReactNativeExporter : public Exporter {
public:
    plan::ExportId id() const override { return "react-native"; }
    std::vector<ExportOption> options() const override { return {kPackageOption}; }
    std::string name() const override { return "React Native"; }
    Result<Export> build(const ExportInput& input) const override;
    AppPlace placeIn(const FileAccess& files, const std::filesystem::path& folder) const override;
    std::vector<Suggestion> suggestions(const FileAccess& files, const std::filesystem::path& folder,
                                        const Export& made) const override;
};

}
