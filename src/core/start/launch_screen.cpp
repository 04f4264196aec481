// SPDX-License-Identifier: MIT
#include "core/start/launch_screen.h"

#include "core/art/css_colour.h"
#include "core/art/losses.h"
#include "core/base/bounded_json.h"

#include <algorithm>
#include <cmath>
#include <pugixml.hpp>

namespace scaena::start {

namespace {

std::optional<Colour> colourOf(const pugi::xml_node& node) {
    const auto part = [&](const char* name, double standard) {
        return static_cast<std::uint8_t>(
            std::lround(std::clamp(node.attribute(name).as_double(standard), 0.0, 1.0) * 255));
    };
    if (node.attribute("white")) {
        const auto grey = part("white", 0);
        return Colour{grey, grey, grey, part("alpha", 1)};
    }
    if (!node.attribute("red")) {
        const std::string_view system = node.attribute("systemColor").value();
        return system == "systemBackgroundColor" ? std::optional(Colour{255, 255, 255, 255}) : std::nullopt;
    }
    return Colour{part("red", 0), part("green", 0), part("blue", 0), part("alpha", 1)};
}

pugi::xml_node keyed(const pugi::xml_node& node, const char* kind, const char* key) {
    return node.find_child([&](const pugi::xml_node& it) {
        return std::string_view(it.name()) == kind && std::string_view(it.attribute("key").value()) == key;
    });
}

}

std::optional<LaunchScreen> readLaunchScreen(std::string_view xml) {
    pugi::xml_document document;
    if (!document.load_buffer(xml.data(), xml.size()) ||
        std::string_view(document.document_element().attribute("launchScreen").value()) != "YES") {
        return {};
    }
    LaunchScreen screen;
    const auto root = document.find_node([](const pugi::xml_node& it) {
        return std::string_view(it.name()) == "view" &&
               std::string_view(it.attribute("key").value()) == "view";
    });
    const auto frame = keyed(root, "rect", "frame");
    const double middle = frame.attribute("height").as_double(0) / 2;
    const auto ground = keyed(root, "color", "backgroundColor");
    screen.backgroundName = ground.attribute("name").value();
    screen.background = colourOf(ground);
    for (const auto& found : root.select_nodes(".//subviews/*")) {
        const auto node = found.node();
        const std::string_view kind = node.name();
        const auto box = keyed(node, "rect", "frame");
        if (kind == "imageView") {
            screen.pictures.push_back(
                {node.attribute("image").value(),
                 {box.attribute("width").as_double(0), box.attribute("height").as_double(0)}});
        } else if (kind == "label") {
            LaunchScreen::Label label;
            label.text = node.attribute("text").value();
            label.size =
                keyed(node, "fontDescription", "fontDescription").attribute("pointSize").as_double(17);
            label.below =
                box ? box.attribute("y").as_double(0) + box.attribute("height").as_double(0) / 2 - middle : 0;
            label.colour = colourOf(keyed(node, "color", "textColor"));
            if (!label.text.empty()) {
                screen.labels.push_back(std::move(label));
            }
        } else if (kind != "view" && kind != "stackView") {
            art::noteLoss(screen.losses,
                          "a " + std::string(kind.substr(0, 40)) + " of the launch storyboard");
        }
    }
    return screen;
}

std::optional<WebManifest> readWebManifest(std::string_view json) {
    const auto parsed = parseJson(json);
    if (!parsed || !parsed->is_object() ||
        !(memberOf(*parsed, "icons") || memberOf(*parsed, "start_url") ||
          memberOf(*parsed, "background_color"))) {
        return {};
    }
    WebManifest manifest;
    manifest.name = textOf(*parsed, "name");
    if (manifest.name.empty()) {
        manifest.name = textOf(*parsed, "short_name");
    }
    manifest.background = art::parseCssColour(textOf(*parsed, "background_color"));
    manifest.theme = art::parseCssColour(textOf(*parsed, "theme_color"));
    for (const auto& it : listOf(*parsed, "icons")) {
        WebManifest::Icon icon;
        icon.path = textOf(it, "src");
        const auto sizes = textOf(it, "sizes");
        icon.pixels =
            sizes == "any" || icon.path.ends_with(".svg") ? 1e6 : std::strtod(sizes.c_str(), nullptr);
        icon.maskable = textOf(it, "purpose").find("maskable") != std::string::npos;
        if (!icon.path.empty() && icon.path.find(':') == std::string::npos) {
            icon.path = icon.path.substr(icon.path.find_first_not_of("./"));
            manifest.icons.push_back(std::move(icon));
        }
    }
    std::ranges::stable_sort(manifest.icons, [](const auto& a, const auto& b) {
        return std::pair(!a.maskable, a.pixels) > std::pair(!b.maskable, b.pixels);
    });
    return manifest;
}

}
