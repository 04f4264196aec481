package android.view;
import android.content.Context;
import android.content.res.Resources;
import android.graphics.Canvas;
public class View {
  public static final int IMPORTANT_FOR_ACCESSIBILITY_NO_HIDE_DESCENDANTS = 4;
  public static final int ACCESSIBILITY_LIVE_REGION_POLITE = 1;
  public static final int SYSTEM_UI_FLAG_LIGHT_STATUS_BAR = 0x2000;
  public static final int SYSTEM_UI_FLAG_LIGHT_NAVIGATION_BAR = 0x10;
  public int getSystemUiVisibility() { return 0; }
  public void setSystemUiVisibility(int flags) {}
  public View(Context context) {}
  public void setAccessibilityLiveRegion(int mode) {}
  public int getAccessibilityLiveRegion() { return 0; }
  public void setContentDescription(CharSequence text) {}
  public CharSequence getContentDescription() { return null; }
  public void setFocusableInTouchMode(boolean on) {}
  public final boolean isFocusableInTouchMode() { return false; }
  public final boolean requestFocus() { return false; }
  public void bringToFront() {}
  public void invalidate() {}
  public boolean postDelayed(Runnable action, long millis) { return true; }
  public boolean removeCallbacks(Runnable action) { return true; }
  public boolean isAttachedToWindow() { return true; }
  public Resources getResources() { return null; }
  public final Context getContext() { return null; }
  public final ViewParent getParent() { return null; }
  public WindowInsets getRootWindowInsets() { return null; }
  public WindowInsets onApplyWindowInsets(WindowInsets insets) { return insets; }
  public final int getWidth() { return 0; }
  public final int getHeight() { return 0; }
  public void setImportantForAccessibility(int mode) {}
  public int getImportantForAccessibility() { return 0; }
  public void setClickable(boolean on) {}
  public boolean isClickable() { return false; }
  public boolean onTouchEvent(MotionEvent event) { return false; }
  protected void onDetachedFromWindow() {}
  protected void onDraw(Canvas canvas) {}
  public void postInvalidateOnAnimation() {}
  public void postInvalidateDelayed(long millis) {}
  public ViewTreeObserver getViewTreeObserver() { return null; }
  public float getAlpha() { return 0; }
  public void setAlpha(float v) {}
  public float getTranslationX() { return 0; }
  public void setTranslationX(float v) {}
  public float getTranslationY() { return 0; }
  public void setTranslationY(float v) {}
  public float getScaleX() { return 0; }
  public void setScaleX(float v) {}
  public float getScaleY() { return 0; }
  public void setScaleY(float v) {}
  public float getRotation() { return 0; }
  public void setRotation(float v) {}
}
