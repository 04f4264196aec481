// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from
// Android 6 (API 23) on. The next export replaces it for as long as you leave it unchanged.
package com.example.fern.launch.fern

import android.app.Activity
import android.content.Context
import android.content.res.Resources
import android.graphics.Canvas
import android.graphics.Color
import android.graphics.Paint
import android.graphics.RectF
import android.graphics.drawable.Drawable
import android.util.Log
import java.util.concurrent.Callable
import java.util.concurrent.Executors
import java.util.concurrent.Future
import kotlin.math.abs
import kotlin.math.max

/**
 * How a layer is painted; `width` and `height` are the drawable's, in dp. Colours and drawables are resources, so that
 * light and dark follow the system. Where the screen is wider than high: `wideScale` times as large, or as `wide` says.
 */
internal class LayerLook(
    val drawable: Int = 0, val fromColor: Int = 0, val width: Double = 0.0, val height: Double = 0.0
)

/** Paints the layers; pictures are decoded beside the interface's thread, in the order in which they are needed. */
internal class LaunchArtist(private val activity: Activity, timing: LaunchTiming, private val looks: List<LayerLook>) {
    private val loader = Executors.newSingleThreadExecutor { Thread(it, "launch pictures").apply { isDaemon = true } }
    private val upright = painters(timing) { it }

    private fun painters(timing: LaunchTiming, look: (LayerLook) -> LayerLook) = timing.layers.mapIndexed { i, layer ->
        LayerPainter(activity, layer, look(looks[i])) { id -> loader.submit(Callable { drawable(id) }) }
    }

    /** A picture that cannot be read is left out: a launch must not fail for it. */
    private fun drawable(id: Int): Drawable? = try {
        activity.getDrawable(id)?.mutate()
    } catch (e: Resources.NotFoundException) {
        Log.w("Launch", "A picture of the launch cannot be read", e)
        null
    }

    fun paint(canvas: Canvas, layer: Int, state: LayerState, isWide: Boolean) {
        upright[layer].paint(canvas, state, 1.0)
    }

    fun close() {
        loader.shutdownNow()
    }
}

/** Paints one layer; the canvas is in dp. */
private class LayerPainter(
    private val context: Context, private val layer: Layer, private val look: LayerLook,
    private val load: (Int) -> Future<Drawable?>
) {
    private val paint = Paint(Paint.ANTI_ALIAS_FLAG)
    private val box = RectF()
    private val whole = loading(look.drawable)
    private val drawable by lazy { whole?.get() }
    private var scale = 1f
    private var pixels = 1f
    private val density = context.resources.displayMetrics.density

    private fun loading(id: Int): Future<Drawable?>? = if (id == 0) null else load(id)

    /** `scale`: how much larger the drawing is than the look says. */
    fun paint(canvas: Canvas, state: LayerState, scale: Double) {
        this.scale = scale.toFloat()
        val seen = max(abs(state.scaleX), abs(state.scaleY)) * scale
        // In steps, so that a vector is not made into another picture with every frame it grows.
        pixels = density * Math.pow(2.0, Math.ceil(Math.log(max(0.05, seen)) / Math.log(2.0) * 2) / 2).toFloat()
        canvas.save()
        canvas.translate(state.x.toFloat(), state.y.toFloat())
        canvas.rotate(state.rotation.toFloat())
        canvas.scale(state.scaleX.toFloat(), state.scaleY.toFloat())
        box.set((-state.width / 2).toFloat(), (-state.height / 2).toFloat(), (state.width / 2).toFloat(), (state.height / 2).toFloat())
        when (layer.kind) {
            LayerKind.BACKDROP -> backdrop(canvas, state)
            else -> art(canvas, state)
        }
        canvas.restore()
    }

    private fun backdrop(canvas: Canvas, state: LayerState) {
        val from = context.getColor(look.fromColor)
        val own = Color.alpha(from)
        paint.style = Paint.Style.FILL
        paint.color = from
        paint.alpha = Math.round(own * state.opacity).toInt()
        canvas.drawRect(box, paint)
    }

    private fun art(canvas: Canvas, state: LayerState) {
        val alpha = Math.round(255 * state.opacity).toInt()
        show(canvas, drawable, alpha)
    }

    private fun show(canvas: Canvas, picture: Drawable?, alpha: Int, grown: Float = scale) {
        if (picture == null || alpha <= 0) return
        // Drawables have whole bounds. In the device's pixels, or a turned one would be made into a picture of others.
        val right = max(1, Math.ceil(look.width * grown * pixels / 2).toInt())
        val bottom = max(1, Math.ceil(look.height * grown * pixels / 2).toInt())
        canvas.save()
        canvas.scale((look.width * grown / 2 / right).toFloat(), (look.height * grown / 2 / bottom).toFloat())
        picture.setBounds(-right, -bottom, right, bottom)
        picture.alpha = alpha
        picture.draw(canvas)
        canvas.restore()
    }
}

