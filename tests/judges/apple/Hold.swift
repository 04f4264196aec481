// Plays the hold of a React Native export in the stand-in: over the app's first window, until the script lets it go, four seconds
// at most. `hold script` or `hold patience`. How it comes here: tests/export/react_native_apps_test.cpp.
import Foundation

@main
@MainActor
struct Hold {
    static let board = UIView(frame: .zero)

    static func must(_ holds: Bool, _ what: String) {
        if !holds {
            print("not so: \(what)")
            exit(1)
        }
    }

    static func seen(_ window: UIWindow) {
        LaunchHold.windowIsSeen(Notification(name: Notification.Name("seen"), object: window))
    }

    static func pass(_ seconds: Double) { RunLoop.main.run(until: Date(timeIntervalSinceNow: seconds)) }

    static func main() {
        StandIn.storyboards["SomeLaunch"] = {
            let controller = UIViewController()
            controller.view = board
            return controller
        }
        let alert = UIWindow(frame: CGRect(x: 0, y: 0, width: 100, height: 100))
        alert.windowLevel = .alert
        seen(alert)
        must(alert.subviews.isEmpty, "a window above the app's has none")
        let window = UIWindow(frame: CGRect(x: 0, y: 0, width: 390, height: 844))
        window.rootViewController = UIViewController()
        seen(window)
        must(window.subviews.last === board, "the picture lies over the app's first window")
        must(board.frame == window.bounds, "it fills it")
        let second = UIWindow(frame: window.frame)
        if CommandLine.arguments.last == "patience" {
            pass(3.5)
            must(board.superview === window, "it stays while the script has not come")
            pass(1)
            must(board.superview == nil, "it goes after four seconds")
        } else {
            Thread { LaunchHold().release_() }.start() // React Native calls it on a thread of its own
            pass(0.3)
            must(board.superview == nil, "it goes when the script lets it")
            seen(second)
            must(second.subviews.isEmpty, "a window that comes afterwards has none")
            let first = LaunchHold().constantsToExport()["first"] as? Bool
            let next = LaunchHold().constantsToExport()["first"] as? Bool
            must(first != nil && next == false, "a first start is told once")
        }
        print("held")
    }
}
