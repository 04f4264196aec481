// SPDX-License-Identifier: MIT
#include "render/frames/kept_stills.h"

#include "core/schedule/resolve.h"
#include "support/export_helper.h"

using namespace scaena;
using namespace scaena::test;

TEST_CASE("A still that looks as another one did is not painted again, whatever was edited meanwhile") {
    const auto project = openSample(samples().front());
    auto sequence = project.sequence;
    const auto scene =
        std::make_shared<const render::Scene>(sequence, *project.artFiles, model::Appearance::Light);
    render::KeptStills stills;
    const render::StillOptions small{{90, 200}, true, false};
    const auto times = {0.0, 700.0, 1500.0};
    std::vector<QImage> first;
    for (const double t : times) {
        first.push_back(stills.at(scene, schedule::resolve(sequence, {}), t, small));
    }
    const auto painted = stills.painted();
    CHECK(painted == 3);

    // A cue of the hand-off is lengthened: what is seen before it stays, under a scene of its own.
    for (auto& cue : sequence.cues) {
        cue.length += cue.beat == sequence.beats.back().id ? 300 : 0;
    }
    const auto next = std::make_shared<const render::Scene>(sequence, *project.artFiles,
                                                            model::Appearance::Light, 3, scene.get());
    CHECK(next->look() == scene->look());
    const auto schedule = schedule::resolve(sequence, {});
    for (std::size_t i = 0; i < 3; ++i) {
        CHECK(stills.at(next, schedule, *(times.begin() + static_cast<std::ptrdiff_t>(i)), small) ==
              first[i]);
    }
    CHECK(stills.painted() == painted);

    // Another colour is another look, another size another picture.
    sequence.palette.front().light = Colour{1, 2, 3, 255};
    const auto other = std::make_shared<const render::Scene>(sequence, *project.artFiles,
                                                             model::Appearance::Light, 3, next.get());
    CHECK(other->look() != next->look());
    (void)stills.at(other, schedule, 0, small);
    (void)stills.at(next, schedule, 0, {{45, 100}, true, false});
    CHECK(stills.painted() == painted + 2);
}
