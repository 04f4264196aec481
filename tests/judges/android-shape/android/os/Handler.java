package android.os;
public class Handler {
  public Handler(Looper looper) {}
  public final boolean post(Runnable run) { return true; }
  public final boolean postDelayed(Runnable run, long millis) { return true; }
}
