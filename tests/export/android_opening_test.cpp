// SPDX-License-Identifier: MIT
#include "support/android_app.h"
#include "support/random_sequence.h"
#include "support/situations.h"
#include "support/variants.h"

/// What Android's systems show before the app's own first frame, drawn by the real framework from the
/// exported theme, against the preview (tests/judges/android/Opening.kt).
using namespace scaena;
using namespace scaena::test;

namespace {

struct System {
    plan::TargetId target;
    int api;
};
constexpr System kSystems[] = {{"android", 29}, {"android12", 35}};

/// Adds an opening's case for that system, and our own pictures of the same moments.
json openingOf(AndroidApp& app, const model::Sequence& sequence, const project::ArtFiles& artFiles,
               const std::string& title, const System& system, model::Appearance appearance) {
    schedule::Conditions conditions;
    conditions.target = system.target;
    conditions.appearance = appearance;
    const auto s = schedule::resolve(sequence, conditions);
    const auto name = fmt::format("{}-{}-{}", title, system.target.name(),
                                  appearance == model::Appearance::Dark ? "night" : "day");
    auto it = AndroidApp::caseOf(sequence, name, s);
    it["theme"] = exporting::androidNames(sequence, AndroidApp::kPackage).styleName;
    const render::Scene scene(sequence, artFiles, appearance, 1);
    // The old systems' frame is static; the new ones' icon moves.
    for (const int part : {0, 25, 50, 75, 98}) {
        const auto t = s.beats[0].end * part / 100 / 2 * 2; // the test moves time by two
        render::StillOptions options;
        options.pixels = QSize(static_cast<int>(s.screen.width), static_cast<int>(s.screen.height));
        options.roundScreen = options.bars = false;
        const auto picture = fmt::format("{}-{}.png", name, it["shots"].size());
        REQUIRE(render::still(scene, s, t, options)
                    .save(QString::fromStdString((app.path() / picture).string())));
        it["shots"].push_back(t);
    }
    return it;
}

/// An icon that turns, grows and fades about a pivot of its own.
model::Sequence withMovingIcon(model::Sequence sequence) {
    sequence.name += " Icon";
    auto& icon = *model::findThing(sequence.layers, sequence.opening.icon);
    icon.pivot = {0.2, 0.9};
    std::erase_if(sequence.cues, [&](const auto& it) { return it.beat == sequence.beats.front().id; });
    for (const auto kind : {model::MoveKind::Turn, model::MoveKind::Settle}) {
        model::Cue moved;
        moved.id = CueId("icon-" + std::string(model::word(kind)));
        moved.layer = icon.id;
        moved.beat = sequence.beats.front().id;
        moved.length = kind == model::MoveKind::Turn ? 420 : 300;
        moved.move.kind = kind;
        sequence.cues.push_back(std::move(moved));
    }
    return sequence;
}

}

TEST_CASE("In the real Android framework every opening shows what the preview shows", "[long][android]") {
    AndroidApp app("Opening");
    std::map<int, std::vector<json>> cases;
    const auto add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles,
                         const std::string& title) {
        app.add(sequence, artFiles);
        for (const auto& system : kSystems) {
            for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
                cases[system.api].push_back(openingOf(app, sequence, artFiles, title, system, appearance));
            }
        }
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        add(project.sequence, *project.artFiles, path.stem().string());
        if (!project.sequence.opening.icon.empty()) {
            auto moving = withMovingIcon(project.sequence);
            add(moving, *project.artFiles, path.stem().string() + "-icon");
            // One that is too long for the system: it plays the beginning.
            auto& turn = *std::ranges::find(moving.cues, model::MoveKind::Turn,
                                            [](const auto& it) { return it.move.kind; });
            turn.length = 2600;
            turn.continues = true;
            moving.name += " On";
            add(moving, *project.artFiles, path.stem().string() + "-goes-on");
        }
    }
    const auto first = openSample(samples().front());
    for (const unsigned seed : seeds(900, 4)) {
        const auto sequence = randomWithoutClips(seed);
        add(sequence, randomArtFiles(first), sequence.name);
    }
    app.build();
    json pictures = json::array();
    for (const auto& [api, list] : cases) {
        app.clearCases();
        for (const auto& it : list) {
            app.addCase(it);
        }
        app.addCase({{"name", "everything"}, {"everything", true}});
        app.play(api);
        for (const auto& it : list) {
            const auto name = it["name"].get<std::string>();
            INFO(api << " " << name << " " << app.seen(api, name).dump());
            CHECK_FALSE(app.seen(api, name).contains("error"));
            for (std::size_t i = 0; i < it["shots"].size(); ++i) {
                const auto picture = fmt::format("{}-{}.png", name, i);
                pictures.push_back({{"picture", picture},
                                    {"seen", fmt::format("seen-{}/{}", api, picture)},
                                    {"least", 0.98}});
            }
        }
        const auto all = app.seen(api, "everything");
        INFO(all.dump());
        CHECK(all["wrong"].empty());
        CHECK(all["count"] > 100);
    }
    REQUIRE(DiskFiles().writeAtomically(app.path() / "pictures.json", pictures.dump()));
    const auto judged = runJudge("pictures_judge.mjs", {judges(), app.folder()});
    INFO(judged.output);
    CHECK(judged.code == 0);
}
