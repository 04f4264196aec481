// What an app has already when somebody follows the steps of INTEGRATE.md.
package com.example.app

import android.app.Activity
import kotlin.coroutines.Continuation
import kotlin.coroutines.EmptyCoroutineContext
import kotlin.coroutines.startCoroutine

abstract class AppActivity : Activity() {
    val scope = Scope()
    var offlineScreens = 0

    fun showOfflineScreen() {
        offlineScreens++
    }

    suspend fun load() {}

    /** What the steps say about gates. */
    open fun loads() {}
}

class Scope {
    fun launch(work: suspend () -> Unit) =
        work.startCoroutine(Continuation(EmptyCoroutineContext) { it.getOrThrow() })
}

/** What the app's own tests do. */
fun startMainActivity() {}
