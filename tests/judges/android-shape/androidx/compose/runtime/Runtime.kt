package androidx.compose.runtime

@Target(AnnotationTarget.FUNCTION, AnnotationTarget.TYPE, AnnotationTarget.PROPERTY_GETTER)
annotation class Composable

interface DisposableEffectResult

class DisposableEffectScope {
    fun onDispose(onDisposeEffect: () -> Unit): DisposableEffectResult = error("only the shape")
}

@Composable
fun DisposableEffect(key1: Any?, effect: DisposableEffectScope.() -> DisposableEffectResult): Unit = error("only the shape")

@Composable
fun <T> remember(calculation: () -> T): T = error("only the shape")

interface State<out T> {
    val value: T
}

interface MutableState<T> : State<T> {
    override var value: T
}

fun <T> mutableStateOf(value: T): MutableState<T> = error("only the shape")

@Composable
fun LaunchedEffect(key1: Any?, block: suspend () -> Unit): Unit = error("only the shape")
