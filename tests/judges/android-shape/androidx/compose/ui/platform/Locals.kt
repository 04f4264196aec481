package androidx.compose.ui.platform

import android.content.Context
import androidx.compose.runtime.CompositionLocal

val LocalContext: CompositionLocal<Context> get() = error("only the shape")
