package com.facebook.react;

import java.util.ArrayList;

public class PackageList {
    public PackageList(android.app.Application application) {}

    public PackageList(ReactNativeHost host) {}

    public ArrayList<ReactPackage> getPackages() {
        return new ArrayList<>();
    }
}
