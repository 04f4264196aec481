package com.facebook.react

import com.facebook.react.bridge.NativeModule
import com.facebook.react.bridge.ReactApplicationContext
import com.facebook.react.uimanager.ViewManager

interface ReactPackage {
    fun createNativeModules(reactContext: ReactApplicationContext): List<NativeModule> = emptyList()
    fun createViewManagers(reactContext: ReactApplicationContext): List<ViewManager<in Nothing, in Nothing>>
}
