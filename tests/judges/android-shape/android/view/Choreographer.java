package android.view;
public final class Choreographer {
  public interface FrameCallback { void doFrame(long frameTimeNanos); }
  public static Choreographer getInstance() { return null; }
  public void postFrameCallback(FrameCallback callback) {}
  public void removeFrameCallback(FrameCallback callback) {}
}
