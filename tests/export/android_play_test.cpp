// SPDX-License-Identifier: MIT
#include "support/android_app.h"
#include "support/random_sequence.h"
#include "support/variants.h"

#include <algorithm>
#include <map>
#include <set>

/// Exports for Android as parts of a real app, in the real framework: resources linked, Kotlin compiled
/// without a warning, played on the JVM (tests/judges/android). What must have happened stands in
/// situations.json.
using namespace scaena;
using namespace scaena::test;

namespace {

/// The bars have the content the sequence says while it plays, and then the app's own: dark in the status
/// bar.
void checkBars(const json& seen, const json& it, bool isOver) {
    if (!it.value("skipped", false)) {
        CHECK(seen["bars"] == (it["darkBars"] ? 3 : 0));
    }
    if (isOver) {
        CHECK(seen["barsAfter"] == 1);
    }
}

/// Where neither a backdrop nor the app's first screen covers, Android shows the window background of the
/// theme, and the preview black (docs/platforms.md says so). So where cues play with the first screen, the
/// lowest backdrop stays until the hand-off; elsewhere backdrops move as they like.
model::Sequence keptCovered(model::Sequence sequence) {
    const auto isOf = [&](const model::Cue& cue, model::LayerKind kind) {
        return model::findThing(sequence.layers, cue.layer)->kind() == kind;
    };
    const auto lowest = std::find_if(sequence.layers.begin(), sequence.layers.end(),
                                     [](const auto& it) { return it.kind() == model::LayerKind::Backdrop; });
    if (lowest == sequence.layers.end() ||
        std::none_of(sequence.cues.begin(), sequence.cues.end(),
                     [&](const auto& it) { return isOf(it, model::LayerKind::FirstScreen); })) {
        return sequence;
    }
    std::set<CueId> gone;
    for (const auto& it : sequence.cues) {
        if (it.layer == lowest->id && it.beat != sequence.beats.back().id) {
            gone.insert(it.id);
        }
    }
    std::erase_if(sequence.cues, [&](const auto& it) { return gone.count(it.id) > 0; });
    for (auto& it : sequence.cues) {
        if (gone.count(it.anchor.cue) > 0) {
            it.anchor = {};
        }
    }
    return sequence;
}

}

TEST_CASE("In the real Android framework every sample shows what the preview shows", "[long][android]") {
    AndroidApp app;
    json pictures = json::array();
    std::map<std::string, std::string> told;
    const auto add = [&](const model::Sequence& sequence, const project::Project& project,
                         const std::string& title, const std::vector<Look>& looks) {
        app.add(sequence, *project.artFiles);
        for (const auto& look : looks) {
            const auto s = scheduleOf(sequence, look);
            const auto name = title + "-" + look.name;
            auto it = AndroidApp::caseOf(sequence, name, s);
            told[name] = kOutcomes[static_cast<int>(s.outcome)];
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
    // Drawn by and by, art that is another by night has other lines then.
    auto drawn = openSample(samples().front());
    auto lines = withPlainFirstScreens(drawn.sequence);
    lines.name += " Lines";
    for (auto& cue : lines.cues) {
        const auto layer = std::find_if(lines.layers.begin(), lines.layers.end(),
                                        [&](const auto& it) { return it.id == cue.layer; });
        if (cue.beat == "arrive" && layer->kind() == model::LayerKind::Artwork) {
            cue = test::cue(cue.id, cue.beat, 60, 900, model::MoveKind::Draw, cue.layer);
        }
    }
    add(lines, drawn, "lines", {kLooks[0], kLooks[1]});
    auto first = openSample(samples().front());
    first.artFiles = std::make_shared<project::ArtFiles>(randomArtFiles(first));
    for (const unsigned seed : seeds(700, 4)) {
        const auto sequence = keptCovered(withPlainFirstScreens(randomWithoutClips(seed)));
        std::vector<Look> looks;
        for (const auto& look : {kLooks[0], kLooks[3], kLooks[4]}) {
            if (!isNever(scheduleOf(sequence, look).metrics.shown)) {
                looks.push_back(look);
            }
        }
        add(sequence, first, sequence.name, looks);
    }
    app.build();
    app.play(35);
    for (const auto& [name, outcome] : told) {
        INFO(name);
        const auto seen = app.seen(35, name);
        checkEnd(seen);
        CHECK(seen["told"] == json::array({outcome}));
    }
    for (auto& it : pictures) {
        it["seen"] = "seen-35/" + it["picture"].get<std::string>();
    }
    REQUIRE(DiskFiles().writeAtomically(app.path() / "pictures.json", pictures.dump()));
    const auto judged = runJudge("pictures_judge.mjs", {judges(), app.folder()});
    INFO(judged.output);
    CHECK(judged.code == 0);
}

TEST_CASE("In the real Android framework every situation ends as the contract says", "[long][android]") {
    AndroidApp app;
    SituationCases cases;
    cases.add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles, const std::string&) {
        app.add(sequence, artFiles);
    };
    cases.complete = [&](json& it, const model::Sequence& sequence) {
        AndroidApp::complete(it, sequence);
        app.addCase(it);
    };
    const auto all = cases.made();
    app.build();
    const auto first = samples().front().stem().string() + "-";
    for (const int api : {29, 31, 35}) {
        const auto prefix = api < 31 ? first : std::string(); // the oldest that runs here plays one sample
        app.play(api, prefix);
        for (const auto& played : all) {
            const auto name = played.it["name"].get<std::string>();
            if (!name.starts_with(prefix)) {
                continue;
            }
            const auto seen = app.seen(api, name);
            INFO(api << " " << name << " " << played.situation.dump() << "\n" << seen.dump());
            checkSituation(seen, played);
            const bool isDestroyed = played.situation.value("name", "").starts_with("destroyed");
            checkBars(seen, played.it, !played.stays && !isDestroyed); // its window is no more
        }
    }
}

TEST_CASE("An app made literally by the steps of INTEGRATE.md plays its launch", "[long][android]") {
    AndroidApp app;
    std::vector<std::string> names;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        app.add(project.sequence, *project.artFiles);
        for (const bool loads : {true, false}) {
            const auto s = scheduleOf(project.sequence, kLooks[loads ? 0 : 4]);
            auto it = AndroidApp::caseOf(project.sequence,
                                         path.stem().string() + (loads ? "-loads" : "-offline"), s);
            it["activity"] = AndroidApp::literalActivity(static_cast<int>(names.size() / 2));
            it["opens"] = json::array();
            if (loads) {
                it["acts"].push_back({{"at", s.beats[0].end + 400}, {"do", "loads"}});
            }
            it["after"] = (s.metrics.shown + 2000) / 16;
            it["outcome"] = kOutcomes[static_cast<int>(s.outcome)];
            names.push_back(it["name"]);
            app.addCase(it);
        }
    }
    app.build();
    app.play(31);
    for (const auto& name : names) {
        const auto seen = app.seen(31, name);
        INFO(name << "\n" << seen.dump());
        checkEnd(seen);
        REQUIRE(seen["records"].size() == 1);
        const auto outcome = json::parse(seen["records"][0].get<std::string>())["outcome"];
        if (name.ends_with("-loads")) {
            CHECK(outcome == "complete");
        } else {
            CHECK(outcome != "complete");
        }
        CHECK(seen["offlineScreens"] == (outcome == "offline" ? 1 : 0));
    }
}
