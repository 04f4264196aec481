// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

#if canImport(os)
    import os
#endif

/// One launch of the process: what has been opened stays open and the show goes on where it stood, whatever becomes of
/// the window it is seen over. All of it belongs to the main actor, but for opening gates.
@MainActor
extension @LAUNCH@ {
    /// How it ended, once that is decided.
    private(set) static var outcome: Outcome?

    /// Gets one line of JSON when a launch is over: what happened, and when (see INTEGRATE.md).
    static var onRecord: ((String) -> Void)?

    /// Seconds that only go on; a test may put another in the place of the frames' own time.
    static var clock: (() -> Double)?

    private static var openedAt: [Int: Double] = [:]
    private static var opened: [Int] = []
    private static var waiting: [CheckedContinuation<Outcome, Never>] = []
    private static var leaving: [(Outcome) -> Void] = []
    private static var watched: [NSObjectProtocol] = []
    private static var stages: [Stage] = []
    private static var known: [KnownWindow] = []
    private static var schedule: LaunchSchedule?
    private static var start = StartKind.first
    private static var began = 0.0
    private static var pausedAt: Double?
    private static var openingEnd = 0
    private static var messageAt = 0
    private static var retriedAt = 0
    private static var lateFrames = 0
    private static var isSeen = false
    private static var isPlaying = false
    private static var isSkipped = false
    private static var hasRun = false

    /// Plays it over the window: call it behind `makeKeyAndVisible()`, once for each window. While a launch plays it
    /// goes on there. `onOutcome` is told once, as soon as it is decided how the launch ends.
    static func attach(to window: UIWindow, onOutcome: @escaping (Outcome) -> Void = { _ in }) {
        known.removeAll { $0.window == nil }
        if known.contains(where: { $0.window === window }) { return }
        known.append(KnownWindow(window: window))
        if !isPlaying { begin() }
        if isPlaying {
            stages.append(Stage(window, onOutcome))
            if !isSeen { openingEnd = now() }
            plan()
            stages.last?.show(Double(now()))
        } else {
            onOutcome(decide(isSkipped ? .interrupted : .complete))
            onRecord?(record())
            tellOver()
        }
        isSkipped = false
    }

    /// How this launch ends; waits until that is decided.
    static func decided() async -> Outcome {
        if let outcome = outcome { return outcome }
        return await withCheckedContinuation { waiting.append($0) }
    }

    /// Calls it once, when the show is over and the content can be used: at once if it is already. Call it behind `attach`;
    /// before that it tells of the launch before.
    static func whenOver(_ then: @escaping (Outcome) -> Void) {
        leaving.append(then)
        if !isPlaying { tellOver() }
    }

    /// How it ended; waits until the content can be used.
    static func over() async -> Outcome {
        await withCheckedContinuation { it in whenOver { how in it.resume(returning: how) } }
    }

    private static func tellOver() {
        guard let how = outcome else { return }
        let all = leaving
        leaving = []
        for it in all { it(how) }
    }

    /// Ends it at once and shows the content.
    static func dismiss() {
        if isPlaying { finish(.interrupted) }
    }

    /// The next launch does not play: for deep links, notifications and tests of the interface.
    static func skip() {
        if isPlaying { dismiss() } else { isSkipped = true }
    }

    //? Outcome.message
    /// After a message: what has not loaded gets its time once more. Ask for it again.
    static func retry() {
        if outcome != .message || !isPlaying { return }
        outcome = nil
        if messageAt == 0 { messageAt = schedule?.outcomeAt ?? 0 }
        retriedAt = now()
        plan()
    }

    /// Everything as in a new process: for tests.
    static func reset() {
        dismiss()
        openedAt = [:]
        known = []
        isSkipped = false
        hasRun = false
        outcome = nil
    }

    nonisolated static func openGate(_ gate: Int) {
        if Thread.isMainThread {
            MainActor.assumeIsolated { note(gate) }
        } else {
            Task { @MainActor in note(gate) }
        }
    }

    private static func note(_ gate: Int) {
        if openedAt[gate] != nil { return }
        openedAt[gate] = time()
        if !isPlaying { return }
        opened[gate] = max(0, now())
        plan()
    }

    private static func begin() {
        start = startKind()
        began = time() - (start == .warm ? 0 : processAge())
        opened = timing.gates.indices.map { gate in openedAt[gate].map { max(0, whole($0)) } ?? launchNever }
        pausedAt = nil
        messageAt = 0
        retriedAt = 0
        lateFrames = 0
        outcome = nil
        isSeen = false
        hasRun = true
        isPlaying = !isSkipped && timing.beats.contains { $0.plays.contains(start) }
        if isPlaying { watch() }
    }

    /// Time in the background does not count, and a launch that cannot be seen any more is over.
    private static func watch() {
        mark(begins: true)
        on(UIApplication.didEnterBackgroundNotification) { _ in pausedAt = time() }
        on(UIApplication.willEnterForegroundNotification) { _ in
            if let since = pausedAt { began += time() - since }
            pausedAt = nil
            plan()
            for it in stages { it.show(Double(now())) }  // what Core Animation has played on meanwhile
        }
        on(UIAccessibility.reduceMotionStatusDidChangeNotification) { _ in plan() }
        on(UIScene.didDisconnectNotification) { scene in
            for it in stages where it.isOn(scene) { lose(it) }
        }
    }

    private static func on(_ name: Notification.Name, _ react: @escaping @MainActor (ObjectIdentifier?) -> Void) {
        watched.append(
            NotificationCenter.default.addObserver(forName: name, object: nil, queue: nil) { notification in
                let sender = (notification.object as AnyObject?).map { ObjectIdentifier($0) }
                MainActor.assumeIsolated { react(sender) }
            })
    }

    private static func plan() {
        if !isPlaying { return }
        let conditions = LaunchConditions(
            start: start, reducedMotion: UIAccessibility.isReduceMotionEnabled, messageAt: messageAt,
            retriedAt: retriedAt, openingEnd: openingEnd, opened: opened)
        schedule = LaunchSchedule(timing, conditions)
        for it in stages { it.isStale = true }
    }

    private static func decide(_ how: Outcome) -> Outcome {
        outcome = how
        let asking = waiting
        waiting = []
        for it in asking { it.resume(returning: how) }
        return how
    }

    /// What is due when the next frame is seen; gives its time. With the first one people see the show, and its time
    /// begins: the opening is over; where none plays, all begins with it.
    private static func step(_ frame: Double) -> Int {
        if !isSeen {
            isSeen = true
            if !timing.beats[0].plays.contains(start) { began = time(frame) }
            openingEnd = now(frame)
            plan()
        }
        let t = now(frame)
        guard let schedule = schedule else { return t }
        if outcome == nil && t >= schedule.decidedAt {
            let how = decide(schedule.outcome)
            for it in stages { it.tell(how) }
        }
        if t >= schedule.shown() { finish(schedule.outcome) }
        return t
    }

    private static func lose(_ stage: Stage) {
        if stages.count == 1 && stages[0] === stage { return finish(.interrupted) }
        stages.removeAll { $0 === stage }
        stage.leave()
    }

    private static func finish(_ how: Outcome) {
        if !isPlaying { return }
        isPlaying = false
        mark(begins: false)
        for it in watched { NotificationCenter.default.removeObserver(it) }
        watched = []
        let seen = stages
        stages = []
        for it in seen { it.leave() }
        if outcome == nil {
            _ = decide(how)
            for it in seen { it.tell(how) }
        }
        onRecord?(record())
        schedule = nil
        tellOver()
    }

    private static func record() -> String {
        var gates: [String: Any] = [:]
        for (i, it) in timing.gates.enumerated() {
            gates[it.id] = opened[i] < launchNever ? opened[i] as Any : NSNull()
        }
        let line: [String: Any] = [
            "launch": name, "start": "\(start)", "firstFrame": openingEnd, "gates": gates,
            "outcome": outcome.map { "\($0)" } ?? "", "shown": now(), "lateFrames": lateFrames,
        ]
        let bytes = try? JSONSerialization.data(withJSONObject: line, options: [.sortedKeys])
        return bytes.flatMap { String(data: $0, encoding: .utf8) } ?? ""
    }

    /// The whole of the launch in Instruments.
    private static func mark(begins: Bool) {
        #if canImport(os)
            let log = OSLog(subsystem: "launch", category: .pointsOfInterest)
            os_signpost(begins ? .begin : .end, log: log, name: "Launch")
        #endif
    }

    private static func time(_ frame: Double? = nil) -> Double { clock?() ?? frame ?? CACurrentMediaTime() }
    private static func whole(_ time: Double) -> Int { Int(((time - began) * 1000 + 1e-6).rounded(.down)) }
    private static func now(_ frame: Double? = nil) -> Int { whole(pausedAt ?? time(frame)) }

    private static func startKind() -> StartKind {
        if hasRun { return .warm }
        let folder = FileManager.default.urls(for: .applicationSupportDirectory, in: .userDomainMask)[0]
        let ran = folder.appendingPathComponent("launch_sequence_ran")
        if FileManager.default.fileExists(atPath: ran.path) { return .cold }
        try? FileManager.default.createDirectory(at: folder, withIntermediateDirectories: true)
        return FileManager.default.createFile(atPath: ran.path, contents: nil) ? .first : .cold
    }

    /// Seconds since the process began. One that the system started ahead of its launch, or long ago for a message, was
    /// not waited for.
    private static func processAge() -> Double {
        if ProcessInfo.processInfo.environment["ActivePrewarm"] == "1" { return 0 }
        var info = kinfo_proc()
        var size = MemoryLayout<kinfo_proc>.stride
        var name: [Int32] = [CTL_KERN, KERN_PROC, KERN_PROC_PID, getpid()]
        if sysctl(&name, 4, &info, &size, nil, 0) != 0 { return 0 }
        let started = info.kp_proc.p_un.__p_starttime
        let age = Date().timeIntervalSince1970 - Double(started.tv_sec) - Double(started.tv_usec) / 1_000_000
        return (0...6).contains(age) ? age : 0
    }

    private struct KnownWindow {
        weak var window: UIWindow?
    }

    /// Where the show is seen: in a window of its own over one of the app's, so that it covers what that presents, too.
    final class Stage: UIView {
        var isStale = true
        private weak var under: UIWindow?
        private weak var moved: UIView?
        private let cover: UIWindow
        private let onOutcome: (Outcome) -> Void
        private let looks = @LAUNCH@.looks()
        //? Look.wide
        private let wide = @LAUNCH@.wideLooks()
        private let state = LayerState()
        private let wasHidden: Bool
        private let wasKey: Bool
        private var painters: [LayerPainter?] = []
        private var link: CADisplayLink?
        private var screen = Screen(width: 0, height: 0)
        private var insets = UIEdgeInsets.zero
        private var isWide = false
        private var still = 0.0
        private var laidUntil = 0.0
        private var lastFrame = 0.0

        init(_ window: UIWindow, _ onOutcome: @escaping (Outcome) -> Void) {
            under = window
            self.onOutcome = onOutcome
            cover = window.windowScene.map { UIWindow(windowScene: $0) } ?? UIWindow(frame: window.bounds)
            wasHidden = window.accessibilityElementsHidden
            wasKey = window.isKeyWindow
            super.init(frame: window.bounds)
            clipsToBounds = true
            cover.frame = window.frame
            cover.windowLevel = UIWindow.Level(rawValue: window.windowLevel.rawValue + 1)
            cover.overrideUserInterfaceStyle = window.overrideUserInterfaceStyle
            cover.rootViewController = StageController(self)
            cover.isHidden = false
            // Nothing beneath can be reached before it is shown, by no finger, key or screen reader.
            if wasKey { cover.makeKey() }
            window.accessibilityElementsHidden = true
            isAccessibilityElement = true
            accessibilityViewIsModal = true
            accessibilityTraits = .updatesFrequently
            accessibilityLabel = NSLocalizedString(
                "loading", tableName: "@LAUNCH@", value: "Loading", comment: "Spoken")
            UIAccessibility.post(notification: .screenChanged, argument: accessibilityLabel)
            let link = CADisplayLink(target: self, selector: Selector(("tick")))
            if #available(iOS 15.0, *) {
                link.preferredFrameRateRange = CAFrameRateRange(minimum: 60, maximum: 120, preferred: 120)
            }
            link.add(to: .main, forMode: .common)
            self.link = link
        }

        required init?(coder: NSCoder) { nil }

        func isOn(_ scene: ObjectIdentifier?) -> Bool { cover.windowScene.map { ObjectIdentifier($0) } == scene }

        override func traitCollectionDidChange(_ previous: UITraitCollection?) {
            super.traitCollectionDidChange(previous)
            painters = []
            isStale = true
        }

        @objc func tick() {
            guard let link = link, let under = under else { return lose(self) }
            if cover.frame != under.frame { cover.frame = under.frame }
            let t = step(link.targetTimestamp)
            if self.link == nil || pausedAt != nil { return }
            measure()
            if Double(t) < min(still, laidUntil - 1000) && !isStale {
                lastFrame = 0
                return
            }
            if lastFrame > 0 && link.timestamp - lastFrame > 0.034 { lateFrames += 1 }
            lastFrame = link.timestamp
            show(Double(t))
        }

        /// Sized anew only when it has changed.
        private func measure() {
            let now = safeAreaInsets
            if screen.width == Double(bounds.width) && screen.height == Double(bounds.height) && insets == now {
                return
            }
            insets = now
            screen = Screen(
                width: Double(bounds.width),
                height: Double(bounds.height),
                left: Double(now.left),
                top: Double(now.top),
                right: Double(now.right),
                bottom: Double(now.bottom)
            )
            if isWide != (screen.width > screen.height) { painters = [] }
            isWide = screen.width > screen.height
            isStale = true
        }

        func show(_ t: Double) {
            measure()
            guard let schedule = schedule else { return }
            CATransaction.begin()
            CATransaction.setDisableActions(true)
            if painters.isEmpty { build() }
            if isStale || t >= laidUntil - 1000 { layAhead(schedule, t) }
            for (i, painter) in painters.enumerated() {
                schedule.stateAt(i, t, screen, state)
                painter?.show(state)
            }
            moveContent(schedule, t)
            CATransaction.commit()
            still = schedule.stillUntil(t)
            isStale = false
        }

        private func build() {
            layer.sublayers = nil
            let colors = PaletteColors(palette, traitCollection)
            painters = timing.layers.enumerated().map { i, it in
                if it.kind == .firstScreen || it.kind == .group { return nil }
                let seen = look(i)
                let scale = isWide ? seen.wideScale : 1
                let painter = LayerPainter(it, seen, colors, scale)
                layer.addSublayer(painter.root)
                return painter
            }
        }

        //? Looks.upright
        private func look(_ layer: Int) -> Look { looks[layer] }

        //? Look.wide
        private func look(_ layer: Int) -> Look { isWide ? wide[layer] ?? looks[layer] : looks[layer] }

        /// Gives Core Animation what comes in the next two seconds: it plays on whatever keeps the main thread.
        private func layAhead(_ schedule: LaunchSchedule, _ t: Double) {
            let end = Double(schedule.shown())
            laidUntil = t + 2000 < end ? t + 2000 : .infinity
            if clock != nil { return }  // a test's own, which Core Animation does not know
            var moments = [t]
            while let at = moments.last, at < min(end, t + 2000) {
                moments.append(min(end, t + 2000, max(at + 33, schedule.stillUntil(at))))
            }
            for (i, painter) in painters.enumerated() {
                guard let painter = painter else { continue }
                schedule.stateAt(i, t, screen, state)
                let film = Film(moments, CGSize(width: state.width, height: state.height)) { at in
                    schedule.stateAt(i, at, screen, state)
                    return (state.visible ? state.opacity : 0, placing(state, about: .zero))
                }
                painter.isAwaited = film.isSeen
                film.play(on: painter.root, began)
            }
            guard hasFirstScreen, let content = under?.rootViewController?.view else { return }
            Film(moments, bounds.size) { at in
                let isThere = findContent(schedule, at)
                return (isThere ? state.opacity : 0, placing(state, about: bounds))
            }.play(on: content.layer, began)
        }

        private var hasFirstScreen: Bool { timing.layers.contains { $0.kind == .firstScreen } }

        /// The first screen that is there; in `state`.
        private func findContent(_ schedule: LaunchSchedule, _ t: Double) -> Bool {
            for (i, it) in timing.layers.enumerated() where it.kind == .firstScreen {
                schedule.stateAt(i, t, screen, state)
                if state.visible { return true }
            }
            return false
        }

        /// The app's own view as the outcome's first screen moves it; the app may set another meanwhile.
        private func moveContent(_ schedule: LaunchSchedule, _ t: Double) {
            guard let content = under?.rootViewController?.view else { return }
            if moved !== content { restore() }
            moved = content
            if !hasFirstScreen { return }
            let isThere = findContent(schedule, t)
            let alpha = isThere ? CGFloat(state.opacity) : 0
            if content.alpha != alpha { content.alpha = alpha }
            let place = placing(state, about: bounds)
            if isThere && content.transform != place { content.transform = place }
        }

        private func restore() {
            if let layer = moved?.layer { Film.stop(layer) }
            moved?.alpha = 1
            moved?.transform = .identity
            moved = nil
        }

        func tell(_ how: Outcome) {
            if how == .message {
                let says = looks.map { $0.says }.filter { !$0.isEmpty }
                accessibilityLabel = says.joined(separator: "\n")
                UIAccessibility.post(notification: .announcement, argument: accessibilityLabel)
            }
            onOutcome(how)
        }

        func leave() {
            link?.invalidate()
            link = nil
            restore()
            painters = []
            cover.isHidden = true
            cover.rootViewController = nil
            cover.windowScene = nil
            under?.accessibilityElementsHidden = wasHidden
            if wasKey { under?.makeKey() }
            UIAccessibility.post(notification: .screenChanged, argument: nil)
        }
    }

    /// Says what the status bar is like while the show plays.
    private final class StageController: UIViewController {
        private let stage: Stage

        init(_ stage: Stage) {
            self.stage = stage
            super.init(nibName: nil, bundle: nil)
            stage.autoresizingMask = [.flexibleWidth, .flexibleHeight]
            view = stage
        }

        required init?(coder: NSCoder) { nil }

        override var prefersStatusBarHidden: Bool { @HIDDEN@ }
        override var preferredStatusBarStyle: UIStatusBarStyle { .@BAR@ }
    }
}
