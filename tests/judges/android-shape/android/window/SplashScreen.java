package android.window;
public interface SplashScreen {
  interface OnExitAnimationListener { void onSplashScreenExit(SplashScreenView view); }
  void setOnExitAnimationListener(OnExitAnimationListener listener);
  void clearOnExitAnimationListener();
}
