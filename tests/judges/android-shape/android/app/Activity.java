package android.app;
import android.content.ContextWrapper;
import android.view.View;
import android.view.Window;
import android.window.SplashScreen;
public class Activity extends ContextWrapper {
  public Window getWindow() { return null; }
  public void setTheme(int resid) {}
  protected void onCreate(android.os.Bundle savedInstanceState) {}
  public <T extends View> T findViewById(int id) { return null; }
  public final SplashScreen getSplashScreen() { return null; }
  public final Application getApplication() { return null; }
  public boolean isFinishing() { return false; }
  public boolean isChangingConfigurations() { return false; }
  public void reportFullyDrawn() {}
}
