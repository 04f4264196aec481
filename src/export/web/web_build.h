// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_build.h"

namespace scaena::exporting {

/// What the parts of the web export share while it is being built. All files lie in one folder, `launch/`,
/// that is served from the site's root.
struct WebBuild : ExportBuild {
    std::string name; ///< of files, of the root element, and the prefix of colours: "moraine-huts"

    explicit WebBuild(ExportBuild base);
    /// "var(--moraine-huts-dusk)".
    [[nodiscard]] std::string colour(const model::ColourRef& ref) const;
    /// The id of the root element.
    [[nodiscard]] std::string rootId() const { return name + "-launch"; }
};

/// "#RRGGBB" or "rgba(…)" as style sheets read it.
[[nodiscard]] std::string cssColour(Colour colour);

/// The markup of a layer's contents, without its own element; pictures it needs are added to the build.
[[nodiscard]] std::string layerMarkup(WebBuild& build, std::size_t layer);
/// The style sheet with the opening's static frame.
void addStyleSheet(WebBuild& build);
/// body.html and head.html, and a page to look at the launch alone.
void addPages(WebBuild& build, const std::string& headLinks);
/// The sequence as a script module, and the player.
void addScripts(WebBuild& build);
/// Manifest, icons and startup images. Returns the lines they need in the page's head.
[[nodiscard]] std::string addAppFiles(WebBuild& build);
void addWebInstructions(WebBuild& build);

}
