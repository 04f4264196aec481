package androidx.appcompat.app;

public class AppCompatActivity extends android.app.Activity {}
