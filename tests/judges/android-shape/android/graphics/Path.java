package android.graphics;
public class Path {
  public enum Direction { CW, CCW }
  public void reset() {}
  public void moveTo(float x, float y) {}
  public void lineTo(float x, float y) {}
  public void cubicTo(float x1, float y1, float x2, float y2, float x3, float y3) {}
  public void close() {}
  public void addCircle(float x, float y, float radius, Direction direction) {}
}
