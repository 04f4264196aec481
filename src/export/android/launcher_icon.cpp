// SPDX-License-Identifier: MIT
#include "core/project/shown_art.h"
#include "export/android/build.h"
#include "export/android/vector_drawable.h"
#include "export/common/app_icon.h"
#include "export/common/xml.h"

#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

/// Sides of the launcher's picture, dp: of the adaptive icon's layers, and of the older icon.
constexpr double kAdaptiveSide = 108;
constexpr double kLegacySide = 48;

std::string adaptiveIcon(const AndroidBuild& build, const std::string& foreground) {
    pugi::xml_document document;
    auto icon = with(document.append_child("adaptive-icon"), "xmlns:android",
                     "http://schemas.android.com/apk/res/android");
    with(icon.append_child("background"), "android:drawable",
         "@color/" + build.names.colour(model::iconColour(build.sequence())));
    with(icon.append_child("foreground"), "android:drawable", foreground);
    // The system takes only its alpha and gives it the wallpaper's colour (from Android 13 on).
    with(icon.append_child("monochrome"), "android:drawable", foreground);
    return xmlText(document);
}

}

void addLauncherIcon(AndroidBuild& build) {
    const auto* layer = model::iconLayer(build.sequence());
    if (!layer) {
        return;
    }
    const auto name = build.names.resource("launcher");
    const auto foreground = name + "_foreground";
    const double part =
        project::iconPart(build.sequence(), build.input.artFiles, *layer, project::kAdaptiveSafe);
    const double longest = std::max({layer->place.width, layer->place.height, 1.0});
    const Size size{kAdaptiveSide * part * layer->place.width / longest,
                    kAdaptiveSide * part * layer->place.height / longest};
    const Rect box{(kAdaptiveSide - size.width) / 2, (kAdaptiveSide - size.height) / 2, size.width,
                   size.height};
    const auto art =
        project::shownArt(build.sequence(), build.input.artFiles, *layer, model::Appearance::Light);
    const bool vector = art && !whyNotVector(*art);
    if (vector) {
        VectorOptions options;
        options.size = {kAdaptiveSide, kAdaptiveSide};
        options.box = box;
        options.currentColour = model::tintOf(*layer).empty()
                                    ? "#FF000000"
                                    : "@color/" + build.names.colour(model::tintOf(*layer));
        build.add("res/drawable/" + foreground + ".xml", vectorDrawable(*art, options));
    }
    static constexpr std::pair<const char*, double> densities[] = {
        {"mdpi", 1}, {"hdpi", 1.5}, {"xhdpi", 2}, {"xxhdpi", 3}, {"xxxhdpi", 4}};
    for (const auto& [bucket, scale] : densities) {
        const auto path = [&, bucket = bucket](const std::string& file) {
            return fmt::format("{}res/mipmap-{}/{}.png", build.root, bucket, file);
        };
        const auto pixels = [scale = scale](double dp) { return static_cast<int>(std::lround(dp * scale)); };
        if (!vector) {
            addIconPng(build.base, path(foreground), *layer, pixels(kAdaptiveSide), project::kAdaptiveSafe,
                       false);
        }
        addIconPng(build.base, path(name), *layer, pixels(kLegacySide), project::kRoundedSafe, true);
        addIconPng(build.base, path(name + "_round"), *layer, pixels(kLegacySide), project::kRoundedSafe,
                   true, model::Appearance::Light, true);
    }
    const auto reference = (vector ? "@drawable/" : "@mipmap/") + foreground;
    build.add("res/mipmap-anydpi-v26/" + name + ".xml", adaptiveIcon(build, reference));
    build.add("res/mipmap-anydpi-v26/" + name + "_round.xml", adaptiveIcon(build, reference));
}

}
