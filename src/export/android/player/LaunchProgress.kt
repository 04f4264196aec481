//? LayerKind.progress
// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the
// platform, from Android 6 (API 23) on. The next export replaces it for as long as you leave it
// unchanged.
package @PACKAGE@

import android.content.Context
import android.graphics.Canvas
import android.graphics.Paint
import android.graphics.RectF
import kotlin.math.max
import kotlin.math.min

/** Paints how far what loads has come. */
internal class ProgressPainter(private val context: Context, private val look: LayerLook) {
    private val paint = Paint(Paint.ANTI_ALIAS_FLAG)

    fun paint(canvas: Canvas, state: LayerState, box: RectF) {
        val thick = look.thickness.toFloat()
        val grouped = state.opacity < 1
        if (grouped) canvas.saveLayerAlpha(null, Math.round(255 * state.opacity).toInt())
        paint.strokeWidth = thick
        paint.strokeCap = Paint.Cap.ROUND
        when (look.form) {
            ProgressForm.RING -> ring(canvas, box, state.progress.toFloat(), thick)
            ProgressForm.BAR -> bar(canvas, box, state.progress.toFloat(), thick)
            ProgressForm.DOTS -> dots(canvas, box, state.progress.toFloat(), thick)
        }
        if (grouped) canvas.restore()
    }

    private fun pick(color: Int): Boolean {
        if (color != 0) paint.color = context.getColor(color)
        return color != 0
    }

    private fun ring(canvas: Canvas, box: RectF, part: Float, thick: Float) {
        val radius = (min(box.width(), box.height()) - thick) / 2
        paint.style = Paint.Style.STROKE
        if (pick(look.toColor)) canvas.drawCircle(0f, 0f, radius, paint)
        if (part > 0 && pick(look.fromColor))
            canvas.drawArc(-radius, -radius, radius, radius, -90f, 360 * part, false, paint)
    }

    private fun bar(canvas: Canvas, box: RectF, part: Float, thick: Float) {
        val round = thick / 2
        paint.style = Paint.Style.FILL
        if (pick(look.toColor))
            canvas.drawRoundRect(box.left, -round, box.right, round, round, round, paint)
        if (part > 0 && pick(look.fromColor)) {
            canvas.drawRoundRect(
                box.left,
                -round,
                box.left + max(thick, box.width() * part),
                round,
                round,
                round,
                paint
            )
        }
    }

    private fun dots(canvas: Canvas, box: RectF, part: Float, thick: Float) {
        paint.style = Paint.Style.FILL
        for (i in 0 until 5) {
            val filled = (part * 5 - i).coerceIn(0f, 1f)
            val x = box.left + thick / 2 + (box.width() - thick) * i / 4
            if (filled < 1 && pick(look.toColor)) canvas.drawCircle(x, 0f, thick / 2, paint)
            if (filled > 0 && pick(look.fromColor))
                canvas.drawCircle(x, 0f, thick / 2 * filled, paint)
        }
    }
}
