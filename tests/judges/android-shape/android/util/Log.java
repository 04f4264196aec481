package android.util;
public final class Log { public static int w(String tag, String text, Throwable why) { return 0; } }
