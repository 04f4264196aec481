// SPDX-License-Identifier: MIT
#include "render/frames/still.h"
#include "support/export_helper.h"
#include "support/pictures.h"

/// With reduced motion a launch is calm, not another one.
using namespace scaena;
using namespace scaena::test;

TEST_CASE("Before the hand-off nothing of the app's screen is seen under reduced motion that is not seen "
          "with all motion") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto& target : plan::targets()) {
            INFO(path << " " << target.name);
            schedule::Conditions conditions;
            conditions.target = target.id;
            const auto full = schedule::resolve(project.sequence, conditions);
            conditions.reducedMotion = true;
            const auto calm = schedule::resolve(project.sequence, conditions);
            const render::Scene scene(*full.sequence, *project.artFiles, model::Appearance::Light, 1);
            REQUIRE(full.beats.back().start == calm.beats.back().start);
            // The last moment before it, when what came in rests.
            const double t = full.beats.back().start - 1;
            const auto one = render::still(scene, full, t, {{206, 458}, false, false});
            const auto other = render::still(scene, calm, t, {{206, 458}, false, false});
            CHECK(difference(one, other) < 12); // what pulses while waiting rests; the rest is the same
        }
    }
}
