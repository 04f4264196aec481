package android.content.res;
import android.util.DisplayMetrics;
public class Resources {
  public DisplayMetrics getDisplayMetrics() { return null; }
  public boolean getBoolean(int id) { return false; }
  public static class NotFoundException extends RuntimeException {}
  public TypedArray obtainTypedArray(int id) { return null; }
  public Configuration getConfiguration() { return null; }
}
