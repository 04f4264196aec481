// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "render/art/art_drawer.h"
#include "render/frames/still.h"
#include "support/judges.h"
#include "support/pictures.h"

#include <QProcess>
#include <catch2/catch.hpp>

/// A kept set of small files, one a feature of SVG, against two other renderers: librsvg and a browser.
using namespace scaena;
using namespace scaena::test;

namespace {

constexpr int kFeatureSide = 200;
constexpr double kAlike = 4.5; ///< what edges differ by, as root of the mean square of 0..255

/// What stands on the outermost element is the page's matter in a browser, not the picture's.
bool isOpen(const std::string& feature) { return feature == "clip-on-root" || feature == "filter-on-root"; }

QImage ofRsvg(const std::filesystem::path& file) {
    QProcess process;
    process.start(QStringLiteral("rsvg-convert"),
                  {QStringLiteral("-w"), QString::number(kFeatureSide), QStringLiteral("-h"),
                   QString::number(kFeatureSide), QString::fromStdString(file.string())});
    REQUIRE(process.waitForFinished(20000));
    return QImage::fromData(process.readAllStandardOutput());
}

}

TEST_CASE("Each feature of SVG is shown as others show it, or named as lost") {
    const TemporaryFolder folder;
    const auto kept = repository() / "tests/render/features";
    std::filesystem::copy(kept, folder.path(), std::filesystem::copy_options::recursive);
    const auto drawn = runJudge("svg_pictures.mjs", {judges(), QString::fromStdString(folder.path().string()),
                                                     QString::number(kFeatureSide)});
    INFO(drawn.output);
    REQUIRE(drawn.code == 0);
    int judged = 0, lost = 0, disputed = 0;
    for (const auto& entry : std::filesystem::directory_iterator(kept)) {
        INFO(entry.path().filename().string());
        auto art = art::readSvg(readWhole(entry.path()));
        REQUIRE(art);
        const auto shared = std::make_shared<const art::Art>(std::move(*art));
        const auto ours = QImage::fromData(QByteArray::fromStdString(
            render::QtRasteriser().png(shared, kFeatureSide, kFeatureSide, {0, 0, 0, 255})));
        const auto browser = QImage(QString::fromStdString(
            (folder.path() / entry.path().filename()).replace_extension(".png").string()));
        const auto rsvg = ofRsvg(entry.path());
        if (const char* keep = std::getenv("JUDGE_KEEP")) { // for a person who looks into a failure
            const auto name = std::string(keep) + "/" + entry.path().stem().string();
            ours.save(QString::fromStdString(name + ".ours.png"));
            browser.save(QString::fromStdString(name + ".browser.png"));
            rsvg.save(QString::fromStdString(name + ".rsvg.png"));
        }
        const bool agreed = difference(browser, rsvg) < kAlike;
        const double fromBrowser = difference(ours, browser);
        const double fromEither = std::min(fromBrowser, difference(ours, rsvg));
        // Where they disagree the browser is right as far as is known; two files show what is left open.
        const bool isRight =
            agreed || !isOpen(entry.path().stem().string()) ? fromBrowser < kAlike : fromEither < kAlike;
        const auto losses = shared->losses.empty() ? std::string() : shared->losses.front();
        UNSCOPED_INFO(entry.path().filename().string()
                      << ": from the browser " << fromBrowser << ", from librsvg " << difference(ours, rsvg)
                      << ", between them " << difference(browser, rsvg) << "; lost: " << losses);
        CHECK((isRight || !losses.empty())); // nothing wrong in silence
        CHECK((!isRight || losses.empty())); // no false alarm
        ++judged;
        lost += losses.empty() ? 0 : 1;
        disputed += agreed ? 0 : 1;
    }
    WARN(judged << " features, " << lost << " named as lost, " << disputed
                << " on which the other two disagree");
    CHECK(judged > 80);
    CHECK(lost < 6);
}
