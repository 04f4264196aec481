package com.facebook.react;

public final class ReactNativeApplicationEntryPoint {
    public static void loadReactNative(android.content.Context context) {}
}
