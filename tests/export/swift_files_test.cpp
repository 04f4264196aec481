// SPDX-License-Identifier: MIT
#include "export/common/code_value.h"
#include "support/builders.h"
#include "support/export_helper.h"
#include "support/random_sequence.h"
#include "support/situations.h"

#include <regex>
#include <set>
#include <sstream>

/// What the iOS export writes, as far as it can be told without a compiler.
using namespace scaena;
using namespace scaena::test;

namespace {

std::vector<exporting::ExportedFile> swiftOf(const model::Sequence& sequence,
                                             const project::ArtFiles& artFiles) {
    std::vector<exporting::ExportedFile> list;
    for (const auto& file : exported(sequence, artFiles, {}, "ios").files) {
        if (file.path.ends_with(".swift")) {
            list.push_back(file);
        }
    }
    return list;
}

/// Lines that begin at the margin and declare something.
std::vector<std::string> declarationsOf(const std::string& text) {
    std::vector<std::string> found;
    std::istringstream lines(text);
    for (std::string line; std::getline(lines, line);) {
        static const std::regex declares(
            "(@MainActor )?(final )?(class|struct|enum|protocol|func|let|var|extension) .*");
        if (std::regex_match(line, declares)) {
            found.push_back(line);
        }
    }
    return found;
}

/// A logo that settles, a title, one gate and a fade: the smallest that is of use.
model::Sequence smallest() {
    auto sequence = aSequence()
                        .withBeat(play("arrive", 600))
                        .withBeat(wait("wait"))
                        .withGate(gate("session", 900))
                        .withCue(cue("settle", "arrive", 0, 600, model::MoveKind::Settle))
                        .build();
    return sequence;
}

}

TEST_CASE("All names of an iOS export lie in the sequence's own, and each file has a name of its own") {
    std::set<std::string> names;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto& file : swiftOf(project.sequence, *project.artFiles)) {
            INFO(file.path);
            const auto name = std::filesystem::path(file.path).filename().string();
            CHECK(names.insert(name).second);
            const auto own = name.substr(0, name.find_first_of("+."));
            CHECK(own.ends_with("Launch"));
            const auto declarations = declarationsOf(file.bytes);
            REQUIRE(declarations.size() == 1);
            CHECK((declarations.front() == "extension " + own + " {" ||
                   declarations.front() == "enum " + own + " {"));
            CHECK(file.bytes.find("public") == std::string::npos);
            CHECK(file.bytes.find('@' + std::string("LAUNCH@")) == std::string::npos);
            CHECK(file.bytes.find("//?") == std::string::npos);
        }
    }
}

TEST_CASE("No line of an iOS export's Swift is longer than 120") {
    const auto first = openSample(samples().front());
    const auto check = [](const std::vector<exporting::ExportedFile>& files) {
        for (const auto& file : files) {
            std::istringstream lines(file.bytes);
            for (std::string line; std::getline(lines, line);) {
                INFO(file.path << "\n" << line);
                CHECK(line.size() <= 120 + 2 * 3); // a typographic mark has three bytes
            }
        }
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        check(swiftOf(project.sequence, *project.artFiles));
    }
    for (const unsigned seed : seeds(40, 6)) {
        check(swiftOf(randomWithoutClips(seed), randomArtFiles(first)));
    }
}

TEST_CASE("An iOS export holds no function, type, case or file that only other sequences use") {
    const auto project = openSample(samples().front());
    auto artFiles = randomArtFiles(project);
    std::string all;
    for (const auto& file : swiftOf(smallest(), artFiles)) {
        all += file.bytes;
    }
    for (const char* absent : {"retry", "CAGradientLayer(type", "wideLooks", "showProgress", "showFrame",
                               "joinGroup", "onStops", "bounced", "swung", "enum Spread", "struct Gradient",
                               "struct Bitmap", "leaveEarly", "func travel", "shrinkToPanel"}) {
        INFO(absent);
        CHECK(all.find(absent) == std::string::npos);
    }
    for (const char* present : {"enum Gate: Int, Sendable", "case session", "static func attach(to window"}) {
        INFO(present);
        CHECK(all.find(present) != std::string::npos);
    }
    std::string rich;
    for (const auto& file : swiftOf(project.sequence, *project.artFiles)) {
        rich += file.bytes;
    }
    CHECK(rich.find("leaveEarly") != std::string::npos);
    CHECK(rich.find("bounced") != std::string::npos);
    CHECK(rich.find("onStops") == std::string::npos); // what falls is said as such
}

TEST_CASE("A sequence that leaves a message can be retried on iOS, and says what it shows") {
    const auto project = openSample(samples().front());
    std::string all;
    for (const auto& file : swiftOf(withMessage(project.sequence), *project.artFiles)) {
        all += file.bytes;
    }
    CHECK(all.find("static func retry()") != std::string::npos);
    CHECK(all.find("says: \"Couldn't load. “Try again?”\"") != std::string::npos);
    const auto steps =
        fileOf(exported(withMessage(project.sequence), *project.artFiles, {}, "ios"), "INTEGRATE.md");
    CHECK(steps.find(".retry()") != std::string::npos);
}

TEST_CASE("The status bar of an iOS export is as the sequence says") {
    const auto project = openSample(samples().front());
    auto sequence = project.sequence;
    const auto player = [&] {
        return fileOf(exported(sequence, *project.artFiles, {}, "ios"), "+Player.swift");
    };
    sequence.bars.content = model::BarContent::Auto;
    sequence.bars.shown = true;
    CHECK(player().find("prefersStatusBarHidden: Bool { false }") != std::string::npos);
    CHECK(player().find("{ .default }") != std::string::npos);
    sequence.bars.content = model::BarContent::Light;
    CHECK(player().find("{ .lightContent }") != std::string::npos);
    sequence.bars.content = model::BarContent::Dark;
    sequence.bars.shown = false;
    CHECK(player().find("{ .darkContent }") != std::string::npos);
    CHECK(player().find("prefersStatusBarHidden: Bool { true }") != std::string::npos);
}

TEST_CASE("What a layer has twice stands once in the Swift of its look") {
    const auto project = openSample(samples().front());
    std::string data;
    for (const auto& file : swiftOf(project.sequence, *project.artFiles)) {
        if (file.path.find('+') == std::string::npos) {
            data = file.bytes;
        }
    }
    // A title that is drawn: its letters as art, as what fills them, and as contours.
    const auto at = data.find("fills: letters");
    REQUIRE(at != std::string::npos);
    CHECK(data.rfind("let letters", at) != std::string::npos);
    CHECK(data.rfind("path: path0", at) != std::string::npos);
}

TEST_CASE("The steps for iOS name this sequence's files and gates") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto made = exported(project.sequence, *project.artFiles, {}, "ios");
        const auto steps = fileOf(made, "INTEGRATE.md");
        INFO(steps);
        for (const auto& gate : project.sequence.gates) {
            CHECK(steps.find("Launch.open(." + exporting::camelCase(gate.id) + ")") != std::string::npos);
        }
        std::smatch match;
        REQUIRE(std::regex_search(steps, match,
                                  std::regex("\\*Launch screen interface file base name\\* to `(\\w+)`")));
        CHECK(hasFile(made, match[1].str() + ".storyboard"));
        CHECK(steps.find("{") != std::string::npos); // code blocks
        CHECK(steps.find("{launch}") == std::string::npos);
    }
}
