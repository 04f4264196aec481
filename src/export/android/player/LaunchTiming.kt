// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the
// screen, so that it can be tested anywhere. The next export replaces it for as long as you leave
// it unchanged.
package @PACKAGE@

import kotlin.math.PI
import kotlin.math.cos
import kotlin.math.floor
import kotlin.math.max
import kotlin.math.min
import kotlin.math.sin

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
internal const val NEVER = 1000000000

/** How long what is loaded takes to be shown as loaded, ms. */
internal const val CATCHUP = 400

internal enum class BeatKind {
    OPENING,
    PLAY,
    HOLD,
    WAIT,
    HAND_OFF
}

internal enum class Yield {
    NEVER,
    AFTER_CUES,
    AT_ONCE
}

internal enum class GateStart {
    PROCESS,
    FIRST_FRAME,
    BEAT
}

internal enum class Anchor {
    BEAT_START,
    BEAT_END,
    WITH_CUE,
    AFTER_CUE
}

internal enum class RepeatEnd {
    CUT,
    FINISH,
    SETTLE
}

internal enum class EasingKind {
    CUBIC,
    STEPS,
    STOPS,
    BOUNCES,
    SPRING
}

internal enum class LayerKind {
    BACKDROP,
    ART,
    FIRST_SCREEN,
    PROGRESS,
    CLIP,
    GROUP
}

internal enum class Shown {
    ALWAYS,
    OFFLINE,
    MESSAGE
}

internal enum class Property {
    OPACITY,
    X,
    Y,
    X_SCREEN,
    Y_SCREEN,
    X_ITSELF,
    Y_ITSELF,
    X_EDGE,
    Y_EDGE,
    SCALE,
    SCALE_X,
    SCALE_Y,
    ROTATION,
    FLIP,
    REVEAL,
    DRAW,
    TRAVEL,
    PANEL,
    CLIP
}

/**
 * How it ends: with all, without, in the offline way, with a message; interrupted: before that was
 * decided.
 */
internal enum class Outcome {
    COMPLETE,
    WENT_ON,
    OFFLINE,
    MESSAGE,
    INTERRUPTED
}

/**
 * How it began: never before, in a new process, in one that was there, with all in memory,
 * re-created.
 */
internal enum class StartKind {
    FIRST,
    COLD,
    WARM,
    HOT,
    RECREATED
}

/**
 * Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a
 * spring.
 */
internal class Easing(
    val kind: EasingKind = EasingKind.CUBIC,
    val x1: Double = 0.0,
    val y1: Double = 0.0,
    val x2: Double = 1.0,
    val y2: Double = 1.0,
    val steps: Int = 0,
    val atStart: Boolean = false,
    val jumps: Int = 1,
    val stops: DoubleArray = doubleArrayOf(),
    val bounces: Int = 0,
    val restitution: Double = 0.0,
    val swing: Double = 0.0,
    val decay: Double = 0.0
)

/**
 * What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of
 * what was there.
 */
internal class Track(
    val property: Property,
    val values: DoubleArray,
    val at: DoubleArray = doubleArrayOf(0.0, 1.0),
    val onTop: Int = 0,
    val easing: Easing? = null,
    val easings: List<Easing> = listOf()
)

/**
 * An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit
 * vector).
 */
internal class RevealShape(val iris: Boolean = false, val x: Double, val y: Double)

internal class Beat(
    val kind: BeatKind,
    val length: Int = -1,
    val gates: IntArray = intArrayOf(),
    val atLeast: Int = 0,
    val atMost: Int = NEVER,
    val onTimeOut: Outcome = Outcome.WENT_ON,
    val yields: Yield = Yield.NEVER,
    val blend: Int = 120,
    val plays: List<StartKind> = listOf(StartKind.FIRST, StartKind.COLD, StartKind.WARM)
)

internal class GateTiming(
    val id: String,
    val start: GateStart = GateStart.PROCESS,
    val beat: Int = 0,
    val needs: IntArray = intArrayOf(),
    val timeOut: Int = NEVER,
    val onTimeOut: Outcome = Outcome.WENT_ON,
    val optional: Boolean = false,
    val typical: Int = 500
)

/**
 * What one layer does for a while. `calm`: what it does instead where people ask for less motion.
 */
internal class Cue(
    val layer: Int,
    val beat: Int,
    val length: Int,
    val moves: List<Track>,
    val calm: List<Track>? = null,
    val anchor: Anchor = Anchor.BEAT_START,
    val other: Int = -1,
    val offset: Int = 0,
    val times: Int = 1,
    val whileWaiting: Boolean = false,
    val alternate: Boolean = false,
    val end: RepeatEnd = RepeatEnd.CUT,
    val settle: Int = 0,
    val adds: Boolean = false,
    val systemUntil: Int = -1,
    val dropped: Boolean = false,
    val bySystem: Boolean = false,
    val reveal: RevealShape? = null,
    val fillFrom: Double = 0.6
)

/** A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen. */
internal class Place(
    val across: Double = 0.5,
    val down: Double = 0.5,
    val x: Double = 0.0,
    val y: Double = 0.0,
    val width: Double,
    val height: Double,
    val turn: Double = 0.0,
    val safe: Boolean = false
)

/** No place: the whole screen. */
internal class Layer(
    val kind: LayerKind,
    val place: Place? = null,
    val landscape: Place? = null,
    val destination: Place? = null,
    val panelHeight: Double = 0.0,
    val shown: Shown = Shown.ALWAYS,
    val pivotX: Double = 0.5,
    val pivotY: Double = 0.5,
    val parent: Int = -1,
    val gates: IntArray = intArrayOf(),
    val frames: Int = 0
)

/**
 * The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a
 * property.
 */
internal class LaunchTiming(
    val beats: List<Beat>,
    val gates: List<GateTiming>,
    val layers: List<Layer>,
    val cues: List<Cue>,
    val gateOrder: IntArray = intArrayOf(),
    val cueOrder: IntArray = intArrayOf()
)

/**
 * One launch, as far as it is known. `openingEnd`: when the app's first own frame was drawn.
 * `opened`: when each gate was opened, or NEVER. `messageAt`, `retriedAt`: when a message stood
 * there, and when people tried again.
 */
internal class LaunchConditions(
    val start: StartKind,
    val reducedMotion: Boolean,
    val systemMoves: Boolean,
    val iconBegan: Int,
    val pace: Double,
    val messageAt: Int,
    val retriedAt: Int,
    val openingEnd: Int,
    val opened: IntArray
)

/** The screen, and what the system's bars cover at its edges. */
internal class Screen(
    val width: Double,
    val height: Double,
    val left: Double = 0.0,
    val top: Double = 0.0,
    val right: Double = 0.0,
    val bottom: Double = 0.0
)

/** What is seen of a layer at one moment; the centre counts from the screen's upper left corner. */
internal class LayerState {
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
    /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */
    var outer = doubleArrayOf(1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
}

private fun within(value: Double): Double = min(1.0, max(0.0, value))

//? BeatKind.wait
private fun rank(outcome: Outcome): Int {
    if (outcome == Outcome.MESSAGE) return 3
    if (outcome == Outcome.OFFLINE) return 2
    return if (outcome == Outcome.WENT_ON) 1 else 0
}

/** What a property is where nothing says anything else. */
private fun neutral(property: Property): Double {
    val isFactor =
        property == Property.SCALE || property == Property.SCALE_X || property == Property.SCALE_Y
    val isPart =
        property == Property.OPACITY || property == Property.REVEAL || property == Property.DRAW
    return if (isFactor || isPart) 1.0 else 0.0
}

internal fun eased(easing: Easing, x: Double): Double {
    when (easing.kind) {
        //? Easing.steps
        EasingKind.STEPS -> return stepped(easing, x)
        //? Easing.stops
        EasingKind.STOPS -> return onStops(easing.stops, x)
        //? Easing.bounces
        EasingKind.BOUNCES -> return bounced(easing, x)
        //? Easing.swing
        EasingKind.SPRING -> return sprung(easing, x)
        else -> return curved(easing, x)
    }
}

private fun cubic(a: Double, b: Double, s: Double): Double {
    val r = 1.0 - s
    return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s
}

private fun curved(easing: Easing, x: Double): Double {
    if (x <= 0.0 || x >= 1.0) return within(x)
    var s = x
    var half = 0.5
    var low = 0.0
    while (half > 1e-9) {
        s = low + half
        if (cubic(easing.x1, easing.x2, s) < x) low = s
        half /= 2.0
    }
    return cubic(easing.y1, easing.y2, s)
}

//? Easing.steps
private fun stepped(easing: Easing, x: Double): Double {
    var step = floor(within(x) * easing.steps.toDouble() + 1e-12)
    if (easing.atStart) step += 1.0
    return within(step / easing.jumps.toDouble())
}

//? Easing.bounces
/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */
private fun bounced(easing: Easing, x: Double): Double {
    if (x <= 0.0 || x >= 1.0) return within(x)
    var speed = 1.0
    var total = 1.0
    for (i in 0 until easing.bounces) {
        speed *= easing.restitution
        total += 2.0 * speed
    }
    var t = x * total
    speed = 1.0
    while (t > speed) {
        t -= speed
        speed *= easing.restitution
        t -= speed
    }
    return 1.0 - speed * speed + t * t
}

//? Easing.swing
/** What is left of its swinging at the end is taken away by and by. */
private fun sprung(easing: Easing, x: Double): Double {
    if (x <= 0.0 || x >= 1.0) return within(x)
    return 1.0 - swung(easing, x) + swung(easing, 1.0) * x
}

//? Easing.swing
/** How far a spring is from its rest. */
private fun swung(easing: Easing, x: Double): Double {
    val swing = easing.swing
    val decay = easing.decay
    return Math.exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x))
}

//? Easing.stops
private fun onStops(stops: DoubleArray, x: Double): Double {
    if (x <= stops[0]) return stops[1]
    var i = 2
    while (i < stops.size && stops[i] <= x) i += 2
    if (i >= stops.size) return stops[stops.size - 1]
    val part = (x - stops[i - 2]) / (stops[i] - stops[i - 2])
    return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part
}

/**
 * When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it
 * `blends`.
 */
private class CueTiming(val cue: Cue) {
    var start = NEVER
    var stop = NEVER
    var length = 1
    var settle = 0
    var blends = false
    var skips = false
    var never = false
    var hangs = false
    var pausedAt = NEVER
    var paused = 0

    /**
     * How long it has been playing; not while it stands still because the system plays no more of
     * it.
     */
    fun playedAt(t: Double): Double {
        if (t <= pausedAt.toDouble()) return t - start.toDouble()
        return max(1.0 * pausedAt.toDouble(), t - paused.toDouble()) - start.toDouble()
    }

    fun skip(from: Int, to: Int) {
        start = from
        stop = to
        skips = true
        settle = 0
        blends = false
    }

    /** When it has come to rest. */
    fun rests(): Int = min(NEVER, stop + settle)
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
private class Segment(val plan: CueTiming, val track: Track, val found: Double) {
    private fun key(i: Int): Double {
        val value = track.values[i]
        if (i >= track.onTop) return value
        return if (neutral(track.property) == 1.0) found * value else found + value
    }

    private fun end(): Double {
        val cue = plan.cue
        val isBack = cue.alternate && (cue.whileWaiting || cue.times % 2 == 0)
        return key(if (isBack) 0 else track.values.size - 1)
    }

    fun valueAt(t: Double): Double {
        val start = plan.start
        val stop = plan.stop
        if (plan.never) return end()
        if (t < start.toDouble()) return key(0)
        if (plan.skips) return skipped(t)
        if (plan.settle > 0 && t >= stop.toDouble()) {
            val from = during(stop.toDouble())
            return from + (end() - from) * within((t - stop.toDouble()) / plan.settle.toDouble())
        }
        return during(min(t, stop.toDouble()))
    }

    private fun skipped(t: Double): Double {
        val from = if (plan.blends) found else end()
        val length = plan.stop - plan.start
        val part = if (length > 0) within((t - plan.start.toDouble()) / length.toDouble()) else 1.0
        return from + (end() - from) * part
    }

    private fun during(t: Double): Double {
        val keys = track.at
        val part = partAt(t)
        var i = 1
        while (i < keys.size - 1 && keys[i] <= part) i++
        val width = keys[i] - keys[i - 1]
        var between = if (width > 0.0) within((part - keys[i - 1]) / width) else 1.0
        val easing = track.easing
        if (easing != null) between = eased(easing, between)
        if (track.easings.size > 0) between = eased(track.easings[i - 1], between)
        return key(i - 1) + (key(i) - key(i - 1)) * between
    }

    /** Which part of its round is played then; the last round stays at its end. */
    private fun partAt(t: Double): Double {
        val local = plan.playedAt(t)
        val length = plan.length
        if (local < length.toDouble()) return within(local / length.toDouble())
        if (length <= 0) return 1.0
        var round = floor(local / length.toDouble())
        var part = local / length.toDouble() - round
        if (part == 0.0 && t >= plan.stop.toDouble()) {
            round -= 1.0
            part = 1.0
        }
        return if (plan.cue.alternate && round % 2.0 == 1.0) 1.0 - part else part
    }
}

/** What moves of one layer: of each property in the order of time. */
private class Lane {
    var segments = ArrayList<Segment>()
    var properties = ArrayList<Property>()

    fun add(segment: Segment) {
        val property = segment.track.property
        segments.add(segment)
        if (property in properties) return
        properties.add(property)
    }
}

/** The launch with absolute times: made anew when a gate opens, without a jump. */
internal class LaunchSchedule(val timing: LaunchTiming, val launch: LaunchConditions) {
    val beatStart: IntArray
    val beatEnd: IntArray
    var outcome = Outcome.COMPLETE
    var outcomeAt = NEVER
    /**
     * When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not
     * yet known.
     */
    var decidedAt: Int
    val gateOpen: IntArray
    val gateStart: IntArray
    private val gateTimedOut: BooleanArray
    private val plans = ArrayList<CueTiming>()
    private val lanes = ArrayList<Lane>()
    //? Layer.parent
    private val groupState = LayerState()
    private var reached = 0

    init {
        beatStart = IntArray(timing.beats.size) { 0 }
        beatEnd = IntArray(timing.beats.size) { 0 }
        gateOpen = IntArray(timing.gates.size) { NEVER }
        gateStart = IntArray(timing.gates.size) { NEVER }
        gateTimedOut = BooleanArray(timing.gates.size)
        decidedAt = launch.openingEnd
        for (it in timing.cues) plans.add(CueTiming(it))
        for (it in plans) it.hangs = waitsForEnd(it.cue)
        for (i in 0 until timing.layers.size) lanes.add(Lane())
        var now = 0
        for (i in 0 until beatEnd.size) {
            reached = i
            if (outcome == Outcome.MESSAGE) now = NEVER
            beatStart[i] = now
            beatEnd[i] = now
            runBeat(i, now)
            dropCues(i)
            now = beatEnd[i]
        }
        resolveGates()
        fillLanes()
    }

    /** When the first screen can be used, or NEVER as far as is known. */
    fun shown(): Int = if (outcome == Outcome.MESSAGE) NEVER else beatEnd[beatEnd.size - 1]

    /** From `t` on nothing moves before the time given; `t` itself if something does. */
    fun stillUntil(t: Double): Double {
        var until = 1.0 * NEVER.toDouble()
        for (it in plans) {
            if (it.rests().toDouble() <= t || tracksOf(it.cue).size == 0) continue
            if (it.start.toDouble() <= t) return t
            until = min(until, it.start.toDouble())
        }
        for (layer in timing.layers) {
            if (layer.kind == LayerKind.PROGRESS) until = min(until, loadsNothingUntil(t))
        }
        for (it in beatEnd) {
            if (it.toDouble() > t) until = min(until, it.toDouble())
        }
        return until
    }

    /** The same of all that loads. */
    private fun loadsNothingUntil(t: Double): Double {
        var until = 1.0 * NEVER.toDouble()
        for (g in 0 until gateOpen.size) {
            val from = gateStart[g]
            val open = loadedAt(g)
            if (t < from.toDouble()) until = min(until, from.toDouble())
            if (t < open.toDouble()) until = min(until, open.toDouble())
            if (t >= from.toDouble() && t < min(open, from + timing.gates[g].typical).toDouble())
                return t
            if (t >= open.toDouble() && t < (open + CATCHUP).toDouble()) return t
        }
        return until
    }

    private fun waitsForEnd(cue: Cue): Boolean {
        if (cue.anchor == Anchor.BEAT_END) return true
        if (cue.other < 0) return false
        val other = plans[cue.other]
        if (other.cue.beat != cue.beat) return false
        if (cue.anchor == Anchor.AFTER_CUE && other.cue.whileWaiting) return true
        return other.hangs
    }

    private fun plays(beat: Beat): Boolean = launch.start in beat.plays

    /** Lengths of the show at the pace the system asks for; gates keep their time. */
    private fun paced(length: Int): Int = floor(length.toDouble() * launch.pace + 0.5).toInt()

    private fun isInMemory(): Boolean =
        launch.start == StartKind.HOT || launch.start == StartKind.RECREATED

    private fun runBeat(i: Int, now: Int) {
        val beat = timing.beats[i]
        if (!plays(beat)) return skipCues(i, now)
        if (now >= NEVER) return
        placeCues(i, now, NEVER, false)
        beatEnd[i] = now + paced(beat.length)
        if (beat.length < 0) beatEnd[i] = lastCueEnd(i, now)
        when (beat.kind) {
            BeatKind.OPENING -> beatEnd[i] = launch.openingEnd
            //? BeatKind.wait
            BeatKind.WAIT -> runWait(i, now)
            else -> {}
        }
        placeCues(i, now, beatEnd[i], true)
        when (beat.kind) {
            BeatKind.OPENING -> endOpening(i)
            //? Beat.yields
            BeatKind.PLAY -> leaveEarly(i, now)
            //? Beat.yields
            BeatKind.HOLD -> leaveEarly(i, now)
            else -> {}
        }
    }

    private fun placeCues(beat: Int, from: Int, end: Int, hanging: Boolean) {
        val earliest = if (hanging && timing.beats[beat].kind == BeatKind.WAIT) end else from
        for (it in plans) {
            val cue = it.cue
            if (cue.beat != beat || it.hangs != hanging) continue
            var base = from
            if (cue.anchor == Anchor.BEAT_END) base = end
            if (cue.anchor == Anchor.WITH_CUE) base = plans[cue.other].start
            if (cue.anchor == Anchor.AFTER_CUE) base = plans[cue.other].stop
            it.start = max(earliest, base + paced(cue.offset))
            if (base >= NEVER) it.start = NEVER
            it.length = if (cue.length > 0) max(1, paced(cue.length)) else 0
            it.stop = if (cue.whileWaiting) NEVER else min(NEVER, it.start + it.length * cue.times)
        }
    }

    private fun lastCueEnd(beat: Int, from: Int): Int {
        var end = from
        for (it in plans) {
            if (it.cue.beat == beat && !it.hangs && it.stop < NEVER) end = max(end, it.stop)
        }
        return end
    }

    /** What does not play in this launch is at its end as soon as it is reached. */
    private fun skipCues(beat: Int, at: Int) {
        for (it in plans) {
            if (it.cue.beat != beat) continue
            it.skip(at, at)
            it.never = true
        }
    }

    private fun isCarried(cue: Cue): Boolean {
        return if (cue.bySystem) launch.systemMoves else !cue.dropped
    }

    /** What this platform does not play is at its end from the start. */
    private fun dropCues(i: Int) {
        for (it in plans) {
            if (it.cue.beat != i || isCarried(it.cue)) continue
            it.skip(beatStart[i], beatStart[i])
            it.never = true
        }
    }

    /**
     * The system plays the opening; with the app's first frame its cues are at their end, or go on
     * from where they stand.
     */
    private fun endOpening(i: Int) {
        val end = launch.openingEnd
        for (it in plans) {
            if (it.cue.beat != i || it.start >= NEVER) continue
            var left = end
            left -= min(end, launch.iconBegan)
            if (it.cue.systemUntil >= 0) left = min(left, it.cue.systemUntil)
            if (it.stop <= left) continue
            if (it.cue.systemUntil >= 0) {
                it.pausedAt = min(left, end)
                it.paused = end - left
                it.stop += it.paused
            } else {
                if (it.stop > end) {
                    it.stop = max(it.start, end)
                    it.settle = 1
                }
            }
        }
    }

    /**
     * When a gate's work begins, but for the gates it needs; NEVER as far as the beats are worked
     * out.
     */
    private fun begins(gate: GateTiming): Int {
        if (isInMemory()) return 0
        if (gate.start == GateStart.FIRST_FRAME) return beatEnd[0]
        if (gate.start == GateStart.PROCESS) return 0
        return if (gate.beat <= reached) beatStart[gate.beat] else NEVER
    }

    private fun openedAt(gate: Int, from: Int): Int {
        if (isInMemory()) return from
        return max(from, launch.opened[gate])
    }

    private fun resolveGates() {
        val order = timing.gateOrder
        for (i in 0 until gateOpen.size) {
            val g = if (order.size > 0) order[i] else i
            val gate = timing.gates[g]
            var from = begins(gate)
            for (need in gate.needs) from = max(from, gateOpen[need])
            val open = openedAt(g, from)
            val latest = limit(from, gate.timeOut, gate.onTimeOut)
            gateStart[g] = from
            gateTimedOut[g] = open > latest
            gateOpen[g] = min(open, latest)
        }
    }

    /** When patience ends; after a message it begins anew when people try again. */
    private fun limit(from: Int, patience: Int, how: Outcome): Int {
        val end = min(NEVER, from + patience)
        if (how != Outcome.MESSAGE && end < launch.messageAt) return end
        return min(NEVER, max(from, launch.retriedAt) + patience)
    }

    //? BeatKind.wait|Beat.yields
    private fun needs(beat: Beat, gate: Int): Boolean {
        if (beat.gates.size > 0) return gate in beat.gates
        return !timing.gates[gate].optional
    }

    //? BeatKind.wait
    private fun runWait(i: Int, now: Int) {
        val beat = timing.beats[i]
        resolveGates()
        var end = now
        end += paced(beat.atLeast)
        for (g in 0 until gateOpen.size) {
            if (needs(beat, g)) end = max(end, gateOpen[g])
        }
        val latest = limit(now, beat.atMost, beat.onTimeOut)
        beatEnd[i] = min(end, latest)
        endRepeats(i, latest)
        decidedAt = beatEnd[i]
        if (end > latest) decide(beat.onTimeOut)
        for (g in 0 until gateOpen.size) {
            val isLate = gateTimedOut[g] && gateOpen[g] <= decidedAt
            if (isLate && needs(beat, g)) decide(timing.gates[g].onTimeOut)
        }
    }

    //? BeatKind.wait
    /** Of several outcomes the gravest counts, from when it was decided. */
    private fun decide(how: Outcome) {
        if (rank(how) <= rank(outcome)) return
        outcome = how
        outcomeAt = decidedAt
    }

    //? BeatKind.wait
    /**
     * What goes on while it waits ends with the wait: at once, calmly, or with its round, if the
     * wait may last so long.
     */
    private fun endRepeats(i: Int, latest: Int) {
        val end = beatEnd[i]
        if (end >= NEVER) return
        for (it in plans) {
            if (it.cue.beat != i || !it.cue.whileWaiting || it.start >= NEVER) continue
            if (it.start >= end) {
                it.skip(end, end)
                continue
            }
            it.stop = end
            if (it.cue.end == RepeatEnd.SETTLE) it.settle = max(1, paced(it.cue.settle))
            if (it.cue.end == RepeatEnd.FINISH) {
                val cycle = if (it.cue.alternate) it.length * 2 else it.length
                it.stop =
                    min(
                        latest,
                        it.start +
                            (((end - it.start + cycle - 1).toDouble()) / cycle.toDouble()).toInt() *
                                cycle
                    )
                beatEnd[i] = max(beatEnd[i], it.stop)
            }
        }
    }

    //? Beat.yields
    /** When all is there that the waits of this launch need. */
    private fun neededReady(): Int {
        var ready = 0
        for (g in 0 until gateOpen.size) {
            var waits = false
            var needed = false
            for (beat in timing.beats) {
                if (beat.kind != BeatKind.WAIT || !plays(beat)) continue
                waits = true
                if (needs(beat, g)) needed = true
            }
            if (needed || (!waits && !timing.gates[g].optional)) ready = max(ready, gateOpen[g])
        }
        return ready
    }

    //? Beat.yields
    /** All is there: cues to come blend to their ends, those that play settle there. */
    private fun leaveEarly(i: Int, now: Int) {
        val beat = timing.beats[i]
        if (beat.yields == Yield.NEVER) return
        resolveGates()
        val opened = neededReady()
        if (opened >= beatEnd[i]) {
            return // also where the beat has no length: what hangs on its end is over with it
        }
        val ready = max(now, opened)
        var at = ready
        for (it in plans) {
            val isPlaying = it.cue.beat == i && it.start <= ready && it.stop > ready
            if (isPlaying && beat.yields == Yield.AFTER_CUES) at = max(at, it.stop)
        }
        at = min(at, beatEnd[i])
        var blends = false
        for (it in plans) {
            if (it.cue.beat == i && (it.start >= at || it.stop > at)) blends = true
        }
        var end = at
        if (blends) end += paced(beat.blend)
        beatEnd[i] = min(beatEnd[i], end)
        blendCues(i, at, beatEnd[i])
    }

    //? Beat.yields
    private fun blendCues(i: Int, at: Int, end: Int) {
        for (it in plans) {
            if (it.cue.beat != i || it.stop <= at && it.start < at) continue
            if (it.start >= at) {
                it.skip(at, end)
                it.blends = true
            } else {
                it.stop = at
                it.settle = max(1, end - at)
            }
        }
    }

    private fun tracksOf(cue: Cue): List<Track> {
        if (launch.reducedMotion) return cue.calm ?: cue.moves
        return cue.moves
    }

    /** Of each property first what it is before its first cue: where that cue starts. */
    private fun fillLanes() {
        for (c in timing.cueOrder) {
            val before = CueTiming(timing.cues[c])
            before.never = plans[c].never
            if (before.cue.adds) continue
            for (it in tracksOf(before.cue)) lanes[before.cue.layer].add(
                Segment(before, it, neutral(it.property))
            )
        }
        for (plan in inOrderOfTime()) {
            val lane = lanes[plan.cue.layer]
            for (it in tracksOf(plan.cue)) {
                var found = neutral(it.property)
                val before = ruling(plan.cue.layer, it.property, plan.start.toDouble())
                if (before >= 0 && !plan.cue.adds) {
                    val segment = lane.segments[before]
                    if (plan.blends || segment.plan.start < NEVER)
                        found = segment.valueAt(plan.start.toDouble())
                }
                lane.add(Segment(plan, it, found))
            }
        }
    }

    /** The cues by their start; those that start together as `cueOrder` says. */
    private fun inOrderOfTime(): ArrayList<CueTiming> {
        val order = ArrayList<CueTiming>()
        for (i in 0 until plans.size) {
            val isSaid = timing.cueOrder.size > 0
            val plan = plans[if (isSaid) timing.cueOrder[i] else i]
            order.add(plan)
            var at = order.size - 1
            while (isSaid && at > 0 && order[at - 1].start > plan.start) {
                order[at] = order[at - 1]
                at--
            }
            order[at] = plan
        }
        return order
    }

    /** What rules a property at a moment: what began last, or else what begins first. */
    private fun ruling(layer: Int, property: Property, t: Double): Int {
        val segments = lanes[layer].segments
        var found = -1
        for (i in 0 until segments.size) {
            if (segments[i].track.property != property || segments[i].plan.cue.adds) continue
            if (found < 0 || segments[i].plan.start.toDouble() <= t) found = i
        }
        return found
    }

    //? Property.reveal|Property.draw
    /**
     * The cue whose shape a property has then: the one that rules it, or else of those laid over
     * it.
     */
    private fun shaping(layer: Int, property: Property, t: Double): Cue {
        val segments = lanes[layer].segments
        var found = ruling(layer, property, t)
        val isRuled = found >= 0
        for (i in 0 until segments.size) {
            if (isRuled || segments[i].track.property != property) continue
            if (found < 0 || segments[i].plan.start.toDouble() <= t) found = i
        }
        return segments[found].plan.cue
    }

    private fun valueOf(layer: Int, property: Property, t: Double): Double {
        val segments = lanes[layer].segments
        val i = ruling(layer, property, t)
        var sum = if (i < 0) neutral(property) else segments[i].valueAt(t)
        for (it in segments) {
            val isOnTop =
                it.plan.cue.adds && it.track.property == property && it.plan.start.toDouble() <= t
            if (isOnTop) sum += it.valueAt(t) - neutral(property)
        }
        return sum
    }

    //? Layers.alone
    /** Fills `state` with what is seen of a layer at `t`. */
    fun stateAt(index: Int, t: Double, screen: Screen, state: LayerState) {
        own(index, t, screen, state)
        hideUnseen(timing.layers[index], state)
    }

    //? Layer.parent
    /** Fills `state` with what is seen of a layer at `t`. */
    fun stateAt(index: Int, t: Double, screen: Screen, state: LayerState) {
        own(index, t, screen, state)
        for (i in 0 until 6) state.outer[i] = if (i == 0 || i == 3) 1.0 else 0.0
        var parent = timing.layers[index].parent
        while (parent >= 0) {
            joinGroup(parent, t, screen, state)
            parent = timing.layers[parent].parent
        }
        hideUnseen(timing.layers[index], state)
    }

    /** The layer's own state, without its groups. */
    fun own(index: Int, t: Double, screen: Screen, state: LayerState) {
        val layer = timing.layers[index]
        state.visible = belongs(layer, t)
        atRest(layer, screen, state)
        when (layer.kind) {
            LayerKind.FIRST_SCREEN -> state.visible = stands(layer, t)
            //? LayerKind.progress
            LayerKind.PROGRESS -> state.progress = loaded(layer, t)
            else -> {}
        }
        for (property in lanes[index].properties) {
            val value = valueOf(index, property, t)
            when (property) {
                Property.X -> state.x += value
                Property.Y -> state.y += value
                //? Property.xScreen
                Property.X_SCREEN -> state.x += screen.width * value
                //? Property.yScreen
                Property.Y_SCREEN -> state.y += screen.height * value
                //? Property.xItself
                Property.X_ITSELF -> state.x += widthAtRest(layer, screen) * value
                //? Property.yItself
                Property.Y_ITSELF -> state.y += heightAtRest(layer, screen) * value
                //? Property.xEdge
                Property.X_EDGE -> state.x += pastSide(layer, value, screen)
                //? Property.yEdge
                Property.Y_EDGE -> state.y += pastEnd(layer, value, screen)
                Property.SCALE -> scaleBy(value, value, state)
                Property.SCALE_X -> state.scaleX *= value
                Property.SCALE_Y -> state.scaleY *= value
                Property.ROTATION -> state.rotation += value
                //? Property.flip
                Property.FLIP -> flip(value, state)
                //? Property.reveal
                Property.REVEAL -> reveal(index, value, t, state)
                //? Property.draw
                Property.DRAW -> draw(index, value, t, state)
                //? Property.travel
                Property.TRAVEL -> travel(layer, value, screen, state)
                //? Property.panel
                Property.PANEL -> shrinkToPanel(layer, value, screen, state)
                //? Property.clip
                Property.CLIP -> state.clip = frameAt(layer, value)
                else -> state.opacity = within(value)
            }
        }
        if (layer.place != null) turnAboutPivot(layer, state)
    }

    //? Property.reveal
    private fun reveal(index: Int, part: Double, t: Double, state: LayerState) {
        state.reveal = within(part)
        state.revealShape = shaping(index, Property.REVEAL, t).reveal
    }

    //? Property.draw
    private fun draw(index: Int, part: Double, t: Double, state: LayerState) {
        state.draw = within(part)
        state.fillFrom = shaping(index, Property.DRAW, t).fillFrom
    }

    //? Layer.parent
    private fun joinGroup(index: Int, t: Double, screen: Screen, state: LayerState) {
        val place = placeOn(timing.layers[index], screen)
        if (place == null) return
        val group = groupState
        own(index, t, screen, group)
        if (!group.visible) state.visible = false
        state.opacity *= group.opacity
        val radians = group.rotation * PI / 180.0
        val a = cos(radians) * group.scaleX
        val b = sin(radians) * group.scaleX
        val c = -sin(radians) * group.scaleY
        val d = cos(radians) * group.scaleY
        val restX = acrossOf(place, screen)
        val restY = downOf(place, screen)
        for (i in 0 until 6 step 2) {
            val x = state.outer[i]
            val y = state.outer[i + 1]
            state.outer[i] = a * x + c * y
            state.outer[i + 1] = b * x + d * y
        }
        state.outer[4] += group.x - a * restX - c * restY
        state.outer[5] += group.y - b * restX - d * restY
    }

    //? LayerKind.progress
    /** Of all its gates alike. */
    private fun loaded(layer: Layer, t: Double): Double {
        var sum = 0.0
        var count = 0
        for (g in 0 until gateOpen.size) {
            val gate = timing.gates[g]
            val counts = if (layer.gates.size > 0) g in layer.gates else !gate.optional
            if (!counts) continue
            count++
            sum += loadedPart(g, t)
        }
        return if (count > 0) sum / count.toDouble() else 1.0
    }

    //? LayerKind.progress
    /**
     * A gate that loads counts by its typical time, at most nine tenths; what is left when it has
     * loaded is caught up with. Never less than a moment before.
     */
    private fun loadedPart(g: Int, t: Double): Double {
        val open = loadedAt(g)
        val loading = min(t, open.toDouble()) - gateStart[g].toDouble()
        val before = 0.9 * min(1.0, max(0.0, loading / max(1, timing.gates[g].typical).toDouble()))
        if (t < open.toDouble()) return before
        val left = if (open > 0) max(0.0, 1.0 - (t - open.toDouble()) / CATCHUP.toDouble()) else 0.0
        return 1.0 - (1.0 - before) * left * left
    }

    /** What a message stands for has not loaded, and goes on when people try again. */
    private fun loadedAt(g: Int): Int {
        val failed = gateTimedOut[g] && timing.gates[g].onTimeOut == Outcome.MESSAGE
        return if (failed) NEVER else gateOpen[g]
    }

    /** Some layers are seen in one outcome alone. */
    private fun belongs(layer: Layer, t: Double): Boolean {
        val decided = t >= outcomeAt.toDouble()
        if (layer.shown == Shown.OFFLINE) return decided && outcome == Outcome.OFFLINE
        if (layer.shown == Shown.MESSAGE) return decided && outcome == Outcome.MESSAGE
        return true
    }

    /** A first screen gives way to one that is only for being offline. */
    private fun stands(layer: Layer, t: Double): Boolean {
        val isOffline = t >= outcomeAt.toDouble() && outcome == Outcome.OFFLINE
        if (!isOffline || layer.shown == Shown.OFFLINE) return belongs(layer, t)
        for (it in timing.layers) {
            if (it.kind == LayerKind.FIRST_SCREEN && it.shown == Shown.OFFLINE) return false
        }
        return true
    }
}

/** All of the layer at its place, before anything moves it. */
private fun atRest(layer: Layer, screen: Screen, state: LayerState) {
    state.opacity = 1.0
    state.scaleX = 1.0
    state.scaleY = 1.0
    state.rotation = 0.0
    state.reveal = 1.0
    state.revealShape = null
    state.draw = 1.0
    state.progress = 0.0
    state.clip = 0.0
    state.width = screen.width
    state.height = screen.height
    state.x = screen.width / 2.0
    state.y = screen.height / 2.0
    val place = placeOn(layer, screen)
    if (place == null) return
    state.width = place.width
    state.height = place.height
    state.x = acrossOf(place, screen)
    state.y = downOf(place, screen)
    state.rotation = place.turn
}

private fun hideUnseen(layer: Layer, state: LayerState) {
    val isGone =
        state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0 || state.reveal <= 0.0
    if (isGone || layer.kind == LayerKind.GROUP) state.visible = false
}

private fun scaleBy(across: Double, down: Double, state: LayerState) {
    state.scaleX *= across
    state.scaleY *= down
}

//? Property.xItself
private fun widthAtRest(layer: Layer, screen: Screen): Double {
    val place = placeOn(layer, screen)
    if (place == null) return screen.width
    return place.width
}

//? Property.yItself
private fun heightAtRest(layer: Layer, screen: Screen): Double {
    val place = placeOn(layer, screen)
    if (place == null) return screen.height
    return place.height
}

//? Property.xEdge
/**
 * So much of the way until nothing of it is seen beyond the right side, or below zero the left one.
 */
private fun pastSide(layer: Layer, part: Double, screen: Screen): Double {
    val place = placeOn(layer, screen)
    if (place == null) return screen.width * part
    val radians = place.turn * PI / 180.0
    val half = (Math.abs(cos(radians)) * place.width + Math.abs(sin(radians)) * place.height) / 2.0
    val middle = acrossOf(place, screen)
    return part * ((if (part > 0.0) screen.width - middle else middle) + half)
}

//? Property.yEdge
/**
 * So much of the way until nothing of it is seen below the lower end, or below zero above the upper
 * one.
 */
private fun pastEnd(layer: Layer, part: Double, screen: Screen): Double {
    val place = placeOn(layer, screen)
    if (place == null) return screen.height * part
    val radians = place.turn * PI / 180.0
    val half = (Math.abs(sin(radians)) * place.width + Math.abs(cos(radians)) * place.height) / 2.0
    val middle = downOf(place, screen)
    return part * ((if (part > 0.0) screen.height - middle else middle) + half)
}

//? Property.flip
/** About the upright axis, seen from the front. */
private fun flip(turn: Double, state: LayerState) {
    val narrowed = cos(turn * PI / 180.0)
    state.scaleX *= if (Math.abs(narrowed) < 1e-9) 0.0 else narrowed
}

//? Property.travel
private fun travel(layer: Layer, part: Double, screen: Screen, state: LayerState) {
    val place = placeOn(layer, screen)
    if (place == null) return
    val there = layer.destination
    if (there == null) return
    state.x += (acrossOf(there, screen) - acrossOf(place, screen)) * part
    state.y += (downOf(there, screen) - downOf(place, screen)) * part
    state.rotation += (there.turn - place.turn) * part
    val across = if (place.width > 0.0) there.width / place.width else 1.0
    val down = if (place.height > 0.0) there.height / place.height else 1.0
    val scale = 1.0 + (min(across, down) - 1.0) * part
    scaleBy(scale, scale, state)
}

//? Property.panel
private fun shrinkToPanel(layer: Layer, part: Double, screen: Screen, state: LayerState) {
    val taken = (screen.height - layer.panelHeight) * part
    state.height -= taken
    state.y -= taken / 2.0
}

//? Property.clip
private fun frameAt(layer: Layer, part: Double): Double {
    val steps = layer.frames - 1
    return if (steps > 0) floor(within(part) * steps.toDouble() + 1e-9) / steps.toDouble()
    else within(part)
}

/**
 * Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the
 * middle.
 */
private fun turnAboutPivot(layer: Layer, state: LayerState) {
    val x = (layer.pivotX - 0.5) * state.width
    val y = (layer.pivotY - 0.5) * state.height
    val radians = state.rotation * PI / 180.0
    state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y)
    state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y)
}

/** Where the layer stands, held this way. */
internal fun placeOn(layer: Layer, screen: Screen): Place? {
    if (screen.width > screen.height) return layer.landscape ?: layer.place
    return layer.place
}

internal fun acrossOf(place: Place, screen: Screen): Double {
    val free = screen.width - screen.left - screen.right
    if (place.safe) return place.x + screen.left + free * place.across
    return place.x + screen.width * place.across
}

internal fun downOf(place: Place, screen: Screen): Double {
    val free = screen.height - screen.top - screen.bottom
    if (place.safe) return place.y + screen.top + free * place.down
    return place.y + screen.height * place.down
}
