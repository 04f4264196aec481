// SPDX-License-Identifier: MIT
#include "core/project/shown_art.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/timekeeper.h"
#include "export/common/names.h"
#include "export/common/picture_kind.h"
#include "export/common/wide_look.h"
#include "export/common/xml.h"
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
    return fmt::format("calc(env(safe-area-inset-{0}, 0px) + (100% - env(safe-area-inset-{0}, 0px) - "
                       "env(safe-area-inset-{1}, 0px)) * {2}{3})",
                       low, high, numberText(fraction), tail);
}

std::string boxOf(const model::Place& place) {
    const Point at = model::fractions(place.anchor);
    return fmt::format("left: {}; top: {}; width: {}; height: {};",
                       begin(at.x, place.x, place.width, place.safeArea, "left", "right"),
                       begin(at.y, place.y, place.height, place.safeArea, "top", "bottom"),
                       pixels(place.width), pixels(place.height));
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
    explicit StyleSheet(WebBuild& build) : m_build(build) {}

    [[nodiscard]] std::string text() {
        const auto& sequence = m_build.sequence();
        const std::string root = "#" + m_build.rootId();
        std::string out =
            fmt::format("/* The launch sequence “{}”: what is seen before any script runs. Written by "
                        "Scaena; yours without conditions. */\n\n",
                        commentText(sequence.name));
        out += root + " {\n";
        for (const auto& colour : sequence.palette) {
            out += fmt::format("  --{}-{}: {};\n", m_build.name, colour.id, cssColour(colour.light));
        }
        out += fmt::format("  background: {};\n}}\n\n", m_build.colour(sequence.opening.colour));
        out += "@media (prefers-color-scheme: dark) {\n  " + root + " {\n";
        for (const auto& colour : sequence.palette) {
            out += fmt::format("    --{}-{}: {};\n", m_build.name, colour.id, cssColour(colour.dark));
        }
        out += "  }\n}\n" + common(root);
        for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
            out += layer(root, i);
        }
        return out;
    }

private:
    std::string common(const std::string& root) const {
        return fmt::format(R"(
/* The whole screen, above the page. The padding tells the player what the system's bars cover. */
{0} {{
  position: fixed;
  inset: 0;
  z-index: 2147483000;
  overflow: hidden;
  padding: env(safe-area-inset-top, 0px) env(safe-area-inset-right, 0px) env(safe-area-inset-bottom, 0px) env(safe-area-inset-left, 0px);
  box-sizing: border-box;
  /* If the scripts never come, it goes by itself after the longest the sequence can last. */
  animation: launch-without-scripts 1ms {1}ms forwards;
}}
{0}.launch-playing {{
  animation: none;
}}
@keyframes launch-without-scripts {{
  to {{
    opacity: 0;
    pointer-events: none;
  }}
}}
{0}.launch-playing {{ background: none; }}
{0} .launch-layer {{ position: absolute; visibility: hidden; }}
{0} .launch-opening,
{0}.launch-playing .launch-layer {{ visibility: visible; }}
{0}.launch-playing .launch-layer {{ left: 0 !important; top: 0 !important; transform-origin: 0 0 !important; will-change: transform, opacity; }}
{0} .launch-backdrop {{ left: 0; top: 0; width: 100%; height: 100%; }}
{0} .launch-picture {{ position: absolute; inset: 0; background: center no-repeat; }}
{0} .launch-light,
{0} .launch-dark,
{0} .launch-upright,
{0} .launch-wide,
{0} .launch-art,
{0} .launch-image {{ position: absolute; left: 0; top: 0; width: 100%; height: 100%; }}
{0} .launch-image {{ object-fit: contain; }}
{0} .launch-dark,
{0} .launch-wide {{ display: none; }}
{0} .launch-middle {{ position: absolute; left: 50%; top: 50%; width: 1px; height: 1px; overflow: visible; transform-origin: 0 0; }}
{0} [data-part='fills'],
{0} [data-part='line'],
{0} [data-part='hairline'],
{0} [data-part='ring'],
{0} [data-part='bar'] {{ opacity: 0; }}
{0} [data-part='line'],
{0} [data-part='hairline'] {{ fill: none; stroke-linecap: round; stroke-linejoin: round; stroke-dasharray: 1 1; }}
{0} [data-part='ring'] {{ stroke-dasharray: 1 1; }}
{0} .launch-bar {{ position: absolute; left: 0; right: 0; top: 50%; transform: translateY(-50%); }}
{0} .launch-dot {{ position: absolute; top: 50%; border-radius: 50%; translate: 0 -50%; }}
{0} [data-part='dot'] {{ transform: scale(0); }}
{0} .launch-plate {{ position: absolute; left: 50%; top: 50%; border-radius: 50%; translate: -50% -50%; }}
{0} .launch-frames {{ position: absolute; left: 50%; top: 50%; translate: -50% -50%; background-repeat: no-repeat; }}
.launch-status {{ position: fixed; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }}

@media (min-aspect-ratio: 1/1) {{
  {0} .launch-upright {{ display: none; }}
  {0} .launch-wide {{ display: block; }}
}}

@media (prefers-color-scheme: dark) {{
  {0} .launch-light {{ display: none; }}
  {0} .launch-dark {{ display: block; }}
}}
)",
                           root, longestCovered());
    }

    /// How long the page may stay covered where no script comes: as long as the sequence itself can last.
    [[nodiscard]] Millis longestCovered() const {
        constexpr Millis kWithoutEnd =
            15'000; // it could wait for ever, or for somebody who answers its message
        const Millis longest = schedule::longestShown(*m_build.plans.front());
        return isNever(longest) ? kWithoutEnd : longest;
    }

    std::string layer(const std::string& root, std::size_t index) {
        const auto& it = m_build.sequence().layers[index];
        if (it.as<model::FirstScreenContent>() || it.as<model::GroupContent>()) {
            return {};
        }
        const auto selector = fmt::format("{} [data-layer='{}']", root, index);
        std::string out = fmt::format("\n/* {} */\n", commentText(it.name));
        if (it.as<model::BackdropContent>()) {
            return out + backdrop(selector, it);
        }
        out += fmt::format(
            "{} {{ {}{}{} }}\n", selector, boxOf(it.place), turnOf(it, it.place),
            model::tintOf(it).empty() ? "" : fmt::format(" color: {};", m_build.colour(model::tintOf(it))));
        if (it.landscape) {
            const double grown = wideLookOf(m_build.input, it).scale;
            const auto inner =
                grown == 1 ? ""
                           : fmt::format("  {0} .launch-middle,\n  {0} .launch-frames {{ scale: {1}; }}\n",
                                         selector, numberText(grown));
            out += fmt::format("@media (min-aspect-ratio: 1/1) {{\n  {} {{ {}{} }}\n{}}}\n", selector,
                               boxOf(*it.landscape), turnOf(it, *it.landscape), inner);
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

    std::string backdrop(const std::string& selector, const model::Layer& it) {
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
        out += fmt::format("{} .launch-picture {{ background-size: {}; }}\n", selector,
                           picture->fit == model::Fit::Fill ? "cover" : "contain");
        const auto rule = [&](const std::string& path, const char* mark, const char* media) {
            const auto* bytes = m_build.input.shelf.bytesOf(path);
            const auto ending = bytes ? pictureEnding(*bytes) : std::string();
            if (ending.empty()) {
                return;
            }
            const auto file = fmt::format("images/{}{}{}", it.id, mark, ending);
            m_build.add("launch/" + file, *bytes);
            const auto line =
                fmt::format("{} .launch-picture {{ background-image: url({}); }}\n", selector, file);
            out += *media ? fmt::format("@media {} {{\n  {}}}\n", media, line) : line;
        };
        // In the order of the fallbacks: what fits a screen best comes last.
        rule(picture->light, "", "");
        rule(picture->landscape, "-landscape", "(min-aspect-ratio: 1/1)");
        rule(picture->dark, "-dark", "(prefers-color-scheme: dark)");
        rule(picture->darkLandscape, "-dark-landscape",
             "(prefers-color-scheme: dark) and (min-aspect-ratio: 1/1)");
        return out;
    }

    WebBuild& m_build;
};

}

void addStyleSheet(WebBuild& build) {
    build.add(fmt::format("launch/{}.css", build.name), StyleSheet(build).text());
}

}
