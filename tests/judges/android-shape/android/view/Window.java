package android.view;
public abstract class Window {
  public abstract View getDecorView();
  public WindowInsetsController getInsetsController() { return null; }
  public final WindowManager.LayoutParams getAttributes() { return null; }
  public void addFlags(int flags) {}
  public void clearFlags(int flags) {}
}
