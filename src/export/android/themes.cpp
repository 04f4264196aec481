// SPDX-License-Identifier: MIT
#include "export/android/android_options.h"
#include "export/android/build.h"
#include "export/common/xml.h"

namespace scaena::exporting {

namespace {

void addItem(pugi::xml_node style, const char* name, const std::string& value) {
    with(style.append_child("item"), "name", name).text() = value.c_str();
}

/// What every version has: the static frame, and bars that let it through. Each attribute only from the
/// version on that knows it.
std::string baseStyle(const AndroidBuild& build, int api) {
    const auto& names = build.names;
    const auto& sequence = build.sequence();
    pugi::xml_document document;
    auto base = with(
        with(document.append_child("resources").append_child("style"), "name", "Base." + names.styleName),
        "parent", "@android:style/Theme.Material.NoActionBar");
    const auto darkInk = "@bool/" + names.resource("dark_bar_content");
    addItem(base, "android:windowBackground", "@drawable/" + names.resource("opening"));
    addItem(base, "android:colorPrimaryDark", "@color/" + names.colour(sequence.opening.colour));
    addItem(base, "android:navigationBarColor", "@android:color/transparent");
    addItem(base, "android:statusBarColor", "@android:color/transparent");
    addItem(base, "android:windowDrawsSystemBarBackgrounds", "true");
    if (sequence.bars.shown) {
        addItem(base, "android:windowLightStatusBar", darkInk);
    } else {
        addItem(base, "android:windowFullscreen", "true");
    }
    if (api >= 27) {
        addItem(base, "android:windowLightNavigationBar", darkInk);
    }
    if (api >= 29) { // or the system lays a veil behind the bars
        addItem(base, "android:enforceStatusBarContrast", "false");
        addItem(base, "android:enforceNavigationBarContrast", "false");
    }
    return xmlText(document);
}

/// The theme itself: of the newer systems with what their launch picture shows.
std::string styles(const AndroidBuild& build, int api, Millis iconAnimation) {
    const auto& names = build.names;
    const auto& sequence = build.sequence();
    pugi::xml_document document;
    auto style = with(with(document.append_child("resources").append_child("style"), "name", names.styleName),
                      "parent", "Base." + names.styleName);
    if (api < 31) {
        return xmlText(document);
    }
    addItem(style, "android:windowSplashScreenBackground", "@color/" + names.colour(sequence.opening.colour));
    const auto* icon = model::findThing(sequence.layers, sequence.opening.icon);
    if (icon) {
        addItem(style, "android:windowSplashScreenAnimatedIcon",
                "@drawable/" + names.resource(iconAnimation > 0 ? "icon_animated" : "icon"));
        if (iconAnimation > 0) {
            addItem(style, "android:windowSplashScreenAnimationDuration", std::to_string(iconAnimation));
        }
        if (model::plateOf(*icon)) {
            addItem(style, "android:windowSplashScreenIconBackgroundColor",
                    "@color/" + names.colour(model::plateOf(*icon)->colour));
        }
    } else {
        // Without this the system would show the app's icon.
        addItem(style, "android:windowSplashScreenAnimatedIcon", "@android:color/transparent");
    }
    if (!sequence.opening.footer.empty()) {
        addItem(style, "android:windowSplashScreenBrandingImage", "@drawable/" + names.resource("footer"));
    }
    if (api >= 33) { // or starts from notifications and other apps show the colour alone
        addItem(style, "android:windowSplashScreenBehavior", "icon_preferred");
    }
    return xmlText(document);
}

}

void addThemes(AndroidBuild& build, Millis iconAnimation) {
    const auto file = build.names.resource("themes") + ".xml";
    const auto base = build.names.resource("theme_base") + ".xml";
    build.add("res/values/" + base, baseStyle(build, 23));
    build.add("res/values-v27/" + base, baseStyle(build, 27));
    build.add("res/values-v29/" + base, baseStyle(build, 29));
    build.add("res/values/" + file, styles(build, 23, iconAnimation));
    // The attributes of the newer systems' launch picture exist from API 31 on and must not be read by older
    // ones.
    build.add("res/values-v31/" + file, styles(build, 31, iconAnimation));
    if (build.base.input.options.chosen.flag(kIconAlwaysOption) && !build.sequence().opening.icon.empty()) {
        build.add("res/values-v33/" + file, styles(build, 33, iconAnimation));
    }
}

}
