// SPDX-License-Identifier: MIT
#include "export/web/web_exporter.h"

#include "core/base/number_text.h"
#include "export/common/names.h"
#include "export/web/web_build.h"
#include "export/web/web_project.h"

#include <fmt/format.h>

namespace scaena::exporting {

WebBuild::WebBuild(ExportBuild base)
    : ExportBuild(std::move(base)), name(fileName(input.sequence.name, "app")),
      base(input.options.chosen.text(kBaseOption)) {
    if (!this->base.ends_with('/')) {
        this->base += '/';
    }
}

std::string WebBuild::colour(const model::ColourRef& ref) const {
    return fmt::format("var(--{}-{})", name, ref);
}

/// From the site's root, or beside the page; it stands in attributes, style sheets and scripts.
std::string whyNoBase(const std::string& text) {
    const bool isPath =
        (text.starts_with('/') || text == "./") && !text.starts_with("//") &&
        text.find_first_not_of("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789/-_.~") ==
            std::string::npos;
    return isPath ? std::string() : fmt::format("“{}” is not a base path such as / or /shop/", text);
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
    WebBuild build(ExportBuild(input, id()));
    std::vector<LayerPage> layers;
    for (std::size_t i = 0; i < build.sequence().layers.size(); ++i) {
        layers.push_back(layerPage(build, i));
    }
    build.add(build.path("launch.css"), styleSheet(build, layers, false));
    const auto scripts = addScripts(build);
    addPages(build, layers, scripts, addAppFiles(build));
    addWebInstructions(build, "\n" + styleSheet(build, layers, true));
    return build.finished();
}

}
