// Plays exported launches in the real framework, on the JVM: its activities, views, resources and drawing. Each line of
// cases.jsonl is a case; what was seen, told and left over goes to FOLDER/NAME.json and pictures beside it. The clock stands still
// but for the test, so that a picture is exact to the millisecond. How the cases are made: tests/export/android_play_test.cpp.
// Frames stay paused in acts, too: otherwise the test kit's own life cycle plays a moving launch to its end.
package com.example.app

import android.app.Activity
import android.graphics.Bitmap
import android.graphics.Canvas
import android.graphics.Insets
import android.os.Build
import android.os.Bundle
import android.os.Looper
import android.os.SystemClock
import android.provider.Settings
import android.view.MotionEvent
import android.view.View
import android.view.ViewGroup
import android.view.WindowInsets
import android.widget.Button
import android.widget.FrameLayout
import java.io.File
import java.lang.ref.WeakReference
import java.time.Duration
import org.json.JSONArray
import org.json.JSONObject
import org.junit.Test
import org.junit.runner.RunWith
import org.robolectric.ParameterizedRobolectricTestRunner
import org.robolectric.Robolectric
import org.robolectric.RuntimeEnvironment
import org.robolectric.Shadows.shadowOf
import org.robolectric.android.controller.ActivityController
import org.robolectric.annotation.GraphicsMode
import org.robolectric.shadows.ShadowChoreographer
import org.robolectric.shadows.ShadowSystemClock
import org.robolectric.util.ReflectionHelpers

/** An outcome as the situations have it. */
fun word(outcome: Any) = outcome.toString().lowercase().replace("went_on", "wentOn")

/** The exported object, whatever its package. */
class Exported(private val it: Any) {
    private val base = it.javaClass.superclass
    fun attach(activity: Activity, saved: Bundle?, told: (Any) -> Unit) =
        base.getMethod("attach", Activity::class.java, Bundle::class.java, Function1::class.java).invoke(it, activity, saved, told)

    fun call(name: String) = base.getMethod(name).invoke(it)
    fun open(gate: Int) = base.getDeclaredMethod("open", Int::class.javaPrimitiveType).apply { isAccessible = true }.invoke(it, gate)
    fun whenOver(told: (Any) -> Unit) = base.getMethod("whenOver", Function1::class.java).invoke(it, told)
    fun record(to: (String) -> Unit) = base.getMethod("setOnRecord", Function1::class.java).invoke(it, to)
}

/** What an app's own activity does by the exported instructions, and no more. */
open class PlayedActivity : Activity() {
    val told = mutableListOf<String>()
    val button by lazy { Button(this) }

    override fun onCreate(savedInstanceState: Bundle?) {
        setTheme(android.R.style.Theme_Material_Light_NoActionBar)
        super.onCreate(savedInstanceState)
        setContentView(FrameLayout(this).apply {
            setBackgroundColor(sheet)
            if (hasButton) addView(button, 300, 100)
        })
        edgeToEdge()
        bars(this, STATUS)
        launch.attach(this, savedInstanceState) {
            told += word(it)
            // The app sets another content, as many do.
            if (it.toString() == "OFFLINE") setContentView(FrameLayout(this).apply { setBackgroundColor(offlineSheet) })
        }
    }

    /** The app's own screen reaches beneath the bars, as on Android 15 and later. */
    @Suppress("DEPRECATION")
    private fun edgeToEdge() {
        window.statusBarColor = 0
        window.navigationBarColor = 0
        if (Build.VERSION.SDK_INT >= 29) window.isNavigationBarContrastEnforced = false
        if (Build.VERSION.SDK_INT >= 30) window.setDecorFitsSystemWindows(false)
        else window.decorView.systemUiVisibility = View.SYSTEM_UI_FLAG_LAYOUT_FULLSCREEN or View.SYSTEM_UI_FLAG_LAYOUT_HIDE_NAVIGATION
    }

    companion object {
        /** Dark content of the status bar, and of the navigation bar, as `bars` counts them. */
        const val STATUS = 1
        const val NAVIGATION = 2
        var sheet = 0
        var offlineSheet = 0
        var hasButton = false
        lateinit var launch: Exported
    }
}

class SecondActivity : PlayedActivity()

/** Which of the system's bars have dark content; with `set` they get it. */
@Suppress("DEPRECATION")
fun bars(activity: Activity, set: Int? = null): Int {
    val window = activity.window
    val (status, navigation) = if (Build.VERSION.SDK_INT >= 30) 8 to 16 else 0x2000 to 0x10
    if (set != null) {
        val flags = (if (set and 1 != 0) status else 0) or (if (set and 2 != 0) navigation else 0)
        if (Build.VERSION.SDK_INT >= 30) window.insetsController?.setSystemBarsAppearance(flags, status or navigation)
        else window.decorView.systemUiVisibility = window.decorView.systemUiVisibility and (status or navigation).inv() or flags
    }
    val flags = if (Build.VERSION.SDK_INT >= 30) window.insetsController?.systemBarsAppearance ?: 0 else window.decorView.systemUiVisibility
    return (if (flags and status != 0) 1 else 0) or (if (flags and navigation != 0) 2 else 0)
}

@RunWith(ParameterizedRobolectricTestRunner::class)
@GraphicsMode(GraphicsMode.Mode.NATIVE)
class Play(text: String) {
    private val case = JSONObject(text)
    private val seen = JSONObject()
    private val insets = case.getJSONArray("insets")
    private val first = case.getLong("first")
    private lateinit var controller: ActivityController<out Activity>
    private lateinit var launch: Exported
    private val activity get() = controller.get()
    private val decor get() = activity.window.decorView as ViewGroup
    private val frame get() = activity.findViewById<ViewGroup>(android.R.id.content)!!

    /** The app's own view and the frame it is in. */
    private val content get() = listOf<View>(frame, frame.getChildAt(0))
    private val gone = ArrayList<WeakReference<View>>()

    @Test
    fun play() {
        RuntimeEnvironment.setQualifiers("+" + case.getString("qualifiers"))
        launch = Exported(Class.forName(case.getString("object")).getField("INSTANCE").get(null)!!)
        launch.call("reset")
        PlayedActivity.launch = launch
        PlayedActivity.sheet = case.getInt("sheet")
        PlayedActivity.offlineSheet = case.getInt("offlineSheet")
        PlayedActivity.hasButton = case.optBoolean("button")
        val application = RuntimeEnvironment.getApplication()
        if (case.optBoolean("calm")) Settings.Global.putFloat(application.contentResolver, Settings.Global.ANIMATOR_DURATION_SCALE, 0f)
        application.getSharedPreferences("launch_sequence", 0).edit().putBoolean("ran", case.optBoolean("ran", true)).commit()
        try {
            run()
        } catch (e: Throwable) {
            val cause = generateSequence(e) { it.cause }.last()
            seen.put("error", "$cause at " + cause.stackTrace.take(12).joinToString(" < "))
        }
        launch.call("reset")
        File(System.getProperty("play.out"), case.getString("name") + ".json").writeText(seen.toString())
    }

    private fun t() = SystemClock.uptimeMillis() - case.optLong("born", 0)

    private fun run() {
        val records = JSONArray()
        launch.record { records.put(it) }
        val over = ArrayList<String>()
        launch.whenOver { over += word(it) }
        val marks = marks()
        ShadowChoreographer.setPaused(true) // frames come when the clock is moved on, and move it themselves no further
        ShadowChoreographer.setFrameDelay(Duration.ofMillis(FRAME))
        if (case.optBoolean("skipped")) launch.call("skip")
        for (mark in marks.filter { it.first < first - FRAME }) {
            ShadowSystemClock.advanceBy(Duration.ofMillis(mark.first - t()))
            mark.second()
        }
        ShadowSystemClock.advanceBy(Duration.ofMillis(first - FRAME - t()))
        @Suppress("UNCHECKED_CAST")
        val kind = Class.forName(case.optString("activity", PlayedActivity::class.java.name)) as Class<out Activity>
        controller = Robolectric.buildActivity(kind).setup()
        idle(FRAME)
        giveInsets()
        seen.put("views", views(decor)).put("reach", reach()).put("bars", bars(activity))
        remember()
        draw()
        val told = ArrayList<String>()
        for ((time, act) in marks.filter { it.first >= first - FRAME }) {
            while (t() < time) frames(minOf(FRAME, time - t()))
            act()
        }
        repeat(case.optInt("after", 150)) { frames(FRAME) }
        seen.put("over", JSONArray(over)).put("told", told(told)).put("left", views(decor)).put("reachAfter", reach()).put("records", JSONArray(records.toString()))
        seen.put("barsAfter", bars(activity))
        seen.put("content", content.all { listOf(it.alpha - 1, it.translationX, it.translationY, it.scaleX - 1, it.scaleY - 1, it.rotation).all { v -> v == 0f } })
        (activity as? AppActivity)?.let { seen.put("offlineScreens", it.offlineScreens) }
        repeat(30) { if (gone.any { it.get() != null }) { System.gc(); Thread.sleep(5) } }
        seen.put("alive", gone.count { it.get() != null })
    }

    private fun told(list: ArrayList<String>): JSONArray {
        for (each in activities) if (each is PlayedActivity) list += each.told
        return JSONArray(list)
    }

    private val activities = ArrayList<Activity>()

    /** Everything that happens, by its time: gates, acts, pictures. */
    private fun marks(): List<Pair<Long, () -> Unit>> {
        val all = ArrayList<Pair<Long, () -> Unit>>()
        val opens = case.getJSONArray("opens")
        for (i in 0 until opens.length()) {
            val it = opens.getJSONObject(i)
            all += it.getLong("at") to {
                val open = { launch.open(it.getInt("gate")) }
                if (it.optBoolean("thread")) Thread { open() }.apply { start() }.join() else open()
                shadowOf(Looper.getMainLooper()).idle()
            }
        }
        val acts = case.optJSONArray("acts") ?: JSONArray()
        for (i in 0 until acts.length()) all += acts.getJSONObject(i).let { it.getLong("at") to { act(it.getString("do")) } }
        val shots = case.getJSONArray("shots")
        for (i in 0 until shots.length()) {
            val at = shots.getLong(i)
            all += at to { save(draw(), "${case.getString("name")}-$i.png"); check(t() == at) { "the picture for $at was taken at ${t()}" } }
        }
        return all.sortedBy { it.first }
    }

    private fun act(what: String) {
        when (what) {
            "dismiss" -> launch.call("dismiss")
            "skip" -> launch.call("skip")
            "retry" -> launch.call("retry")
            "turn" -> { RuntimeEnvironment.setQualifiers("+w915dp-h412dp-land"); again() }
            "dark" -> { RuntimeEnvironment.setQualifiers("+night"); again() }
            "calm" -> Settings.Global.putFloat(RuntimeEnvironment.getApplication().contentResolver, Settings.Global.ANIMATOR_DURATION_SCALE, 0f)
            "recreate" -> again()
            "recreate, opening" -> again { openAll() } // between the old activity and the new
            "open" -> openAll()
            "loads" -> (activity as AppActivity).loads()
            "second" -> {
                controller = Robolectric.buildActivity(SecondActivity::class.java).setup()
                frame()
            }
            "leave" -> {
                controller.pause().stop()
                ShadowSystemClock.advanceBy(Duration.ofMillis(700))
                shadowOf(Looper.getMainLooper()).idle()
                controller.restart().start().resume()
            }
            "destroy" -> {
                controller.pause().stop().destroy()
                if (decor.isAttachedToWindow) activity.windowManager.removeViewImmediate(decor) // as the system does behind onDestroy
            }
            "touch" -> {
                val down = MotionEvent.obtain(0, 0, MotionEvent.ACTION_DOWN, 40f, 40f, 0)
                decor.dispatchTouchEvent(down)
                seen.put("pressed", (activity as PlayedActivity).button.isPressed)
            }
            "message" -> seen.put("spoken", shown()?.contentDescription?.toString() ?: "")
        }
        shadowOf(Looper.getMainLooper()).idle()
    }

    /** The launch's own view, if there is one. */
    private fun shown() = (0 until decor.childCount).map { decor.getChildAt(it) }.firstOrNull { it.javaClass.name.startsWith("com.example.app.launch") }

    /** The activity is destroyed and made anew from what it saved, as the system does when the screen is turned. */
    private fun again(between: () -> Unit = {}) {
        val state = Bundle()
        val kind = activity.javaClass
        controller.saveInstanceState(state).pause().stop().destroy()
        if (decor.isAttachedToWindow) activity.windowManager.removeViewImmediate(decor)
        between()
        controller = Robolectric.buildActivity(kind).setup(state)
        frame()
    }

    private fun frame() {
        repeat(2) { idle(FRAME) } // measured and laid out, then shown
        giveInsets()
        remember()
        draw()
    }

    private var drawn = 0

    /** One frame. Painting takes most of the time here, so only some of them are painted. */
    private fun frames(time: Long) {
        idle(time)
        keepInsets()
        if (drawn++ % 8 == 0) draw()
    }

    private fun idle(time: Long) = shadowOf(Looper.getMainLooper()).idleFor(Duration.ofMillis(time))

    private fun remember() {
        if (activities.none { it === activity }) activities += activity
        shown()?.let { gone += WeakReference(it) }
    }

    private fun openAll() = case.getJSONArray("gates").let { gates -> for (i in 0 until gates.length()) launch.open(gates.getInt(i)) }

    /** What of the app can be reached: by screen reader, by keys. */
    private fun reach() = JSONObject()
        .put("reader", content.none { it.importantForAccessibility == View.IMPORTANT_FOR_ACCESSIBILITY_NO_HIDE_DESCENDANTS })
        .put("keys", content.none { it is ViewGroup && it.descendantFocusability == ViewGroup.FOCUS_BLOCK_DESCENDANTS })

    private fun giveInsets() {
        val attached = ReflectionHelpers.getField<Any?>(decor, "mAttachInfo") ?: return
        val root = ReflectionHelpers.getField<Any?>(attached, "mViewRootImpl") ?: return
        val (l, t, r, b) = (0..3).map { insets.getInt(it) }
        val builder = WindowInsets.Builder()
        if (Build.VERSION.SDK_INT >= 30) {
            for ((type, bar) in listOf(WindowInsets.Type.statusBars() to Insets.of(0, t, 0, 0), WindowInsets.Type.navigationBars() to Insets.of(l, 0, r, b))) {
                builder.setInsets(type, bar).setInsetsIgnoringVisibility(type, bar)
            }
        } else {
            builder.setSystemWindowInsets(Insets.of(l, t, r, b)).setStableInsets(Insets.of(l, t, r, b))
        }
        val given = builder.build()
        ReflectionHelpers.setField(root, "mLastWindowInsets", given)
        decor.dispatchApplyWindowInsets(given)
    }

    /** The system's bars stay where they are when an app sets other content; the framework alone knows of none here. */
    private fun keepInsets() {
        @Suppress("DEPRECATION")
        if (decor.isAttachedToWindow && decor.rootWindowInsets?.systemWindowInsetTop != insets.getInt(1)) giveInsets()
    }

    private fun draw(): Bitmap {
        val picture = Bitmap.createBitmap(maxOf(1, decor.width), maxOf(1, decor.height), Bitmap.Config.ARGB_8888)
        decor.draw(Canvas(picture))
        return picture
    }

    private fun save(picture: Bitmap, name: String) =
        File(System.getProperty("play.out"), name).outputStream().use { picture.compress(Bitmap.CompressFormat.PNG, 100, it) }

    private fun views(v: View): Int = 1 + if (v is ViewGroup) (0 until v.childCount).sumOf { views(v.getChildAt(it)) } else 0

    companion object {
        private const val FRAME = 16L

        @JvmStatic
        @ParameterizedRobolectricTestRunner.Parameters(name = "{index}")
        fun cases(): List<Array<Any>> = File(System.getProperty("play.cases")).readLines().filter { it.isNotBlank() }.map { arrayOf<Any>(it) }
    }
}
