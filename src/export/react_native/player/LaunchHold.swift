// Part of your app: written by Scaena, yours without conditions (0BSD). The next export replaces it for as long as you
// leave it unchanged.
import UIKit

/// Keeps the launch storyboard's picture over the window until the script's first frame stands.
/// Call `LaunchHold.keep(over: window, storyboard: …)` in the app delegate, behind what starts React Native.
@objc(LaunchHold)
final class LaunchHold: NSObject {
    @MainActor private static weak var picture: UIView?
    @MainActor private static var isReleased = false

    @objc(keepOver:storyboard:)
    @MainActor static func keep(over window: UIWindow?, storyboard: String) {
        guard let window, !isReleased else { return }
        let board = UIStoryboard(name: storyboard, bundle: nil)
        guard let view = board.instantiateInitialViewController()?.view else { return }
        view.frame = window.bounds
        view.autoresizingMask = [.flexibleWidth, .flexibleHeight]
        window.addSubview(view)
        picture = view
        // If the script never comes, the app is shown all the same.
        DispatchQueue.main.asyncAfter(deadline: .now() + 4) { MainActor.assumeIsolated { letGo() } }
    }

    @MainActor private static func letGo() {
        isReleased = true
        picture?.removeFromSuperview()
    }

    @objc static func requiresMainQueueSetup() -> Bool { false }

    /// Whether the app has never run before.
    @objc func constantsToExport() -> [AnyHashable: Any] {
        let store = FileManager.default.urls(for: .applicationSupportDirectory, in: .userDomainMask)[0]
        let marker = store.appendingPathComponent("launch-ran")
        let isFirst = !FileManager.default.fileExists(atPath: marker.path)
        try? FileManager.default.createDirectory(at: store, withIntermediateDirectories: true)
        try? Data().write(to: marker)
        return ["first": isFirst]
    }

    @objc func release_() {
        DispatchQueue.main.async { MainActor.assumeIsolated { LaunchHold.letGo() } }
    }
}
