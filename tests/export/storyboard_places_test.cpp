// SPDX-License-Identifier: MIT
#include "core/model/place.h"
#include "support/builders.h"
#include "support/export_helper.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>
#include <pugixml.hpp>
#include <set>

/// Whether the launch storyboard's constraints put layers where the preview has them. No Apple device reads
/// it here: the constraints are solved as their definition says (first = second × multiplier + constant).
using namespace scaena;
using namespace scaena::test;

namespace {

class Layout {
public:
    Layout(const std::string& storyboard, const model::PlacesOn& on) : m_on(on) {
        REQUIRE(m_document.load_string(storyboard.c_str()));
        const char* size = on.landscape() ? "heightClass=compact" : "default";
        for (const auto& found : m_document.select_nodes("//variation")) {
            if (std::string(found.node().attribute("key").value()) == size) {
                for (const auto& it : found.node().child("mask").children("exclude")) {
                    m_excluded.insert(it.attribute("reference").value());
                }
            }
        }
    }

    [[nodiscard]] Point centreOf(const std::string& item) const {
        return {value(item, "centerX"), value(item, "centerY")};
    }

private:
    [[nodiscard]] pugi::xml_node constraint(const std::string& item, const std::string& attribute) const {
        for (const auto& found : m_document.select_nodes("//constraint")) {
            const auto it = found.node();
            if (item == it.attribute("firstItem").value() &&
                attribute == it.attribute("firstAttribute").value() &&
                !m_excluded.contains(it.attribute("id").value())) {
                return it;
            }
        }
        return {};
    }

    [[nodiscard]] double value(const std::string& item, const std::string& attribute) const {
        if (item == "screen" || item == "safe-area") {
            const Rect area =
                item == "screen" ? Rect{0, 0, m_on.screen.width, m_on.screen.height} : m_on.safe;
            return attribute == "left"      ? area.x
                   : attribute == "right"   ? area.right()
                   : attribute == "centerX" ? area.centre().x
                   : attribute == "width"   ? area.width
                   : attribute == "top"     ? area.y
                   : attribute == "bottom"  ? area.bottom()
                   : attribute == "centerY" ? area.centre().y
                                            : area.height;
        }
        if (const auto it = constraint(item, attribute)) {
            const auto by = it.attribute("multiplier");
            return value(it.attribute("secondItem").value(), it.attribute("secondAttribute").value()) *
                       (by ? by.as_double() : 1) +
                   it.attribute("constant").as_double();
        }
        INFO(item << "." << attribute);
        const bool isEnd = attribute == "right" || attribute == "bottom";
        REQUIRE((isEnd || attribute == "left" || attribute == "top"));
        const bool across = attribute == "left" || attribute == "right";
        const double length = value(item, across ? "width" : "height");
        const std::string other = isEnd ? (across ? "left" : "top") : (across ? "right" : "bottom");
        REQUIRE(constraint(item, other));
        return value(item, other) + (isEnd ? length : -length);
    }

    pugi::xml_document m_document;
    std::set<std::string> m_excluded;
    model::PlacesOn m_on;
};

}

TEST_CASE("The storyboard puts layers where the preview has them, upright and sideways, in every measure") {
    const auto first = openSample(samples().front());
    const model::PlacesOn upright{{390, 844}, {0, 47, 390, 763}}, sideways{{844, 390}, {47, 0, 750, 369}};
    int seen = 0;
    for (const unsigned seed : seeds(4100, 24)) {
        auto sequence = randomWithoutClips(seed);
        for (const auto& layer : sequence.layers) {
            const bool fits = layer.as<model::ShapeContent>() || layer.as<model::ArtworkContent>();
            auto& shown = sequence.opening.layers;
            if (fits && std::find(shown.begin(), shown.end(), layer.id) == shown.end()) {
                shown.push_back(layer.id);
            }
        }
        const auto made = exported(sequence, randomArtFiles(first), {}, "ios");
        const auto text = fileOf(made, ".storyboard");
        for (const auto& on : {upright, sideways}) {
            const Layout layout(text, on);
            for (const auto& layer : sequence.layers) {
                if (text.find("firstItem=\"layer-" + layer.id + "\"") == std::string::npos ||
                    model::coversScreen(layer.kind())) {
                    continue;
                }
                INFO("seed " << seed << ", " << std::string(layer.id) << (on.landscape() ? " sideways" : ""));
                const auto wanted = on.centreOf(model::placeOn(layer, on.landscape()));
                const auto found = layout.centreOf("layer-" + layer.id);
                CHECK(found.x == Approx(wanted.x).margin(0.1));
                CHECK(found.y == Approx(wanted.y).margin(0.1));
                ++seen;
            }
        }
    }
    CHECK(seen > 40);
}
