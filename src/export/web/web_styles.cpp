// SPDX-License-Identifier: MIT
#include "core/art/picture_head.h"
#include "core/base/number_text.h"
#include "core/project/shown_art.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/timekeeper.h"
#include "export/common/names.h"
#include "export/common/wide_look.h"
#include "export/web/web_build.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

std::string pixels(double value) { return numberText(value) + "px"; }

/// Where a layer's box begins along one axis: its centre lies `offset` from a fraction of the screen, or of
/// what the system's bars leave free of it.
std::string begin(double fraction, double offset, double length, bool safe, const char* low,
                  const char* high) {
    const double shift = offset - length / 2;
    const auto tail =
        shift == 0 ? std::string() : fmt::format(" {} {}", shift < 0 ? '-' : '+', pixels(std::abs(shift)));
    if (!safe) {
        return fmt::format("calc({}%{})", numberText(fraction * 100), tail.empty() ? " + 0px" : tail);
    }
    return fmt::format("calc(var(--launch-{0}) + (100% - var(--launch-{0}) - var(--launch-{1})) * {2}{3})",
                       low, high, numberText(fraction), tail);
}

std::string boxOf(const model::Place& place) {
    const Point at = model::shareOf(place), way = model::wayOf(place);
    return fmt::format("left: {}; top: {}; width: {}; height: {};",
                       begin(at.x, way.x, place.width, place.safeArea, "left", "right"),
                       begin(at.y, way.y, place.height, place.safeArea, "top", "bottom"), pixels(place.width),
                       pixels(place.height));
}

std::string turnOf(const model::Layer& layer, const model::Place& place) {
    if (place.turn == 0) {
        return {};
    }
    return fmt::format(" transform: rotate({}deg); transform-origin: {}% {}%;", numberText(place.turn),
                       numberText(layer.pivot.x * 100), numberText(layer.pivot.y * 100));
}

class StyleSheet {
public:
    StyleSheet(const WebBuild& build, bool isOpening)
        : m_build(build), m_root("#" + build.rootId()), m_isOpening(isOpening) {}

    [[nodiscard]] std::string text(const std::vector<LayerPage>& pages) const {
        const auto& sequence = m_build.sequence();
        std::string light, dark;
        for (const auto& colour : sequence.palette) {
            light += fmt::format("  --{}-{}: {};\n", m_build.name, colour.id, cssColour(colour.light));
            dark += fmt::format("\n  --{}-{}: {};", m_build.name, colour.id, cssColour(colour.dark));
        }
        auto out = fmt::format("{0} {{\n{1}  background: {2};\n}}\n", m_root, light,
                               m_build.colour(sequence.opening.colour)) +
                   darkRule(m_root, dark) + base() + (m_isOpening ? "" : playing());
        for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
            const auto& layer = sequence.layers[i];
            if (!m_isOpening || standsInOpening(sequence, layer)) {
                out += layerRules(i) + pages[i].style;
            }
        }
        return out + darkRule(m_root + " .launch-light", "display: none;") +
               darkRule(m_root + " .launch-dark", "display: block;") +
               wideRule(m_root + " .launch-upright", "display: none;") +
               wideRule(m_root + " .launch-wide", "display: block;");
    }

private:
    /// The whole screen, above the page. The padding tells the player what the system's bars cover.
    [[nodiscard]] std::string base() const {
        return fmt::format(R"(
{0} {{
  display: block;
  position: fixed;
  inset: 0;
  z-index: 2147483000;
  overflow: hidden;
  box-sizing: border-box;
  --launch-top: env(safe-area-inset-top, 0px);
  --launch-right: env(safe-area-inset-right, 0px);
  --launch-bottom: env(safe-area-inset-bottom, 0px);
  --launch-left: env(safe-area-inset-left, 0px);
  padding: var(--launch-top) var(--launch-right) var(--launch-bottom) var(--launch-left);
  /* If the scripts never come, it goes by itself after the longest the sequence can last. */
  animation: launch-without-scripts 1ms {1}ms forwards;
  visibility: visible;
}}
/* Nobody gets into what lies beneath before the player is there, which holds it from then on. */
body:has({0}:not(.launch-playing)) > :not({0}) {{ animation: launch-held 1ms {1}ms backwards; }}
@keyframes launch-held {{ from {{ visibility: hidden; }} }}
{0}.launch-playing {{ animation: none; background: none; }}
@keyframes launch-without-scripts {{ to {{ opacity: 0; pointer-events: none; }} }}
@media (scripting: none) {{ {0} {{ display: none; }} body > :not({0}) {{ animation: none !important; }} }}
{0} .launch-layer {{ position: absolute; visibility: hidden; }}
{0} .launch-opening, {0}.launch-playing .launch-layer {{ visibility: visible; }}
{0}.launch-playing .launch-layer {{ transform: none !important; transform-origin: 50% 50% !important; }}
{0} .launch-outer {{ position: absolute; inset: 0; transform-origin: 0 0; }}
{0} .launch-backdrop {{ left: 0; top: 0; width: 100%; height: 100%; }}
{0} .launch-picture {{ position: absolute; inset: 0; background: center no-repeat; }}
{0} .launch-light, {0} .launch-dark, {0} .launch-upright, {0} .launch-wide, {0} .launch-art, {0} .launch-image {{ position: absolute; left: 0; top: 0; width: 100%; height: 100%; }}
{0} .launch-image {{ background: center / contain no-repeat; }}
{0} .launch-dark, {0} .launch-wide {{ display: none; }}
{0} .launch-middle {{ position: absolute; left: 50%; top: 50%; width: 1px; height: 1px; overflow: visible; transform-origin: 0 0; }}
{0} .launch-plate {{ position: absolute; left: 50%; top: 50%; border-radius: 50%; translate: -50% -50%; }}
)",
                           m_root, longestCovered());
    }

    /// What only the player moves.
    [[nodiscard]] std::string playing() const {
        return fmt::format(R"(
{0} [data-part='fills'], {0} [data-part='line'], {0} [data-part='hairline'], {0} [data-part='ring'], {0} [data-part='bar'] {{ opacity: 0; }}
{0} [data-part='line'], {0} [data-part='hairline'] {{ fill: none; stroke-linecap: round; stroke-linejoin: round; stroke-dasharray: 1 1; }}
{0} [data-part='ring'] {{ stroke-dasharray: 1 1; }}
{0} .launch-bar {{ position: absolute; left: 0; right: 0; top: 50%; transform: translateY(-50%); }}
{0} .launch-dot {{ position: absolute; top: 50%; border-radius: 50%; translate: 0 -50%; }}
{0} [data-part='dot'] {{ scale: 0; }}
{0} .launch-frames {{ position: absolute; left: 50%; top: 50%; translate: -50% -50%; background-repeat: no-repeat; }}
.launch-status {{ position: fixed; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }}
)",
                           m_root);
    }

    /// How long the page may stay covered where no script comes: as long as the sequence itself can last.
    [[nodiscard]] Millis longestCovered() const {
        constexpr Millis kWithoutEnd =
            15'000; // it could wait for ever, or for somebody who answers its message
        const Millis longest = schedule::longestShown(*m_build.plans.front());
        return isNever(longest) ? kWithoutEnd : longest;
    }

    [[nodiscard]] std::string layerRules(std::size_t index) const {
        const auto& it = m_build.sequence().layers[index];
        if (it.as<model::FirstScreenContent>() || it.as<model::GroupContent>()) {
            return {};
        }
        const auto selector = fmt::format("{} [data-layer='{}']", m_root, index);
        std::string out = fmt::format("\n/* {} */\n", commentText(it.name));
        if (it.as<model::BackdropContent>()) {
            return out + backdrop(selector, it);
        }
        out += fmt::format(
            "{} {{ {}{}{} }}\n", selector, boxOf(it.place), turnOf(it, it.place),
            model::tintOf(it).empty() ? "" : fmt::format(" color: {};", m_build.colour(model::tintOf(it))));
        if (it.landscape) {
            const bool turnsBack = it.place.turn != 0 && it.landscape->turn == 0;
            out += wideRule(selector, boxOf(*it.landscape) +
                                          (turnsBack ? " transform: none;" : turnOf(it, *it.landscape)));
            if (const double grown = wideLookOf(m_build.input, it).scale; grown != 1) {
                const auto scale = fmt::format("scale: {};", numberText(grown));
                out += wideRule(selector + " .launch-middle", scale) +
                       wideRule(selector + " .launch-frames", scale);
            }
        }
        if (it.as<model::TextContent>()) {
            out += fmt::format("{} .launch-text {{ fill: {}; }}\n", selector,
                               m_build.colour(it.get<model::TextContent>().colour));
        }
        if (const auto* plate = model::plateOf(it)) {
            out += fmt::format("{0} .launch-plate {{ width: {1}; height: {1}; background: {2}; }}\n",
                               selector, pixels(plate->diameter), m_build.colour(plate->colour));
        }
        return out;
    }

    [[nodiscard]] std::string backdrop(const std::string& selector, const model::Layer& it) const {
        const auto& colours = it.get<model::BackdropContent>().fill;
        const auto fill = colours.to.empty()
                              ? m_build.colour(colours.colour)
                              : fmt::format("linear-gradient({}deg, {}, {})", numberText(colours.angle),
                                            m_build.colour(colours.colour), m_build.colour(colours.to));
        std::string out = fmt::format("{} {{ background: {}; }}\n", selector, fill);
        const auto* picture = model::pictureOf(it);
        if (!picture) {
            return out;
        }
        const auto inner = selector + " .launch-picture";
        out += fmt::format("{} {{ background-size: {}; }}\n", inner,
                           picture->fit == model::Fit::Fill ? "cover" : "contain");
        const auto shows = [&](const std::string& path, const char* mark) {
            const auto file = backdropFile(m_build, it, path, mark);
            return file.empty() ? "" : fmt::format("background-image: url({});", m_build.url(file));
        };
        // In the order of the fallbacks: what fits a screen best comes last.
        if (const auto light = shows(picture->light, ""); !light.empty()) {
            out += fmt::format("{} {{ {} }}\n", inner, light);
        }
        out += wideRule(inner, shows(picture->landscape, "-landscape"));
        out += darkRule(inner, shows(picture->dark, "-dark"));
        return out + darkRule(inner, shows(picture->darkLandscape, "-dark-landscape"), true);
    }

    const WebBuild& m_build;
    std::string m_root;
    bool m_isOpening;
};

}

bool standsInOpening(const model::Sequence& sequence, const model::Layer& layer) {
    const auto& opening = sequence.opening.layers;
    return std::find(opening.begin(), opening.end(), layer.id) != opening.end() &&
           schedule::canBeStatic(layer.kind());
}

std::string backdropFile(const WebBuild& build, const model::Layer& layer, const std::string& path,
                         const char* mark) {
    const auto* bytes = build.input.artFiles.bytesOf(path);
    const auto ending = bytes ? art::pictureEnding(*bytes) : std::string();
    return ending.empty() ? "" : fmt::format("images/{}{}{}", layer.id, mark, ending);
}

std::string wideRule(const std::string& selector, const std::string& declarations) {
    return declarations.empty()
               ? ""
               : fmt::format("@media (orientation: landscape) {{ {} {{ {} }} }}\n", selector, declarations);
}

std::string darkRule(const std::string& selector, const std::string& declarations, bool isWide) {
    if (declarations.empty()) {
        return {};
    }
    const auto asked = fmt::format(":root[data-launch-theme='dark'] {} {{ {} }}", selector, declarations);
    return fmt::format(
               "@media (prefers-color-scheme: dark){} {{ :root:not([data-launch-theme='light']) {} {{ {} "
               "}} }}\n",
               isWide ? " and (orientation: landscape)" : "", selector, declarations) +
           (isWide ? fmt::format("@media (orientation: landscape) {{ {} }}\n", asked) : asked + "\n");
}

std::string styleSheet(const WebBuild& build, const std::vector<LayerPage>& layers, bool isOpening) {
    return fmt::format("/* The launch sequence “{}”{}. Written by Scaena; yours without conditions. */\n",
                       commentText(build.sequence().name), isOpening ? ": what the first paint needs" : "") +
           StyleSheet(build, isOpening).text(layers);
}

}
