// Part of your app: written by Scaena, yours without conditions (0BSD). The next export replaces it for as long as you
// leave it unchanged.
import UIKit

/// Keeps the launch storyboard's picture over the app's first window until the script's first frame stands, four seconds
/// at most. Nothing has to call it: `LaunchHold.m` tells it of the window, whatever kind of delegate makes that.
@objc(LaunchHold)
final class LaunchHold: NSObject {
    @MainActor private static weak var picture: UIView?
    @MainActor private static var isReleased = false

    @objc(windowIsSeen:)
    @MainActor static func windowIsSeen(_ note: Notification) {
        guard let window = note.object as? UIWindow, window.windowLevel == .normal else { return }
        NotificationCenter.default.removeObserver(LaunchHold.self)
        guard !isReleased, let name = Bundle.main.object(forInfoDictionaryKey: "UILaunchStoryboardName") as? String
        else { return }
        let board = UIStoryboard(name: name, bundle: nil)
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
