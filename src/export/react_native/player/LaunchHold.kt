// Part of your app: written by Scaena, yours without conditions (0BSD). The next export replaces it for as long as you
// leave it unchanged.
package @PACKAGE@

import android.app.Activity
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
 * Holds the activity's first draw back until the script's first frame stands, so that the system's launch picture stays.
 * Call `LaunchHold.keep(this)` in `onCreate` of the activity, and add `LaunchHoldPackage()` to the host's packages.
 */
class LaunchHold(context: ReactApplicationContext) : ReactContextBaseJavaModule(context) {
    override fun getName() = "LaunchHold"

    @ReactMethod
    fun release() {
        released = true
    }

    companion object {
        /** If the script never comes, the app is shown all the same. */
        private const val LONGEST = 10000L

        @Volatile
        private var released = false

        fun keep(activity: Activity) {
            if (released) return
            val content = activity.findViewById<View>(android.R.id.content)
            val latest = SystemClock.uptimeMillis() + LONGEST
            content.viewTreeObserver.addOnPreDrawListener(object : ViewTreeObserver.OnPreDrawListener {
                override fun onPreDraw(): Boolean {
                    val go = released || SystemClock.uptimeMillis() > latest
                    if (go) content.viewTreeObserver.removeOnPreDrawListener(this) else content.postInvalidateDelayed(16)
                    return go
                }
            })
        }
    }
}

class LaunchHoldPackage : ReactPackage {
    override fun createNativeModules(context: ReactApplicationContext): List<NativeModule> = listOf(LaunchHold(context))

    override fun createViewManagers(context: ReactApplicationContext): List<ViewManager<*, *>> = emptyList()
}
