package android.view;
import android.content.Context;
public abstract class ViewGroup extends View implements ViewParent {
  public ViewGroup(Context context) { super(context); }
  public static class LayoutParams { public static final int MATCH_PARENT = -1; public LayoutParams(int width, int height) {} }
  public void addView(View view, LayoutParams params) {}
  public void removeView(View view) {}
  public static final int FOCUS_BLOCK_DESCENDANTS = 393216;
  public View getChildAt(int index) { return null; }
  public int getChildCount() { return 0; }
  public int getDescendantFocusability() { return 0; }
  public void setDescendantFocusability(int mode) {}
}
