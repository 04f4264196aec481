package androidx.navigation

class NavOptionsBuilder {
    fun popUpTo(id: Int): Unit = error("only the shape")
}

class NavController {
    fun navigate(route: String, builder: NavOptionsBuilder.() -> Unit): Unit = error("only the shape")
}
