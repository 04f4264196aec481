// SPDX-License-Identifier: MIT
#include "export/android/build.h"

#include "export/common/code_value.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

/// For apps whose whole interface is made with Compose.
void addComposeInstructions(AndroidBuild& build) {
    const auto& n = build.names;
    build.base.addForPeople("compose/" + n.objectName + "/COMPOSE.md",
                            fmt::format(R"(# The launch in an app made with Compose alone

1. Copy `LaunchCompose.kt` beside `LaunchPlayer.kt`, into the package `{code}`.

2. Do steps 1, 2, 4 and 5 of `INTEGRATE.md`.

3. In place of its step 3; `YourAppTheme` is the theme the manifest named before, or the platform's own
   `android.R.style.Theme_Material_Light_NoActionBar`:

```kotlin
import {code}.{object}
import {code}.Outcome
import {code}.rememberLaunchState

class MainActivity : ComponentActivity() {{
    override fun onCreate(savedInstanceState: Bundle?) {{
        setTheme(R.style.YourAppTheme)
        super.onCreate(savedInstanceState)
        enableEdgeToEdge()
        setContent {{ App() }}
        {object}.attach(this, savedInstanceState)
    }}
}}

@Composable
fun App() {{
    val outcome = rememberLaunchState({object})
    if (outcome.value == Outcome.OFFLINE) OfflineScreen() else FirstScreen()
}}
```

   `rememberLaunchState` is `null` until it is decided how the launch ends; while it plays, what `App` shows lies beneath it and
   cannot be reached.

4. With Navigation, the offline screen is a destination like others. Go there once, and leave the first one behind:

```kotlin
LaunchedEffect(outcome.value) {{
    if (outcome.value == Outcome.OFFLINE) controller.navigate("offline") {{ popUpTo(0) }}
}}
```

## What to know

- The launch reaches behind the system's bars by itself, on Android 15 and before; your own insets are as without it.
- Back, also the predictive one, does what it would without the launch. In a window of its own size the show is laid out in that.
- The system is told that the app is fully drawn when the first screen is shown. If you report it yourself, later calls count for nothing.
)",
                                        fmt::arg("code", n.codePackage), fmt::arg("object", n.objectName)));
}

}

void addInstructions(AndroidBuild& build) {
    addComposeInstructions(build);
    const auto& n = build.names;
    const auto& gateList = build.sequence().gates;
    std::string gates;
    for (const auto& gate : gateList) {
        gates += fmt::format("        {0}.open({0}.Gate.{1})\n", n.objectName, upperCase(gate.id));
    }
    if (gates.empty()) {
        gates = "        // The sequence waits for nothing.\n";
    } else {
        gates += fmt::format(
            "\n   from any thread, before there is a window, again; what is open stays open. Or let it "
            "open a gate when work is done:\n\n        scope.launch {{ {0}.openWhenDone({0}.Gate.{1}) "
            "{{ load() }} }}\n\n   or while something is true: `isReady.first {{ it }}; "
            "{0}.open(…)`. Work that fails leaves the gate shut; its time-out decides.\n",
            n.objectName, upperCase(gateList.front().id));
    }
    const auto opens =
        gateList.empty()
            ? std::string()
            : fmt::format("            {0}.Gate.values().forEach {{ {0}.open(it) }}\n", n.objectName);
    const auto says = [](const auto& it) { return it.onTimeOut == model::TimeOutAction::Message; };
    const auto& beats = build.sequence().beats;
    const bool canSay =
        std::any_of(beats.begin(), beats.end(), says) || std::any_of(gateList.begin(), gateList.end(), says);
    const auto message =
        canSay
            ? fmt::format("   After `MESSAGE` the picture stays: load once more and call `{0}.retry()`, or "
                          "`{0}.dismiss()`.\n",
                          n.objectName)
            : std::string();
    std::string text = fmt::format(R"(# Putting the launch sequence into your app

The files lie as they belong below a module's `src/main`. They need nothing but the platform, from Android 6 (API 23) on,
and Kotlin 1.3 or later. Everything is internal, in the package `{code}`. Five steps are left to do by hand.

1. If the package of your `R` (the module's `namespace`) is not `{package}`, export again with your own (`--package`).

2. In `AndroidManifest.xml`, give the launcher activity the launch theme:

        <activity android:name=".MainActivity" android:theme="@style/{style}" … >

3. In that activity, go back to your own theme, and attach the sequence behind `setContentView` or Compose's `setContent`:

        import {code}.{object}
        import {code}.Outcome

        override fun onCreate(savedInstanceState: Bundle?) {{
            setTheme(R.style.YourAppTheme)
            super.onCreate(savedInstanceState)
            setContentView(R.layout.main)
            {object}.attach(this, savedInstanceState) {{ outcome ->
                if (outcome == Outcome.OFFLINE) showOfflineScreen()
            }}
        }}

   `outcome` is told once, as soon as it is decided: `COMPLETE`; `WENT_ON`, `OFFLINE` or `MESSAGE` after a time-out;
   `INTERRUPTED` for a launch that was dismissed, skipped or destroyed before. `{object}.whenOver {{ … }}`, behind `attach`, is
   called once when the show is over and the first screen can be used. `{object}.outcome` keeps the outcome: an activity
   that is made anew afterwards asks there.
{message}   With Compose, `compose/{object}/LaunchCompose.kt` gives the outcome as state; the steps are in `COMPOSE.md` beside it.

4. Tell it what has loaded, wherever that is known:

{gates}
5. For the icon, set `android:icon="@mipmap/{icon}"` and `android:roundIcon="@mipmap/{icon}_round"` on the application.

## What to know

- The sequence is drawn over your first activity, not in one of its own: Back never returns to it. Turned, made dark or
  re-created in the middle it goes on where it stood; time in the background does not count.
- `{object}.skip()` before `attach` leaves it out: for deep links and notifications. In tests of your interface:

        @Before fun noLaunch() = {object}.run {{ reset(); skip() }}

  `{object}.clock` can be replaced, and `reset()` makes everything as in a new process. A test of the launch itself, in
  which `startMainActivity()` stands for what your tests do:

        @Test fun launchIsCompleteOnceAllHasLoaded() {{
            {object}.reset()
            val told = LinkedBlockingQueue<Outcome>()
            val stop = {object}.listen {{ told.add(it) }}
            startMainActivity()
{opens}            assertEquals(Outcome.COMPLETE, told.poll(20, TimeUnit.SECONDS))
            stop()
        }}

- `{object}.onRecord = {{ line -> … }}` gets one line of JSON a launch: `launch`, `start`, `firstFrame`, `gates`, `outcome`,
  `shown`, `lateFrames`; times in ms after the start of the process.
- With animations switched off on the device, the calm variant plays. Its animator scale is honoured.
- Screen readers speak `@string/{loading}`, and what a message shows: translate them as your other texts.
- Opened by a notification or another app, Android 13 and later show the colour alone, and from then on the launch. For
  the icon there, too, export with *Icon on every start* (`--icon-always`); your app compiles with API 33 or later then.
- If your app uses the compatibility library for launch pictures already, keep its theme on the activity and leave out
  steps 2 and `setTheme`: the library then shows the static frame, and the player takes over from its first draw. Do not
  set that library's keep-on-screen condition as well; it would hold the player's first frame back.
- To see a change, install and start the app from the launcher. A start from the IDE may skip the system's picture.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)",
                                   fmt::arg("package", n.packageName), fmt::arg("style", n.styleName),
                                   fmt::arg("code", n.codePackage), fmt::arg("object", n.objectName),
                                   fmt::arg("gates", gates), fmt::arg("opens", opens),
                                   fmt::arg("icon", n.resource("launcher")),
                                   fmt::arg("loading", n.resource("loading")), fmt::arg("message", message));
    build.base.addForPeople(build.root + "INTEGRATE.md", std::move(text));
}

}
