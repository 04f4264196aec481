// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
import Foundation

extension FernLaunch {
    /// A time that is not reached; all are whole milliseconds after the start of the launch.
    static let launchNever = 1_000_000_000

    enum BeatKind: Sendable { case opening, play, hold, wait, handOff }
    enum LayerKind: Sendable { case backdrop, art, firstScreen, progress, clip, group }
    enum Shown: Sendable { case always, offline, message }
    enum Property: Sendable {
        case opacity, x, y, scale, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip
    }

    /// How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided.
    enum Outcome: Int, Sendable { case complete, wentOn, offline, message, interrupted }

    /// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
    enum StartKind: Sendable { case first, cold, warm, hot, recreated }

    /// What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there.
    struct Track: Sendable {
        var property: Property
        var values: [Double]
        var at: [Double] = [0.0, 1.0]
    }

    struct Beat: Sendable {
        var kind: BeatKind
        var length = -1
        var plays: [StartKind] = [.first, .cold, .warm]
    }

    struct GateTiming: Sendable {
        var id: String
        var typical = 500
    }

    /// What one layer does for a while. `calm`: what it does instead where people ask for less motion.
    struct Cue: Sendable {
        var layer: Int
        var beat: Int
        var length: Int
        var moves: [Track]
        var calm: [Track]?
        var offset = 0
    }

    /// A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen.
    struct Place: Sendable {
        var across = 0.5
        var down = 0.5
        var x = 0.0
        var y = 0.0
        var width: Double
        var height: Double
    }

    /// No place: the whole screen.
    struct Layer: Sendable {
        var kind: LayerKind
        var place: Place?
        var destination: Place?
        var panelHeight = 0.0
    }

    /// The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property.
    struct LaunchTiming: Sendable {
        var beats: [Beat]
        var gates: [GateTiming]
        var layers: [Layer]
        var cues: [Cue]
    }

    /// The screen, and what the system's bars cover at its edges.
    struct Screen: Sendable {
        var width: Double
        var height: Double
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
    }

    private static func within(_ value: Double) -> Double { min(1.0, max(0.0, value)) }

    /// What a property is where nothing says anything else.
    private static func neutral(_ property: Property) -> Double {
        if property == .opacity || property == .scale { return 1.0 }
        return 0.0
    }

    /// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
    private final class CueTiming {
        let cue: Cue
        var start: Int = launchNever
        var stop: Int = launchNever
        var length = 1

        init(_ cue: Cue) {
            self.cue = cue
        }

        /// When it has come to rest.
        func rests() -> Int { stop }
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
            return value
        }

        func valueAt(_ t: Double) -> Double {
            let start = plan.start
            let stop = plan.stop
            if t < Double(start) { return key(0) }
            return during(min(t, Double(stop)) - Double(start))
        }

        private func during(_ local: Double) -> Double {
            let length = plan.length
            let keys = track.at
            let part = length > 0 ? within(local / Double(length)) : 1.0
            var i = 1
            while i < keys.count - 1 && keys[i] <= part { i += 1 }
            let width = keys[i] - keys[i - 1]
            let between = width > 0.0 ? within((part - keys[i - 1]) / width) : 1.0
            return key(i - 1) + (key(i) - key(i - 1)) * between
        }
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
        let openingEnd: Int
        private(set) var opened: [Int]
        private(set) var beatEnd: [Int]
        let outcome: Outcome = .complete
        let outcomeAt: Int = launchNever
        /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known.
        var decidedAt: Int
        var gateOpen: [Int]
        private var plans: [CueTiming] = []
        private var lanes: [Lane] = []

        init(_ timing: LaunchTiming, _ start: StartKind, _ reducedMotion: Bool, _ openingEnd: Int, _ opened: [Int]) {
            self.timing = timing
            self.start = start
            self.reducedMotion = reducedMotion
            self.openingEnd = openingEnd
            self.opened = opened
            self.beatEnd = Array(repeating: 0, count: timing.beats.count)
            self.gateOpen = opened
            self.decidedAt = openingEnd
            for it in timing.cues { self.plans.append(CueTiming(it)) }
            for _ in 0..<timing.layers.count { self.lanes.append(Lane()) }
            var now = 0
            for i in 0..<self.beatEnd.count {
                self.beatEnd[i] = now
                runBeat(i, now)
                now = self.beatEnd[i]
            }
            fillLanes()
        }

        /// When the first screen can be used, or NEVER as far as is known.
        func shown() -> Int { beatEnd[beatEnd.count - 1] }

        /// From `t` on nothing moves before the time given; `t` itself if something does.
        func stillUntil(_ t: Double) -> Double {
            var until = 1.0 * Double(launchNever)
            for it in plans {
                if Double(it.rests()) <= t || tracksOf(it.cue).count == 0 { continue }
                if Double(it.start) <= t { return t }
                until = min(until, Double(it.start))
            }
            for it in beatEnd {
                if Double(it) > t { until = min(until, Double(it)) }
            }
            return until
        }

        private func runBeat(_ i: Int, _ now: Int) {
            let beat = timing.beats[i]
            if now >= launchNever { return }
            placeCues(i, now, launchNever, false)
            beatEnd[i] = now + beat.length
            if beat.kind == .opening { beatEnd[i] = openingEnd }
            if beat.kind == .wait { runWait(i, now) }
        }

        private func placeCues(_ beat: Int, _ from: Int, _ end: Int, _ hanging: Bool) {
            for it in plans {
                let cue = it.cue
                if cue.beat != beat { continue }
                it.start = max(from, from + cue.offset)
                it.length = cue.length
                let all = it.length
                it.stop = min(launchNever, it.start + all)
            }
        }

        private func runWait(_ i: Int, _ now: Int) {
            var end = now
            for g in 0..<gateOpen.count { end = max(end, gateOpen[g]) }
            beatEnd[i] = end
            decidedAt = beatEnd[i]
        }

        private func tracksOf(_ cue: Cue) -> [Track] {
            if reducedMotion { return cue.calm ?? cue.moves }
            return cue.moves
        }

        private func fillLanes() {
            for plan in plans {
                let lane = lanes[plan.cue.layer]
                for it in tracksOf(plan.cue) {
                    let found = neutral(it.property)
                    lane.segments.append(Segment(plan, it, found))
                }
            }
        }

        /// What rules a property at a moment: what began last, or else what begins first.
        private func ruling(_ layer: Int, _ property: Property, _ t: Double) -> Int {
            let segments = lanes[layer].segments
            var found = -1
            for i in 0..<segments.count {
                if segments[i].track.property != property { continue }
                if found < 0 || Double(segments[i].plan.start) <= t { found = i }
            }
            return found
        }

        func value(_ layer: Int, _ property: Property, _ t: Double) -> Double {
            let segments = lanes[layer].segments
            let i = ruling(layer, property, t)
            return i < 0 ? neutral(property) : segments[i].valueAt(t)
        }

        /// Fills `state` with what is seen of a layer at `t`.
        func stateAt(_ layerIndex: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            own(layerIndex, t, screen, state)
            if state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0 { state.visible = false }
        }

        /// The layer's own state, without its groups.
        func own(_ layerIndex: Int, _ t: Double, _ screen: Screen, _ state: LayerState) {
            let layer = timing.layers[layerIndex]
            state.visible = true
            state.opacity = within(value(layerIndex, .opacity, t))
            state.scaleX = value(layerIndex, .scale, t)
            state.scaleY = state.scaleX
            state.rotation = value(layerIndex, .rotation, t)
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
            }
        }
    }

    /// Where the layer stands, held this way.
    static func placeOn(_ layer: Layer, _ screen: Screen) -> Place? { layer.place }

    static func acrossOf(_ place: Place, _ screen: Screen) -> Double { place.x + screen.width * place.across }

    static func downOf(_ place: Place, _ screen: Screen) -> Double { place.y + screen.height * place.down }
}
