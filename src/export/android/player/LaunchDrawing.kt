//? Property.draw
// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the
// platform, from Android 6 (API 23) on. The next export replaces it for as long as you leave it
// unchanged.
package @PACKAGE@

import android.content.Context
import android.graphics.Canvas
import android.graphics.Paint
import android.graphics.Path
import android.graphics.PathMeasure
import android.graphics.drawable.Drawable
import java.util.concurrent.Future

/** Draws contours by and by. */
internal class DrawingPainter(
    private val context: Context,
    outlines: Int,
    fillsOnly: Future<Drawable?>?
) {
    private val paint = Paint(Paint.ANTI_ALIAS_FLAG)
    private val drawn = Path()
    private val outlines by lazy { readOutlines(outlines) }
    val fills by lazy { fillsOnly?.get() }

    init {
        paint.style = Paint.Style.STROKE
        paint.strokeCap = Paint.Cap.ROUND
        paint.strokeJoin = Paint.Join.ROUND
    }

    /** `part`: how far the lines have come; `filled`: how much of what is filled is seen. */
    fun paint(canvas: Canvas, part: Double, filled: Double) {
        for (outline in outlines) {
            val stroked = outline.strokeWidth > 0
            if (!stroked && filled >= 1) continue
            paint.strokeWidth = if (stroked) outline.strokeWidth else 1.5f
            paint.color = outline.color
            if (!stroked) paint.alpha = Math.round(paint.alpha * (1 - filled)).toInt()
            val measure = PathMeasure(outline.path, false)
            drawn.reset()
            do {
                measure.getSegment(0f, (measure.length * part).toFloat(), drawn, true)
            } while (measure.nextContour())
            canvas.drawPath(drawn, paint)
        }
    }

    /** Path text, colour and stroke width of each, as the resource has them. */
    private fun readOutlines(id: Int): List<Outline> {
        if (id == 0) return listOf()
        val items = context.resources.obtainTypedArray(id)
        val list =
            List(items.length() / 3) {
                val path = PathReader(items.getString(it * 3) ?: "").read()
                Outline(path, items.getColor(it * 3 + 1, 0), items.getFloat(it * 3 + 2, 0f))
            }
        items.recycle()
        return list
    }
}

/**
 * A contour that a "draw" cue draws by and by, in dp about the layer's centre. No stroke width: a
 * hairline in the colour of the fill, which gives way to it.
 */
private class Outline(val path: Path, val color: Int, val strokeWidth: Float)

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
