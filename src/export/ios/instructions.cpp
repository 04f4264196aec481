// SPDX-License-Identifier: MIT
#include "export/common/names.h"
#include "export/ios/ios_parts.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

constexpr const char* kText = R"(# Putting the launch sequence into your app

The files need nothing but the platform, from iOS 13 on (the SwiftUI part from iOS 14 on), and Xcode 15 or later, in Swift 5 or
Swift 6 mode. All names lie in `{launch}` and are internal. Five steps are left to do by hand.

1. Drag the folder `Launch` into your Xcode project, into the app's target (newer projects take in the folder by themselves).
   This file and `Info-additions.plist` belong to no target.

2. In the target's `Info.plist`, set *Launch screen interface file base name* to `{board}` (see `Info-additions.plist`), and
   remove an entry *Launch Screen* if there is one.

3. For the icon, choose `{icon}` as *App Icon* in the target's settings (`{icon}AllSizes` with older versions of Xcode).

4. Attach it to the window, in the one way that is your app's.

   UIKit with scenes, in the scene delegate (if a main storyboard makes the window, leave out the two lines that make it):

        func scene(_ scene: UIScene, willConnectTo session: UISceneSession, options: UIScene.ConnectionOptions) {{
            guard let scene = scene as? UIWindowScene else {{ return }}
            let window = UIWindow(windowScene: scene)
            window.rootViewController = RootViewController()
            window.makeKeyAndVisible()
            self.window = window
            {launch}.attach(to: window) {{ [weak window] outcome in
                if outcome == .offline {{ window?.rootViewController = OfflineViewController() }}
            }}
        }}

   UIKit without scenes: the same three last lines in `application(_:didFinishLaunchingWithOptions:)`.

   SwiftUI:

        @main
        struct YourApp: App {{
            @State private var isOffline = false

            var body: some Scene {{
                WindowGroup {{
                    RootView(isOffline: isOffline)
                        .background({launch}.Overlay {{ outcome in isOffline = outcome == .offline }})
                }}
            }}
        }}

   Objective-C, through a Swift file of yours: `[AppLaunch attachTo:self.window];`

        @objc class AppLaunch: NSObject {{
            @MainActor @objc static func attach(to window: UIWindow) {{
                {launch}.attach(to: window) {{ outcome in
                    if outcome == .offline {{ window.rootViewController = OfflineViewController() }}
                }}
            }}
        }}

   The outcome is told once, as soon as it is decided: `complete`; `wentOn`, `offline` or `message` after a time-out;
   `interrupted` for a launch that was dismissed, skipped or whose window went before. `{launch}.outcome` keeps it, and
   `await {launch}.decided()` waits for it. `{launch}.whenOver {{ outcome in … }}`, behind `attach`, is called once
   when the show is over and the content can be used; `await {launch}.over()` waits for that.
{message}
5. Tell it what has loaded, wherever that is known:

{gates}
## What to know

- The show has a window of its own above yours, so that it covers what your app presents meanwhile. Yours is moved only in
  the hand-off. Until it is shown, nothing in it can be touched, typed into or read out.
- Turned, made dark, or in a second scene in the middle, it goes on where it stood; time in the background does not count.
- `{launch}.skip()` before `attach` leaves it out: for deep links and notifications. In tests of your interface:

        override func setUp() async throws {{
            await MainActor.run {{
                {launch}.reset()
                {launch}.skip()
            }}
        }}

  `{launch}.clock` can be replaced, and `reset()` makes everything as in a new process. A test of the launch itself:

        @MainActor
        func testLaunchIsCompleteOnceAllHasLoaded() async {{
            {launch}.reset()
            let window = UIWindow(frame: UIScreen.main.bounds)
            {launch}.attach(to: window)
{opens}            let outcome = await {launch}.decided()
            XCTAssertEqual(outcome, .complete)
        }}

- `{launch}.onRecord = {{ line in … }}` gets one line of JSON a launch: `launch`, `start`, `firstFrame`, `gates`, `outcome`,
  `shown`, `lateFrames`; times in ms after the start of the process. Instruments shows it under *Points of Interest*.
- With reduced motion asked for, the calm variant plays. VoiceOver speaks `loading` of the strings table `{launch}`, and what
  a message shows: put a `{launch}.strings` with your translations beside your other texts.
- For 120 frames a second on iPhones, set `CADisableMinimumFrameDurationOnPhone` in `Info.plist`.
- No interface is used that asks for a reason in a privacy manifest.
- In a Swift package of your own, make the folder a target; its pictures are then looked up in the app's bundle, so keep
  `{launch}.xcassets` and the storyboard in the app's target.
- The system keeps a picture of the launch storyboard. To see a change, delete the app from the device and install it again;
  if the old one still shows, restart the device.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)";

/// Lines of a test that opens every gate.
std::string openAll(const model::Sequence& sequence, const std::string& launch) {
    std::string text;
    for (const auto& gate : sequence.gates) {
        text += fmt::format("            {}.open(.{})\n", launch, swiftName(camelCase(gate.id)));
    }
    return text;
}

std::string gateSteps(const model::Sequence& sequence, const std::string& launch) {
    if (sequence.gates.empty()) {
        return "   The sequence waits for nothing.\n";
    }
    std::string text;
    for (const auto& gate : sequence.gates) {
        text += fmt::format("        {}.open(.{})\n", launch, swiftName(camelCase(gate.id)));
    }
    const auto first = swiftName(camelCase(sequence.gates.front().id));
    return text + fmt::format(R"(
   from any thread, before there is a window, again; what is open stays open. Or let it open a gate when work is done, or as
   soon as something is true:

        Task {{
            try await {0}.open(.{1}, whenDone: {{ try await load() }})
            await {0}.open(.{1}, whenTrue: isReady)
        }}

   Work that fails leaves the gate shut; its time-out decides.
)",
                              launch, first);
}

}

void addIosInstructions(ExportBuild& build, const IosNames& names) {
    const auto& sequence = build.sequence();
    const auto says = [](const auto& it) { return it.onTimeOut == model::TimeOutAction::Message; };
    const bool canSay = std::any_of(sequence.beats.begin(), sequence.beats.end(), says) ||
                        std::any_of(sequence.gates.begin(), sequence.gates.end(), says);
    const auto launch = names.launch();
    const auto message =
        canSay
            ? fmt::format("   After `message` the picture stays: load once more and call `{0}.retry()`, or "
                          "`{0}.dismiss()`.\n",
                          launch)
            : std::string();
    build.addForPeople(names.folder + "INTEGRATE.md",
                       fmt::format(kText, fmt::arg("launch", launch), fmt::arg("board", names.storyboard()),
                                   fmt::arg("icon", names.icon()), fmt::arg("message", message),
                                   fmt::arg("gates", gateSteps(sequence, launch)),
                                   fmt::arg("opens", openAll(sequence, launch))));
}

}
