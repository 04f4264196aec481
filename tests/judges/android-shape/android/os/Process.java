package android.os;
public class Process { public static final long getStartUptimeMillis() { return 0; } }
