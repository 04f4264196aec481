// SPDX-License-Identifier: MIT
#include "export/android/build.h"

#include <fmt/format.h>

namespace scaena::exporting {

void addInstructions(AndroidBuild& build) {
    const auto& n = build.names;
    std::string gates;
    for (const auto& gate : build.sequence().gates) {
        gates +=
            fmt::format("        launch.open(\"{}\")   // when it has loaded, from any thread\n", gate.id);
    }
    if (gates.empty()) {
        gates = "        // The sequence waits for nothing.\n";
    }
    std::string text = fmt::format(R"(# Putting the launch sequence into your app

The files lie as they belong below a module's `src/main`. They need nothing but the platform, from Android 6 (API 23) on,
and Kotlin 1.3 or later. Five steps are left to do by hand.

1. If your app's package is not `{package}`, export again with your own (`--package`), so that the code finds `R`.

2. In `AndroidManifest.xml`, give the launcher activity the launch theme:

        <activity android:name=".MainActivity" android:theme="@style/{style}" … >

3. In that activity, go back to your own theme, and attach the sequence behind `setContentView`:

        import {code}.{object}
        import {code}.LaunchPlayer

        override fun onCreate(savedInstanceState: Bundle?) {{
            setTheme(R.style.YourAppTheme)
            super.onCreate(savedInstanceState)
            setContentView(R.layout.main)
            val launch = LaunchPlayer.attach(this, savedInstanceState, {object}.data)
            // keep `launch` where your loading code can reach it
        }}

   With Jetpack Compose, copy `compose/LaunchCompose.kt` beside `LaunchPlayer.kt`, and wrap your content instead:

        LaunchSequence({object}.data, begin = {{ launch -> … }}) {{ YourScreen() }}

4. Tell it what has loaded:

{gates}
   or open a gate when a suspending function has done its work: `loadFeed(); launch.open("…")` in any coroutine.

`launch.onEnd` tells how it ended: `COMPLETE`, or `WENT_ON`, `OFFLINE`, `MESSAGE` after a time-out. After `MESSAGE` the
picture stays until you call `launch.dismiss()`.

5. For the icon, set `android:icon="@mipmap/{icon}"` and `android:roundIcon="@mipmap/{icon}_round"` on the application.

## What to know

- The sequence is drawn over your first activity, not in one of its own: Back never returns to it, and it does not play
  again when the activity is only re-created.
- With animations switched off on the device, the calm variant plays. Its animator scale is honoured.
- If your app uses the compatibility library for launch pictures already, keep its theme on the activity and leave out
  steps 2 and `setTheme`: the library then shows the static frame, and the player takes over from its first draw. Do not
  set that library's keep-on-screen condition as well; it would hold the player's first frame back.
- To see a change, install and start the app from the launcher. A start from the IDE may skip the system's picture.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)",
                                   fmt::arg("package", n.packageName), fmt::arg("style", n.styleName),
                                   fmt::arg("code", n.codePackage), fmt::arg("object", n.objectName),
                                   fmt::arg("gates", gates), fmt::arg("icon", n.resource("launcher")));
    build.base.addForPeople(build.root + "INTEGRATE.md", std::move(text));
}

}
