package android.view;
public abstract class Window { public abstract View getDecorView(); }
