package android.content;
import android.content.res.Resources;
import android.graphics.drawable.Drawable;
public abstract class Context {
  public static final int MODE_PRIVATE = 0;
  public Resources getResources() { return null; }
  public ContentResolver getContentResolver() { return null; }
  public SharedPreferences getSharedPreferences(String name, int mode) { return null; }
  public final int getColor(int id) { return 0; }
  public final String getString(int id) { return null; }
  public final CharSequence getText(int id) { return null; }
  public final Drawable getDrawable(int id) { return null; }
}
