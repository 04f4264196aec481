// SPDX-License-Identifier: MIT
#include "core/start/icon_themes.h"

#include "core/art/read_svg.h"

#include <catch2/catch.hpp>

using namespace scaena;

namespace {

const std::string kSquare = "<?xml version='1.0'?><svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'>"
                            "<rect width='9' height='9'/></svg>";

MemoryFiles computerWithThemes() {
    MemoryFiles files;
    files.contents["/i/Moss/index.theme"] = "# of ours\n[Icon Theme]\nName=Moss Green\n[scalable]\nName=no\n";
    files.contents["/i/Moss/16x16/sun-clear.svg"] = "<svg/>";
    files.contents["/i/Moss/scalable/weather/sun-clear.svg"] = kSquare;
    files.contents["/i/Moss/scalable/weather/rain.svg"] = kSquare;
    files.contents["/i/Moss/48x48/rain.png"] = "png";
    files.contents["/i/loose/scalable/none.svg"] = kSquare; // no theme
    files.contents["/j/Slate/index.theme"] = "[Icon Theme]\nName=Slate\n";
    files.contents["/j/Slate/apps/48/sun-clear.svg"] = kSquare;
    files.contents["/j/Slate/COPYING"] = "Free for all -- with two dashes";
    files.contents["/doc/moss-icon-theme/copyright"] = "Moss: by its makers";
    return files;
}

const std::atomic<bool> kGoesOnAndOn = false;

}

TEST_CASE("The vector icons of every theme are found once a name, the one drawn for the largest size") {
    const auto files = computerWithThemes();
    const auto icons = start::themeIcons(files, {"/i", "/j", "/nowhere"}, kGoesOnAndOn);
    REQUIRE(icons.size() == 3);
    CHECK(icons[0].name == "rain");
    CHECK(icons[1].theme == "Moss Green");
    CHECK(icons[1].file == "/i/Moss/scalable/weather/sun-clear.svg");
    CHECK(icons[2].theme == "Slate");
    CHECK(start::iconsNamed(icons, "CLEAR sun").size() == 2);
    CHECK(start::iconsNamed(icons, "").size() == 3);
    CHECK(start::iconsNamed(icons, "sun moon").empty());
    const std::atomic<bool> stop = true;
    CHECK(start::themeIcons(files, {"/i"}, stop).empty());
}

TEST_CASE("An icon keeps its origin and its licence in its own file") {
    const auto files = computerWithThemes();
    const auto icons = start::themeIcons(files, {"/i", "/j"}, kGoesOnAndOn);
    const auto moss = start::licenceOf(files, icons[1], "/doc");
    CHECK(moss.file == "/doc/moss-icon-theme/copyright");
    CHECK(moss.text == "Moss: by its makers");
    const auto slate = start::licenceOf(files, icons[2], "/doc");
    CHECK(slate.file == "/j/Slate/COPYING");
    const auto kept = start::withOrigin(kSquare, icons[2], slate);
    CHECK(kept.find("Free for all - ") != std::string::npos);
    CHECK(kept.find("“sun-clear” of the icon theme Slate") != std::string::npos);
    const auto art = art::readSvg(kept);
    REQUIRE(art);
    CHECK(art->viewBox.width == 9);
    CHECK(art->losses.empty());
    auto other = icons[1];
    other.folder = "/i/Unknown";
    const auto none = start::licenceOf(files, other, "/doc");
    CHECK(none.file.empty());
    CHECK(start::withOrigin("<svg/>", other, none).find("No licence was found") != std::string::npos);
}
