package android.graphics;
public class RectF {
  public float left, top, right, bottom;
  public void set(float left, float top, float right, float bottom) {}
  public final float width() { return 0; }
  public final float height() { return 0; }
}
