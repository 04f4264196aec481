// Part of your app: written by Scaena, yours without conditions (0BSD). For Jetpack Compose. It
// lies
// outside of the source folders, since not every app has Compose: copy it beside LaunchPlayer.kt if
// yours has.
package @PACKAGE@

import androidx.compose.runtime.Composable
import androidx.compose.runtime.DisposableEffect
import androidx.compose.runtime.State
import androidx.compose.runtime.mutableStateOf
import androidx.compose.runtime.remember

/**
 * How the launch ends, once that is decided: show your offline screen, or offer to try again, by
 * it.
 */
@Composable
internal fun rememberLaunchState(launch: Launch): State<Outcome?> {
    val state = remember { mutableStateOf(launch.outcome) }
    DisposableEffect(launch) {
        val stop = launch.listen { state.value = it }
        onDispose { stop() }
    }
    return state
}
