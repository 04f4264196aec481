// SPDX-License-Identifier: MIT
#include "export/common/names.h"
#include "export/common/player_needs.h"
#include "export/common/script_data.h"
#include "export/common/used_parts.h"
#include "export/web/short_names.h"
#include "export/web/small_script.h"
#include "export/web/web_build.h"
#include "export/web/web_options.h"

#include "embedded_players.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

/// The launch as markup: one element a layer, from back to front. Screen readers pass over it; what is
/// `hidden` is shown by the style sheet, so that nothing is seen where that is missing.
std::string bodyMarkup(const WebBuild& build, const std::vector<LayerPage>& pages) {
    std::string out = fmt::format("<div id=\"{}\" hidden aria-hidden=\"true\" data-content=\"#app\" "
                                  "data-announcement=\"Loading\">\n",
                                  build.rootId());
    const auto& sequence = build.sequence();
    for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
        const auto& layer = sequence.layers[i];
        if (layer.as<model::FirstScreenContent>() || layer.as<model::GroupContent>()) {
            continue;
        }
        const auto element =
            fmt::format("<div class=\"launch-layer{}{}\" data-layer=\"{}\">{}</div>",
                        layer.as<model::BackdropContent>() ? " launch-backdrop" : "",
                        standsInOpening(sequence, layer) ? " launch-opening" : "", i, pages[i].markup);
        out +=
            fmt::format("<!-- {} -->\n{}\n", commentText(layer.name),
                        layer.group.empty() ? element : "<div class=\"launch-outer\">" + element + "</div>");
    }
    return out + "</div>\n";
}

/// Without that part of each address, so that it is found beside the page.
std::string beside(std::string text, const std::string& folder) {
    for (auto at = text.find(folder); at != std::string::npos; at = text.find(folder, at)) {
        text.erase(at, folder.size());
    }
    return text;
}

/// A page that shows the launch over a made-up first screen, with the gates opening as they typically do. It
/// needs no server: everything but pictures stands in it.
std::string tryPage(const WebBuild& build, const std::vector<LayerPage>& pages, const WebScripts& scripts) {
    std::string gates;
    for (const auto& gate : build.sequence().gates) {
        if (!gate.optional) {
            gates += fmt::format("  setTimeout(() => launch.open({}), {});\n", scriptString(gate.id),
                                 gate.typical);
        }
    }
    const auto page = fmt::format(R"(<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
<title>{title}</title>
<style>
{style}body {{ margin: 0; font: 16px system-ui; background: Canvas; color: CanvasText; color-scheme: light dark; }}
main {{ padding: 3rem 1.5rem; }}
</style>
<script>
{stub}</script>
</head>
<body>
{body}<main id="app"><h1>{title}</h1><p>The first screen. Reload to see the launch again.</p></main>
<script>
{gates}</script>
<script type="module">
{script}</script>
</body>
</html>
)",
                                  fmt::arg("title", commentText(build.sequence().name)),
                                  fmt::arg("style", styleSheet(build, pages, false)),
                                  fmt::arg("stub", scripts.stub), fmt::arg("body", bodyMarkup(build, pages)),
                                  fmt::arg("gates", gates), fmt::arg("script", scripts.player));
    return beside(page, build.url(""));
}

/// A module's text as a part of another.
std::string withoutExports(std::string text) {
    for (auto at = text.find("\nexport "); at != std::string::npos; at = text.find("\nexport ", at)) {
        text.erase(at + 1, 7);
    }
    return text;
}

/// The sequence with all that plays it.
std::string playerScript(const WebBuild& build) {
    const auto& sequence = build.sequence();
    const bool isReadable = build.input.options.chosen.flag(kReadableScriptOption);
    const auto parts = playerNeeds(timingTree(build.plans), {});
    const auto used = [&](const char* file) { return withoutExports(onlyUsed(embedded::find(file), parts)); };
    const auto script = fmt::format("const title = {};\nconst name = {};\nconst says = [{}];\n\n{}\n",
                                    scriptString(sequence.name), scriptString(build.name),
                                    scriptMessages(sequence), scriptTiming(build.plans, "const timing")) +
                        used("launch-timing.js") + used("launch-player.js");
    return fmt::format("// The launch sequence “{}”: its data, its timing and what plays it. Written by "
                       "Scaena; yours without "
                       "conditions (0BSD).\n"
                       "// The next export replaces it for as long as you leave it unchanged.{}\n{}",
                       commentText(sequence.name), isReadable ? "" : " Its readable form: see INTEGRATE.md.",
                       isReadable ? script : smallScript(withShortNames(script)));
}

constexpr const char* kTypes =
    R"(// The types of the launch “{title}”. Written by Scaena; yours without conditions.

/** What the launch may wait for. */
export type Gate = {gates};

/** How it ended; interrupted: dismissed or skipped before that was decided. */
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message' | 'interrupted';

export interface Launch {{
  /** Tells that it has loaded: from the first script on, and again. */
  open(gate: Gate): void;
  /** Opens the gate when the promise is kept, and gives that promise back. If it is broken, or the signal aborted, the gate stays shut. */
  openWhen<T>(gate: Gate, promise: T | PromiseLike<T>, options?: {{ signal?: AbortSignal }}): Promise<T>;
  /** How it ends, as soon as that is decided. */
  readonly outcome: Promise<Outcome>;
  /** The same, when the first screen is shown. */
  readonly finished: Promise<Outcome>;
  /** Tells how it ends each time that is decided: after a message and a retry once more. */
  onOutcome(listener: (outcome: Outcome) => void): void;
  /** Gets one line of JSON when the launch is over: what happened, and when. */
  onRecord?: (line: string) => void;
  /** Ends it at once and shows the page. */
  dismiss(): void;
  /** The same, before it has begun: for deep links and tests. */
  skip(): void;
  /** After a message: what has not loaded gets its time once more. */
  retry(): void;
  /** There as soon as the launch plays. `seek` shows one moment and stays there: for pictures and tests. */
  readonly player?: {{ seek(ms: number, at?: {{ opened?: Partial<Record<Gate, number>>; openingEnd?: number }}): void }};
}}

declare global {{
  interface Window {{
    readonly launch: Launch;
  }}
  const launch: Launch;
}}
)";

}

void addPages(WebBuild& build, const std::vector<LayerPage>& pages, const WebScripts& scripts,
              const std::string& headLinks) {
    build.add(build.path("head.html"),
              fmt::format(
                  "<!-- For the head of your page, behind its charset and viewport, before everything else. "
                  "-->\n<script src=\"{}\"></script>\n<style>\n{}</style>\n"
                  "<link rel=\"modulepreload\" href=\"{}\">\n{}",
                  build.url("stub.js"), styleSheet(build, pages, true), build.url("launch.js"), headLinks));
    build.add(build.path("body.html"),
              fmt::format("<!-- For your page, right behind its opening body tag. -->\n{}"
                          "<link rel=\"stylesheet\" href=\"{}\">\n"
                          "<script type=\"module\" async src=\"{}\"></script>\n",
                          bodyMarkup(build, pages), build.url("launch.css"), build.url("launch.js")));
    build.add(build.path("try.html"), tryPage(build, pages, scripts));
}

WebScripts addScripts(WebBuild& build) {
    const auto& sequence = build.sequence();
    const auto gates = scriptGates(sequence);
    std::string types = gates;
    for (auto at = types.find("', '"); at != std::string::npos; at = types.find("', '", at)) {
        types.replace(at, 4, "' | '");
    }
    std::string stub(embedded::find("stub.js"));
    stub.replace(stub.find("@GATES@"), 7, gates);
    build.add(build.path("stub.js"), stub);
    build.add(build.path("launch.d.ts"),
              fmt::format(fmt::runtime(kTypes), fmt::arg("title", commentText(sequence.name)),
                          fmt::arg("gates", types.empty() ? "never" : types)));
    auto player = playerScript(build);
    build.add(build.path("launch.js"), player);
    return {std::move(stub), std::move(player)};
}

}
