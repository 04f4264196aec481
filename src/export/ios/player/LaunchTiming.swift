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

    /// Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. //? Track.easing|Track.easings
    struct Easing: Sendable { //? Track.easing|Track.easings
        var x1 = 0.0 //? Track.easing|Track.easings
        var y1 = 0.0 //? Track.easing|Track.easings
        var x2 = 1.0 //? Track.easing|Track.easings
        var y2 = 1.0 //? Track.easing|Track.easings
        var steps = 0 //? Track.easing|Track.easings Easing.steps
        var atStart = false //? Track.easing|Track.easings Easing.atStart
        var jumps = 1 //? Track.easing|Track.easings Easing.jumps|Easing.steps
        var stops: [Double] = [] //? Track.easing|Track.easings Easing.stops
        var bounces = 0 //? Track.easing|Track.easings Easing.bounces
        var restitution = 0.0 //? Track.easing|Track.easings Easing.restitution|Easing.bounces
        var swing = 0.0 //? Track.easing|Track.easings Easing.swing
        var decay = 0.0 //? Track.easing|Track.easings Easing.decay|Easing.swing
    } //? Track.easing|Track.easings

    /// What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there.
    struct Track: Sendable {
        var property: Property
        var values: [Double]
        var at: [Double] = [0.0, 1.0]
        var onTop = 0 //? Track.onTop
        var easing: Easing? //? Track.easing
        var easings: [Easing] = [] //? Track.easings
    }

    /// An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). //? Property.reveal
    struct RevealShape: Sendable { //? Property.reveal
        var iris = false //? Property.reveal
        var x: Double //? Property.reveal
        var y: Double //? Property.reveal
    } //? Property.reveal

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
        var reveal = 1.0 //? Property.reveal
        var revealShape: RevealShape? //? Property.reveal
        var draw = 1.0 //? Property.draw
        var fillFrom = 0.6 //? Property.draw
        var progress = 0.0 //? LayerKind.progress
        var clip = 0.0 //? LayerKind.clip
        /// Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. //? Layer.parent
        var outer: [Double] = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0] //? Layer.parent
    }

    private static func within(_ value: Double) -> Double { min(1.0, max(0.0, value)) }

    private static func rank(_ outcome: Outcome) -> Int { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        if outcome == .message { return 3 } //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.message
        if outcome == .offline { return 2 } //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.offline
        return outcome == .wentOn ? 1 : 0 //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    } //? BeatKind.wait Beat.atMost|GateTiming.timeOut

    /// What a property is where nothing says anything else.
    private static func neutral(_ property: Property) -> Double {
        if property == .opacity || property == .scale { return 1.0 }
        if property == .scaleX { return 1.0 } //? Property.scaleX
        if property == .scaleY { return 1.0 } //? Property.scaleY
        if property == .reveal { return 1.0 } //? Property.reveal
        if property == .draw { return 1.0 } //? Property.draw
        return 0.0
    }

    private static func cubic(_ a: Double, _ b: Double, _ s: Double) -> Double { //? Track.easing|Track.easings
        let r = 1.0 - s //? Track.easing|Track.easings
        return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s //? Track.easing|Track.easings
    } //? Track.easing|Track.easings

    private static func eased(_ easing: Easing, _ x: Double) -> Double { //? Track.easing|Track.easings
        if easing.steps > 0 { //? Track.easing|Track.easings Easing.steps
            var step = (within(x) * Double(easing.steps) + 1e-12).rounded(.down) //? Track.easing|Track.easings Easing.steps
            if easing.atStart { step += 1.0 } //? Track.easing|Track.easings Easing.steps Easing.atStart
            return within(step / Double(easing.jumps)) //? Track.easing|Track.easings Easing.steps
        } //? Track.easing|Track.easings Easing.steps
        if easing.stops.count > 0 { return onStops(easing.stops, x) } //? Track.easing|Track.easings Easing.stops
        if x <= 0.0 || x >= 1.0 { return within(x) } //? Track.easing|Track.easings
        if easing.bounces > 0 { return bounced(easing, x) } //? Track.easing|Track.easings Easing.bounces
        if easing.swing > 0.0 { return 1.0 - swung(easing, x) + swung(easing, 1.0) * x } //? Track.easing|Track.easings Easing.swing
        var s = x //? Track.easing|Track.easings
        var half = 0.5 //? Track.easing|Track.easings
        var low = 0.0 //? Track.easing|Track.easings
        while half > 1e-9 { //? Track.easing|Track.easings
            s = low + half //? Track.easing|Track.easings
            if cubic(easing.x1, easing.x2, s) < x { low = s } //? Track.easing|Track.easings
            half /= 2.0 //? Track.easing|Track.easings
        } //? Track.easing|Track.easings
        return cubic(easing.y1, easing.y2, s) //? Track.easing|Track.easings
    } //? Track.easing|Track.easings

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

    /// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
    private final class CuePlan {
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
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        func skip(_ from: Int, _ to: Int) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            start = from //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            stop = to //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            skips = true //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            settle = 0 //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Opening.cues|Beat.yields|RepeatEnd.settle
            blends = false //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
        } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

        /// When it has come to rest.
        func rests() -> Int {
            if settle > 0 { return min(launchNever, stop + settle) } //? Opening.cues|Beat.yields|RepeatEnd.settle
            return stop
        }
    }

    /// What a cue does to one property in this launch; `found`: what that was when it began.
    private final class Segment {
        let plan: CuePlan
        let track: Track
        let found: Double

        init(_ plan: CuePlan, _ track: Track, _ found: Double) {
            self.plan = plan
            self.track = track
            self.found = found
        }

        private func key(_ i: Int) -> Double {
            let value = track.values[i]
            let isOnTop = i < track.onTop //? Track.onTop
            if isOnTop && neutral(track.property) == 1.0 { return found * value } //? Track.onTop
            if isOnTop { return found + value } //? Track.onTop
            return value
        }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
        private func end() -> Double { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
            var even = false //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
            if plan.cue.times % 2 == 0 { even = true } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.times
            if plan.cue.whileWaiting { even = true } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.whileWaiting
            if plan.cue.alternate && even { return key(0) } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
            return key(track.values.count - 1) //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
        } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
//? player.edges
        /// When its keys come, in each round it plays before `until`. //? player.edges
        func keyTimes(_ until: Double) -> [Double] { //? player.edges
            var edges: [Double] = [] //? player.edges
            edges.append(Double(plan.start)) //? player.edges
            edges.append(Double(plan.stop)) //? player.edges
            edges.append(Double(plan.rests())) //? player.edges
            let stop = min(until, 1.0 * Double(plan.stop)) //? player.edges
            var length = plan.length //? player.edges
            if plan.skips { length = plan.stop - plan.start } //? player.edges Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            var round = 1.0 * Double(plan.start) //? player.edges
            while round < stop && length > 0 { //? player.edges
                for it in track.at { edges.append(round + it * Double(length)) } //? player.edges
                round += Double(length) //? player.edges
            } //? player.edges
            return edges //? player.edges
        } //? player.edges

        func valueAt(_ t: Double) -> Double {
            let start = plan.start
            let stop = plan.stop
            if plan.never { return end() } //? Beat.plays|Cue.dropped|Cue.bySystem
            if t < Double(start) { return key(0) }
            if plan.skips { return skipped(t) } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            let settle = plan.settle //? Opening.cues|Beat.yields|RepeatEnd.settle
            if settle > 0 && t >= Double(stop) { //? Opening.cues|Beat.yields|RepeatEnd.settle
                let from = during(Double(stop - start)) //? Opening.cues|Beat.yields|RepeatEnd.settle
                return from + (end() - from) * within((t - Double(stop)) / Double(settle)) //? Opening.cues|Beat.yields|RepeatEnd.settle
            } //? Opening.cues|Beat.yields|RepeatEnd.settle
            return during(min(t, Double(stop)) - Double(start))
        }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        private func skipped(_ t: Double) -> Double { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            var from = end() //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            if plan.blends { from = found } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
            let length = plan.stop - plan.start //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            let part = length > 0 ? within((t - Double(plan.start)) / Double(length)) : 1.0 //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
            return from + (end() - from) * part //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

        private func during(_ local: Double) -> Double {
            let length = plan.length
            let keys = track.at
            var part = length > 0 ? within(local / Double(length)) : 1.0
            if length > 0 && local >= Double(length) { part = inRound(local / Double(length)) } //? Cue.times|Cue.whileWaiting
            var i = 1
            while i < keys.count - 1 && keys[i] <= part { i += 1 }
            let width = keys[i] - keys[i - 1]
            var between = width > 0.0 ? within((part - keys[i - 1]) / width) : 1.0
            let easing = track.easing //? Track.easing
            if let easing = easing { between = eased(easing, between) } //? Track.easing
            let easings = track.easings //? Track.easings
            if easings.count > 0 { between = eased(easings[i - 1], between) } //? Track.easings
            return key(i - 1) + (key(i) - key(i - 1)) * between
        }
//? Cue.times|Cue.whileWaiting
        /// Which part of its round is played after so many of them; the last one stays at its end. //? Cue.times|Cue.whileWaiting
        private func inRound(_ rounds: Double) -> Double { //? Cue.times|Cue.whileWaiting
            var round = rounds.rounded(.down) //? Cue.times|Cue.whileWaiting
            var part = rounds - round //? Cue.times|Cue.whileWaiting
            if part == 0.0 && rounds * Double(plan.length) >= Double(plan.stop - plan.start) { //? Cue.times|Cue.whileWaiting
                round -= 1.0 //? Cue.times|Cue.whileWaiting
                part = 1.0 //? Cue.times|Cue.whileWaiting
            } //? Cue.times|Cue.whileWaiting
            if round.truncatingRemainder(dividingBy: 2.0) == 1.0 && plan.cue.alternate { part = 1.0 - part } //? Cue.times|Cue.whileWaiting Cue.alternate
            return part //? Cue.times|Cue.whileWaiting
        } //? Cue.times|Cue.whileWaiting
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
        let messageAt: Int //? player.retry
        let retriedAt: Int //? player.retry
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
        private var plans: [CuePlan] = []
        private var lanes: [Lane] = []
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
            self.beatStart = Array(repeating: 0, count: timing.beats.count) //? GateStart.beat|Cue.dropped|Cue.bySystem
            self.beatEnd = Array(repeating: 0, count: timing.beats.count)
            self.gateOpen = opened
            self.gateOpen = Array(repeating: launchNever, count: opened.count) //? Gate.rules
            self.gateStart = Array(repeating: launchNever, count: opened.count) //? LayerKind.progress
            self.decidedAt = openingEnd
            self.gateTimedOut = Array(repeating: false, count: opened.count) //? GateTiming.timeOut
            for it in timing.cues { self.plans.append(CuePlan(it)) }
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
//? player.stillness
        /// From `t` on nothing moves before the time given; `t` itself if something does. //? player.stillness
        func stillUntil(_ t: Double) -> Double { //? player.stillness
            var until = 1.0 * Double(launchNever) //? player.stillness
            for it in plans { //? player.stillness
                if Double(it.rests()) <= t || tracksOf(it.cue).count == 0 { continue } //? player.stillness
                if Double(it.start) <= t { return t } //? player.stillness
                until = min(until, Double(it.start)) //? player.stillness
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
            for segment in lanes[layer].segments { //? player.edges
                if segment.track.property != property || segment.plan.start >= launchNever { continue } //? player.edges
                for it in segment.keyTimes(until) { edges.append(it) } //? player.edges
            } //? player.edges
            return edges //? player.edges
        } //? player.edges
//? Property.reveal player.shapes
        /// The shape by which the layer is uncovered, if some cue does that. //? Property.reveal player.shapes
        func revealOf(_ layerIndex: Int) -> RevealShape? { //? Property.reveal player.shapes
            for it in lanes[layerIndex].segments { //? Property.reveal player.shapes
                let shape = it.plan.cue.reveal //? Property.reveal player.shapes
                if shape != nil && it.track.property == .reveal && it.plan.start < launchNever { return shape } //? Property.reveal player.shapes
            } //? Property.reveal player.shapes
            return nil //? Property.reveal player.shapes
        } //? Property.reveal player.shapes
//? Cue.hangs
        private func waitsForEnd(_ cue: Cue) -> Bool { //? Cue.hangs
            if cue.anchor == .beatEnd { return true } //? Cue.hangs Anchor.beatEnd
            if cue.other >= 0 { //? Cue.hangs Anchor.withCue|Anchor.afterCue
                let other = plans[cue.other] //? Cue.hangs Anchor.withCue|Anchor.afterCue
                if other.cue.beat != cue.beat { return false } //? Cue.hangs Anchor.withCue|Anchor.afterCue
                if other.hangs { return true } //? Cue.hangs Anchor.withCue|Anchor.afterCue
                if cue.anchor == .afterCue && other.cue.whileWaiting { return true } //? Cue.hangs Anchor.withCue|Anchor.afterCue Cue.whileWaiting Anchor.afterCue
            } //? Cue.hangs Anchor.withCue|Anchor.afterCue
            return false //? Cue.hangs
        } //? Cue.hangs
//? Beat.plays
        private func plays(_ beat: Beat) -> Bool { beat.plays.contains(start) } //? Beat.plays
//? player.pace
        /// Lengths of the show at the pace the system asks for; gates keep their time. //? player.pace
        private func paced(_ length: Int) -> Int { Int((Double(length) * pace + 0.5).rounded(.down)) } //? player.pace
//? StartKind.hot|StartKind.recreated
        private func isInMemory() -> Bool { start == .hot || start == .recreated } //? StartKind.hot|StartKind.recreated

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
            if beat.yields != .never && (beat.kind == .play || beat.kind == .hold) { //? Beat.yields
                resolveGates() //? Beat.yields Gate.rules
                let ready = neededReady() //? Beat.yields
                if ready < beatEnd[i] { yieldAt(i, max(ready, now)) } //? Beat.yields
            } //? Beat.yields
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
//? Beat.open
        private func lastCueEnd(_ beat: Int, _ from: Int) -> Int { //? Beat.open
            var end = from //? Beat.open
            for it in plans { //? Beat.open
                if it.cue.beat != beat || it.stop >= launchNever { continue } //? Beat.open
                if it.hangs { continue } //? Beat.open Cue.hangs
                end = max(end, it.stop) //? Beat.open
            } //? Beat.open
            return end //? Beat.open
        } //? Beat.open
//? Beat.plays
        /// What does not play in this launch is at its end as soon as it is reached. //? Beat.plays
        private func skipCues(_ beat: Int, _ at: Int) { //? Beat.plays
            for it in plans { //? Beat.plays
                if it.cue.beat != beat { continue } //? Beat.plays
                it.skip(at, at) //? Beat.plays
                it.never = true //? Beat.plays
            } //? Beat.plays
        } //? Beat.plays
//? Cue.dropped|Cue.bySystem
        /// What this platform does not play is at its end from the start. //? Cue.dropped|Cue.bySystem
        private func dropCues(_ i: Int) { //? Cue.dropped|Cue.bySystem
            for it in plans { //? Cue.dropped|Cue.bySystem
                var dropped = false //? Cue.dropped|Cue.bySystem
                if it.cue.dropped { dropped = true } //? Cue.dropped|Cue.bySystem Cue.dropped
                if it.cue.bySystem { dropped = true } //? Cue.dropped|Cue.bySystem Cue.bySystem
                if it.cue.bySystem && systemMoves { dropped = false } //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
                if it.cue.beat != i || !dropped { continue } //? Cue.dropped|Cue.bySystem
                it.skip(beatStart[i], beatStart[i]) //? Cue.dropped|Cue.bySystem
                it.never = true //? Cue.dropped|Cue.bySystem
            } //? Cue.dropped|Cue.bySystem
        } //? Cue.dropped|Cue.bySystem
//? Opening.cues
        /// The system plays the opening; when the app draws for the first time, its cues are at their end. //? Opening.cues
        private func endOpening(_ i: Int) { //? Opening.cues
            for it in plans { //? Opening.cues
                if it.cue.beat != i || it.stop <= openingEnd { continue } //? Opening.cues
                it.stop = max(it.start, openingEnd) //? Opening.cues
                it.settle = 1 //? Opening.cues
            } //? Opening.cues
        } //? Opening.cues
//? GateStart.beat
        /// When a beat began, or NEVER as far as the beats are worked out. //? GateStart.beat
        private func reachedAt(_ beat: Int) -> Int { beat <= reached ? beatStart[beat] : launchNever } //? GateStart.beat
//? Gate.rules
        private func resolveGates() { //? Gate.rules
            for i in 0..<gateOpen.count { //? Gate.rules
                var g = i //? Gate.rules
                let order = timing.gateOrder //? Gate.rules Gate.order
                if order.count > 0 { g = order[i] } //? Gate.rules Gate.order
                let gate = timing.gates[g] //? Gate.rules GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
                var from = 0 //? Gate.rules
                if gate.start == .firstFrame { from = beatEnd[0] } //? Gate.rules GateStart.firstFrame
                if gate.start == .beat { from = reachedAt(gate.beat) } //? Gate.rules GateStart.beat
                if isInMemory() { from = 0 } //? Gate.rules StartKind.hot|StartKind.recreated
                for need in gate.needs { from = max(from, gateOpen[need]) } //? Gate.rules GateTiming.needs
                gateStart[g] = from //? Gate.rules LayerKind.progress
                var open = max(from, opened[g]) //? Gate.rules
                if isInMemory() { open = from } //? Gate.rules StartKind.hot|StartKind.recreated
                gateOpen[g] = min(open, launchNever) //? Gate.rules
                var latest = min(launchNever, from + gate.timeOut) //? Gate.rules GateTiming.timeOut
                let again = gate.onTimeOut == .message || latest >= messageAt //? Gate.rules GateTiming.timeOut player.retry
                if again { latest = min(launchNever, max(from, retriedAt) + gate.timeOut) } //? Gate.rules GateTiming.timeOut player.retry
                gateTimedOut[g] = open > latest //? Gate.rules GateTiming.timeOut
                gateOpen[g] = min(open, latest) //? Gate.rules GateTiming.timeOut
            } //? Gate.rules
        } //? Gate.rules
//? BeatKind.wait Beat.gates|GateTiming.optional
        private func needs(_ beat: Beat, _ gate: Int) -> Bool { //? BeatKind.wait Beat.gates|GateTiming.optional
            if beat.gates.count > 0 { return beat.gates.contains(gate) } //? BeatKind.wait Beat.gates|GateTiming.optional Beat.gates
            if timing.gates[gate].optional { return false } //? BeatKind.wait Beat.gates|GateTiming.optional GateTiming.optional
            return true //? BeatKind.wait Beat.gates|GateTiming.optional
        } //? BeatKind.wait Beat.gates|GateTiming.optional
//? Beat.yields
        private func neededReady() -> Int { //? Beat.yields
            var ready = 0 //? Beat.yields
            for g in 0..<gateOpen.count { //? Beat.yields
                var waits = false //? Beat.yields
                var needed = false //? Beat.yields
                for beat in timing.beats { //? Beat.yields BeatKind.wait
                    if beat.kind != .wait { continue } //? Beat.yields BeatKind.wait
                    if !plays(beat) { continue } //? Beat.yields BeatKind.wait Beat.plays
                    waits = true //? Beat.yields BeatKind.wait
                    if !needs(beat, g) { continue } //? Beat.yields BeatKind.wait Beat.gates|GateTiming.optional
                    needed = true //? Beat.yields BeatKind.wait
                } //? Beat.yields BeatKind.wait
                if !waits { needed = true } //? Beat.yields
                if !waits && timing.gates[g].optional { needed = false } //? Beat.yields GateTiming.optional
                if needed { ready = max(ready, gateOpen[g]) } //? Beat.yields
            } //? Beat.yields
            return ready //? Beat.yields
        } //? Beat.yields
//? BeatKind.wait
        private func runWait(_ i: Int, _ now: Int) { //? BeatKind.wait
            let beat = timing.beats[i] //? BeatKind.wait Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
            resolveGates() //? BeatKind.wait Gate.rules
            var end = now //? BeatKind.wait
            var least = beat.atLeast //? BeatKind.wait Beat.atLeast
            least = paced(least) //? BeatKind.wait Beat.atLeast player.pace
            end = max(end, now + least) //? BeatKind.wait Beat.atLeast
            for g in 0..<gateOpen.count { //? BeatKind.wait
                if !needs(beat, g) { continue } //? BeatKind.wait Beat.gates|GateTiming.optional
                end = max(end, gateOpen[g]) //? BeatKind.wait
            } //? BeatKind.wait
            beatEnd[i] = end //? BeatKind.wait
            var latest = min(launchNever, now + beat.atMost) //? BeatKind.wait Beat.atMost
            let again = latest >= messageAt //? BeatKind.wait Beat.atMost player.retry
            if again { latest = min(launchNever, max(now, retriedAt) + beat.atMost) } //? BeatKind.wait Beat.atMost player.retry
            beatEnd[i] = min(end, latest) //? BeatKind.wait Beat.atMost
            endRepeats(i) //? BeatKind.wait Cue.whileWaiting
            if beatEnd[i] > latest { cutRepeats(i, latest) } //? BeatKind.wait Cue.whileWaiting RepeatEnd.finish Beat.atMost
            decidedAt = beatEnd[i] //? BeatKind.wait
            if end > latest { decide(beat.onTimeOut, decidedAt) } //? BeatKind.wait Beat.atMost
            for g in 0..<gateOpen.count { //? BeatKind.wait GateTiming.timeOut
                if !needs(beat, g) { continue } //? BeatKind.wait GateTiming.timeOut Beat.gates|GateTiming.optional
                let isLate = gateTimedOut[g] && gateOpen[g] <= decidedAt //? BeatKind.wait GateTiming.timeOut
                if isLate { decide(timing.gates[g].onTimeOut, decidedAt) } //? BeatKind.wait GateTiming.timeOut
            } //? BeatKind.wait GateTiming.timeOut
        } //? BeatKind.wait
//? BeatKind.wait Beat.atMost|GateTiming.timeOut
        /// Of several outcomes the gravest counts, from when it was decided. //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        private func decide(_ how: Outcome, _ at: Int) { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
            if rank(how) <= rank(outcome) { return } //? BeatKind.wait Beat.atMost|GateTiming.timeOut
            outcome = how //? BeatKind.wait Beat.atMost|GateTiming.timeOut
            outcomeAt = at //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        } //? BeatKind.wait Beat.atMost|GateTiming.timeOut
//? Beat.yields
        /// The beat is left early: cues to come blend to their ends, those that play settle there. //? Beat.yields
        private func yieldAt(_ i: Int, _ ready: Int) { //? Beat.yields
            let beat = timing.beats[i] //? Beat.yields
            var at = ready //? Beat.yields
            var blends = false //? Beat.yields
            for it in plans { //? Beat.yields Yield.afterCues
                if beat.yields != .afterCues || it.cue.beat != i { continue } //? Beat.yields Yield.afterCues
                if it.start <= ready && it.stop > ready { at = max(at, it.stop) } //? Beat.yields Yield.afterCues
            } //? Beat.yields Yield.afterCues
            at = min(at, beatEnd[i]) //? Beat.yields
            for it in plans { //? Beat.yields
                if it.cue.beat == i && (it.start >= at || it.stop > at) { blends = true } //? Beat.yields
            } //? Beat.yields
            var blend = beat.blend //? Beat.yields
            blend = paced(blend) //? Beat.yields player.pace
            if !blends { blend = 0 } //? Beat.yields
            beatEnd[i] = min(beatEnd[i], at + blend) //? Beat.yields
            let end = beatEnd[i] //? Beat.yields
            for it in plans { //? Beat.yields
                if it.cue.beat != i { continue } //? Beat.yields
                if it.start >= at { //? Beat.yields
                    it.skip(at, end) //? Beat.yields
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
            for it in plans { //? Cue.whileWaiting
                if it.cue.beat != i || !it.cue.whileWaiting || it.start >= launchNever { continue } //? Cue.whileWaiting
                if it.start >= end { //? Cue.whileWaiting
                    it.skip(end, end) //? Cue.whileWaiting
                    continue //? Cue.whileWaiting
                } //? Cue.whileWaiting
                cut(it, end) //? Cue.whileWaiting
                if it.cue.end == .finish { //? Cue.whileWaiting RepeatEnd.finish
                    var cycle = it.length //? Cue.whileWaiting RepeatEnd.finish
                    if it.cue.alternate { cycle = it.length * 2 } //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
                    it.stop = it.start + Int((Double(end - it.start + cycle - 1)) / Double(cycle)) * cycle //? Cue.whileWaiting RepeatEnd.finish
                    beatEnd[i] = max(beatEnd[i], it.stop) //? Cue.whileWaiting RepeatEnd.finish
                } //? Cue.whileWaiting RepeatEnd.finish
            } //? Cue.whileWaiting
        } //? Cue.whileWaiting
//? Cue.whileWaiting RepeatEnd.finish Beat.atMost
        /// Nothing goes on longer than the wait may. //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
        private func cutRepeats(_ i: Int, _ latest: Int) { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
            beatEnd[i] = latest //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
            for it in plans { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
                if it.cue.beat == i && it.cue.whileWaiting && it.stop > latest { cut(it, latest) } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
            } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
        } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
//? Cue.whileWaiting
        private func cut(_ it: CuePlan, _ at: Int) { //? Cue.whileWaiting
            it.stop = at //? Cue.whileWaiting
            if at >= launchNever || it.cue.end != .settle { return } //? Cue.whileWaiting RepeatEnd.settle
            it.settle = max(1, it.cue.settle) //? Cue.whileWaiting RepeatEnd.settle player.steady
            it.settle = max(1, paced(it.cue.settle)) //? Cue.whileWaiting RepeatEnd.settle player.pace
        } //? Cue.whileWaiting

        private func tracksOf(_ cue: Cue) -> [Track] {
            if reducedMotion { return cue.calm ?? cue.moves } //? Cue.calm
            return cue.moves
        }

        private func fillLanes() {
            for c in timing.cueOrder { //? Cue.again|Beat.yields
                let before = CuePlan(timing.cues[c]) //? Cue.again|Beat.yields
                before.never = plans[c].never //? Cue.again|Beat.yields Beat.plays|Cue.dropped|Cue.bySystem
                if before.cue.adds { continue } //? Cue.again|Beat.yields Cue.adds
                let layer = before.cue.layer //? Cue.again|Beat.yields
                for it in tracksOf(before.cue) { //? Cue.again|Beat.yields
                    lanes[layer].segments.append(Segment(before, it, neutral(it.property))) //? Cue.again|Beat.yields
                } //? Cue.again|Beat.yields
            } //? Cue.again|Beat.yields
            var order = plans
            if timing.cueOrder.count > 0 { order = inOrderOfTime() } //? Cue.again
            for plan in order {
                let lane = lanes[plan.cue.layer]
                for it in tracksOf(plan.cue) {
                    var found = neutral(it.property)
                    let before = ruling(plan.cue.layer, it.property, Double(plan.start)) //? Cue.again|Beat.yields
                    var follows = before >= 0 && lane.segments[before].plan.start < launchNever //? Cue.again|Beat.yields
                    if before >= 0 && plan.blends { follows = true } //? Beat.yields
                    if follows { found = lane.segments[before].valueAt(Double(plan.start)) } //? Cue.again|Beat.yields
                    if plan.cue.adds { found = neutral(it.property) } //? Cue.adds
                    lane.segments.append(Segment(plan, it, found))
                }
            }
        }
//? Cue.again
        /// The cues by their start; those that start together as `cueOrder` says. //? Cue.again
        private func inOrderOfTime() -> [CuePlan] { //? Cue.again
            var order: [CuePlan] = [] //? Cue.again
            for c in timing.cueOrder { //? Cue.again
                let plan = plans[c] //? Cue.again
                order.append(plan) //? Cue.again
                var i = order.count - 1 //? Cue.again
                while i > 0 && order[i - 1].start > plan.start { //? Cue.again
                    order[i] = order[i - 1] //? Cue.again
                    i -= 1 //? Cue.again
                } //? Cue.again
                order[i] = plan //? Cue.again
            } //? Cue.again
            return order //? Cue.again
        } //? Cue.again

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

        func value(_ layer: Int, _ property: Property, _ t: Double) -> Double {
            let segments = lanes[layer].segments
            let i = ruling(layer, property, t)
            var sum = i < 0 ? neutral(property) : segments[i].valueAt(t)
            for it in segments { //? Cue.adds
                if !it.plan.cue.adds || it.track.property != property || Double(it.plan.start) > t { continue } //? Cue.adds
                sum += it.valueAt(t) - neutral(property) //? Cue.adds
            } //? Cue.adds
            return sum
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
            state.opacity = within(value(layerIndex, .opacity, t))
            state.scaleX = value(layerIndex, .scale, t)
            state.scaleY = state.scaleX
            state.scaleX *= value(layerIndex, .scaleX, t) //? Property.scaleX
            state.scaleY *= value(layerIndex, .scaleY, t) //? Property.scaleY
            state.rotation = value(layerIndex, .rotation, t)
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
            state.reveal = within(value(layerIndex, .reveal, t)) //? Property.reveal
            state.revealShape = nil //? Property.reveal
            let reveal = ruling(layerIndex, .reveal, t) //? Property.reveal
            if reveal >= 0 { state.revealShape = lanes[layerIndex].segments[reveal].plan.cue.reveal } //? Property.reveal
            state.draw = within(value(layerIndex, .draw, t)) //? Property.draw
            let draw = ruling(layerIndex, .draw, t) //? Property.draw
            if draw >= 0 { state.fillFrom = lanes[layerIndex].segments[draw].plan.cue.fillFrom } //? Property.draw
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
        if screen.width > screen.height { return layer.landscape ?? layer.place } //? Layer.landscape
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
