package android.graphics;
public class Matrix {
  public void setValues(float[] values) {}
}
