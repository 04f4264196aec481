// Part of your app: written by Scaena, yours without conditions (0BSD). The next export replaces it
// for as long as you
// leave it unchanged.
package com.example.fern.launch

import android.annotation.TargetApi
import android.app.Activity
import android.content.Context
import android.os.Build
import android.os.Process
import android.os.SystemClock
import android.view.View
import android.view.ViewTreeObserver
import com.facebook.react.ReactPackage
import com.facebook.react.bridge.NativeModule
import com.facebook.react.bridge.ReactApplicationContext
import com.facebook.react.bridge.ReactContextBaseJavaModule
import com.facebook.react.bridge.ReactMethod
import com.facebook.react.uimanager.ViewManager

/**
 * Holds the activity's first draw back until the script's first frame stands, so that the system's
 * launch picture stays. Call `LaunchHold.keep(this)` in `onCreate` of the activity, and add
 * `LaunchHoldPackage()` to the host's packages.
 */
internal class LaunchHold(private val context: ReactApplicationContext) :
    ReactContextBaseJavaModule(context) {
    override fun getName() = "LaunchHold"

    /** Whether the app has never run before, and when its process began. */
    override fun getConstants(): Map<String, Any> {
        val store = context.getSharedPreferences("launch_sequence", Context.MODE_PRIVATE)
        val first = !store.getBoolean("ran", false)
        store.edit().putBoolean("ran", true).apply()
        val age =
            if (Build.VERSION.SDK_INT >= 24)
                SystemClock.uptimeMillis() - Process.getStartUptimeMillis()
            else 0L
        return mapOf("first" to first, "began" to (System.currentTimeMillis() - age).toDouble())
    }

    @ReactMethod
    fun release() {
        released = true
    }

    companion object {
        /** If the script never comes, the app is shown all the same. */
        private const val LONGEST = 4000L

        @Volatile private var released = false

        fun keep(activity: Activity) {
            if (released) return
            if (Build.VERSION.SDK_INT >= 31) letGoAtOnce(activity)
            val content = activity.findViewById<View>(android.R.id.content)
            val latest = SystemClock.uptimeMillis() + LONGEST
            content.viewTreeObserver.addOnPreDrawListener(
                object : ViewTreeObserver.OnPreDrawListener {
                    override fun onPreDraw(): Boolean {
                        val goes = released || SystemClock.uptimeMillis() > latest
                        if (goes) content.viewTreeObserver.removeOnPreDrawListener(this)
                        else content.postInvalidateDelayed(16)
                        return goes
                    }
                }
            )
        }

        /** The script's first frame stands beneath: the system's picture must not fade over it. */
        @TargetApi(31)
        private fun letGoAtOnce(activity: Activity) {
            activity.splashScreen.setOnExitAnimationListener { picture -> picture.remove() }
        }
    }
}

/** Tells the host of the hold. */
class LaunchHoldPackage : ReactPackage {
    @Suppress("OVERRIDE_DEPRECATION") // what takes its place is not there in older versions
    override fun createNativeModules(reactContext: ReactApplicationContext): List<NativeModule> =
        listOf(LaunchHold(reactContext))

    override fun createViewManagers(
        reactContext: ReactApplicationContext
    ): List<ViewManager<*, *>> = emptyList()
}
