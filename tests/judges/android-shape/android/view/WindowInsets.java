package android.view;
public final class WindowInsets {
  public int getSystemWindowInsetLeft() { return 0; }
  public int getSystemWindowInsetTop() { return 0; }
  public int getSystemWindowInsetRight() { return 0; }
  public int getSystemWindowInsetBottom() { return 0; }
}
