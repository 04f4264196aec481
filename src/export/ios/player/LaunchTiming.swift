// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the
// screen, so that it can be tested anywhere. The next export replaces it for as long as you leave
// it unchanged.
import Foundation

extension @LAUNCH@ {
    /// A time that is not reached; all are whole milliseconds after the start of the launch.
    static let launchNever = 1_000_000_000

    /// How long what is loaded takes to be shown as loaded, ms.
    static let launchCatchup = 400

    enum BeatKind: Sendable { case opening, play, hold, wait, handOff }
    enum Yield: Sendable { case never, afterCues, atOnce }
    enum GateStart: Sendable { case process, firstFrame, beat }
    enum Anchor: Sendable { case beatStart, beatEnd, withCue, afterCue }
    enum RepeatEnd: Sendable { case cut, finish, settle }
    enum EasingKind: Sendable { case cubic, steps, stops, bounces, spring }
    enum LayerKind: Sendable { case backdrop, art, firstScreen, progress, clip, group }
    enum Shown: Sendable { case always, offline, message }
    enum Property: Sendable {
        case opacity, x, y, xScreen, yScreen, xItself, yItself, xEdge, yEdge, scale, scaleX, scaleY, rotation, flip,
            reveal, draw, travel, panel, clip
    }

    /// How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided.
    enum Outcome: Int, Sendable { case complete, wentOn, offline, message, interrupted }

    /// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
    enum StartKind: Sendable { case first, cold, warm, hot, recreated }

    /// Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring.
    struct Easing: Sendable {
        var kind: EasingKind = .cubic
        var x1 = 0.0
        var y1 = 0.0
        var x2 = 1.0
        var y2 = 1.0
        var steps = 0
        var atStart = false
        var jumps = 1
        var stops: [Double] = []
        var bounces = 0
        var restitution = 0.0
        var swing = 0.0
        var decay = 0.0
    }

    /// What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there.
    struct Track: Sendable {
        var property: Property
        var values: [Double]
        var at: [Double] = [0.0, 1.0]
        var onTop = 0
        var easing: Easing?
        var easings: [Easing] = []
    }

    /// An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector).
    struct RevealShape: Sendable {
        var iris = false
        var x: Double
        var y: Double
    }

    struct Beat: Sendable {
        var kind: BeatKind
        var length = -1
        var gates: [Int] = []
        var atLeast = 0
        var atMost: Int = launchNever
        var onTimeOut: Outcome = .wentOn
        var yields: Yield = .never
        var blend = 120
        var plays: [StartKind] = [.first, .cold, .warm]
    }

    struct GateTiming: Sendable {
        var id: String
        var start: GateStart = .process
        var beat = 0
        var needs: [Int] = []
        var timeOut: Int = launchNever
        var onTimeOut: Outcome = .wentOn
        var optional = false
        var typical = 500
    }

    /// What one layer does for a while. `calm`: what it does instead where people ask for less motion.
    struct Cue: Sendable {
        var layer: Int
        var beat: Int
        var length: Int
        var moves: [Track]
        var calm: [Track]?
        var anchor: Anchor = .beatStart
        var other = -1
        var offset = 0
        var times = 1
        var whileWaiting = false
        var alternate = false
        var end: RepeatEnd = .cut
        var settle = 0
        var adds = false
        /// Until when the system plays it at most; then it is carried on from where it stands. -1: it ends with the
        /// opening.
        var systemUntil = -1
        var dropped = false
        var bySystem = false
        var reveal: RevealShape?
        var fillFrom = 0.6
    }

    /// A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen.
    struct Place: Sendable {
        var across = 0.5
        var down = 0.5
        var x = 0.0
        var y = 0.0
        var width: Double
        var height: Double
        var turn = 0.0
        var safe = false
    }

    /// No place: the whole screen.
    struct Layer: Sendable {
        var kind: LayerKind
        var place: Place?
        var landscape: Place?
        var destination: Place?
        var panelHeight = 0.0
        var shown: Shown = .always
        var pivotX = 0.5
        var pivotY = 0.5
        var parent = -1
        var gates: [Int] = []
        var frames = 0
    }

    /// The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property.
    struct LaunchTiming: Sendable {
        var beats: [Beat]
        var gates: [GateTiming]
        var layers: [Layer]
        var cues: [Cue]
        var gateOrder: [Int] = []
        var cueOrder: [Int] = []
    }

    /// One launch, as far as it is known. `openingEnd`: when the app's first own frame was drawn. `opened`: when each
    /// gate was opened, or NEVER. `messageAt`, `retriedAt`: when a message stood there, and when people tried again.
    struct LaunchConditions: Sendable {
        var start: StartKind
        var reducedMotion: Bool
        var messageAt: Int
        var retriedAt: Int
        var openingEnd: Int
        var opened: [Int]
    }

    /// The screen, and what the system's bars cover at its edges.
    struct Screen: Sendable {
        var width: Double
        var height: Double
        var left = 0.0
        var top = 0.0
        var right = 0.0
        var bottom = 0.0
    }

    /// What is seen of a layer at one moment; the centre counts from the screen's upper left corner.
    final class LayerState {
        var visible = false
        var opacity = 1.0
        var x = 0.0
        var y = 0.0
        var width = 0.0
        var height = 0.0
        var scaleX = 1.0
        var scaleY = 1.0
        var rotation = 0.0
        var reveal = 1.0
        var revealShape: RevealShape?
        var draw = 1.0
        var fillFrom = 0.6
        var progress = 0.0
        var clip = 0.0
        /// Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last.
        var outer: [Double] = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0]
    }

    private static func within(_ value: Double) -> Double { min(1.0, max(0.0, value)) }

    //? BeatKind.wait
    private static func rank(_ outcome: Outcome) -> Int {
        if outcome == .message { return 3 }
        if outcome == .offline { return 2 }
        return outcome == .wentOn ? 1 : 0
    }

    /// What a property is where nothing says anything else.
    private static func neutral(_ property: Property) -> Double {
        let isFactor = property == .scale || property == .scaleX || property == .scaleY
        let isPart = property == .opacity || property == .reveal || property == .draw
        return isFactor || isPart ? 1.0 : 0.0
    }

    static func eased(_ easing: Easing, _ x: Double) -> Double {
        switch easing.kind {
        //? Easing.steps
        case .steps: return stepped(easing, x)
        //? Easing.stops
        case .stops: return onStops(easing.stops, x)
        //? Easing.bounces
        case .bounces: return bounced(easing, x)
        //? Easing.swing
        case .spring: return sprung(easing, x)
        default: return curved(easing, x)
        }
    }

    private static func cubic(_ a: Double, _ b: Double, _ s: Double) -> Double {
        let r = 1.0 - s
        return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s
    }

    private static func curved(_ easing: Easing, _ x: Double) -> Double {
        if x <= 0.0 || x >= 1.0 { return within(x) }
        var s = x
        var half = 0.5
        var low = 0.0
        while half > 1e-9 {
            s = low + half
            if cubic(easing.x1, easing.x2, s) < x { low = s }
            half /= 2.0
        }
        return cubic(easing.y1, easing.y2, s)
    }

    //? Easing.steps
    private static func stepped(_ easing: Easing, _ x: Double) -> Double {
        var step = (within(x) * Double(easing.steps) + 1e-12).rounded(.down)
        if easing.atStart { step += 1.0 }
        return within(step / Double(easing.jumps))
    }

    //? Easing.bounces
    /// Each bounce keeps a part of the speed; the distance grows with the square of the time.
    private static func bounced(_ easing: Easing, _ x: Double) -> Double {
        if x <= 0.0 || x >= 1.0 { return within(x) }
        var speed = 1.0
        var total = 1.0
        for _ in 0..<easing.bounces {
            speed *= easing.restitution
            total += 2.0 * speed
        }
        var t = x * total
        speed = 1.0
        while t > speed {
            t -= speed
            speed *= easing.restitution
            t -= speed
        }
        return 1.0 - speed * speed + t * t
    }

    //? Easing.swing
    /// What is left of its swinging at the end is taken away by and by.
    private static func sprung(_ easing: Easing, _ x: Double) -> Double {
        if x <= 0.0 || x >= 1.0 { return within(x) }
        return 1.0 - swung(easing, x) + swung(easing, 1.0) * x
    }

    //? Easing.swing
    /// How far a spring is from its rest.
    private static func swung(_ easing: Easing, _ x: Double) -> Double {
        let swing = easing.swing
        let decay = easing.decay
        return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x))
    }

    //? Easing.stops
    private static func onStops(_ stops: [Double], _ x: Double) -> Double {
        if x <= stops[0] { return stops[1] }
        var i = 2
        while i < stops.count && stops[i] <= x { i += 2 }
        if i >= stops.count { return stops[stops.count - 1] }
        let part = (x - stops[i - 2]) / (stops[i] - stops[i - 2])
        return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part
    }

    /// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
    private final class CueTiming {
        let cue: Cue
        var start: Int = launchNever
        var stop: Int = launchNever
        var length = 1
        var settle = 0
        var blends = false
        var skips = false
        var never = false
        var hangs = false
        var pausedAt: Int = launchNever
        var paused = 0

        init(_ cue: Cue) {
            self.cue = cue
        }

        /// How long it has been playing; not while it stands still because the system plays no more of it.
        func playedAt(_ t: Double) -> Double {
            if t <= Double(pausedAt) { return t - Double(start) }
            return max(1.0 * Double(pausedAt), t - Double(paused)) - Double(start)
        }

        func skip(_ from: Int, _ to: Int) {
            start = from
            stop = to
            skips = true
            settle = 0
            blends = false
        }

        /// When it has come to rest.
        func rests() -> Int { min(launchNever, stop + settle) }
    }

    /// What a cue does to one property in this launch; `found`: what that was when it began.
    private final class Segment {
        let plan: CueTiming
        let track: Track
        let found: Double

        init(_ plan: CueTiming, _ track: Track, _ found: Double) {
            self.plan = plan
            self.track = track
            self.found = found
        }

        private func key(_ i: Int) -> Double {
            let value = track.values[i]
            if i >= track.onTop { return value }
            return neutral(track.property) == 1.0 ? found * value : found + value
        }

        private func end() -> Double {
            let cue = plan.cue
            let isBack = cue.alternate && (cue.whileWaiting || cue.times % 2 == 0)
            return key(isBack ? 0 : track.values.count - 1)
        }

        func valueAt(_ t: Double) -> Double {
            let start = plan.start
            let stop = plan.stop
            if plan.never { return end() }
            if t < Double(start) { return key(0) }
            if plan.skips { return skipped(t) }
            if plan.settle > 0 && t >= Double(stop) {
                let from = during(Double(stop))
                return from + (end() - from) * within((t - Double(stop)) / Double(plan.settle))
            }
            return during(min(t, Double(stop)))
        }

        private func skipped(_ t: Double) -> Double {
            let from = plan.blends ? found : end()
            let length = plan.stop - plan.start
            let part = length > 0 ? within((t - Double(plan.start)) / Double(length)) : 1.0
            return from + (end() - from) * part
        }

        private func during(_ t: Double) -> Double {
            let keys = track.at
            let part = partAt(t)
            var i = 1
            while i < keys.count - 1 && keys[i] <= part { i += 1 }
            let width = keys[i] - keys[i - 1]
            var between = width > 0.0 ? within((part - keys[i - 1]) / width) : 1.0
            let easing = track.easing
            if let easing = easing { between = eased(easing, between) }
            if track.easings.count > 0 { between = eased(track.easings[i - 1], between) }
            return key(i - 1) + (key(i) - key(i - 1)) * between
        }

        /// Which part of its round is played then; the last round stays at its end.
        private func partAt(_ t: Double) -> Double {
            let local = plan.playedAt(t)
            let length = plan.length
            if local < Double(length) { return within(local / Double(length)) }
            if length <= 0 { return 1.0 }
            var round = (local / Double(length)).rounded(.down)
            var part = local / Double(length) - round
            if part == 0.0 && t >= Double(plan.stop) {
                round -= 1.0
                part = 1.0
            }
            return plan.cue.alternate && round.truncatingRemainder(dividingBy: 2.0) == 1.0 ? 1.0 - part : part
        }
    }

    /// What moves of one layer: of each property in the order of time.
    private final class Lane {
        var segments: [Segment] = []
        var properties: [Property] = []

        func add(_ segment: Segment) {
            let property = segment.track.property
            segments.append(segment)
            if properties.contains(property) { return }
            properties.append(property)
        }
    }

    /// The launch with absolute times: made anew when a gate opens, without a jump.
    final class LaunchSchedule {
        let timing: LaunchTiming
        let launch: LaunchConditions
        private(set) var beatStart: [Int]
        private(set) var beatEnd: [Int]
        var outcome: Outcome = .complete
        var outcomeAt: Int = launchNever
        /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known.
        var decidedAt: Int
        private(set) var gateOpen: [Int]
        private(set) var gateStart: [Int]
        private var gateTimedOut: [Bool]
        private var plans: [CueTiming] = []
        private var lanes: [Lane] = []
        //? Layer.parent
        private let groupState: LayerState = LayerState()
        private var reached = 0

        init(_ timing: LaunchTiming, _ launch: LaunchConditions) {
            self.timing = timing
            self.launch = launch
            self.beatStart = Array(repeating: 0, count: timing.beats.count)
            self.beatEnd = Array(repeating: 0, count: timing.beats.count)
            self.gateOpen = Array(repeating: launchNever, count: timing.gates.count)
            self.gateStart = Array(repeating: launchNever, count: timing.gates.count)
            self.gateTimedOut = Array(repeating: false, count: timing.gates.count)
            self.decidedAt = launch.openingEnd
            for it in timing.cues { self.plans.append(CueTiming(it)) }
            for it in self.plans { it.hangs = waitsForEnd(it.cue) }
            for _ in 0..<timing.layers.count { self.lanes.append(Lane()) }
            var now = 0
            for i in 0..<self.beatEnd.count {
                self.reached = i
                if self.outcome == .message { now = launchNever }
                self.beatStart[i] = now
                self.beatEnd[i] = now
                runBeat(i, now)
                dropCues(i)
                now = self.beatEnd[i]
            }
            resolveGates()
            fillLanes()
        }

        /// When the first screen can be used, or NEVER as far as is known.
        func shown() -> Int { outcome == .message ? launchNever : beatEnd[beatEnd.count - 1] }

        /// From `t` on nothing moves before the time given; `t` itself if something does.
        func stillUntil(_ t: Double) -> Double {
            var until = 1.0 * Double(launchNever)
            for it in plans {
                if Double(it.rests()) <= t || tracksOf(it.cue).count == 0 { continue }
                if Double(it.start) <= t { return t }
                until = min(until, Double(it.start))
            }
            for layer in timing.layers {
                if layer.kind == .progress { until = min(until, loadsNothingUntil(t)) }
            }
            for it in beatEnd {
                if Double(it) > t { until = min(until, Double(it)) }
            }
            return until
        }

        /// The same of all that loads.
        private func loadsNothingUntil(_ t: Double) -> Double {
            var until = 1.0 * Double(launchNever)
            for g in 0..<gateOpen.count {
                let from = gateStart[g]
                let open = loadedAt(g)
                if t < Double(from) { until = min(until, Double(from)) }
                if t < Double(open) { until = min(until, Double(open)) }
                if t >= Double(from) && t < Double(min(open, from + timing.gates[g].typical)) { return t }
                if t >= Double(open) && t < Double(open + launchCatchup) { return t }
            }
            return until
        }

        private func waitsForEnd(_ cue: Cue) -> Bool {
            if cue.anchor == .beatEnd { return true }
            if cue.other < 0 { return false }
            let other = plans[cue.other]
            if other.cue.beat != cue.beat { return false }
            if cue.anchor == .afterCue && other.cue.whileWaiting { return true }
            return other.hangs
        }

        private func plays(_ beat: Beat) -> Bool { beat.plays.contains(launch.start) }

        private func isInMemory() -> Bool { launch.start == .hot || launch.start == .recreated }

        private func runBeat(_ i: Int, _ now: Int) {
            let beat = timing.beats[i]
            if !plays(beat) { return skipCues(i, now) }
            if now >= launchNever { return }
            placeCues(i, now, launchNever, false)
            beatEnd[i] = now + beat.length
            if beat.length < 0 { beatEnd[i] = lastCueEnd(i, now) }
            switch beat.kind {
            case .opening: beatEnd[i] = launch.openingEnd
            //? BeatKind.wait
            case .wait: runWait(i, now)
            default: break
            }
            placeCues(i, now, beatEnd[i], true)
            switch beat.kind {
            case .opening: endOpening(i)
            //? Beat.yields
            case .play: leaveEarly(i, now)
            //? Beat.yields
            case .hold: leaveEarly(i, now)
            default: break
            }
        }

        private func placeCues(_ beat: Int, _ from: Int, _ end: Int, _ hanging: Bool) {
            let earliest = hanging && timing.beats[beat].kind == .wait ? end : from
            for it in plans {
                let cue = it.cue
                if cue.beat != beat || it.hangs != hanging { continue }
                var base = from
                if cue.anchor == .beatEnd { base = end }
                if cue.anchor == .withCue { base = plans[cue.other].start }
                if cue.anchor == .afterCue { base = plans[cue.other].stop }
                it.start = max(earliest, base + cue.offset)
                if base >= launchNever { it.start = launchNever }
                it.length = cue.length
                it.stop = cue.whileWaiting ? launchNever : min(launchNever, it.start + it.length * cue.times)
            }
        }

        private func lastCueEnd(_ beat: Int, _ from: Int) -> Int {
            var end = from
            for it in plans {
                if it.cue.beat == beat && !it.hangs && it.stop < launchNever { end = max(end, it.stop) }
            }
            return end
        }

        /// What does not play in this launch is at its end as soon as it is reached.
        private func skipCues(_ beat: Int, _ at: Int) {
            for it in plans {
                if it.cue.beat != beat { continue }
                it.skip(at, at)
                it.never = true
            }
        }

        private func isCarried(_ cue: Cue) -> Bool {
            return !cue.dropped
        }

        /// What this platform does not play is at its end from the start.
        private func dropCues(_ i: Int) {
            for it in plans {
                if it.cue.beat != i || isCarried(it.cue) { continue }
                it.skip(beatStart[i], beatStart[i])
                it.never = true
            }
        }

        /// The system plays the opening; with the app's first frame its cues are at their end, or go on from where they
        /// stand.
        private func endOpening(_ i: Int) {
            let end = launch.openingEnd
            for it in plans {
                if it.cue.beat != i || it.start >= launchNever { continue }
                var left = end
                if it.cue.systemUntil >= 0 { left = min(left, it.cue.systemUntil) }
                if it.stop <= left { continue }
                if it.cue.systemUntil >= 0 {
                    it.pausedAt = min(left, end)
                    it.paused = end - left
                    it.stop += it.paused
                } else {
                    if it.stop > end {
                        it.stop = max(it.start, end)
                        it.settle = 1
                    }
                }
            }
        }

        /// When a gate's work begins, but for the gates it needs; NEVER as far as the beats are worked out.
        private func begins(_ gate: GateTiming) -> Int {
            if isInMemory() { return 0 }
            if gate.start == .firstFrame { return beatEnd[0] }
            if gate.start == .process { return 0 }
            return gate.beat <= reached ? beatStart[gate.beat] : launchNever
        }

        private func openedAt(_ gate: Int, _ from: Int) -> Int {
            if isInMemory() { return from }
            return max(from, launch.opened[gate])
        }

        private func resolveGates() {
            let order = timing.gateOrder
            for i in 0..<gateOpen.count {
                let g = order.count > 0 ? order[i] : i
                let gate = timing.gates[g]
                var from = begins(gate)
                for need in gate.needs { from = max(from, gateOpen[need]) }
                let open = openedAt(g, from)
                let latest = limit(from, gate.timeOut, gate.onTimeOut)
                gateStart[g] = from
                gateTimedOut[g] = open > latest
                gateOpen[g] = min(open, latest)
            }
        }

        /// When patience ends; after a message it begins anew when people try again.
        private func limit(_ from: Int, _ patience: Int, _ how: Outcome) -> Int {
            let end = min(launchNever, from + patience)
            if how != .message && end < launch.messageAt { return end }
            return min(launchNever, max(from, launch.retriedAt) + patience)
        }

        //? BeatKind.wait|Beat.yields
        private func needs(_ beat: Beat, _ gate: Int) -> Bool {
            if beat.gates.count > 0 { return beat.gates.contains(gate) }
            return !timing.gates[gate].optional
        }

        //? BeatKind.wait
        private func runWait(_ i: Int, _ now: Int) {
            let beat = timing.beats[i]
            resolveGates()
            var end = now
            end += beat.atLeast
            for g in 0..<gateOpen.count {
                if needs(beat, g) { end = max(end, gateOpen[g]) }
            }
            let latest = limit(now, beat.atMost, beat.onTimeOut)
            beatEnd[i] = min(end, latest)
            endRepeats(i, latest)
            decidedAt = beatEnd[i]
            if end > latest { decide(beat.onTimeOut) }
            for g in 0..<gateOpen.count {
                let isLate = gateTimedOut[g] && gateOpen[g] <= decidedAt
                if isLate && needs(beat, g) { decide(timing.gates[g].onTimeOut) }
            }
        }

        //? BeatKind.wait
        /// Of several outcomes the gravest counts, from when it was decided.
        private func decide(_ how: Outcome) {
            if rank(how) <= rank(outcome) { return }
            outcome = how
            outcomeAt = decidedAt
        }

        //? BeatKind.wait
        /// What goes on while it waits ends with the wait: at once, calmly, or with its round, if the wait may last so
        /// long.
        private func endRepeats(_ i: Int, _ latest: Int) {
            let end = beatEnd[i]
            if end >= launchNever { return }
            for it in plans {
                if it.cue.beat != i || !it.cue.whileWaiting || it.start >= launchNever { continue }
                if it.start >= end {
                    it.skip(end, end)
                    continue
                }
                it.stop = end
                if it.cue.end == .settle { it.settle = max(1, it.cue.settle) }
                if it.cue.end == .finish {
                    let cycle = it.cue.alternate ? it.length * 2 : it.length
                    it.stop = min(latest, it.start + Int((Double(end - it.start + cycle - 1)) / Double(cycle)) * cycle)
                    beatEnd[i] = max(beatEnd[i], it.stop)
                }
            }
        }

        //? Beat.yields
        /// When all is there that the waits of this launch need.
        private func neededReady() -> Int {
            var ready = 0
            for g in 0..<gateOpen.count {
                var waits = false
                var needed = false
                for beat in timing.beats {
                    if beat.kind != .wait || !plays(beat) { continue }
                    waits = true
                    if needs(beat, g) { needed = true }
                }
                if needed || (!waits && !timing.gates[g].optional) { ready = max(ready, gateOpen[g]) }
            }
            return ready
        }

        //? Beat.yields
        /// All is there: cues to come blend to their ends, those that play settle there.
        private func leaveEarly(_ i: Int, _ now: Int) {
            let beat = timing.beats[i]
            if beat.yields == .never { return }
            resolveGates()
            let opened = neededReady()
            if opened >= beatEnd[i] {
                return  // also where the beat has no length: what hangs on its end is over with it
            }
            let ready = max(now, opened)
            var at = ready
            for it in plans {
                let isPlaying = it.cue.beat == i && it.start <= ready && it.stop > ready
                if isPlaying && beat.yields == .afterCues { at = max(at, it.stop) }
            }
            at = min(at, beatEnd[i])
            var blends = false
            for it in plans {
                if it.cue.beat == i && (it.start >= at || it.stop > at) { blends = true }
            }
            var end = at
            if blends { end += beat.blend }
            beatEnd[i] = min(beatEnd[i], end)
            blendCues(i, at, beatEnd[i])
        }

        //? Beat.yields
        private func blendCues(_ i: Int, _ at: Int, _ end: Int) {
            for it in plans {
                if it.cue.beat != i || it.stop <= at && it.start < at { continue }
                if it.start >= at {
                    it.skip(at, end)
                    it.blends = true
                } else {
                    it.stop = at
                    it.settle = max(1, end - at)
                }
            }
        }

        private func tracksOf(_ cue: Cue) -> [Track] {
            if launch.reducedMotion { return cue.calm ?? cue.moves }
            return cue.moves
        }

        /// Of each property first what it is before its first cue: where that cue starts.
        private func fillLanes() {
            for c in timing.cueOrder {
                let before = CueTiming(timing.cues[c])
                before.never = plans[c].never
                if before.cue.adds { continue }
                for it in tracksOf(before.cue) {
                    lanes[before.cue.layer].add(Segment(before, it, neutral(it.property)))
                }
            }
            for plan in inOrderOfTime() {
                let lane = lanes[plan.cue.layer]
                for it in tracksOf(plan.cue) {
                    var found = neutral(it.property)
                    let before = ruling(plan.cue.layer, it.property, Double(plan.start))
                    if before >= 0 && !plan.cue.adds {
                        let segment = lane.segments[before]
                        if plan.blends || segment.plan.start < launchNever {
                            found = segment.valueAt(Double(plan.start))
                        }
                    }
                    lane.add(Segment(plan, it, found))
                }
            }
        }

        /// The cues by their start; those that start together as `cueOrder` says.
        private func inOrderOfTime() -> [CueTiming] {
            var order: [CueTiming] = []
            for i in 0..<plans.count {
                let isSaid = timing.cueOrder.count > 0
                let plan = plans[isSaid ? timing.cueOrder[i] : i]
                order.append(plan)
                var at = order.count - 1
                while isSaid && at > 0 && order[at - 1].start > plan.start {
                    order[at] = order[at - 1]
                    at -= 1
                }
                order[at] = plan
            }
            return order
        }

        /// What rules a property at a moment: what began last, or else what begins first.
        private func ruling(_ layer: Int, _ property: Property, _ t: Double) -> Int {
            let segments = lanes[layer].segments
            var found = -1
            for i in 0..<segments.count {
                if segments[i].track.property != property || segments[i].plan.cue.adds { continue }
                if found < 0 || Double(segments[i].plan.start) <= t { found = i }
            }
            return found
        }

        //? Property.reveal|Property.draw
        /// The cue whose shape a property has then: the one that rules it, or else of those laid over it.
        private func shaping(_ layer: Int, _ property: Property, _ t: Double) -> Cue {
            let segments = lanes[layer].segments
            var found = ruling(layer, property, t)
            let isRuled = found >= 0
            for i in 0..<segments.count {
                if isRuled || segments[i].track.property != property { continue }
                if found < 0 || Double(segments[i].plan.start) <= t { found = i }
            }
            return segments[found].plan.cue
        }

        private func valueOf(_ layer: Int, _ property: Property, _ t: Double) -> Double {
            let segments = lanes[layer].segments
            let i = ruling(layer, property, t)
            var sum = i < 0 ? neutral(property) : segments[i].valueAt(t)
            for it in segments {
                let isOnTop = it.plan.cue.adds && it.track.property == property && Double(it.plan.start) <= t
                if isOnTop { sum += it.valueAt(t) - neutral(property) }
            }
            return sum
        }

        //? Layers.alone
        /// Fills `state` with what is seen of a layer at `t`.
        func stateAt(_ index: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            own(index, t, screen, state)
            hideUnseen(timing.layers[index], state)
        }

        //? Layer.parent
        /// Fills `state` with what is seen of a layer at `t`.
        func stateAt(_ index: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            own(index, t, screen, state)
            for i in 0..<6 { state.outer[i] = i == 0 || i == 3 ? 1.0 : 0.0 }
            var parent = timing.layers[index].parent
            while parent >= 0 {
                joinGroup(parent, t, screen, state)
                parent = timing.layers[parent].parent
            }
            hideUnseen(timing.layers[index], state)
        }

        /// The layer's own state, without its groups.
        func own(_ index: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            let layer = timing.layers[index]
            state.visible = belongs(layer, t)
            atRest(layer, screen, state)
            switch layer.kind {
            case .firstScreen: state.visible = stands(layer, t)
            //? LayerKind.progress
            case .progress: state.progress = loaded(layer, t)
            default: break
            }
            for property in lanes[index].properties {
                let value = valueOf(index, property, t)
                switch property {
                case .x: state.x += value
                case .y: state.y += value
                //? Property.xScreen
                case .xScreen: state.x += screen.width * value
                //? Property.yScreen
                case .yScreen: state.y += screen.height * value
                //? Property.xItself
                case .xItself: state.x += widthAtRest(layer, screen) * value
                //? Property.yItself
                case .yItself: state.y += heightAtRest(layer, screen) * value
                //? Property.xEdge
                case .xEdge: state.x += pastSide(layer, value, screen)
                //? Property.yEdge
                case .yEdge: state.y += pastEnd(layer, value, screen)
                case .scale: scaleBy(value, value, state)
                case .scaleX: state.scaleX *= value
                case .scaleY: state.scaleY *= value
                case .rotation: state.rotation += value
                //? Property.flip
                case .flip: flip(value, state)
                //? Property.reveal
                case .reveal: reveal(index, value, t, state)
                //? Property.draw
                case .draw: draw(index, value, t, state)
                //? Property.travel
                case .travel: travel(layer, value, screen, state)
                //? Property.panel
                case .panel: shrinkToPanel(layer, value, screen, state)
                //? Property.clip
                case .clip: state.clip = frameAt(layer, value)
                default: state.opacity = within(value)
                }
            }
            if layer.place != nil { turnAboutPivot(layer, state) }
        }

        //? Property.reveal
        private func reveal(_ index: Int, _ part: Double, _ t: Double, _ state: LayerState) {
            state.reveal = within(part)
            state.revealShape = shaping(index, .reveal, t).reveal
        }

        //? Property.draw
        private func draw(_ index: Int, _ part: Double, _ t: Double, _ state: LayerState) {
            state.draw = within(part)
            state.fillFrom = shaping(index, .draw, t).fillFrom
        }

        //? Layer.parent
        private func joinGroup(_ index: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            guard let place = placeOn(timing.layers[index], screen) else { return }
            let group = groupState
            own(index, t, screen, group)
            if !group.visible { state.visible = false }
            state.opacity *= group.opacity
            let radians = group.rotation * Double.pi / 180.0
            let a = cos(radians) * group.scaleX
            let b = sin(radians) * group.scaleX
            let c = -sin(radians) * group.scaleY
            let d = cos(radians) * group.scaleY
            let restX = acrossOf(place, screen)
            let restY = downOf(place, screen)
            for i in stride(from: 0, to: 6, by: 2) {
                let x = state.outer[i]
                let y = state.outer[i + 1]
                state.outer[i] = a * x + c * y
                state.outer[i + 1] = b * x + d * y
            }
            state.outer[4] += group.x - a * restX - c * restY
            state.outer[5] += group.y - b * restX - d * restY
        }

        //? LayerKind.progress
        /// Of all its gates alike.
        private func loaded(_ layer: Layer, _ t: Double) -> Double {
            var sum = 0.0
            var count = 0
            for g in 0..<gateOpen.count {
                let gate = timing.gates[g]
                let counts = layer.gates.count > 0 ? layer.gates.contains(g) : !gate.optional
                if !counts { continue }
                count += 1
                sum += loadedPart(g, t)
            }
            return count > 0 ? sum / Double(count) : 1.0
        }

        //? LayerKind.progress
        /// A gate that loads counts by its typical time, at most nine tenths; what is left when it has loaded is caught
        /// up with. Never less than a moment before.
        private func loadedPart(_ g: Int, _ t: Double) -> Double {
            let open = loadedAt(g)
            let loading = min(t, Double(open)) - Double(gateStart[g])
            let before = 0.9 * min(1.0, max(0.0, loading / Double(max(1, timing.gates[g].typical))))
            if t < Double(open) { return before }
            let left = open > 0 ? max(0.0, 1.0 - (t - Double(open)) / Double(launchCatchup)) : 0.0
            return 1.0 - (1.0 - before) * left * left
        }

        /// What a message stands for has not loaded, and goes on when people try again.
        private func loadedAt(_ g: Int) -> Int {
            let failed = gateTimedOut[g] && timing.gates[g].onTimeOut == .message
            return failed ? launchNever : gateOpen[g]
        }

        /// Some layers are seen in one outcome alone.
        private func belongs(_ layer: Layer, _ t: Double) -> Bool {
            let decided = t >= Double(outcomeAt)
            if layer.shown == .offline { return decided && outcome == .offline }
            if layer.shown == .message { return decided && outcome == .message }
            return true
        }

        /// A first screen gives way to one that is only for being offline.
        private func stands(_ layer: Layer, _ t: Double) -> Bool {
            let isOffline = t >= Double(outcomeAt) && outcome == .offline
            if !isOffline || layer.shown == .offline { return belongs(layer, t) }
            for it in timing.layers {
                if it.kind == .firstScreen && it.shown == .offline { return false }
            }
            return true
        }
    }

    /// All of the layer at its place, before anything moves it.
    private static func atRest(_ layer: Layer, _ screen: Screen, _ state: LayerState) {
        state.opacity = 1.0
        state.scaleX = 1.0
        state.scaleY = 1.0
        state.rotation = 0.0
        state.reveal = 1.0
        state.revealShape = nil
        state.draw = 1.0
        state.progress = 0.0
        state.clip = 0.0
        state.width = screen.width
        state.height = screen.height
        state.x = screen.width / 2.0
        state.y = screen.height / 2.0
        guard let place = placeOn(layer, screen) else { return }
        state.width = place.width
        state.height = place.height
        state.x = acrossOf(place, screen)
        state.y = downOf(place, screen)
        state.rotation = place.turn
    }

    private static func hideUnseen(_ layer: Layer, _ state: LayerState) {
        let isGone = state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0 || state.reveal <= 0.0
        if isGone || layer.kind == .group { state.visible = false }
    }

    private static func scaleBy(_ across: Double, _ down: Double, _ state: LayerState) {
        state.scaleX *= across
        state.scaleY *= down
    }

    //? Property.xItself
    private static func widthAtRest(_ layer: Layer, _ screen: Screen) -> Double {
        guard let place = placeOn(layer, screen) else { return screen.width }
        return place.width
    }

    //? Property.yItself
    private static func heightAtRest(_ layer: Layer, _ screen: Screen) -> Double {
        guard let place = placeOn(layer, screen) else { return screen.height }
        return place.height
    }

    //? Property.xEdge
    /// So much of the way until nothing of it is seen beyond the right side, or below zero the left one.
    private static func pastSide(_ layer: Layer, _ part: Double, _ screen: Screen) -> Double {
        guard let place = placeOn(layer, screen) else { return screen.width * part }
        let radians = place.turn * Double.pi / 180.0
        let half = (abs(cos(radians)) * place.width + abs(sin(radians)) * place.height) / 2.0
        let middle = acrossOf(place, screen)
        return part * ((part > 0.0 ? screen.width - middle : middle) + half)
    }

    //? Property.yEdge
    /// So much of the way until nothing of it is seen below the lower end, or below zero above the upper one.
    private static func pastEnd(_ layer: Layer, _ part: Double, _ screen: Screen) -> Double {
        guard let place = placeOn(layer, screen) else { return screen.height * part }
        let radians = place.turn * Double.pi / 180.0
        let half = (abs(sin(radians)) * place.width + abs(cos(radians)) * place.height) / 2.0
        let middle = downOf(place, screen)
        return part * ((part > 0.0 ? screen.height - middle : middle) + half)
    }

    //? Property.flip
    /// About the upright axis, seen from the front.
    private static func flip(_ turn: Double, _ state: LayerState) {
        let narrowed = cos(turn * Double.pi / 180.0)
        state.scaleX *= abs(narrowed) < 1e-9 ? 0.0 : narrowed
    }

    //? Property.travel
    private static func travel(_ layer: Layer, _ part: Double, _ screen: Screen, _ state: LayerState) {
        guard let place = placeOn(layer, screen) else { return }
        guard let there = layer.destination else { return }
        state.x += (acrossOf(there, screen) - acrossOf(place, screen)) * part
        state.y += (downOf(there, screen) - downOf(place, screen)) * part
        state.rotation += (there.turn - place.turn) * part
        let across = place.width > 0.0 ? there.width / place.width : 1.0
        let down = place.height > 0.0 ? there.height / place.height : 1.0
        let scale = 1.0 + (min(across, down) - 1.0) * part
        scaleBy(scale, scale, state)
    }

    //? Property.panel
    private static func shrinkToPanel(_ layer: Layer, _ part: Double, _ screen: Screen, _ state: LayerState) {
        let taken = (screen.height - layer.panelHeight) * part
        state.height -= taken
        state.y -= taken / 2.0
    }

    //? Property.clip
    private static func frameAt(_ layer: Layer, _ part: Double) -> Double {
        let steps = layer.frames - 1
        return steps > 0 ? (within(part) * Double(steps) + 1e-9).rounded(.down) / Double(steps) : within(part)
    }

    /// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle.
    private static func turnAboutPivot(_ layer: Layer, _ state: LayerState) {
        let x = (layer.pivotX - 0.5) * state.width
        let y = (layer.pivotY - 0.5) * state.height
        let radians = state.rotation * Double.pi / 180.0
        state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y)
        state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y)
    }

    /// Where the layer stands, held this way.
    static func placeOn(_ layer: Layer, _ screen: Screen) -> Place? {
        if screen.width > screen.height { return layer.landscape ?? layer.place }
        return layer.place
    }

    static func acrossOf(_ place: Place, _ screen: Screen) -> Double {
        let free = screen.width - screen.left - screen.right
        if place.safe { return place.x + screen.left + free * place.across }
        return place.x + screen.width * place.across
    }

    static func downOf(_ place: Place, _ screen: Screen) -> Double {
        let free = screen.height - screen.top - screen.bottom
        if place.safe { return place.y + screen.top + free * place.down }
        return place.y + screen.height * place.down
    }
}
