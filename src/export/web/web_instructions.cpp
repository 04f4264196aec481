// SPDX-License-Identifier: MIT
#include "export/common/names.h"
#include "export/web/web_build.h"

#include <fmt/format.h>

namespace scaena::exporting {

void addWebInstructions(WebBuild& build) {
    std::string gates;
    for (const auto& gate : build.sequence().gates) {
        gates += fmt::format("        launch.openWhen({0}, load());   // or launch.open({0})\n",
                             scriptString(gate.id));
    }
    if (gates.empty()) {
        gates = "        // The sequence waits for nothing.\n";
    }
    build.addForPeople("launch/INTEGRATE.md", fmt::format(R"(# Putting the launch sequence into your page

All files lie in `launch/`, which is served beside your page (a build tool's `public/` folder is the usual place). They need
nothing but the browser: any that knows `inert` and module scripts (all since 2023). Open `launch/try.html` from a local
server to see the launch alone.

1. Put the lines of `launch/head.html` into your page's head, before everything else.

2. Put `launch/body.html` right behind the opening body tag. It paints the opening before any script runs, then plays. The
   last lines start it; change `#app` there if your first screen lies in another element.

3. Tell it what has loaded, from anywhere in your scripts:

{gates}
`await launch.finished` tells how it ended: `complete`, or `wentOn`, `offline`, `message` after a time-out. After `message`
the picture stays until you call `launch.dismiss()`.

## What to know

- If you have a web manifest already, keep yours: take over `background_color`, `theme_color` and `icons` from
  `launch/manifest.webmanifest`, and leave that link out of your page's head.
- The launch is worked out by your page, and played by the browser's own Web Animations: it runs on while your scripts
  are being read.
- With reduced motion asked for, the calm variant plays. Light and dark follow the system.
- Until the first screen is shown, its element is `inert`: nobody gets into it by keyboard or screen reader. After five
  seconds a short status is announced (`play({{ announcement: '…' }})`).
- A reload within the same tab counts as a warm start; a page that comes back from the browser's own cache plays nothing.
- If your pages have a content security policy, it has to allow `style-src 'unsafe-inline'` for the style attributes of
  the markup, or move them into your style sheet.
- To see a change, reload without the cache; an installed app may keep its old startup images until it is installed anew.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)",
                                                          fmt::arg("gates", gates)));
}

}
