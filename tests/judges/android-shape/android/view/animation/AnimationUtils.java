package android.view.animation;
public class AnimationUtils {
  public static long currentAnimationTimeMillis() { return 0; }
}
