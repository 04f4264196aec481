// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
package com.example.fern.launch.fern

import kotlin.math.floor
import kotlin.math.max
import kotlin.math.min

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
internal const val NEVER = 1000000000

internal enum class BeatKind { OPENING, PLAY, HOLD, WAIT, HAND_OFF }
internal enum class LayerKind { BACKDROP, ART, FIRST_SCREEN, PROGRESS, CLIP, GROUP }
internal enum class Shown { ALWAYS, OFFLINE, MESSAGE }
internal enum class Property {
    OPACITY, X, Y, SCALE, SCALE_X, SCALE_Y, ROTATION, FLIP, REVEAL, DRAW, TRAVEL, PANEL, CLIP
}

/** How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided. */
internal enum class Outcome { COMPLETE, WENT_ON, OFFLINE, MESSAGE, INTERRUPTED }

/** How it began: never before, in a new process, in one that was there, with all in memory, re-created. */
internal enum class StartKind { FIRST, COLD, WARM, HOT, RECREATED }

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
internal class Track(val property: Property, val values: DoubleArray, val at: DoubleArray = doubleArrayOf(0.0, 1.0))

internal class Beat(
    val kind: BeatKind, val length: Int = -1,
    val plays: List<StartKind> = listOf(StartKind.FIRST, StartKind.COLD, StartKind.WARM)
)

internal class GateTiming(val id: String, val typical: Int = 500)

/** What one layer does for a while. `calm`: what it does instead where people ask for less motion. */
internal class Cue(
    val layer: Int, val beat: Int, val length: Int, val moves: List<Track>, val calm: List<Track>? = null,
    val offset: Int = 0
)

/** A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen. */
internal class Place(
    val across: Double = 0.5, val down: Double = 0.5, val x: Double = 0.0, val y: Double = 0.0, val width: Double,
    val height: Double
)

/** No place: the whole screen. */
internal class Layer(
    val kind: LayerKind, val place: Place? = null, val destination: Place? = null, val panelHeight: Double = 0.0
)

/** The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property. */
internal class LaunchTiming(
    val beats: List<Beat>, val gates: List<GateTiming>, val layers: List<Layer>, val cues: List<Cue>
)

/** The screen, and what the system's bars cover at its edges. */
internal class Screen(val width: Double, val height: Double)

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
}

private fun within(value: Double): Double = min(1.0, max(0.0, value))

/** What a property is where nothing says anything else. */
private fun neutral(property: Property): Double {
    if (property == Property.OPACITY || property == Property.SCALE) return 1.0
    return 0.0
}

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
private class CueTiming(val cue: Cue) {
    var start = NEVER
    var stop = NEVER
    var length = 1

    /** When it has come to rest. */
    fun rests(): Int = stop
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
private class Segment(val plan: CueTiming, val track: Track, val found: Double) {
    private fun key(i: Int): Double {
        val value = track.values[i]
        return value
    }

    fun valueAt(t: Double): Double {
        val start = plan.start
        val stop = plan.stop
        if (t < start.toDouble()) return key(0)
        return during(min(t, stop.toDouble()) - start.toDouble())
    }

    private fun during(local: Double): Double {
        val length = plan.length
        val keys = track.at
        val part = if (length > 0) within(local / length.toDouble()) else 1.0
        var i = 1
        while (i < keys.size - 1 && keys[i] <= part) i++
        val width = keys[i] - keys[i - 1]
        val between = if (width > 0.0) within((part - keys[i - 1]) / width) else 1.0
        return key(i - 1) + (key(i) - key(i - 1)) * between
    }
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
    val timing: LaunchTiming, val start: StartKind, val reducedMotion: Boolean, val systemMoves: Boolean,
    val pace: Double, val openingEnd: Int, val opened: IntArray
) {
    val beatEnd: IntArray
    val outcome = Outcome.COMPLETE
    val outcomeAt = NEVER
    /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
    var decidedAt: Int
    var gateOpen: IntArray
    private val plans = ArrayList<CueTiming>()
    private val lanes = ArrayList<Lane>()

    init {
        beatEnd = IntArray(timing.beats.size) { 0 }
        gateOpen = opened
        decidedAt = openingEnd
        for (it in timing.cues) plans.add(CueTiming(it))
        for (i in 0 until timing.layers.size) lanes.add(Lane())
        var now = 0
        for (i in 0 until beatEnd.size) {
            beatEnd[i] = now
            runBeat(i, now)
            now = beatEnd[i]
        }
        fillLanes()
    }

    /** When the first screen can be used, or NEVER as far as is known. */
    fun shown(): Int = beatEnd[beatEnd.size - 1]

    /** From `t` on nothing moves before the time given; `t` itself if something does. */
    fun stillUntil(t: Double): Double {
        var until = 1.0 * NEVER.toDouble()
        for (it in plans) {
            if (it.rests().toDouble() <= t || tracksOf(it.cue).size == 0) continue
            if (it.start.toDouble() <= t) return t
            until = min(until, it.start.toDouble())
        }
        for (it in beatEnd) {
            if (it.toDouble() > t) until = min(until, it.toDouble())
        }
        return until
    }

    /** Lengths of the show at the pace the system asks for; gates keep their time. */
    private fun paced(length: Int): Int = floor(length.toDouble() * pace + 0.5).toInt()

    private fun runBeat(i: Int, now: Int) {
        val beat = timing.beats[i]
        if (now >= NEVER) return
        placeCues(i, now, NEVER, false)
        beatEnd[i] = now + paced(beat.length)
        if (beat.kind == BeatKind.OPENING) beatEnd[i] = openingEnd
        if (beat.kind == BeatKind.WAIT) runWait(i, now)
    }

    private fun placeCues(beat: Int, from: Int, end: Int, hanging: Boolean) {
        for (it in plans) {
            val cue = it.cue
            if (cue.beat != beat) continue
            it.start = max(from, from + paced(cue.offset))
            it.length = max(1, paced(cue.length))
            val all = it.length
            it.stop = min(NEVER, it.start + all)
        }
    }

    private fun runWait(i: Int, now: Int) {
        var end = now
        for (g in 0 until gateOpen.size) end = max(end, gateOpen[g])
        beatEnd[i] = end
        decidedAt = beatEnd[i]
    }

    private fun tracksOf(cue: Cue): List<Track> {
        if (reducedMotion) return cue.calm ?: cue.moves
        return cue.moves
    }

    private fun fillLanes() {
        for (plan in plans) {
            val lane = lanes[plan.cue.layer]
            for (it in tracksOf(plan.cue)) {
                val found = neutral(it.property)
                lane.segments.add(Segment(plan, it, found))
            }
        }
    }

    /** What rules a property at a moment: what began last, or else what begins first. */
    private fun ruling(layer: Int, property: Property, t: Double): Int {
        val segments = lanes[layer].segments
        var found = -1
        for (i in 0 until segments.size) {
            if (segments[i].track.property != property) continue
            if (found < 0 || segments[i].plan.start.toDouble() <= t) found = i
        }
        return found
    }

    fun value(layer: Int, property: Property, t: Double): Double {
        val segments = lanes[layer].segments
        val i = ruling(layer, property, t)
        return if (i < 0) neutral(property) else segments[i].valueAt(t)
    }

    /** Fills `state` with what is seen of a layer at `t`. */
    fun stateAt(layerIndex: Int, t: Double, screen: Screen, state: LayerState) {
        own(layerIndex, t, screen, state)
        if (state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0) state.visible = false
    }

    /** The layer's own state, without its groups. */
    fun own(layerIndex: Int, t: Double, screen: Screen, state: LayerState) {
        val layer = timing.layers[layerIndex]
        state.visible = true
        state.opacity = within(value(layerIndex, Property.OPACITY, t))
        state.scaleX = value(layerIndex, Property.SCALE, t)
        state.scaleY = state.scaleX
        state.rotation = value(layerIndex, Property.ROTATION, t)
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
        }
    }
}

/** Where the layer stands, held this way. */
internal fun placeOn(layer: Layer, screen: Screen): Place? = layer.place

internal fun acrossOf(place: Place, screen: Screen): Double = place.x + screen.width * place.across

internal fun downOf(place: Place, screen: Screen): Double = place.y + screen.height * place.down
