// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from
// Android 6 (API 23) on. The next export replaces it for as long as you leave it unchanged.
package @PACKAGE@

import android.annotation.TargetApi
import android.app.Activity
import android.content.Context
import android.graphics.Canvas
import android.graphics.Color
import android.graphics.LinearGradient
import android.graphics.Matrix
import android.graphics.Paint
import android.graphics.Path
import android.graphics.PathMeasure
import android.graphics.RectF
import android.graphics.Shader
import android.graphics.drawable.Drawable
import android.os.Build
import android.os.Bundle
import android.os.Handler
import android.os.Looper
import android.os.Process
import android.os.SystemClock
import android.provider.Settings
import android.view.MotionEvent
import android.view.View
import android.view.ViewGroup
import kotlin.math.abs
import kotlin.math.cos
import kotlin.math.hypot
import kotlin.math.max
import kotlin.math.sin

/** How a layer is painted; `width` and `height` are the drawable's, in dp. Colours and drawables are resources, so that light and dark follow the system. */
class LayerLook(
    val drawable: Int = 0, val fromColor: Int = 0, val toColor: Int = 0, val angle: Double = 180.0, val plateColor: Int = 0,
    val plateDiameter: Double = 0.0, val width: Double = 0.0, val height: Double = 0.0, val fillsOnly: Int = 0,
    val outlines: List<Outline> = listOf(), val fillsBox: Boolean = false, val form: ProgressForm = ProgressForm.RING,
    val thickness: Double = 4.0, val frames: IntArray = intArrayOf(),
    /** Where the screen is wider than high: how much larger, or drawn how instead. */
    val wideScale: Double = 1.0, val wide: LayerLook? = null
)

enum class ProgressForm { RING, BAR, DOTS }

/** A contour that a "draw" cue draws by and by: path text in dp about the layer's centre. No stroke width: a hairline
 *  in the colour of the fill, which gives way to it. */
class Outline(val path: String, val color: Int, val isResource: Boolean, val strokeWidth: Double = 0.0)

class LaunchData(val timing: LaunchTiming, val looks: List<LayerLook>)

/**
 * Plays a launch sequence over an activity's content and gives way to it.
 *
 * Call [attach] in `onCreate` behind `setContentView`, and [open] for each gate when what it stands for has loaded. May
 * be called from any thread.
 */
class LaunchPlayer private constructor(private val activity: Activity, private val data: LaunchData, private val start: StartKind) {
    private val main = Handler(Looper.getMainLooper())
    private val scale = animatorScale(activity)
    private val timing = if (scale > 0) data.timing.scaled(scale.toDouble()) else data.timing
    private val opened = IntArray(timing.gates.size) { NEVER }
    private var began = launchBegan(start)
    private var openingEnd = -1
    private var schedule: LaunchSchedule? = null
    private var view: LaunchView? = null
    private var ended = false

    /** Called once when the sequence is over, with how it ended. With MESSAGE it stays; call [dismiss] to go on. */
    var onEnd: ((Outcome) -> Unit)? = null

    /** Tells that what the gate stands for has loaded. An unknown name is an error in the calling code. */
    fun open(gate: String) {
        val index = timing.gates.indexOfFirst { it.id == gate }
        require(index >= 0) { "There is no gate \"$gate\"; there are " + timing.gates.joinToString { it.id } }
        val at = now()
        main.post {
            if (opened[index] >= NEVER) {
                opened[index] = at
                plan()
            }
        }
    }

    /** Ends the sequence at once and shows the content. */
    fun dismiss() {
        main.post { finish() }
    }

    private fun now() = (SystemClock.uptimeMillis() - began).toInt()

    private fun plan() {
        if (openingEnd >= 0 && !ended) {
            schedule = LaunchSchedule(timing, start, openingEnd, opened.clone(), scale == 0f, Build.VERSION.SDK_INT >= 31)
        }
    }

    private fun begin() {
        val view = LaunchView(activity)
        this.view = view
        (activity.window.decorView as ViewGroup).addView(view, ViewGroup.LayoutParams(ViewGroup.LayoutParams.MATCH_PARENT, ViewGroup.LayoutParams.MATCH_PARENT))
        if (Build.VERSION.SDK_INT >= 31) letSystemPictureGo()
    }

    /** The system would fade its picture out; ours stands there already, in the same place. */
    @TargetApi(31)
    private fun letSystemPictureGo() {
        activity.splashScreen.setOnExitAnimationListener { picture -> picture.remove() }
    }

    /** [isGone]: the view is being taken down; its parent runs through its children just then and must not lose one. */
    private fun finish(isGone: Boolean = false) {
        if (ended) return
        ended = true
        if (!isGone) (view?.parent as? ViewGroup)?.removeView(view)
        view = null
        resetContent()
        onEnd?.invoke(schedule?.outcome ?: Outcome.COMPLETE)
    }

    private fun content(): View? = activity.findViewById<ViewGroup>(android.R.id.content)?.getChildAt(0)

    private fun resetContent() {
        content()?.apply {
            alpha = 1f
            translationX = 0f
            translationY = 0f
            scaleX = 1f
            scaleY = 1f
            rotation = 0f
        }
    }

    private inner class LaunchView(context: Context) : View(context) {
        private val density = resources.displayMetrics.density
        private val state = LayerState()
        private val painters = data.looks.mapIndexed { i, look -> LayerPainter(context, timing.layers[i], look) }
        private val widePainters = data.looks.mapIndexed { i, look -> look.wide?.let { LayerPainter(context, timing.layers[i], it) } }

        init {
            // The show is not content: screen readers go to the first screen beneath.
            importantForAccessibility = IMPORTANT_FOR_ACCESSIBILITY_NO_HIDE_DESCENDANTS
            isClickable = true
        }

        override fun onTouchEvent(event: MotionEvent) = true // nothing beneath can be tapped before it is shown

        override fun onDetachedFromWindow() {
            super.onDetachedFromWindow()
            finish(isGone = true)
        }

        override fun onDraw(canvas: Canvas) {
            if (openingEnd < 0) {
                // Where no opening plays, the sequence begins with the first frame.
                if (start !in timing.beats[0].plays) began = SystemClock.uptimeMillis()
                openingEnd = now()
                plan()
            }
            val schedule = schedule ?: return
            val t = now().toDouble()
            val screen = screen()
            canvas.save()
            canvas.scale(density, density)
            for (i in timing.layers.indices) {
                schedule.stateAt(i, t, screen, state)
                if (timing.layers[i].kind == LayerKind.FIRST_SCREEN) {
                    if (timing.layers[i].shown == Shown.ALWAYS) moveContent(screen.width, screen.height)
                } else if (state.visible) {
                    val wide = screen.width > screen.height
                    val painter = if (wide) widePainters[i] ?: painters[i] else painters[i]
                    painter.paint(canvas, state, if (wide) data.looks[i].wideScale else 1.0)
                }
            }
            canvas.restore()
            if (t >= schedule.shown) {
                main.post { finish() }
            } else {
                postInvalidateOnAnimation()
            }
        }

        @Suppress("DEPRECATION") // the newer way begins only with API 30, and gives the same numbers
        private fun screen(): Screen {
            val insets = rootWindowInsets
            fun dp(pixels: Int?) = ((pixels ?: 0) / density).toDouble()
            return Screen(dp(width), dp(height), dp(insets?.systemWindowInsetLeft), dp(insets?.systemWindowInsetTop),
                dp(insets?.systemWindowInsetRight), dp(insets?.systemWindowInsetBottom))
        }

        private fun moveContent(wide: Double, high: Double) {
            val view = content() ?: return
            view.alpha = state.opacity.toFloat()
            view.translationX = ((state.x - wide / 2) * density).toFloat()
            view.translationY = ((state.y - high / 2) * density).toFloat()
            view.scaleX = state.scaleX.toFloat()
            view.scaleY = state.scaleY.toFloat()
            view.rotation = state.rotation.toFloat()
        }
    }

    companion object {
        private const val STORE = "launch_sequence"
        private var processIsWarm = false

        /** Plays `data` over the activity, or nothing if the activity was only re-created. */
        fun attach(activity: Activity, savedInstanceState: Bundle?, data: LaunchData): LaunchPlayer {
            val player = LaunchPlayer(activity, data, startKind(activity, savedInstanceState))
            processIsWarm = true
            if (data.timing.beats.any { player.start in it.plays }) player.begin() else player.ended = true
            return player
        }

        private fun startKind(activity: Activity, saved: Bundle?): StartKind {
            if (saved != null) return StartKind.RECREATED
            if (processIsWarm) return StartKind.WARM
            val store = activity.getSharedPreferences(STORE, Context.MODE_PRIVATE)
            if (store.getBoolean("ran", false)) return StartKind.COLD
            store.edit().putBoolean("ran", true).apply()
            return StartKind.FIRST
        }

        private fun launchBegan(start: StartKind) =
            if (Build.VERSION.SDK_INT >= 24 && (start == StartKind.FIRST || start == StartKind.COLD)) Process.getStartUptimeMillis()
            else SystemClock.uptimeMillis()

        /** 0 when a person asked for no animations; the sequence then plays its calm variant. */
        private fun animatorScale(context: Context) =
            Settings.Global.getFloat(context.contentResolver, Settings.Global.ANIMATOR_DURATION_SCALE, 1f)
    }
}

/** Paints one layer; the canvas is in dp. */
private class LayerPainter(private val context: Context, private val layer: Layer, private val look: LayerLook) {
    private val paint = Paint(Paint.ANTI_ALIAS_FLAG)
    private val box = RectF()
    private val clip = Path()
    private val drawable = load(look.drawable)
    private val fills = load(look.fillsOnly)
    private val outlines = look.outlines.map { PathReader(it.path).read() }
    private val matrix = Matrix()
    private val values = FloatArray(9)
    private var picture: Drawable? = null
    private var shownFrame = -1
    private var scale = 1f
    private var shaderHeight = -1f
    private var shaderWidth = -1f

    private fun load(id: Int): Drawable? = if (id == 0) null else context.getDrawable(id)?.mutate()

    /** `scale`: how much larger the drawing is than the look says. */
    fun paint(canvas: Canvas, state: LayerState, scale: Double) {
        this.scale = scale.toFloat()
        canvas.save()
        if (layer.parent >= 0) canvas.concat(groups(state.outer))
        canvas.translate(state.x.toFloat(), state.y.toFloat())
        canvas.rotate(state.rotation.toFloat())
        canvas.scale(state.scaleX.toFloat(), state.scaleY.toFloat())
        box.set((-state.width / 2).toFloat(), (-state.height / 2).toFloat(), (state.width / 2).toFloat(), (state.height / 2).toFloat())
        cut(canvas, state)
        when (layer.kind) {
            LayerKind.BACKDROP -> backdrop(canvas, state)
            LayerKind.PROGRESS -> progress(canvas, state)
            LayerKind.CLIP -> clip(canvas, state)
            else -> art(canvas, state)
        }
        canvas.restore()
    }

    private fun groups(m: DoubleArray): Matrix {
        values[0] = m[0].toFloat()
        values[1] = m[2].toFloat()
        values[2] = m[4].toFloat()
        values[3] = m[1].toFloat()
        values[4] = m[3].toFloat()
        values[5] = m[5].toFloat()
        values[8] = 1f
        matrix.setValues(values)
        return matrix
    }

    /** One picture of the clip is in memory at a time. */
    private fun clip(canvas: Canvas, state: LayerState) {
        val frame = Math.round(state.clip * (look.frames.size - 1)).toInt()
        if (frame != shownFrame) {
            shownFrame = frame
            picture = load(look.frames[frame])
        }
        show(canvas, picture, Math.round(255 * state.opacity).toInt())
    }

    private fun progress(canvas: Canvas, state: LayerState) {
        val thick = look.thickness.toFloat()
        val grouped = state.opacity < 1
        if (grouped) canvas.saveLayerAlpha(null, Math.round(255 * state.opacity).toInt())
        paint.shader = null
        paint.strokeWidth = thick
        paint.strokeCap = Paint.Cap.ROUND
        when (look.form) {
            ProgressForm.RING -> ring(canvas, state.progress.toFloat(), thick)
            ProgressForm.BAR -> bar(canvas, state.progress.toFloat(), thick)
            ProgressForm.DOTS -> dots(canvas, state.progress.toFloat(), thick)
        }
        if (grouped) canvas.restore()
    }

    private fun pick(color: Int): Boolean {
        if (color != 0) paint.color = context.getColor(color)
        return color != 0
    }

    private fun ring(canvas: Canvas, part: Float, thick: Float) {
        val radius = (Math.min(box.width(), box.height()) - thick) / 2
        paint.style = Paint.Style.STROKE
        if (pick(look.toColor)) canvas.drawCircle(0f, 0f, radius, paint)
        if (part > 0 && pick(look.fromColor)) canvas.drawArc(-radius, -radius, radius, radius, -90f, 360 * part, false, paint)
    }

    private fun bar(canvas: Canvas, part: Float, thick: Float) {
        val round = thick / 2
        paint.style = Paint.Style.FILL
        if (pick(look.toColor)) canvas.drawRoundRect(box.left, -round, box.right, round, round, round, paint)
        if (part > 0 && pick(look.fromColor)) {
            canvas.drawRoundRect(box.left, -round, box.left + max(thick, box.width() * part), round, round, round, paint)
        }
    }

    private fun dots(canvas: Canvas, part: Float, thick: Float) {
        paint.style = Paint.Style.FILL
        for (i in 0 until 5) {
            val filled = (part * 5 - i).coerceIn(0f, 1f)
            val x = box.left + thick / 2 + (box.width() - thick) * i / 4
            if (filled < 1 && pick(look.toColor)) canvas.drawCircle(x, 0f, thick / 2, paint)
            if (filled > 0 && pick(look.fromColor)) canvas.drawCircle(x, 0f, thick / 2 * filled, paint)
        }
    }

    private fun cut(canvas: Canvas, state: LayerState) {
        val shape = state.revealShape
        if (state.reveal >= 1 || shape == null) return
        val part = state.reveal.toFloat()
        if (shape.iris) {
            val x = box.left + box.width() * shape.x.toFloat()
            val y = box.top + box.height() * shape.y.toFloat()
            val far = max(max(hypot(x - box.left, y - box.top), hypot(x - box.right, y - box.top)),
                max(hypot(x - box.left, y - box.bottom), hypot(x - box.right, y - box.bottom)))
            clip.reset()
            clip.addCircle(x, y, far * part, Path.Direction.CW)
            canvas.clipPath(clip)
        } else if (shape.x != 0.0) {
            val width = box.width() * part
            if (shape.x > 0) canvas.clipRect(box.left, box.top, box.left + width, box.bottom)
            else canvas.clipRect(box.right - width, box.top, box.right, box.bottom)
        } else {
            val height = box.height() * part
            if (shape.y > 0) canvas.clipRect(box.left, box.top, box.right, box.top + height)
            else canvas.clipRect(box.left, box.bottom - height, box.right, box.bottom)
        }
    }

    private fun backdrop(canvas: Canvas, state: LayerState) {
        val from = context.getColor(look.fromColor)
        paint.style = Paint.Style.FILL
        if (look.toColor == 0) {
            paint.color = from
        } else if (shaderHeight != box.height() || shaderWidth != box.width()) {
            shaderHeight = box.height()
            shaderWidth = box.width()
            val radians = Math.toRadians(look.angle)
            val half = (abs(box.width() * sin(radians)) + abs(box.height() * cos(radians))) / 2
            val x = (sin(radians) * half).toFloat()
            val y = (-cos(radians) * half).toFloat()
            paint.shader = LinearGradient(-x, -y, x, y, from, context.getColor(look.toColor), Shader.TileMode.CLAMP)
        }
        val alpha = (if (look.toColor == 0) Color.alpha(from) else 255)
        val grouped = drawable != null && state.opacity < 1
        if (grouped) canvas.saveLayerAlpha(null, Math.round(255 * state.opacity).toInt())
        paint.alpha = if (grouped) alpha else Math.round(alpha * state.opacity).toInt()
        canvas.drawRect(box, paint)
        if (drawable != null) backdropPicture(canvas, drawable)
        if (grouped) canvas.restore()
    }

    /** Covers the box and is cut at its edges, or is seen whole in its middle. */
    private fun backdropPicture(canvas: Canvas, picture: Drawable) {
        val across = box.width() / max(1, picture.intrinsicWidth)
        val down = box.height() / max(1, picture.intrinsicHeight)
        val scale = if (look.fillsBox) max(across, down) else Math.min(across, down)
        val right = Math.round(picture.intrinsicWidth * scale / 2)
        val bottom = Math.round(picture.intrinsicHeight * scale / 2)
        canvas.save()
        canvas.clipRect(box.left, box.top, box.right, box.bottom)
        picture.setBounds(-right, -bottom, right, bottom)
        picture.draw(canvas)
        canvas.restore()
    }

    private fun art(canvas: Canvas, state: LayerState) {
        val grouped = state.opacity < 1 && (look.plateColor != 0 || state.draw < 1)
        val alpha = Math.round(255 * state.opacity).toInt()
        if (grouped) canvas.saveLayerAlpha(null, alpha)
        if (look.plateColor != 0) {
            paint.shader = null
            paint.style = Paint.Style.FILL
            paint.color = context.getColor(look.plateColor)
            canvas.drawCircle(0f, 0f, (look.plateDiameter / 2).toFloat(), paint)
        }
        if (state.draw < 1) {
            canvas.save()
            canvas.scale(scale, scale)
            drawing(canvas, state)
            canvas.restore()
        } else {
            show(canvas, drawable, if (grouped) 255 else alpha)
        }
        if (grouped) canvas.restore()
    }

    private fun show(canvas: Canvas, picture: Drawable?, alpha: Int, grown: Float = scale) {
        if (picture == null || alpha <= 0) return
        // Drawables have whole bounds: enlarge them and shrink the canvas, so that no fraction of a dp is lost.
        val fine = 16f
        canvas.save()
        canvas.scale(1 / fine, 1 / fine)
        val right = Math.round(look.width * grown * fine / 2).toInt()
        val bottom = Math.round(look.height * grown * fine / 2).toInt()
        picture.setBounds(-right, -bottom, right, bottom)
        picture.alpha = alpha
        picture.draw(canvas)
        canvas.restore()
    }

    private fun drawing(canvas: Canvas, state: LayerState) {
        val room = 1 - state.fillFrom
        val filled = if (room > 0) ((state.draw - state.fillFrom) / room).coerceIn(0.0, 1.0) else 0.0
        show(canvas, fills, Math.round(255 * filled).toInt(), 1f)
        paint.shader = null
        paint.style = Paint.Style.STROKE
        paint.strokeCap = Paint.Cap.ROUND
        paint.strokeJoin = Paint.Join.ROUND
        for (i in outlines.indices) {
            val outline = look.outlines[i]
            val stroked = outline.strokeWidth > 0
            if (!stroked && filled >= 1) continue
            paint.strokeWidth = if (stroked) outline.strokeWidth.toFloat() else 1.5f
            paint.color = if (outline.isResource) context.getColor(outline.color) else outline.color
            if (!stroked) paint.alpha = Math.round(paint.alpha * (1 - filled)).toInt()
            val measure = PathMeasure(outlines[i], false)
            clip.reset()
            do {
                measure.getSegment(0f, (measure.length * state.draw).toFloat(), clip, true)
            } while (measure.nextContour())
            canvas.drawPath(clip, paint)
        }
    }
}

/** Reads the path text this export writes: M, L, C and Z with absolute numbers. */
private class PathReader(private val text: String) {
    private var at = 0

    fun read(): Path {
        val path = Path()
        while (at < text.length) {
            when (text[at++]) {
                'M' -> path.moveTo(number(), number())
                'L' -> path.lineTo(number(), number())
                'C' -> path.cubicTo(number(), number(), number(), number(), number(), number())
                'Z' -> path.close()
            }
        }
        return path
    }

    private fun number(): Float {
        while (text[at] == ' ' || text[at] == ',') at++
        val from = at
        while (at < text.length && (text[at].isDigit() || text[at] == '-' || text[at] == '.')) at++
        return text.substring(from, at).toFloat()
    }
}
