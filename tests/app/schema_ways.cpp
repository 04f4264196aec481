// SPDX-License-Identifier: MIT
#include "app/schema_ways.h"

namespace scaena::test {

static std::filesystem::path inSample(const char* path) { return repository() / "samples" / path; }
std::filesystem::path anySvg() { return inSample("moraine/art/sun.svg"); }

std::filesystem::path firstIn(const char* folder, const char* ending) {
    for (const auto& entry : std::filesystem::directory_iterator(inSample(folder))) {
        if (entry.path().string().ends_with(ending)) {
            return entry.path();
        }
    }
    FAIL(folder);
    return {};
}
std::filesystem::path anyPng() { return firstIn("tidewater/images", ".png"); }
std::filesystem::path anyClip() { return firstIn("larder/clips", ".json"); }

Ways waysOfSequence() {
    using Tab = CardBox::Tab;
    return {
        {"sequence.name",
         [](Walk& w) {
             w.window.selection().clear();
             w.withText("Other", [&] { w.trigger("rename"); });
         }},
        {"paletteColour.name",
         [](Walk& w) {
             w.tab(Tab::Colours);
             w.words("colourName-dusk", "Evening");
         }},
        {"paletteColour.light",
         [](Walk& w) {
             w.tab(Tab::Colours);
             w.withColour(Qt::green, [&] { w.press("light-dusk"); });
         }},
        {"paletteColour.dark",
         [](Walk& w) {
             w.tab(Tab::Colours);
             w.withColour(Qt::green, [&] { w.press("dark-dusk"); });
         }},
        {"opening.colour",
         [](Walk& w) {
             w.opening();
             w.chooseOther("openingColour");
         }},
        {"opening.icon",
         [](Walk& w) {
             w.opening();
             w.choose("openingIconLayer", 0);
         }},
        {"opening.iconX",
         [](Walk& w) {
             w.opening();
             w.dragStage(Handle::Body, {9, 7});
         }},
        {"opening.iconY",
         [](Walk& w) {
             w.opening();
             w.dragStage(Handle::Body, {9, 7});
         }},
        {"opening.footer",
         [](Walk& w) {
             w.opening();
             w.choose("openingFooterLayer", 0);
         }},
        {"opening.layers",
         [](Walk& w) {
             w.opening();
             w.menu("openingStillWhat", "Title");
         }},
        {"bars.shown",
         [](Walk& w) {
             w.opening();
             w.choose("openingBarContent", 3);
         }},
        {"bars.content",
         [](Walk& w) {
             w.opening();
             w.choose("openingBarContent", 2);
         }},
        {"appIcon.layer",
         [](Walk& w) {
             w.tab(Tab::Icon);
             w.chooseOther("iconLayer");
         }},
        {"appIcon.colour",
         [](Walk& w) {
             w.tab(Tab::Icon);
             w.chooseOther("iconColour");
         }},
        {"appIcon.size",
         [](Walk& w) {
             w.tab(Tab::Icon);
             w.number("iconSize", "55");
         }},
        {"take.name",
         [](Walk& w) {
             w.tab(Tab::Takes);
             w.withText("Better", [&] { w.press("takeRename"); });
         }},
        {"starts.first",
         [](Walk& w) {
             w.beat("rest");
             w.press("plays-rest-0");
         }},
        {"starts.cold",
         [](Walk& w) {
             w.beat("rest");
             w.press("onlyFirstTime");
         }},
        {"starts.warm",
         [](Walk& w) {
             w.beat("rest");
             w.press("plays-rest-2");
         }},
        {"starts.hot",
         [](Walk& w) {
             w.beat("rest");
             w.press("plays-hand-off-3");
         }},
        {"starts.recreated",
         [](Walk& w) {
             w.beat("rest");
             w.press("plays-hand-off-4");
         }},
    };
}

Ways waysOfTime() {
    return {
        {"beat.name",
         [](Walk& w) {
             w.beat("rest");
             w.withText("Pause", [&] { w.trigger("rename"); });
         }},
        {"beat.kind", [](Walk& w) { w.trigger("addPlay"); }},
        {"beat.length",
         [](Walk& w) {
             w.beat("arrive");
             w.number("beatLength", "900");
         }},
        {"beat.gates",
         [](Walk& w) {
             w.beat("wait");
             w.menu("beatGates", "Session");
         }},
        {"beat.atLeast",
         [](Walk& w) {
             w.beat("wait");
             w.number("beatAtLeast", "120");
         }},
        {"beat.atMost",
         [](Walk& w) {
             w.beat("wait");
             w.number("beatAtMost", "7000");
         }},
        {"beat.onTimeOut",
         [](Walk& w) {
             w.beat("wait");
             w.choose("beatOnTimeOut", 2);
         }},
        {"beat.yield",
         [](Walk& w) {
             w.beat("rest");
             w.choose("beatYield", 1);
         }},
        {"beat.blend",
         [](Walk& w) {
             w.beat("rest");
             w.number("beatBlend", "70");
         }},
        {"gate.name",
         [](Walk& w) {
             w.gate("huts");
             w.withText("Cabins", [&] { w.trigger("rename"); });
         }},
        {"gate.start",
         [](Walk& w) {
             w.gate("huts");
             w.choose("gateStart", 0);
         }},
        {"gate.beat",
         [](Walk& w) {
             w.gate("huts");
             w.choose("gateStart", 2);
         }},
        {"gate.needs",
         [](Walk& w) {
             w.gate("huts");
             w.menu("gateNeeds", "nothing");
         }},
        {"gate.typical",
         [](Walk& w) {
             w.gate("huts");
             w.number("gateTypical", "1200");
         }},
        {"gate.fast",
         [](Walk& w) {
             w.gate("huts");
             w.number("gateFast", "450");
         }},
        {"gate.slow",
         [](Walk& w) {
             w.gate("huts");
             w.number("gateSlow", "3500");
         }},
        {"gate.timeOut",
         [](Walk& w) {
             w.gate("huts");
             w.number("gateTimeOut", "4500");
         }},
        {"gate.onTimeOut",
         [](Walk& w) {
             w.gate("huts");
             w.choose("gateOnTimeOut", 2);
         }},
        {"gate.optional",
         [](Walk& w) {
             w.gate("huts");
             w.choose("gateOptional", 1);
         }},
    };
}

}
