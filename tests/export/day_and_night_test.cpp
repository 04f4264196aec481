// SPDX-License-Identifier: MIT
#include "export/common/day_and_night.h"

#include <catch2/catch.hpp>

using namespace scaena;
using exporting::CodeCall;
using exporting::CodeColour;
using exporting::CodeList;
using exporting::CodeValue;

namespace {

CodeValue shape(const char* path, CodeValue fill) {
    return CodeCall("Shape").plain("path", {path}).named("fill", std::move(fill)).value();
}

CodeValue plain(std::uint32_t colour) {
    return CodeCall("Plain").plain("color", {CodeColour{colour}}).value();
}

CodeValue gradient(std::vector<std::uint32_t> colours) {
    CodeList list;
    for (const auto colour : colours) {
        list.items.push_back({CodeColour{colour}});
    }
    return CodeCall("Gradient").plain("x1", {1}).plain("colors", {std::move(list)}).value();
}

CodeValue group(std::vector<CodeValue> items) {
    return CodeCall("Group").plain("items", {CodeList{CodeList::Of::Things, std::move(items)}}).value();
}

std::string text(const std::optional<CodeValue>& value) {
    return value ? exporting::dartDialect().text(*value) : "nothing";
}

}

TEST_CASE("Art that differs by night in nothing but colours is said once") {
    const auto both =
        exporting::dayAndNight(group({shape("M0,0Z", plain(0xFF000001)), shape("M1,0Z", plain(0xFF000002))}),
                               group({shape("M0,0Z", plain(0xFF000003)), shape("M1,0Z", plain(0xFF000002))}));
    CHECK(text(both) == "LaunchGroup([LaunchShape('M0,0Z', fill: LaunchPlain(0xFF000001, dark: 0xFF000003)), "
                        "LaunchShape('M1,0Z', fill: LaunchPlain(0xFF000002))])");
    CHECK(text(exporting::dayAndNight(gradient({1, 2}), gradient({1, 3}))) ==
          "LaunchGradient(1, [0x00000001, 0x00000002], darkColors: [0x00000001, 0x00000003])");
}

TEST_CASE("Art that differs by night in more than colours is said twice") {
    const auto day = group({shape("M0,0Z", plain(1))});
    CHECK(text(exporting::dayAndNight(day, group({shape("M1,0Z", plain(1))}))) == "nothing");
    CHECK(text(exporting::dayAndNight(day, group({shape("M0,0Z", gradient({1, 2}))}))) == "nothing");
    CHECK(text(exporting::dayAndNight(day, group({}))) == "nothing");
    CHECK(text(exporting::dayAndNight(gradient({1, 2}), gradient({1, 2, 3}))) == "nothing");
}
