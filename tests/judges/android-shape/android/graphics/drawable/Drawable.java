package android.graphics.drawable;
import android.graphics.Canvas;
public abstract class Drawable {
  public Drawable mutate() { return this; }
  public void setBounds(int left, int top, int right, int bottom) {}
  public int getAlpha() { return 255; }
  public abstract void setAlpha(int alpha);
  public abstract void draw(Canvas canvas);
  public int getIntrinsicWidth() { return 0; }
  public int getIntrinsicHeight() { return 0; }
}
