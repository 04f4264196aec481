// SPDX-License-Identifier: MIT
#include "core/schedule/devices.h"
#include "export/common/app_icon.h"
#include "export/common/xml.h"
#include "export/web/web_build.h"
#include "export/web/web_options.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace scaena::exporting {

using model::Appearance;

namespace {

/// Screens that take a startup image: points upright, and pixels a point. One for each size in use.
struct StartupScreen {
    int width, height, density;
    bool turns; ///< tablets start sideways, too
};
constexpr StartupScreen kStartupScreens[] = {
    {320, 568, 2, false},  {375, 667, 2, false}, {375, 812, 3, false}, {390, 844, 3, false},
    {393, 852, 3, false},  {402, 874, 3, false}, {414, 736, 3, false}, {414, 896, 2, false},
    {414, 896, 3, false},  {420, 912, 3, false}, {428, 926, 3, false}, {430, 932, 3, false},
    {440, 956, 3, false},  {744, 1133, 2, true}, {768, 1024, 2, true}, {810, 1080, 2, true},
    {820, 1180, 2, true},  {834, 1112, 2, true}, {834, 1194, 2, true}, {834, 1210, 2, true},
    {1024, 1366, 2, true}, {1032, 1376, 2, true}};

std::string startupLinks(WebBuild& build) {
    std::string links;
    std::vector<std::string> files;
    std::vector<OpeningOrder> orders;
    for (const auto& screen : kStartupScreens) {
        for (const bool sideways : {false, true}) {
            if (sideways && !screen.turns) {
                continue;
            }
            for (const auto appearance : {Appearance::Light, Appearance::Dark}) {
                const int width = sideways ? screen.height : screen.width;
                const int height = sideways ? screen.width : screen.height;
                const bool dark = appearance == Appearance::Dark;
                const auto file = fmt::format("startup/{}x{}{}.png", width * screen.density,
                                              height * screen.density, dark ? "-dark" : "");
                schedule::Conditions conditions;
                conditions.target = "web";
                conditions.appearance = appearance;
                conditions.landscape = sideways;
                conditions.device =
                    screen.turns ? schedule::DeviceId("tablet") : schedule::DeviceId("quick-phone");
                files.push_back(file);
                orders.push_back({conditions, {double(width), double(height)}, double(screen.density)});
                links += fmt::format(
                    "<link rel=\"apple-touch-startup-image\" href=\"{}\" media=\"(device-width: {}px) and "
                    "(device-height: {}px) and (-webkit-device-pixel-ratio: {}) and (orientation: {}){}\">\n",
                    build.url(file), screen.width, screen.height, screen.density,
                    sideways ? "landscape" : "portrait", dark ? " and (prefers-color-scheme: dark)" : "");
            }
        }
    }
    auto makers = build.input.frames.openings(build.input.study, std::move(orders));
    for (std::size_t i = 0; i < files.size(); ++i) {
        build.addLater(build.path(files[i]), std::move(makers[i]));
    }
    return links;
}

std::string plainHex(Colour colour) { return toHex({colour.r, colour.g, colour.b, 255}); }

}

std::string addAppFiles(WebBuild& build) {
    const auto& sequence = build.sequence();
    const auto opening = [&](Appearance appearance) {
        return plainHex(model::colourOf(sequence.palette, sequence.opening.colour, appearance));
    };
    auto links = fmt::format("<link rel=\"manifest\" href=\"{}\">\n", build.url("manifest.webmanifest"));
    links +=
        fmt::format("<meta name=\"theme-color\" content=\"{}\" media=\"(prefers-color-scheme: light)\">\n"
                    "<meta name=\"theme-color\" content=\"{}\" media=\"(prefers-color-scheme: dark)\">\n"
                    "<meta name=\"mobile-web-app-capable\" content=\"yes\">\n"
                    "<meta name=\"apple-mobile-web-app-capable\" content=\"yes\">\n"
                    "<meta name=\"apple-mobile-web-app-status-bar-style\" content=\"{}\">\n",
                    opening(Appearance::Light), opening(Appearance::Dark),
                    sequence.bars.content == model::BarContent::Dark ? "default" : "black-translucent");
    nlohmann::ordered_json icons = nlohmann::ordered_json::array();
    if (const auto* icon = model::iconLayer(sequence)) {
        const auto add = [&](const char* file, int side, const char* purpose, double safe, bool onColour) {
            addIconPng(build, build.path(std::string("icons/") + file), *icon, side, safe, onColour);
            icons.push_back({{"src", std::string("icons/") + file},
                             {"sizes", fmt::format("{0}x{0}", side)},
                             {"type", "image/png"},
                             {"purpose", purpose}});
        };
        add("icon-192.png", 192, "any", project::kWholeSafe, false);
        add("icon-512.png", 512, "any", project::kWholeSafe, false);
        add("maskable-512.png", 512, "maskable", project::kMaskableSafe, true);
        addIconPng(build, build.path("icons/touch-180.png"), *icon, 180, project::kRoundedSafe, true);
        addIconPng(build, build.path("icons/favicon-32.png"), *icon, 32, project::kWholeSafe, false);
        links += fmt::format("<link rel=\"icon\" sizes=\"32x32\" href=\"{}\">\n"
                             "<link rel=\"apple-touch-icon\" href=\"{}\">\n",
                             build.url("icons/favicon-32.png"), build.url("icons/touch-180.png"));
    }
    // Addresses of a manifest count from where it lies.
    const auto home = build.base.starts_with('/') ? build.base : std::string("../../");
    const nlohmann::ordered_json manifest = {{"id", home},
                                             {"name", sequence.name},
                                             {"short_name", sequence.name},
                                             {"start_url", home},
                                             {"scope", home},
                                             {"display", "standalone"},
                                             {"background_color", opening(Appearance::Light)},
                                             {"theme_color", opening(Appearance::Light)},
                                             {"icons", icons}};
    build.add(build.path("manifest.webmanifest"),
              manifest.dump(2, ' ', false, nlohmann::json::error_handler_t::replace) + "\n");
    return build.input.options.chosen.flag(kStartupImagesOption) ? links + startupLinks(build) : links;
}

}
