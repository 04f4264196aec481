// SPDX-License-Identifier: MIT
#include "core/schedule/evaluate.h"
#include "export/common/names.h"
#include "export/common/script_data.h"
#include "export/common/used_parts.h"
#include "export/web/web_build.h"

#include "embedded_players.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

/// The launch as markup: one element a layer, from back to front. Screen readers pass over it.
std::string bodyMarkup(WebBuild& build) {
    std::string out = fmt::format("<div id=\"{}\" aria-hidden=\"true\">\n", build.rootId());
    const auto& opening = build.sequence().opening.layers;
    for (std::size_t i = 0; i < build.sequence().layers.size(); ++i) {
        const auto& layer = build.sequence().layers[i];
        if (layer.as<model::FirstScreenContent>() || layer.as<model::GroupContent>()) {
            continue;
        }
        const bool shown = std::find(opening.begin(), opening.end(), layer.id) != opening.end() &&
                           schedule::canBeStatic(layer.kind());
        out +=
            fmt::format("<!-- {} -->\n<div class=\"launch-layer{}{}\" data-layer=\"{}\">{}</div>\n",
                        commentText(layer.name), layer.as<model::BackdropContent>() ? " launch-backdrop" : "",
                        shown ? " launch-opening" : "", i, layerMarkup(build, i));
    }
    return out + "</div>\n";
}

/// Stands for the player until that has loaded, so that the app's scripts can say from their first line on
/// what has loaded, whichever of them comes first. It hands on what it was told, and everything after that.
constexpr const char* kStandIn = R"(<script>
  window.launch = (() => {
    const told = [];
    let player, started;
    const finished = new Promise((done) => (started = done));
    const say = (call) =>
      player ? call(player) : new Promise((done) => told.push((it) => done(Promise.resolve(it).then(call))));
    return {
      finished,
      open: (gate) => say((it) => it.open(gate)),
      openWhen: (gate, promise) => {
        if (player) return player.openWhen(gate, promise);
        const loaded = Promise.resolve(promise);
        loaded.then(() => say((it) => it.open(gate)), () => {});
        return loaded;
      },
      dismiss: () => say((it) => it.dismiss()),
      seek: (...moment) => say((it) => it.seek(...moment)),
      begin(it) {
        if (!it) return;
        player = it;
        for (const call of told) call(it);
        started(it.finished);
      },
    };
  })();
</script>
)";

std::string startScript(const WebBuild& build, const std::string& content) {
    return fmt::format("<script type=\"module\" async>\n"
                       "  import {{ play }} from './launch/{}.js';\n"
                       "  window.launch.begin(play({{ content: '{}' }}));\n"
                       "</script>\n"
                       "<noscript><style>#{} {{ display: none }}</style></noscript>\n",
                       build.name, content, build.rootId());
}

/// A page that shows the launch over a made-up first screen, with the gates opening as they typically do.
std::string tryPage(const WebBuild& build, const std::string& head, const std::string& body) {
    std::string gates;
    for (const auto& gate : build.sequence().gates) {
        if (!gate.optional) {
            gates += fmt::format("      setTimeout(() => launch.open({}), {});\n", scriptString(gate.id),
                                 gate.typical);
        }
    }
    return fmt::format(R"(<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
    <title>{title}</title>
    <base href="../">
{head}    <style>
      body {{ margin: 0; font: 16px system-ui; background: Canvas; color: CanvasText; color-scheme: light dark; }}
      main {{ padding: 3rem 1.5rem; }}
    </style>
  </head>
  <body>
{body}    <main id="app"><h1>{title}</h1><p>The first screen. Reload to see the launch again.</p></main>
    <script type="module">
      import {{ play }} from './launch/{name}.js';
      window.launch.begin(play({{ content: '#app' }}));
{gates}    </script>
  </body>
</html>
)",
                       fmt::arg("title", commentText(build.sequence().name)), fmt::arg("head", head),
                       fmt::arg("body", body), fmt::arg("name", build.name), fmt::arg("gates", gates));
}

}

void addPages(WebBuild& build, const std::string& headLinks) {
    const auto head = fmt::format("<link rel=\"stylesheet\" href=\"launch/{0}.css\">\n"
                                  "<link rel=\"modulepreload\" href=\"launch/{0}.js\">\n"
                                  "<link rel=\"modulepreload\" href=\"launch/launch-player.js\">\n"
                                  "<link rel=\"modulepreload\" href=\"launch/launch-timing.js\">\n{1}",
                                  build.name, headLinks);
    const auto body = bodyMarkup(build);
    build.add("launch/head.html",
              "<!-- For the head of your page, before everything else. -->\n" + std::string(kStandIn) + head);
    build.add("launch/body.html", "<!-- For your page, right behind its opening body tag. -->\n" + body +
                                      startScript(build, "#app"));
    build.add("launch/try.html", tryPage(build, kStandIn + head, body));
}

void addScripts(WebBuild& build) {
    std::string out =
        fmt::format("// The launch sequence “{}” as data, written by Scaena; yours without conditions.\n"
                    "// The next export replaces it for as long as you leave it unchanged.\n"
                    "import {{ LaunchPlayer }} from './launch-player.js';\n\n",
                    commentText(build.sequence().name));
    out += "/** What the launch may wait for: tell it with open(gate) or openWhen(gate, promise). */\n"
           "export const gates = [" +
           scriptGates(build.sequence()) + "];\n\nexport const timing = " + scriptTiming(build.plans) +
           ";\n\n";
    out += fmt::format("/** Starts the launch; see LaunchPlayer for the options. */\n"
                       "export function play(options) {{\n"
                       "  return new LaunchPlayer(document.getElementById('{}'), timing, options);\n}}\n",
                       build.rootId());
    build.add(fmt::format("launch/{}.js", build.name), out);
    for (const char* player : {"launch-timing.js", "launch-player.js"}) {
        build.add(std::string("launch/") + player, wholePlayer(embedded::find(player), kScriptVariables));
    }
}

}
