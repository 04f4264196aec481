package android;
public final class R { public static final class id { public static final int content = 1; } }
