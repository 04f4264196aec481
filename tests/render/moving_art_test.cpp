// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/schedule/resolve.h"
#include "core/start/moving_parts.h"
#include "core/valid/validate.h"
#include "render/frames/still.h"
#include "support/builders.h"
#include "support/judges.h"
#include "support/pictures.h"

#include <QPainter>
#include <catch2/catch.hpp>

/// Animated files as other tools write them: what becomes of them here, moment by moment, beside a browser.
using namespace scaena;
using namespace scaena::test;

namespace {

constexpr int kSide = 200;
constexpr double kAlike = 8; ///< root of the mean square of 0..255: edges of what moves
const std::vector<int> kTimes = {40, 170, 340, 560, 830, 1290};

/// The file on a white screen, with its motion in the first beat behind the opening.
struct MovingFile {
    model::Sequence sequence;
    project::ArtFiles files;
    std::vector<std::string> losses;
};

MovingFile movingFile(const std::filesystem::path& file) {
    MovingFile it;
    auto svg = readWhole(file);
    const auto motion = start::takeSvgMotion(svg, file.string());
    auto art = art::readSvg(svg, file.string());
    REQUIRE(art);
    it.losses = art->losses;
    it.sequence = aSequence().withBeat(play("arrive")).build();
    auto& palette = it.sequence.palette;
    palette.front().light = {255, 255, 255, 255};
    std::erase_if(it.sequence.layers, [](const auto& layer) { return layer.id == "title"; });
    auto& logo = *model::findThing(it.sequence.layers, LayerId("logo"));
    logo.place.width = logo.place.height = kSide;
    it.sequence.opening.icon.clear();
    if (motion) {
        it.losses.insert(it.losses.end(), motion->found.losses.begin(), motion->found.losses.end());
        it.sequence = start::withMotion(it.sequence, "logo", *motion, "arrive", it.losses);
    }
    it.files.art["logo.svg"] = std::make_shared<const art::Art>(std::move(*art));
    return it;
}

QImage momentOf(const MovingFile& it, double after) {
    schedule::Conditions conditions;
    conditions.target = "ios";
    conditions.device = "small-phone";
    const auto launch = schedule::resolve(it.sequence, conditions);
    const render::Scene scene(it.sequence, it.files, model::Appearance::Light, 1);
    const auto whole =
        render::still(scene, launch, launch.beats.front().end + after,
                      {QSize(int(launch.screen.width), int(launch.screen.height)), false, false});
    return whole.copy((whole.width() - kSide) / 2, (whole.height() - kSide) / 2, kSide, kSide);
}

}

TEST_CASE("Art that moves in its file moves here as in a browser, or it is named as lost") {
    const TemporaryFolder folder;
    const auto kept = repository() / "tests/render/moving";
    std::filesystem::copy(kept, folder.path(), std::filesystem::copy_options::recursive);
    QStringList times;
    for (const int time : kTimes) {
        times << QString::number(time);
    }
    const auto drawn = runJudge("svg_motion.mjs", {judges(), QString::fromStdString(folder.path().string()),
                                                   QString::number(kSide), times.join(',')});
    INFO(drawn.output);
    REQUIRE(drawn.code == 0);
    int judged = 0, lost = 0;
    for (const auto& entry : std::filesystem::directory_iterator(kept)) {
        const auto name = entry.path().stem().string();
        INFO(name);
        const auto it = movingFile(entry.path());
        CHECK(valid::problemsOf(it.sequence).empty());
        double worst = 0;
        int worstAt = 0;
        for (const int time : kTimes) {
            const auto ours = momentOf(it, time);
            const QImage browser(QString::fromStdString(
                (folder.path() / (name + "." + std::to_string(time) + ".png")).string()));
            if (const char* keep = std::getenv("JUDGE_KEEP")) { // for a person who looks into a failure
                ours.save(QString::fromStdString(std::string(keep) + "/" + name + "." + std::to_string(time) +
                                                 ".ours.png"));
            }
            const double here = difference(ours, browser);
            if (here > worst) {
                worst = here;
                worstAt = time;
            }
        }
        const auto loss = it.losses.empty() ? std::string() : it.losses.front();
        UNSCOPED_INFO(name << ": " << worst << " from the browser at " << worstAt << " ms; lost: " << loss);
        CHECK((worst < kAlike || !loss.empty())); // nothing wrong in silence
        CHECK(name.starts_with("lost-") == !loss.empty());
        ++judged;
        lost += loss.empty() ? 0 : 1;
    }
    WARN(judged << " moving files, " << lost << " of which name what is lost");
    CHECK(judged >= 42);
}
