// SPDX-License-Identifier: MIT
#include "app/schema_ways.h"

namespace scaena::test {

Ways waysOfCues() {
    Ways ways = {
        {"cue.layer",
         [](Walk& w) {
             w.cue("footer-fade");
             w.chooseOther("cueLayer");
         }},
        {"cue.beat",
         [](Walk& w) {
             w.cue("footer-fade");
             w.chooseOther("anchorCue");
         }},
        {"cue.length",
         [](Walk& w) {
             w.cue("sun-rise");
             w.number("length", "555");
         }},
        {"cue.easing",
         [](Walk& w) {
             w.cue("sun-rise");
             w.choose("easingShelf", 2);
         }},
        {"cue.composite",
         [](Walk& w) {
             w.cue("sun-rise");
             w.tick("adds");
         }},
        {"cue.continues",
         [](Walk& w) {
             w.openingCue();
             w.tick("continues");
         }},
        {"cue.reduced",
         [](Walk& w) {
             w.cue("sun-rise");
             w.choose("reduced", 2);
         }},
        {"anchor.kind",
         [](Walk& w) {
             w.cue("tagline-fade");
             w.choose("anchor", 0);
         }},
        {"anchor.cue",
         [](Walk& w) {
             w.cue("tagline-fade");
             w.choose("anchor", 2);
             w.chooseOther("anchorCue");
         }},
        {"anchor.offset",
         [](Walk& w) {
             w.cue("sun-rise");
             w.number("offset", "77");
         }},
        {"repeat.times",
         [](Walk& w) {
             w.cue("sun-rise");
             w.number("times", "2");
         }},
        {"repeat.whileWaiting",
         [](Walk& w) {
             w.cue("sun-pulse");
             w.tick("whileWaiting");
         }},
        {"repeat.alternate",
         [](Walk& w) {
             w.cue("sun-rise");
             w.tick("alternate");
         }},
        {"repeat.end",
         [](Walk& w) {
             w.cue("sun-pulse");
             w.chooseOther("repeatEnd");
         }},
        {"repeat.settle",
         [](Walk& w) {
             w.cue("sun-pulse");
             w.choose("repeatEnd", 2);
             w.number("settle", "90");
         }},
        {"move.kind",
         [](Walk& w) {
             w.cue("sun-rise");
             w.choose("move", 0);
         }},
        {"pose.at",
         [](Walk& w) {
             w.cue("poses");
             w.number("poseAt", "40");
         }},
        {"pose.x",
         [](Walk& w) {
             w.cue("poses");
             w.number("poseX", "12");
         }},
        {"pose.y",
         [](Walk& w) {
             w.cue("poses");
             w.number("poseY", "12");
         }},
        {"pose.scaleX",
         [](Walk& w) {
             w.cue("poses");
             w.number("poseAcross", "120");
         }},
        {"pose.scaleY",
         [](Walk& w) {
             w.cue("poses");
             w.number("poseDown", "120");
         }},
        {"pose.turn",
         [](Walk& w) {
             w.cue("poses");
             w.number("poseTurn", "15");
         }},
        {"pose.opacity",
         [](Walk& w) {
             w.cue("poses");
             w.number("poseOpacity", "50");
         }},
        {"pose.easing",
         [](Walk& w) {
             w.cue("poses");
             w.choose("poseEasing", 2);
         }},
    };
    for (const auto* key : {"angle", "dim", "dip", "direction", "distance", "fade", "fill", "from", "measure",
                            "over", "size", "to", "turning-point", "x", "y", "across", "down"}) {
        ways[std::string("move.") + key] = [key](Walk& w) { w.parameter(key); };
    }
    return ways;
}

}
