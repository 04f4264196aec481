package com.helloworld;

public final class BuildConfig {
    public static final boolean DEBUG = false, IS_NEW_ARCHITECTURE_ENABLED = true, IS_HERMES_ENABLED = true;
}
