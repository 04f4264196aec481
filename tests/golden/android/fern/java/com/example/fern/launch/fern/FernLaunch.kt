// The launch sequence “Fern”, written by Scaena; yours without conditions.
// The next export replaces it for as long as you leave it unchanged.
package com.example.fern.launch.fern

import com.example.fern.R

/** Attach it to your first activity; see INTEGRATE.md. */
internal object FernLaunch : Launch("Fern", R.string.fern_loading, R.bool.fern_dark_bar_content, true) {

    /** What the launch may wait for. */
    enum class Gate { READY }

    /** Tells that it has loaded: from any thread, before there is a window, again. */
    fun open(gate: Gate) = open(gate.ordinal)

    /** Opens the gate when the work is done. If it fails the gate stays shut, and its time-out decides. */
    suspend fun <T> openWhenDone(gate: Gate, work: suspend () -> T): T {
        val value = work()
        this.open(gate)
        return value
    }

    private val beats = listOf<Beat>(
        Beat(kind = BeatKind.OPENING), // opening
        Beat(kind = BeatKind.PLAY, length = 600), // arrive
        Beat(kind = BeatKind.WAIT), // wait
        Beat(kind = BeatKind.HAND_OFF, length = 300) // hand-off
    )

    private val gates = listOf<GateTiming>(
        GateTiming(id = "ready", typical = 600) // ready
    )

    private val layers = listOf<Layer>(
        Layer(kind = LayerKind.FIRST_SCREEN), // first
        Layer(kind = LayerKind.BACKDROP, panelHeight = 100.0), // backdrop
        // logo
        Layer(kind = LayerKind.ART, place = Place(width = 100.0, height = 100.0), destination = Place(
            across = 0.0, down = 0.0, x = 60.0, y = 60.0, width = 50.0, height = 50.0
        )),
        Layer(kind = LayerKind.ART, place = Place(width = 120.0, height = 120.0)) // title
    )

    private val cues = listOf<Cue>(
        // settle
        Cue(
            layer = 2, beat = 1, length = 600,
            moves = listOf(
                Track(property = Property.SCALE, values = doubleArrayOf(1.15, 1.0)),
                Track(property = Property.OPACITY, values = doubleArrayOf(0.0, 1.0, 1.0), at = doubleArrayOf(0.0, 0.5, 1.0))
            ),
            calm = listOf(Track(property = Property.OPACITY, values = doubleArrayOf(0.0, 1.0, 1.0), at = doubleArrayOf(0.0, 0.33333, 1.0)))
        ),
        // title
        Cue(layer = 3, beat = 1, length = 300, moves = listOf(Track(property = Property.OPACITY, values = doubleArrayOf(0.0, 1.0))), offset = 200),
        Cue(layer = 1, beat = 3, length = 300, moves = listOf(Track(property = Property.OPACITY, values = doubleArrayOf(0.0, 1.0)))) // away
    )

    override val timing = LaunchTiming(beats = beats, gates = gates, layers = layers, cues = cues)

    private val looks = listOf<LayerLook>(
        LayerLook(), // first
        LayerLook(fromColor = R.color.fern_paper), // backdrop
        LayerLook(drawable = R.drawable.fern_art_logo, width = 100.0, height = 100.0), // logo
        LayerLook(drawable = R.drawable.fern_text_title, width = 66.0, height = 28.0) // title
    )

    override fun looks() = looks
}
