// SPDX-License-Identifier: MIT
#include "export/common/gate_steps.h"
#include "export/common/names.h"
#include "export/react_native/react_native_build.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

constexpr const char* kReactNativeSteps = R"(# Putting the launch sequence into your app

The files lie as they belong below the folder of `package.json` (without native folders: see step 3). They need nothing but React Native itself (0.72 or later, with
the old architecture or the new one).

## Steps

1. Android, `android/app/src/main/AndroidManifest.xml`: the launch theme for the activity, and the icon for the application:

```xml
<application android:icon="@mipmap/{icon}" android:roundIcon="@mipmap/{icon}_round">
<activity android:name=".MainActivity" android:theme="@style/{style}">
```

2. Android, `MainActivity.kt`: your app's own theme comes back before anything else, and the first frame is held:

```kotlin
override fun onCreate(savedInstanceState: android.os.Bundle?) {{
  setTheme(R.style.AppTheme)
  super.onCreate(savedInstanceState)
  {hold}.LaunchHold.keep(this)
}}
```

   and `MainApplication.kt`, behind `PackageList(this).packages.apply {{`:

```kotlin
add({hold}.LaunchHoldPackage())
```

   If your app's package is another than `{package}`, export again with yours.

3. iOS: in Xcode, drag the folder `ios/Launch` into the project, and set *Launch screen interface file base name* to `{board}`. For
   the icon, choose `{iosIcon}` as *App Icon*. There is nothing to call: `LaunchHold.m` sees the app's first window.

   In a project whose native folders are made from `app.json`, a config plugin does steps 1 to 3 at every `prebuild`: keep this export in a
   folder of its own beside `package.json`, say `opening`, from where the paths below begin, and name the plugin in `app.json`:

```json
{{ "expo": {{ "plugins": ["./opening/{folder}plugin"] }} }}
```

4. Around your root component:

```tsx
import {{ LaunchSequence }} from './{folder}LaunchPlayer';
import {{ {launch} }} from './{folder}launch';

export default function App() {{
  return (
    <LaunchSequence launch={{{launch}}}>
      <FirstScreen />
    </LaunchSequence>
  );
}}
```

5. Tell it what has loaded, from anywhere:

```ts
{gates}```

6. Ask how it ended: as soon as that is decided, and when your first screen is shown:

```ts
{launch}.onOutcome((how) => console.log(how)); // complete, wentOn, offline, message or interrupted
{launch}.finished.then(() => console.log('the first screen is shown'));
```

   After `message` the picture stays until you call `{launch}.retry()` or `{launch}.dismiss()`.

## A test of your gates

```tsx
beforeEach(() => {launch}.reset());

test('the launch ends when all has loaded', async () => {{
{opens}  render(<App />); // opened before, however slow the machine is
  expect(await {launch}.finished).toBe('complete');
}}, 20000); // a launch takes its time

test('without it the screen is there at once', async () => {{
  {launch}.skip();
  render(<App />);
  expect(await {launch}.finished).toBe('interrupted');
}});
```

## What to know

- React Native draws no vectors without a further library: art and text are pictures in three densities, by day and by night; where
  the preview draws outlines, a wipe stands in (the preview for this target shows that, too).
- Layers that hang on the safe area need to know it: `<LaunchSequence insets={{{{ top: 47, bottom: 34 }}}}>`, as your app's own library says.
- All that moves runs in the native animation engine. When a gate opens, only what depends on it hangs on other keys.
- The native picture stays until the first pictures of ours are read, four seconds at most; every end lets it go.
- The launch belongs to the process: turned, taken down and shown again it goes on where it stood. Time in the background does not count.
- With reduced motion asked for, the calm variant plays. Until it is shown, your first screen cannot be reached by touch or screen
  reader; a launch of more than five seconds is announced (`announcement`), a message is read out.
- `{launch}.onRecord = (line) => …` gets one line of JSON a launch; `{launch}.start = 'first'` if you know better than the native part.
- To see a change of the native parts, build anew; iOS keeps its old picture until the app is deleted from the device.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)";

}

void addReactNativeInstructions(ExportBuild& build, const ReactNativeNames& names,
                                const AndroidNames& android, const IosNames& ios) {
    const GateWords words{
        names.launch, "promise", [](const model::Gate& it) { return scriptString(it.id); },
        [](const model::Gate& it) { return fmt::format("fetch('https://example.com/{}')", it.id); }};
    build.addForPeople(
        names.folder + "INTEGRATE.md",
        fmt::format(fmt::runtime(kReactNativeSteps), fmt::arg("style", android.styleName),
                    fmt::arg("icon", android.resource("launcher")), fmt::arg("package", android.packageName),
                    fmt::arg("hold", names.holdPackage), fmt::arg("board", ios.storyboard()),
                    fmt::arg("iosIcon", ios.icon()), fmt::arg("folder", names.folder),
                    fmt::arg("launch", names.launch), fmt::arg("gates", gateSteps(build.sequence(), words)),
                    fmt::arg("opens", openEachGate(build.sequence(), words))));
}

}
