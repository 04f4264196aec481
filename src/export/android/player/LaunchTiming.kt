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

/** Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. */ //? Track.easing|Track.easings
internal class Easing( //? Track.easing|Track.easings
    val x1: Double = 0.0, //? Track.easing|Track.easings
    val y1: Double = 0.0, //? Track.easing|Track.easings
    val x2: Double = 1.0, //? Track.easing|Track.easings
    val y2: Double = 1.0, //? Track.easing|Track.easings
    val steps: Int = 0, //? Track.easing|Track.easings Easing.steps
    val atStart: Boolean = false, //? Track.easing|Track.easings Easing.atStart
    val jumps: Int = 1, //? Track.easing|Track.easings Easing.jumps|Easing.steps
    val stops: DoubleArray = doubleArrayOf(), //? Track.easing|Track.easings Easing.stops
    val bounces: Int = 0, //? Track.easing|Track.easings Easing.bounces
    val restitution: Double = 0.0, //? Track.easing|Track.easings Easing.restitution|Easing.bounces
    val swing: Double = 0.0, //? Track.easing|Track.easings Easing.swing
    val decay: Double = 0.0, //? Track.easing|Track.easings Easing.decay|Easing.swing
) //? Track.easing|Track.easings

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
internal class Track(
    val property: Property,
    val values: DoubleArray,
    val at: DoubleArray = doubleArrayOf(0.0, 1.0),
    val onTop: Int = 0, //? Track.onTop
    val easing: Easing? = null, //? Track.easing
    val easings: List<Easing> = listOf(), //? Track.easings
)

/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */ //? Property.reveal
internal class RevealShape( //? Property.reveal
    val iris: Boolean = false, //? Property.reveal
    val x: Double, //? Property.reveal
    val y: Double, //? Property.reveal
) //? Property.reveal

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
    val left: Double = 0.0, //? Place.safe
    val top: Double = 0.0, //? Place.safe
    val right: Double = 0.0, //? Place.safe
    val bottom: Double = 0.0, //? Place.safe
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
    var reveal = 1.0 //? Property.reveal
    var revealShape: RevealShape? = null //? Property.reveal
    var draw = 1.0 //? Property.draw
    var fillFrom = 0.6 //? Property.draw
    var progress = 0.0 //? LayerKind.progress
    var clip = 0.0 //? LayerKind.clip
    /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */ //? Layer.parent
    var outer = doubleArrayOf(1.0, 0.0, 0.0, 1.0, 0.0, 0.0) //? Layer.parent
}

private fun within(value: Double): Double = min(1.0, max(0.0, value))

private fun rank(outcome: Outcome): Int { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    if (outcome == Outcome.MESSAGE) return 3 //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.message
    if (outcome == Outcome.OFFLINE) return 2 //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.offline
    return if (outcome == Outcome.WENT_ON) 1 else 0 //? BeatKind.wait Beat.atMost|GateTiming.timeOut
} //? BeatKind.wait Beat.atMost|GateTiming.timeOut

/** What a property is where nothing says anything else. */
private fun neutral(property: Property): Double {
    if (property == Property.OPACITY || property == Property.SCALE) return 1.0
    if (property == Property.SCALE_X) return 1.0 //? Property.scaleX
    if (property == Property.SCALE_Y) return 1.0 //? Property.scaleY
    if (property == Property.REVEAL) return 1.0 //? Property.reveal
    if (property == Property.DRAW) return 1.0 //? Property.draw
    return 0.0
}

private fun cubic(a: Double, b: Double, s: Double): Double { //? Track.easing|Track.easings
    val r = 1.0 - s //? Track.easing|Track.easings
    return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s //? Track.easing|Track.easings
} //? Track.easing|Track.easings

private fun eased(easing: Easing, x: Double): Double { //? Track.easing|Track.easings
    if (easing.steps > 0) { //? Track.easing|Track.easings Easing.steps
        var step = floor(within(x) * easing.steps.toDouble() + 1e-12) //? Track.easing|Track.easings Easing.steps
        if (easing.atStart) step += 1.0 //? Track.easing|Track.easings Easing.steps Easing.atStart
        return within(step / easing.jumps.toDouble()) //? Track.easing|Track.easings Easing.steps
    } //? Track.easing|Track.easings Easing.steps
    if (easing.stops.size > 0) return onStops(easing.stops, x) //? Track.easing|Track.easings Easing.stops
    if (x <= 0.0 || x >= 1.0) return within(x) //? Track.easing|Track.easings
    if (easing.bounces > 0) return bounced(easing, x) //? Track.easing|Track.easings Easing.bounces
    if (easing.swing > 0.0) return 1.0 - swung(easing, x) + swung(easing, 1.0) * x //? Track.easing|Track.easings Easing.swing
    var s = x //? Track.easing|Track.easings
    var half = 0.5 //? Track.easing|Track.easings
    var low = 0.0 //? Track.easing|Track.easings
    while (half > 1e-9) { //? Track.easing|Track.easings
        s = low + half //? Track.easing|Track.easings
        if (cubic(easing.x1, easing.x2, s) < x) low = s //? Track.easing|Track.easings
        half /= 2.0 //? Track.easing|Track.easings
    } //? Track.easing|Track.easings
    return cubic(easing.y1, easing.y2, s) //? Track.easing|Track.easings
} //? Track.easing|Track.easings

/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */ //? Easing.bounces
private fun bounced(easing: Easing, x: Double): Double { //? Easing.bounces
    var speed = 1.0 //? Easing.bounces
    var total = 1.0 //? Easing.bounces
    for (i in 0 until easing.bounces) { //? Easing.bounces
        speed *= easing.restitution //? Easing.bounces
        total += 2.0 * speed //? Easing.bounces
    } //? Easing.bounces
    var t = x * total //? Easing.bounces
    speed = 1.0 //? Easing.bounces
    while (t > speed) { //? Easing.bounces
        t -= speed //? Easing.bounces
        speed *= easing.restitution //? Easing.bounces
        t -= speed //? Easing.bounces
    } //? Easing.bounces
    return 1.0 - speed * speed + t * t //? Easing.bounces
} //? Easing.bounces

/** How far a spring is from its rest. */ //? Easing.swing
private fun swung(easing: Easing, x: Double): Double { //? Easing.swing
    val swing = easing.swing //? Easing.swing
    val decay = easing.decay //? Easing.swing
    return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x)) //? Easing.swing
} //? Easing.swing

private fun onStops(stops: DoubleArray, x: Double): Double { //? Easing.stops
    if (x <= stops[0]) return stops[1] //? Easing.stops
    var i = 2 //? Easing.stops
    while (i < stops.size && stops[i] <= x) i += 2 //? Easing.stops
    if (i >= stops.size) return stops[stops.size - 1] //? Easing.stops
    val part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]) //? Easing.stops
    return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part //? Easing.stops
} //? Easing.stops

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
private class CuePlan(val cue: Cue) {
    var start = NEVER
    var stop = NEVER
    var length = 1
    var settle = 0 //? Opening.cues|Beat.yields|RepeatEnd.settle
    var blends = false //? Beat.yields
    var skips = false //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    var never = false //? Beat.plays|Cue.dropped|Cue.bySystem
    var hangs = false //? Cue.hangs
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    fun skip(from: Int, to: Int) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        start = from //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        stop = to //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        skips = true //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        settle = 0 //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Opening.cues|Beat.yields|RepeatEnd.settle
        blends = false //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

    /** When it has come to rest. */
    fun rests(): Int {
        if (settle > 0) return min(NEVER, stop + settle) //? Opening.cues|Beat.yields|RepeatEnd.settle
        return stop
    }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
private class Segment(val plan: CuePlan, val track: Track, val found: Double) {

    private fun key(i: Int): Double {
        val value = track.values[i]
        val isOnTop = i < track.onTop //? Track.onTop
        if (isOnTop && neutral(track.property) == 1.0) return found * value //? Track.onTop
        if (isOnTop) return found + value //? Track.onTop
        return value
    }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
    private fun end(): Double { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
        var even = false //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
        if (plan.cue.times % 2 == 0) even = true //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.times
        if (plan.cue.whileWaiting) even = true //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.whileWaiting
        if (plan.cue.alternate && even) return key(0) //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
        return key(track.values.size - 1) //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
//? player.edges
    /** When its keys come, in each round it plays before `until`. */ //? player.edges
    fun keyTimes(until: Double): ArrayList<Double> { //? player.edges
        val edges = ArrayList<Double>() //? player.edges
        edges.add(plan.start.toDouble()) //? player.edges
        edges.add(plan.stop.toDouble()) //? player.edges
        edges.add(plan.rests().toDouble()) //? player.edges
        val stop = min(until, 1.0 * plan.stop.toDouble()) //? player.edges
        var length = plan.length //? player.edges
        if (plan.skips) length = plan.stop - plan.start //? player.edges Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        var round = 1.0 * plan.start.toDouble() //? player.edges
        while (round < stop && length > 0) { //? player.edges
            for (it in track.at) edges.add(round + it * length.toDouble()) //? player.edges
            round += length.toDouble() //? player.edges
        } //? player.edges
        return edges //? player.edges
    } //? player.edges

    fun valueAt(t: Double): Double {
        val start = plan.start
        val stop = plan.stop
        if (plan.never) return end() //? Beat.plays|Cue.dropped|Cue.bySystem
        if (t < start.toDouble()) return key(0)
        if (plan.skips) return skipped(t) //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        val settle = plan.settle //? Opening.cues|Beat.yields|RepeatEnd.settle
        if (settle > 0 && t >= stop.toDouble()) { //? Opening.cues|Beat.yields|RepeatEnd.settle
            val from = during((stop - start).toDouble()) //? Opening.cues|Beat.yields|RepeatEnd.settle
            return from + (end() - from) * within((t - stop.toDouble()) / settle.toDouble()) //? Opening.cues|Beat.yields|RepeatEnd.settle
        } //? Opening.cues|Beat.yields|RepeatEnd.settle
        return during(min(t, stop.toDouble()) - start.toDouble())
    }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    private fun skipped(t: Double): Double { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        var from = end() //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        if (plan.blends) from = found //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
        val length = plan.stop - plan.start //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        val part = if (length > 0) within((t - plan.start.toDouble()) / length.toDouble()) else 1.0 //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
        return from + (end() - from) * part //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

    private fun during(local: Double): Double {
        val length = plan.length
        val keys = track.at
        var part = if (length > 0) within(local / length.toDouble()) else 1.0
        if (length > 0 && local >= length.toDouble()) part = inRound(local / length.toDouble()) //? Cue.times|Cue.whileWaiting
        var i = 1
        while (i < keys.size - 1 && keys[i] <= part) i++
        val width = keys[i] - keys[i - 1]
        var between = if (width > 0.0) within((part - keys[i - 1]) / width) else 1.0
        val easing = track.easing //? Track.easing
        if (easing != null) between = eased(easing, between) //? Track.easing
        val easings = track.easings //? Track.easings
        if (easings.size > 0) between = eased(easings[i - 1], between) //? Track.easings
        return key(i - 1) + (key(i) - key(i - 1)) * between
    }
//? Cue.times|Cue.whileWaiting
    /** Which part of its round is played after so many of them; the last one stays at its end. */ //? Cue.times|Cue.whileWaiting
    private fun inRound(rounds: Double): Double { //? Cue.times|Cue.whileWaiting
        var round = floor(rounds) //? Cue.times|Cue.whileWaiting
        var part = rounds - round //? Cue.times|Cue.whileWaiting
        if (part == 0.0 && rounds * plan.length.toDouble() >= (plan.stop - plan.start).toDouble()) { //? Cue.times|Cue.whileWaiting
            round -= 1.0 //? Cue.times|Cue.whileWaiting
            part = 1.0 //? Cue.times|Cue.whileWaiting
        } //? Cue.times|Cue.whileWaiting
        if (round % 2.0 == 1.0 && plan.cue.alternate) part = 1.0 - part //? Cue.times|Cue.whileWaiting Cue.alternate
        return part //? Cue.times|Cue.whileWaiting
    } //? Cue.times|Cue.whileWaiting
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
    val messageAt: Int, //? player.retry
    val retriedAt: Int, //? player.retry
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
    private val plans = ArrayList<CuePlan>()
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
        for (it in timing.cues) plans.add(CuePlan(it))
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
//? player.stillness
    /** From `t` on nothing moves before the time given; `t` itself if something does. */ //? player.stillness
    fun stillUntil(t: Double): Double { //? player.stillness
        var until = 1.0 * NEVER.toDouble() //? player.stillness
        for (it in plans) { //? player.stillness
            if (it.rests().toDouble() <= t || tracksOf(it.cue).size == 0) continue //? player.stillness
            if (it.start.toDouble() <= t) return t //? player.stillness
            until = min(until, it.start.toDouble()) //? player.stillness
        } //? player.stillness
        for (layer in timing.layers) { //? player.stillness LayerKind.progress
            if (layer.kind == LayerKind.PROGRESS && loaded(layer, t) < 1.0) return t //? player.stillness LayerKind.progress
        } //? player.stillness LayerKind.progress
        for (it in beatEnd) { //? player.stillness
            if (it.toDouble() > t) until = min(until, it.toDouble()) //? player.stillness
        } //? player.stillness
        return until //? player.stillness
    } //? player.stillness
//? player.edges
    /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */ //? player.edges
    fun edgesOf(layer: Int, property: Property, until: Double): ArrayList<Double> { //? player.edges
        val edges = ArrayList<Double>() //? player.edges
        for (segment in lanes[layer].segments) { //? player.edges
            if (segment.track.property != property || segment.plan.start >= NEVER) continue //? player.edges
            for (it in segment.keyTimes(until)) edges.add(it) //? player.edges
        } //? player.edges
        return edges //? player.edges
    } //? player.edges
//? Property.reveal player.shapes
    /** The shape by which the layer is uncovered, if some cue does that. */ //? Property.reveal player.shapes
    fun revealOf(layerIndex: Int): RevealShape? { //? Property.reveal player.shapes
        for (it in lanes[layerIndex].segments) { //? Property.reveal player.shapes
            val shape = it.plan.cue.reveal //? Property.reveal player.shapes
            if (shape != null && it.track.property == Property.REVEAL && it.plan.start < NEVER) return shape //? Property.reveal player.shapes
        } //? Property.reveal player.shapes
        return null //? Property.reveal player.shapes
    } //? Property.reveal player.shapes
//? Cue.hangs
    private fun waitsForEnd(cue: Cue): Boolean { //? Cue.hangs
        if (cue.anchor == Anchor.BEAT_END) return true //? Cue.hangs Anchor.beatEnd
        if (cue.other >= 0) { //? Cue.hangs Anchor.withCue|Anchor.afterCue
            val other = plans[cue.other] //? Cue.hangs Anchor.withCue|Anchor.afterCue
            if (other.cue.beat != cue.beat) return false //? Cue.hangs Anchor.withCue|Anchor.afterCue
            if (other.hangs) return true //? Cue.hangs Anchor.withCue|Anchor.afterCue
            if (cue.anchor == Anchor.AFTER_CUE && other.cue.whileWaiting) return true //? Cue.hangs Anchor.withCue|Anchor.afterCue Cue.whileWaiting Anchor.afterCue
        } //? Cue.hangs Anchor.withCue|Anchor.afterCue
        return false //? Cue.hangs
    } //? Cue.hangs
//? Beat.plays
    private fun plays(beat: Beat): Boolean = start in beat.plays //? Beat.plays
//? player.pace
    /** Lengths of the show at the pace the system asks for; gates keep their time. */ //? player.pace
    private fun paced(length: Int): Int = floor(length.toDouble() * pace + 0.5).toInt() //? player.pace
//? StartKind.hot|StartKind.recreated
    private fun isInMemory(): Boolean = start == StartKind.HOT || start == StartKind.RECREATED //? StartKind.hot|StartKind.recreated

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
        if (beat.yields != Yield.NEVER && (beat.kind == BeatKind.PLAY || beat.kind == BeatKind.HOLD)) { //? Beat.yields
            resolveGates() //? Beat.yields Gate.rules
            val ready = neededReady() //? Beat.yields
            if (ready < beatEnd[i]) yieldAt(i, max(ready, now)) //? Beat.yields
        } //? Beat.yields
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
//? Beat.open
    private fun lastCueEnd(beat: Int, from: Int): Int { //? Beat.open
        var end = from //? Beat.open
        for (it in plans) { //? Beat.open
            if (it.cue.beat != beat || it.stop >= NEVER) continue //? Beat.open
            if (it.hangs) continue //? Beat.open Cue.hangs
            end = max(end, it.stop) //? Beat.open
        } //? Beat.open
        return end //? Beat.open
    } //? Beat.open
//? Beat.plays
    /** What does not play in this launch is at its end as soon as it is reached. */ //? Beat.plays
    private fun skipCues(beat: Int, at: Int) { //? Beat.plays
        for (it in plans) { //? Beat.plays
            if (it.cue.beat != beat) continue //? Beat.plays
            it.skip(at, at) //? Beat.plays
            it.never = true //? Beat.plays
        } //? Beat.plays
    } //? Beat.plays
//? Cue.dropped|Cue.bySystem
    /** What this platform does not play is at its end from the start. */ //? Cue.dropped|Cue.bySystem
    private fun dropCues(i: Int) { //? Cue.dropped|Cue.bySystem
        for (it in plans) { //? Cue.dropped|Cue.bySystem
            var dropped = false //? Cue.dropped|Cue.bySystem
            if (it.cue.dropped) dropped = true //? Cue.dropped|Cue.bySystem Cue.dropped
            if (it.cue.bySystem) dropped = true //? Cue.dropped|Cue.bySystem Cue.bySystem
            if (it.cue.bySystem && systemMoves) dropped = false //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
            if (it.cue.beat != i || !dropped) continue //? Cue.dropped|Cue.bySystem
            it.skip(beatStart[i], beatStart[i]) //? Cue.dropped|Cue.bySystem
            it.never = true //? Cue.dropped|Cue.bySystem
        } //? Cue.dropped|Cue.bySystem
    } //? Cue.dropped|Cue.bySystem
//? Opening.cues
    /** The system plays the opening; when the app draws for the first time, its cues are at their end. */ //? Opening.cues
    private fun endOpening(i: Int) { //? Opening.cues
        for (it in plans) { //? Opening.cues
            if (it.cue.beat != i || it.stop <= openingEnd) continue //? Opening.cues
            it.stop = max(it.start, openingEnd) //? Opening.cues
            it.settle = 1 //? Opening.cues
        } //? Opening.cues
    } //? Opening.cues
//? GateStart.beat
    /** When a beat began, or NEVER as far as the beats are worked out. */ //? GateStart.beat
    private fun reachedAt(beat: Int): Int = if (beat <= reached) beatStart[beat] else NEVER //? GateStart.beat
//? Gate.rules
    private fun resolveGates() { //? Gate.rules
        for (i in 0 until gateOpen.size) { //? Gate.rules
            var g = i //? Gate.rules
            val order = timing.gateOrder //? Gate.rules Gate.order
            if (order.size > 0) g = order[i] //? Gate.rules Gate.order
            val gate = timing.gates[g] //? Gate.rules GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
            var from = 0 //? Gate.rules
            if (gate.start == GateStart.FIRST_FRAME) from = beatEnd[0] //? Gate.rules GateStart.firstFrame
            if (gate.start == GateStart.BEAT) from = reachedAt(gate.beat) //? Gate.rules GateStart.beat
            if (isInMemory()) from = 0 //? Gate.rules StartKind.hot|StartKind.recreated
            for (need in gate.needs) from = max(from, gateOpen[need]) //? Gate.rules GateTiming.needs
            gateStart[g] = from //? Gate.rules LayerKind.progress
            var open = max(from, opened[g]) //? Gate.rules
            if (isInMemory()) open = from //? Gate.rules StartKind.hot|StartKind.recreated
            gateOpen[g] = min(open, NEVER) //? Gate.rules
            var latest = min(NEVER, from + gate.timeOut) //? Gate.rules GateTiming.timeOut
            val again = gate.onTimeOut == Outcome.MESSAGE || latest >= messageAt //? Gate.rules GateTiming.timeOut player.retry
            if (again) latest = min(NEVER, max(from, retriedAt) + gate.timeOut) //? Gate.rules GateTiming.timeOut player.retry
            gateTimedOut[g] = open > latest //? Gate.rules GateTiming.timeOut
            gateOpen[g] = min(open, latest) //? Gate.rules GateTiming.timeOut
        } //? Gate.rules
    } //? Gate.rules
//? BeatKind.wait Beat.gates|GateTiming.optional
    private fun needs(beat: Beat, gate: Int): Boolean { //? BeatKind.wait Beat.gates|GateTiming.optional
        if (beat.gates.size > 0) return gate in beat.gates //? BeatKind.wait Beat.gates|GateTiming.optional Beat.gates
        if (timing.gates[gate].optional) return false //? BeatKind.wait Beat.gates|GateTiming.optional GateTiming.optional
        return true //? BeatKind.wait Beat.gates|GateTiming.optional
    } //? BeatKind.wait Beat.gates|GateTiming.optional
//? Beat.yields
    private fun neededReady(): Int { //? Beat.yields
        var ready = 0 //? Beat.yields
        for (g in 0 until gateOpen.size) { //? Beat.yields
            var waits = false //? Beat.yields
            var needed = false //? Beat.yields
            for (beat in timing.beats) { //? Beat.yields BeatKind.wait
                if (beat.kind != BeatKind.WAIT) continue //? Beat.yields BeatKind.wait
                if (!plays(beat)) continue //? Beat.yields BeatKind.wait Beat.plays
                waits = true //? Beat.yields BeatKind.wait
                if (!needs(beat, g)) continue //? Beat.yields BeatKind.wait Beat.gates|GateTiming.optional
                needed = true //? Beat.yields BeatKind.wait
            } //? Beat.yields BeatKind.wait
            if (!waits) needed = true //? Beat.yields
            if (!waits && timing.gates[g].optional) needed = false //? Beat.yields GateTiming.optional
            if (needed) ready = max(ready, gateOpen[g]) //? Beat.yields
        } //? Beat.yields
        return ready //? Beat.yields
    } //? Beat.yields
//? BeatKind.wait
    private fun runWait(i: Int, now: Int) { //? BeatKind.wait
        val beat = timing.beats[i] //? BeatKind.wait Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
        resolveGates() //? BeatKind.wait Gate.rules
        var end = now //? BeatKind.wait
        var least = beat.atLeast //? BeatKind.wait Beat.atLeast
        least = paced(least) //? BeatKind.wait Beat.atLeast player.pace
        end = max(end, now + least) //? BeatKind.wait Beat.atLeast
        for (g in 0 until gateOpen.size) { //? BeatKind.wait
            if (!needs(beat, g)) continue //? BeatKind.wait Beat.gates|GateTiming.optional
            end = max(end, gateOpen[g]) //? BeatKind.wait
        } //? BeatKind.wait
        beatEnd[i] = end //? BeatKind.wait
        var latest = min(NEVER, now + beat.atMost) //? BeatKind.wait Beat.atMost
        val again = latest >= messageAt //? BeatKind.wait Beat.atMost player.retry
        if (again) latest = min(NEVER, max(now, retriedAt) + beat.atMost) //? BeatKind.wait Beat.atMost player.retry
        beatEnd[i] = min(end, latest) //? BeatKind.wait Beat.atMost
        endRepeats(i) //? BeatKind.wait Cue.whileWaiting
        if (beatEnd[i] > latest) cutRepeats(i, latest) //? BeatKind.wait Cue.whileWaiting RepeatEnd.finish Beat.atMost
        decidedAt = beatEnd[i] //? BeatKind.wait
        if (end > latest) decide(beat.onTimeOut, decidedAt) //? BeatKind.wait Beat.atMost
        for (g in 0 until gateOpen.size) { //? BeatKind.wait GateTiming.timeOut
            if (!needs(beat, g)) continue //? BeatKind.wait GateTiming.timeOut Beat.gates|GateTiming.optional
            val isLate = gateTimedOut[g] && gateOpen[g] <= decidedAt //? BeatKind.wait GateTiming.timeOut
            if (isLate) decide(timing.gates[g].onTimeOut, decidedAt) //? BeatKind.wait GateTiming.timeOut
        } //? BeatKind.wait GateTiming.timeOut
    } //? BeatKind.wait
//? BeatKind.wait Beat.atMost|GateTiming.timeOut
    /** Of several outcomes the gravest counts, from when it was decided. */ //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    private fun decide(how: Outcome, at: Int) { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        if (rank(how) <= rank(outcome)) return //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        outcome = how //? BeatKind.wait Beat.atMost|GateTiming.timeOut
        outcomeAt = at //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    } //? BeatKind.wait Beat.atMost|GateTiming.timeOut
//? Beat.yields
    /** The beat is left early: cues to come blend to their ends, those that play settle there. */ //? Beat.yields
    private fun yieldAt(i: Int, ready: Int) { //? Beat.yields
        val beat = timing.beats[i] //? Beat.yields
        var at = ready //? Beat.yields
        var blends = false //? Beat.yields
        for (it in plans) { //? Beat.yields Yield.afterCues
            if (beat.yields != Yield.AFTER_CUES || it.cue.beat != i) continue //? Beat.yields Yield.afterCues
            if (it.start <= ready && it.stop > ready) at = max(at, it.stop) //? Beat.yields Yield.afterCues
        } //? Beat.yields Yield.afterCues
        at = min(at, beatEnd[i]) //? Beat.yields
        for (it in plans) { //? Beat.yields
            if (it.cue.beat == i && (it.start >= at || it.stop > at)) blends = true //? Beat.yields
        } //? Beat.yields
        var blend = beat.blend //? Beat.yields
        blend = paced(blend) //? Beat.yields player.pace
        if (!blends) blend = 0 //? Beat.yields
        beatEnd[i] = min(beatEnd[i], at + blend) //? Beat.yields
        val end = beatEnd[i] //? Beat.yields
        for (it in plans) { //? Beat.yields
            if (it.cue.beat != i) continue //? Beat.yields
            if (it.start >= at) { //? Beat.yields
                it.skip(at, end) //? Beat.yields
                it.blends = true //? Beat.yields
            } else { //? Beat.yields
                if (it.stop > at) { //? Beat.yields
                    it.stop = at //? Beat.yields
                    it.settle = max(1, end - at) //? Beat.yields
                } //? Beat.yields
            } //? Beat.yields
        } //? Beat.yields
    } //? Beat.yields
//? Cue.whileWaiting
    private fun endRepeats(i: Int) { //? Cue.whileWaiting
        val end = beatEnd[i] //? Cue.whileWaiting
        if (end >= NEVER) return //? Cue.whileWaiting
        for (it in plans) { //? Cue.whileWaiting
            if (it.cue.beat != i || !it.cue.whileWaiting || it.start >= NEVER) continue //? Cue.whileWaiting
            if (it.start >= end) { //? Cue.whileWaiting
                it.skip(end, end) //? Cue.whileWaiting
                continue //? Cue.whileWaiting
            } //? Cue.whileWaiting
            cut(it, end) //? Cue.whileWaiting
            if (it.cue.end == RepeatEnd.FINISH) { //? Cue.whileWaiting RepeatEnd.finish
                var cycle = it.length //? Cue.whileWaiting RepeatEnd.finish
                if (it.cue.alternate) cycle = it.length * 2 //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
                it.stop = it.start + (((end - it.start + cycle - 1).toDouble()) / cycle.toDouble()).toInt() * cycle //? Cue.whileWaiting RepeatEnd.finish
                beatEnd[i] = max(beatEnd[i], it.stop) //? Cue.whileWaiting RepeatEnd.finish
            } //? Cue.whileWaiting RepeatEnd.finish
        } //? Cue.whileWaiting
    } //? Cue.whileWaiting
//? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    /** Nothing goes on longer than the wait may. */ //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    private fun cutRepeats(i: Int, latest: Int) { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
        beatEnd[i] = latest //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
        for (it in plans) { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
            if (it.cue.beat == i && it.cue.whileWaiting && it.stop > latest) cut(it, latest) //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
        } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
//? Cue.whileWaiting
    private fun cut(it: CuePlan, at: Int) { //? Cue.whileWaiting
        it.stop = at //? Cue.whileWaiting
        if (at >= NEVER || it.cue.end != RepeatEnd.SETTLE) return //? Cue.whileWaiting RepeatEnd.settle
        it.settle = max(1, it.cue.settle) //? Cue.whileWaiting RepeatEnd.settle player.steady
        it.settle = max(1, paced(it.cue.settle)) //? Cue.whileWaiting RepeatEnd.settle player.pace
    } //? Cue.whileWaiting

    private fun tracksOf(cue: Cue): List<Track> {
        if (reducedMotion) return cue.calm ?: cue.moves //? Cue.calm
        return cue.moves
    }

    private fun fillLanes() {
        for (c in timing.cueOrder) { //? Cue.again|Beat.yields
            val before = CuePlan(timing.cues[c]) //? Cue.again|Beat.yields
            before.never = plans[c].never //? Cue.again|Beat.yields Beat.plays|Cue.dropped|Cue.bySystem
            if (before.cue.adds) continue //? Cue.again|Beat.yields Cue.adds
            val layer = before.cue.layer //? Cue.again|Beat.yields
            for (it in tracksOf(before.cue)) lanes[layer].segments.add(Segment(before, it, neutral(it.property))) //? Cue.again|Beat.yields
        } //? Cue.again|Beat.yields
        var order = plans
        if (timing.cueOrder.size > 0) order = inOrderOfTime() //? Cue.again
        for (plan in order) {
            val lane = lanes[plan.cue.layer]
            for (it in tracksOf(plan.cue)) {
                var found = neutral(it.property)
                val before = ruling(plan.cue.layer, it.property, plan.start.toDouble()) //? Cue.again|Beat.yields
                var follows = before >= 0 && lane.segments[before].plan.start < NEVER //? Cue.again|Beat.yields
                if (before >= 0 && plan.blends) follows = true //? Beat.yields
                if (follows) found = lane.segments[before].valueAt(plan.start.toDouble()) //? Cue.again|Beat.yields
                if (plan.cue.adds) found = neutral(it.property) //? Cue.adds
                lane.segments.add(Segment(plan, it, found))
            }
        }
    }
//? Cue.again
    /** The cues by their start; those that start together as `cueOrder` says. */ //? Cue.again
    private fun inOrderOfTime(): ArrayList<CuePlan> { //? Cue.again
        val order = ArrayList<CuePlan>() //? Cue.again
        for (c in timing.cueOrder) { //? Cue.again
            val plan = plans[c] //? Cue.again
            order.add(plan) //? Cue.again
            var i = order.size - 1 //? Cue.again
            while (i > 0 && order[i - 1].start > plan.start) { //? Cue.again
                order[i] = order[i - 1] //? Cue.again
                i-- //? Cue.again
            } //? Cue.again
            order[i] = plan //? Cue.again
        } //? Cue.again
        return order //? Cue.again
    } //? Cue.again

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

    fun value(layer: Int, property: Property, t: Double): Double {
        val segments = lanes[layer].segments
        val i = ruling(layer, property, t)
        var sum = if (i < 0) neutral(property) else segments[i].valueAt(t)
        for (it in segments) { //? Cue.adds
            if (!it.plan.cue.adds || it.track.property != property || it.plan.start.toDouble() > t) continue //? Cue.adds
            sum += it.valueAt(t) - neutral(property) //? Cue.adds
        } //? Cue.adds
        return sum
    }

    /** Fills `state` with what is seen of a layer at `t`. */
    fun stateAt(layerIndex: Int, t: Double, screen: Screen, state: LayerState) {
        own(layerIndex, t, screen, state)
        for (i in 0 until 6) state.outer[i] = if (i == 0 || i == 3) 1.0 else 0.0 //? Layer.parent
        var parent = timing.layers[layerIndex].parent //? Layer.parent
        while (parent >= 0) { //? Layer.parent
            joinGroup(parent, t, screen, state) //? Layer.parent
            parent = timing.layers[parent].parent //? Layer.parent
        } //? Layer.parent
        if (state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0) state.visible = false
        if (state.reveal <= 0.0) state.visible = false //? Property.reveal
        if (timing.layers[layerIndex].kind == LayerKind.GROUP) state.visible = false //? LayerKind.group
    }
//? Layer.parent
    private fun joinGroup(index: Int, t: Double, screen: Screen, state: LayerState) { //? Layer.parent
        val place = placeOn(timing.layers[index], screen) //? Layer.parent
        if (place == null) return //? Layer.parent
        val group = groupState //? Layer.parent
        own(index, t, screen, group) //? Layer.parent
        if (!group.visible) state.visible = false //? Layer.parent
        state.opacity *= group.opacity //? Layer.parent
        val radians = group.rotation * PI / 180.0 //? Layer.parent
        val a = cos(radians) * group.scaleX //? Layer.parent
        val b = sin(radians) * group.scaleX //? Layer.parent
        val c = -sin(radians) * group.scaleY //? Layer.parent
        val d = cos(radians) * group.scaleY //? Layer.parent
        val restX = acrossOf(place, screen) //? Layer.parent
        val restY = downOf(place, screen) //? Layer.parent
        for (i in 0 until 6 step 2) { //? Layer.parent
            val x = state.outer[i] //? Layer.parent
            val y = state.outer[i + 1] //? Layer.parent
            state.outer[i] = a * x + c * y //? Layer.parent
            state.outer[i + 1] = b * x + d * y //? Layer.parent
        } //? Layer.parent
        state.outer[4] += group.x - a * restX - c * restY //? Layer.parent
        state.outer[5] += group.y - b * restX - d * restY //? Layer.parent
    } //? Layer.parent

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
        val flip = value(layerIndex, Property.FLIP, t) //? Property.flip
        if (flip != 0.0) { //? Property.flip
            val narrowed = cos(flip * PI / 180.0) //? Property.flip
            state.scaleX *= if (abs(narrowed) < 1e-9) 0.0 else narrowed //? Property.flip
        } //? Property.flip
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
            val there = layer.destination //? Property.travel
            if (there != null) travel(there, place, value(layerIndex, Property.TRAVEL, t), screen, state) //? Property.travel
            turnAboutPivot(layer, state) //? Layer.pivotX|Layer.pivotY
        }
        state.x += value(layerIndex, Property.X, t) //? Property.x
        state.y += value(layerIndex, Property.Y, t) //? Property.y
        if (layer.kind == LayerKind.BACKDROP) { //? Property.panel
            val panel = value(layerIndex, Property.PANEL, t) //? Property.panel
            state.height = screen.height + (layer.panelHeight - screen.height) * panel //? Property.panel
            state.y += (state.height - screen.height) / 2.0 //? Property.panel
        } //? Property.panel
        state.reveal = within(value(layerIndex, Property.REVEAL, t)) //? Property.reveal
        state.revealShape = null //? Property.reveal
        val reveal = ruling(layerIndex, Property.REVEAL, t) //? Property.reveal
        if (reveal >= 0) state.revealShape = lanes[layerIndex].segments[reveal].plan.cue.reveal //? Property.reveal
        state.draw = within(value(layerIndex, Property.DRAW, t)) //? Property.draw
        val draw = ruling(layerIndex, Property.DRAW, t) //? Property.draw
        if (draw >= 0) state.fillFrom = lanes[layerIndex].segments[draw].plan.cue.fillFrom //? Property.draw
        state.progress = if (layer.kind == LayerKind.PROGRESS) loaded(layer, t) else 0.0 //? LayerKind.progress
        state.clip = within(value(layerIndex, Property.CLIP, t)) //? LayerKind.clip Property.clip
        val steps = layer.frames - 1 //? LayerKind.clip Property.clip
        if (steps > 0) state.clip = floor(state.clip * steps.toDouble() + 1e-9) / steps.toDouble() //? LayerKind.clip Property.clip
    }
//? Property.travel
    private fun travel(there: Place, place: Place, part: Double, screen: Screen, state: LayerState) { //? Property.travel
        state.x += (acrossOf(there, screen) - state.x) * part //? Property.travel
        state.y += (downOf(there, screen) - state.y) * part //? Property.travel
        state.rotation += (there.turn - place.turn) * part //? Property.travel Place.turn
        val across = if (place.width > 0.0) there.width / place.width else 1.0 //? Property.travel
        val down = if (place.height > 0.0) there.height / place.height else 1.0 //? Property.travel
        val scale = 1.0 + (min(across, down) - 1.0) * part //? Property.travel
        state.scaleX *= scale //? Property.travel
        state.scaleY *= scale //? Property.travel
    } //? Property.travel
//? Layer.pivotX|Layer.pivotY
    /** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */ //? Layer.pivotX|Layer.pivotY
    private fun turnAboutPivot(layer: Layer, state: LayerState) { //? Layer.pivotX|Layer.pivotY
        val x = (layer.pivotX - 0.5) * state.width //? Layer.pivotX|Layer.pivotY
        val y = (layer.pivotY - 0.5) * state.height //? Layer.pivotX|Layer.pivotY
        val radians = state.rotation * PI / 180.0 //? Layer.pivotX|Layer.pivotY
        state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y) //? Layer.pivotX|Layer.pivotY
        state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y) //? Layer.pivotX|Layer.pivotY
    } //? Layer.pivotX|Layer.pivotY
//? LayerKind.progress
    /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */ //? LayerKind.progress
    private fun loaded(layer: Layer, t: Double): Double { //? LayerKind.progress
        var sum = 0.0 //? LayerKind.progress
        var count = 0 //? LayerKind.progress
        for (g in 0 until gateOpen.size) { //? LayerKind.progress
            val gate = timing.gates[g] //? LayerKind.progress GateTiming.optional|GateTiming.typical
            var counts = true //? LayerKind.progress
            if (gate.optional) counts = false //? LayerKind.progress GateTiming.optional
            if (layer.gates.size > 0) counts = g in layer.gates //? LayerKind.progress Layer.gates
            if (!counts) continue //? LayerKind.progress
            count++ //? LayerKind.progress
            val taken = if (gateStart[g] >= NEVER) 0.0 else max(0.0, t - gateStart[g].toDouble()) //? LayerKind.progress
            var typical = 500 //? LayerKind.progress
            typical = max(1, gate.typical) //? LayerKind.progress GateTiming.typical
            sum += if (t >= gateOpen[g].toDouble()) 1.0 else min(0.9, 0.9 * taken / typical.toDouble()) //? LayerKind.progress
        } //? LayerKind.progress
        return if (count > 0) sum / count.toDouble() else 1.0 //? LayerKind.progress
    } //? LayerKind.progress
//? Layer.shown
    /** Some layers are seen in one outcome alone. */ //? Layer.shown
    private fun belongs(layer: Layer, t: Double): Boolean { //? Layer.shown
        val decided = t >= outcomeAt.toDouble() //? Layer.shown Shown.offline|Shown.message
        val offline = decided && outcome == Outcome.OFFLINE //? Layer.shown Shown.offline
        if (layer.shown == Shown.OFFLINE) return offline //? Layer.shown Shown.offline
        if (layer.shown == Shown.MESSAGE) return decided && outcome == Outcome.MESSAGE //? Layer.shown Shown.message
        if (offline && layer.kind == LayerKind.FIRST_SCREEN) { //? Layer.shown Shown.offline
            for (it in timing.layers) { //? Layer.shown Shown.offline
                if (it.kind == LayerKind.FIRST_SCREEN && it.shown == Shown.OFFLINE) return false //? Layer.shown Shown.offline
            } //? Layer.shown Shown.offline
        } //? Layer.shown Shown.offline
        return true //? Layer.shown
    } //? Layer.shown
}

/** Where the layer stands, held this way. */
internal fun placeOn(layer: Layer, screen: Screen): Place? {
    if (screen.width > screen.height) return layer.landscape ?: layer.place //? Layer.landscape
    return layer.place
}

internal fun acrossOf(place: Place, screen: Screen): Double {
    val free = screen.width - screen.left - screen.right //? Place.safe
    if (place.safe) return place.x + screen.left + free * place.across //? Place.safe
    return place.x + screen.width * place.across
}

internal fun downOf(place: Place, screen: Screen): Double {
    val free = screen.height - screen.top - screen.bottom //? Place.safe
    if (place.safe) return place.y + screen.top + free * place.down //? Place.safe
    return place.y + screen.height * place.down
}
