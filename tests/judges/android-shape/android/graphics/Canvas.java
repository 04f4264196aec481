package android.graphics;
public class Canvas {
  public int save() { return 0; }
  public void restore() {}
  public int saveLayerAlpha(RectF bounds, int alpha) { return 0; }
  public void translate(float x, float y) {}
  public void rotate(float degrees) {}
  public void scale(float x, float y) {}
  public boolean clipPath(Path path) { return true; }
  public boolean clipRect(float left, float top, float right, float bottom) { return true; }
  public void drawRect(RectF rect, Paint paint) {}
  public void drawCircle(float x, float y, float radius, Paint paint) {}
  public void concat(Matrix matrix) {}
  public void drawArc(float left, float top, float right, float bottom, float startAngle, float sweepAngle, boolean useCenter, Paint paint) {}
  public void drawRoundRect(float left, float top, float right, float bottom, float rx, float ry, Paint paint) {}
  public void drawPath(Path path, Paint paint) {}
}
