// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the
// platform, from Android 6 (API 23) on. The next export replaces it for as long as you leave it
// unchanged.
package @PACKAGE@

import android.annotation.TargetApi
import android.app.Activity
import android.app.Application
import android.content.Context
import android.graphics.Canvas
import android.os.Build
import android.os.Bundle
import android.os.Handler
import android.os.Looper
import android.os.Process
import android.os.Trace
import android.provider.Settings
import android.view.Choreographer
import android.view.MotionEvent
import android.view.View
import android.view.ViewGroup
import android.view.Window
import android.view.WindowInsets
import android.view.WindowInsetsController
import android.view.WindowManager
import android.view.animation.AnimationUtils
import org.json.JSONObject

/**
 * A launch sequence, of which there is one in the process: what has been opened stays open and the
 * show goes on where it stood, whatever becomes of the activity it is seen over. All of it belongs
 * to the main thread, but for opening gates.
 */
internal abstract class Launch(
    val name: String,
    private val loadingText: Int,
    private val darkBarContent: Int,
    private val showsBars: Boolean
) {
    protected abstract val timing: LaunchTiming

    protected abstract fun looks(): List<LayerLook>

    /** How it ended, once that is decided. */
    var outcome: Outcome? = null
        private set

    /** Gets one line of JSON when a launch is over: what happened, and when (see INTEGRATE.md). */
    var onRecord: ((String) -> Unit)? = null

    /**
     * Milliseconds that only go on, within a frame the frame's own; a test may put another in its
     * place.
     */
    var clock: () -> Long = { AnimationUtils.currentAnimationTimeMillis() }

    private val main = Handler(Looper.getMainLooper())
    private val openedAt = HashMap<Int, Long>()
    private val listeners = ArrayList<(Outcome) -> Unit>()
    private val waiting = ArrayList<(Outcome) -> Unit>()
    private val views = ArrayList<LaunchView>()
    private var opened = IntArray(0)
    private var start = StartKind.FIRST
    private var began = 0L
    private var pausedAt = -1L
    private var openingEnd = -1
    private var iconBegan = 0
    private var messageAt = 0
    private var retriedAt = 0
    private var lateFrames = 0
    private var schedule: LaunchSchedule? = null
    private var isPlaying = false
    private var isSkipped = false
    private var hasRun = false

    /**
     * Plays it over the activity: call it in `onCreate`, behind `setContentView`. While a launch
     * plays it goes on there. `onOutcome` is told once, as soon as it is decided how the launch
     * ends; an activity that is only made anew after that asks `outcome`.
     */
    fun attach(activity: Activity, savedInstanceState: Bundle?, onOutcome: (Outcome) -> Unit = {}) {
        if (!isPlaying) {
            val kind = startKind(activity, savedInstanceState)
            val plays = timing.beats.any { kind in it.plays }
            if (outcome != null && kind == StartKind.RECREATED && !plays) return
            begin(activity, kind, plays && !isSkipped)
        }
        if (isPlaying) {
            views.add(LaunchView(activity, onOutcome))
            plan() // what was opened while there was no view, and how people want it now
        } else {
            onOutcome(decide(if (isSkipped) Outcome.INTERRUPTED else Outcome.COMPLETE))
            onRecord?.invoke(record())
            tellOver()
        }
        isSkipped = false
    }

    /**
     * Calls it once, when the show is over and the first screen can be used: at once if it is
     * already. Call it behind `attach`; before that it tells of the launch before.
     */
    fun whenOver(then: (Outcome) -> Unit) {
        waiting.add(then)
        if (!isPlaying) tellOver()
    }

    private fun tellOver() {
        val how = outcome ?: return
        val all = waiting.toList()
        waiting.clear()
        all.forEach { it(how) }
    }

    /** Tells whoever asks, from now on, how launches end. Gives a function that stops it. */
    fun listen(listener: (Outcome) -> Unit): () -> Unit {
        listeners.add(listener)
        return { listeners.remove(listener) }
    }

    /** Ends it at once and shows the content. */
    fun dismiss() {
        if (isPlaying) finish(Outcome.INTERRUPTED)
    }

    /** The next launch does not play: for deep links, notifications and tests of the interface. */
    fun skip() {
        if (isPlaying) dismiss() else isSkipped = true
    }

    //? Outcome.message
    /** After a message: what has not loaded gets its time once more. Ask for it again. */
    fun retry() {
        if (outcome != Outcome.MESSAGE || !isPlaying) return
        outcome = null
        if (messageAt == 0) messageAt = schedule?.outcomeAt ?: 0
        retriedAt = now()
        plan()
    }

    /** Everything as in a new process: for tests. */
    fun reset() {
        dismiss()
        openedAt.clear()
        isSkipped = false
        hasRun = false
        outcome = null
    }

    /** May be called from any thread, before there is a window, and again. */
    protected fun open(gate: Int) {
        val at = clock()
        if (Looper.myLooper() == Looper.getMainLooper()) note(gate, at)
        else main.post { note(gate, at) }
    }

    private fun note(gate: Int, at: Long) {
        if (openedAt.containsKey(gate)) return
        openedAt[gate] = at
        if (!isPlaying) return
        opened[gate] = maxOf(0, minOf(now().toLong(), at - began).toInt())
        plan()
    }

    private fun begin(activity: Activity, kind: StartKind, plays: Boolean) {
        start = kind
        began = if (start == StartKind.FIRST || start == StartKind.COLD) processBegan() else clock()
        opened =
            IntArray(timing.gates.size) { gate ->
                openedAt[gate]?.let { maxOf(0L, it - began).toInt() } ?: NEVER
            }
        pausedAt = -1
        openingEnd = -1
        iconBegan = 0
        messageAt = 0
        retriedAt = 0
        lateFrames = 0
        outcome = null
        schedule = null
        isPlaying = plays
        hasRun = true
        if (!isPlaying) return
        activity.application.registerActivityLifecycleCallbacks(life)
        if (Build.VERSION.SDK_INT >= 29) Trace.beginAsyncSection(name, 0)
    }

    private fun startKind(activity: Activity, saved: Bundle?): StartKind {
        if (saved != null) return StartKind.RECREATED
        if (hasRun) return StartKind.WARM
        val store = activity.getSharedPreferences("launch_sequence", Context.MODE_PRIVATE)
        if (store.getBoolean("ran", false)) return StartKind.COLD
        store.edit().putBoolean("ran", true).apply()
        return StartKind.FIRST
    }

    /** A process that was there long before, for a push or a worker, was not waited for. */
    private fun processBegan(): Long {
        val process = if (Build.VERSION.SDK_INT >= 24) Process.getStartUptimeMillis() else clock()
        return if (clock() - process in 0L..6000L) process else clock()
    }

    private fun now() = ((if (pausedAt >= 0) pausedAt else clock()) - began).toInt()

    private fun plan() {
        if (openingEnd < 0 || !isPlaying) return
        val view = views.firstOrNull() ?: return
        val scale =
            Settings.Global.getFloat(
                view.context.contentResolver,
                Settings.Global.ANIMATOR_DURATION_SCALE,
                1f
            )
        val conditions =
            LaunchConditions(
                start = start,
                reducedMotion =
                    scale == 0f, // a person asked for no animations: the calm variant plays
                systemMoves = Build.VERSION.SDK_INT >= 31,
                iconBegan = iconBegan,
                pace = if (scale > 0) scale.toDouble() else 1.0,
                messageAt = messageAt,
                retriedAt = retriedAt,
                openingEnd = openingEnd,
                opened = opened.clone()
            )
        schedule = LaunchSchedule(timing, conditions)
        views.forEach { it.follow() }
    }

    private fun decide(how: Outcome): Outcome {
        outcome = how
        listeners.toList().forEach { it(how) }
        return how
    }

    /** What is due at this moment. */
    private fun step() {
        val schedule = schedule ?: return
        val t = now()
        if (outcome == null && t >= schedule.decidedAt) {
            val how = decide(schedule.outcome)
            views.toList().forEach { it.tell(how) }
        }
        if (t >= schedule.shown()) finish(schedule.outcome)
    }

    private fun finish(how: Outcome) {
        if (!isPlaying) return
        isPlaying = false
        if (Build.VERSION.SDK_INT >= 29) Trace.endAsyncSection(name, 0)
        val seen = views.toList()
        views.clear()
        seen.forEach { it.leave() }
        if (outcome == null) {
            decide(how)
            seen.forEach { it.tell(how) }
        }
        seen.firstOrNull()?.activity?.run {
            application.unregisterActivityLifecycleCallbacks(life)
            if (how != Outcome.INTERRUPTED) reportFullyDrawn()
        }
        onRecord?.invoke(record())
        schedule = null
        tellOver()
    }

    private fun record(): String {
        val gates = JSONObject()
        timing.gates.forEachIndexed { i, it ->
            gates.put(it.id, if (opened[i] < NEVER) opened[i] else JSONObject.NULL)
        }
        val starts = arrayOf("first", "cold", "warm", "hot", "recreated")
        val ends = arrayOf("complete", "wentOn", "offline", "message", "interrupted")
        return JSONObject()
            .put("launch", name)
            .put("start", starts[start.ordinal])
            .put("firstFrame", openingEnd)
            .put("gates", gates)
            .put("outcome", ends[outcome!!.ordinal])
            .put("shown", now())
            .put("lateFrames", lateFrames)
            .toString()
    }

    /** Time in the background does not count, and a launch that cannot be seen any more is over. */
    private val life =
        object : Application.ActivityLifecycleCallbacks {
            override fun onActivityCreated(activity: Activity, savedInstanceState: Bundle?) {}

            override fun onActivityResumed(activity: Activity) {}

            override fun onActivityPaused(activity: Activity) {}

            override fun onActivityStarted(activity: Activity) {
                val view = viewOf(activity) ?: return
                view.isStarted = true
                if (pausedAt >= 0) began += clock() - pausedAt
                pausedAt = -1
                view.goOn()
            }

            override fun onActivityStopped(activity: Activity) {
                viewOf(activity)?.isStarted = false
                if (views.none { it.isStarted } && pausedAt < 0) pausedAt = clock()
            }

            override fun onActivitySaveInstanceState(activity: Activity, outState: Bundle) {
                viewOf(activity)?.isSaved = true
            }

            override fun onActivityDestroyed(activity: Activity) {
                val view = viewOf(activity) ?: return
                val comesBack =
                    activity.isChangingConfigurations || (view.isSaved && !activity.isFinishing)
                if (views.size == 1 && !comesBack) return finish(Outcome.INTERRUPTED)
                views.remove(view)
                view.leave()
                val application = activity.application
                main.postDelayed({ if (views.isEmpty() && isPlaying) giveUp(application) }, 10000L)
            }
        }

    private fun viewOf(activity: Activity) = views.firstOrNull { it.activity === activity }

    private fun giveUp(application: Application) {
        application.unregisterActivityLifecycleCallbacks(life)
        finish(Outcome.INTERRUPTED)
    }

    /** Where the show is seen: over everything of a window. */
    private inner class LaunchView(
        val activity: Activity,
        private val onOutcome: (Outcome) -> Unit
    ) : View(activity) {
        var isStarted = false
        var isSaved = false
        private val density = resources.displayMetrics.density
        private val state = LayerState()
        private val artist = LaunchArtist(activity, timing, looks())
        // The frame, not what is in it: the app may set another content meanwhile, its offline
        // screen for one.
        private val content: ViewGroup = activity.findViewById(android.R.id.content)
        private val access = content.importantForAccessibility
        private val focus = content.descendantFocusability
        private var screen = Screen(width = 0.0, height = 0.0)
        private var insets: WindowInsets? = null
        private val bars = SystemBars(activity.window)
        private var isAsked = false
        private var lastFrame = 0L
        private val frame = Choreographer.FrameCallback { time -> draw(time) }
        private val wake = Runnable { rest() }

        init {
            (activity.window.decorView as ViewGroup).addView(this, ViewGroup.LayoutParams(-1, -1))
            // Nothing beneath can be reached before it is shown, by no finger, key or screen
            // reader.
            isClickable = true
            isFocusableInTouchMode = true
            contentDescription = activity.getText(loadingText)
            accessibilityLiveRegion = ACCESSIBILITY_LIVE_REGION_POLITE
            content.importantForAccessibility = IMPORTANT_FOR_ACCESSIBILITY_NO_HIDE_DESCENDANTS
            content.descendantFocusability = ViewGroup.FOCUS_BLOCK_DESCENDANTS
            requestFocus()
            bars.set(resources.getBoolean(darkBarContent), showsBars)
            if (Build.VERSION.SDK_INT >= 31) takeOver()
        }

        override fun onTouchEvent(event: MotionEvent) = true

        override fun onApplyWindowInsets(insets: WindowInsets): WindowInsets {
            follow() // what keeps clear of the bars moves with them, even while nothing else does
            return super.onApplyWindowInsets(insets)
        }

        /**
         * The system's picture is let go when its icon has come to rest; only then people see ours,
         * and its time begins.
         */
        @TargetApi(31)
        private fun takeOver() =
            activity.splashScreen.setOnExitAnimationListener { picture ->
                val begun = picture.iconAnimationStart?.toEpochMilli() ?: 0L
                val length = minOf(picture.iconAnimationDuration?.toMillis() ?: 0L, held())
                val rest =
                    if (begun > 0) maxOf(0L, begun + length - System.currentTimeMillis()) else 0L
                val played = if (begun > 0) System.currentTimeMillis() - begun else 0L
                iconBegan = now() - played.toInt()
                main.postDelayed(
                    {
                        picture.remove()
                        if (outcome == null) showBegins()
                    },
                    rest
                )
            }

        /** How long the icon's motion keeps the picture: what goes on afterwards does not. */
        private fun held(): Long {
            var rest = 0
            for (cue in timing.cues) {
                val isHeld = cue.bySystem && cue.systemUntil < 0
                if (isHeld) rest = maxOf(rest, maxOf(0, cue.offset) + cue.length * cue.times)
            }
            return rest.toLong()
        }

        /**
         * People see the first own frame: the opening is over. Where none plays, the sequence
         * begins with it.
         */
        private fun showBegins() {
            if (start !in timing.beats[0].plays) began = clock()
            openingEnd = now()
            plan()
        }

        fun goOn() {
            lastFrame = 0
            follow()
        }

        /** Draws when the next frame comes, if something moves by then. */
        fun follow() {
            if (isAsked) return
            isAsked = true
            Choreographer.getInstance().postFrameCallback(frame)
        }

        private fun draw(time: Long) {
            isAsked = false
            val parent = parent as? ViewGroup ?: return
            if (parent.getChildAt(parent.childCount - 1) !== this) bringToFront()
            step()
            val schedule = schedule
            if (!isPlaying || schedule == null || pausedAt >= 0) return
            val t = now().toDouble()
            moveContent(schedule, t)
            invalidate()
            val next = schedule.stillUntil(t)
            if (next <= t) {
                if (lastFrame > 0 && time - lastFrame > 34000000L) lateFrames++
                lastFrame = time
                follow()
            } else {
                lastFrame = 0
                rest()
            }
        }

        /** Nothing is drawn while nothing moves; it only looks now and then whether it is time. */
        private fun rest() {
            removeCallbacks(wake)
            val t = now().toDouble()
            val next = schedule?.stillUntil(t) ?: return
            if (pausedAt >= 0 || next >= NEVER) return
            if (next <= t + 16) follow()
            else postDelayed(wake, minOf(100L, (next - t).toLong() - 8))
        }

        override fun onDraw(canvas: Canvas) {
            if (openingEnd < 0) showBegins()
            val schedule = schedule ?: return
            val t = now().toDouble()
            moveContent(schedule, t)
            canvas.save()
            canvas.scale(density, density)
            for (i in timing.layers.indices) {
                if (timing.layers[i].kind == LayerKind.FIRST_SCREEN) continue
                schedule.stateAt(i, t, screen, state)
                if (state.visible) artist.paint(canvas, i, state, screen.width > screen.height)
            }
            canvas.restore()
        }

        /** Made anew only when it has changed: a frame makes no objects. */
        @Suppress(
            "DEPRECATION"
        ) // the newer way begins only with API 30, and gives the same numbers
        private fun measure() {
            var isNew = screen.width != dp(width) || screen.height != dp(height)
            val now = rootWindowInsets
            if (now !== insets) isNew = true
            insets = now
            if (!isNew) return
            screen =
                Screen(
                    width = dp(width),
                    height = dp(height),
                    left = dp(now?.systemWindowInsetLeft),
                    top = dp(now?.systemWindowInsetTop),
                    right = dp(now?.systemWindowInsetRight),
                    bottom = dp(now?.systemWindowInsetBottom)
                )
        }

        private fun dp(pixels: Int?) = ((pixels ?: 0) / density).toDouble()

        /** The first screen as the outcome's own layer moves it. */
        private fun moveContent(schedule: LaunchSchedule, t: Double) {
            measure()
            var isThere = false
            var hasLayer = false
            for (i in timing.layers.indices) {
                if (timing.layers[i].kind != LayerKind.FIRST_SCREEN || isThere) continue
                hasLayer = true
                schedule.stateAt(i, t, screen, state)
                isThere = state.visible
            }
            if (!hasLayer) return
            content.alpha = if (isThere) state.opacity.toFloat() else 0f
            content.translationX = ((state.x - screen.width / 2) * density).toFloat()
            content.translationY = ((state.y - screen.height / 2) * density).toFloat()
            content.scaleX = state.scaleX.toFloat()
            content.scaleY = state.scaleY.toFloat()
            content.rotation = state.rotation.toFloat()
        }

        fun tell(how: Outcome) {
            if (how == Outcome.MESSAGE) contentDescription = artist.message()
            onOutcome(how)
        }

        fun leave() {
            Choreographer.getInstance().removeFrameCallback(frame)
            removeCallbacks(wake)
            artist.close()
            if (Build.VERSION.SDK_INT >= 31) activity.splashScreen.clearOnExitAnimationListener()
            val decor = parent as? ViewGroup
            // A parent that is just taking its children down must not lose one.
            if (decor != null && decor.isAttachedToWindow) decor.removeView(this)
            content.alpha = 1f
            content.translationX = 0f
            content.translationY = 0f
            content.scaleX = 1f
            content.scaleY = 1f
            content.rotation = 0f
            content.importantForAccessibility = access
            content.descendantFocusability = focus
            content.requestFocus()
            bars.restore()
        }
    }
}

/** The system's bars of a window: as the show wants them, and then as they were. */
private class SystemBars(private val window: Window) {
    private val isNew = Build.VERSION.SDK_INT >= 30
    private val wasLight = if (isNew) appearance() else flags()
    private val wasFull = window.attributes.flags and FULL != 0

    fun set(hasDarkContent: Boolean, isShown: Boolean) {
        if (isNew) lighten(if (hasDarkContent) LIGHT_BARS else 0)
        else flag(if (hasDarkContent) wasLight or LIGHT else wasLight and LIGHT.inv())
        if (!isShown) window.addFlags(FULL)
    }

    fun restore() {
        if (isNew) lighten(wasLight) else flag(wasLight)
        if (!wasFull) window.clearFlags(FULL)
    }

    @TargetApi(30)
    private fun appearance() = (window.insetsController?.systemBarsAppearance ?: 0) and LIGHT_BARS

    @TargetApi(30)
    private fun lighten(bars: Int) =
        window.insetsController?.setSystemBarsAppearance(bars, LIGHT_BARS) ?: Unit

    @Suppress("DEPRECATION") private fun flags() = window.decorView.systemUiVisibility

    @Suppress("DEPRECATION")
    private fun flag(flags: Int) {
        window.decorView.systemUiVisibility = flags
    }

    private companion object {
        @Suppress("DEPRECATION") const val FULL = WindowManager.LayoutParams.FLAG_FULLSCREEN

        @Suppress("DEPRECATION")
        const val LIGHT =
            View.SYSTEM_UI_FLAG_LIGHT_STATUS_BAR or View.SYSTEM_UI_FLAG_LIGHT_NAVIGATION_BAR
        const val LIGHT_BARS =
            WindowInsetsController.APPEARANCE_LIGHT_STATUS_BARS or
                WindowInsetsController.APPEARANCE_LIGHT_NAVIGATION_BARS
    }
}
