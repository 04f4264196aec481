// SPDX-License-Identifier: MIT
#include "core/base/base64.h"
#include "core/base/hash.h"
#include "export/common/gate_steps.h"
#include "export/common/names.h"
#include "export/web/web_build.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

constexpr const char* kWebSteps = R"(# Putting the launch sequence into your web app

Everything lies in `{folder}`, which your site serves as it is, at `{url}`: in the folder `public/` of Vite and Next.js,
`static/` of SvelteKit, beside the page of a plain site. It needs nothing but the browser (all since 2023). Open
`{folder}try.html`, from the disk if you like, to see the launch alone.

## Steps

1. Put the lines of `head.html` into your page's head: behind `<meta charset>` and the viewport, before everything else. The
   viewport reaches under the system's bars:

```html
<meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
```

2. Put the lines of `body.html` right behind the opening body tag. `data-content` there tells which element your first screen
   is (`#app`), `data-announcement` what is read out when the launch takes long.

3. Tell it what has loaded, from anywhere in your scripts, the first line on:

```js
{gates}```

4. Ask how it ended. `outcome` comes as soon as that is decided, `finished` when your first screen is shown:

```js
launch.outcome.then((how) => console.log(how)); // complete, wentOn, offline, message or interrupted
launch.finished.then(() => console.log('the first screen is shown'));
```

   After `message` the picture stays until you call `launch.retry()` or `launch.dismiss()`; `launch.onOutcome` tells both times.

5. In TypeScript, make the types known, in any file of yours that is compiled (with the way to where the folder lies):

```ts
import type {{ Gate, Outcome }} from '{types}';
```

## Where the page is

- **Vite** (React, Vue, Svelte): `index.html`. Let `data-content` name the element your app mounts into, `#root` or `#app`.
- **SvelteKit**: `src/app.html`; the folder lies in `static/`.
- **Next.js**: `app/layout.tsx` puts both into the page, ahead of its children; manifest and colours belong into `metadata`:

```tsx
import {{ readFileSync }} from 'node:fs';

const read = (file: string) => readFileSync(`public/{path}${{file}}`, 'utf8');
const launch = {{ __html: read('head.html') + read('body.html').replace('#app', '#first') }};

export default function Layout({{ children }}: {{ children: React.ReactNode }}) {{
  return (
    <html lang="en">
      <body>
        <div suppressHydrationWarning dangerouslySetInnerHTML={{launch}} />
        <div id="first">{{children}}</div>
      </body>
    </html>
  );
}}
```

## A test of your gates

With Playwright, or whatever drives your page:

```js
test('the launch ends when all has loaded', async ({{ page }}) => {{
  await page.goto('/');
  expect(await page.evaluate(() => launch.finished)).toBe('complete');
}});

test('without it the page is there at once', async ({{ page }}) => {{
  await page.addInitScript(() => addEventListener('DOMContentLoaded', () => launch.skip()));
  await page.goto('/');
  expect(await page.evaluate(() => launch.finished)).toBe('interrupted');
}});
```

## What to know

- A content security policy needs `script-src 'self'` and `style-src 'self'`. The styles in `head.html` only make the first paint
  quicker; if your policy forbids them, allow them by `'sha256-{hash}'` or leave them out.
- If you have a web manifest already, keep yours: take over `background_color`, `theme_color` and `icons`, and leave that link out.
- Until the first screen is shown, all that lies beneath is `inert`: nobody gets into it by touch, keyboard or screen reader. What
  is `autofocus` has the focus afterwards.
- With reduced motion asked for, the calm variant plays. Light and dark follow the system; if your app has a switch of its own, set
  `document.documentElement.dataset.launchTheme = 'dark'` (or `'light'`) before the body.
- Time in the background does not count, and a page that is loaded ahead begins when it is seen. A reload within the same tab
  counts as a warm start; a page that comes back from the browser's own cache plays nothing.
- If scripts fail or are blocked, the style sheet uncovers the page by itself after the longest the launch can last.
- `launch.onRecord = (line) => …` gets one line of JSON a launch, and the browser's performance marks tell first frame and outcome.
- `launch.js` is written small. *Readable script* in Scaena's Export room, or `--readable-script`, writes it with comments and
  indentation, for a review.
- To see a change, reload without the cache; an installed app may keep its old startup images until it is installed anew.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)";

/// As content security policies name it.
std::string hashOf(std::string_view text) {
    const auto hex = sha256(text);
    std::string bytes;
    for (std::size_t i = 0; i + 1 < hex.size(); i += 2) {
        bytes += static_cast<char>(std::stoi(hex.substr(i, 2), nullptr, 16));
    }
    return base64(bytes);
}

}

void addWebInstructions(WebBuild& build, const std::string& openingStyle) {
    const GateWords words{"launch", "promise", [](const model::Gate& it) { return scriptString(it.id); },
                          [](const model::Gate& it) { return fmt::format("fetch('/{}')", it.id); }};
    const auto folder = build.path("");
    build.addForPeople(build.path("INTEGRATE.md"),
                       fmt::format(fmt::runtime(kWebSteps), fmt::arg("folder", folder),
                                   fmt::arg("path", folder), fmt::arg("url", build.url("")),
                                   fmt::arg("gates", gateSteps(build.sequence(), words)),
                                   fmt::arg("types", "../public/" + folder + "launch"),
                                   fmt::arg("hash", hashOf(openingStyle))));
}

}
