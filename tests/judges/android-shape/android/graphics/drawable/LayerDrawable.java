package android.graphics.drawable;
import android.graphics.Canvas;
public class LayerDrawable extends Drawable {
  @Override public void setAlpha(int alpha) {}
  @Override public void draw(Canvas canvas) {}
}
