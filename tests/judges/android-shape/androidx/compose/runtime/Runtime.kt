package androidx.compose.runtime

@Target(AnnotationTarget.FUNCTION, AnnotationTarget.TYPE, AnnotationTarget.PROPERTY_GETTER)
annotation class Composable

interface DisposableEffectResult

class DisposableEffectScope {
    fun onDispose(onDisposeEffect: () -> Unit): DisposableEffectResult = TODO()
}

@Composable
fun DisposableEffect(key1: Any?, effect: DisposableEffectScope.() -> DisposableEffectResult): Unit = TODO()

@Composable
fun <T> remember(calculation: () -> T): T = TODO()

abstract class CompositionLocal<T> {
    val current: T
        @Composable get() = TODO()
}
