// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from
// Android 6 (API 23) on. The next export replaces it for as long as you leave it unchanged.
package @PACKAGE@

import android.app.Activity
import android.content.Context //? import
import android.content.res.Resources
import android.graphics.Canvas //? import
import android.graphics.Color //? import
import android.graphics.LinearGradient //? import
import android.graphics.Matrix //? import
import android.graphics.Paint //? import
import android.graphics.Path //? import
import android.graphics.PathMeasure //? import
import android.graphics.RectF //? import
import android.graphics.Shader //? import
import android.graphics.drawable.Drawable
import android.graphics.drawable.LayerDrawable //? Drawable.layered
import android.util.Log
import java.util.concurrent.Callable
import java.util.concurrent.Executors
import java.util.concurrent.Future
import kotlin.math.abs //? import
import kotlin.math.cos //? import
import kotlin.math.hypot //? import
import kotlin.math.max //? import
import kotlin.math.min //? import
import kotlin.math.sin //? import

/**
 * How a layer is painted; `width` and `height` are the drawable's, in dp. Colours and drawables are resources, so that
 * light and dark follow the system. Where the screen is wider than high: `wideScale` times as large, or as `wide` says.
 */
internal class LayerLook(
    val drawable: Int = 0,
    val fromColor: Int = 0,
    val toColor: Int = 0, //? LayerLook.toColor|LayerKind.progress
    val angle: Double = 180.0, //? LayerLook.toColor
//?{ LayerLook.plateColor
    val plateColor: Int = 0,
    val plateDiameter: Double = 0.0,
//?}
    val width: Double = 0.0,
    val height: Double = 0.0,
    val fillsOnly: Int = 0, //? Property.draw|LayerLook.fillsOnly
    val outlines: Int = 0, //? Property.draw|LayerLook.outlines
    val fillsBox: Boolean = false, //? Backdrop.picture
//?{ LayerKind.progress
    val form: ProgressForm = ProgressForm.RING,
    val thickness: Double = 4.0,
//?}
    val frames: IntArray = intArrayOf(), //? LayerKind.clip
    val wideScale: Double = 1.0, //? LayerLook.wide|LayerLook.wideScale
    val says: Int = 0, //? LayerLook.says
    val wide: LayerLook? = null //? LayerLook.wide|LayerLook.wideScale
)

internal enum class ProgressForm { RING, BAR, DOTS } //? LayerKind.progress

/** Paints the layers; pictures are decoded beside the interface's thread, in the order in which they are needed. */
internal class LaunchArtist(private val activity: Activity, timing: LaunchTiming, private val looks: List<LayerLook>) {
    private val loader = Executors.newSingleThreadExecutor { Thread(it, "launch pictures").apply { isDaemon = true } }
    //?{ LayerLook.wide|LayerLook.wideScale
    private val upright by lazy { painters(timing) { it } }
    private val turned by lazy { painters(timing) { it.wide ?: it } }

    init {
        val screen = activity.resources.configuration
        if (screen.screenWidthDp > screen.screenHeightDp) turned.size else upright.size
    }
    //?}
    private val upright = painters(timing) { it } //? player.oneLook

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
        (if (isWide) turned else upright)[layer].paint(canvas, state, if (isWide) looks[layer].wideScale else 1.0) //? LayerLook.wide|LayerLook.wideScale
        upright[layer].paint(canvas, state, 1.0) //? player.oneLook
    }

//?{ LayerLook.says
    /** What the message says, for those who cannot see it. */
    fun message() = looks.filter { it.says != 0 }.joinToString("\n") { activity.getString(it.says) }
//?}

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
    private val clip = Path() //? Property.reveal|Property.draw
    private val whole = loading(look.drawable)
    private val drawable by lazy { whole?.get() }
//?{ Property.draw
    private val fillsOnly = loading(look.fillsOnly)
    private val fills by lazy { fillsOnly?.get() }
    private val outlines by lazy { readOutlines(look.outlines) }
//?}
//?{ Layer.parent
    private val matrix = Matrix()
    private val values = FloatArray(9)
//?}
    private val frames = arrayOfNulls<Future<Drawable?>>(look.frames.size) //? LayerKind.clip
    private var scale = 1f
    private var pixels = 1f
    private val density = context.resources.displayMetrics.density
//?{ LayerLook.toColor
    private var shaderHeight = -1f
    private var shaderWidth = -1f
//?}

    private fun loading(id: Int): Future<Drawable?>? = if (id == 0) null else load(id)

    /** `scale`: how much larger the drawing is than the look says. */
    fun paint(canvas: Canvas, state: LayerState, scale: Double) {
        this.scale = scale.toFloat()
        var seen = max(abs(state.scaleX), abs(state.scaleY)) * scale
        seen *= hypot(state.outer[0], state.outer[1]) //? Layer.parent
        // In steps, so that a vector is not made into another picture with every frame it grows.
        pixels = density * Math.pow(2.0, Math.ceil(Math.log(max(0.05, seen)) / Math.log(2.0) * 2) / 2).toFloat()
        canvas.save()
        if (layer.parent >= 0) canvas.concat(groups(state.outer)) //? Layer.parent
        canvas.translate(state.x.toFloat(), state.y.toFloat())
        canvas.rotate(state.rotation.toFloat())
        canvas.scale(state.scaleX.toFloat(), state.scaleY.toFloat())
        box.set((-state.width / 2).toFloat(), (-state.height / 2).toFloat(), (state.width / 2).toFloat(), (state.height / 2).toFloat())
        cut(canvas, state) //? Property.reveal
        when (layer.kind) {
            LayerKind.BACKDROP -> backdrop(canvas, state) //? LayerKind.backdrop
            LayerKind.PROGRESS -> progress(canvas, state) //? LayerKind.progress
            LayerKind.CLIP -> clip(canvas, state) //? LayerKind.clip
            else -> art(canvas, state)
        }
        canvas.restore()
    }

//?{ Layer.parent
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
//?}

//?{ LayerKind.clip
    /** The picture that is seen and the next three are in memory. */
    private fun clip(canvas: Canvas, state: LayerState) {
        val shown = Math.round(state.clip * (look.frames.size - 1)).toInt()
        for (i in frames.indices) {
            if (i < shown || i > shown + 3) frames[i] = null
            else if (frames[i] == null) frames[i] = load(look.frames[i])
        }
        show(canvas, frames[shown]?.get(), Math.round(255 * state.opacity).toInt())
    }
//?}

//?{ LayerKind.progress
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
//?}

//?{ LayerKind.progress
    private fun pick(color: Int): Boolean {
        if (color != 0) paint.color = context.getColor(color)
        return color != 0
    }
//?}

//?{ LayerKind.progress
    private fun ring(canvas: Canvas, part: Float, thick: Float) {
        val radius = (min(box.width(), box.height()) - thick) / 2
        paint.style = Paint.Style.STROKE
        if (pick(look.toColor)) canvas.drawCircle(0f, 0f, radius, paint)
        if (part > 0 && pick(look.fromColor)) canvas.drawArc(-radius, -radius, radius, radius, -90f, 360 * part, false, paint)
    }
//?}

//?{ LayerKind.progress
    private fun bar(canvas: Canvas, part: Float, thick: Float) {
        val round = thick / 2
        paint.style = Paint.Style.FILL
        if (pick(look.toColor)) canvas.drawRoundRect(box.left, -round, box.right, round, round, round, paint)
        if (part > 0 && pick(look.fromColor)) {
            canvas.drawRoundRect(box.left, -round, box.left + max(thick, box.width() * part), round, round, round, paint)
        }
    }
//?}

//?{ LayerKind.progress
    private fun dots(canvas: Canvas, part: Float, thick: Float) {
        paint.style = Paint.Style.FILL
        for (i in 0 until 5) {
            val filled = (part * 5 - i).coerceIn(0f, 1f)
            val x = box.left + thick / 2 + (box.width() - thick) * i / 4
            if (filled < 1 && pick(look.toColor)) canvas.drawCircle(x, 0f, thick / 2, paint)
            if (filled > 0 && pick(look.fromColor)) canvas.drawCircle(x, 0f, thick / 2 * filled, paint)
        }
    }
//?}

//?{ Property.reveal
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
//?}

    //?{ LayerKind.backdrop
    private fun backdrop(canvas: Canvas, state: LayerState) {
        val from = context.getColor(look.fromColor)
        var own = Color.alpha(from)
        paint.style = Paint.Style.FILL
        if (look.toColor == 0) paint.color = from else own = gradient(from) //? LayerLook.toColor
        paint.color = from //? player.plainBackdrops
        paint.alpha = Math.round(own * state.opacity).toInt()
//?{ Backdrop.picture
        val isGroup = drawable != null && state.opacity < 1
        if (isGroup) canvas.saveLayerAlpha(null, Math.round(255 * state.opacity).toInt())
        if (isGroup) paint.alpha = own
//?}
        canvas.drawRect(box, paint)
//?{ Backdrop.picture
        drawable?.let { picture(canvas, it) }
        if (isGroup) canvas.restore()
//?}
    }
    //?}

    //?{ LayerLook.toColor
    /** Made anew only when the box has changed; gives its alpha. */
    private fun gradient(from: Int): Int {
        if (shaderHeight == box.height() && shaderWidth == box.width()) return 255
        shaderHeight = box.height()
        shaderWidth = box.width()
        val radians = Math.toRadians(look.angle)
        val half = (abs(box.width() * sin(radians)) + abs(box.height() * cos(radians))) / 2
        val x = (sin(radians) * half).toFloat()
        val y = (-cos(radians) * half).toFloat()
        paint.shader = LinearGradient(-x, -y, x, y, from, context.getColor(look.toColor), Shader.TileMode.CLAMP)
        return 255
    }
    //?}

    //?{ Backdrop.picture
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
    //?}

    private fun art(canvas: Canvas, state: LayerState) {
        var grouped = false //? LayerLook.plateColor|Property.draw|Drawable.layered
        if (look.plateColor != 0 && state.opacity < 1) grouped = true //? LayerLook.plateColor
        if (state.draw < 1 && state.opacity < 1) grouped = true //? Property.draw
        if (drawable is LayerDrawable && state.opacity < 1) grouped = true //? Drawable.layered
        var alpha = Math.round(255 * state.opacity).toInt()
//?{ LayerLook.plateColor|Property.draw|Drawable.layered
        if (grouped) canvas.saveLayerAlpha(null, alpha)
        if (grouped) alpha = 255
//?}
//?{ LayerLook.plateColor
        if (look.plateColor != 0) {
            paint.shader = null
            paint.style = Paint.Style.FILL
            paint.color = context.getColor(look.plateColor)
            canvas.drawCircle(0f, 0f, (look.plateDiameter / 2).toFloat(), paint)
        }
//?}
//?{ Property.draw
        if (state.draw < 1) {
            canvas.save()
            canvas.scale(scale, scale)
            drawing(canvas, state)
            canvas.restore()
            if (grouped) canvas.restore()
            return
        }
//?}
        show(canvas, drawable, alpha)
        if (grouped) canvas.restore() //? LayerLook.plateColor|Property.draw|Drawable.layered
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

//?{ Property.draw
    /** Path text, colour and stroke width of each, as the resource has them. */
    private fun readOutlines(id: Int): List<Outline> {
        if (id == 0) return listOf()
        val items = context.resources.obtainTypedArray(id)
        val list = List(items.length() / 3) {
            val path = PathReader(items.getString(it * 3) ?: "").read()
            Outline(path, items.getColor(it * 3 + 1, 0), items.getFloat(it * 3 + 2, 0f))
        }
        items.recycle()
        return list
    }

    private fun drawing(canvas: Canvas, state: LayerState) {
        val room = 1 - state.fillFrom
        val filled = if (room > 0) ((state.draw - state.fillFrom) / room).coerceIn(0.0, 1.0) else 0.0
        show(canvas, fills, Math.round(255 * filled).toInt(), 1f)
        paint.shader = null
        paint.style = Paint.Style.STROKE
        paint.strokeCap = Paint.Cap.ROUND
        paint.strokeJoin = Paint.Join.ROUND
        for (outline in outlines) {
            val stroked = outline.strokeWidth > 0
            if (!stroked && filled >= 1) continue
            paint.strokeWidth = if (stroked) outline.strokeWidth else 1.5f
            paint.color = outline.color
            if (!stroked) paint.alpha = Math.round(paint.alpha * (1 - filled)).toInt()
            val measure = PathMeasure(outline.path, false)
            clip.reset()
            do {
                measure.getSegment(0f, (measure.length * state.draw).toFloat(), clip, true)
            } while (measure.nextContour())
            canvas.drawPath(clip, paint)
        }
    }
//?}
}

//?{ Property.draw
/**
 * A contour that a "draw" cue draws by and by, in dp about the layer's centre. No stroke width: a hairline in the colour
 * of the fill, which gives way to it.
 */
private class Outline(val path: Path, val color: Int, val strokeWidth: Float)
//?}

//?{ Property.draw
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
//?}
