package android.view;
public interface WindowManager {
  class LayoutParams extends ViewGroup.LayoutParams {
    public static final int FLAG_FULLSCREEN = 0x400;
    public int flags;
    public LayoutParams() { super(0, 0); }
  }
}
