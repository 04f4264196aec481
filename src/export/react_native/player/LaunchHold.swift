// Part of your app: written by Scaena, yours without conditions (0BSD). The next export replaces it for as long as you
// leave it unchanged.
import UIKit

/// Keeps the launch storyboard's picture over the window until the script's first frame stands.
/// Call `LaunchHold.keep(over: window, storyboard: …)` in the app delegate, behind `makeKeyAndVisible`.
@objc(LaunchHold)
final class LaunchHold: NSObject {
    private static weak var picture: UIView?
    private static var released = false

    @objc static func keep(over window: UIWindow, storyboard: String) {
        if released { return }
        let board = UIStoryboard(name: storyboard, bundle: nil)
        guard let view = board.instantiateInitialViewController()?.view else { return }
        view.frame = window.bounds
        view.autoresizingMask = [.flexibleWidth, .flexibleHeight]
        window.addSubview(view)
        picture = view
        // If the script never comes, the app is shown all the same.
        DispatchQueue.main.asyncAfter(deadline: .now() + 10) { picture?.removeFromSuperview() }
    }

    @objc static func requiresMainQueueSetup() -> Bool { true }

    @objc func release_() {
        DispatchQueue.main.async {
            LaunchHold.released = true
            LaunchHold.picture?.removeFromSuperview()
        }
    }
}
