// Part of your app: written by Scaena, yours without conditions (0BSD). It has no Android classes, so that it can be
// tested anywhere. The next export replaces it for as long as you leave it unchanged.
package @PACKAGE@

import kotlin.math.PI
import kotlin.math.abs
import kotlin.math.cos
import kotlin.math.floor
import kotlin.math.max
import kotlin.math.min
import kotlin.math.sin

/** A time that is not reached. All times are whole milliseconds after the start of the launch. */
const val NEVER = 1000000000

enum class BeatKind { OPENING, PLAY, HOLD, WAIT, HAND_OFF }
enum class TimeOut { GO_ON, OFFLINE, MESSAGE }
enum class Yield { NEVER, AFTER_CUES, AT_ONCE }
enum class GateStart { PROCESS, FIRST_FRAME, BEAT }
enum class Anchor { BEAT_START, BEAT_END, WITH_CUE, AFTER_CUE }
enum class RepeatEnd { CUT, FINISH, SETTLE }
enum class Outcome { COMPLETE, WENT_ON, OFFLINE, MESSAGE }
enum class LayerKind { BACKDROP, ART, FIRST_SCREEN, PROGRESS, CLIP, GROUP }
enum class Shown { ALWAYS, OFFLINE, MESSAGE }
enum class Property { OPACITY, X, Y, SCALE_X, SCALE_Y, ROTATION, FLIP, REVEAL, DRAW, TRAVEL, PANEL, CLIP }
enum class StartKind { FIRST, COLD, WARM, HOT, RECREATED }

/** Progress in, progress out, both from 0 to 1. */
abstract class Easing {
    abstract fun at(x: Double): Double
}

class Bezier(private val x1: Double, private val y1: Double, private val x2: Double, private val y2: Double) : Easing() {
    private fun curve(a: Double, b: Double, s: Double): Double {
        val r = 1 - s
        return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s
    }

    override fun at(x: Double): Double {
        if (x <= 0 || x >= 1 || (x1 == y1 && x2 == y2)) return x.coerceIn(0.0, 1.0)
        var low = 0.0
        var high = 1.0
        var s = x
        for (i in 0 until 40) {
            val off = curve(x1, x2, s) - x
            if (abs(off) < 1e-8) break
            if (off < 0) low = s else high = s
            s = (low + high) / 2
        }
        return curve(y1, y2, s)
    }
}

class Steps(private val count: Int, private val atStart: Boolean, private val jumps: Int) : Easing() {
    override fun at(x: Double): Double {
        val step = floor(x.coerceIn(0.0, 1.0) * count + 1e-12) + (if (atStart) 1 else 0)
        return (step / jumps).coerceIn(0.0, 1.0)
    }
}

/** Straight pieces: position, value, position, value … */
class Stops(private val stops: List<Double>) : Easing() {
    override fun at(x: Double): Double {
        if (x <= stops[0]) return stops[1]
        var i = 2
        while (i < stops.size && stops[i] <= x) i += 2
        if (i >= stops.size) return stops[stops.size - 1]
        val part = (x - stops[i - 2]) / (stops[i] - stops[i - 2])
        return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part
    }
}

val LINEAR: Easing = Bezier(0.0, 0.0, 1.0, 1.0)

/** A value at a part of a cue; `onTop` means on top of what was there when the cue began. */
class Key(val at: Double, val value: Double, val onTop: Boolean = false, val easing: Easing = LINEAR)

class Track(val property: Property, vararg val keys: Key)

/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */
class RevealShape(val iris: Boolean, val x: Double, val y: Double)

class Beat(
    val id: String, val kind: BeatKind, val length: Int = -1, val gates: IntArray = intArrayOf(), val atLeast: Int = 0,
    val atMost: Int = NEVER, val onTimeOut: TimeOut = TimeOut.GO_ON, val yields: Yield = Yield.NEVER, val blend: Int = 120,
    val plays: Set<StartKind> = setOf(StartKind.FIRST, StartKind.COLD, StartKind.WARM)
)

class Gate(
    val id: String, val start: GateStart = GateStart.PROCESS, val beat: Int = 0, val needs: IntArray = intArrayOf(),
    val timeOut: Int = NEVER, val onTimeOut: TimeOut = TimeOut.GO_ON, val optional: Boolean = false,
    val typical: Int = 500
)

class Cue(
    val layer: Int, val beat: Int, val length: Int, val tracks: List<Track>, val reduced: List<Track>,
    val anchor: Anchor = Anchor.BEAT_START, val other: Int = -1, val offset: Int = 0, val times: Int = 1,
    val whileWaiting: Boolean = false, val alternate: Boolean = false, val end: RepeatEnd = RepeatEnd.CUT, val settle: Int = 0,
    val adds: Boolean = false, val dropped: Boolean = false, val bySystem: Boolean = false, val reveal: RevealShape? = null, val fillFrom: Double = 0.6
)

/** A layer's centre lies `x`, `y` dp from the point `across`, `down` (fractions) of the screen. */
class Place(
    val across: Double, val down: Double, val x: Double, val y: Double, val width: Double, val height: Double, val turn: Double = 0.0,
    val safe: Boolean = false
)

/** `parent`: index of its group. `gates`: what a progress layer shows; empty: all needed. `frames`: pictures of a clip. */
class Layer(
    val kind: LayerKind, val place: Place?, val destination: Place? = null, val panelHeight: Double = 0.0, val shown: Shown = Shown.ALWAYS,
    val landscape: Place? = null, val pivotX: Double = 0.5, val pivotY: Double = 0.5, val parent: Int = -1, val gates: IntArray = intArrayOf(),
    val frames: Int = 0
)

/** The screen in dp, and what the system's bars cover at its edges. */
class Screen(
    val width: Double, val height: Double, val left: Double = 0.0, val top: Double = 0.0, val right: Double = 0.0, val bottom: Double = 0.0
) {
    fun x(place: Place) = place.x + if (place.safe) left + (width - left - right) * place.across else width * place.across
    fun y(place: Place) = place.y + if (place.safe) top + (height - top - bottom) * place.down else height * place.down
}

/**
 * The launch sequence as data. Cues stand in an order in which each comes after the one it hangs on; `cueOrder` tells
 * which comes first for a property, and which of two that start together wins.
 */
class LaunchTiming(
    val beats: List<Beat>, val gates: List<Gate>, val gateOrder: IntArray, val layers: List<Layer>, val cues: List<Cue>, val cueOrder: IntArray
) {
    /** The same with every length of the show multiplied, as the system's animator scale asks. Gates keep their time. */
    fun scaled(by: Double): LaunchTiming {
        if (by == 1.0) return this
        fun times(length: Int) = if (length in 1 until NEVER) Math.round(length * by).toInt() else length
        return LaunchTiming(
            beats.map { Beat(it.id, it.kind, times(it.length), it.gates, times(it.atLeast), it.atMost, it.onTimeOut, it.yields, times(it.blend), it.plays) },
            gates, gateOrder, layers,
            cues.map {
                Cue(it.layer, it.beat, max(1, times(it.length)), it.tracks, it.reduced, it.anchor, it.other, Math.round(it.offset * by).toInt(), it.times,
                    it.whileWaiting, it.alternate, it.end, times(it.settle), it.adds, it.dropped, it.bySystem, it.reveal, it.fillFrom)
            }, cueOrder
        )
    }
}

/** What is seen of a layer at one moment; lengths in dp, the centre from the screen's upper left corner. */
class LayerState {
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
    var revealShape: RevealShape? = null
    var draw = 1.0
    var fillFrom = 0.6
    var progress = 0.0
    var clip = 0.0

    /** What the layer's groups do to it, as in x' = a x + c y + e, y' = b x + d y + f; applied last. */
    val outer = doubleArrayOf(1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
}

private class Segment(
    val start: Int, val length: Int, val stop: Int, val alternate: Boolean, val settle: Int, val rest: Double, val at: DoubleArray,
    val values: DoubleArray, val easings: Array<Easing>, val cue: Cue
) {
    val restTime: Int get() = plus(stop, settle)

    fun valueAt(t: Double): Double {
        if (t < stop || settle <= 0) return during(min(t, stop.toDouble()) - start)
        val from = during((stop - start).toDouble())
        return from + (rest - from) * ((t - stop) / settle).coerceIn(0.0, 1.0)
    }

    private fun during(local: Double): Double {
        if (length <= 0) return values[values.size - 1]
        val cycles = max(0.0, local / length)
        var cycle = floor(cycles)
        var part = cycles - cycle
        if (local >= stop - start && part == 0.0 && cycle > 0) {
            cycle -= 1
            part = 1.0
        }
        if (alternate && cycle % 2 == 1.0) part = 1 - part
        var i = 1
        while (i < at.size - 1 && at[i] <= part) i++
        val width = at[i] - at[i - 1]
        val between = if (width > 0) ((part - at[i - 1]) / width).coerceIn(0.0, 1.0) else 1.0
        return values[i - 1] + (values[i] - values[i - 1]) * easings[i - 1].at(between)
    }
}

private fun plus(time: Int, more: Int) = if (time >= NEVER || more >= NEVER) NEVER else time + more

private fun neutral(property: Property) = when (property) {
    Property.OPACITY, Property.SCALE_X, Property.SCALE_Y, Property.REVEAL, Property.DRAW -> 1.0
    else -> 0.0
}

private fun multiplies(property: Property) =
    property == Property.SCALE_X || property == Property.SCALE_Y || property == Property.OPACITY

private class Timeline(val property: Property) {
    val segments = ArrayList<Segment>()
    val added = ArrayList<Segment>()
    var initial = neutral(property)
    var isInitialSet = false

    fun segmentAt(t: Double): Segment? {
        var low = 0
        var high = segments.size
        while (low < high) {
            val middle = (low + high) / 2
            if (segments[middle].start <= t) low = middle + 1 else high = middle
        }
        return if (low == 0) null else segments[low - 1]
    }

    fun baseAt(t: Double): Double {
        return segmentAt(t)?.valueAt(t) ?: initial
    }

    fun valueAt(t: Double): Double {
        var value = baseAt(t)
        for (segment in added) if (segment.start <= t) value += segment.valueAt(t) - neutral(property)
        return value
    }

    fun decidingAt(t: Double): Segment? = segmentAt(t) ?: segments.firstOrNull()
}

/**
 * The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do later,
 * so it can be made anew whenever a gate opens without anything on the screen jumping.
 *
 * @param openingEnd when the app's first own frame was drawn
 * @param opened for each gate when the app opened it, or NEVER
 * @param systemMoves whether the system plays the cues of the opening (from Android 12 on)
 */
class LaunchSchedule(
    private val timing: LaunchTiming, private val start: StartKind, private val openingEnd: Int, private val opened: IntArray,
    private val reducedMotion: Boolean, private val systemMoves: Boolean
) {
    private enum class Form { PLAY, BLEND, END_STATE }
    private class Plan(val form: Form, val start: Int, var stop: Int, var settle: Int = 0, val neverPlays: Boolean = false)

    private val beats = timing.beats
    private val plans = Array(timing.cues.size) { Plan(Form.END_STATE, NEVER, NEVER) }
    private val hangsOnEnd = BooleanArray(timing.cues.size)
    private val gateStart = IntArray(timing.gates.size) { NEVER }
    private val gateOpen = IntArray(timing.gates.size) { NEVER }
    private val gateTimedOut = BooleanArray(timing.gates.size)
    private val timelines: Array<Array<Timeline>>
    private val inMemory = start == StartKind.HOT || start == StartKind.RECREATED
    private var reached = 0

    val beatStart = IntArray(beats.size)
    val beatEnd = IntArray(beats.size)
    var outcome = Outcome.COMPLETE
        private set
    var outcomeAt = NEVER
        private set

    /** When the first screen can be used, or NEVER as far as is known. */
    val shown: Int get() = if (outcome == Outcome.MESSAGE) NEVER else beatEnd[beats.size - 1]

    init {
        for (i in timing.cues.indices) {
            val cue = timing.cues[i]
            hangsOnEnd[i] = when (cue.anchor) {
                Anchor.BEAT_START -> false
                Anchor.BEAT_END -> true
                else -> {
                    val endless = cue.anchor == Anchor.AFTER_CUE && timing.cues[cue.other].whileWaiting
                    (hangsOnEnd[cue.other] || endless) && timing.cues[cue.other].beat == cue.beat
                }
            }
        }
        runBeats()
        timelines = Array(timing.layers.size) { Array(Property.values().size) { Timeline(Property.values()[it]) } }
        buildTimelines()
    }

    fun openTime(gate: Int) = gateOpen[gate]

    private fun runBeats() {
        var now = 0
        for (i in beats.indices) {
            reached = i
            beatStart[i] = now
            val over = now >= NEVER || outcome == Outcome.MESSAGE
            if (over || start !in beats[i].plays) {
                val at = if (over) NEVER else now
                beatStart[i] = at
                beatEnd[i] = at
                val never = start !in beats[i].plays
                for (c in cuesOf(i)) plans[c] = Plan(if (never) Form.END_STATE else Form.PLAY, at, at, 0, never)
            } else {
                when (beats[i].kind) {
                    BeatKind.OPENING -> runOpening(i)
                    BeatKind.WAIT -> runWait(i, now)
                    else -> runFixed(i, now)
                }
            }
            for (c in cuesOf(i)) {
                val cue = timing.cues[c]
                if (cue.dropped || (cue.bySystem && !systemMoves)) plans[c] = Plan(Form.END_STATE, beatStart[i], beatStart[i], 0, true)
            }
            now = beatEnd[i]
        }
        resolveGates()
    }

    private fun cuesOf(beat: Int) = timing.cues.indices.filter { timing.cues[it].beat == beat }

    /** The system plays the opening; when the app draws for the first time, its cues are at their end. */
    private fun runOpening(i: Int) {
        beatEnd[i] = openingEnd
        placeCues(i, 0, openingEnd, false)
        placeCues(i, 0, openingEnd, true)
        for (c in cuesOf(i)) {
            if (plans[c].stop > openingEnd) {
                plans[c].stop = max(plans[c].start, openingEnd)
                plans[c].settle = 1
            }
        }
        resolveGates()
    }

    private fun resolveGates() {
        for (g in timing.gateOrder) {
            val gate = timing.gates[g]
            var from = when {
                gate.start == GateStart.PROCESS || inMemory -> 0
                gate.start == GateStart.FIRST_FRAME -> beatEnd[0]
                gate.beat <= reached -> beatStart[gate.beat]
                else -> NEVER
            }
            for (need in gate.needs) from = max(from, gateOpen[need])
            gateStart[g] = from
            gateTimedOut[g] = false
            if (from >= NEVER) {
                gateOpen[g] = NEVER
                continue
            }
            val open = if (inMemory) from else max(from, opened[g])
            val latest = plus(from, gate.timeOut)
            gateTimedOut[g] = open > latest
            gateOpen[g] = min(open, latest)
        }
    }

    private fun needs(beat: Beat, gate: Int) = if (beat.gates.isEmpty()) !timing.gates[gate].optional else gate in beat.gates

    private fun neededReady(): Int {
        val waits = beats.filter { it.kind == BeatKind.WAIT && start in it.plays }
        var ready = 0
        for (g in timing.gates.indices) {
            val needed = if (waits.isEmpty()) !timing.gates[g].optional else waits.any { needs(it, g) }
            if (needed) ready = max(ready, gateOpen[g])
        }
        return ready
    }

    private fun runFixed(i: Int, now: Int) {
        val beat = beats[i]
        placeCues(i, now, NEVER, false)
        beatEnd[i] = if (beat.length >= 0) now + beat.length else lastCueEnd(i, now)
        placeCues(i, now, beatEnd[i], true)
        if (beat.yields != Yield.NEVER && (beat.kind == BeatKind.PLAY || beat.kind == BeatKind.HOLD)) {
            resolveGates()
            val ready = neededReady()
            if (ready < beatEnd[i]) yieldAt(i, max(ready, now))
        }
    }

    private fun runWait(i: Int, now: Int) {
        val beat = beats[i]
        resolveGates()
        var end = plus(now, beat.atLeast)
        for (g in timing.gates.indices) if (needs(beat, g)) end = max(end, gateOpen[g])
        val latest = plus(now, beat.atMost)
        val timedOut = end > latest
        beatEnd[i] = min(end, latest)
        placeCues(i, now, beatEnd[i], false)
        endRepeats(i)
        beatEnd[i] = min(beatEnd[i], latest)
        for (c in cuesOf(i)) if (timing.cues[c].whileWaiting && plans[c].stop > beatEnd[i]) cut(c, beatEnd[i])
        placeCues(i, now, beatEnd[i], true)
        decideOutcome(beat, timedOut, beatEnd[i])
    }

    private fun decideOutcome(beat: Beat, timedOut: Boolean, end: Int) {
        var action: TimeOut? = if (timedOut) beat.onTimeOut else null
        for (g in timing.gates.indices) {
            if (gateTimedOut[g] && gateOpen[g] <= end && needs(beat, g)) {
                val other = timing.gates[g].onTimeOut
                if (action == null || other > action) action = other
            }
        }
        val decided = when (action) {
            null -> return
            TimeOut.GO_ON -> Outcome.WENT_ON
            TimeOut.OFFLINE -> Outcome.OFFLINE
            TimeOut.MESSAGE -> Outcome.MESSAGE
        }
        if (decided > outcome) {
            outcome = decided
            outcomeAt = end
        }
    }

    private fun placeCues(beat: Int, from: Int, end: Int, hanging: Boolean) {
        val elastic = beats[beat].kind == BeatKind.WAIT
        for (c in cuesOf(beat)) {
            if (hangsOnEnd[c] != hanging) continue
            val cue = timing.cues[c]
            val base = when (cue.anchor) {
                Anchor.BEAT_START -> from
                Anchor.BEAT_END -> end
                Anchor.WITH_CUE -> plans[cue.other].start
                Anchor.AFTER_CUE -> plans[cue.other].stop
            }
            val earliest = if (elastic && hanging) end else from
            val begin = if (base >= NEVER) NEVER else max(earliest, base + cue.offset)
            plans[c] = Plan(Form.PLAY, begin, if (cue.whileWaiting) NEVER else plus(begin, cue.length * cue.times))
        }
    }

    private fun lastCueEnd(beat: Int, from: Int): Int {
        var end = from
        for (c in cuesOf(beat)) if (!hangsOnEnd[c] && plans[c].stop < NEVER) end = max(end, plans[c].stop)
        return end
    }

    private fun yieldAt(i: Int, ready: Int) {
        val beat = beats[i]
        val fullEnd = beatEnd[i]
        var at = ready
        if (beat.yields == Yield.AFTER_CUES) {
            for (c in cuesOf(i)) if (plans[c].start <= ready && plans[c].stop > ready) at = max(at, plans[c].stop)
        }
        at = min(at, fullEnd)
        val blends = cuesOf(i).any { plans[it].start >= at || plans[it].stop > at }
        beatEnd[i] = min(fullEnd, at + (if (blends) beat.blend else 0))
        for (c in cuesOf(i)) {
            if (plans[c].start >= at) {
                plans[c] = Plan(Form.BLEND, at, beatEnd[i])
            } else if (plans[c].stop > at) {
                plans[c].stop = at
                plans[c].settle = max(1, beatEnd[i] - at)
            }
        }
    }

    private fun endRepeats(i: Int) {
        val end = beatEnd[i]
        if (end >= NEVER) return
        for (c in cuesOf(i)) {
            val cue = timing.cues[c]
            if (!cue.whileWaiting || plans[c].start >= NEVER) continue
            if (plans[c].start >= end) {
                plans[c] = Plan(Form.END_STATE, end, end)
            } else if (cue.end == RepeatEnd.FINISH) {
                val cycle = cue.length * (if (cue.alternate) 2 else 1)
                plans[c].stop = plans[c].start + (end - plans[c].start + cycle - 1) / cycle * cycle
                beatEnd[i] = max(beatEnd[i], plans[c].stop)
            } else {
                cut(c, end)
            }
        }
    }

    private fun cut(c: Int, at: Int) {
        plans[c].stop = at
        if (at < NEVER && timing.cues[c].end == RepeatEnd.SETTLE) plans[c].settle = max(1, timing.cues[c].settle)
    }

    private fun buildTimelines() {
        for (c in timing.cueOrder) {
            val cue = timing.cues[c]
            for (track in if (reducedMotion) cue.reduced else cue.tracks) {
                val timeline = timelines[cue.layer][track.property.ordinal]
                if (cue.adds || timeline.isInitialSet) continue
                timeline.isInitialSet = true
                val plan = plans[c]
                val asItStarts = Plan(if (plan.neverPlays) Form.END_STATE else Form.PLAY, plan.start, plan.stop)
                timeline.initial = segment(track, cue, asItStarts, neutral(track.property)).values[0]
            }
        }
        val order = timing.cueOrder.filter { plans[it].start < NEVER }.sortedBy { plans[it].start }
        for (c in order) {
            val cue = timing.cues[c]
            for (track in if (reducedMotion) cue.reduced else cue.tracks) {
                val timeline = timelines[cue.layer][track.property.ordinal]
                val fresh = cue.adds || (timeline.segments.isEmpty() && plans[c].form != Form.BLEND)
                val found = if (fresh) neutral(track.property) else timeline.baseAt(plans[c].start.toDouble())
                val segment = segment(track, cue, plans[c], found)
                if (cue.adds) timeline.added.add(segment) else timeline.segments.add(segment)
            }
        }
    }

    private fun segment(track: Track, cue: Cue, plan: Plan, found: Double): Segment {
        val values = DoubleArray(track.keys.size) {
            val key = track.keys[it]
            if (!key.onTop) key.value else if (multiplies(track.property)) found * key.value else found + key.value
        }
        val backwards = cue.alternate && (cue.whileWaiting || cue.times % 2 == 0)
        val rest = if (backwards) values[0] else values[values.size - 1]
        if (plan.form == Form.PLAY) {
            return Segment(plan.start, cue.length, plan.stop, cue.alternate, plan.settle, rest, DoubleArray(values.size) { track.keys[it].at }, values,
                Array(values.size) { track.keys[it].easing }, cue)
        }
        val from = if (plan.form == Form.BLEND) found else rest
        return Segment(plan.start, plan.stop - plan.start, plan.stop, false, 0, rest, doubleArrayOf(0.0, 1.0), doubleArrayOf(from, rest), arrayOf(LINEAR, LINEAR), cue)
    }

    /** Fills `state` with what is seen of a layer at `t`. */
    fun stateAt(layerIndex: Int, t: Double, screen: Screen, state: LayerState) {
        own(layerIndex, t, screen, state)
        identity(state.outer)
        var parent = timing.layers[layerIndex].parent
        while (parent >= 0) {
            joinGroup(parent, t, screen, state)
            parent = timing.layers[parent].parent
        }
        state.visible = state.visible && timing.layers[layerIndex].kind != LayerKind.GROUP && state.opacity > 0 && state.reveal > 0 &&
            state.scaleX != 0.0 && state.scaleY != 0.0
    }

    private val groupState = LayerState()

    private fun joinGroup(index: Int, t: Double, screen: Screen, state: LayerState) {
        own(index, t, screen, groupState)
        val place = placeOf(timing.layers[index], screen) ?: return
        state.visible = state.visible && groupState.visible
        state.opacity *= groupState.opacity
        val radians = groupState.rotation * PI / 180
        val a = cos(radians) * groupState.scaleX
        val b = sin(radians) * groupState.scaleX
        val c = -sin(radians) * groupState.scaleY
        val d = cos(radians) * groupState.scaleY
        val e = groupState.x - a * screen.x(place) - c * screen.y(place)
        val f = groupState.y - b * screen.x(place) - d * screen.y(place)
        val m = state.outer.copyOf()
        state.outer[0] = a * m[0] + c * m[1]
        state.outer[1] = b * m[0] + d * m[1]
        state.outer[2] = a * m[2] + c * m[3]
        state.outer[3] = b * m[2] + d * m[3]
        state.outer[4] = a * m[4] + c * m[5] + e
        state.outer[5] = b * m[4] + d * m[5] + f
    }

    private fun identity(m: DoubleArray) {
        for (i in m.indices) m[i] = if (i == 0 || i == 3) 1.0 else 0.0
    }

    private fun placeOf(layer: Layer, screen: Screen) = if (screen.width > screen.height) layer.landscape ?: layer.place else layer.place

    /** The layer's own state, without its groups. */
    private fun own(layerIndex: Int, t: Double, screen: Screen, state: LayerState) {
        val layer = timing.layers[layerIndex]
        val lines = timelines[layerIndex]
        fun value(property: Property) = lines[property.ordinal].valueAt(t)
        state.visible = belongs(layer, t)
        state.opacity = value(Property.OPACITY).coerceIn(0.0, 1.0)
        state.scaleX = value(Property.SCALE_X)
        state.scaleY = value(Property.SCALE_Y)
        val place = placeOf(layer, screen)
        state.rotation = (place?.turn ?: 0.0) + value(Property.ROTATION)
        val flip = value(Property.FLIP)
        if (flip != 0.0) {
            val narrowed = cos(flip * PI / 180)
            state.scaleX *= if (abs(narrowed) < 1e-9) 0.0 else narrowed
        }
        if (place == null) {
            state.width = screen.width
            state.height = screen.height
            state.x = screen.width / 2
            state.y = screen.height / 2
        } else {
            state.width = place.width
            state.height = place.height
            state.x = screen.x(place)
            state.y = screen.y(place)
            if (layer.destination != null) travel(layer.destination, place, value(Property.TRAVEL), screen, state)
            turnAboutPivot(layer, state)
        }
        state.x += value(Property.X)
        state.y += value(Property.Y)
        val panel = value(Property.PANEL)
        if (layer.kind == LayerKind.BACKDROP && panel != 0.0) {
            state.height = screen.height + (layer.panelHeight - screen.height) * panel
            state.y += (state.height - screen.height) / 2
        }
        state.reveal = value(Property.REVEAL).coerceIn(0.0, 1.0)
        state.revealShape = lines[Property.REVEAL.ordinal].decidingAt(t)?.cue?.reveal
        state.draw = value(Property.DRAW).coerceIn(0.0, 1.0)
        state.fillFrom = lines[Property.DRAW.ordinal].decidingAt(t)?.cue?.fillFrom ?: 0.6
        state.progress = if (layer.kind == LayerKind.PROGRESS) loaded(layer, t) else 0.0
        val clip = value(Property.CLIP).coerceIn(0.0, 1.0)
        state.clip = if (layer.frames > 1) floor(clip * (layer.frames - 1) + 1e-9) / (layer.frames - 1) else clip
    }

    private fun travel(there: Place, place: Place, part: Double, screen: Screen, state: LayerState) {
        state.x += (screen.x(there) - state.x) * part
        state.y += (screen.y(there) - state.y) * part
        state.rotation += (there.turn - place.turn) * part
        val across = if (place.width > 0) there.width / place.width else 1.0
        val down = if (place.height > 0) there.height / place.height else 1.0
        val scale = 1 + (min(across, down) - 1) * part
        state.scaleX *= scale
        state.scaleY *= scale
    }

    /** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */
    private fun turnAboutPivot(layer: Layer, state: LayerState) {
        if (layer.pivotX == 0.5 && layer.pivotY == 0.5) return
        val x = (layer.pivotX - 0.5) * state.width
        val y = (layer.pivotY - 0.5) * state.height
        val radians = state.rotation * PI / 180
        state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y)
        state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y)
    }

    /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */
    private fun loaded(layer: Layer, t: Double): Double {
        var sum = 0.0
        var count = 0
        for (g in timing.gates.indices) {
            if (if (layer.gates.isEmpty()) timing.gates[g].optional else g !in layer.gates) continue
            count++
            val taken = if (gateStart[g] >= NEVER) 0.0 else max(0.0, t - gateStart[g])
            sum += if (t >= gateOpen[g]) 1.0 else min(0.9, 0.9 * taken / max(1, timing.gates[g].typical))
        }
        return if (count > 0) sum / count else 1.0
    }

    private fun belongs(layer: Layer, t: Double): Boolean {
        val decided = t >= outcomeAt
        val offline = decided && outcome == Outcome.OFFLINE
        if (layer.shown == Shown.OFFLINE) return offline
        if (layer.shown == Shown.MESSAGE) return decided && outcome == Outcome.MESSAGE
        return !(offline && layer.kind == LayerKind.FIRST_SCREEN && timing.layers.any { it.kind == LayerKind.FIRST_SCREEN && it.shown == Shown.OFFLINE })
    }
}
