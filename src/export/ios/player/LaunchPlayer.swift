// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13 on.
// The next export replaces it for as long as you leave it unchanged.
import UIKit

enum LaunchProgressForm { case ring, bar, dots }

/// How a layer is painted. Art is in points about the layer's centre; pictures are names of the asset catalogue.
struct LaunchLook {
    var color = "", toColor = "", angle = 180.0, picture = "", fillsBox = false
    var art: LaunchGroup?, fills: LaunchGroup?, outlines: [LaunchOutline] = []
    var darkArt: LaunchGroup?, darkFills: LaunchGroup?, darkOutlines: [LaunchOutline] = []
    var plate: LaunchPalette?, plateDiameter = 0.0, form = LaunchProgressForm.ring, thickness = 4.0
    var frames: [String] = [], width = 0.0, height = 0.0
    /// Where the screen is wider than high: how much larger, or (none or one) drawn how instead.
    var wideScale = 1.0, wide: [LaunchLook] = []

    init(
        color: String = "", toColor: String = "", angle: Double = 180, picture: String = "", fillsBox: Bool = false,
        art: LaunchGroup? = nil, fills: LaunchGroup? = nil, outlines: [LaunchOutline] = [],
        darkArt: LaunchGroup? = nil, darkFills: LaunchGroup? = nil, darkOutlines: [LaunchOutline] = [],
        plate: LaunchPalette? = nil, plateDiameter: Double = 0, form: LaunchProgressForm = .ring,
        thickness: Double = 4, frames: [String] = [], width: Double = 0, height: Double = 0,
        wideScale: Double = 1, wide: LaunchLook? = nil
    ) {
        self.color = color
        self.toColor = toColor
        self.angle = angle
        self.picture = picture
        self.fillsBox = fillsBox
        self.art = art
        self.fills = fills
        self.outlines = outlines
        self.darkArt = darkArt
        self.darkFills = darkFills
        self.darkOutlines = darkOutlines
        self.plate = plate
        self.plateDiameter = plateDiameter
        self.form = form
        self.thickness = thickness
        self.frames = frames
        self.width = width
        self.height = height
        self.wideScale = wideScale
        if let wide = wide { self.wide = [wide] }
    }
}

struct LaunchData {
    let timing: LaunchTiming, looks: [LaunchLook], palette: [LaunchColors]
}

/// Plays a launch sequence over a window and gives way to it.
///
/// Call `attach` once the window is visible, and `open` for each gate when what it stands for has loaded. All of it
/// belongs to the main thread; `open` may be called from any.
@MainActor
final class LaunchPlayer: NSObject {
    private static var processIsWarm = false

    private let data: LaunchData
    private let gates: [String]
    private let start: LaunchStartKind
    private let began: Double
    private weak var window: UIWindow?
    private var opened: [Int]
    private var openingEnd = 0
    private var schedule: LaunchSchedule?
    private var view: LaunchView?
    private var clock: CADisplayLink?
    private var waiting: [CheckedContinuation<LaunchOutcome, Never>] = []
    private var ended = false

    /// Read out to people who cannot see the launch, when it takes long.
    var announcement = "Loading"

    /// Called once when the sequence is over. After `message` it stays; call `dismiss` to go on.
    var onEnd: ((LaunchOutcome) -> Void)?

    private init(_ window: UIWindow, _ data: LaunchData, _ start: LaunchStartKind) {
        self.window = window
        self.data = data
        self.start = start
        gates = data.timing.gates.map { $0.id }
        opened = data.timing.gates.map { _ in launchNever }
        began = LaunchPlayer.uptime() - (start == .warm ? 0 : LaunchPlayer.processAge())
        super.init()
    }

    /// Plays `data` over the window, or nothing if no part of it belongs to this kind of start.
    static func attach(to window: UIWindow, _ data: LaunchData) -> LaunchPlayer {
        let player = LaunchPlayer(window, data, startKind())
        processIsWarm = true
        if data.timing.beats.contains(where: { $0.plays.contains(player.start) }) {
            player.begin(in: window)
        } else {
            player.ended = true
        }
        return player
    }

    /// Tells that what the gate stands for has loaded. An unknown name is an error in the calling code.
    nonisolated func open(_ gate: String) {
        guard let index = gates.firstIndex(of: gate) else { preconditionFailure("There is no gate \"\(gate)\"") }
        Task { @MainActor in self.opens(index) }
    }

    private func opens(_ index: Int) {
        if opened[index] < launchNever { return }
        opened[index] = now()
        plan()
    }

    /// Opens the gate when the work is done; when it fails the gate stays shut, and its time-out decides.
    nonisolated func open<Value>(_ gate: String, after work: () async throws -> Value) async rethrows -> Value {
        let value = try await work()
        open(gate)
        return value
    }

    /// How the launch ended; waits until it has.
    func outcome() async -> LaunchOutcome {
        if ended { return schedule?.outcome ?? .complete }
        return await withCheckedContinuation { waiting.append($0) }
    }

    /// Ends the sequence at once and shows the first screen.
    nonisolated func dismiss() {
        Task { @MainActor in self.finish() }
    }

    private func begin(in window: UIWindow) {
        let view = LaunchView(data, frame: window.bounds)
        view.autoresizingMask = [.flexibleWidth, .flexibleHeight]
        window.addSubview(view)
        self.view = view
        openingEnd = now()
        plan()
        let clock = CADisplayLink(target: self, selector: Selector(("tick")))
        clock.add(to: .main, forMode: .common)
        self.clock = clock
        tick()
        Task { @MainActor [weak self] in
            try? await Task.sleep(nanoseconds: 5_000_000_000)
            guard let player = self, !player.ended else { return }
            UIAccessibility.post(notification: .announcement, argument: player.announcement)
        }
    }

    private func plan() {
        if ended { return }
        schedule = LaunchSchedule(
            data.timing, start, UIAccessibility.isReduceMotionEnabled, openingEnd, opened)
    }

    @objc private func tick() {
        guard let schedule = schedule, let view = view else { return }
        let t = Double(now())
        view.show(schedule, t)
        moveContent(schedule, t, view.screen)
        if Int(t) >= schedule.shown() { finish() }
    }

    private func moveContent(_ schedule: LaunchSchedule, _ t: Double, _ screen: LaunchScreen) {
        guard let content = window?.rootViewController?.view else { return }
        for i in data.timing.layers.indices {
            let layer = data.timing.layers[i]
            if layer.kind != .firstScreen || layer.shown != .always { continue }
            let state = LaunchLayerState()
            schedule.stateAt(i, t, screen, state)
            content.alpha = state.visible ? CGFloat(state.opacity) : 0
            content.transform = CGAffineTransform(
                translationX: CGFloat(state.x - screen.width / 2), y: CGFloat(state.y - screen.height / 2)
            ).rotated(by: CGFloat(state.rotation * Double.pi / 180)).scaledBy(
                x: CGFloat(state.scaleX), y: CGFloat(state.scaleY))
        }
    }

    private func finish() {
        if ended { return }
        ended = true
        clock?.invalidate()
        view?.removeFromSuperview()
        window?.rootViewController?.view.alpha = 1
        window?.rootViewController?.view.transform = .identity
        let outcome = schedule?.outcome ?? .complete
        onEnd?(outcome)
        for it in waiting { it.resume(returning: outcome) }
        waiting = []
    }

    private func now() -> Int { Int((LaunchPlayer.uptime() - began) * 1000) }

    private static func uptime() -> Double { ProcessInfo.processInfo.systemUptime }

    private static func startKind() -> LaunchStartKind {
        if processIsWarm { return .warm }
        let key = "launch_sequence_ran"
        if UserDefaults.standard.bool(forKey: key) { return .cold }
        UserDefaults.standard.set(true, forKey: key)
        return .first
    }

    /// Seconds since the process began. The system may start a process ahead of its launch; that time does not count.
    private static func processAge() -> Double {
        if ProcessInfo.processInfo.environment["ActivePrewarm"] == "1" { return 0 }
        var info = kinfo_proc()
        var size = MemoryLayout<kinfo_proc>.stride
        var name: [Int32] = [CTL_KERN, KERN_PROC, KERN_PROC_PID, getpid()]
        if sysctl(&name, 4, &info, &size, nil, 0) != 0 { return 0 }
        let began = info.kp_proc.p_un.__p_starttime
        let age = Date().timeIntervalSince1970 - Double(began.tv_sec) - Double(began.tv_usec) / 1_000_000
        return min(10, max(0, age))
    }
}

/// Shows the layers. Nothing beneath can be tapped before it is shown; screen readers go past it.
private final class LaunchView: UIView {
    private let data: LaunchData
    private var painters: [LaunchLayerPainter?] = []
    private var wide = false

    init(_ data: LaunchData, frame: CGRect) {
        self.data = data
        super.init(frame: frame)
        accessibilityElementsHidden = true
        clipsToBounds = true
        build()
    }

    required init?(coder: NSCoder) { nil }

    var screen: LaunchScreen {
        let insets = window?.safeAreaInsets ?? safeAreaInsets
        return LaunchScreen(
            width: Double(bounds.width), height: Double(bounds.height), left: Double(insets.left),
            top: Double(insets.top), right: Double(insets.right), bottom: Double(insets.bottom))
    }

    override func traitCollectionDidChange(_ previous: UITraitCollection?) {
        super.traitCollectionDidChange(previous)
        if previous?.userInterfaceStyle != traitCollection.userInterfaceStyle { build() }
    }

    private func build() {
        layer.sublayers?.forEach { $0.removeFromSuperlayer() }
        let dark = traitCollection.userInterfaceStyle == .dark
        let colors = LaunchPaletteColors(data.palette, dark: dark)
        painters = data.timing.layers.indices.map { i in
            let it = data.timing.layers[i]
            if it.kind == .firstScreen || it.kind == .group { return nil }
            let look = data.looks[i]
            let painter = LaunchLayerPainter(it, wide ? look.wide.first ?? look : look, colors, dark, traitCollection)
            painter.scale = CGFloat(wide ? look.wideScale : 1)
            layer.addSublayer(painter.root)
            return painter
        }
    }

    private let state = LaunchLayerState()

    func show(_ schedule: LaunchSchedule, _ t: Double) {
        CATransaction.begin()
        CATransaction.setDisableActions(true)
        let screen = self.screen
        if wide != (screen.width > screen.height) {
            wide.toggle()
            build()
        }
        for i in painters.indices {
            schedule.stateAt(i, t, screen, state)
            painters[i]?.show(state)
        }
        CATransaction.commit()
    }
}

/// Art drawn as vector, again whenever it is shown much larger than before.
private final class LaunchArtLayer: CALayer {
    var art: LaunchGroup?
    var colors: LaunchPaletteColors?

    override func draw(in context: CGContext) {
        guard let art = art, let colors = colors else { return }
        context.translateBy(x: bounds.width / 2, y: bounds.height / 2)
        art.draw(context, colors)
    }
}

@MainActor
private final class LaunchLayerPainter {
    let root = CALayer()
    private let layer: LaunchLayer
    private let look: LaunchLook
    private let colors: LaunchPaletteColors
    private let mask = CAShapeLayer()
    private let gradient = CAGradientLayer()
    private let picture = CALayer()
    private var whole: LaunchArtLayer?
    private var fills: LaunchArtLayer?
    private var lines: [(layer: CAShapeLayer, hairline: Bool)] = []
    private var parts: [CAShapeLayer] = []
    private var frames: [UIImage?] = []
    /// How much larger the drawing is than the look says.
    var scale: CGFloat = 1

    init(
        _ layer: LaunchLayer, _ look: LaunchLook, _ colors: LaunchPaletteColors, _ dark: Bool,
        _ traits: UITraitCollection
    ) {
        self.layer = layer
        self.look = look
        self.colors = colors
        mask.fillColor = UIColor.black.cgColor
        if let plate = look.plate { addPlate(plate) }
        if let art = dark ? look.darkArt ?? look.art : look.art {
            whole = addArt(art)
            if let fillArt = dark ? look.darkFills ?? look.fills : look.fills { fills = addArt(fillArt) }
        }
        addLines(dark && !look.darkOutlines.isEmpty ? look.darkOutlines : look.outlines)
        func image(_ name: String) -> UIImage? { UIImage(named: name, in: nil, compatibleWith: traits) }
        if layer.kind == .backdrop { addBackdrop() }
        if !look.picture.isEmpty {
            picture.contents = image(look.picture)?.cgImage
            picture.contentsGravity = look.fillsBox ? .resizeAspectFill : .resizeAspect
            picture.masksToBounds = look.fillsBox
            root.addSublayer(picture)
        }
        if !look.frames.isEmpty {
            frames = look.frames.map { image($0) }
            root.addSublayer(picture)
        }
        if layer.kind == .progress { addProgress() }
    }

    private func addPlate(_ plate: LaunchPalette) {
        let disc = CAShapeLayer()
        let r = look.plateDiameter / 2
        disc.path = CGPath(ellipseIn: CGRect(x: -r, y: -r, width: 2 * r, height: 2 * r), transform: nil)
        disc.fillColor = colors.color(plate)
        parts.append(disc)
        root.addSublayer(disc)
    }

    private func addArt(_ art: LaunchGroup) -> LaunchArtLayer {
        let made = LaunchArtLayer()
        made.art = art
        made.colors = colors
        made.contentsScale = UIScreen.main.scale
        root.addSublayer(made)
        return made
    }

    private func addLines(_ outlines: [LaunchOutline]) {
        for outline in outlines {
            for contour in outline.contours {
                let line = CAShapeLayer()
                line.path = contour
                line.fillColor = nil
                line.strokeColor = colors.color(outline.ink)
                line.lineWidth = CGFloat(outline.strokeWidth > 0 ? outline.strokeWidth : 1.5)
                line.lineCap = .round
                line.lineJoin = .round
                lines.append((line, outline.strokeWidth <= 0))
                root.addSublayer(line)
            }
        }
    }

    private func addBackdrop() {
        let from = colors.color(look.color)
        gradient.colors = [from, look.toColor.isEmpty ? from : colors.color(look.toColor)]
        root.addSublayer(gradient)
    }

    private func addProgress() {
        for track in [true, false] where !track || !look.toColor.isEmpty {
            for _ in 0..<(look.form == .dots ? 5 : 1) {
                let part = CAShapeLayer()
                let color = colors.color(track ? look.toColor : look.color)
                part.fillColor = look.form == .ring ? nil : color
                part.strokeColor = look.form == .ring ? color : nil
                part.lineWidth = CGFloat(look.thickness)
                part.lineCap = track ? .butt : .round
                parts.append(part)
                root.addSublayer(part)
            }
        }
    }

    func show(_ state: LaunchLayerState) {
        root.isHidden = !state.visible
        if !state.visible { return }
        let box = CGRect(x: 0, y: 0, width: state.width, height: state.height)
        root.bounds = box
        root.opacity = Float(state.opacity)
        root.position = .zero
        let place = CGAffineTransform(translationX: CGFloat(state.x), y: CGFloat(state.y))
            .rotated(by: CGFloat(state.rotation * Double.pi / 180))
            .scaledBy(x: CGFloat(state.scaleX), y: CGFloat(state.scaleY))
        root.setAffineTransform(place.concatenating(launchTransform(state.outer)))
        reveal(state, box)
        showArt(state, box)
        if layer.kind == .backdrop { showBackdrop(box) }
        if layer.kind == .progress { showProgress(state, box) }
        if !look.picture.isEmpty { picture.frame = box }
        if !frames.isEmpty { showFrame(state, box) }
    }

    private func reveal(_ state: LaunchLayerState, _ box: CGRect) {
        guard state.reveal < 1, let shape = state.revealShape else {
            root.mask = nil
            return
        }
        let part = CGFloat(state.reveal)
        if shape.iris {
            let x = box.width * CGFloat(shape.x)
            let y = box.height * CGFloat(shape.y)
            let r = hypot(max(x, box.width - x), max(y, box.height - y)) * part
            mask.path = CGPath(ellipseIn: CGRect(x: x - r, y: y - r, width: 2 * r, height: 2 * r), transform: nil)
        } else {
            let width = shape.x == 0 ? box.width : box.width * part
            let height = shape.y == 0 ? box.height : box.height * part
            let left = shape.x < 0 ? box.width - width : 0
            let top = shape.y < 0 ? box.height - height : 0
            mask.path = CGPath(rect: CGRect(x: left, y: top, width: width, height: height), transform: nil)
        }
        root.mask = mask
    }

    private func showArt(_ state: LaunchLayerState, _ box: CGRect) {
        let middle = CGPoint(x: box.midX, y: box.midY)
        let filled = state.fillFrom < 1 ? min(1, max(0, (state.draw - state.fillFrom) / (1 - state.fillFrom))) : 0
        let wanted = UIScreen.main.scale * CGFloat(max(1, abs(state.scaleX), abs(state.scaleY))) * max(1, scale)
        let grown = CGAffineTransform(scaleX: scale, y: scale)
        for art in [whole, fills] {
            guard let art = art else { continue }
            // Text and strokes may reach over the box.
            art.bounds = CGRect(x: 0, y: 0, width: box.width * 1.5 + 64, height: box.height * 1.5 + 64)
            art.position = middle
            art.setAffineTransform(grown)
            if art.contents == nil || art.contentsScale < wanted / 1.25 {
                art.contentsScale = min(wanted * 1.25, UIScreen.main.scale * 4)
                art.setNeedsDisplay()
            }
        }
        whole?.isHidden = state.draw < 1 && fills != nil
        fills?.isHidden = state.draw >= 1
        fills?.opacity = Float(filled)
        for line in lines {
            line.layer.position = middle
            line.layer.setAffineTransform(grown)
            line.layer.isHidden = state.draw <= 0 || state.draw >= 1
            line.layer.strokeEnd = CGFloat(state.draw)
            line.layer.opacity = Float(line.hairline ? 1 - filled : 1)
        }
        if look.plate != nil { parts[0].position = middle }
    }

    /// As in CSS: the corners get the pure end colours.
    private func showBackdrop(_ box: CGRect) {
        gradient.frame = box
        let radians = look.angle * Double.pi / 180
        let half = (abs(Double(box.width) * sin(radians)) + abs(Double(box.height) * cos(radians))) / 2
        let x = sin(radians) * half / Double(max(1, box.width))
        let y = -cos(radians) * half / Double(max(1, box.height))
        gradient.startPoint = CGPoint(x: 0.5 - x, y: 0.5 - y)
        gradient.endPoint = CGPoint(x: 0.5 + x, y: 0.5 + y)
    }

    private func showFrame(_ state: LaunchLayerState, _ box: CGRect) {
        let index = Int((state.clip * Double(frames.count - 1)).rounded())
        picture.contents = frames[index]?.cgImage
        picture.bounds = CGRect(x: 0, y: 0, width: CGFloat(look.width) * scale, height: CGFloat(look.height) * scale)
        picture.position = CGPoint(x: box.midX, y: box.midY)
    }

    private func showProgress(_ state: LaunchLayerState, _ box: CGRect) {
        let thick = CGFloat(look.thickness)
        let count = look.form == .dots ? 5 : 1
        for (i, part) in parts.enumerated() {
            let track = !look.toColor.isEmpty && i < count
            let shown = CGFloat(track ? 1 : state.progress)
            switch look.form {
            case .ring:
                let r = (min(box.width, box.height) - thick) / 2
                part.path = CGPath(ellipseIn: CGRect(x: -r, y: -r, width: 2 * r, height: 2 * r), transform: nil)
                part.position = CGPoint(x: box.midX, y: box.midY)
                part.setAffineTransform(CGAffineTransform(rotationAngle: -CGFloat.pi / 2))
                part.strokeEnd = shown
            case .bar:
                let width = max(thick, box.width * shown)
                let bar = CGRect(x: 0, y: box.midY - thick / 2, width: width, height: thick)
                part.path = CGPath(roundedRect: bar, cornerWidth: thick / 2, cornerHeight: thick / 2, transform: nil)
            case .dots:
                let index = CGFloat(i % 5)
                let size = thick * min(1, max(0, track ? 1 : shown * 5 - index))
                let x = thick / 2 + (box.width - thick) * index / 4
                let dot = CGRect(x: x - size / 2, y: box.midY - size / 2, width: size, height: size)
                part.path = CGPath(ellipseIn: dot, transform: nil)
            }
            part.isHidden = shown <= 0
        }
    }
}
