// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/start/from_logo.h"
#include "core/valid/validate.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace scaena;
using namespace scaena::start;

namespace {

art::Art logo(const std::string& inside, const std::string& box = "0 0 100 100") {
    auto read =
        art::readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='" + box + "'>" + inside + "</svg>");
    REQUIRE(read);
    return std::move(*read);
}

const char* const kRed =
    "<rect width='90' height='90' fill='#c0392b'/><circle cx='50' cy='50' r='10' fill='#fff'/>";

}

TEST_CASE("A logo's colours come with the largest first, and shades count as one") {
    const auto colours =
        coloursOf(logo("<rect width='20' height='20' fill='#00f'/><rect width='60' height='60' "
                       "fill='#c00'/><rect width='50' height='50' fill='#c20000'/><rect width='99' "
                       "height='99' fill='#0f0' fill-opacity='.1'/>"));
    REQUIRE(colours.size() == 2);
    CHECK(colours[0] == Colour{0xcc, 0, 0, 255});
    CHECK(colours[1] == Colour{0, 0, 255, 255});
    CHECK(coloursOf(logo("")).empty());
}

TEST_CASE("Any logo gives a sequence that stands") {
    for (const char* inside :
         {kRed, "", "<path d='M0 0h5' stroke='currentColor'/>",
          "<rect width='100' height='100' fill='#fff'/>", "<rect width='100' height='100' fill='#000'/>"}) {
        for (const char* box : {"0 0 100 100", "0 0 1000 10", "0 0 0.5 90"}) {
            const auto sequence = sequenceFromLogo(logo(inside, box), "art/logo.svg", "Fern & Moss");
            INFO(inside << " in " << box << "\n" << describe(valid::problemsOf(sequence)));
            CHECK(valid::problemsOf(sequence).empty());
        }
    }
}

TEST_CASE("The logo can be told from the canvas by day and by night") {
    for (const char* colour : {"#ffffff", "#000000", "#c0392b", "#f1c40f", "#1a1c22", "#f8f4ee", "#7f8c8d"}) {
        INFO(colour);
        const auto sequence = sequenceFromLogo(
            logo(std::string("<circle cx='50' cy='50' r='40' fill='") + colour + "'/>"), "art/logo.svg", "A");
        const auto canvas = *model::find(sequence.palette, "canvas");
        CHECK(contrastRatio(*parseHexColour(colour), canvas.light) >= 1.6);
        CHECK(contrastRatio(*parseHexColour(colour), canvas.dark) >= 1.6);
        const auto ink = *model::find(sequence.palette, "ink");
        CHECK(contrastRatio(ink.light, canvas.light) >= 4.5);
        CHECK(contrastRatio(ink.dark, canvas.dark) >= 4.5);
    }
}

TEST_CASE("The logo stands where the system showed it, whole within the visible circle") {
    for (const char* box : {"0 0 100 100", "0 0 300 60", "0 0 40 200"}) {
        const auto sequence = sequenceFromLogo(logo(kRed, box), "art/logo.svg", "A");
        const auto& place = model::findThing(sequence.layers, "logo")->place;
        CHECK(std::hypot(place.width, place.height) <= 192);
        const auto s = schedule::resolve(sequence, {});
        const auto before = schedule::evaluate(s, s.beats[0].end - 1);
        const auto after = schedule::evaluate(s, s.beats[0].end + 1);
        const auto state = [&](const schedule::Frame& frame) {
            for (const auto& it : frame.layers) {
                if (sequence.layers[static_cast<std::size_t>(it.layer)].id == "logo") {
                    return it;
                }
            }
            FAIL("no logo");
            return schedule::LayerState{};
        };
        CHECK(state(before).centre == state(after).centre);
        CHECK(state(before).size == state(after).size);
        CHECK(state(before).scaleX == Approx(state(after).scaleX).margin(0.01));
    }
}

TEST_CASE("A mark upon a disc leaves the canvas light, and the bars can be read on any canvas") {
    const auto usual = sequenceFromLogo(logo("<circle cx='50' cy='50' r='48' fill='#2a7f4f'/><rect x='30' "
                                             "y='30' width='40' height='40' fill='#e9f5dc'/>"),
                                        "art/logo.svg", "fern-and-moss");
    CHECK(usual.name == "Fern and moss");
    CHECK(luminance(model::find(usual.palette, "canvas")->light) > 0.7);
    CHECK(usual.bars.content == model::BarContent::Auto);
    const auto white =
        sequenceFromLogo(logo("<circle cx='50' cy='50' r='48' fill='#fff'/>"), "art/logo.svg", "w");
    CHECK(luminance(model::find(white.palette, "canvas")->light) < 0.3);
    CHECK(white.bars.content == model::BarContent::Light);
}

TEST_CASE("At the end only the first screen is left") {
    const auto s = schedule::resolve(sequenceFromLogo(logo(kRed), "art/logo.svg", "A"), {});
    const auto frame = schedule::evaluate(s, s.end);
    REQUIRE(frame.layers.size() == 1);
    CHECK(frame.layers[0].layer == 0);
}
