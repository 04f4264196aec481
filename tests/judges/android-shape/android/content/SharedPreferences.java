package android.content;
public interface SharedPreferences {
  interface Editor { Editor putBoolean(String key, boolean value); void apply(); }
  boolean getBoolean(String key, boolean standard);
  Editor edit();
}
