// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/resolve.h"
#include "render/frames/still.h"
#include "support/export_helper.h"
#include "support/files_of_repository.h"

#include <QImage>
#include <catch2/catch.hpp>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <nlohmann/json.hpp>

/// What is played on every player that can be run here, and what must come of it: looks, and the situations
/// of tests/export/situations.json.
namespace scaena::test {

using nlohmann::json;

/// A look at a sequence: what the device is like. Four of them: what lies at parts of a screen is elsewhere
/// on each.
struct Look {
    const char* name;
    const char* device = "tall-phone";
    model::Appearance appearance = model::Appearance::Light;
    bool calm = false, landscape = false, shut = false;
};
inline constexpr Look kLooks[] = {{"day"},
                                  {"night", "small-phone", model::Appearance::Dark},
                                  {"calm", "tall-phone", model::Appearance::Light, true},
                                  {"wide", "quick-phone", model::Appearance::Light, false, true},
                                  {"shut", "foldable", model::Appearance::Light, false, false, true}};

/// As the contract writes them.
inline constexpr const char* kOutcomes[] = {"complete", "wentOn", "offline", "message"};

inline schedule::Schedule scheduleOf(const model::Sequence& sequence, const Look& look) {
    schedule::Conditions conditions;
    conditions.device = schedule::DeviceId::named(look.device).value();
    conditions.appearance = look.appearance;
    conditions.reducedMotion = look.calm;
    conditions.landscape = look.landscape;
    if (look.shut) {
        conditions.loading = schedule::Loading::Never;
    }
    return schedule::resolve(sequence, conditions);
}

/// The colour of the app's own screen, as the sequence's first screen for that outcome has it: 0xAARRGGBB.
inline int sheetOf(const model::Sequence& sequence, const schedule::Schedule& s, model::ShownWhen when) {
    for (const auto& layer : sequence.layers) {
        const auto* screen = layer.as<model::FirstScreenContent>();
        if (screen && layer.shownWhen == when) {
            const auto c = model::colourOf(sequence.palette, screen->background, s.conditions.appearance);
            return static_cast<int>(0xFF000000U | unsigned(c.r) << 16U | unsigned(c.g) << 8U | c.b);
        }
    }
    return when == model::ShownWhen::Always ? -1 : sheetOf(sequence, s, model::ShownWhen::Always);
}

/// A case under those conditions, whose gates open when the core says. Players add how they find the launch.
inline json caseOf(const model::Sequence& sequence, const std::string& name, const schedule::Schedule& s) {
    json opens = json::array();
    for (std::size_t i = 0; i < s.gates.size(); ++i) {
        if (!s.gates[i].timedOut && !isNever(s.gates[i].open)) {
            opens.push_back({{"gate", i}, {"at", s.gates[i].open}});
        }
    }
    const auto& safe = s.safeArea;
    const auto& size = s.screen;
    return {{"name", name},
            {"sequence", sequence.name},
            {"width", size.width},
            {"height", size.height},
            {"dark", s.conditions.appearance == model::Appearance::Dark},
            {"darkBars", sequence.bars.content == model::BarContent::Dark ||
                             (sequence.bars.content == model::BarContent::Auto &&
                              s.conditions.appearance == model::Appearance::Light)},
            {"insets", {safe.x, safe.y, size.width - safe.right(), size.height - safe.bottom()}},
            {"first", s.beats[0].end},
            {"calm", s.conditions.reducedMotion},
            {"sheet", sheetOf(sequence, s, model::ShownWhen::Always)},
            {"offlineSheet", sheetOf(sequence, s, model::ShownWhen::Offline)},
            {"opens", opens},
            {"acts", json::array()},
            {"shots", json::array()}};
}

inline constexpr const char* kSorry = "Couldn't load. “Try again?”";

/// The same, but time-outs leave a message, which a text tells.
inline model::Sequence withMessage(model::Sequence sequence) {
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
        auto it = caseOf(m_sequence, fmt::format("{}-{}", m_title, index), m_open);
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
            word = word == "time-out" ? kOutcomes[static_cast<int>(m_shut.outcome)] : word;
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

/// Every situation a player can meet, on every sample and on its like with a message. `add` is told of a
/// sequence before its cases are made, by the title they have; `complete` adds to a case what the player asks
/// for.
struct SituationCases {
    std::function<bool(const json& situation)> isMet = [](const json&) { return true; };
    std::function<void(const model::Sequence&, const project::ArtFiles&, const std::string& title)> add;
    std::function<void(json& it, const model::Sequence&)> complete = [](json&, const model::Sequence&) {};

    [[nodiscard]] std::vector<Played> made() const {
        const auto situations = json::parse(readWhole(repository() / "tests/export/situations.json"));
        std::vector<Played> all;
        const auto each = [&](const model::Sequence& sequence, const project::Project& project,
                              const std::string& title) {
            add(sequence, *project.artFiles, title);
            const Situations cases(sequence, title);
            int index = 0;
            for (const auto& situation : situations) {
                if (situation.value("message", false) == title.ends_with("message") && isMet(situation)) {
                    all.push_back(cases.played(situation, index++));
                    complete(all.back().it, sequence);
                }
            }
        };
        for (const auto& path : samples()) {
            const auto project = openSample(path);
            each(project.sequence, project, path.stem().string());
            each(withMessage(project.sequence), project, path.stem().string() + "-message");
        }
        return all;
    }
};

/// The names of the gates, for players that are told by name.
inline json gateNames(const model::Sequence& sequence) {
    json names = json::array();
    for (const auto& gate : sequence.gates) {
        names.push_back(gate.id);
    }
    return names;
}

/// Whether some act of a situation is one of those.
inline bool hasAct(const json& situation, const std::vector<std::string>& acts) {
    for (const auto& act : situation.value("acts", json::array())) {
        if (std::find(acts.begin(), acts.end(), act["do"].get<std::string>()) != acts.end()) {
            return true;
        }
    }
    return false;
}

/// Moments of a case, in order, and our own pictures of them beside it; adds what a judge has to compare.
inline void addShots(json& it, json& pictures, const std::filesystem::path& folder,
                     const model::Sequence& sequence, const project::ArtFiles& artFiles,
                     const schedule::Schedule& s, const std::vector<Millis>& moments) {
    const auto name = it["name"].get<std::string>();
    const render::Scene scene(sequence, artFiles, s.conditions.appearance, 1);
    for (std::size_t i = 0; i < moments.size(); ++i) {
        const auto t = static_cast<double>(moments[i]);
        render::StillOptions options;
        options.pixels = QSize(static_cast<int>(s.screen.width), static_cast<int>(s.screen.height));
        options.roundScreen = options.bars = false;
        const auto picture = fmt::format("{}-{}.png", name, i);
        REQUIRE(
            render::still(scene, s, t, options).save(QString::fromStdString((folder / picture).string())));
        it["shots"].push_back(t);
        pictures.push_back({{"picture", picture},
                            {"case", name},
                            {"shot", i},
                            {"width", s.screen.width},
                            {"height", s.screen.height},
                            {"least", 0.98}});
    }
}

/// A screen shows what begins with the next of its sixty frames a second: not a moment within the first frame
/// of a cue.
inline Millis aFrameIn(const schedule::Schedule& s, Millis t) {
    constexpr Millis kFrame = 17;
    for (const auto& cue : s.cues) {
        if (!cue.dropped() && cue.start < t && t - cue.start < kFrame) {
            return cue.start + kFrame;
        }
    }
    return t;
}

/// The same at eight moments from its first frame to its end.
inline void addShots(json& it, json& pictures, const std::filesystem::path& folder,
                     const model::Sequence& sequence, const project::ArtFiles& artFiles,
                     const schedule::Schedule& s) {
    std::vector<Millis> moments;
    const double from = s.beats[0].end;
    for (int i = 0; i < 8; ++i) {
        const double t = std::floor(from + 20 + (s.metrics.shown - from - 60) * i / 7.0);
        moments.push_back(aFrameIn(s, static_cast<Millis>(t)));
    }
    addShots(it, pictures, folder, sequence, artFiles, s, moments);
}

/// What is common to everything that was played to its end: nothing is left, all can be reached.
inline void checkEnd(const json& seen) {
    INFO(seen.dump());
    CHECK_FALSE(seen.contains("error"));
    CHECK(seen["alive"] == 0);
    CHECK(seen["content"] == true);
    CHECK(seen["reachAfter"]["reader"] == true);
    CHECK(seen["reachAfter"]["keys"] == true);
}

/// What was told, recorded, reached and spoken, against what the situation says.
inline void checkSituation(const json& seen, const Played& played) {
    const auto& situation = played.situation;
    CHECK(seen.value("told", json::array()) == played.told);
    if (played.stays) {
        CHECK_FALSE(seen.contains("error"));
        CHECK(seen["reachAfter"]["reader"] == false);
        CHECK(seen["records"].empty());
    } else {
        checkEnd(seen);
        // One record for a launch, which tells the same.
        REQUIRE(seen["records"].size() == 1);
        const auto record = json::parse(seen["records"][0].get<std::string>());
        CHECK(record["outcome"] == played.told.back());
        CHECK(record["start"] == situation.value("start", "cold"));
    }
    if (seen.contains("over")) { // told once, when all can be used: nothing while a message stands there
        CHECK(seen["over"] == (played.stays ? json::array() : json::array({played.told.back()})));
        CHECK(seen.value("awaited", seen["over"]) == seen["over"]);
    }
    if (situation.contains("pressed")) {
        CHECK(seen["pressed"] == situation["pressed"]);
    }
    if (seen.contains("spoken")) {
        CHECK(seen["spoken"] == kSorry);
    }
    if (!situation.value("skipped", false)) {
        CHECK(seen["reach"]["reader"] == false);
        CHECK(seen["reach"]["keys"] == false);
    }
}

/// What a browser's judge has seen of them, by the cases' names.
inline void checkSeen(const std::vector<Played>& all, const json& seen) {
    REQUIRE(all.size() > 60);
    for (const auto& played : all) {
        const auto& it = seen.at(played.it["name"].get<std::string>());
        INFO(played.it["name"] << " " << played.situation.dump() << "\n" << it.dump());
        checkSituation(it, played);
    }
}

/// The cases as the judges read them.
inline std::string casesText(const std::vector<Played>& all) {
    json cases = json::array();
    for (const auto& played : all) {
        cases.push_back(played.it);
    }
    return json{{"cases", cases}}.dump();
}

}
