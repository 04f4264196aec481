// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the
// platform, from Android 6 (API 23) on. The next export replaces it for as long as you leave it
// unchanged.
package com.example.fern.launch.fern

import android.app.Activity
import android.content.Context
import android.content.res.Resources
import android.graphics.Canvas
import android.graphics.Color
import android.graphics.LinearGradient
import android.graphics.Matrix
import android.graphics.Paint
import android.graphics.Path
import android.graphics.RectF
import android.graphics.Shader
import android.graphics.drawable.Drawable
import android.graphics.drawable.LayerDrawable
import android.util.Log
import java.util.concurrent.Callable
import java.util.concurrent.Executors
import java.util.concurrent.Future
import kotlin.math.abs
import kotlin.math.cos
import kotlin.math.hypot
import kotlin.math.max
import kotlin.math.min
import kotlin.math.sin

/**
 * How a layer is painted; `width` and `height` are the drawable's, in dp. Colours and drawables are
 * resources, so that light and dark follow the system. Where the screen is wider than high:
 * `wideScale` times as large, or as `wide` says.
 */
internal class LayerLook(
    val drawable: Int = 0,
    val fromColor: Int = 0,
    val toColor: Int = 0,
    val angle: Double = 180.0,
    val plateColor: Int = 0,
    val plateDiameter: Double = 0.0,
    val width: Double = 0.0,
    val height: Double = 0.0,
    val fillsOnly: Int = 0,
    val outlines: Int = 0,
    val fillsBox: Boolean = false,
    val form: ProgressForm = ProgressForm.RING,
    val thickness: Double = 4.0,
    val frames: IntArray = intArrayOf(),
    val wideScale: Double = 1.0,
    val says: Int = 0,
    val wide: LayerLook? = null
)

internal enum class ProgressForm {
    RING,
    BAR,
    DOTS,
}

/**
 * Paints the layers; pictures are decoded beside the interface's thread, in the order in which they
 * are needed.
 */
internal class LaunchArtist(
    private val activity: Activity,
    timing: LaunchTiming,
    private val looks: List<LayerLook>
) {
    private val loader =
        Executors.newSingleThreadExecutor {
            Thread(it, "launch pictures").apply { isDaemon = true }
        }
    private val upright by lazy { painters(timing) { it } }
    private val turned by lazy { painters(timing) { it.wide ?: it } }

    init {
        val screen = activity.resources.configuration
        if (screen.screenWidthDp > screen.screenHeightDp) turned.size else upright.size
    }

    private fun painters(timing: LaunchTiming, look: (LayerLook) -> LayerLook) =
        timing.layers.mapIndexed { i, layer ->
            LayerPainter(activity, layer, look(looks[i])) { id ->
                loader.submit(Callable { drawable(id) })
            }
        }

    /** A picture that cannot be read is left out: a launch must not fail for it. */
    private fun drawable(id: Int): Drawable? =
        try {
            activity.getDrawable(id)?.mutate()
        } catch (e: Resources.NotFoundException) {
            Log.w("Launch", "A picture of the launch cannot be read", e)
            null
        }

    fun paint(canvas: Canvas, layer: Int, state: LayerState, isWide: Boolean) {
        (if (isWide) turned else upright)[layer].paint(
            canvas,
            state,
            if (isWide) looks[layer].wideScale else 1.0
        )
    }

    /** What the message says, for those who cannot see it. */
    fun message() = looks.filter { it.says != 0 }.joinToString("\n") { activity.getString(it.says) }

    fun close() {
        loader.shutdownNow()
    }
}

/** Paints one layer; the canvas is in dp. */
private class LayerPainter(
    private val context: Context,
    private val layer: Layer,
    private val look: LayerLook,
    private val load: (Int) -> Future<Drawable?>
) {
    private val paint = Paint(Paint.ANTI_ALIAS_FLAG)
    private val box = RectF()
    private val clip = Path()
    private val whole = loading(look.drawable)
    private val drawable by lazy { whole?.get() }
    private val matrix = Matrix()
    private val values = FloatArray(9)
    private var scale = 1f
    private var pixels = 1f
    private val density = context.resources.displayMetrics.density
    private var shaderHeight = -1f
    private var shaderWidth = -1f

    private fun loading(id: Int): Future<Drawable?>? = if (id == 0) null else load(id)

    /** `scale`: how much larger the drawing is than the look says. */
    fun paint(canvas: Canvas, state: LayerState, scale: Double) {
        this.scale = scale.toFloat()
        var seen = max(abs(state.scaleX), abs(state.scaleY)) * scale
        seen *= hypot(state.outer[0], state.outer[1])
        // In steps, so that a vector is not made into another picture with every frame it grows.
        pixels =
            density *
                Math.pow(2.0, Math.ceil(Math.log(max(0.05, seen)) / Math.log(2.0) * 2) / 2)
                    .toFloat()
        canvas.save()
        if (layer.parent >= 0) canvas.concat(groups(state.outer))
        canvas.translate(state.x.toFloat(), state.y.toFloat())
        canvas.rotate(state.rotation.toFloat())
        canvas.scale(state.scaleX.toFloat(), state.scaleY.toFloat())
        box.set(
            (-state.width / 2).toFloat(),
            (-state.height / 2).toFloat(),
            (state.width / 2).toFloat(),
            (state.height / 2).toFloat()
        )
        cut(canvas, state)
        when (layer.kind) {
            LayerKind.BACKDROP -> backdrop(canvas, state)
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

    private fun cut(canvas: Canvas, state: LayerState) {
        val shape = state.revealShape
        if (state.reveal >= 1 || shape == null) return
        val part = state.reveal.toFloat()
        if (shape.iris) {
            val x = box.left + box.width() * shape.x.toFloat()
            val y = box.top + box.height() * shape.y.toFloat()
            val far =
                max(
                    max(hypot(x - box.left, y - box.top), hypot(x - box.right, y - box.top)),
                    max(hypot(x - box.left, y - box.bottom), hypot(x - box.right, y - box.bottom))
                )
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
        var own = Color.alpha(from)
        paint.style = Paint.Style.FILL
        if (look.toColor == 0) paint.color = from else own = gradient(from)
        paint.alpha = Math.round(own * state.opacity).toInt()
        val isGroup = drawable != null && state.opacity < 1
        if (isGroup) canvas.saveLayerAlpha(null, Math.round(255 * state.opacity).toInt())
        if (isGroup) paint.alpha = own
        canvas.drawRect(box, paint)
        drawable?.let { picture(canvas, it) }
        if (isGroup) canvas.restore()
    }

    /** Made anew only when the box has changed; gives its alpha. */
    private fun gradient(from: Int): Int {
        if (shaderHeight == box.height() && shaderWidth == box.width()) return 255
        shaderHeight = box.height()
        shaderWidth = box.width()
        val radians = Math.toRadians(look.angle)
        val half = (abs(box.width() * sin(radians)) + abs(box.height() * cos(radians))) / 2
        val x = (sin(radians) * half).toFloat()
        val y = (-cos(radians) * half).toFloat()
        paint.shader =
            LinearGradient(
                -x,
                -y,
                x,
                y,
                from,
                context.getColor(look.toColor),
                Shader.TileMode.CLAMP
            )
        return 255
    }

    /** Covers the box and is cut at its edges, or is seen whole in its middle. */
    private fun picture(canvas: Canvas, picture: Drawable) {
        val across = box.width() / max(1, picture.intrinsicWidth)
        val down = box.height() / max(1, picture.intrinsicHeight)
        val scale = if (look.fillsBox) max(across, down) else min(across, down)
        val right = Math.round(picture.intrinsicWidth * scale / 2)
        val bottom = Math.round(picture.intrinsicHeight * scale / 2)
        canvas.save()
        canvas.clipRect(box.left, box.top, box.right, box.bottom)
        picture.setBounds(-right, -bottom, right, bottom)
        picture.draw(canvas)
        canvas.restore()
    }

    private fun art(canvas: Canvas, state: LayerState) {
        val isOfParts = look.plateColor != 0 || state.draw < 1 || drawable is LayerDrawable
        val grouped = isOfParts && state.opacity < 1
        if (grouped) canvas.saveLayerAlpha(null, Math.round(255 * state.opacity).toInt())
        if (look.plateColor != 0) {
            paint.shader = null
            paint.style = Paint.Style.FILL
            paint.color = context.getColor(look.plateColor)
            canvas.drawCircle(0f, 0f, (look.plateDiameter / 2).toFloat(), paint)
        }
        content(canvas, state, grouped)
        if (grouped) canvas.restore()
    }

    private fun content(canvas: Canvas, state: LayerState, isGroup: Boolean) {
        show(canvas, drawable, if (isGroup) 255 else Math.round(255 * state.opacity).toInt())
    }

    private fun show(canvas: Canvas, picture: Drawable?, alpha: Int, grown: Float = scale) {
        if (picture == null || alpha <= 0) return
        // Drawables have whole bounds. In the device's pixels, or a turned one would be made into a
        // picture of others.
        val right = max(1, Math.ceil(look.width * grown * pixels / 2).toInt())
        val bottom = max(1, Math.ceil(look.height * grown * pixels / 2).toInt())
        canvas.save()
        canvas.scale(
            (look.width * grown / 2 / right).toFloat(),
            (look.height * grown / 2 / bottom).toFloat()
        )
        picture.setBounds(-right, -bottom, right, bottom)
        picture.alpha = alpha
        picture.draw(canvas)
        canvas.restore()
    }
}
