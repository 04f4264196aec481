// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_build.h"

namespace scaena::exporting {

/// What the parts of the web export share while it is being built. All files of a sequence lie in one folder,
/// `launch/NAME/`, that is served as it is.
struct WebBuild : ExportBuild {
    std::string name; ///< of the folder, of the root element, and the prefix of colours: "moraine-huts"
    std::string base; ///< where the site is served from, with its slashes

    explicit WebBuild(ExportBuild base);
    /// "launch/moraine-huts/images/logo.png".
    [[nodiscard]] std::string path(const std::string& file) const { return "launch/" + name + "/" + file; }
    /// "/launch/moraine-huts/images/logo.png", as a page at any depth finds it.
    [[nodiscard]] std::string url(const std::string& file) const { return base + path(file); }
    /// "var(--moraine-huts-dusk)".
    [[nodiscard]] std::string colour(const model::ColourRef& ref) const;
    /// The id of the root element.
    [[nodiscard]] std::string rootId() const { return name + "-launch"; }
};

/// "#RRGGBB" or "rgba(…)" as style sheets read it.
[[nodiscard]] std::string cssColour(Colour colour);

/// A layer's contents without its own element, and the rules they need beside those of all layers; pictures
/// are added to the build. A policy may forbid style attributes, so there are none.
struct LayerPage {
    std::string markup, style;
};
[[nodiscard]] LayerPage layerPage(WebBuild& build, std::size_t layer);

/// Whether the layer is painted before any script runs.
[[nodiscard]] bool standsInOpening(const model::Sequence& sequence, const model::Layer& layer);

/// The file of a backdrop's picture, "images/sky-dark.jpg"; empty if there is none.
[[nodiscard]] std::string backdropFile(const WebBuild& build, const model::Layer& layer,
                                       const std::string& path, const char* mark);

/// Rules for screens held wide, and for the dark: as the system says, or the app by `data-launch-theme`.
[[nodiscard]] std::string wideRule(const std::string& selector, const std::string& declarations);
[[nodiscard]] std::string darkRule(const std::string& selector, const std::string& declarations,
                                   bool isWide = false);

/// The whole style sheet; `isOpening`: only what the first paint needs, to stand in the page itself.
[[nodiscard]] std::string styleSheet(const WebBuild& build, const std::vector<LayerPage>& layers,
                                     bool isOpening);
/// What takes the app's calls from the first moment, and the sequence with its player.
struct WebScripts {
    std::string stub, player;
};
/// Adds both, and their types.
[[nodiscard]] WebScripts addScripts(WebBuild& build);
/// body.html and head.html, and a page to look at the launch alone.
void addPages(WebBuild& build, const std::vector<LayerPage>& layers, const WebScripts& scripts,
              const std::string& headLinks);
/// Manifest, icons and startup images. Returns the lines they need in the page's head.
[[nodiscard]] std::string addAppFiles(WebBuild& build);
/// `openingStyle`: what stands within the style element of head.html.
void addWebInstructions(WebBuild& build, const std::string& openingStyle);

}
