package android.graphics;
public class Paint {
  public static final int ANTI_ALIAS_FLAG = 1;
  public enum Style { FILL, STROKE }
  public enum Cap { BUTT, ROUND, SQUARE }
  public enum Join { MITER, ROUND, BEVEL }
  public Paint(int flags) {}
  public Style getStyle() { return null; }
  public void setStyle(Style style) {}
  public int getColor() { return 0; }
  public void setColor(int color) {}
  public int getAlpha() { return 0; }
  public void setAlpha(int alpha) {}
  public Shader getShader() { return null; }
  public Shader setShader(Shader shader) { return shader; }
  public Cap getStrokeCap() { return null; }
  public void setStrokeCap(Cap cap) {}
  public Join getStrokeJoin() { return null; }
  public void setStrokeJoin(Join join) {}
  public float getStrokeWidth() { return 0; }
  public void setStrokeWidth(float width) {}
}
