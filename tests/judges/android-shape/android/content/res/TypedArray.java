package android.content.res;

public class TypedArray {
  public int length() { return 0; }
  public String getString(int index) { return null; }
  public int getColor(int index, int byDefault) { return 0; }
  public float getFloat(int index, float byDefault) { return 0; }
  public void recycle() {}
}
