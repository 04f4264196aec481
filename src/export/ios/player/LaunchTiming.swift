// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that it can be
// tested anywhere. The next export replaces it for as long as you leave it unchanged.
import Foundation

/// A time that is not reached. All times are whole milliseconds after the start of the launch.
let launchNever = 1_000_000_000

enum LaunchBeatKind { case opening, play, hold, wait, handOff }
enum LaunchTimeOut: Int { case goOn, offline, message }
enum LaunchYield { case never, afterCues, atOnce }
enum LaunchGateStart { case process, firstFrame, beat }
enum LaunchAnchor { case beatStart, beatEnd, withCue, afterCue }
enum LaunchRepeatEnd { case cut, finish, settle }
/// How a launch ended: everything was there, or a time-out let it go on, took the offline way, or left a message.
enum LaunchOutcome: Int { case complete, wentOn, offline, message }
enum LaunchLayerKind { case backdrop, art, firstScreen, progress, clip, group }
enum LaunchShown { case always, offline, message }
enum LaunchProperty: Int, CaseIterable {
    case opacity, x, y, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip

    var neutral: Double {
        switch self {
        case .opacity, .scaleX, .scaleY, .reveal, .draw: return 1
        default: return 0
        }
    }

    var multiplies: Bool { self == .scaleX || self == .scaleY || self == .opacity }
}
enum LaunchStartKind { case first, cold, warm, hot, recreated }

/// Progress in, progress out, both from 0 to 1.
protocol LaunchEasing {
    func value(at x: Double) -> Double
}

private func bounded(_ value: Double) -> Double { min(1, max(0, value)) }

struct LaunchBezier: LaunchEasing {
    let x1: Double, y1: Double, x2: Double, y2: Double

    init(_ x1: Double, _ y1: Double, _ x2: Double, _ y2: Double) {
        self.x1 = x1
        self.y1 = y1
        self.x2 = x2
        self.y2 = y2
    }

    private func curve(_ a: Double, _ b: Double, _ s: Double) -> Double {
        let r = 1 - s
        return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s
    }

    func value(at x: Double) -> Double {
        if x <= 0 || x >= 1 || (x1 == y1 && x2 == y2) { return bounded(x) }
        var low = 0.0
        var high = 1.0
        var s = x
        for _ in 0..<40 {
            let off = curve(x1, x2, s) - x
            if abs(off) < 1e-8 { break }
            if off < 0 { low = s } else { high = s }
            s = (low + high) / 2
        }
        return curve(y1, y2, s)
    }
}

struct LaunchSteps: LaunchEasing {
    let count: Int, atStart: Bool, jumps: Int

    init(_ count: Int, _ atStart: Bool, _ jumps: Int) {
        self.count = count
        self.atStart = atStart
        self.jumps = jumps
    }

    func value(at x: Double) -> Double {
        let step = (bounded(x) * Double(count) + 1e-12).rounded(.down) + (atStart ? 1 : 0)
        return bounded(step / Double(jumps))
    }
}

/// Straight pieces: position, value, position, value …
struct LaunchStops: LaunchEasing {
    let stops: [Double]

    init(_ stops: [Double]) { self.stops = stops }

    func value(at x: Double) -> Double {
        if x <= stops[0] { return stops[1] }
        var i = 2
        while i < stops.count && stops[i] <= x { i += 2 }
        if i >= stops.count { return stops[stops.count - 1] }
        let part = (x - stops[i - 2]) / (stops[i] - stops[i - 2])
        return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part
    }
}

private let linear: LaunchEasing = LaunchBezier(0, 0, 1, 1)

/// A value at a part of a cue; `onTop` means on top of what was there when the cue began.
struct LaunchKey {
    let at: Double, value: Double, onTop: Bool, easing: LaunchEasing

    init(_ at: Double, _ value: Double, onTop: Bool = false, easing: LaunchEasing? = nil) {
        self.at = at
        self.value = value
        self.onTop = onTop
        self.easing = easing ?? linear
    }
}

struct LaunchTrack {
    let property: LaunchProperty, keys: [LaunchKey]

    init(_ property: LaunchProperty, _ keys: [LaunchKey]) {
        self.property = property
        self.keys = keys
    }
}

/// An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector).
struct LaunchRevealShape {
    let iris: Bool, x: Double, y: Double

    init(_ iris: Bool, _ x: Double, _ y: Double) {
        self.iris = iris
        self.x = x
        self.y = y
    }
}

struct LaunchBeat {
    let id: String, kind: LaunchBeatKind, length: Int, gates: [Int], atLeast: Int, atMost: Int
    let onTimeOut: LaunchTimeOut, yields: LaunchYield, blend: Int, plays: [LaunchStartKind]

    init(
        _ id: String, _ kind: LaunchBeatKind, length: Int = -1, gates: [Int] = [], atLeast: Int = 0,
        atMost: Int = launchNever, onTimeOut: LaunchTimeOut = .goOn, yields: LaunchYield = .never, blend: Int = 120,
        plays: [LaunchStartKind] = [.first, .cold, .warm]
    ) {
        self.id = id
        self.kind = kind
        self.length = length
        self.gates = gates
        self.atLeast = atLeast
        self.atMost = atMost
        self.onTimeOut = onTimeOut
        self.yields = yields
        self.blend = blend
        self.plays = plays
    }
}

struct LaunchGate {
    let id: String, start: LaunchGateStart, beat: Int, needs: [Int], timeOut: Int, onTimeOut: LaunchTimeOut
    let optional: Bool, typical: Int

    init(
        _ id: String, start: LaunchGateStart = .process, beat: Int = 0, needs: [Int] = [], timeOut: Int = launchNever,
        onTimeOut: LaunchTimeOut = .goOn, optional: Bool = false, typical: Int = 500
    ) {
        self.id = id
        self.start = start
        self.beat = beat
        self.needs = needs
        self.timeOut = timeOut
        self.onTimeOut = onTimeOut
        self.optional = optional
        self.typical = typical
    }
}

struct LaunchCue {
    let layer: Int, beat: Int, length: Int, tracks: [LaunchTrack], reduced: [LaunchTrack], anchor: LaunchAnchor
    let other: Int, offset: Int, times: Int, whileWaiting: Bool, alternate: Bool, end: LaunchRepeatEnd, settle: Int
    let adds: Bool, dropped: Bool, bySystem: Bool, reveal: LaunchRevealShape?, fillFrom: Double

    init(
        _ layer: Int, _ beat: Int, _ length: Int, _ tracks: [LaunchTrack], _ reduced: [LaunchTrack],
        anchor: LaunchAnchor = .beatStart, other: Int = -1, offset: Int = 0, times: Int = 1,
        whileWaiting: Bool = false, alternate: Bool = false, end: LaunchRepeatEnd = .cut, settle: Int = 0,
        adds: Bool = false, dropped: Bool = false, bySystem: Bool = false, reveal: LaunchRevealShape? = nil,
        fillFrom: Double = 0.6
    ) {
        self.layer = layer
        self.beat = beat
        self.length = length
        self.tracks = tracks
        self.reduced = reduced
        self.anchor = anchor
        self.other = other
        self.offset = offset
        self.times = times
        self.whileWaiting = whileWaiting
        self.alternate = alternate
        self.end = end
        self.settle = settle
        self.adds = adds
        self.dropped = dropped
        self.bySystem = bySystem
        self.reveal = reveal
        self.fillFrom = fillFrom
    }
}

/// A layer's centre lies `x`, `y` points from the point `across`, `down` (fractions) of the screen.
struct LaunchPlace {
    let across: Double, down: Double, x: Double, y: Double, width: Double, height: Double, turn: Double, safe: Bool

    init(
        _ across: Double, _ down: Double, _ x: Double, _ y: Double, _ width: Double, _ height: Double,
        turn: Double = 0, safe: Bool = false
    ) {
        self.across = across
        self.down = down
        self.x = x
        self.y = y
        self.width = width
        self.height = height
        self.turn = turn
        self.safe = safe
    }
}

/// `parent`: index of its group. `gates`: what a progress layer shows; empty: all needed. `frames`: pictures of a clip.
struct LaunchLayer {
    let kind: LaunchLayerKind, place: LaunchPlace?, destination: LaunchPlace?, panelHeight: Double
    let shown: LaunchShown, landscape: LaunchPlace?, pivotX: Double, pivotY: Double, parent: Int, gates: [Int]
    let frames: Int

    init(
        _ kind: LaunchLayerKind, _ place: LaunchPlace?, destination: LaunchPlace? = nil, panelHeight: Double = 0,
        shown: LaunchShown = .always, landscape: LaunchPlace? = nil, pivotX: Double = 0.5, pivotY: Double = 0.5,
        parent: Int = -1, gates: [Int] = [], frames: Int = 0
    ) {
        self.kind = kind
        self.place = place
        self.destination = destination
        self.panelHeight = panelHeight
        self.shown = shown
        self.landscape = landscape
        self.pivotX = pivotX
        self.pivotY = pivotY
        self.parent = parent
        self.gates = gates
        self.frames = frames
    }
}

/// The screen in points, and what the system's bars cover at its edges.
struct LaunchScreen {
    var width: Double, height: Double
    var left = 0.0, top = 0.0, right = 0.0, bottom = 0.0

    func x(_ place: LaunchPlace) -> Double {
        place.x + (place.safe ? left + (width - left - right) * place.across : width * place.across)
    }

    func y(_ place: LaunchPlace) -> Double {
        place.y + (place.safe ? top + (height - top - bottom) * place.down : height * place.down)
    }
}

/// The launch sequence as data. Cues stand in an order in which each comes after the one it hangs on; `cueOrder` tells
/// which comes first for a property, and which of two that start together wins.
struct LaunchTiming {
    let beats: [LaunchBeat], gates: [LaunchGate], gateOrder: [Int], layers: [LaunchLayer], cues: [LaunchCue]
    let cueOrder: [Int]
}

/// What is seen of a layer at one moment; lengths in points, the centre from the screen's upper left corner.
struct LaunchLayerState {
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
    var revealShape: LaunchRevealShape?
    var draw = 1.0
    var fillFrom = 0.6
    var progress = 0.0
    var clip = 0.0

    /// What the layer's groups do to it, as in x' = a x + c y + e, y' = b x + d y + f; applied last.
    var outer = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0]
}

private func plus(_ time: Int, _ more: Int) -> Int {
    time >= launchNever || more >= launchNever ? launchNever : time + more
}

private final class Segment {
    let start: Int, length: Int, stop: Int, alternate: Bool, settle: Int, rest: Double, at: [Double], values: [Double]
    let easings: [LaunchEasing], cue: LaunchCue

    init(
        _ start: Int, _ length: Int, _ stop: Int, _ alternate: Bool, _ settle: Int, _ rest: Double, _ at: [Double],
        _ values: [Double], _ easings: [LaunchEasing], _ cue: LaunchCue
    ) {
        self.start = start
        self.length = length
        self.stop = stop
        self.alternate = alternate
        self.settle = settle
        self.rest = rest
        self.at = at
        self.values = values
        self.easings = easings
        self.cue = cue
    }

    func value(at t: Double) -> Double {
        if t < Double(stop) || settle <= 0 { return during(min(t, Double(stop)) - Double(start)) }
        let from = during(Double(stop - start))
        return from + (rest - from) * bounded((t - Double(stop)) / Double(settle))
    }

    private func during(_ local: Double) -> Double {
        if length <= 0 { return values[values.count - 1] }
        let cycles = max(0, local / Double(length))
        var cycle = cycles.rounded(.down)
        var part = cycles - cycle
        if local >= Double(stop - start) && part == 0 && cycle > 0 {
            cycle -= 1
            part = 1
        }
        if alternate && cycle.truncatingRemainder(dividingBy: 2) == 1 { part = 1 - part }
        var i = 1
        while i < at.count - 1 && at[i] <= part { i += 1 }
        let width = at[i] - at[i - 1]
        let between = width > 0 ? bounded((part - at[i - 1]) / width) : 1
        return values[i - 1] + (values[i] - values[i - 1]) * easings[i - 1].value(at: between)
    }
}

private final class Timeline {
    let property: LaunchProperty
    var segments: [Segment] = []
    var added: [Segment] = []
    var initial: Double
    var isInitialSet = false

    init(_ property: LaunchProperty) {
        self.property = property
        self.initial = property.neutral
    }

    func segment(at t: Double) -> Segment? {
        var low = 0
        var high = segments.count
        while low < high {
            let middle = (low + high) / 2
            if Double(segments[middle].start) <= t { low = middle + 1 } else { high = middle }
        }
        return low == 0 ? nil : segments[low - 1]
    }

    func base(at t: Double) -> Double {
        if let found = segment(at: t) { return found.value(at: t) }
        return initial
    }

    func value(at t: Double) -> Double {
        var value = base(at: t)
        for it in added where Double(it.start) <= t { value += it.value(at: t) - property.neutral }
        return value
    }

    func deciding(at t: Double) -> Segment? { segment(at: t) ?? segments.first }
}

private struct Plan {
    enum Form { case play, blend, endState }

    var form: Form
    var start: Int
    var stop: Int
    var settle = 0
    var neverPlays = false
}

/// The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do later,
/// so it can be made anew whenever a gate opens without anything on the screen jumping.
///
/// - openingEnd: when the app's first own frame was drawn
/// - opened: for each gate when the app opened it, or launchNever
final class LaunchSchedule {
    let timing: LaunchTiming
    private let start: LaunchStartKind
    private let openingEnd: Int
    private let opened: [Int]
    private let reducedMotion: Bool
    private let inMemory: Bool
    private var plans: [Plan]
    private var hangsOnEnd: [Bool] = []
    private var gateStart: [Int]
    private var gateOpen: [Int]
    private var gateTimedOut: [Bool]
    private var timelines: [[Timeline]]
    private var reached = 0
    private(set) var beatStart: [Int]
    private(set) var beatEnd: [Int]
    private(set) var outcome = LaunchOutcome.complete
    private(set) var outcomeAt = launchNever

    init(_ timing: LaunchTiming, _ start: LaunchStartKind, _ openingEnd: Int, _ opened: [Int], _ reducedMotion: Bool) {
        self.timing = timing
        self.start = start
        self.openingEnd = openingEnd
        self.opened = opened
        self.reducedMotion = reducedMotion
        inMemory = start == .hot || start == .recreated
        plans = timing.cues.map { _ in Plan(form: .endState, start: launchNever, stop: launchNever) }
        gateStart = timing.gates.map { _ in launchNever }
        gateOpen = timing.gates.map { _ in launchNever }
        gateTimedOut = timing.gates.map { _ in false }
        beatStart = timing.beats.map { _ in 0 }
        beatEnd = timing.beats.map { _ in 0 }
        timelines = timing.layers.map { _ in LaunchProperty.allCases.map { Timeline($0) } }
        for cue in timing.cues {
            if cue.anchor == .withCue || cue.anchor == .afterCue {
                let other = timing.cues[cue.other]
                let endless = cue.anchor == .afterCue && other.whileWaiting
                hangsOnEnd.append((hangsOnEnd[cue.other] || endless) && other.beat == cue.beat)
            } else {
                hangsOnEnd.append(cue.anchor == .beatEnd)
            }
        }
        runBeats()
        buildTimelines()
    }

    /// When the first screen can be used, or launchNever as far as is known.
    var shown: Int { outcome == .message ? launchNever : beatEnd[beatEnd.count - 1] }

    func openTime(_ gate: Int) -> Int { gateOpen[gate] }

    private func runBeats() {
        var now = 0
        for i in timing.beats.indices {
            let beat = timing.beats[i]
            reached = i
            beatStart[i] = now
            let over = now >= launchNever || outcome == .message
            let never = !beat.plays.contains(start)
            if over || never {
                let at = over ? launchNever : now
                beatStart[i] = at
                beatEnd[i] = at
                for c in cues(of: i) {
                    plans[c] = Plan(form: never ? .endState : .play, start: at, stop: at, neverPlays: never)
                }
            } else if beat.kind == .opening {
                runOpening(i)
            } else if beat.kind == .wait {
                runWait(i, now)
            } else {
                runFixed(i, now)
            }
            for c in cues(of: i) where timing.cues[c].dropped || timing.cues[c].bySystem {
                plans[c] = Plan(form: .endState, start: beatStart[i], stop: beatStart[i], neverPlays: true)
            }
            now = beatEnd[i]
        }
        resolveGates()
    }

    private func cues(of beat: Int) -> [Int] { timing.cues.indices.filter { timing.cues[$0].beat == beat } }

    /// The system shows the opening; when the app draws for the first time, its cues are at their end.
    private func runOpening(_ i: Int) {
        beatEnd[i] = openingEnd
        placeCues(i, 0, openingEnd, false)
        placeCues(i, 0, openingEnd, true)
        for c in cues(of: i) where plans[c].stop > openingEnd {
            plans[c].stop = max(plans[c].start, openingEnd)
            plans[c].settle = 1
        }
        resolveGates()
    }

    private func resolveGates() {
        for g in timing.gateOrder {
            let gate = timing.gates[g]
            var from = launchNever
            if gate.start == .process || inMemory {
                from = 0
            } else if gate.start == .firstFrame {
                from = beatEnd[0]
            } else if gate.beat <= reached {
                from = beatStart[gate.beat]
            }
            for need in gate.needs { from = max(from, gateOpen[need]) }
            gateStart[g] = from
            gateTimedOut[g] = false
            if from >= launchNever {
                gateOpen[g] = launchNever
                continue
            }
            let open = inMemory ? from : max(from, opened[g])
            let latest = plus(from, gate.timeOut)
            gateTimedOut[g] = open > latest
            gateOpen[g] = min(open, latest)
        }
    }

    private func needs(_ beat: LaunchBeat, _ gate: Int) -> Bool {
        beat.gates.isEmpty ? !timing.gates[gate].optional : beat.gates.contains(gate)
    }

    private func neededReady() -> Int {
        let waits = timing.beats.filter { $0.kind == .wait && $0.plays.contains(start) }
        var ready = 0
        for g in timing.gates.indices {
            let needed = waits.isEmpty ? !timing.gates[g].optional : waits.contains { needs($0, g) }
            if needed { ready = max(ready, gateOpen[g]) }
        }
        return ready
    }

    private func runFixed(_ i: Int, _ now: Int) {
        let beat = timing.beats[i]
        placeCues(i, now, launchNever, false)
        beatEnd[i] = beat.length >= 0 ? now + beat.length : lastCueEnd(i, now)
        placeCues(i, now, beatEnd[i], true)
        if beat.yields != .never && (beat.kind == .play || beat.kind == .hold) {
            resolveGates()
            let ready = neededReady()
            if ready < beatEnd[i] { yieldAt(i, max(ready, now)) }
        }
    }

    private func runWait(_ i: Int, _ now: Int) {
        let beat = timing.beats[i]
        resolveGates()
        var end = plus(now, beat.atLeast)
        for g in timing.gates.indices where needs(beat, g) { end = max(end, gateOpen[g]) }
        let latest = plus(now, beat.atMost)
        let timedOut = end > latest
        beatEnd[i] = min(end, latest)
        placeCues(i, now, beatEnd[i], false)
        endRepeats(i)
        beatEnd[i] = min(beatEnd[i], latest)
        let stop = beatEnd[i]
        for c in cues(of: i) where timing.cues[c].whileWaiting && plans[c].stop > stop { cut(c, stop) }
        placeCues(i, now, stop, true)
        decideOutcome(beat, timedOut, stop)
    }

    private func decideOutcome(_ beat: LaunchBeat, _ timedOut: Bool, _ end: Int) {
        var action = timedOut ? beat.onTimeOut.rawValue : -1
        for g in timing.gates.indices where gateTimedOut[g] && gateOpen[g] <= end && needs(beat, g) {
            action = max(action, timing.gates[g].onTimeOut.rawValue)
        }
        if action + 1 > outcome.rawValue, let decided = LaunchOutcome(rawValue: action + 1) {
            outcome = decided
            outcomeAt = end
        }
    }

    private func placeCues(_ beat: Int, _ from: Int, _ end: Int, _ hanging: Bool) {
        let elastic = timing.beats[beat].kind == .wait
        for c in cues(of: beat) where hangsOnEnd[c] == hanging {
            let cue = timing.cues[c]
            var base = from
            if cue.anchor == .beatEnd {
                base = end
            } else if cue.anchor == .withCue {
                base = plans[cue.other].start
            } else if cue.anchor == .afterCue {
                base = plans[cue.other].stop
            }
            let earliest = elastic && hanging ? end : from
            let begin = base >= launchNever ? launchNever : max(earliest, base + cue.offset)
            let stop = cue.whileWaiting ? launchNever : plus(begin, cue.length * cue.times)
            plans[c] = Plan(form: .play, start: begin, stop: stop)
        }
    }

    private func lastCueEnd(_ beat: Int, _ from: Int) -> Int {
        var end = from
        for c in cues(of: beat) where !hangsOnEnd[c] && plans[c].stop < launchNever { end = max(end, plans[c].stop) }
        return end
    }

    private func yieldAt(_ i: Int, _ ready: Int) {
        let beat = timing.beats[i]
        let fullEnd = beatEnd[i]
        var at = ready
        if beat.yields == .afterCues {
            for c in cues(of: i) where plans[c].start <= ready && plans[c].stop > ready { at = max(at, plans[c].stop) }
        }
        at = min(at, fullEnd)
        let blends = cues(of: i).contains { plans[$0].start >= at || plans[$0].stop > at }
        let end = min(fullEnd, at + (blends ? beat.blend : 0))
        beatEnd[i] = end
        for c in cues(of: i) {
            if plans[c].start >= at {
                plans[c] = Plan(form: .blend, start: at, stop: end)
            } else if plans[c].stop > at {
                plans[c].stop = at
                plans[c].settle = max(1, end - at)
            }
        }
    }

    private func endRepeats(_ i: Int) {
        let end = beatEnd[i]
        if end >= launchNever { return }
        for c in cues(of: i) {
            let cue = timing.cues[c]
            if !cue.whileWaiting || plans[c].start >= launchNever { continue }
            if plans[c].start >= end {
                plans[c] = Plan(form: .endState, start: end, stop: end)
            } else if cue.end == .finish {
                let cycle = cue.length * (cue.alternate ? 2 : 1)
                plans[c].stop = plans[c].start + (end - plans[c].start + cycle - 1) / cycle * cycle
                beatEnd[i] = max(beatEnd[i], plans[c].stop)
            } else {
                cut(c, end)
            }
        }
    }

    private func cut(_ c: Int, _ at: Int) {
        plans[c].stop = at
        if at < launchNever && timing.cues[c].end == .settle { plans[c].settle = max(1, timing.cues[c].settle) }
    }

    private func buildTimelines() {
        for c in timing.cueOrder {
            let cue = timing.cues[c]
            for track in reducedMotion ? cue.reduced : cue.tracks {
                let timeline = timelines[cue.layer][track.property.rawValue]
                if cue.adds || timeline.isInitialSet { continue }
                timeline.isInitialSet = true
                let form: Plan.Form = plans[c].neverPlays ? .endState : .play
                let asItStarts = Plan(form: form, start: plans[c].start, stop: plans[c].stop)
                timeline.initial = segment(track, cue, asItStarts, track.property.neutral).values[0]
            }
        }
        var order = timing.cueOrder.filter { plans[$0].start < launchNever }
        // Sorting has to keep the order of those that start together.
        order = order.enumerated().sorted {
            let a = plans[$0.element].start
            let b = plans[$1.element].start
            return a != b ? a < b : $0.offset < $1.offset
        }.map { $0.element }
        for c in order {
            let cue = timing.cues[c]
            for track in reducedMotion ? cue.reduced : cue.tracks {
                let timeline = timelines[cue.layer][track.property.rawValue]
                let fresh = cue.adds || (timeline.segments.isEmpty && plans[c].form != .blend)
                let found = fresh ? track.property.neutral : timeline.base(at: Double(plans[c].start))
                let made = segment(track, cue, plans[c], found)
                if cue.adds { timeline.added.append(made) } else { timeline.segments.append(made) }
            }
        }
    }

    private func segment(_ track: LaunchTrack, _ cue: LaunchCue, _ plan: Plan, _ found: Double) -> Segment {
        var values: [Double] = []
        for key in track.keys {
            if !key.onTop {
                values.append(key.value)
            } else {
                values.append(track.property.multiplies ? found * key.value : found + key.value)
            }
        }
        let backwards = cue.alternate && (cue.whileWaiting || cue.times % 2 == 0)
        let rest = backwards ? values[0] : values[values.count - 1]
        if plan.form == .play {
            return Segment(
                plan.start, cue.length, plan.stop, cue.alternate, plan.settle, rest, track.keys.map { $0.at }, values,
                track.keys.map { $0.easing }, cue)
        }
        let from = plan.form == .blend ? found : rest
        return Segment(
            plan.start, plan.stop - plan.start, plan.stop, false, 0, rest, [0, 1], [from, rest], [linear, linear], cue)
    }

    /// What is seen of a layer at `t`.
    func state(_ layerIndex: Int, _ t: Double, _ screen: LaunchScreen) -> LaunchLayerState {
        let layer = timing.layers[layerIndex]
        var state = own(layerIndex, t, screen)
        var parent = layer.parent
        while parent >= 0 {
            joinGroup(parent, t, screen, &state)
            parent = timing.layers[parent].parent
        }
        if layer.kind == .group || state.opacity <= 0 || state.reveal <= 0 || state.scaleX == 0 || state.scaleY == 0 {
            state.visible = false
        }
        return state
    }

    private func joinGroup(_ index: Int, _ t: Double, _ screen: LaunchScreen, _ state: inout LaunchLayerState) {
        guard let place = place(timing.layers[index], screen) else { return }
        let group = own(index, t, screen)
        state.visible = state.visible && group.visible
        state.opacity *= group.opacity
        let radians = group.rotation * Double.pi / 180
        let a = cos(radians) * group.scaleX
        let b = sin(radians) * group.scaleX
        let c = -sin(radians) * group.scaleY
        let d = cos(radians) * group.scaleY
        let e = group.x - a * screen.x(place) - c * screen.y(place)
        let f = group.y - b * screen.x(place) - d * screen.y(place)
        let m = state.outer
        state.outer = [
            a * m[0] + c * m[1], b * m[0] + d * m[1], a * m[2] + c * m[3], b * m[2] + d * m[3],
            a * m[4] + c * m[5] + e, b * m[4] + d * m[5] + f,
        ]
    }

    private func place(_ layer: LaunchLayer, _ screen: LaunchScreen) -> LaunchPlace? {
        if screen.width > screen.height, let landscape = layer.landscape { return landscape }
        return layer.place
    }

    /// The layer's own state, without its groups.
    private func own(_ layerIndex: Int, _ t: Double, _ screen: LaunchScreen) -> LaunchLayerState {
        let layer = timing.layers[layerIndex]
        let lines = timelines[layerIndex]
        func value(_ property: LaunchProperty) -> Double { lines[property.rawValue].value(at: t) }
        var state = LaunchLayerState()
        state.visible = belongs(layer, t)
        state.opacity = bounded(value(.opacity))
        state.scaleX = value(.scaleX)
        state.scaleY = value(.scaleY)
        state.rotation = value(.rotation)
        let flip = value(.flip)
        if flip != 0 {
            let narrowed = cos(flip * Double.pi / 180)
            state.scaleX *= abs(narrowed) < 1e-9 ? 0 : narrowed
        }
        if let place = place(layer, screen) {
            state.rotation += place.turn
            state.width = place.width
            state.height = place.height
            state.x = screen.x(place)
            state.y = screen.y(place)
            if let there = layer.destination { travel(there, place, value(.travel), screen, &state) }
            turnAboutPivot(layer, &state)
        } else {
            state.width = screen.width
            state.height = screen.height
            state.x = screen.width / 2
            state.y = screen.height / 2
        }
        state.x += value(.x)
        state.y += value(.y)
        let panel = value(.panel)
        if layer.kind == .backdrop && panel != 0 {
            state.height = screen.height + (layer.panelHeight - screen.height) * panel
            state.y += (state.height - screen.height) / 2
        }
        state.reveal = bounded(value(.reveal))
        let revealing = lines[LaunchProperty.reveal.rawValue].deciding(at: t)
        state.revealShape = revealing?.cue.reveal
        state.draw = bounded(value(.draw))
        let drawing = lines[LaunchProperty.draw.rawValue].deciding(at: t)
        state.fillFrom = drawing?.cue.fillFrom ?? 0.6
        state.progress = layer.kind == .progress ? loaded(layer, t) : 0
        state.clip = bounded(value(.clip))
        if layer.frames > 1 {
            let steps = Double(layer.frames - 1)
            state.clip = (state.clip * steps + 1e-9).rounded(.down) / steps
        }
        return state
    }

    private func travel(
        _ there: LaunchPlace, _ place: LaunchPlace, _ part: Double, _ screen: LaunchScreen,
        _ state: inout LaunchLayerState
    ) {
        state.x += (screen.x(there) - state.x) * part
        state.y += (screen.y(there) - state.y) * part
        state.rotation += (there.turn - place.turn) * part
        let across = place.width > 0 ? there.width / place.width : 1
        let down = place.height > 0 ? there.height / place.height : 1
        let scale = 1 + (min(across, down) - 1) * part
        state.scaleX *= scale
        state.scaleY *= scale
    }

    /// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle.
    private func turnAboutPivot(_ layer: LaunchLayer, _ state: inout LaunchLayerState) {
        if layer.pivotX == 0.5 && layer.pivotY == 0.5 { return }
        let x = (layer.pivotX - 0.5) * state.width
        let y = (layer.pivotY - 0.5) * state.height
        let radians = state.rotation * Double.pi / 180
        state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y)
        state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y)
    }

    /// An open gate counts whole, one that loads by its typical time, at most nine tenths.
    private func loaded(_ layer: LaunchLayer, _ t: Double) -> Double {
        var sum = 0.0
        var count = 0
        for g in timing.gates.indices {
            let counts = layer.gates.isEmpty ? !timing.gates[g].optional : layer.gates.contains(g)
            if !counts { continue }
            count += 1
            let taken = gateStart[g] >= launchNever ? 0 : max(0, t - Double(gateStart[g]))
            let part = min(0.9, 0.9 * taken / Double(max(1, timing.gates[g].typical)))
            sum += t >= Double(gateOpen[g]) ? 1 : part
        }
        return count > 0 ? sum / Double(count) : 1
    }

    private func belongs(_ layer: LaunchLayer, _ t: Double) -> Bool {
        let decided = t >= Double(outcomeAt)
        let offline = decided && outcome == .offline
        if layer.shown == .offline { return offline }
        if layer.shown == .message { return decided && outcome == .message }
        let replaced = timing.layers.contains { $0.kind == .firstScreen && $0.shown == .offline }
        return !(offline && layer.kind == .firstScreen && replaced)
    }
}
