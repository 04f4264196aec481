package com.facebook.react.bridge

interface NativeModule {
    fun getName(): String
}

abstract class ReactApplicationContext : android.content.Context()

abstract class ReactContextBaseJavaModule(reactContext: ReactApplicationContext?) : NativeModule {
    open fun getConstants(): Map<String, Any>? = null
}

annotation class ReactMethod(val isBlockingSynchronousMethod: Boolean = false)
