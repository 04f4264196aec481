// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
package @PACKAGE@

import kotlin.math.PI //? import
import kotlin.math.abs //? import
import kotlin.math.cos //? import
import kotlin.math.exp //? import
import kotlin.math.floor //? import
import kotlin.math.max //? import
import kotlin.math.min //? import
import kotlin.math.sin //? import

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
internal const val NEVER = 1000000000

internal enum class BeatKind { OPENING, PLAY, HOLD, WAIT, HAND_OFF }
internal enum class Yield { NEVER, AFTER_CUES, AT_ONCE } //? Beat.yields
internal enum class GateStart { PROCESS, FIRST_FRAME, BEAT } //? GateStart.firstFrame|GateStart.beat
internal enum class Anchor { BEAT_START, BEAT_END, WITH_CUE, AFTER_CUE } //? Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
internal enum class RepeatEnd { CUT, FINISH, SETTLE } //? RepeatEnd.settle|RepeatEnd.finish
internal enum class LayerKind { BACKDROP, ART, FIRST_SCREEN, PROGRESS, CLIP, GROUP }
internal enum class Shown { ALWAYS, OFFLINE, MESSAGE }
internal enum class Property {
    OPACITY, X, Y, SCALE, SCALE_X, SCALE_Y, ROTATION, FLIP, REVEAL, DRAW, TRAVEL, PANEL, CLIP
}

/** How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided. */
internal enum class Outcome { COMPLETE, WENT_ON, OFFLINE, MESSAGE, INTERRUPTED }

/** How it began: never before, in a new process, in one that was there, with all in memory, re-created. */
internal enum class StartKind { FIRST, COLD, WARM, HOT, RECREATED }

//?{ Track.easing|Track.easings
/** Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. */
internal class Easing(
    val x1: Double = 0.0,
    val y1: Double = 0.0,
    val x2: Double = 1.0,
    val y2: Double = 1.0,
    val steps: Int = 0, //? Easing.steps
    val atStart: Boolean = false, //? Easing.atStart
    val jumps: Int = 1, //? Easing.jumps|Easing.steps
    val stops: DoubleArray = doubleArrayOf(), //? Easing.stops
    val bounces: Int = 0, //? Easing.bounces
    val restitution: Double = 0.0, //? Easing.restitution|Easing.bounces
    val swing: Double = 0.0, //? Easing.swing
    val decay: Double = 0.0, //? Easing.decay|Easing.swing
)
//?}

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
internal class Track(
    val property: Property,
    val values: DoubleArray,
    val at: DoubleArray = doubleArrayOf(0.0, 1.0),
    val onTop: Int = 0, //? Track.onTop
    val easing: Easing? = null, //? Track.easing
    val easings: List<Easing> = listOf(), //? Track.easings
)

//?{ Property.reveal
/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */
internal class RevealShape(
    val iris: Boolean = false,
    val x: Double,
    val y: Double,
)
//?}

internal class Beat(
    val kind: BeatKind,
    val length: Int = -1,
    val gates: IntArray = intArrayOf(), //? Beat.gates
    val atLeast: Int = 0, //? Beat.atLeast
    val atMost: Int = NEVER, //? Beat.atMost
    val onTimeOut: Outcome = Outcome.WENT_ON, //? Beat.onTimeOut|Beat.atMost
    val yields: Yield = Yield.NEVER, //? Beat.yields
    val blend: Int = 120, //? Beat.blend|Beat.yields
    val plays: List<StartKind> = listOf(StartKind.FIRST, StartKind.COLD, StartKind.WARM),
)

internal class GateTiming(
    val id: String,
    val start: GateStart = GateStart.PROCESS, //? GateTiming.start|GateStart.firstFrame|GateStart.beat
    val beat: Int = 0, //? GateTiming.beat|GateStart.beat
    val needs: IntArray = intArrayOf(), //? GateTiming.needs
    val timeOut: Int = NEVER, //? GateTiming.timeOut
    val onTimeOut: Outcome = Outcome.WENT_ON, //? GateTiming.onTimeOut|GateTiming.timeOut
    val optional: Boolean = false, //? GateTiming.optional
    val typical: Int = 500, //? GateTiming.typical
)

/** What one layer does for a while. `calm`: what it does instead where people ask for less motion. */
internal class Cue(
    val layer: Int,
    val beat: Int,
    val length: Int,
    val moves: List<Track>,
    val calm: List<Track>? = null, //? Cue.calm
    val anchor: Anchor = Anchor.BEAT_START, //? Cue.anchor|Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
    val other: Int = -1, //? Cue.other|Anchor.withCue|Anchor.afterCue
    val offset: Int = 0,
    val times: Int = 1, //? Cue.times
    val whileWaiting: Boolean = false, //? Cue.whileWaiting
    val alternate: Boolean = false, //? Cue.alternate
    val end: RepeatEnd = RepeatEnd.CUT, //? Cue.end|RepeatEnd.settle|RepeatEnd.finish
    val settle: Int = 0, //? Cue.settle|RepeatEnd.settle
    val adds: Boolean = false, //? Cue.adds
    val dropped: Boolean = false, //? Cue.dropped
    val bySystem: Boolean = false, //? Cue.bySystem
    val reveal: RevealShape? = null, //? Cue.reveal|Property.reveal
    val fillFrom: Double = 0.6, //? Cue.fillFrom|Property.draw
)

/** A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen. */
internal class Place(
    val across: Double = 0.5,
    val down: Double = 0.5,
    val x: Double = 0.0,
    val y: Double = 0.0,
    val width: Double,
    val height: Double,
    val turn: Double = 0.0, //? Place.turn
    val safe: Boolean = false, //? Place.safe
)

/** No place: the whole screen. */
internal class Layer(
    val kind: LayerKind,
    val place: Place? = null,
    val landscape: Place? = null, //? Layer.landscape
    val destination: Place? = null, //? Layer.destination|Property.travel
    val panelHeight: Double = 0.0, //? Layer.panelHeight|Property.panel
    val shown: Shown = Shown.ALWAYS, //? Layer.shown
    val pivotX: Double = 0.5, //? Layer.pivotX|Layer.pivotY
    val pivotY: Double = 0.5, //? Layer.pivotY|Layer.pivotX
    val parent: Int = -1, //? Layer.parent
    val gates: IntArray = intArrayOf(), //? Layer.gates
    val frames: Int = 0, //? Layer.frames|LayerKind.clip
)

/** The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property. */
internal class LaunchTiming(
    val beats: List<Beat>,
    val gates: List<GateTiming>,
    val layers: List<Layer>,
    val cues: List<Cue>,
    val gateOrder: IntArray = intArrayOf(), //? LaunchTiming.gateOrder|Gate.order
    val cueOrder: IntArray = intArrayOf(), //? LaunchTiming.cueOrder|Cue.again|Beat.yields
)

/** The screen, and what the system's bars cover at its edges. */
internal class Screen(
    val width: Double,
    val height: Double,
//?{ Place.safe
    val left: Double = 0.0,
    val top: Double = 0.0,
    val right: Double = 0.0,
    val bottom: Double = 0.0,
//?}
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
//?{ Property.reveal
    var reveal = 1.0
    var revealShape: RevealShape? = null
//?}
//?{ Property.draw
    var draw = 1.0
    var fillFrom = 0.6
//?}
    var progress = 0.0 //? LayerKind.progress
    var clip = 0.0 //? LayerKind.clip
//?{ Layer.parent
    /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */
    var outer = doubleArrayOf(1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
//?}
}

private fun within(value: Double): Double = min(1.0, max(0.0, value))

//?{ BeatKind.wait
//?{ Beat.atMost|GateTiming.timeOut
private fun rank(outcome: Outcome): Int {
    if (outcome == Outcome.MESSAGE) return 3 //? Outcome.message
    if (outcome == Outcome.OFFLINE) return 2 //? Outcome.offline
    return if (outcome == Outcome.WENT_ON) 1 else 0
}
//?}
//?}

/** What a property is where nothing says anything else. */
private fun neutral(property: Property): Double {
    if (property == Property.OPACITY || property == Property.SCALE) return 1.0
    if (property == Property.SCALE_X) return 1.0 //? Property.scaleX
    if (property == Property.SCALE_Y) return 1.0 //? Property.scaleY
    if (property == Property.REVEAL) return 1.0 //? Property.reveal
    if (property == Property.DRAW) return 1.0 //? Property.draw
    return 0.0
}

//?{ Track.easing|Track.easings
private fun cubic(a: Double, b: Double, s: Double): Double {
    val r = 1.0 - s
    return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s
}
//?}

//?{ Track.easing|Track.easings
private fun eased(easing: Easing, x: Double): Double {
//?{ Easing.steps
    if (easing.steps > 0) {
        var step = floor(within(x) * easing.steps.toDouble() + 1e-12)
        if (easing.atStart) step += 1.0 //? Easing.atStart
        return within(step / easing.jumps.toDouble())
    }
//?}
    if (easing.stops.size > 0) return onStops(easing.stops, x) //? Easing.stops
    if (x <= 0.0 || x >= 1.0) return within(x)
    if (easing.bounces > 0) return bounced(easing, x) //? Easing.bounces
    if (easing.swing > 0.0) return 1.0 - swung(easing, x) + swung(easing, 1.0) * x //? Easing.swing
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
//?}

//?{ Easing.bounces
/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */
private fun bounced(easing: Easing, x: Double): Double {
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
//?}

//?{ Easing.swing
/** How far a spring is from its rest. */
private fun swung(easing: Easing, x: Double): Double {
    val swing = easing.swing
    val decay = easing.decay
    return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x))
}
//?}

//?{ Easing.stops
private fun onStops(stops: DoubleArray, x: Double): Double {
    if (x <= stops[0]) return stops[1]
    var i = 2
    while (i < stops.size && stops[i] <= x) i += 2
    if (i >= stops.size) return stops[stops.size - 1]
    val part = (x - stops[i - 2]) / (stops[i] - stops[i - 2])
    return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part
}
//?}

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
private class CueTiming(val cue: Cue) {
    var start = NEVER
    var stop = NEVER
    var length = 1
    var settle = 0 //? Opening.cues|Beat.yields|RepeatEnd.settle
    var blends = false //? Beat.yields
    var skips = false //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    var never = false //? Beat.plays|Cue.dropped|Cue.bySystem
    var hangs = false //? Cue.hangs
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

    fun skip(from: Int, to: Int) {
        start = from
        stop = to
        skips = true
        settle = 0 //? Opening.cues|Beat.yields|RepeatEnd.settle
        blends = false //? Beat.yields
    }
//?}

    /** When it has come to rest. */
    fun rests(): Int {
        if (settle > 0) return min(NEVER, stop + settle) //? Opening.cues|Beat.yields|RepeatEnd.settle
        return stop
    }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
private class Segment(val plan: CueTiming, val track: Track, val found: Double) {

    private fun key(i: Int): Double {
        val value = track.values[i]
//?{ Track.onTop
        val isOnTop = i < track.onTop
        if (isOnTop && neutral(track.property) == 1.0) return found * value
        if (isOnTop) return found + value
//?}
        return value
    }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle

    private fun end(): Double {
//?{ Cue.alternate
        var even = false
        if (plan.cue.times % 2 == 0) even = true //? Cue.times
        if (plan.cue.whileWaiting) even = true //? Cue.whileWaiting
        if (plan.cue.alternate && even) return key(0)
//?}
        return key(track.values.size - 1)
    }
//?}
//?{ player.edges

    /** When its keys come, in each round it plays before `until`. */
    fun keyTimes(until: Double): ArrayList<Double> {
        val edges = ArrayList<Double>()
        edges.add(plan.start.toDouble())
        edges.add(plan.stop.toDouble())
        edges.add(plan.rests().toDouble())
        val stop = min(until, 1.0 * plan.stop.toDouble())
        var length = plan.length
        if (plan.skips) length = plan.stop - plan.start //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        var round = 1.0 * plan.start.toDouble()
        while (round < stop && length > 0) {
            for (it in track.at) edges.add(round + it * length.toDouble())
            round += length.toDouble()
        }
        return edges
    }
//?}

    fun valueAt(t: Double): Double {
        val start = plan.start
        val stop = plan.stop
        if (plan.never) return end() //? Beat.plays|Cue.dropped|Cue.bySystem
        if (t < start.toDouble()) return key(0)
        if (plan.skips) return skipped(t) //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
//?{ Opening.cues|Beat.yields|RepeatEnd.settle
        val settle = plan.settle
        if (settle > 0 && t >= stop.toDouble()) {
            val from = during((stop - start).toDouble())
            return from + (end() - from) * within((t - stop.toDouble()) / settle.toDouble())
        }
//?}
        return during(min(t, stop.toDouble()) - start.toDouble())
    }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

    private fun skipped(t: Double): Double {
        var from = end()
        if (plan.blends) from = found //? Beat.yields
        val length = plan.stop - plan.start
        val part = if (length > 0) within((t - plan.start.toDouble()) / length.toDouble()) else 1.0
        return from + (end() - from) * part
    }
//?}

    private fun during(local: Double): Double {
        val length = plan.length
        val keys = track.at
        var part = if (length > 0) within(local / length.toDouble()) else 1.0
        if (length > 0 && local >= length.toDouble()) part = inRound(local / length.toDouble()) //? Cue.times|Cue.whileWaiting
        var i = 1
        while (i < keys.size - 1 && keys[i] <= part) i++
        val width = keys[i] - keys[i - 1]
        var between = if (width > 0.0) within((part - keys[i - 1]) / width) else 1.0
//?{ Track.easing
        val easing = track.easing
        if (easing != null) between = eased(easing, between)
//?}
//?{ Track.easings
        val easings = track.easings
        if (easings.size > 0) between = eased(easings[i - 1], between)
//?}
        return key(i - 1) + (key(i) - key(i - 1)) * between
    }
//?{ Cue.times|Cue.whileWaiting

    /** Which part of its round is played after so many of them; the last one stays at its end. */
    private fun inRound(rounds: Double): Double {
        var round = floor(rounds)
        var part = rounds - round
        if (part == 0.0 && rounds * plan.length.toDouble() >= (plan.stop - plan.start).toDouble()) {
            round -= 1.0
            part = 1.0
        }
        if (round % 2.0 == 1.0 && plan.cue.alternate) part = 1.0 - part //? Cue.alternate
        return part
    }
//?}
}

/** What moves of one layer: of each property in the order of time. */
private class Lane {
    var segments = ArrayList<Segment>()
}

/**
 * The launch with absolute times, for what is known of the gates so far: made anew when a gate opens, without a jump.
 * `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was opened, or NEVER.
 */
internal class LaunchSchedule(
    val timing: LaunchTiming,
    val start: StartKind,
    val reducedMotion: Boolean,
    val systemMoves: Boolean, //? player.system
    val pace: Double, //? player.pace
//?{ player.retry
    val messageAt: Int,
    val retriedAt: Int,
//?}
    val openingEnd: Int,
    val opened: IntArray,
) {
    val beatStart: IntArray //? GateStart.beat|Cue.dropped|Cue.bySystem
    val beatEnd: IntArray
    var outcome = Outcome.COMPLETE
    var outcomeAt = NEVER
    /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
    var decidedAt: Int
    var gateOpen: IntArray
    var gateStart: IntArray //? LayerKind.progress
    private val gateTimedOut: BooleanArray //? GateTiming.timeOut
    private val plans = ArrayList<CueTiming>()
    private val lanes = ArrayList<Lane>()
    private val groupState = LayerState() //? Layer.parent
    private var reached = 0 //? GateStart.beat

    init {
        beatStart = IntArray(timing.beats.size) { 0 } //? GateStart.beat|Cue.dropped|Cue.bySystem
        beatEnd = IntArray(timing.beats.size) { 0 }
        gateOpen = opened
        gateOpen = IntArray(opened.size) { NEVER } //? Gate.rules
        gateStart = IntArray(opened.size) { NEVER } //? LayerKind.progress
        decidedAt = openingEnd
        gateTimedOut = BooleanArray(opened.size) //? GateTiming.timeOut
        for (it in timing.cues) plans.add(CueTiming(it))
        for (it in plans) it.hangs = waitsForEnd(it.cue) //? Cue.hangs
        for (i in 0 until timing.layers.size) lanes.add(Lane())
        var now = 0
        for (i in 0 until beatEnd.size) {
            reached = i //? GateStart.beat
            if (outcome == Outcome.MESSAGE) now = NEVER //? Outcome.message
            beatStart[i] = now //? GateStart.beat|Cue.dropped|Cue.bySystem
            beatEnd[i] = now
            runBeat(i, now)
            dropCues(i) //? Cue.dropped|Cue.bySystem
            now = beatEnd[i]
        }
        resolveGates() //? Gate.rules
        fillLanes()
    }

    /** When the first screen can be used, or NEVER as far as is known. */
    fun shown(): Int {
        if (outcome == Outcome.MESSAGE) return NEVER //? Outcome.message
        return beatEnd[beatEnd.size - 1]
    }
//?{ player.stillness

    /** From `t` on nothing moves before the time given; `t` itself if something does. */
    fun stillUntil(t: Double): Double {
        var until = 1.0 * NEVER.toDouble()
        for (it in plans) {
            if (it.rests().toDouble() <= t || tracksOf(it.cue).size == 0) continue
            if (it.start.toDouble() <= t) return t
            until = min(until, it.start.toDouble())
        }
//?{ LayerKind.progress
        for (layer in timing.layers) {
            if (layer.kind == LayerKind.PROGRESS && loaded(layer, t) < 1.0) return t
        }
//?}
        for (it in beatEnd) {
            if (it.toDouble() > t) until = min(until, it.toDouble())
        }
        return until
    }
//?}
//?{ player.edges

    /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */
    fun edgesOf(layer: Int, property: Property, until: Double): ArrayList<Double> {
        val edges = ArrayList<Double>()
        for (segment in lanes[layer].segments) {
            if (segment.track.property != property || segment.plan.start >= NEVER) continue
            for (it in segment.keyTimes(until)) edges.add(it)
        }
        return edges
    }
//?}
//?{ Property.reveal
//?{ player.shapes

    /** The shapes by which the layer is uncovered, each once. */
    fun revealsOf(layerIndex: Int): ArrayList<RevealShape> {
        val shapes = ArrayList<RevealShape>()
        for (it in lanes[layerIndex].segments) {
            if (it.track.property != Property.REVEAL) continue
            val shape = it.plan.cue.reveal
            if (shape != null) {
                var isNew = true
                for (known in shapes) {
                    if (sameReveal(known, shape)) isNew = false
                }
                if (isNew) shapes.add(shape)
            }
        }
        return shapes
    }
//?}
//?}
//?{ Cue.hangs

    private fun waitsForEnd(cue: Cue): Boolean {
        if (cue.anchor == Anchor.BEAT_END) return true //? Anchor.beatEnd
//?{ Anchor.withCue|Anchor.afterCue
        if (cue.other >= 0) {
            val other = plans[cue.other]
            if (other.cue.beat != cue.beat) return false
            if (other.hangs) return true
            if (cue.anchor == Anchor.AFTER_CUE && other.cue.whileWaiting) return true //? Cue.whileWaiting Anchor.afterCue
        }
//?}
        return false
    }
//?}
//?{ Beat.plays

    private fun plays(beat: Beat): Boolean = start in beat.plays
//?}
//?{ player.pace

    /** Lengths of the show at the pace the system asks for; gates keep their time. */
    private fun paced(length: Int): Int = floor(length.toDouble() * pace + 0.5).toInt()
//?}
//?{ StartKind.hot|StartKind.recreated

    private fun isInMemory(): Boolean = start == StartKind.HOT || start == StartKind.RECREATED
//?}

    private fun runBeat(i: Int, now: Int) {
        val beat = timing.beats[i]
        if (!plays(beat)) return skipCues(i, now) //? Beat.plays
        if (now >= NEVER) return
        placeCues(i, now, NEVER, false)
        beatEnd[i] = now + beat.length //? player.steady
        beatEnd[i] = now + paced(beat.length) //? player.pace
        if (beat.length < 0) beatEnd[i] = lastCueEnd(i, now) //? Beat.open
        if (beat.kind == BeatKind.OPENING) beatEnd[i] = openingEnd //? BeatKind.opening
        if (beat.kind == BeatKind.WAIT) runWait(i, now) //? BeatKind.wait
        placeCues(i, now, beatEnd[i], true) //? Cue.hangs
        if (beat.kind == BeatKind.OPENING) endOpening(i) //? Opening.cues
//?{ Beat.yields
        if (beat.yields != Yield.NEVER && (beat.kind == BeatKind.PLAY || beat.kind == BeatKind.HOLD)) {
            resolveGates() //? Gate.rules
            val ready = neededReady()
            if (ready < beatEnd[i]) yieldAt(i, max(ready, now))
        }
//?}
    }

    private fun placeCues(beat: Int, from: Int, end: Int, hanging: Boolean) {
        for (it in plans) {
            val cue = it.cue
            if (cue.beat != beat) continue
            if (it.hangs != hanging) continue //? Cue.hangs
            var base = from
            if (cue.anchor == Anchor.BEAT_END) base = end //? Anchor.beatEnd
            if (cue.anchor == Anchor.WITH_CUE) base = plans[cue.other].start //? Anchor.withCue
            if (cue.anchor == Anchor.AFTER_CUE) base = plans[cue.other].stop //? Anchor.afterCue
            var earliest = from
            if (hanging && timing.beats[beat].kind == BeatKind.WAIT) earliest = end //? BeatKind.wait Cue.hangs
            it.start = max(earliest, base + cue.offset) //? player.steady
            it.start = max(earliest, base + paced(cue.offset)) //? player.pace
            if (base >= NEVER) it.start = NEVER //? Cue.hangs
            it.length = cue.length //? player.steady
            it.length = max(1, paced(cue.length)) //? player.pace
            var all = it.length
            all *= cue.times //? Cue.times
            if (cue.whileWaiting) all = NEVER //? Cue.whileWaiting
            it.stop = min(NEVER, it.start + all)
        }
    }
//?{ Beat.open

    private fun lastCueEnd(beat: Int, from: Int): Int {
        var end = from
        for (it in plans) {
            if (it.cue.beat != beat || it.stop >= NEVER) continue
            if (it.hangs) continue //? Cue.hangs
            end = max(end, it.stop)
        }
        return end
    }
//?}
//?{ Beat.plays

    /** What does not play in this launch is at its end as soon as it is reached. */
    private fun skipCues(beat: Int, at: Int) {
        for (it in plans) {
            if (it.cue.beat != beat) continue
            it.skip(at, at)
            it.never = true
        }
    }
//?}
//?{ Cue.dropped|Cue.bySystem

    /** What this platform does not play is at its end from the start. */
    private fun dropCues(i: Int) {
        for (it in plans) {
            var dropped = false
            if (it.cue.dropped) dropped = true //? Cue.dropped
//?{ Cue.bySystem
            if (it.cue.bySystem) dropped = true
            if (it.cue.bySystem && systemMoves) dropped = false //? player.system
//?}
            if (it.cue.beat != i || !dropped) continue
            it.skip(beatStart[i], beatStart[i])
            it.never = true
        }
    }
//?}
//?{ Opening.cues

    /** The system plays the opening; when the app draws for the first time, its cues are at their end. */
    private fun endOpening(i: Int) {
        for (it in plans) {
            if (it.cue.beat != i || it.stop <= openingEnd) continue
            it.stop = max(it.start, openingEnd)
            it.settle = 1
        }
    }
//?}
//?{ GateStart.beat

    /** When a beat began, or NEVER as far as the beats are worked out. */
    private fun reachedAt(beat: Int): Int = if (beat <= reached) beatStart[beat] else NEVER
//?}
//?{ Gate.rules

    private fun resolveGates() {
        for (i in 0 until gateOpen.size) {
            var g = i
//?{ Gate.order
            val order = timing.gateOrder
            if (order.size > 0) g = order[i]
//?}
            val gate = timing.gates[g] //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
            var from = 0
            if (gate.start == GateStart.FIRST_FRAME) from = beatEnd[0] //? GateStart.firstFrame
            if (gate.start == GateStart.BEAT) from = reachedAt(gate.beat) //? GateStart.beat
            if (isInMemory()) from = 0 //? StartKind.hot|StartKind.recreated
            for (need in gate.needs) from = max(from, gateOpen[need]) //? GateTiming.needs
            gateStart[g] = from //? LayerKind.progress
            var open = max(from, opened[g])
            if (isInMemory()) open = from //? StartKind.hot|StartKind.recreated
            gateOpen[g] = min(open, NEVER)
//?{ GateTiming.timeOut
            var latest = min(NEVER, from + gate.timeOut)
//?{ player.retry
            val again = gate.onTimeOut == Outcome.MESSAGE || latest >= messageAt
            if (again) latest = min(NEVER, max(from, retriedAt) + gate.timeOut)
//?}
            gateTimedOut[g] = open > latest
            gateOpen[g] = min(open, latest)
//?}
        }
    }
//?}
//?{ BeatKind.wait
//?{ Beat.gates|GateTiming.optional

    private fun needs(beat: Beat, gate: Int): Boolean {
        if (beat.gates.size > 0) return gate in beat.gates //? Beat.gates
        if (timing.gates[gate].optional) return false //? GateTiming.optional
        return true
    }
//?}
//?}
//?{ Beat.yields

    private fun neededReady(): Int {
        var ready = 0
        for (g in 0 until gateOpen.size) {
            var waits = false
            var needed = false
//?{ BeatKind.wait
            for (beat in timing.beats) {
                if (beat.kind != BeatKind.WAIT) continue
                if (!plays(beat)) continue //? Beat.plays
                waits = true
                if (!needs(beat, g)) continue //? Beat.gates|GateTiming.optional
                needed = true
            }
//?}
            if (!waits) needed = true
            if (!waits && timing.gates[g].optional) needed = false //? GateTiming.optional
            if (needed) ready = max(ready, gateOpen[g])
        }
        return ready
    }
//?}
//?{ BeatKind.wait

    private fun runWait(i: Int, now: Int) {
        val beat = timing.beats[i] //? Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
        resolveGates() //? Gate.rules
        var end = now
//?{ Beat.atLeast
        var least = beat.atLeast
        least = paced(least) //? player.pace
        end = max(end, now + least)
//?}
        for (g in 0 until gateOpen.size) {
            if (!needs(beat, g)) continue //? Beat.gates|GateTiming.optional
            end = max(end, gateOpen[g])
        }
        beatEnd[i] = end
//?{ Beat.atMost
        var latest = min(NEVER, now + beat.atMost)
//?{ player.retry
        val again = latest >= messageAt
        if (again) latest = min(NEVER, max(now, retriedAt) + beat.atMost)
//?}
        beatEnd[i] = min(end, latest)
//?}
//?{ Cue.whileWaiting
        endRepeats(i)
        if (beatEnd[i] > latest) cutRepeats(i, latest) //? RepeatEnd.finish Beat.atMost
//?}
        decidedAt = beatEnd[i]
        if (end > latest) decide(beat.onTimeOut, decidedAt) //? Beat.atMost
//?{ GateTiming.timeOut
        for (g in 0 until gateOpen.size) {
            if (!needs(beat, g)) continue //? Beat.gates|GateTiming.optional
            val isLate = gateTimedOut[g] && gateOpen[g] <= decidedAt
            if (isLate) decide(timing.gates[g].onTimeOut, decidedAt)
        }
//?}
    }
//?{ Beat.atMost|GateTiming.timeOut

    /** Of several outcomes the gravest counts, from when it was decided. */
    private fun decide(how: Outcome, at: Int) {
        if (rank(how) <= rank(outcome)) return
        outcome = how
        outcomeAt = at
    }
//?}
//?}
//?{ Beat.yields

    /** The beat is left early: cues to come blend to their ends, those that play settle there. */
    private fun yieldAt(i: Int, ready: Int) {
        val beat = timing.beats[i]
        var at = ready
        var blends = false
//?{ Yield.afterCues
        for (it in plans) {
            if (beat.yields != Yield.AFTER_CUES || it.cue.beat != i) continue
            if (it.start <= ready && it.stop > ready) at = max(at, it.stop)
        }
//?}
        at = min(at, beatEnd[i])
        for (it in plans) {
            if (it.cue.beat == i && (it.start >= at || it.stop > at)) blends = true
        }
        var blend = beat.blend
        blend = paced(blend) //? player.pace
        if (!blends) blend = 0
        beatEnd[i] = min(beatEnd[i], at + blend)
        val end = beatEnd[i]
        for (it in plans) {
            if (it.cue.beat != i) continue
            if (it.start >= at) {
                it.skip(at, end)
                it.blends = true
            } else {
                if (it.stop > at) {
                    it.stop = at
                    it.settle = max(1, end - at)
                }
            }
        }
    }
//?}
//?{ Cue.whileWaiting

    private fun endRepeats(i: Int) {
        val end = beatEnd[i]
        if (end >= NEVER) return
        for (it in plans) {
            if (it.cue.beat != i || !it.cue.whileWaiting || it.start >= NEVER) continue
            if (it.start >= end) {
                it.skip(end, end)
                continue
            }
            cut(it, end)
//?{ RepeatEnd.finish
            if (it.cue.end == RepeatEnd.FINISH) {
                var cycle = it.length
                if (it.cue.alternate) cycle = it.length * 2 //? Cue.alternate
                it.stop = it.start + (((end - it.start + cycle - 1).toDouble()) / cycle.toDouble()).toInt() * cycle
                beatEnd[i] = max(beatEnd[i], it.stop)
            }
//?}
        }
    }
//?{ RepeatEnd.finish
//?{ Beat.atMost

    /** Nothing goes on longer than the wait may. */
    private fun cutRepeats(i: Int, latest: Int) {
        beatEnd[i] = latest
        for (it in plans) {
            if (it.cue.beat == i && it.cue.whileWaiting && it.stop > latest) cut(it, latest)
        }
    }
//?}
//?}

    private fun cut(it: CueTiming, at: Int) {
        it.stop = at
//?{ RepeatEnd.settle
        if (at >= NEVER || it.cue.end != RepeatEnd.SETTLE) return
        it.settle = max(1, it.cue.settle) //? player.steady
        it.settle = max(1, paced(it.cue.settle)) //? player.pace
//?}
    }
//?}

    private fun tracksOf(cue: Cue): List<Track> {
        if (reducedMotion) return cue.calm ?: cue.moves //? Cue.calm
        return cue.moves
    }

    private fun fillLanes() {
//?{ Cue.again|Beat.yields
        for (c in timing.cueOrder) {
            val before = CueTiming(timing.cues[c])
            before.never = plans[c].never //? Beat.plays|Cue.dropped|Cue.bySystem
            if (before.cue.adds) continue //? Cue.adds
            val layer = before.cue.layer
            for (it in tracksOf(before.cue)) lanes[layer].segments.add(Segment(before, it, neutral(it.property)))
        }
//?}
        var order = plans
        if (timing.cueOrder.size > 0) order = inOrderOfTime() //? Cue.again
        for (plan in order) {
            val lane = lanes[plan.cue.layer]
            for (it in tracksOf(plan.cue)) {
                var found = neutral(it.property)
//?{ Cue.again|Beat.yields
                val before = ruling(plan.cue.layer, it.property, plan.start.toDouble())
                var follows = before >= 0 && lane.segments[before].plan.start < NEVER
//?}
                if (before >= 0 && plan.blends) follows = true //? Beat.yields
                if (follows) found = lane.segments[before].valueAt(plan.start.toDouble()) //? Cue.again|Beat.yields
                if (plan.cue.adds) found = neutral(it.property) //? Cue.adds
                lane.segments.add(Segment(plan, it, found))
            }
        }
    }
//?{ Cue.again

    /** The cues by their start; those that start together as `cueOrder` says. */
    private fun inOrderOfTime(): ArrayList<CueTiming> {
        val order = ArrayList<CueTiming>()
        for (c in timing.cueOrder) {
            val plan = plans[c]
            order.add(plan)
            var i = order.size - 1
            while (i > 0 && order[i - 1].start > plan.start) {
                order[i] = order[i - 1]
                i--
            }
            order[i] = plan
        }
        return order
    }
//?}

    /** What rules a property at a moment: what began last, or else what begins first. */
    private fun ruling(layer: Int, property: Property, t: Double): Int {
        val segments = lanes[layer].segments
        var found = -1
        for (i in 0 until segments.size) {
            if (segments[i].track.property != property) continue
            if (segments[i].plan.cue.adds) continue //? Cue.adds
            if (found < 0 || segments[i].plan.start.toDouble() <= t) found = i
        }
        return found
    }
//?{ Property.reveal|Property.draw
//?{ Cue.adds

    /** Of the cues laid over a property, which nothing rules, the one that began last, or else begins first. */
    private fun laidOver(layer: Int, property: Property, t: Double): Int {
        val segments = lanes[layer].segments
        var found = -1
        for (i in 0 until segments.size) {
            if (segments[i].track.property != property) continue
            if (found < 0 || segments[i].plan.start.toDouble() <= t) found = i
        }
        return found
    }
//?}
//?}

    fun value(layer: Int, property: Property, t: Double): Double {
        val segments = lanes[layer].segments
        val i = ruling(layer, property, t)
        var sum = if (i < 0) neutral(property) else segments[i].valueAt(t)
//?{ Cue.adds
        for (it in segments) {
            if (!it.plan.cue.adds || it.track.property != property || it.plan.start.toDouble() > t) continue
            sum += it.valueAt(t) - neutral(property)
        }
//?}
        return sum
    }

    /** Fills `state` with what is seen of a layer at `t`. */
    fun stateAt(layerIndex: Int, t: Double, screen: Screen, state: LayerState) {
        own(layerIndex, t, screen, state)
//?{ Layer.parent
        for (i in 0 until 6) state.outer[i] = if (i == 0 || i == 3) 1.0 else 0.0
        var parent = timing.layers[layerIndex].parent
        while (parent >= 0) {
            joinGroup(parent, t, screen, state)
            parent = timing.layers[parent].parent
        }
//?}
        if (state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0) state.visible = false
        if (state.reveal <= 0.0) state.visible = false //? Property.reveal
        if (timing.layers[layerIndex].kind == LayerKind.GROUP) state.visible = false //? LayerKind.group
    }
//?{ Layer.parent

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
//?}

    /** The layer's own state, without its groups. */
    fun own(layerIndex: Int, t: Double, screen: Screen, state: LayerState) {
        val layer = timing.layers[layerIndex]
        state.visible = true
        state.visible = belongs(layer, t) //? Layer.shown
        state.opacity = within(value(layerIndex, Property.OPACITY, t))
        state.scaleX = value(layerIndex, Property.SCALE, t)
        state.scaleY = state.scaleX
        state.scaleX *= value(layerIndex, Property.SCALE_X, t) //? Property.scaleX
        state.scaleY *= value(layerIndex, Property.SCALE_Y, t) //? Property.scaleY
        state.rotation = value(layerIndex, Property.ROTATION, t)
//?{ Property.flip
        val flip = value(layerIndex, Property.FLIP, t)
        if (flip != 0.0) {
            val narrowed = cos(flip * PI / 180.0)
            state.scaleX *= if (abs(narrowed) < 1e-9) 0.0 else narrowed
        }
//?}
        state.width = screen.width
        state.height = screen.height
        state.x = screen.width / 2.0
        state.y = screen.height / 2.0
        val place = placeOn(layer, screen)
        if (place != null) {
            state.width = place.width
            state.height = place.height
            state.x = acrossOf(place, screen)
            state.y = downOf(place, screen)
            state.rotation += place.turn //? Place.turn
//?{ Property.travel
            val there = layer.destination
            if (there != null) travel(there, place, value(layerIndex, Property.TRAVEL, t), screen, state)
//?}
            turnAboutPivot(layer, state) //? Layer.pivotX|Layer.pivotY
        }
        state.x += value(layerIndex, Property.X, t) //? Property.x
        state.y += value(layerIndex, Property.Y, t) //? Property.y
//?{ Property.panel
        if (layer.kind == LayerKind.BACKDROP) {
            val panel = value(layerIndex, Property.PANEL, t)
            state.height = screen.height + (layer.panelHeight - screen.height) * panel
            state.y += (state.height - screen.height) / 2.0
        }
//?}
//?{ Property.reveal
        state.reveal = within(value(layerIndex, Property.REVEAL, t))
        state.revealShape = null
        var reveal = ruling(layerIndex, Property.REVEAL, t)
        if (reveal < 0) reveal = laidOver(layerIndex, Property.REVEAL, t) //? Cue.adds
        if (reveal >= 0) state.revealShape = lanes[layerIndex].segments[reveal].plan.cue.reveal
//?}
//?{ Property.draw
        state.draw = within(value(layerIndex, Property.DRAW, t))
        var draw = ruling(layerIndex, Property.DRAW, t)
        if (draw < 0) draw = laidOver(layerIndex, Property.DRAW, t) //? Cue.adds
        if (draw >= 0) state.fillFrom = lanes[layerIndex].segments[draw].plan.cue.fillFrom
//?}
        state.progress = if (layer.kind == LayerKind.PROGRESS) loaded(layer, t) else 0.0 //? LayerKind.progress
//?{ LayerKind.clip
//?{ Property.clip
        state.clip = within(value(layerIndex, Property.CLIP, t))
        val steps = layer.frames - 1
        if (steps > 0) state.clip = floor(state.clip * steps.toDouble() + 1e-9) / steps.toDouble()
//?}
//?}
    }
//?{ Property.travel

    private fun travel(there: Place, place: Place, part: Double, screen: Screen, state: LayerState) {
        state.x += (acrossOf(there, screen) - state.x) * part
        state.y += (downOf(there, screen) - state.y) * part
        state.rotation += (there.turn - place.turn) * part //? Place.turn
        val across = if (place.width > 0.0) there.width / place.width else 1.0
        val down = if (place.height > 0.0) there.height / place.height else 1.0
        val scale = 1.0 + (min(across, down) - 1.0) * part
        state.scaleX *= scale
        state.scaleY *= scale
    }
//?}
//?{ Layer.pivotX|Layer.pivotY

    /** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */
    private fun turnAboutPivot(layer: Layer, state: LayerState) {
        val x = (layer.pivotX - 0.5) * state.width
        val y = (layer.pivotY - 0.5) * state.height
        val radians = state.rotation * PI / 180.0
        state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y)
        state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y)
    }
//?}
//?{ LayerKind.progress

    /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */
    private fun loaded(layer: Layer, t: Double): Double {
        var sum = 0.0
        var count = 0
        for (g in 0 until gateOpen.size) {
            val gate = timing.gates[g] //? GateTiming.optional|GateTiming.typical
            var counts = true
            if (gate.optional) counts = false //? GateTiming.optional
            if (layer.gates.size > 0) counts = g in layer.gates //? Layer.gates
            if (!counts) continue
            count++
            val taken = if (gateStart[g] >= NEVER) 0.0 else max(0.0, t - gateStart[g].toDouble())
            var typical = 500
            typical = max(1, gate.typical) //? GateTiming.typical
            sum += if (t >= gateOpen[g].toDouble()) 1.0 else min(0.9, 0.9 * taken / typical.toDouble())
        }
        return if (count > 0) sum / count.toDouble() else 1.0
    }
//?}
//?{ Layer.shown

    /** Some layers are seen in one outcome alone. */
    private fun belongs(layer: Layer, t: Double): Boolean {
        val decided = t >= outcomeAt.toDouble() //? Shown.offline|Shown.message
//?{ Shown.offline
        val offline = decided && outcome == Outcome.OFFLINE
        if (layer.shown == Shown.OFFLINE) return offline
//?}
        if (layer.shown == Shown.MESSAGE) return decided && outcome == Outcome.MESSAGE //? Shown.message
//?{ Shown.offline
        if (offline && layer.kind == LayerKind.FIRST_SCREEN) {
            for (it in timing.layers) {
                if (it.kind == LayerKind.FIRST_SCREEN && it.shown == Shown.OFFLINE) return false
            }
        }
//?}
        return true
    }
//?}
}

internal fun sameReveal(a: RevealShape, b: RevealShape): Boolean = a.iris == b.iris && a.x == b.x && a.y == b.y //? Property.reveal player.shapes

/** Where the layer stands, held this way. */
internal fun placeOn(layer: Layer, screen: Screen): Place? {
    if (screen.width > screen.height) return layer.landscape ?: layer.place //? Layer.landscape
    return layer.place
}

internal fun acrossOf(place: Place, screen: Screen): Double {
//?{ Place.safe
    val free = screen.width - screen.left - screen.right
    if (place.safe) return place.x + screen.left + free * place.across
//?}
    return place.x + screen.width * place.across
}

internal fun downOf(place: Place, screen: Screen): Double {
//?{ Place.safe
    val free = screen.height - screen.top - screen.bottom
    if (place.safe) return place.y + screen.top + free * place.down
//?}
    return place.y + screen.height * place.down
}
