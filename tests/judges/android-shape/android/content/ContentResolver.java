package android.content;
public class ContentResolver {}
