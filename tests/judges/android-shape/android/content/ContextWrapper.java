package android.content;
public class ContextWrapper extends Context {
  public Context getBaseContext() { return null; }
}
