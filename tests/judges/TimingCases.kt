// Reads the table of cases the core has written and compares every number with what the exported timing gives.
// Lines: "sequence NAME", "screen WIDTH HEIGHT LEFT TOP RIGHT BOTTOM" (dp, the rest insets),
// "schedule START OPENING REDUCED SYSTEM SHOWN OUTCOME OPENED…", "beat INDEX START END",
// "gate INDEX OPEN", "state LAYER T VISIBLE OPACITY X Y WIDTH HEIGHT SCALEX SCALEY ROTATION REVEAL DRAW
// PROGRESS CLIP A B C D E F".
package launch

import java.io.File
import kotlin.math.abs
import kotlin.system.exitProcess

private class Judge(private val timings: Map<String, LaunchTiming>) {
    private lateinit var timing: LaunchTiming
    private lateinit var schedule: LaunchSchedule
    private var where = ""
    private val state = LayerState()
    private var screen = Screen(412.0, 915.0, 0.0, 0.0, 0.0, 0.0)
    var checked = 0
    var failed = 0

    fun line(text: String) {
        val words = text.split(' ')
        when (words[0]) {
            "sequence" -> timing = timings.getValue(words[1])
            "screen" -> {
                val size = words.drop(1).map { it.toDouble() }
                screen = Screen(size[0], size[1], size[2], size[3], size[4], size[5])
            }
            "schedule" -> {
                where = text
                val opened = IntArray(timing.gates.size) { words[7 + it].toInt() }
                val conditions = LaunchConditions(StartKind.valueOf(words[1]), words[3] == "1", words[4] == "1", 0, 1.0, 0, 0, words[2].toInt(), opened)
                schedule = LaunchSchedule(timing, conditions)
                same("shown", schedule.shown().toDouble(), words[5].toDouble())
                same("outcome", schedule.outcome.ordinal.toDouble(), words[6].toDouble())
            }
            "beat" -> {
                same("beat start", schedule.beatStart[words[1].toInt()].toDouble(), words[2].toDouble())
                same("beat end", schedule.beatEnd[words[1].toInt()].toDouble(), words[3].toDouble())
            }
            "gate" -> same("gate open", schedule.gateOpen[words[1].toInt()].toDouble(), words[2].toDouble())
            "state" -> compareState(words, text)
        }
    }

    /** A cue that goes on is taken over where the system's own clock has brought it, early or late, and no further than it plays. */
    fun takesOverInStep() {
        val way = Track(Property.X, doubleArrayOf(0.0, 2000.0), onTop = 2)
        val cue = Cue(0, 0, 2000, listOf(way), bySystem = true, systemUntil = 1000)
        val box = Layer(LayerKind.ART, Place(width = 10.0, height = 10.0))
        val own = LaunchTiming(listOf(Beat(BeatKind.OPENING), Beat(BeatKind.PLAY, 3000)), listOf(), listOf(box), listOf(cue))
        fun wayAt(t: Double, openingEnd: Int, iconBegan: Int): Double {
            val conditions = LaunchConditions(StartKind.COLD, false, true, iconBegan, 1.0, 0, 0, openingEnd, intArrayOf())
            LaunchSchedule(own, conditions).stateAt(0, t, screen, state)
            return state.x - screen.width / 2
        }
        where = "a cue that goes on"
        same("with the process", wayAt(700.0, 600, 0), 700.0)
        same("later than it, at once", wayAt(600.0, 600, 150), 450.0)
        same("later than it", wayAt(700.0, 600, 150), 550.0)
        same("later than it, at its end", wayAt(2150.0, 600, 150), 2000.0)
        same("before it", wayAt(700.0, 600, -100), 800.0)
        same("when the system plays no more", wayAt(1500.0, 1500, 200), 1000.0)
        same("afterwards", wayAt(1600.0, 1500, 200), 1100.0)
        same("at its end", wayAt(9000.0, 1500, 200), 2000.0)
    }

    private fun compareState(words: List<String>, text: String) {
        schedule.stateAt(words[1].toInt(), words[2].toDouble(), screen, state)
        val visible = words[3] == "1"
        if (state.visible != visible) {
            complain("visible ${state.visible}", text)
        }
        checked++
        if (!visible || !state.visible) return
        val mine = doubleArrayOf(state.opacity, state.x, state.y, state.width, state.height, state.scaleX, state.scaleY, state.rotation, state.reveal, state.draw,
            state.progress, state.clip) + state.outer
        for (i in mine.indices) {
            val expected = words[4 + i].toDouble()
            checked++
            // Below a thousandth of the range: of the screen's shorter side for lengths, of a turn for angles, of one for parts.
            val range = if (i in 1..4 || i >= 16) minOf(screen.width, screen.height) else if (i == 7) 360.0 else maxOf(1.0, abs(expected))
            if (abs(mine[i] - expected) > range * 0.001) complain("value $i is ${mine[i]}", text)
        }
    }

    private fun same(what: String, mine: Double, expected: Double) {
        checked++
        if (mine != expected) complain("$what is $mine, expected $expected", "")
    }

    private fun complain(what: String, text: String) {
        failed++
        if (failed < 30) println("$where\n  $text\n  $what")
    }
}

fun main(arguments: Array<String>) {
    val judge = Judge(allTimings())
    File(arguments[0]).forEachLine { judge.line(it) }
    judge.takesOverInStep()
    println("${judge.checked} compared, ${judge.failed} different")
    exitProcess(if (judge.failed == 0 && judge.checked > 0) 0 else 1)
}
