package android.view;
public final class MotionEvent {}
