package android.annotation;
public @interface TargetApi { int value(); }
