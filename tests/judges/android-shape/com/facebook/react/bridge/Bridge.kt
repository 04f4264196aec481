package com.facebook.react.bridge

interface NativeModule {
    fun getName(): String
}

abstract class ReactApplicationContext

abstract class ReactContextBaseJavaModule(reactContext: ReactApplicationContext?) : NativeModule

annotation class ReactMethod(val isBlockingSynchronousMethod: Boolean = false)
