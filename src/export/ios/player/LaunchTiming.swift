// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
import Foundation

extension @LAUNCH@ {
    /// A time that is not reached; all are whole milliseconds after the start of the launch.
    static let launchNever = 1_000_000_000

    enum BeatKind: Sendable { case opening, play, hold, wait, handOff }
    enum Yield: Sendable { case never, afterCues, atOnce } //? Beat.yields
    enum GateStart: Sendable { case process, firstFrame, beat } //? GateStart.firstFrame|GateStart.beat
    enum Anchor: Sendable { case beatStart, beatEnd, withCue, afterCue } //? Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
    enum RepeatEnd: Sendable { case cut, finish, settle } //? RepeatEnd.settle|RepeatEnd.finish
    enum LayerKind: Sendable { case backdrop, art, firstScreen, progress, clip, group }
    enum Shown: Sendable { case always, offline, message }
    enum Property: Sendable {
        case opacity, x, y, scale, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip
    }

    /// How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided.
    enum Outcome: Int, Sendable { case complete, wentOn, offline, message, interrupted }

    /// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
    enum StartKind: Sendable { case first, cold, warm, hot, recreated }

//?{ Track.easing|Track.easings
    /// Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring.
    struct Easing: Sendable {
        var x1 = 0.0
        var y1 = 0.0
        var x2 = 1.0
        var y2 = 1.0
        var steps = 0 //? Easing.steps
        var atStart = false //? Easing.atStart
        var jumps = 1 //? Easing.jumps|Easing.steps
        var stops: [Double] = [] //? Easing.stops
        var bounces = 0 //? Easing.bounces
        var restitution = 0.0 //? Easing.restitution|Easing.bounces
        var swing = 0.0 //? Easing.swing
        var decay = 0.0 //? Easing.decay|Easing.swing
    }
//?}

    /// What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there.
    struct Track: Sendable {
        var property: Property
        var values: [Double]
        var at: [Double] = [0.0, 1.0]
        var onTop = 0 //? Track.onTop
        var easing: Easing? //? Track.easing
        var easings: [Easing] = [] //? Track.easings
    }

//?{ Property.reveal
    /// An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector).
    struct RevealShape: Sendable {
        var iris = false
        var x: Double
        var y: Double
    }
//?}

    struct Beat: Sendable {
        var kind: BeatKind
        var length = -1
        var gates: [Int] = [] //? Beat.gates
        var atLeast = 0 //? Beat.atLeast
        var atMost: Int = launchNever //? Beat.atMost
        var onTimeOut: Outcome = .wentOn //? Beat.onTimeOut|Beat.atMost
        var yields: Yield = .never //? Beat.yields
        var blend = 120 //? Beat.blend|Beat.yields
        var plays: [StartKind] = [.first, .cold, .warm]
    }

    struct GateTiming: Sendable {
        var id: String
        var start: GateStart = .process //? GateTiming.start|GateStart.firstFrame|GateStart.beat
        var beat = 0 //? GateTiming.beat|GateStart.beat
        var needs: [Int] = [] //? GateTiming.needs
        var timeOut: Int = launchNever //? GateTiming.timeOut
        var onTimeOut: Outcome = .wentOn //? GateTiming.onTimeOut|GateTiming.timeOut
        var optional = false //? GateTiming.optional
        var typical = 500 //? GateTiming.typical
    }

    /// What one layer does for a while. `calm`: what it does instead where people ask for less motion.
    struct Cue: Sendable {
        var layer: Int
        var beat: Int
        var length: Int
        var moves: [Track]
        var calm: [Track]? //? Cue.calm
        var anchor: Anchor = .beatStart //? Cue.anchor|Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
        var other = -1 //? Cue.other|Anchor.withCue|Anchor.afterCue
        var offset = 0
        var times = 1 //? Cue.times
        var whileWaiting = false //? Cue.whileWaiting
        var alternate = false //? Cue.alternate
        var end: RepeatEnd = .cut //? Cue.end|RepeatEnd.settle|RepeatEnd.finish
        var settle = 0 //? Cue.settle|RepeatEnd.settle
        var adds = false //? Cue.adds
        var dropped = false //? Cue.dropped
        var bySystem = false //? Cue.bySystem
        var reveal: RevealShape? //? Cue.reveal|Property.reveal
        var fillFrom = 0.6 //? Cue.fillFrom|Property.draw
    }

    /// A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen.
    struct Place: Sendable {
        var across = 0.5
        var down = 0.5
        var x = 0.0
        var y = 0.0
        var width: Double
        var height: Double
        var turn = 0.0 //? Place.turn
        var safe = false //? Place.safe
    }

    /// No place: the whole screen.
    struct Layer: Sendable {
        var kind: LayerKind
        var place: Place?
        var landscape: Place? //? Layer.landscape
        var destination: Place? //? Layer.destination|Property.travel
        var panelHeight = 0.0 //? Layer.panelHeight|Property.panel
        var shown: Shown = .always //? Layer.shown
        var pivotX = 0.5 //? Layer.pivotX|Layer.pivotY
        var pivotY = 0.5 //? Layer.pivotY|Layer.pivotX
        var parent = -1 //? Layer.parent
        var gates: [Int] = [] //? Layer.gates
        var frames = 0 //? Layer.frames|LayerKind.clip
    }

    /// The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property.
    struct LaunchTiming: Sendable {
        var beats: [Beat]
        var gates: [GateTiming]
        var layers: [Layer]
        var cues: [Cue]
        var gateOrder: [Int] = [] //? LaunchTiming.gateOrder|Gate.order
        var cueOrder: [Int] = [] //? LaunchTiming.cueOrder|Cue.again|Beat.yields
    }

    /// The screen, and what the system's bars cover at its edges.
    struct Screen: Sendable {
        var width: Double
        var height: Double
//?{ Place.safe
        var left = 0.0
        var top = 0.0
        var right = 0.0
        var bottom = 0.0
//?}
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
//?{ Property.reveal
        var reveal = 1.0
        var revealShape: RevealShape?
//?}
//?{ Property.draw
        var draw = 1.0
        var fillFrom = 0.6
//?}
        var progress = 0.0 //? LayerKind.progress
        var clip = 0.0 //? LayerKind.clip
//?{ Layer.parent
        /// Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last.
        var outer: [Double] = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0]
//?}
    }

    private static func within(_ value: Double) -> Double { min(1.0, max(0.0, value)) }

//?{ BeatKind.wait
//?{ Beat.atMost|GateTiming.timeOut
    private static func rank(_ outcome: Outcome) -> Int {
        if outcome == .message { return 3 } //? Outcome.message
        if outcome == .offline { return 2 } //? Outcome.offline
        return outcome == .wentOn ? 1 : 0
    }
//?}
//?}

    /// What a property is where nothing says anything else.
    private static func neutral(_ property: Property) -> Double {
        if property == .opacity || property == .scale { return 1.0 }
        if property == .scaleX { return 1.0 } //? Property.scaleX
        if property == .scaleY { return 1.0 } //? Property.scaleY
        if property == .reveal { return 1.0 } //? Property.reveal
        if property == .draw { return 1.0 } //? Property.draw
        return 0.0
    }

//?{ Track.easing|Track.easings
    private static func cubic(_ a: Double, _ b: Double, _ s: Double) -> Double {
        let r = 1.0 - s
        return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s
    }
//?}

//?{ Track.easing|Track.easings
    private static func eased(_ easing: Easing, _ x: Double) -> Double {
//?{ Easing.steps
        if easing.steps > 0 {
            var step = (within(x) * Double(easing.steps) + 1e-12).rounded(.down)
            if easing.atStart { step += 1.0 } //? Easing.atStart
            return within(step / Double(easing.jumps))
        }
//?}
        if easing.stops.count > 0 { return onStops(easing.stops, x) } //? Easing.stops
        if x <= 0.0 || x >= 1.0 { return within(x) }
        if easing.bounces > 0 { return bounced(easing, x) } //? Easing.bounces
        if easing.swing > 0.0 { return 1.0 - swung(easing, x) + swung(easing, 1.0) * x } //? Easing.swing
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
//?}

//?{ Easing.bounces
    /// Each bounce keeps a part of the speed; the distance grows with the square of the time.
    private static func bounced(_ easing: Easing, _ x: Double) -> Double {
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
//?}

//?{ Easing.swing
    /// How far a spring is from its rest.
    private static func swung(_ easing: Easing, _ x: Double) -> Double {
        let swing = easing.swing
        let decay = easing.decay
        return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x))
    }
//?}

//?{ Easing.stops
    private static func onStops(_ stops: [Double], _ x: Double) -> Double {
        if x <= stops[0] { return stops[1] }
        var i = 2
        while i < stops.count && stops[i] <= x { i += 2 }
        if i >= stops.count { return stops[stops.count - 1] }
        let part = (x - stops[i - 2]) / (stops[i] - stops[i - 2])
        return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part
    }
//?}

    /// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
    private final class CueTiming {
        let cue: Cue
        var start: Int = launchNever
        var stop: Int = launchNever
        var length = 1
        var settle = 0 //? Opening.cues|Beat.yields|RepeatEnd.settle
        var blends = false //? Beat.yields
        var skips = false //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        var never = false //? Beat.plays|Cue.dropped|Cue.bySystem
        var hangs = false //? Cue.hangs

        init(_ cue: Cue) {
            self.cue = cue
        }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

        func skip(_ from: Int, _ to: Int) {
            start = from
            stop = to
            skips = true
            settle = 0 //? Opening.cues|Beat.yields|RepeatEnd.settle
            blends = false //? Beat.yields
        }
//?}

        /// When it has come to rest.
        func rests() -> Int {
            if settle > 0 { return min(launchNever, stop + settle) } //? Opening.cues|Beat.yields|RepeatEnd.settle
            return stop
        }
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
//?{ Track.onTop
            let isOnTop = i < track.onTop
            if isOnTop && neutral(track.property) == 1.0 { return found * value }
            if isOnTop { return found + value }
//?}
            return value
        }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle

        private func end() -> Double {
//?{ Cue.alternate
            var even = false
            if plan.cue.times % 2 == 0 { even = true } //? Cue.times
            if plan.cue.whileWaiting { even = true } //? Cue.whileWaiting
            if plan.cue.alternate && even { return key(0) }
//?}
            return key(track.values.count - 1)
        }
//?}
//?{ player.edges

        /// When its keys come, in each round it plays before `until`.
        func keyTimes(_ until: Double) -> [Double] {
            var edges: [Double] = []
            edges.append(Double(plan.start))
            edges.append(Double(plan.stop))
            edges.append(Double(plan.rests()))
            let stop = min(until, 1.0 * Double(plan.stop))
            var length = plan.length
            if plan.skips { length = plan.stop - plan.start } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            var round = 1.0 * Double(plan.start)
            while round < stop && length > 0 {
                for it in track.at { edges.append(round + it * Double(length)) }
                round += Double(length)
            }
            return edges
        }
//?}

        func valueAt(_ t: Double) -> Double {
            let start = plan.start
            let stop = plan.stop
            if plan.never { return end() } //? Beat.plays|Cue.dropped|Cue.bySystem
            if t < Double(start) { return key(0) }
            if plan.skips { return skipped(t) } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
//?{ Opening.cues|Beat.yields|RepeatEnd.settle
            let settle = plan.settle
            if settle > 0 && t >= Double(stop) {
                let from = during(Double(stop - start))
                return from + (end() - from) * within((t - Double(stop)) / Double(settle))
            }
//?}
            return during(min(t, Double(stop)) - Double(start))
        }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

        private func skipped(_ t: Double) -> Double {
            var from = end()
            if plan.blends { from = found } //? Beat.yields
            let length = plan.stop - plan.start
            let part = length > 0 ? within((t - Double(plan.start)) / Double(length)) : 1.0
            return from + (end() - from) * part
        }
//?}

        private func during(_ local: Double) -> Double {
            let length = plan.length
            let keys = track.at
            var part = length > 0 ? within(local / Double(length)) : 1.0
            if length > 0 && local >= Double(length) { part = inRound(local / Double(length)) } //? Cue.times|Cue.whileWaiting
            var i = 1
            while i < keys.count - 1 && keys[i] <= part { i += 1 }
            let width = keys[i] - keys[i - 1]
            var between = width > 0.0 ? within((part - keys[i - 1]) / width) : 1.0
//?{ Track.easing
            let easing = track.easing
            if let easing = easing { between = eased(easing, between) }
//?}
//?{ Track.easings
            let easings = track.easings
            if easings.count > 0 { between = eased(easings[i - 1], between) }
//?}
            return key(i - 1) + (key(i) - key(i - 1)) * between
        }
//?{ Cue.times|Cue.whileWaiting

        /// Which part of its round is played after so many of them; the last one stays at its end.
        private func inRound(_ rounds: Double) -> Double {
            var round = rounds.rounded(.down)
            var part = rounds - round
            if part == 0.0 && rounds * Double(plan.length) >= Double(plan.stop - plan.start) {
                round -= 1.0
                part = 1.0
            }
            if round.truncatingRemainder(dividingBy: 2.0) == 1.0 && plan.cue.alternate { part = 1.0 - part } //? Cue.alternate
            return part
        }
//?}
    }

    /// What moves of one layer: of each property in the order of time.
    private final class Lane {
        var segments: [Segment] = []
    }

    /// The launch with absolute times, for what is known of the gates so far: made anew when a gate opens, without a
    /// jump. `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was opened, or NEVER.
    final class LaunchSchedule {
        let timing: LaunchTiming
        let start: StartKind
        let reducedMotion: Bool
        let systemMoves: Bool //? player.system
        let pace: Double //? player.pace
//?{ player.retry
        let messageAt: Int
        let retriedAt: Int
//?}
        let openingEnd: Int
        private(set) var opened: [Int]
        private(set) var beatStart: [Int] //? GateStart.beat|Cue.dropped|Cue.bySystem
        private(set) var beatEnd: [Int]
        var outcome: Outcome = .complete
        var outcomeAt: Int = launchNever
        /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known.
        var decidedAt: Int
        var gateOpen: [Int]
        var gateStart: [Int] //? LayerKind.progress
        private var gateTimedOut: [Bool] //? GateTiming.timeOut
        private var plans: [CueTiming] = []
        private var lanes: [Lane] = []
        private let groupState: LayerState = LayerState() //? Layer.parent
        private var reached = 0 //? GateStart.beat

        init(
            _ timing: LaunchTiming,
            _ start: StartKind,
            _ reducedMotion: Bool,
            _ systemMoves: Bool, //? player.system
            _ pace: Double, //? player.pace
//?{ player.retry
            _ messageAt: Int,
            _ retriedAt: Int,
//?}
            _ openingEnd: Int,
            _ opened: [Int]
        ) {
            self.timing = timing
            self.start = start
            self.reducedMotion = reducedMotion
            self.systemMoves = systemMoves //? player.system
            self.pace = pace //? player.pace
//?{ player.retry
            self.messageAt = messageAt
            self.retriedAt = retriedAt
//?}
            self.openingEnd = openingEnd
            self.opened = opened
            self.beatStart = Array(repeating: 0, count: timing.beats.count) //? GateStart.beat|Cue.dropped|Cue.bySystem
            self.beatEnd = Array(repeating: 0, count: timing.beats.count)
            self.gateOpen = opened
            self.gateOpen = Array(repeating: launchNever, count: opened.count) //? Gate.rules
            self.gateStart = Array(repeating: launchNever, count: opened.count) //? LayerKind.progress
            self.decidedAt = openingEnd
            self.gateTimedOut = Array(repeating: false, count: opened.count) //? GateTiming.timeOut
            for it in timing.cues { self.plans.append(CueTiming(it)) }
            for it in self.plans { it.hangs = waitsForEnd(it.cue) } //? Cue.hangs
            for _ in 0..<timing.layers.count { self.lanes.append(Lane()) }
            var now = 0
            for i in 0..<self.beatEnd.count {
                self.reached = i //? GateStart.beat
                if self.outcome == .message { now = launchNever } //? Outcome.message
                self.beatStart[i] = now //? GateStart.beat|Cue.dropped|Cue.bySystem
                self.beatEnd[i] = now
                runBeat(i, now)
                dropCues(i) //? Cue.dropped|Cue.bySystem
                now = self.beatEnd[i]
            }
            resolveGates() //? Gate.rules
            fillLanes()
        }

        /// When the first screen can be used, or NEVER as far as is known.
        func shown() -> Int {
            if outcome == .message { return launchNever } //? Outcome.message
            return beatEnd[beatEnd.count - 1]
        }
//?{ player.stillness

        /// From `t` on nothing moves before the time given; `t` itself if something does.
        func stillUntil(_ t: Double) -> Double {
            var until = 1.0 * Double(launchNever)
            for it in plans {
                if Double(it.rests()) <= t || tracksOf(it.cue).count == 0 { continue }
                if Double(it.start) <= t { return t }
                until = min(until, Double(it.start))
            }
//?{ LayerKind.progress
            for layer in timing.layers {
                if layer.kind == .progress && loaded(layer, t) < 1.0 { return t }
            }
//?}
            for it in beatEnd {
                if Double(it) > t { until = min(until, Double(it)) }
            }
            return until
        }
//?}
//?{ player.edges

        /// When the keys of a property come, up to `until`; between them it runs along one curve. In no order.
        func edgesOf(_ layer: Int, _ property: Property, _ until: Double) -> [Double] {
            var edges: [Double] = []
            for segment in lanes[layer].segments {
                if segment.track.property != property || segment.plan.start >= launchNever { continue }
                for it in segment.keyTimes(until) { edges.append(it) }
            }
            return edges
        }
//?}
//?{ Property.reveal
//?{ player.shapes

        /// The shapes by which the layer is uncovered, each once.
        func revealsOf(_ layerIndex: Int) -> [RevealShape] {
            var shapes: [RevealShape] = []
            for it in lanes[layerIndex].segments {
                if it.track.property != .reveal { continue }
                let shape = it.plan.cue.reveal
                if let shape = shape {
                    var isNew = true
                    for known in shapes {
                        if sameReveal(known, shape) { isNew = false }
                    }
                    if isNew { shapes.append(shape) }
                }
            }
            return shapes
        }
//?}
//?}
//?{ Cue.hangs

        private func waitsForEnd(_ cue: Cue) -> Bool {
            if cue.anchor == .beatEnd { return true } //? Anchor.beatEnd
//?{ Anchor.withCue|Anchor.afterCue
            if cue.other >= 0 {
                let other = plans[cue.other]
                if other.cue.beat != cue.beat { return false }
                if other.hangs { return true }
                if cue.anchor == .afterCue && other.cue.whileWaiting { return true } //? Cue.whileWaiting Anchor.afterCue
            }
//?}
            return false
        }
//?}
//?{ Beat.plays

        private func plays(_ beat: Beat) -> Bool { beat.plays.contains(start) }
//?}
//?{ player.pace

        /// Lengths of the show at the pace the system asks for; gates keep their time.
        private func paced(_ length: Int) -> Int { Int((Double(length) * pace + 0.5).rounded(.down)) }
//?}
//?{ StartKind.hot|StartKind.recreated

        private func isInMemory() -> Bool { start == .hot || start == .recreated }
//?}

        private func runBeat(_ i: Int, _ now: Int) {
            let beat = timing.beats[i]
            if !plays(beat) { return skipCues(i, now) } //? Beat.plays
            if now >= launchNever { return }
            placeCues(i, now, launchNever, false)
            beatEnd[i] = now + beat.length //? player.steady
            beatEnd[i] = now + paced(beat.length) //? player.pace
            if beat.length < 0 { beatEnd[i] = lastCueEnd(i, now) } //? Beat.open
            if beat.kind == .opening { beatEnd[i] = openingEnd } //? BeatKind.opening
            if beat.kind == .wait { runWait(i, now) } //? BeatKind.wait
            placeCues(i, now, beatEnd[i], true) //? Cue.hangs
            if beat.kind == .opening { endOpening(i) } //? Opening.cues
//?{ Beat.yields
            if beat.yields != .never && (beat.kind == .play || beat.kind == .hold) {
                resolveGates() //? Gate.rules
                let ready = neededReady()
                if ready < beatEnd[i] { yieldAt(i, max(ready, now)) }
            }
//?}
        }

        private func placeCues(_ beat: Int, _ from: Int, _ end: Int, _ hanging: Bool) {
            for it in plans {
                let cue = it.cue
                if cue.beat != beat { continue }
                if it.hangs != hanging { continue } //? Cue.hangs
                var base = from
                if cue.anchor == .beatEnd { base = end } //? Anchor.beatEnd
                if cue.anchor == .withCue { base = plans[cue.other].start } //? Anchor.withCue
                if cue.anchor == .afterCue { base = plans[cue.other].stop } //? Anchor.afterCue
                var earliest = from
                if hanging && timing.beats[beat].kind == .wait { earliest = end } //? BeatKind.wait Cue.hangs
                it.start = max(earliest, base + cue.offset) //? player.steady
                it.start = max(earliest, base + paced(cue.offset)) //? player.pace
                if base >= launchNever { it.start = launchNever } //? Cue.hangs
                it.length = cue.length //? player.steady
                it.length = max(1, paced(cue.length)) //? player.pace
                var all = it.length
                all *= cue.times //? Cue.times
                if cue.whileWaiting { all = launchNever } //? Cue.whileWaiting
                it.stop = min(launchNever, it.start + all)
            }
        }
//?{ Beat.open

        private func lastCueEnd(_ beat: Int, _ from: Int) -> Int {
            var end = from
            for it in plans {
                if it.cue.beat != beat || it.stop >= launchNever { continue }
                if it.hangs { continue } //? Cue.hangs
                end = max(end, it.stop)
            }
            return end
        }
//?}
//?{ Beat.plays

        /// What does not play in this launch is at its end as soon as it is reached.
        private func skipCues(_ beat: Int, _ at: Int) {
            for it in plans {
                if it.cue.beat != beat { continue }
                it.skip(at, at)
                it.never = true
            }
        }
//?}
//?{ Cue.dropped|Cue.bySystem

        /// What this platform does not play is at its end from the start.
        private func dropCues(_ i: Int) {
            for it in plans {
                var dropped = false
                if it.cue.dropped { dropped = true } //? Cue.dropped
//?{ Cue.bySystem
                if it.cue.bySystem { dropped = true }
                if it.cue.bySystem && systemMoves { dropped = false } //? player.system
//?}
                if it.cue.beat != i || !dropped { continue }
                it.skip(beatStart[i], beatStart[i])
                it.never = true
            }
        }
//?}
//?{ Opening.cues

        /// The system plays the opening; when the app draws for the first time, its cues are at their end.
        private func endOpening(_ i: Int) {
            for it in plans {
                if it.cue.beat != i || it.stop <= openingEnd { continue }
                it.stop = max(it.start, openingEnd)
                it.settle = 1
            }
        }
//?}
//?{ GateStart.beat

        /// When a beat began, or NEVER as far as the beats are worked out.
        private func reachedAt(_ beat: Int) -> Int { beat <= reached ? beatStart[beat] : launchNever }
//?}
//?{ Gate.rules

        private func resolveGates() {
            for i in 0..<gateOpen.count {
                var g = i
//?{ Gate.order
                let order = timing.gateOrder
                if order.count > 0 { g = order[i] }
//?}
                let gate = timing.gates[g] //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
                var from = 0
                if gate.start == .firstFrame { from = beatEnd[0] } //? GateStart.firstFrame
                if gate.start == .beat { from = reachedAt(gate.beat) } //? GateStart.beat
                if isInMemory() { from = 0 } //? StartKind.hot|StartKind.recreated
                for need in gate.needs { from = max(from, gateOpen[need]) } //? GateTiming.needs
                gateStart[g] = from //? LayerKind.progress
                var open = max(from, opened[g])
                if isInMemory() { open = from } //? StartKind.hot|StartKind.recreated
                gateOpen[g] = min(open, launchNever)
//?{ GateTiming.timeOut
                var latest = min(launchNever, from + gate.timeOut)
//?{ player.retry
                let again = gate.onTimeOut == .message || latest >= messageAt
                if again { latest = min(launchNever, max(from, retriedAt) + gate.timeOut) }
//?}
                gateTimedOut[g] = open > latest
                gateOpen[g] = min(open, latest)
//?}
            }
        }
//?}
//?{ BeatKind.wait
//?{ Beat.gates|GateTiming.optional

        private func needs(_ beat: Beat, _ gate: Int) -> Bool {
            if beat.gates.count > 0 { return beat.gates.contains(gate) } //? Beat.gates
            if timing.gates[gate].optional { return false } //? GateTiming.optional
            return true
        }
//?}
//?}
//?{ Beat.yields

        private func neededReady() -> Int {
            var ready = 0
            for g in 0..<gateOpen.count {
                var waits = false
                var needed = false
//?{ BeatKind.wait
                for beat in timing.beats {
                    if beat.kind != .wait { continue }
                    if !plays(beat) { continue } //? Beat.plays
                    waits = true
                    if !needs(beat, g) { continue } //? Beat.gates|GateTiming.optional
                    needed = true
                }
//?}
                if !waits { needed = true }
                if !waits && timing.gates[g].optional { needed = false } //? GateTiming.optional
                if needed { ready = max(ready, gateOpen[g]) }
            }
            return ready
        }
//?}
//?{ BeatKind.wait

        private func runWait(_ i: Int, _ now: Int) {
            let beat = timing.beats[i] //? Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
            resolveGates() //? Gate.rules
            var end = now
//?{ Beat.atLeast
            var least = beat.atLeast
            least = paced(least) //? player.pace
            end = max(end, now + least)
//?}
            for g in 0..<gateOpen.count {
                if !needs(beat, g) { continue } //? Beat.gates|GateTiming.optional
                end = max(end, gateOpen[g])
            }
            beatEnd[i] = end
//?{ Beat.atMost
            var latest = min(launchNever, now + beat.atMost)
//?{ player.retry
            let again = latest >= messageAt
            if again { latest = min(launchNever, max(now, retriedAt) + beat.atMost) }
//?}
            beatEnd[i] = min(end, latest)
//?}
//?{ Cue.whileWaiting
            endRepeats(i)
            if beatEnd[i] > latest { cutRepeats(i, latest) } //? RepeatEnd.finish Beat.atMost
//?}
            decidedAt = beatEnd[i]
            if end > latest { decide(beat.onTimeOut, decidedAt) } //? Beat.atMost
//?{ GateTiming.timeOut
            for g in 0..<gateOpen.count {
                if !needs(beat, g) { continue } //? Beat.gates|GateTiming.optional
                let isLate = gateTimedOut[g] && gateOpen[g] <= decidedAt
                if isLate { decide(timing.gates[g].onTimeOut, decidedAt) }
            }
//?}
        }
//?{ Beat.atMost|GateTiming.timeOut

        /// Of several outcomes the gravest counts, from when it was decided.
        private func decide(_ how: Outcome, _ at: Int) {
            if rank(how) <= rank(outcome) { return }
            outcome = how
            outcomeAt = at
        }
//?}
//?}
//?{ Beat.yields

        /// The beat is left early: cues to come blend to their ends, those that play settle there.
        private func yieldAt(_ i: Int, _ ready: Int) {
            let beat = timing.beats[i]
            var at = ready
            var blends = false
//?{ Yield.afterCues
            for it in plans {
                if beat.yields != .afterCues || it.cue.beat != i { continue }
                if it.start <= ready && it.stop > ready { at = max(at, it.stop) }
            }
//?}
            at = min(at, beatEnd[i])
            for it in plans {
                if it.cue.beat == i && (it.start >= at || it.stop > at) { blends = true }
            }
            var blend = beat.blend
            blend = paced(blend) //? player.pace
            if !blends { blend = 0 }
            beatEnd[i] = min(beatEnd[i], at + blend)
            let end = beatEnd[i]
            for it in plans {
                if it.cue.beat != i { continue }
                if it.start >= at {
                    it.skip(at, end)
                    it.blends = true
                } else {
                    if it.stop > at {
                        it.stop = at
                        it.settle = max(1, end - at)
                    }
                }
            }
        }
//?}
//?{ Cue.whileWaiting

        private func endRepeats(_ i: Int) {
            let end = beatEnd[i]
            if end >= launchNever { return }
            for it in plans {
                if it.cue.beat != i || !it.cue.whileWaiting || it.start >= launchNever { continue }
                if it.start >= end {
                    it.skip(end, end)
                    continue
                }
                cut(it, end)
//?{ RepeatEnd.finish
                if it.cue.end == .finish {
                    var cycle = it.length
                    if it.cue.alternate { cycle = it.length * 2 } //? Cue.alternate
                    it.stop = it.start + Int((Double(end - it.start + cycle - 1)) / Double(cycle)) * cycle
                    beatEnd[i] = max(beatEnd[i], it.stop)
                }
//?}
            }
        }
//?{ RepeatEnd.finish
//?{ Beat.atMost

        /// Nothing goes on longer than the wait may.
        private func cutRepeats(_ i: Int, _ latest: Int) {
            beatEnd[i] = latest
            for it in plans {
                if it.cue.beat == i && it.cue.whileWaiting && it.stop > latest { cut(it, latest) }
            }
        }
//?}
//?}

        private func cut(_ it: CueTiming, _ at: Int) {
            it.stop = at
//?{ RepeatEnd.settle
            if at >= launchNever || it.cue.end != .settle { return }
            it.settle = max(1, it.cue.settle) //? player.steady
            it.settle = max(1, paced(it.cue.settle)) //? player.pace
//?}
        }
//?}

        private func tracksOf(_ cue: Cue) -> [Track] {
            if reducedMotion { return cue.calm ?? cue.moves } //? Cue.calm
            return cue.moves
        }

        private func fillLanes() {
//?{ Cue.again|Beat.yields
            for c in timing.cueOrder {
                let before = CueTiming(timing.cues[c])
                before.never = plans[c].never //? Beat.plays|Cue.dropped|Cue.bySystem
                if before.cue.adds { continue } //? Cue.adds
                let layer = before.cue.layer
                for it in tracksOf(before.cue) {
                    lanes[layer].segments.append(Segment(before, it, neutral(it.property)))
                }
            }
//?}
            var order = plans
            if timing.cueOrder.count > 0 { order = inOrderOfTime() } //? Cue.again
            for plan in order {
                let lane = lanes[plan.cue.layer]
                for it in tracksOf(plan.cue) {
                    var found = neutral(it.property)
//?{ Cue.again|Beat.yields
                    let before = ruling(plan.cue.layer, it.property, Double(plan.start))
                    var follows = before >= 0 && lane.segments[before].plan.start < launchNever
//?}
                    if before >= 0 && plan.blends { follows = true } //? Beat.yields
                    if follows { found = lane.segments[before].valueAt(Double(plan.start)) } //? Cue.again|Beat.yields
                    if plan.cue.adds { found = neutral(it.property) } //? Cue.adds
                    lane.segments.append(Segment(plan, it, found))
                }
            }
        }
//?{ Cue.again

        /// The cues by their start; those that start together as `cueOrder` says.
        private func inOrderOfTime() -> [CueTiming] {
            var order: [CueTiming] = []
            for c in timing.cueOrder {
                let plan = plans[c]
                order.append(plan)
                var i = order.count - 1
                while i > 0 && order[i - 1].start > plan.start {
                    order[i] = order[i - 1]
                    i -= 1
                }
                order[i] = plan
            }
            return order
        }
//?}

        /// What rules a property at a moment: what began last, or else what begins first.
        private func ruling(_ layer: Int, _ property: Property, _ t: Double) -> Int {
            let segments = lanes[layer].segments
            var found = -1
            for i in 0..<segments.count {
                if segments[i].track.property != property { continue }
                if segments[i].plan.cue.adds { continue } //? Cue.adds
                if found < 0 || Double(segments[i].plan.start) <= t { found = i }
            }
            return found
        }
//?{ Property.reveal|Property.draw
//?{ Cue.adds

        /// Of the cues laid over a property, which nothing rules, the one that began last, or else begins first.
        private func laidOver(_ layer: Int, _ property: Property, _ t: Double) -> Int {
            let segments = lanes[layer].segments
            var found = -1
            for i in 0..<segments.count {
                if segments[i].track.property != property { continue }
                if found < 0 || Double(segments[i].plan.start) <= t { found = i }
            }
            return found
        }
//?}
//?}

        func value(_ layer: Int, _ property: Property, _ t: Double) -> Double {
            let segments = lanes[layer].segments
            let i = ruling(layer, property, t)
            var sum = i < 0 ? neutral(property) : segments[i].valueAt(t)
//?{ Cue.adds
            for it in segments {
                if !it.plan.cue.adds || it.track.property != property || Double(it.plan.start) > t { continue }
                sum += it.valueAt(t) - neutral(property)
            }
//?}
            return sum
        }

        /// Fills `state` with what is seen of a layer at `t`.
        func stateAt(_ layerIndex: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            own(layerIndex, t, screen, state)
//?{ Layer.parent
            for i in 0..<6 { state.outer[i] = i == 0 || i == 3 ? 1.0 : 0.0 }
            var parent = timing.layers[layerIndex].parent
            while parent >= 0 {
                joinGroup(parent, t, screen, state)
                parent = timing.layers[parent].parent
            }
//?}
            if state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0 { state.visible = false }
            if state.reveal <= 0.0 { state.visible = false } //? Property.reveal
            if timing.layers[layerIndex].kind == .group { state.visible = false } //? LayerKind.group
        }
//?{ Layer.parent

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
//?}

        /// The layer's own state, without its groups.
        func own(_ layerIndex: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            let layer = timing.layers[layerIndex]
            state.visible = true
            state.visible = belongs(layer, t) //? Layer.shown
            state.opacity = within(value(layerIndex, .opacity, t))
            state.scaleX = value(layerIndex, .scale, t)
            state.scaleY = state.scaleX
            state.scaleX *= value(layerIndex, .scaleX, t) //? Property.scaleX
            state.scaleY *= value(layerIndex, .scaleY, t) //? Property.scaleY
            state.rotation = value(layerIndex, .rotation, t)
//?{ Property.flip
            let flip = value(layerIndex, .flip, t)
            if flip != 0.0 {
                let narrowed = cos(flip * Double.pi / 180.0)
                state.scaleX *= abs(narrowed) < 1e-9 ? 0.0 : narrowed
            }
//?}
            state.width = screen.width
            state.height = screen.height
            state.x = screen.width / 2.0
            state.y = screen.height / 2.0
            let place = placeOn(layer, screen)
            if let place = place {
                state.width = place.width
                state.height = place.height
                state.x = acrossOf(place, screen)
                state.y = downOf(place, screen)
                state.rotation += place.turn //? Place.turn
//?{ Property.travel
                let there = layer.destination
                if let there = there { travel(there, place, value(layerIndex, .travel, t), screen, state) }
//?}
                turnAboutPivot(layer, state) //? Layer.pivotX|Layer.pivotY
            }
            state.x += value(layerIndex, .x, t) //? Property.x
            state.y += value(layerIndex, .y, t) //? Property.y
//?{ Property.panel
            if layer.kind == .backdrop {
                let panel = value(layerIndex, .panel, t)
                state.height = screen.height + (layer.panelHeight - screen.height) * panel
                state.y += (state.height - screen.height) / 2.0
            }
//?}
//?{ Property.reveal
            state.reveal = within(value(layerIndex, .reveal, t))
            state.revealShape = nil
            var reveal = ruling(layerIndex, .reveal, t)
            if reveal < 0 { reveal = laidOver(layerIndex, .reveal, t) } //? Cue.adds
            if reveal >= 0 { state.revealShape = lanes[layerIndex].segments[reveal].plan.cue.reveal }
//?}
//?{ Property.draw
            state.draw = within(value(layerIndex, .draw, t))
            var draw = ruling(layerIndex, .draw, t)
            if draw < 0 { draw = laidOver(layerIndex, .draw, t) } //? Cue.adds
            if draw >= 0 { state.fillFrom = lanes[layerIndex].segments[draw].plan.cue.fillFrom }
//?}
            state.progress = layer.kind == .progress ? loaded(layer, t) : 0.0 //? LayerKind.progress
//?{ LayerKind.clip
//?{ Property.clip
            state.clip = within(value(layerIndex, .clip, t))
            let steps = layer.frames - 1
            if steps > 0 { state.clip = (state.clip * Double(steps) + 1e-9).rounded(.down) / Double(steps) }
//?}
//?}
        }
//?{ Property.travel

        private func travel(_ there: Place, _ place: Place, _ part: Double, _ screen: Screen, _ state: LayerState) {
            state.x += (acrossOf(there, screen) - state.x) * part
            state.y += (downOf(there, screen) - state.y) * part
            state.rotation += (there.turn - place.turn) * part //? Place.turn
            let across = place.width > 0.0 ? there.width / place.width : 1.0
            let down = place.height > 0.0 ? there.height / place.height : 1.0
            let scale = 1.0 + (min(across, down) - 1.0) * part
            state.scaleX *= scale
            state.scaleY *= scale
        }
//?}
//?{ Layer.pivotX|Layer.pivotY

        /// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle.
        private func turnAboutPivot(_ layer: Layer, _ state: LayerState) {
            let x = (layer.pivotX - 0.5) * state.width
            let y = (layer.pivotY - 0.5) * state.height
            let radians = state.rotation * Double.pi / 180.0
            state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y)
            state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y)
        }
//?}
//?{ LayerKind.progress

        /// An open gate counts whole, one that loads by its typical time, at most nine tenths.
        private func loaded(_ layer: Layer, _ t: Double) -> Double {
            var sum = 0.0
            var count = 0
            for g in 0..<gateOpen.count {
                let gate = timing.gates[g] //? GateTiming.optional|GateTiming.typical
                var counts = true
                if gate.optional { counts = false } //? GateTiming.optional
                if layer.gates.count > 0 { counts = layer.gates.contains(g) } //? Layer.gates
                if !counts { continue }
                count += 1
                let taken = gateStart[g] >= launchNever ? 0.0 : max(0.0, t - Double(gateStart[g]))
                var typical = 500
                typical = max(1, gate.typical) //? GateTiming.typical
                sum += t >= Double(gateOpen[g]) ? 1.0 : min(0.9, 0.9 * taken / Double(typical))
            }
            return count > 0 ? sum / Double(count) : 1.0
        }
//?}
//?{ Layer.shown

        /// Some layers are seen in one outcome alone.
        private func belongs(_ layer: Layer, _ t: Double) -> Bool {
            let decided = t >= Double(outcomeAt) //? Shown.offline|Shown.message
//?{ Shown.offline
            let offline = decided && outcome == .offline
            if layer.shown == .offline { return offline }
//?}
            if layer.shown == .message { return decided && outcome == .message } //? Shown.message
//?{ Shown.offline
            if offline && layer.kind == .firstScreen {
                for it in timing.layers {
                    if it.kind == .firstScreen && it.shown == .offline { return false }
                }
            }
//?}
            return true
        }
//?}
    }

    static func sameReveal(_ a: RevealShape, _ b: RevealShape) -> Bool { a.iris == b.iris && a.x == b.x && a.y == b.y } //? Property.reveal player.shapes

    /// Where the layer stands, held this way.
    static func placeOn(_ layer: Layer, _ screen: Screen) -> Place? {
        if screen.width > screen.height { return layer.landscape ?? layer.place } //? Layer.landscape
        return layer.place
    }

    static func acrossOf(_ place: Place, _ screen: Screen) -> Double {
//?{ Place.safe
        let free = screen.width - screen.left - screen.right
        if place.safe { return place.x + screen.left + free * place.across }
//?}
        return place.x + screen.width * place.across
    }

    static func downOf(_ place: Place, _ screen: Screen) -> Double {
//?{ Place.safe
        let free = screen.height - screen.top - screen.bottom
        if place.safe { return place.y + screen.top + free * place.down }
//?}
        return place.y + screen.height * place.down
    }
}
