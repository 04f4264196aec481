// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/edit/busy_signs.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::edit;

namespace {

model::Sequence waiting() {
    return aSequence()
        .withBeat(play("arrive", 500))
        .withGate(gate("data", 4000))
        .withBeat(test::wait("load"))
        .build();
}

/// What is seen of the layers that are not in the sequence without the sign.
std::vector<schedule::LayerState> added(const schedule::Schedule& s, double t) {
    std::vector<schedule::LayerState> found;
    for (const auto& it : schedule::evaluate(s, t).layers) {
        const auto& id = s.sequence->layers[static_cast<std::size_t>(it.layer)].id;
        if (model::indexOf(waiting().layers, id) < 0) {
            found.push_back(it);
        }
    }
    return found;
}

}

TEST_CASE("A busy sign comes with the wait, moves as long as it lasts, and goes with it") {
    const auto before = waiting();
    for (const auto sign : {BusySign::Ring, BusySign::Dots, BusySign::Bar}) {
        INFO(busySignInfo(sign).name);
        LayerId made;
        const auto after =
            addBusySign(before, sign, "load", {"ink", "paper", "art/busy-ring.svg", "logo"}, made);
        REQUIRE_FALSE(made.empty());
        CHECK(valid::problemsOf(after).empty());
        CHECK(after.opening == before.opening);
        const auto s = schedule::resolve(after, {});
        CHECK(s.metrics.shown == schedule::resolve(before, {}).metrics.shown); // it costs nothing
        const auto& wait = s.beats[2];
        REQUIRE(wait.end - wait.start > 2500);
        CHECK(added(s, wait.start - 1).empty());
        const auto one = added(s, wait.start + 1000), other = added(s, wait.start + 1130);
        REQUIRE_FALSE(one.empty());
        CHECK(one != other);
        for (const auto& it : one) {
            CHECK(it.centre.y > s.screen.height * 0.8);
            CHECK(it.centre.y + it.size.height < s.screen.height);
        }
        CHECK(added(s, s.end).empty());
        // No jump where a cycle begins anew.
        for (double t = wait.start + 300; t < wait.end - 300; t += 4) {
            const auto now = added(s, t), next = added(s, t + 4);
            REQUIRE(now.size() == next.size());
            for (std::size_t i = 0; i < now.size(); ++i) {
                CHECK(std::abs(now[i].centre.x - next[i].centre.x) < 2);
                CHECK(std::abs(now[i].scaleX - next[i].scaleX) < 0.02);
                const double turned = std::abs(now[i].rotation - next[i].rotation);
                CHECK(std::min(turned, std::abs(turned - 360)) < 3);
            }
        }
        // With reduced motion it is there, and stands still.
        schedule::Conditions calm;
        calm.reducedMotion = true;
        const auto still = schedule::resolve(after, calm);
        CHECK_FALSE(added(still, wait.start + 1000).empty());
        CHECK(added(still, wait.start + 1000) == added(still, wait.start + 1130));
    }
}

TEST_CASE("A layer breathes while it waits, and where there is no wait nothing is added") {
    const auto before = waiting();
    LayerId made;
    const auto after = addBusySign(before, BusySign::Breath, "load", {"ink", "paper", {}, "logo"}, made);
    CHECK(made == "logo");
    CHECK(after.layers == before.layers);
    CHECK(after.cues.size() == before.cues.size() + 1);
    CHECK(valid::problemsOf(after).empty());
    CHECK(addBusySign(before, BusySign::Breath, "load", {"ink", "paper", {}, "nobody"}, made) == before);
    CHECK(made.empty());
    for (const char* beat : {"arrive", "opening", "nothing"}) {
        CHECK(addBusySign(before, BusySign::Dots, beat, {"ink", "paper", {}, {}}, made) == before);
        CHECK(made.empty());
    }
    CHECK(art::readSvg(std::string(busyRingArt())));
}
