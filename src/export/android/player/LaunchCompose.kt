// Part of your app: written by Scaena, yours without conditions (0BSD). A thin wrapper for Jetpack Compose. It lies outside
// of the source folders, since not every app has Compose: copy it beside LaunchPlayer.kt if yours has.
package @PACKAGE@

import android.app.Activity
import android.content.Context
import android.content.ContextWrapper
import androidx.compose.runtime.Composable
import androidx.compose.runtime.DisposableEffect
import androidx.compose.runtime.remember
import androidx.compose.runtime.saveable.rememberSaveable
import androidx.compose.ui.platform.LocalContext

/**
 * Plays `data` over the activity, and shows `content`, your first screen, beneath it. `begin` gets the player once; keep
 * it where your loading code can reach it.
 */
@Composable
fun LaunchSequence(data: LaunchData, begin: (LaunchPlayer) -> Unit, content: @Composable () -> Unit) {
    val context = LocalContext.current
    val played = rememberSaveable { booleanArrayOf(false) }
    content()
    DisposableEffect(Unit) {
        val activity = context.activity()
        val player = if (activity != null && !played[0]) LaunchPlayer.attach(activity, null, data) else null
        played[0] = true
        player?.let(begin)
        onDispose { player?.dismiss() }
    }
}

private tailrec fun Context.activity(): Activity? = when (this) {
    is Activity -> this
    is ContextWrapper -> baseContext.activity()
    else -> null
}
