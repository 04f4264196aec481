// SPDX-License-Identifier: MIT
#include "render/frames/still.h"
#include "support/android_app.h"
#include "support/variants.h"

#include <QImage>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <nlohmann/json.hpp>

/// Exports for Android as parts of a real app, in the real framework: resources linked, Kotlin compiled
/// without a warning, played on the JVM (tests/judges/android). What must have happened stands in
/// situations.json.
using namespace scaena;
using namespace scaena::test;
using nlohmann::json;

namespace {

/// A look at a sequence: what the device is like.
struct Look {
    const char* name;
    model::Appearance appearance = model::Appearance::Light;
    bool calm = false, landscape = false, shut = false;
};
constexpr Look kLooks[] = {{"day"},
                           {"night", model::Appearance::Dark},
                           {"calm", model::Appearance::Light, true},
                           {"wide", model::Appearance::Light, false, true},
                           {"shut", model::Appearance::Light, false, false, true}};

constexpr const char* kOutcomes[] = {"COMPLETE", "WENT_ON", "OFFLINE", "MESSAGE"};

schedule::Schedule scheduleOf(const model::Sequence& sequence, const Look& look) {
    schedule::Conditions conditions;
    conditions.appearance = look.appearance;
    conditions.reducedMotion = look.calm;
    conditions.landscape = look.landscape;
    if (look.shut) {
        conditions.loading = schedule::Loading::Never;
    }
    return schedule::resolve(sequence, conditions);
}

/// What is common to everything that was played to its end: nothing is left, all can be reached.
void checkEnd(const json& seen) {
    INFO(seen.dump());
    CHECK_FALSE(seen.contains("error"));
    CHECK(seen["alive"] == 0);
    CHECK(seen["content"] == true);
    CHECK(seen["reachAfter"]["reader"] == true);
    CHECK(seen["reachAfter"]["keys"] == true);
}

constexpr const char* kSorry = "Couldn't load. “Try again?”";

/// The same, but time-outs leave a message, which a text tells.
model::Sequence withMessage(model::Sequence sequence) {
    sequence.name += " Message";
    for (auto& beat : sequence.beats) {
        beat.onTimeOut = model::TimeOutAction::Message;
        if (beat.kind == model::BeatKind::Wait && !beat.atMost) {
            beat.atMost = 4000;
        }
    }
    for (auto& gate : sequence.gates) {
        gate.onTimeOut = model::TimeOutAction::Message;
    }
    model::TextContent text;
    text.text = kSorry;
    text.colour = sequence.palette.front().id;
    text.size = 20;
    model::Layer layer;
    layer.id = "sorry";
    layer.name = "Sorry";
    layer.place.width = 300;
    layer.place.height = 40;
    layer.shownWhen = model::ShownWhen::Message;
    layer.contents = text;
    sequence.layers.push_back(layer);
    return sequence;
}

/// One situation on one sequence: the case to play, and what must have come of it.
struct Played {
    json it, told;
    bool stays = false;
    json situation;
};

class Situations {
public:
    Situations(const model::Sequence& sequence, std::string title)
        : m_sequence(sequence), m_title(std::move(title)), m_open(scheduleOf(sequence, kLooks[0])),
          m_shut(scheduleOf(sequence, kLooks[4])) {}

    [[nodiscard]] Played played(const json& situation, int index) const {
        auto it = AndroidApp::caseOf(m_sequence, fmt::format("{}-{}", m_title, index), m_open);
        const auto gates = situation.value("gates", "");
        const Millis first = situation.value("first", m_open.beats[0].end);
        const Millis shift = first - m_open.beats[0].end;
        it["gates"] = json::array();
        for (std::size_t i = 0; i < m_open.gates.size(); ++i) {
            it["gates"].push_back(i);
        }
        if (gates == "never") {
            it["opens"] = json::array();
        }
        for (auto& open : it["opens"]) {
            open["at"] = gates == "early" ? 100 : open["at"].get<int>() + shift;
            open["thread"] = situation.value("thread", false);
        }
        if (situation.value("twice", false)) {
            const auto once = it["opens"];
            for (auto again : once) {
                again["at"] = again["at"].get<int>() + 40;
                it["opens"].push_back(again);
            }
        }
        if (situation.contains("again")) {
            it["opens"].push_back({{"gate", 0}, {"at", situation["again"]}});
        }
        for (const auto& act : situation.value("acts", json::array())) {
            it["acts"].push_back({{"at", timeOf(act["at"], first, gates == "never")}, {"do", act["do"]}});
        }
        it["first"] = first;
        it["calm"] = situation.value("calm", false);
        it["ran"] = situation.value("ran", true);
        it["skipped"] = situation.value("skipped", false);
        it["button"] = true;
        it["after"] = (longest() + 3000) / 16;
        Played made{it, situation["told"], situation.value("stays", false), situation};
        for (auto& word : made.told) {
            static const char* words[] = {"complete", "wentOn", "offline", "message"};
            word = word == "time-out" ? words[static_cast<int>(m_shut.outcome)] : word;
        }
        return made;
    }

private:
    /// When a launch whose gates stay shut is shown at the latest, or its message.
    [[nodiscard]] Millis longest() const {
        return isNever(m_shut.metrics.shown) ? messageAt() * 2 : m_shut.metrics.shown;
    }
    [[nodiscard]] Millis messageAt() const {
        Millis at = 0;
        for (const auto& beat : m_shut.beats) {
            at = isNever(beat.end) ? at : std::max(at, beat.end);
        }
        return at;
    }
    [[nodiscard]] Millis timeOf(const json& at, Millis first, bool isShut) const {
        if (at.is_number()) {
            return first + at.get<int>();
        }
        if (at == "hand-off") {
            return m_open.beats.back().start + 100;
        }
        if (at == "message") {
            return messageAt() + 400;
        }
        REQUIRE(at == "shown");
        return (isShut ? m_shut : m_open).metrics.shown + 300;
    }

    const model::Sequence& m_sequence;
    std::string m_title;
    schedule::Schedule m_open, m_shut;
};

}

TEST_CASE("In the real Android framework every sample shows what the preview shows", "[long][android]") {
    AndroidApp app;
    json pictures = json::array();
    std::map<std::string, std::string> told;
    const auto add = [&](const model::Sequence& sequence, const project::Project& project,
                         const std::string& title, const std::vector<Look>& looks) {
        app.add(sequence, *project.shelf);
        for (const auto& look : looks) {
            const auto s = scheduleOf(sequence, look);
            const auto name = title + "-" + look.name;
            auto it = AndroidApp::caseOf(sequence, name, s);
            const render::Scene scene(sequence, *project.shelf, look.appearance, 1);
            told[name] = kOutcomes[static_cast<int>(s.outcome)];
            const double from = s.beats[0].end;
            for (int i = 0; i < 8; ++i) {
                const auto t = std::floor(from + 20 + (s.metrics.shown - from - 60) * i / 7.0);
                render::StillOptions options;
                options.pixels = QSize(static_cast<int>(s.screen.width), static_cast<int>(s.screen.height));
                options.roundScreen = options.bars = false;
                const auto picture = fmt::format("{}-{}.png", name, i);
                REQUIRE(render::still(scene, s, t, options)
                            .save(QString::fromStdString((app.path() / picture).string())));
                it["shots"].push_back(t);
                pictures.push_back({{"picture", picture}, {"seen", "seen-35/" + picture}, {"least", 0.98}});
            }
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
    app.build();
    app.play(35);
    for (const auto& [name, outcome] : told) {
        INFO(name);
        const auto seen = app.seen(35, name);
        checkEnd(seen);
        CHECK(seen["told"] == json::array({outcome}));
    }
    REQUIRE(DiskFiles().writeAtomically(app.path() / "pictures.json", pictures.dump()));
    const auto judged = runJudge("pictures_judge.mjs", {judges(), app.folder()});
    INFO(judged.output);
    CHECK(judged.code == 0);
}

TEST_CASE("In the real Android framework every situation ends as the contract says", "[long][android]") {
    AndroidApp app;
    const auto situations = json::parse(readWhole(repository() / "tests/export/situations.json"));
    std::vector<Played> all;
    const auto add = [&](const model::Sequence& sequence, const project::Project& project,
                         const std::string& title) {
        app.add(sequence, *project.shelf);
        const Situations made(sequence, title);
        int index = 0;
        for (const auto& situation : situations) {
            if (situation.value("message", false) == title.ends_with("message")) {
                all.push_back(made.played(situation, index++));
                app.addCase(all.back().it);
            }
        }
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        add(project.sequence, project, path.stem().string());
        add(withMessage(project.sequence), project, path.stem().string() + "-message");
    }
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
            json told = json::array();
            for (const auto& word : seen.value("told", json::array())) {
                static const std::map<std::string, std::string> words = {{"COMPLETE", "complete"},
                                                                         {"WENT_ON", "wentOn"},
                                                                         {"OFFLINE", "offline"},
                                                                         {"MESSAGE", "message"},
                                                                         {"INTERRUPTED", "interrupted"}};
                told.push_back(words.at(word));
            }
            CHECK(told == played.told);
            if (played.stays) {
                CHECK_FALSE(seen.contains("error"));
                CHECK(seen["reachAfter"]["reader"] == false);
                CHECK(seen["records"].empty());
            } else {
                checkEnd(seen);
                // One record for a launch, which tells the same.
                REQUIRE(seen["records"].size() == 1);
                const auto record = json::parse(seen["records"][0].get<std::string>());
                CHECK(record["outcome"] == told.back());
                CHECK(record["start"] == played.situation.value("start", "cold"));
            }
            if (played.situation.contains("pressed")) {
                CHECK(seen["pressed"] == played.situation["pressed"]);
            }
            if (seen.contains("spoken")) {
                CHECK(seen["spoken"] == kSorry);
            }
            if (!played.situation.value("skipped", false)) {
                CHECK(seen["reach"]["reader"] == false);
                CHECK(seen["reach"]["keys"] == false);
            }
        }
    }
}

TEST_CASE("An app made literally by the steps of INTEGRATE.md plays its launch", "[long][android]") {
    AndroidApp app;
    std::vector<std::string> names;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        app.add(project.sequence, *project.shelf);
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
