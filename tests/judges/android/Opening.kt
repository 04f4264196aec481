// Draws, in the real framework, what the system shows before the app's first own frame, from the exported theme alone: from API 31 on
// background, icon within its circle and bottom picture by the platform's own measures, before that the window's background. A case
// with "everything" loads and draws every drawable the app has instead, once at each density. Cases are lines of cases.jsonl; how
// they are made: tests/export/android_opening_test.cpp.
package com.example.app

import android.content.Context
import android.graphics.Bitmap
import android.graphics.Canvas
import android.graphics.Color
import android.graphics.Path
import android.graphics.drawable.Animatable
import android.graphics.drawable.ColorDrawable
import android.graphics.drawable.Drawable
import android.os.Build
import android.os.Looper
import android.os.SystemClock
import android.util.TypedValue
import android.view.ContextThemeWrapper
import java.io.File
import java.time.Duration
import org.json.JSONArray
import org.json.JSONObject
import org.junit.Test
import org.junit.runner.RunWith
import org.robolectric.ParameterizedRobolectricTestRunner
import org.robolectric.RuntimeEnvironment
import org.robolectric.Shadows.shadowOf
import org.robolectric.annotation.GraphicsMode
import org.robolectric.shadows.ShadowChoreographer

@RunWith(ParameterizedRobolectricTestRunner::class)
@GraphicsMode(GraphicsMode.Mode.NATIVE)
class Opening(text: String) {
    private val case = JSONObject(text)
    private val seen = JSONObject()

    @Test
    fun draw() {
        try {
            if (case.optBoolean("everything")) everything() else opening()
        } catch (e: Throwable) {
            seen.put("error", generateSequence(e) { it.cause }.last().toString())
        }
        File(System.getProperty("play.out"), case.getString("name") + ".json").writeText(seen.toString())
    }

    private fun opening() {
        RuntimeEnvironment.setQualifiers("+" + case.getString("qualifiers"))
        ShadowChoreographer.setPaused(true)
        ShadowChoreographer.setFrameDelay(Duration.ofMillis(2))
        val app = RuntimeEnvironment.getApplication()
        val theme = app.resources.getIdentifier(case.getString("theme"), "style", app.packageName)
        check(theme != 0) { "no theme ${case.getString("theme")}" }
        shots(ContextThemeWrapper(app, theme))
    }

    private fun shots(context: Context) {
        val (w, h) = case.getInt("width") to case.getInt("height")
        val isNew = Build.VERSION.SDK_INT >= 31
        val ground = attribute(context, if (isNew) "windowSplashScreenBackground" else "windowBackground")
        val icon = attribute(context, "windowSplashScreenAnimatedIcon")
        val bottom = attribute(context, "windowSplashScreenBrandingImage")
        // The platform's own theme sets a transparent plate: that, or the ground's own colour, is none.
        val plate = attribute(context, "windowSplashScreenIconBackgroundColor")
            ?.takeUnless { it is ColorDrawable && (Color.alpha(it.color) == 0 || it.color == (ground as? ColorDrawable)?.color) }
        (icon as? Animatable)?.start()
        val began = SystemClock.uptimeMillis()
        val shots = case.getJSONArray("shots")
        for (k in 0 until shots.length()) {
            while (SystemClock.uptimeMillis() - began < shots.getInt(k)) shadowOf(Looper.getMainLooper()).idleFor(Duration.ofMillis(2))
            val picture = Bitmap.createBitmap(w, h, Bitmap.Config.ARGB_8888)
            val canvas = Canvas(picture)
            show(canvas, ground, 0, 0, w, h)
            if (isNew) {
                val (box, visible) = if (plate != null) 240 to 160 else 288 to 192
                canvas.save()
                canvas.clipPath(Path().apply { addCircle(w / 2f, h / 2f, visible / 2f, Path.Direction.CW) })
                show(canvas, plate, (w - box) / 2, (h - box) / 2, (w + box) / 2, (h + box) / 2)
                show(canvas, icon, (w - box) / 2, (h - box) / 2, (w + box) / 2, (h + box) / 2)
                canvas.restore()
                show(canvas, bottom, (w - 200) / 2, h - 60 - 80, (w + 200) / 2, h - 60)
            }
            File(System.getProperty("play.out"), "${case.getString("name")}-$k.png").outputStream().use { picture.compress(Bitmap.CompressFormat.PNG, 100, it) }
        }
    }

    private fun everything() {
        val wrong = JSONArray()
        var count = 0
        for (density in listOf("mdpi", "hdpi", "xxhdpi")) for (night in listOf("notnight", "night")) {
            RuntimeEnvironment.setQualifiers("+w412dp-h915dp-port-$night-$density")
            val app = RuntimeEnvironment.getApplication()
            for (kind in listOf("drawable", "mipmap")) for (field in Class.forName("com.example.app.R$$kind").fields) {
                count++
                try {
                    val drawable = checkNotNull(app.getDrawable(field.getInt(null)))
                    val canvas = Canvas(Bitmap.createBitmap(96, 96, Bitmap.Config.ARGB_8888))
                    show(canvas, drawable, 0, 0, 96, 96)
                } catch (e: Throwable) {
                    wrong.put("$density $night $kind ${field.name}: " + generateSequence(e) { it.cause }.last())
                }
            }
        }
        seen.put("count", count).put("wrong", wrong)
    }

    private fun show(canvas: Canvas, drawable: Drawable?, l: Int, t: Int, r: Int, b: Int) {
        drawable?.setBounds(l, t, r, b)
        drawable?.draw(canvas)
    }

    private fun attribute(context: Context, name: String): Drawable? {
        val id = context.resources.getIdentifier(name, "attr", "android")
        val value = TypedValue()
        if (id == 0 || !context.theme.resolveAttribute(id, value, true)) return null
        val found = context.obtainStyledAttributes(intArrayOf(id))
        return found.getDrawable(0).also { found.recycle() }
    }

    companion object {
        @JvmStatic
        @ParameterizedRobolectricTestRunner.Parameters(name = "{index}")
        fun cases(): List<Array<Any>> = File(System.getProperty("play.cases")).readLines().filter { it.isNotBlank() }.map { arrayOf<Any>(it) }
    }
}
