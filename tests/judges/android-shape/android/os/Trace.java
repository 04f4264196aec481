package android.os;
public final class Trace {
  public static void beginAsyncSection(String name, int cookie) {}
  public static void endAsyncSection(String name, int cookie) {}
}
