// SPDX-License-Identifier: MIT
#include "export/web/web_exporter.h"

#include "export/common/names.h"
#include "export/common/xml.h"
#include "export/web/web_build.h"
#include "export/web/web_project.h"

#include <fmt/format.h>

namespace scaena::exporting {

WebBuild::WebBuild(ExportBuild base)
    : ExportBuild(std::move(base)), name(fileName(input.sequence.name, "app")) {}

std::string WebBuild::colour(const model::ColourRef& ref) const {
    return fmt::format("var(--{}-{})", name, ref);
}

std::string cssColour(Colour colour) {
    if (colour.a == 255) {
        return toHex(colour);
    }
    return fmt::format("rgba({}, {}, {}, {})", colour.r, colour.g, colour.b, numberText(colour.a / 255.0));
}

AppPlace WebExporter::placeIn(const FileAccess& files, const std::filesystem::path& folder) const {
    return webPlace(files, folder);
}

std::vector<Suggestion> WebExporter::suggestions(const FileAccess& files, const std::filesystem::path& folder,
                                                 const Export& made) const {
    std::vector<Suggestion> list;
    suggestPage(list, files, folder, made);
    return list;
}

Result<Export> WebExporter::build(const ExportInput& input) const {
    if (auto problems = problemsOf(input); !problems.empty()) {
        return tl::unexpected(std::move(problems));
    }
    WebBuild build(ExportBuild(input, id()));
    addStyleSheet(build);
    addScripts(build);
    addPages(build, addAppFiles(build));
    addWebInstructions(build);
    return build.finished();
}

}
