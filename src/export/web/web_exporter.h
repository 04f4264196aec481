// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"
#include "export/web/web_options.h"

namespace scaena::exporting {

/// A page or an installable web app: markup and style sheet of the opening, a script that plays the rest,
/// manifest, icons and startup images. See docs/exporters/web.md.
class WebExporter : public Exporter {
public:
    plan::ExportId id() const override { return "web"; }
    std::string name() const override { return "Web"; }
    std::vector<ExportOption> options() const override {
        return {kBaseOption, kStartupImagesOption, kReadableScriptOption};
    }
    Result<Export> build(const ExportInput& input) const override;
    AppPlace placeIn(const FileAccess& files, const std::filesystem::path& folder) const override;
    std::vector<Suggestion> suggestions(const FileAccess& files, const std::filesystem::path& folder,
                                        const Export& made) const override;
};

}
