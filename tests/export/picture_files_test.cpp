// SPDX-License-Identifier: MIT
#include "core/plan/carry.h"
#include "support/export_helper.h"
#include "support/files_of_repository.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

exporting::Export exportOf(const char* sample) {
    const auto project = openSample(repository() / "samples" / sample);
    return exported(project.sequence, *project.artFiles, "com.example.pictures");
}

std::ptrdiff_t countOf(const exporting::Export& made, const std::string& folder, const std::string& part) {
    return std::count_if(made.files.begin(), made.files.end(), [&](const auto& it) {
        return it.path.starts_with("res/" + folder + "/") && it.path.find(part) != std::string::npos;
    });
}

}

TEST_CASE("A person's pictures reach Android as they are, in the folder of their density and appearance") {
    const auto made = exportOf("tidewater/tidewater.scaena");
    for (const char* folder : {"drawable-mdpi", "drawable-xhdpi", "drawable-xxhdpi", "drawable-night-mdpi",
                               "drawable-night-xhdpi", "drawable-night-xxhdpi"}) {
        INFO(folder);
        CHECK(countOf(made, folder, "buoy") == 1);
    }
    const auto original = readWhole(repository() / "samples/tidewater/images/buoy@2x.png");
    CHECK(std::any_of(made.files.begin(), made.files.end(), [&](const auto& it) {
        return it.path.starts_with("res/drawable-xhdpi/") && it.bytes == original;
    }));
}

TEST_CASE("A backdrop's pictures have their own for the night and for a screen held sideways") {
    const auto made = exportOf("tidewater/tidewater.scaena");
    for (const char* folder :
         {"drawable-nodpi", "drawable-night-nodpi", "drawable-land-nodpi", "drawable-land-night-nodpi"}) {
        INFO(folder);
        CHECK(countOf(made, folder, ".jpg") == 1);
    }
    CHECK(std::any_of(made.findings.begin(), made.findings.end(), [](const auto& it) {
        return it.rule == "opening-without-picture" && it.severity == check::Severity::Note;
    }));
}

TEST_CASE("A clip is baked into as many pictures as the stage shows, and its cue says so") {
    const auto project = openSample(repository() / "samples/larder/larder.scaena");
    const auto made = exportOf("larder/larder.scaena");
    const auto& clip = model::findThing(project.sequence.layers, "jar")->get<model::ClipContent>();
    CHECK(countOf(made, "drawable-xxhdpi", "clip") == plan::bakedFrames(clip));
    for (const auto& it : made.carried) {
        if (it.cue == "jar-plays") {
            CHECK(it.carry.how == plan::Carry::Baked);
        }
    }
    model::ClipContent longest;
    longest.stopAt = 600'000;
    CHECK(plan::bakedFrames(longest) == plan::kMostBaked);
    longest.stopAt = longest.from;
    CHECK(plan::bakedFrames(longest) == 2);
}

TEST_CASE("A layer whose clip or picture is missing refuses the export and names it") {
    for (const char* sample : {"larder/larder.scaena", "tidewater/tidewater.scaena"}) {
        auto project = openSample(repository() / "samples" / sample);
        project::ArtFiles artFiles = *project.artFiles;
        artFiles.files.clear();
        const auto made = builtWith({}, project.sequence, artFiles, "android");
        REQUIRE_FALSE(made);
        CHECK(made.error().front().message.find("that can be read") != std::string::npos);
    }
}
