// Plays exported launches in the stand-in: its windows, layers, display links and drawing. Each line of cases.jsonl is a case; what
// was seen, told and left over goes to FOLDER/seen/NAME.json. The clock stands still but for the test, so that a picture is exact to
// the millisecond. How the cases are made: tests/export/apple_play_test.cpp. `launches` is written beside it.
import Foundation

/// One exported launch, whatever its name.
struct Exported {
    let attach: @MainActor (UIWindow, @escaping (String) -> Void) -> Void
    let open: @Sendable (Int) -> Void
    let call: @MainActor (String) -> Void
    let tick: @MainActor (Any) -> Void
    let record: @MainActor (@escaping (String) -> Void) -> Void
    let whenOver: @MainActor (@escaping (String) -> Void) -> Void
    let over: @MainActor () async -> String
}

@MainActor
final class Play {
    private let it: [String: Any]
    private let launch: Exported
    private var seen: [String: Any] = [:]
    private var told: [String] = []
    private var over: [String] = []
    private var awaited: [String] = []
    private var records: [String] = []
    private var shots: [[String: Any]] = []
    private var scenes: [UIWindowScene] = []
    private var app: UIWindow!
    private let button = UIView(frame: CGRect(x: 0, y: 0, width: 300, height: 100))
    private var gone: [() -> AnyObject?] = []
    private var now = 0.0
    /// The main thread is kept until then: nothing of the app runs, and Core Animation goes on alone.
    private var keptUntil = 0.0

    init(_ it: [String: Any]) {
        self.it = it
        launch = launches[it["sequence"] as! String]!
    }

    private func number(_ key: String) -> Double { (it[key] as? NSNumber)?.doubleValue ?? 0 }
    private func flag(_ key: String) -> Bool { (it[key] as? NSNumber)?.boolValue ?? false }
    private var first: Double { number("first") }

    func run(_ folder: String) {
        launch.call("reset")
        StandIn.catalogue = it["catalogue"] as! String
        StandIn.dark = flag("dark")
        StandIn.calm = flag("calm")
        StandIn.scale = 2
        StandIn.announced = []
        let insets = it["insets"] as! [NSNumber]
        StandIn.insets = (insets[1].doubleValue, insets[0].doubleValue, insets[3].doubleValue, insets[2].doubleValue)
        StandIn.calls["tick"] = { stage in MainActor.assumeIsolated { self.launch.tick(stage) } }
        launch.record { self.records.append($0) }
        launch.whenOver { self.over.append($0) }
        Task { self.awaited.append(await launch.over()) }
        isRan(it["ran"] as? Bool ?? true)
        play()
        launch.call("reset")
        let bytes = try! JSONSerialization.data(withJSONObject: seen)
        try! bytes.write(to: URL(fileURLWithPath: "\(folder)/seen/\(it["name"]!).json"))
    }

    /// Whether the app was ever started before: it leaves a mark of its own.
    private func isRan(_ ran: Bool) {
        let folder = FileManager.default.urls(for: .applicationSupportDirectory, in: .userDomainMask)[0]
        try? FileManager.default.removeItem(at: folder)
        if !ran { return }
        try! FileManager.default.createDirectory(at: folder, withIntermediateDirectories: true)
        FileManager.default.createFile(atPath: folder.appendingPathComponent("launch_sequence_ran").path, contents: nil)
    }

    private func play() {
        if flag("skipped") { launch.call("skip") }
        let marks = marks()
        for mark in marks where mark.at < first {
            moveTo(mark.at)
            mark.act()
        }
        moveTo(first)
        StandIn.processAge = first / 1000
        app = window()
        frame()
        seen["views"] = views()
        seen["reach"] = reach()
        for mark in marks where mark.at >= first {
            while now < mark.at {
                moveTo(min(mark.at, now + 16))
                frame()
            }
            mark.act()
        }
        for _ in 0..<Int(number("after") == 0 ? 150 : number("after")) {
            moveTo(now + 16)
            frame()
        }
        pump()
        seen["shots"] = shots
        seen["told"] = told
        seen["over"] = over
        seen["awaited"] = awaited
        seen["records"] = records
        seen["left"] = views()
        seen["reachAfter"] = reach()
        seen["links"] = StandIn.linksAlive
        let content = app.rootViewController!.view!
        seen["content"] = content.alpha == 1 && content.transform.isIdentity
        StandIn.calls = [:]
        seen["alive"] = gone.filter { $0() != nil }.count
        seen["announced"] = StandIn.announced
    }

    /// Everything that happens, by its time: gates, acts, pictures.
    private func marks() -> [(at: Double, act: () -> Void)] {
        var all: [(at: Double, act: () -> Void)] = []
        for open in it["opens"] as! [[String: Any]] {
            let gate = (open["gate"] as! NSNumber).intValue
            let isFar = (open["thread"] as? NSNumber)?.boolValue ?? false
            all.append(((open["at"] as! NSNumber).doubleValue, { self.open(gate, isFar) }))
        }
        for act in it["acts"] as? [[String: Any]] ?? [] {
            all.append(((act["at"] as! NSNumber).doubleValue, { self.act(act["do"] as! String) }))
        }
        for shot in it["shots"] as? [NSNumber] ?? [] {
            all.append((shot.doubleValue, { self.shots.append(["at": shot, "windows": self.trees()]) }))
        }
        return all.enumerated().sorted { ($0.element.at, $0.offset) < ($1.element.at, $1.offset) }.map { $0.element }
    }

    private func open(_ gate: Int, _ isFar: Bool) {
        if isFar {
            let launch = self.launch
            let thread = Thread { launch.open(gate) }
            thread.start()
            while !thread.isFinished { Thread.sleep(forTimeInterval: 0.0002) }
            pump()
        } else {
            launch.open(gate)
        }
    }

    private func openAll() {
        for gate in it["gates"] as! [NSNumber] { launch.open(gate.intValue) }
    }

    private func act(_ what: String) {
        switch what {
        case "dismiss", "skip", "retry": launch.call(what)
        case "turn":
            for window in windows() { window.frame = CGRect(x: 0, y: 0, width: window.frame.height, height: window.frame.width) }
        case "dark":
            StandIn.dark = true
            for window in windows() { StandIn.appearanceChanged(window) }
        case "calm":
            StandIn.calm = true
            NotificationCenter.default.post(name: UIAccessibility.reduceMotionStatusDidChangeNotification, object: nil)
        case "recreate": app.rootViewController = root()
        case "recreate, opening":
            openAll()
            app.rootViewController = root()
        case "open": openAll()
        case "second": app = window()
        case "leave":
            NotificationCenter.default.post(name: UIApplication.didEnterBackgroundNotification, object: nil)
            moveTo(now + 700)
            NotificationCenter.default.post(name: UIApplication.willEnterForegroundNotification, object: nil)
        case "destroy": NotificationCenter.default.post(name: UIScene.didDisconnectNotification, object: app.windowScene)
        case "touch": seen["pressed"] = touched() === button
        case "keep": keptUntil = now + 900
        case "message": seen["spoken"] = stage()?.accessibilityLabel ?? ""
        default: fatalError("there is no act \(what)")
        }
    }

    /// A scene with a window, as an app makes it.
    private func window() -> UIWindow {
        let scene = UIWindowScene()
        scenes.append(scene)
        let window = UIWindow(windowScene: scene)
        window.frame = CGRect(x: 0, y: 0, width: number("width"), height: number("height"))
        window.rootViewController = root()
        window.makeKeyAndVisible()
        launch.attach(window) { [weak window] outcome in
            self.told.append(outcome)
            // The app sets another root, as many do.
            if outcome == "offline" { window?.rootViewController = self.root("offlineSheet") }
        }
        for it in windows() where it.windowLevel.rawValue > 0 {
            gone.append { [weak it] in it }
            if let stage = it.rootViewController?.view { gone.append { [weak stage] in stage } }
        }
        return window
    }

    private func root(_ sheet: String = "sheet") -> UIViewController {
        let root = UIViewController()
        let view = UIView(frame: .zero)
        let color = UInt32(truncatingIfNeeded: Int(number(sheet)))
        func part(_ shift: UInt32) -> CGFloat { CGFloat(color >> shift & 0xFF) / 255 }
        view.backgroundColor = UIColor(red: part(16), green: part(8), blue: part(0), alpha: 1)
        if flag("button") { view.addSubview(button) }
        root.view = view
        return root
    }

    /// From the lowest to the highest.
    private func windows() -> [UIWindow] {
        scenes.flatMap { $0.windows }.filter { !$0.isHidden }.sorted { $0.windowLevel.rawValue < $1.windowLevel.rawValue }
    }

    private func stage() -> UIView? { windows().last { $0 !== app }?.rootViewController?.view }

    private func touched() -> UIView? {
        for window in windows().reversed() where window.windowScene === app.windowScene {
            if let hit = window.hitTest(CGPoint(x: 40, y: 40), with: nil) { return hit }
        }
        return nil
    }

    /// What of the app can be reached: by screen reader, by keys.
    private func reach() -> [String: Bool] {
        ["reader": !app.accessibilityElementsHidden && app.rootViewController!.view.alpha > 0, "keys": app.isKeyWindow]
    }

    private func views() -> Int {
        func count(_ view: UIView) -> Int { view.subviews.reduce(1) { $0 + count($1) } }
        return windows().reduce(0) { $0 + count($1) }
    }

    private func trees() -> [[String: Any]] {
        windows().filter { $0.windowScene === app.windowScene }.map { StandIn.json($0.layer) }
    }

    private func frame() { if now >= keptUntil { StandIn.frame(windows()) } }

    private func moveTo(_ time: Double) {
        now = time
        StandIn.time = time / 1000 + 1e-7
    }

    private func pump() { RunLoop.main.run(until: Date().addingTimeInterval(0.005)) }
}

@main
struct Main {
    @MainActor static func main() {
        let folder = CommandLine.arguments[1]
        try! FileManager.default.createDirectory(atPath: "\(folder)/seen", withIntermediateDirectories: true)
        let lines = try! String(contentsOfFile: "\(folder)/cases.jsonl", encoding: .utf8).split(separator: "\n")
        for line in lines {
            Play(try! JSONSerialization.jsonObject(with: Data(line.utf8)) as! [String: Any]).run(folder)
        }
        print("\(lines.count) played")
    }
}
