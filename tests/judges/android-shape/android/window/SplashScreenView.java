package android.window;
import java.time.Duration;
import java.time.Instant;
public final class SplashScreenView {
  public void remove() {}
  public Instant getIconAnimationStart() { return null; }
  public Duration getIconAnimationDuration() { return null; }
}
