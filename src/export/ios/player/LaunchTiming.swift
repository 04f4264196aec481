// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
import Foundation

extension @LAUNCH@ {
    /// A time that is not reached. All times are whole milliseconds after the start of the launch.
    static let launchNever = 1_000_000_000

    enum BeatKind: Sendable {
        case opening, play, hold, wait, handOff
    }

    enum Yield: Sendable { //? Beat.yields
        case never, afterCues, atOnce //? Beat.yields
    } //? Beat.yields

    enum GateStart: Sendable {
        case process, firstFrame, beat
    }

    enum Anchor: Sendable {
        case beatStart, beatEnd, withCue, afterCue
    }

    enum RepeatEnd: Sendable { //? RepeatEnd.settle|RepeatEnd.finish
        case cut, finish, settle //? RepeatEnd.settle|RepeatEnd.finish
    } //? RepeatEnd.settle|RepeatEnd.finish

    enum LayerKind: Sendable {
        case backdrop, art, firstScreen, progress, clip, group
    }

    enum Shown: Sendable {
        case always, offline, message
    }

    enum Property: Sendable {
        case opacity, x, y, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip
    }

    /// How it ends: everything was there, or a time-out let it go on, took the offline way, left a message;
    /// interrupted: it was dismissed, skipped or destroyed before that was decided.
    enum Outcome: Int, Sendable {
        case complete, wentOn, offline, message, interrupted
    }

    /// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
    enum StartKind: Sendable {
        case first, cold, warm, hot, recreated
    }

    /// Progress in, progress out: a cubic curve, steps, straight pieces (position, value, position, value …), a ball
    /// that falls and bounces, or a spring (`swing`: radians over the whole; `decay`: powers of e).
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

    /// A value at a part of a cue; `onTop` of what was there when the cue began. No easing: straight on to the next.
    struct Key: Sendable {
        var at: Double
        var value: Double
        var onTop = false //? Key.onTop
        var easing: Easing? //? Key.easing
    }

    struct Track: Sendable {
        var property: Property
        var keys: [Key]
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
        var gates: [Int] = [] //? Beat.gates
        var atLeast = 0
        var atMost: Int = launchNever
        var onTimeOut: Outcome = .wentOn
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
        var onTimeOut: Outcome = .wentOn
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
        var times = 1
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

    /// No place: the whole screen. `parent`: its group. `gates`: what progress shows; none: all that are needed.
    struct Layer: Sendable {
        var kind: LayerKind
        var place: Place?
        var landscape: Place?
        var destination: Place? //? Layer.destination|Property.travel
        var panelHeight = 0.0 //? Layer.panelHeight|Property.panel
        var shown: Shown = .always //? Layer.shown
        var pivotX = 0.5 //? Layer.pivotX|Layer.pivotY
        var pivotY = 0.5 //? Layer.pivotY|Layer.pivotX
        var parent = -1 //? Layer.parent
        var gates: [Int] = [] //? Layer.gates
        var frames = 0 //? Layer.frames|LayerKind.clip
    }

    /// The launch sequence as data. Cues stand in an order in which each comes after the one it hangs on; `cueOrder`
    /// tells which comes first for a property, and which of two that start together wins.
    struct LaunchTiming: Sendable {
        var beats: [Beat]
        var gates: [GateTiming]
        var gateOrder: [Int]
        var layers: [Layer]
        var cues: [Cue]
        var cueOrder: [Int]
    }

    /// The screen, and what the system's bars cover at its edges.
    struct Screen: Sendable {
        var width: Double
        var height: Double
        var left = 0.0 //? Place.safe
        var top = 0.0 //? Place.safe
        var right = 0.0 //? Place.safe
        var bottom = 0.0 //? Place.safe
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

    private static func plus(_ time: Int, _ more: Int) -> Int {
        return time >= launchNever || more >= launchNever ? launchNever : time + more
    }

    private static func rank(_ outcome: Outcome) -> Int { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        if outcome == .message { return 3 } //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        if outcome == .offline { return 2 } //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        return outcome == .wentOn ? 1 : 0 //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    } //? BeatKind.wait Beat.atMost|GateTiming.timeOut

    /// What a property is where nothing says anything else.
    private static func neutral(_ property: Property) -> Double {
        if property == .opacity { return 1.0 } //? Property.opacity
        if property == .scaleX { return 1.0 } //? Property.scaleX
        if property == .scaleY { return 1.0 } //? Property.scaleY
        if property == .reveal { return 1.0 } //? Property.reveal
        if property == .draw { return 1.0 } //? Property.draw
        return 0.0
    }

    private static func onTopOf(_ found: Double, _ property: Property, _ value: Double) -> Double { //? Key.onTop
        if property == .opacity { return found * value } //? Key.onTop Property.opacity
        if property == .scaleX { return found * value } //? Key.onTop Property.scaleX
        if property == .scaleY { return found * value } //? Key.onTop Property.scaleY
        return found + value //? Key.onTop
    } //? Key.onTop

    private static func cubic(_ a: Double, _ b: Double, _ s: Double) -> Double { //? Key.easing
        let r = 1.0 - s //? Key.easing
        return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s //? Key.easing
    } //? Key.easing

    private static func eased(_ easing: Easing, _ x: Double) -> Double { //? Key.easing
        if easing.steps > 0 { //? Key.easing Easing.steps
            var step = (within(x) * Double(easing.steps) + 1e-12).rounded(.down) //? Key.easing Easing.steps
            if easing.atStart { step += 1.0 } //? Key.easing Easing.steps Easing.atStart
            return within(step / Double(easing.jumps)) //? Key.easing Easing.steps
        } //? Key.easing Easing.steps
        if easing.stops.count > 0 { return onStops(easing.stops, x) } //? Key.easing Easing.stops
        if x <= 0.0 || x >= 1.0 { return within(x) } //? Key.easing
        if easing.bounces > 0 { return bounced(easing, x) } //? Key.easing Easing.bounces
        if easing.swing > 0.0 { return 1.0 - swung(easing, x) + swung(easing, 1.0) * x } //? Key.easing Easing.swing
        var low = 0.0 //? Key.easing
        var high = 1.0 //? Key.easing
        var s = x //? Key.easing
        for _ in 0..<40 { //? Key.easing
            let off = cubic(easing.x1, easing.x2, s) - x //? Key.easing
            if abs(off) < 1e-8 { break } //? Key.easing
            if off < 0.0 { //? Key.easing
                low = s //? Key.easing
            } else { //? Key.easing
                high = s //? Key.easing
            } //? Key.easing
            s = (low + high) / 2.0 //? Key.easing
        } //? Key.easing
        return cubic(easing.y1, easing.y2, s) //? Key.easing
    } //? Key.easing

    /// Each bounce keeps a part of the speed; the distance grows with the square of the time. //? Easing.bounces
    private static func bounced(_ easing: Easing, _ x: Double) -> Double { //? Easing.bounces
        var speed = 1.0 //? Easing.bounces
        var total = 1.0 //? Easing.bounces
        for _ in 0..<easing.bounces { //? Easing.bounces
            speed *= easing.restitution //? Easing.bounces
            total += 2.0 * speed //? Easing.bounces
        } //? Easing.bounces
        var t = x * total //? Easing.bounces
        speed = 1.0 //? Easing.bounces
        while t > speed { //? Easing.bounces
            t -= speed //? Easing.bounces
            speed *= easing.restitution //? Easing.bounces
            t -= speed //? Easing.bounces
        } //? Easing.bounces
        return 1.0 - speed * speed + t * t //? Easing.bounces
    } //? Easing.bounces

    /// How far a spring is from its rest. //? Easing.swing
    private static func swung(_ easing: Easing, _ x: Double) -> Double { //? Easing.swing
        let swing = easing.swing //? Easing.swing
        let decay = easing.decay //? Easing.swing
        return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x)) //? Easing.swing
    } //? Easing.swing

    private static func onStops(_ stops: [Double], _ x: Double) -> Double { //? Easing.stops
        if x <= stops[0] { return stops[1] } //? Easing.stops
        var i = 2 //? Easing.stops
        while i < stops.count && stops[i] <= x { i += 2 } //? Easing.stops
        if i >= stops.count { return stops[stops.count - 1] } //? Easing.stops
        let part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]) //? Easing.stops
        return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part //? Easing.stops
    } //? Easing.stops

    /// When a cue plays in this launch. `blends`: from what is there to its end; `skips`: is at its end at once.
    private final class CuePlan {
        var length = 1
        var start: Int = launchNever
        var stop: Int = launchNever
        var settle = 0 //? BeatKind.opening|Beat.yields|RepeatEnd.settle
        var blends = false //? Beat.yields
        var skips = true
        var never = false
    }

    /// A track of a cue with absolute times and values.
    private final class Segment {
        let cue: Cue
        let track: Track
        let plan: CuePlan
        var at: [Double]
        var values: [Double]
        var rest: Double
        var length: Int

        init(_ cue: Cue, _ track: Track, _ plan: CuePlan, _ found: Double) {
            self.cue = cue
            self.track = track
            self.plan = plan
            let keys = track.keys
            self.length = plan.length
            self.at = Array(repeating: 0, count: keys.count)
            self.values = Array(repeating: 0, count: keys.count)
            self.rest = 0.0
            for i in 0..<keys.count {
                self.at[i] = keys[i].at
                self.values[i] = keys[i].value
                if keys[i].onTop { self.values[i] = onTopOf(found, track.property, keys[i].value) } //? Key.onTop
            }
            self.rest = self.values[self.values.count - 1]
            var even = cue.times % 2 == 0 //? Cue.alternate
            if cue.whileWaiting { even = true } //? Cue.alternate Cue.whileWaiting
            if cue.alternate && even { self.rest = self.values[0] } //? Cue.alternate
            if plan.skips {
                self.length = plan.stop - plan.start
                self.at = [0.0, 1.0]
                self.values = [self.rest, self.rest]
                if plan.blends { self.values[0] = found } //? Beat.yields
            }
        }

        func restTime() -> Int { plus(plan.stop, settle()) }
//? player.edges
        /// When its keys come, in each round it plays before `until`. //? player.edges
        func keyTimes(_ until: Double) -> [Double] { //? player.edges
            var edges: [Double] = [] //? player.edges
            edges.append(Double(plan.start)) //? player.edges
            edges.append(Double(plan.stop)) //? player.edges
            edges.append(Double(restTime())) //? player.edges
            let stop = min(until, 1.0 * Double(plan.stop)) //? player.edges
            var round = 1.0 * Double(plan.start) //? player.edges
            while round < stop && length > 0 { //? player.edges
                for it in at { edges.append(round + it * Double(length)) } //? player.edges
                round += Double(length) //? player.edges
            } //? player.edges
            return edges //? player.edges
        } //? player.edges

        func settle() -> Int {
            if !plan.skips { return plan.settle } //? BeatKind.opening|Beat.yields|RepeatEnd.settle
            return 0
        }

        func valueAt(_ t: Double) -> Double {
            let begin = plan.start
            let stop = plan.stop
            let rests = settle() //? BeatKind.opening|Beat.yields|RepeatEnd.settle
            if rests > 0 && t >= Double(stop) { //? BeatKind.opening|Beat.yields|RepeatEnd.settle
                let from = during(Double(stop - begin)) //? BeatKind.opening|Beat.yields|RepeatEnd.settle
                return from + (rest - from) * within((t - Double(stop)) / Double(rests)) //? BeatKind.opening|Beat.yields|RepeatEnd.settle
            } //? BeatKind.opening|Beat.yields|RepeatEnd.settle
            return during(min(t, Double(stop)) - Double(begin))
        }

        private func during(_ local: Double) -> Double {
            if length <= 0 { return values[values.count - 1] }
            let cycles = max(0.0, local / Double(length))
            var cycle = cycles.rounded(.down)
            var part = cycles - cycle
            if cycle > 0.0 && part == 0.0 && local >= Double(plan.stop - plan.start) {
                cycle -= 1.0
                part = 1.0
            }
            if cycle.truncatingRemainder(dividingBy: 2.0) == 1.0 && cue.alternate && !plan.skips { part = 1.0 - part } //? Cue.alternate
            var i = 1
            while i < at.count - 1 && at[i] <= part { i += 1 }
            let width = at[i] - at[i - 1]
            var between = width > 0.0 ? within((part - at[i - 1]) / width) : 1.0
            if !plan.skips { //? Key.easing
                let easing = track.keys[i - 1].easing //? Key.easing
                if let easing = easing { between = eased(easing, between) } //? Key.easing
            } //? Key.easing
            return values[i - 1] + (values[i] - values[i - 1]) * between
        }
    }

    /// One property of one layer over the whole launch.
    private final class Timeline {
        let property: Property
        var segments: [Segment] = []
        var added: [Segment] = [] //? Cue.adds
        var initial = 0.0
        var isSet = false

        init(_ property: Property) {
            self.property = property
            self.initial = neutral(property)
        }

        func segmentAt(_ t: Double) -> Segment? {
            var i = segments.count - 1
            while i >= 0 && Double(segments[i].plan.start) > t { i -= 1 }
            return i < 0 ? nil : segments[i]
        }

        func baseAt(_ t: Double) -> Double {
            guard let segment = segmentAt(t) else { return initial }
            return segment.valueAt(t)
        }

        func valueAt(_ t: Double) -> Double {
            var value = baseAt(t)
            for it in added { //? Cue.adds
                if Double(it.plan.start) <= t { value += it.valueAt(t) - neutral(property) } //? Cue.adds
            } //? Cue.adds
            return value
        }
//? Property.reveal|Property.draw
        /// The cue that rules at a moment, or the first to come. //? Property.reveal|Property.draw
        func cueAt(_ t: Double) -> Cue? { //? Property.reveal|Property.draw
            let segment = segmentAt(t) //? Property.reveal|Property.draw
            if let segment = segment { return segment.cue } //? Property.reveal|Property.draw
            return segments.count > 0 ? segments[0].cue : nil //? Property.reveal|Property.draw
        } //? Property.reveal|Property.draw
    }

    /// What moves of one layer.
    private final class Lane {
        var lines: [Timeline] = []
    }

    /// The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do
    /// later, so it can be made anew whenever a gate opens without anything on the screen jumping. `openingEnd`: when
    /// the app's first own frame was drawn. `opened`: for each gate when the app opened it, or NEVER. `messageAt`,
    /// `retriedAt`: when a message stood first and when its time-outs began to count anew; what was over before stays
    /// as it was.
    final class LaunchSchedule {
        let timing: LaunchTiming
        let start: StartKind
        let reducedMotion: Bool
        let systemMoves: Bool //? player.system
        let pace: Double //? player.pace
        let messageAt: Int //? player.retry
        let retriedAt: Int //? player.retry
        let openingEnd: Int
        private(set) var opened: [Int]
        private(set) var beatStart: [Int]
        private(set) var beatEnd: [Int]
        var outcome: Outcome = .complete
        var outcomeAt: Int = launchNever
        private var plans: [CuePlan] = []
        private var hangsOnEnd: [Bool]
        private(set) var gateStart: [Int] //? LayerKind.progress
        private var gateOpen: [Int]
        private var gateTimedOut: [Bool] //? GateTiming.timeOut
        private var lanes: [Lane] = []
        private var all: [Segment] = [] //? player.stillness
        private let groupState: LayerState = LayerState() //? Layer.parent
        private var reached = 0 //? GateStart.beat

        init(
            _ timing: LaunchTiming,
            _ start: StartKind,
            _ reducedMotion: Bool,
            _ systemMoves: Bool, //? player.system
            _ pace: Double, //? player.pace
            _ messageAt: Int, //? player.retry
            _ retriedAt: Int, //? player.retry
            _ openingEnd: Int,
            _ opened: [Int]
        ) {
            self.timing = timing
            self.start = start
            self.reducedMotion = reducedMotion
            self.systemMoves = systemMoves //? player.system
            self.pace = pace //? player.pace
            self.messageAt = messageAt //? player.retry
            self.retriedAt = retriedAt //? player.retry
            self.openingEnd = openingEnd
            self.opened = opened
            self.beatStart = Array(repeating: 0, count: timing.beats.count)
            self.beatEnd = Array(repeating: 0, count: timing.beats.count)
            self.gateStart = Array(repeating: launchNever, count: timing.gates.count) //? LayerKind.progress
            self.gateOpen = Array(repeating: launchNever, count: timing.gates.count)
            self.gateTimedOut = Array(repeating: false, count: timing.gates.count) //? GateTiming.timeOut
            self.hangsOnEnd = Array(repeating: false, count: timing.cues.count)
            for c in 0..<timing.cues.count {
                self.plans.append(CuePlan())
                self.hangsOnEnd[c] = waitsForEnd(timing.cues[c])
            }
            for _ in 0..<timing.layers.count { self.lanes.append(Lane()) }
            runBeats()
            setTimelines()
            fillTimelines()
        }

        /// When the first screen can be used, or NEVER as far as is known.
        func shown() -> Int { outcome == .message ? launchNever : beatEnd[beatEnd.count - 1] }
//? player.outcome
        /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. //? player.outcome
        func decidedAt() -> Int { //? player.outcome
            var at = openingEnd //? player.outcome
            for i in 0..<beatEnd.count { //? player.outcome BeatKind.wait
                let beat = timing.beats[i] //? player.outcome BeatKind.wait
                if beat.kind == .wait && plays(beat) { at = beatEnd[i] } //? player.outcome BeatKind.wait
            } //? player.outcome BeatKind.wait
            return outcome == .message ? outcomeAt : at //? player.outcome
        } //? player.outcome

        func openTime(_ gate: Int) -> Int { gateOpen[gate] }
//? player.stillness
        /// From `t` on nothing moves before the time given; `t` itself if something does. //? player.stillness
        func stillUntil(_ t: Double) -> Double { //? player.stillness
            var until = 1.0 * Double(launchNever) //? player.stillness
            for it in all { //? player.stillness
                if Double(it.restTime()) <= t { continue } //? player.stillness
                if Double(it.plan.start) <= t { return t } //? player.stillness
                until = min(until, Double(it.plan.start)) //? player.stillness
            } //? player.stillness
            for layer in timing.layers { //? player.stillness LayerKind.progress
                if layer.kind == .progress && loaded(layer, t) < 1.0 { return t } //? player.stillness LayerKind.progress
            } //? player.stillness LayerKind.progress
            for it in beatEnd { //? player.stillness
                if Double(it) > t { until = min(until, Double(it)) } //? player.stillness
            } //? player.stillness
            return until //? player.stillness
        } //? player.stillness
//? player.edges
        /// When the keys of a property come, up to `until`; between them it runs along one curve. In no order. //? player.edges
        func edgesOf(_ layer: Int, _ property: Property, _ until: Double) -> [Double] { //? player.edges
            var edges: [Double] = [] //? player.edges
            guard let line = timeline(layer, property) else { return edges } //? player.edges
            for segment in line.segments { //? player.edges
                for it in segment.keyTimes(until) { edges.append(it) } //? player.edges
            } //? player.edges
            for segment in line.added { //? player.edges Cue.adds
                for it in segment.keyTimes(until) { edges.append(it) } //? player.edges Cue.adds
            } //? player.edges Cue.adds
            return edges //? player.edges
        } //? player.edges
//? Property.reveal player.shapes
        /// The shape by which the layer is uncovered, if some cue does that. //? Property.reveal player.shapes
        func revealOf(_ layerIndex: Int) -> RevealShape? { //? Property.reveal player.shapes
            guard let line = timeline(layerIndex, .reveal) else { return nil } //? Property.reveal player.shapes
            for it in line.segments { //? Property.reveal player.shapes
                let shape = it.cue.reveal //? Property.reveal player.shapes
                if let shape = shape { return shape } //? Property.reveal player.shapes
            } //? Property.reveal player.shapes
            return nil //? Property.reveal player.shapes
        } //? Property.reveal player.shapes

        private func waitsForEnd(_ cue: Cue) -> Bool {
            if cue.anchor == .beatEnd { return true } //? Anchor.beatEnd
            if cue.other >= 0 { //? Anchor.withCue|Anchor.afterCue
                let other = timing.cues[cue.other] //? Anchor.withCue|Anchor.afterCue
                if other.beat != cue.beat { return false } //? Anchor.withCue|Anchor.afterCue
                if hangsOnEnd[cue.other] { return true } //? Anchor.withCue|Anchor.afterCue
                if cue.anchor == .afterCue && other.whileWaiting { return true } //? Anchor.withCue|Anchor.afterCue Cue.whileWaiting Anchor.afterCue
            } //? Anchor.withCue|Anchor.afterCue
            return false
        }

        private func plays(_ beat: Beat) -> Bool { beat.plays.contains(start) }
//? player.pace
        /// Lengths of the show at the pace the system asks for; gates keep their time. //? player.pace
        private func paced(_ length: Int) -> Int { //? player.pace
            return length >= launchNever ? launchNever : Int((Double(length) * pace + 0.5).rounded(.down)) //? player.pace
        } //? player.pace

        private func isInMemory() -> Bool { start == .hot || start == .recreated }

        private func setPlan(_ c: Int, _ from: Int, _ to: Int, _ skips: Bool) {
            let it = plans[c]
            it.start = from
            it.stop = to
            it.skips = skips
            it.settle = 0 //? BeatKind.opening|Beat.yields|RepeatEnd.settle
            it.blends = false //? Beat.yields
        }

        private func runBeats() {
            var now = 0
            let beats = timing.beats
            for i in 0..<beats.count {
                reached = i //? GateStart.beat
                beatStart[i] = now
                runBeat(i, now)
                dropCues(i) //? Cue.dropped|Cue.bySystem
                now = beatEnd[i]
            }
            resolveGates()
        }

        private func runBeat(_ i: Int, _ now: Int) {
            let beat = timing.beats[i]
            let never = !plays(beat)
            if now >= launchNever || outcome == .message {
                skipBeat(i, launchNever, never)
                return
            }
            if never {
                skipBeat(i, now, true)
                return
            }
            if beat.kind == .opening { //? BeatKind.opening
                runOpening(i) //? BeatKind.opening
                return //? BeatKind.opening
            } //? BeatKind.opening
            if beat.kind == .wait { //? BeatKind.wait
                runWait(i, now) //? BeatKind.wait
                return //? BeatKind.wait
            } //? BeatKind.wait
            runFixed(i, now)
        }

        private func skipBeat(_ i: Int, _ at: Int, _ never: Bool) {
            beatStart[i] = at
            beatEnd[i] = at
            for c in 0..<plans.count {
                if timing.cues[c].beat != i { continue }
                setPlan(c, at, at, never)
                plans[c].never = never
            }
        }
//? Cue.dropped|Cue.bySystem
        /// What this platform does not play is at its end from the start. //? Cue.dropped|Cue.bySystem
        private func dropCues(_ i: Int) { //? Cue.dropped|Cue.bySystem
            for c in 0..<plans.count { //? Cue.dropped|Cue.bySystem
                let cue = timing.cues[c] //? Cue.dropped|Cue.bySystem
                var dropped = false //? Cue.dropped|Cue.bySystem
                if cue.dropped { dropped = true } //? Cue.dropped|Cue.bySystem Cue.dropped
                if cue.bySystem { dropped = true } //? Cue.dropped|Cue.bySystem Cue.bySystem
                if cue.bySystem && systemMoves { dropped = false } //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
                if cue.beat != i || !dropped { continue } //? Cue.dropped|Cue.bySystem
                setPlan(c, beatStart[i], beatStart[i], true) //? Cue.dropped|Cue.bySystem
                plans[c].never = true //? Cue.dropped|Cue.bySystem
            } //? Cue.dropped|Cue.bySystem
        } //? Cue.dropped|Cue.bySystem
//? BeatKind.opening
        /// The system plays the opening; when the app draws for the first time, its cues are at their end. //? BeatKind.opening
        private func runOpening(_ i: Int) { //? BeatKind.opening
            beatEnd[i] = openingEnd //? BeatKind.opening
            placeCues(i, 0, openingEnd, false) //? BeatKind.opening
            placeCues(i, 0, openingEnd, true) //? BeatKind.opening
            for c in 0..<plans.count { //? BeatKind.opening
                let it = plans[c] //? BeatKind.opening
                if timing.cues[c].beat != i || it.stop <= openingEnd { continue } //? BeatKind.opening
                it.stop = max(it.start, openingEnd) //? BeatKind.opening
                it.settle = 1 //? BeatKind.opening
            } //? BeatKind.opening
            resolveGates() //? BeatKind.opening
        } //? BeatKind.opening
//? GateStart.beat
        /// When a beat began, or NEVER as far as the beats are worked out. //? GateStart.beat
        private func reachedAt(_ beat: Int) -> Int { beat <= reached ? beatStart[beat] : launchNever } //? GateStart.beat

        private func resolveGates() {
            for g in timing.gateOrder {
                let gate = timing.gates[g] //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
                var from = 0
                if !isInMemory() { //? GateStart.firstFrame|GateStart.beat
                    if gate.start == .firstFrame { from = beatEnd[0] } //? GateStart.firstFrame|GateStart.beat GateStart.firstFrame
                    if gate.start == .beat { from = reachedAt(gate.beat) } //? GateStart.firstFrame|GateStart.beat GateStart.beat
                } //? GateStart.firstFrame|GateStart.beat
                for need in gate.needs { from = max(from, gateOpen[need]) } //? GateTiming.needs
                gateStart[g] = from //? LayerKind.progress
                let open = isInMemory() ? from : max(from, opened[g])
                gateOpen[g] = min(open, launchNever)
                var latest = plus(from, gate.timeOut) //? GateTiming.timeOut
                let again = gate.onTimeOut == .message || latest >= messageAt //? GateTiming.timeOut player.retry
                if again { latest = plus(max(from, retriedAt), gate.timeOut) } //? GateTiming.timeOut player.retry
                gateTimedOut[g] = open > latest //? GateTiming.timeOut
                gateOpen[g] = min(open, latest) //? GateTiming.timeOut
            }
        }
//? BeatKind.wait
        private func needs(_ beat: Beat, _ gate: Int) -> Bool { //? BeatKind.wait
            if beat.gates.count > 0 { return beat.gates.contains(gate) } //? BeatKind.wait Beat.gates
            if timing.gates[gate].optional { return false } //? BeatKind.wait GateTiming.optional
            return true //? BeatKind.wait
        } //? BeatKind.wait
//? Beat.yields
        private func neededReady() -> Int { //? Beat.yields
            var ready = 0 //? Beat.yields
            for g in 0..<gateOpen.count { //? Beat.yields
                var waits = false //? Beat.yields
                var needed = false //? Beat.yields
                for beat in timing.beats { //? Beat.yields BeatKind.wait
                    if beat.kind != .wait || !plays(beat) { continue } //? Beat.yields BeatKind.wait
                    waits = true //? Beat.yields BeatKind.wait
                    if needs(beat, g) { needed = true } //? Beat.yields BeatKind.wait
                } //? Beat.yields BeatKind.wait
                if !waits { needed = true } //? Beat.yields
                if !waits && timing.gates[g].optional { needed = false } //? Beat.yields GateTiming.optional
                if needed { ready = max(ready, gateOpen[g]) } //? Beat.yields
            } //? Beat.yields
            return ready //? Beat.yields
        } //? Beat.yields

        private func runFixed(_ i: Int, _ now: Int) {
            let beat = timing.beats[i]
            placeCues(i, now, launchNever, false)
            var length = beat.length
            length = paced(length) //? player.pace
            beatEnd[i] = beat.length >= 0 ? now + length : lastCueEnd(i, now)
            placeCues(i, now, beatEnd[i], true)
            if beat.yields != .never && (beat.kind == .play || beat.kind == .hold) { //? Beat.yields
                resolveGates() //? Beat.yields
                let ready = neededReady() //? Beat.yields
                if ready < beatEnd[i] { yieldAt(i, max(ready, now)) } //? Beat.yields
            } //? Beat.yields
        }
//? BeatKind.wait
        private func runWait(_ i: Int, _ now: Int) { //? BeatKind.wait
            let beat = timing.beats[i] //? BeatKind.wait
            resolveGates() //? BeatKind.wait
            var least = beat.atLeast //? BeatKind.wait
            least = paced(least) //? BeatKind.wait player.pace
            var end = plus(now, least) //? BeatKind.wait
            for g in 0..<gateOpen.count { //? BeatKind.wait
                if needs(beat, g) { end = max(end, gateOpen[g]) } //? BeatKind.wait
            } //? BeatKind.wait
            var latest = plus(now, beat.atMost) //? BeatKind.wait
            let again = latest >= messageAt //? BeatKind.wait player.retry
            if again { latest = plus(max(now, retriedAt), beat.atMost) } //? BeatKind.wait player.retry
            beatEnd[i] = min(end, latest) //? BeatKind.wait
            placeCues(i, now, beatEnd[i], false) //? BeatKind.wait
            endRepeats(i) //? BeatKind.wait Cue.whileWaiting
            beatEnd[i] = min(beatEnd[i], latest) //? BeatKind.wait
            let stop = beatEnd[i] //? BeatKind.wait
            for c in 0..<plans.count { //? BeatKind.wait Cue.whileWaiting
                let cue = timing.cues[c] //? BeatKind.wait Cue.whileWaiting
                if cue.beat == i && cue.whileWaiting && plans[c].stop > stop { cut(c, stop) } //? BeatKind.wait Cue.whileWaiting
            } //? BeatKind.wait Cue.whileWaiting
            placeCues(i, now, stop, true) //? BeatKind.wait
            if end > latest { decide(beat.onTimeOut, stop) } //? BeatKind.wait Beat.atMost
            for g in 0..<gateOpen.count { //? BeatKind.wait GateTiming.timeOut
                if !gateTimedOut[g] || gateOpen[g] > stop || !needs(beat, g) { continue } //? BeatKind.wait GateTiming.timeOut
                decide(timing.gates[g].onTimeOut, stop) //? BeatKind.wait GateTiming.timeOut
            } //? BeatKind.wait GateTiming.timeOut
        } //? BeatKind.wait
//? BeatKind.wait Beat.atMost|GateTiming.timeOut
        /// Of several outcomes the gravest counts, from when it was decided. //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        private func decide(_ how: Outcome, _ at: Int) { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
            if rank(how) <= rank(outcome) { return } //? BeatKind.wait Beat.atMost|GateTiming.timeOut
            outcome = how //? BeatKind.wait Beat.atMost|GateTiming.timeOut
            outcomeAt = at //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        } //? BeatKind.wait Beat.atMost|GateTiming.timeOut

        private func placeCues(_ beat: Int, _ from: Int, _ end: Int, _ hanging: Bool) {
            for c in 0..<plans.count {
                let cue = timing.cues[c]
                if cue.beat != beat || hangsOnEnd[c] != hanging { continue }
                var base = from
                if cue.anchor == .beatEnd { base = end } //? Anchor.beatEnd
                if cue.anchor == .withCue { base = plans[cue.other].start } //? Anchor.withCue
                if cue.anchor == .afterCue { base = plans[cue.other].stop } //? Anchor.afterCue
                var earliest = from
                if hanging && timing.beats[beat].kind == .wait { earliest = end } //? BeatKind.wait
                var offset = cue.offset
                offset = paced(offset) //? player.pace
                let begin = base >= launchNever ? launchNever : max(earliest, base + offset)
                plans[c].length = cue.length
                plans[c].length = max(1, paced(cue.length)) //? player.pace
                var stop = plus(begin, plans[c].length * cue.times)
                if cue.whileWaiting { stop = launchNever } //? Cue.whileWaiting
                setPlan(c, begin, stop, false)
            }
        }

        private func lastCueEnd(_ beat: Int, _ from: Int) -> Int {
            var end = from
            for c in 0..<plans.count {
                if timing.cues[c].beat != beat || hangsOnEnd[c] || plans[c].stop >= launchNever { continue }
                end = max(end, plans[c].stop)
            }
            return end
        }
//? Beat.yields
        /// The beat is left early: cues to come blend to their ends, those that play settle there. //? Beat.yields
        private func yieldAt(_ i: Int, _ ready: Int) { //? Beat.yields
            let beat = timing.beats[i] //? Beat.yields
            var at = ready //? Beat.yields
            var blends = false //? Beat.yields
            for c in 0..<plans.count { //? Beat.yields Yield.afterCues
                let it = plans[c] //? Beat.yields Yield.afterCues
                if beat.yields != .afterCues || timing.cues[c].beat != i { continue } //? Beat.yields Yield.afterCues
                if it.start <= ready && it.stop > ready { at = max(at, it.stop) } //? Beat.yields Yield.afterCues
            } //? Beat.yields Yield.afterCues
            at = min(at, beatEnd[i]) //? Beat.yields
            for c in 0..<plans.count { //? Beat.yields
                let it = plans[c] //? Beat.yields
                if timing.cues[c].beat == i && (it.start >= at || it.stop > at) { blends = true } //? Beat.yields
            } //? Beat.yields
            var blend = blends ? beat.blend : 0 //? Beat.yields
            blend = paced(blend) //? Beat.yields player.pace
            beatEnd[i] = min(beatEnd[i], at + blend) //? Beat.yields
            let end = beatEnd[i] //? Beat.yields
            for c in 0..<plans.count { //? Beat.yields
                let it = plans[c] //? Beat.yields
                if timing.cues[c].beat != i { continue } //? Beat.yields
                if it.start >= at { //? Beat.yields
                    setPlan(c, at, end, true) //? Beat.yields
                    it.blends = true //? Beat.yields
                } else { //? Beat.yields
                    if it.stop > at { //? Beat.yields
                        it.stop = at //? Beat.yields
                        it.settle = max(1, end - at) //? Beat.yields
                    } //? Beat.yields
                } //? Beat.yields
            } //? Beat.yields
        } //? Beat.yields
//? Cue.whileWaiting
        private func endRepeats(_ i: Int) { //? Cue.whileWaiting
            let end = beatEnd[i] //? Cue.whileWaiting
            if end >= launchNever { return } //? Cue.whileWaiting
            for c in 0..<plans.count { //? Cue.whileWaiting
                let cue = timing.cues[c] //? Cue.whileWaiting
                let it = plans[c] //? Cue.whileWaiting
                if cue.beat != i || !cue.whileWaiting || it.start >= launchNever { continue } //? Cue.whileWaiting
                if it.start >= end { //? Cue.whileWaiting
                    setPlan(c, end, end, true) //? Cue.whileWaiting
                    continue //? Cue.whileWaiting
                } //? Cue.whileWaiting
                cut(c, end) //? Cue.whileWaiting
                if cue.end == .finish { //? Cue.whileWaiting RepeatEnd.finish
                    var cycle = it.length //? Cue.whileWaiting RepeatEnd.finish
                    if cue.alternate { cycle = it.length * 2 } //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
                    it.stop = it.start + Int((Double(end - it.start + cycle - 1)) / Double(cycle)) * cycle //? Cue.whileWaiting RepeatEnd.finish
                    beatEnd[i] = max(beatEnd[i], it.stop) //? Cue.whileWaiting RepeatEnd.finish
                } //? Cue.whileWaiting RepeatEnd.finish
            } //? Cue.whileWaiting
        } //? Cue.whileWaiting
//? Cue.whileWaiting
        private func cut(_ c: Int, _ at: Int) { //? Cue.whileWaiting
            let it = plans[c] //? Cue.whileWaiting
            it.stop = at //? Cue.whileWaiting
            let cue = timing.cues[c] //? Cue.whileWaiting RepeatEnd.settle
            if at < launchNever && cue.end == .settle { it.settle = max(1, cue.settle) } //? Cue.whileWaiting RepeatEnd.settle
            if at < launchNever && cue.end == .settle { it.settle = max(1, paced(cue.settle)) } //? Cue.whileWaiting RepeatEnd.settle player.pace
        } //? Cue.whileWaiting

        private func tracksOf(_ cue: Cue) -> [Track] {
            if reducedMotion { return cue.calm ?? cue.moves } //? Cue.calm
            return cue.moves
        }

        private func timeline(_ layer: Int, _ property: Property) -> Timeline? {
            for line in lanes[layer].lines {
                if line.property == property { return line }
            }
            return nil
        }

        private func timelineFor(_ layer: Int, _ property: Property) -> Timeline {
            let found = timeline(layer, property)
            if let found = found { return found }
            let made = Timeline(property)
            lanes[layer].lines.append(made)
            return made
        }

        /// What each property is before its first cue: where that cue starts.
        private func setTimelines() {
            let standIn = CuePlan()
            for c in timing.cueOrder {
                let cue = timing.cues[c]
                standIn.start = plans[c].start
                standIn.stop = plans[c].stop
                standIn.skips = plans[c].never
                for track in tracksOf(cue) {
                    let line = timelineFor(cue.layer, track.property)
                    if cue.adds { continue } //? Cue.adds
                    if line.isSet { continue }
                    line.isSet = true
                    let first = Segment(cue, track, standIn, neutral(track.property))
                    line.initial = first.values[0]
                }
            }
        }

        private func fillTimelines() {
            for c in inOrderOfTime() {
                let cue = timing.cues[c]
                let plan = plans[c]
                for track in tracksOf(cue) {
                    let line = timelineFor(cue.layer, track.property)
                    var found = neutral(track.property)
                    if plan.blends { found = line.initial } //? Beat.yields
                    if line.segments.count > 0 { found = line.baseAt(Double(plan.start)) }
                    if cue.adds { found = neutral(track.property) } //? Cue.adds
                    let made = Segment(cue, track, plan, found)
                    all.append(made) //? player.stillness
                    if cue.adds { //? Cue.adds
                        line.added.append(made) //? Cue.adds
                        continue //? Cue.adds
                    } //? Cue.adds
                    line.segments.append(made)
                }
            }
        }

        /// The cues that are reached, by their start; those that start together as `cueOrder` says.
        private func inOrderOfTime() -> [Int] {
            var order: [Int] = []
            for c in timing.cueOrder {
                if plans[c].start >= launchNever { continue }
                order.append(c)
                var i = order.count - 1
                while i > 0 && plans[order[i - 1]].start > plans[c].start {
                    order[i] = order[i - 1]
                    i -= 1
                }
                order[i] = c
            }
            return order
        }

        func value(_ layer: Int, _ property: Property, _ t: Double) -> Double {
            guard let line = timeline(layer, property) else { return neutral(property) }
            return line.valueAt(t)
        }

        /// Fills `state` with what is seen of a layer at `t`.
        func stateAt(_ layerIndex: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            own(layerIndex, t, screen, state)
            for i in 0..<6 { state.outer[i] = i == 0 || i == 3 ? 1.0 : 0.0 } //? Layer.parent
            var parent = timing.layers[layerIndex].parent //? Layer.parent
            while parent >= 0 { //? Layer.parent
                joinGroup(parent, t, screen, state) //? Layer.parent
                parent = timing.layers[parent].parent //? Layer.parent
            } //? Layer.parent
            if state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0 { state.visible = false }
            if state.reveal <= 0.0 { state.visible = false } //? Property.reveal
            if timing.layers[layerIndex].kind == .group { state.visible = false } //? LayerKind.group
        }
//? Layer.parent
        private func joinGroup(_ index: Int, _ t: Double, _ screen: Screen, _ state: LayerState) { //? Layer.parent
            guard let place = placeOn(timing.layers[index], screen) else { return } //? Layer.parent
            let group = groupState //? Layer.parent
            own(index, t, screen, group) //? Layer.parent
            if !group.visible { state.visible = false } //? Layer.parent
            state.opacity *= group.opacity //? Layer.parent
            let radians = group.rotation * Double.pi / 180.0 //? Layer.parent
            let a = cos(radians) * group.scaleX //? Layer.parent
            let b = sin(radians) * group.scaleX //? Layer.parent
            let c = -sin(radians) * group.scaleY //? Layer.parent
            let d = cos(radians) * group.scaleY //? Layer.parent
            let restX = acrossOf(place, screen) //? Layer.parent
            let restY = downOf(place, screen) //? Layer.parent
            for i in stride(from: 0, to: 6, by: 2) { //? Layer.parent
                let x = state.outer[i] //? Layer.parent
                let y = state.outer[i + 1] //? Layer.parent
                state.outer[i] = a * x + c * y //? Layer.parent
                state.outer[i + 1] = b * x + d * y //? Layer.parent
            } //? Layer.parent
            state.outer[4] += group.x - a * restX - c * restY //? Layer.parent
            state.outer[5] += group.y - b * restX - d * restY //? Layer.parent
        } //? Layer.parent

        /// The layer's own state, without its groups.
        func own(_ layerIndex: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            let layer = timing.layers[layerIndex]
            state.visible = true
            state.visible = belongs(layer, t) //? Layer.shown
            state.opacity = 1.0
            state.opacity = within(value(layerIndex, .opacity, t)) //? Property.opacity
            state.scaleX = 1.0
            state.scaleY = 1.0
            state.rotation = 0.0
            state.scaleX = value(layerIndex, .scaleX, t) //? Property.scaleX
            state.scaleY = value(layerIndex, .scaleY, t) //? Property.scaleY
            state.rotation = value(layerIndex, .rotation, t) //? Property.rotation
            let flip = value(layerIndex, .flip, t) //? Property.flip
            if flip != 0.0 { //? Property.flip
                let narrowed = cos(flip * Double.pi / 180.0) //? Property.flip
                state.scaleX *= abs(narrowed) < 1e-9 ? 0.0 : narrowed //? Property.flip
            } //? Property.flip
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
                let there = layer.destination //? Property.travel
                if let there = there { travel(there, place, value(layerIndex, .travel, t), screen, state) } //? Property.travel
                turnAboutPivot(layer, state) //? Layer.pivotX|Layer.pivotY
            }
            state.x += value(layerIndex, .x, t) //? Property.x
            state.y += value(layerIndex, .y, t) //? Property.y
            if layer.kind == .backdrop { //? Property.panel
                let panel = value(layerIndex, .panel, t) //? Property.panel
                state.height = screen.height + (layer.panelHeight - screen.height) * panel //? Property.panel
                state.y += (state.height - screen.height) / 2.0 //? Property.panel
            } //? Property.panel
            let reveal = timeline(layerIndex, .reveal) //? Property.reveal
            state.reveal = 1.0 //? Property.reveal
            state.revealShape = nil //? Property.reveal
            if let reveal = reveal { //? Property.reveal
                state.reveal = within(reveal.valueAt(t)) //? Property.reveal
                let cue = reveal.cueAt(t) //? Property.reveal
                if let cue = cue { state.revealShape = cue.reveal } //? Property.reveal
            } //? Property.reveal
            let draw = timeline(layerIndex, .draw) //? Property.draw
            state.draw = 1.0 //? Property.draw
            if let draw = draw { //? Property.draw
                state.draw = within(draw.valueAt(t)) //? Property.draw
                let cue = draw.cueAt(t) //? Property.draw
                if let cue = cue { state.fillFrom = cue.fillFrom } //? Property.draw
            } //? Property.draw
            state.progress = layer.kind == .progress ? loaded(layer, t) : 0.0 //? LayerKind.progress
            state.clip = within(value(layerIndex, .clip, t)) //? LayerKind.clip Property.clip
            let steps = layer.frames - 1 //? LayerKind.clip Property.clip
            if steps > 0 { state.clip = (state.clip * Double(steps) + 1e-9).rounded(.down) / Double(steps) } //? LayerKind.clip Property.clip
        }
//? Property.travel
        private func travel(_ there: Place, _ place: Place, _ part: Double, _ screen: Screen, _ state: LayerState) { //? Property.travel
            state.x += (acrossOf(there, screen) - state.x) * part //? Property.travel
            state.y += (downOf(there, screen) - state.y) * part //? Property.travel
            state.rotation += (there.turn - place.turn) * part //? Property.travel Place.turn
            let across = place.width > 0.0 ? there.width / place.width : 1.0 //? Property.travel
            let down = place.height > 0.0 ? there.height / place.height : 1.0 //? Property.travel
            let scale = 1.0 + (min(across, down) - 1.0) * part //? Property.travel
            state.scaleX *= scale //? Property.travel
            state.scaleY *= scale //? Property.travel
        } //? Property.travel
//? Layer.pivotX|Layer.pivotY
        /// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. //? Layer.pivotX|Layer.pivotY
        private func turnAboutPivot(_ layer: Layer, _ state: LayerState) { //? Layer.pivotX|Layer.pivotY
            let x = (layer.pivotX - 0.5) * state.width //? Layer.pivotX|Layer.pivotY
            let y = (layer.pivotY - 0.5) * state.height //? Layer.pivotX|Layer.pivotY
            let radians = state.rotation * Double.pi / 180.0 //? Layer.pivotX|Layer.pivotY
            state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y) //? Layer.pivotX|Layer.pivotY
            state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y) //? Layer.pivotX|Layer.pivotY
        } //? Layer.pivotX|Layer.pivotY
//? LayerKind.progress
        /// An open gate counts whole, one that loads by its typical time, at most nine tenths. //? LayerKind.progress
        private func loaded(_ layer: Layer, _ t: Double) -> Double { //? LayerKind.progress
            var sum = 0.0 //? LayerKind.progress
            var count = 0 //? LayerKind.progress
            for g in 0..<gateOpen.count { //? LayerKind.progress
                let gate = timing.gates[g] //? LayerKind.progress GateTiming.optional|GateTiming.typical
                var counts = true //? LayerKind.progress
                if gate.optional { counts = false } //? LayerKind.progress GateTiming.optional
                if layer.gates.count > 0 { counts = layer.gates.contains(g) } //? LayerKind.progress Layer.gates
                if !counts { continue } //? LayerKind.progress
                count += 1 //? LayerKind.progress
                let taken = gateStart[g] >= launchNever ? 0.0 : max(0.0, t - Double(gateStart[g])) //? LayerKind.progress
                var typical = 500 //? LayerKind.progress
                typical = max(1, gate.typical) //? LayerKind.progress GateTiming.typical
                sum += t >= Double(gateOpen[g]) ? 1.0 : min(0.9, 0.9 * taken / Double(typical)) //? LayerKind.progress
            } //? LayerKind.progress
            return count > 0 ? sum / Double(count) : 1.0 //? LayerKind.progress
        } //? LayerKind.progress
//? Layer.shown
        /// Some layers are seen in one outcome alone. //? Layer.shown
        private func belongs(_ layer: Layer, _ t: Double) -> Bool { //? Layer.shown
            let decided = t >= Double(outcomeAt) //? Layer.shown Shown.offline|Shown.message
            let offline = decided && outcome == .offline //? Layer.shown Shown.offline
            if layer.shown == .offline { return offline } //? Layer.shown Shown.offline
            if layer.shown == .message { return decided && outcome == .message } //? Layer.shown Shown.message
            if offline && layer.kind == .firstScreen { //? Layer.shown Shown.offline
                for it in timing.layers { //? Layer.shown Shown.offline
                    if it.kind == .firstScreen && it.shown == .offline { return false } //? Layer.shown Shown.offline
                } //? Layer.shown Shown.offline
            } //? Layer.shown Shown.offline
            return true //? Layer.shown
        } //? Layer.shown
    }

    /// Where the layer stands, held this way.
    static func placeOn(_ layer: Layer, _ screen: Screen) -> Place? {
        if screen.width > screen.height { return layer.landscape ?? layer.place }
        return layer.place
    }

    static func acrossOf(_ place: Place, _ screen: Screen) -> Double {
        let free = screen.width - screen.left - screen.right //? Place.safe
        if place.safe { return place.x + screen.left + free * place.across } //? Place.safe
        return place.x + screen.width * place.across
    }

    static func downOf(_ place: Place, _ screen: Screen) -> Double {
        let free = screen.height - screen.top - screen.bottom //? Place.safe
        if place.safe { return place.y + screen.top + free * place.down } //? Place.safe
        return place.y + screen.height * place.down
    }
}
