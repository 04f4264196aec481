// SPDX-License-Identifier: MIT
#include "export/common/export_build.h"
#include "export/lottie/lottie_composition.h"
#include "export/lottie/lottie_curves.h"
#include "render/art/clip_pictures.h"
#include "render/frames/frame_painter.h"
#include "render/frames/scene.h"
#include "support/builders.h"
#include "support/judges.h"
#include "support/variants.h"

#include <QBuffer>
#include <QImage>
#include <QPainter>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

/// The exported compositions by two renderers that know nothing of each other, and by the community's schema.
using namespace scaena;
using namespace scaena::test;
using nlohmann::json;

namespace {

/// The launch alone: the composition is clear where the app's first screen is seen.
QImage withoutFirstScreen(const render::Scene& scene, const schedule::Schedule& s, double t) {
    auto frame = schedule::evaluate(s, t);
    std::erase_if(frame.layers, [&](const schedule::LayerState& it) {
        return s.sequence->layers[static_cast<std::size_t>(it.layer)].as<model::FirstScreenContent>() !=
               nullptr;
    });
    QImage image(static_cast<int>(frame.screen.width), static_cast<int>(frame.screen.height),
                 QImage::Format_RGB32);
    image.fill(Qt::black);
    QPainter painter(&image);
    render::paintFrame(painter, scene, frame);
    return image;
}

}

namespace {

/// Looks at a sequence's compositions by both renderers.
struct LottieShots {
    TemporaryFolder folder;
    json shots = json::array();

    std::string save(const QImage& image, const std::string& name) const {
        std::filesystem::create_directories((folder.path() / name).parent_path());
        REQUIRE(image.save(QString::fromStdString((folder.path() / name).string())));
        return name;
    }

    void add(const std::string& name, const model::Sequence& sequence, const project::ArtFiles& artFiles) {
        const auto made = exported(sequence, artFiles, {}, "lottie");
        writeTo(folder.path() / name, made);
        const auto plans = plansOf(sequence, "lottie");
        for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
            schedule::Conditions conditions;
            conditions.target = "lottie";
            conditions.appearance = appearance;
            const auto s = exporting::shownSchedule(plans.front(), conditions);
            const render::Scene scene(sequence, artFiles, appearance, 1);
            const auto ending = std::string(model::word(appearance)) + ".json";
            const auto clip =
                render::ClipPictures::make(std::make_shared<const std::string>(fileOf(made, ending)));
            REQUIRE(clip);
            std::string file;
            for (const auto& it : made.files) {
                file = it.path.ends_with(ending) ? name + "/" + it.path : file;
            }
            const double from = s.beats[0].end;
            const int last = static_cast<int>((s.end - from) * exporting::kLottieRate / 1000) - 1;
            for (int i = 0; i < 12; ++i) {
                const int frame = last * i / 11;
                const double t = from + frame * 1000 / exporting::kLottieRate;
                const auto mark = fmt::format("{}/{}-{}", name, model::word(appearance), frame);
                const auto ours = withoutFirstScreen(scene, s, t);
                QImage theirs(ours.size(), QImage::Format_RGB32);
                theirs.fill(Qt::black);
                QPainter painter(&theirs);
                painter.drawImage(0, 0,
                                  clip->at((frame + 0.01) * 1000 / exporting::kLottieRate, ours.size()));
                painter.end();
                shots.push_back({{"file", file},
                                 {"frame", frame},
                                 {"width", ours.width()},
                                 {"height", ours.height()},
                                 {"picture", save(ours, mark + ".png")},
                                 {"other", save(theirs, mark + "-other.png")},
                                 {"least", 0.97}});
            }
        }
    }

    void judge() const {
        REQUIRE(DiskFiles().writeAtomically(folder.path() / "shots.json", shots.dump()));
        const auto judged =
            runJudge("lottie_judge.mjs", {judges(), QString::fromStdString(folder.path().string())});
        keepIfAsked(folder);
        INFO(judged.output);
        CHECK(judged.code == 0);
    }
};

}

TEST_CASE("Two renderers show the exported compositions as the preview shows the launch", "[long]") {
    LottieShots looks;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        looks.add(path.stem().string(), project.sequence, *project.artFiles);
    }
    const auto first = openSample(samples().front());
    looks.add("parts", first.sequence, withPictureParts(*first.artFiles));
    looks.judge();
    CHECK(looks.shots.size() == (samples().size() + 1) * 24);
}

TEST_CASE("Wipes from each side and a picture that becomes a panel are shown by both renderers", "[long]") {
    LottieShots looks;
    const auto project = openSample(samples().front());
    for (const char* side : {"top", "bottom", "left", "right"}) {
        auto sequence = test::aSequence()
                            .withBeat(test::play("arrive", 600))
                            .withCue(test::cue("wipe", "arrive", 0, 600, model::MoveKind::Wipe))
                            .build();
        sequence.cues.front().move.parameters["from"] = std::string(side);
        looks.add(std::string("wipe-") + side, sequence, randomArtFiles(project));
    }
    auto both = test::aSequence()
                    .withBeat(test::play("arrive", 900))
                    .withCue(test::cue("open", "arrive", 0, 350, model::MoveKind::Iris))
                    .withCue(test::cue("wipe", "arrive", 500, 400, model::MoveKind::Wipe))
                    .build();
    looks.add("iris-and-wipe", both, randomArtFiles(project));
    auto panel = test::aSequence()
                     .withBeat(test::play("arrive", 300))
                     .withCue(test::cue("panel", "hand-off", 0, 500, model::MoveKind::Panel, "backdrop"))
                     .build();
    auto artFiles = randomArtFiles(project);
    QImage sky(300, 300, QImage::Format_RGB32);
    for (int y = 0; y < sky.height(); ++y) {
        for (int x = 0; x < sky.width(); ++x) {
            sky.setPixel(x, y, (x / 30 + y / 30) % 2 ? qRgb(60, 90, 180) : qRgb(200, 220, 90));
        }
    }
    QByteArray bytes;
    QBuffer buffer(&bytes);
    REQUIRE(sky.save(&buffer, "PNG"));
    artFiles.files["sky.png"] = std::make_shared<const std::string>(bytes.toStdString());
    for (auto& layer : panel.layers) {
        if (auto* backdrop = layer.as<model::BackdropContent>()) {
            backdrop->picture.emplace();
            backdrop->picture->light = "sky.png";
        }
    }
    looks.add("panel", panel, artFiles);
    looks.judge();
}

TEST_CASE("A composition's loop is a whole round of what repeats, and what rests is marked") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto& sequence = project.sequence;
        const auto made = exported(sequence, *project.artFiles, {}, "lottie");
        const auto composition = json::parse(fileOf(made, "light.json"));
        double longest = 0;
        for (const auto& cue : sequence.cues) {
            if (cue.repeat.whileWaiting) {
                longest = std::max(longest, cue.length * (cue.repeat.alternate ? 2.0 : 1.0));
            }
        }
        bool isStill = false, loops = false;
        for (const auto& marker : composition["markers"]) {
            isStill = isStill || marker["cm"] == "still";
            if (marker["cm"] == "loop") {
                loops = true;
                CHECK(marker["dr"].get<double>() >= longest * exporting::kLottieRate / 1000 - 0.01);
                CHECK(marker["dr"].get<double>() > 0);
            }
        }
        CHECK(isStill);
        CHECK((loops || longest == 0));
        CHECK_FALSE(composition["slots"].empty());
        const auto& steps = fileOf(made, "INTEGRATE.md");
        CHECK((steps.find("`loop`:") != std::string::npos) == loops);
    }
}

TEST_CASE("The steps for a composition play it as they say") {
    for (const auto& path : samples()) {
        INFO(path);
        const TemporaryFolder folder;
        const auto project = openSample(path);
        writeTo(folder.path(), exported(project.sequence, *project.artFiles, {}, "lottie"));
        const auto judged =
            runJudge("lottie_steps.mjs", {judges(), QString::fromStdString(folder.path().string())});
        INFO(judged.output);
        CHECK(judged.code == 0);
    }
}
