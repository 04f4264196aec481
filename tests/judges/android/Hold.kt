// Plays the hold of a React Native export in the real framework: while it holds, the activity's content is not drawn, so that the
// system's launch picture stays. How it comes here: tests/export/react_native_judge_test.cpp.
package com.helloworld.launch

import android.app.Activity
import android.os.Looper
import android.view.View
import com.facebook.react.bridge.BridgeReactContext
import java.time.Duration
import org.junit.Assert.assertEquals
import org.junit.Assert.assertFalse
import org.junit.Assert.assertTrue
import org.junit.Before
import org.junit.Test
import org.junit.runner.RunWith
import org.robolectric.Robolectric
import org.robolectric.RobolectricTestRunner
import org.robolectric.RuntimeEnvironment
import org.robolectric.Shadows.shadowOf
import kotlin.concurrent.thread

@RunWith(RobolectricTestRunner::class)
class Hold {
    private val module by lazy { LaunchHold(BridgeReactContext(RuntimeEnvironment.getApplication())) }

    /** As in a new process. */
    @Before
    fun begin() {
        LaunchHold::class.java.getDeclaredField("released").apply { isAccessible = true }.setBoolean(null, false)
    }

    private fun held(activity: Activity): View {
        activity.setContentView(View(activity))
        LaunchHold.keep(activity)
        return activity.findViewById(android.R.id.content)
    }

    private fun started() = Robolectric.buildActivity(Activity::class.java).create().start().resume().visible().get()

    /** The platform asks before each draw; a listener that says no puts it off. */
    private fun View.draws() = !viewTreeObserver.dispatchOnPreDraw()

    private fun pass(millis: Long) = shadowOf(Looper.getMainLooper()).idleFor(Duration.ofMillis(millis))

    @Test
    fun theFirstFrameWaitsForTheScript() {
        val content = held(started())
        assertFalse(content.draws())
        pass(3000)
        assertFalse(content.draws())
        thread { module.release() }.join() // React Native calls it on a thread of its own
        assertTrue(content.draws())
        assertTrue(content.draws())
    }

    @Test
    fun fourSecondsAtMost() {
        val content = held(started())
        pass(3900)
        assertFalse(content.draws())
        pass(200)
        assertTrue(content.draws())
    }

    @Test
    fun anActivityThatComesAfterwardsIsNotHeld() {
        held(started())
        module.release()
        assertTrue(held(started()).draws())
    }

    @Test
    fun aReleaseWithoutAViewIsKept() {
        module.release()
        assertTrue(held(started()).draws())
    }

    @Test
    fun itTellsAFirstStartOnceAndWhenTheProcessBegan() {
        val told = module.constants!!
        assertEquals(true, told["first"])
        assertEquals(false, module.constants!!["first"])
        assertTrue((told["began"] as Double) <= System.currentTimeMillis())
    }
}
