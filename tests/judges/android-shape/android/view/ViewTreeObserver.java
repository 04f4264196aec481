package android.view;
public final class ViewTreeObserver {
  public interface OnPreDrawListener { boolean onPreDraw(); }
  public void addOnPreDrawListener(OnPreDrawListener listener) {}
  public void removeOnPreDrawListener(OnPreDrawListener victim) {}
}
