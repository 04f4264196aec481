package android.graphics;
public class PathMeasure {
  public PathMeasure(Path path, boolean forceClosed) {}
  public float getLength() { return 0; }
  public boolean getSegment(float start, float end, Path into, boolean startWithMoveTo) { return true; }
  public boolean nextContour() { return false; }
}
