package com.helloworld;

public final class R {
    public static final class style {
        public static final int AppTheme = 1;
    }
}
