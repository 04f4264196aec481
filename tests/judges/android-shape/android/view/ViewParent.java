package android.view;
public interface ViewParent {}
