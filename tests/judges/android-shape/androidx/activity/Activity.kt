package androidx.activity

open class ComponentActivity : android.app.Activity()

fun ComponentActivity.enableEdgeToEdge(): Unit = error("only the shape")
