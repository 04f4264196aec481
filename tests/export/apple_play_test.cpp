// SPDX-License-Identifier: MIT
#include "support/apple_app.h"
#include "support/random_sequence.h"
#include "support/variants.h"

/// Exports for iOS as parts of an app, compiled by a real Swift compiler and played in a stand-in of Apple's
/// classes (tests/judges/apple). What must have happened stands in situations.json.
using namespace scaena;
using namespace scaena::test;

namespace {

/// Pixels of the largest drawing that is kept in a tree of layers, and on the screen at all.
double largestDrawing(const json& tree) {
    double most = 0;
    if (tree.contains("drawing")) {
        const double scale = tree["drawing"]["scale"];
        most = tree["drawing"]["bounds"][2].get<double>() * tree["drawing"]["bounds"][3].get<double>() *
               scale * scale;
    }
    for (const auto& sub : tree.value("sub", json::array())) {
        most = std::max(most, largestDrawing(sub));
    }
    return most;
}

/// Takes out what the player shows frame by frame: cuts, lines that draw themselves, panels, clips, progress.
void keepWhatIsAnimated(model::Sequence& sequence) {
    using model::MoveKind;
    sequence.takes.clear();
    static constexpr std::array kFramewise = {MoveKind::Iris, MoveKind::Wipe, MoveKind::Draw, MoveKind::Panel,
                                              MoveKind::Play};
    std::erase_if(sequence.layers, [](const auto& it) {
        return it.template as<model::ProgressContent>() || it.template as<model::ClipContent>();
    });
    std::erase_if(sequence.cues, [&](const auto& it) {
        return std::find(kFramewise.begin(), kFramewise.end(), it.move.kind) != kFramewise.end() ||
               model::indexOf(sequence.layers, it.layer) < 0;
    });
    for (auto& it : sequence.cues) {
        if (model::indexOf(sequence.cues, it.anchor.cue) < 0) {
            it.anchor = {};
        }
    }
}

}

TEST_CASE("In the stand-in of Apple's classes every sample shows what the preview shows", "[long][ios]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    AppleApp app(*swift);
    json pictures = json::array();
    std::map<std::string, std::string> told;
    const auto add = [&](const model::Sequence& sequence, const project::Project& project,
                         const std::string& title, const std::vector<Look>& looks) {
        app.add(sequence, *project.artFiles);
        for (const auto& look : looks) {
            const auto s = scheduleOf(sequence, look);
            auto it = caseOf(sequence, title + "-" + look.name, s);
            told[it["name"]] = kOutcomes[static_cast<int>(s.outcome)];
            addShots(it, pictures, app.path(), sequence, *project.artFiles, s);
            app.addCase(it);
        }
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto plain = withPlainFirstScreens(project.sequence);
        add(plain, project, path.stem().string(), {std::begin(kLooks), std::end(kLooks)});
        auto other = withOtherBoxes(plain);
        other.name += " Boxes";
        add(other, project, path.stem().string() + "-boxes", {kLooks[3]});
    }
    auto parted = openSample(samples().front());
    parted.artFiles = std::make_shared<project::ArtFiles>(withPictureParts(*parted.artFiles));
    auto partly = withPlainFirstScreens(parted.sequence);
    partly.name += " Parts";
    add(partly, parted, "parts", {kLooks[0], kLooks[3]});
    const auto first = openSample(samples().front());
    for (const unsigned seed : seeds(700, 7)) {
        const auto sequence = withPlainFirstScreens(randomWithoutClips(seed));
        app.add(sequence, randomArtFiles(first));
        for (const auto& look : kLooks) {
            const auto s = scheduleOf(sequence, look);
            auto it = caseOf(sequence, sequence.name + "-" + look.name, s);
            if (isNever(s.metrics.shown)) {
                continue;
            }
            told[it["name"]] = kOutcomes[static_cast<int>(s.outcome)];
            addShots(it, pictures, app.path(), sequence, randomArtFiles(first), s);
            app.addCase(it);
        }
    }
    app.play();
    for (const auto& [name, outcome] : told) {
        INFO(name);
        const auto seen = app.seen(name);
        checkEnd(seen);
        CHECK(seen["links"] == 0);
        CHECK(seen["told"] == json::array({outcome}));
        for (const auto& shot : seen["shots"]) {
            for (const auto& window : shot["windows"]) {
                CHECK(largestDrawing(window) <= 4'200'000); // four million, and what rounding adds
            }
        }
    }
    REQUIRE(DiskFiles().writeAtomically(app.path() / "pictures.json", pictures.dump()));
    const auto judged = runJudge("apple_judge.mjs", {judges(), app.folder()});
    INFO(judged.output);
    CHECK(judged.code == 0);
}

TEST_CASE("While the main thread is kept, Core Animation plays on what the preview shows", "[long][ios]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    AppleApp app(*swift);
    json pictures = json::array();
    const auto first = openSample(samples().front());
    const auto add = [&](model::Sequence sequence, const project::ArtFiles& artFiles) {
        keepWhatIsAnimated(sequence);
        app.add(sequence, artFiles);
        // With its gates shut all is known beforehand: what opens one needs the thread.
        const auto s = scheduleOf(sequence, kLooks[4]);
        auto it = caseOf(sequence, sequence.name, s);
        const auto begin = s.beats[0].end;
        const auto handOff = s.beats.back().start;
        it["acts"] = {{{"at", begin + 100}, {"do", "keep"}}};
        std::vector<Millis> moments = {begin + 150, begin + 300, begin + 550, begin + 950};
        if (!isNever(s.metrics.shown) && handOff > begin + 1200) {
            it["acts"].push_back({{"at", handOff - 80}, {"do", "keep"}});
            for (Millis t = handOff; t < std::min(handOff + 700, s.metrics.shown); t += 90) {
                moments.push_back(t);
            }
        }
        addShots(it, pictures, app.path(), sequence, artFiles, s, moments);
        app.addCase(it);
        // Left and returned to: nothing has gone on, not even in the first picture.
        auto back = caseOf(sequence, sequence.name + " back", s);
        back["acts"] = {{{"at", begin + 300}, {"do", "leave"}}};
        addShots(back, pictures, app.path(), sequence, artFiles, s, {begin + 300});
        back["shots"][0] = begin + 300 + 700;
        app.addCase(back);
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        add(withPlainFirstScreens(project.sequence), *project.artFiles);
    }
    for (const unsigned seed : seeds(740, 6)) {
        add(withPlainFirstScreens(randomWithoutClips(seed)), randomArtFiles(first));
    }
    app.play();
    REQUIRE(DiskFiles().writeAtomically(app.path() / "pictures.json", pictures.dump()));
    const auto judged = runJudge("apple_judge.mjs", {judges(), app.folder()});
    INFO(judged.output);
    CHECK(judged.code == 0);
}

TEST_CASE("In the stand-in of Apple's classes every situation ends as the contract says", "[long][ios]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    AppleApp app(*swift);
    SituationCases cases;
    cases.add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles, const std::string&) {
        app.add(sequence, artFiles);
    };
    cases.complete = [&](json& it, const model::Sequence&) { app.addCase(it); };
    const auto all = cases.made();
    app.play();
    for (const auto& played : all) {
        const auto name = played.it["name"].get<std::string>();
        const auto seen = app.seen(name);
        INFO(name << " " << played.situation.dump() << "\n" << seen.dump());
        checkSituation(seen, played);
        CHECK(seen["links"] == (played.stays ? 1 : 0));
    }
}
