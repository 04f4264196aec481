// SPDX-License-Identifier: MIT
#include "support/judges.h"

#include <QImage>

/// What the judges of pictures measure with, against the libraries whose measure it is.
using namespace scaena;
using namespace scaena::test;

TEST_CASE("The judges' likeness of pictures is that of the library, and so are the pictures they read") {
    const TemporaryFolder folder;
    const auto project = openSample(samples().front());
    schedule::Conditions conditions;
    conditions.target = "web";
    const auto s = schedule::resolve(project.sequence, conditions);
    render::StillOptions options;
    options.pixels = QSize(650, 915);
    const render::Scene scene(project.sequence, *project.artFiles, conditions.appearance, 1);
    const auto picture = QString::fromStdString((folder.path() / "picture.png").string());
    REQUIRE(render::still(scene, s, s.beats[0].end + 400.0, options).save(picture));
    const auto result = runJudge("check_likeness.mjs", {judges(), picture});
    INFO(result.output);
    CHECK(result.code == 0);
    CHECK(result.output.find("24 compared") != std::string::npos);
}
