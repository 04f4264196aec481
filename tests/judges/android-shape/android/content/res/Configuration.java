package android.content.res;
public final class Configuration { public int screenWidthDp; public int screenHeightDp; }
