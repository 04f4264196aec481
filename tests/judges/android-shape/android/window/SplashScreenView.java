package android.window;
public final class SplashScreenView { public void remove() {} }
