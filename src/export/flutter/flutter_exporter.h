// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"
#include "export/common/timing_tree.h"

namespace scaena::exporting {

/// The sequence's timing as Dart's constant `_timing` and those it is made of.
[[nodiscard]] std::string dartTiming(const Plans& plans);

/// Flutter on Android and iOS: both native openings, and a widget that plays the rest. See
/// docs/exporters/flutter.md.
class FlutterExporter : public Exporter {
public:
    plan::ExportId id() const override { return "flutter"; }
    std::vector<ExportOption> options() const override { return {kPackageOption}; }
    std::string name() const override { return "Flutter"; }
    Result<Export> build(const ExportInput& input) const override;
    AppPlace placeIn(const FileAccess& files, const std::filesystem::path& folder) const override;
    std::vector<Suggestion> suggestions(const FileAccess& files, const std::filesystem::path& folder,
                                        const Export& made) const override;
};

}
