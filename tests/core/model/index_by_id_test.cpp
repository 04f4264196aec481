// SPDX-License-Identifier: MIT
#include "core/model/index_by_id.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;

namespace {

std::vector<model::Gate> gates(int count) {
    std::vector<model::Gate> list(static_cast<std::size_t>(count));
    for (int i = 0; i < count; ++i) {
        list[static_cast<std::size_t>(i)].id = GateId("gate-" + std::to_string(i));
    }
    return list;
}

}

TEST_CASE("A place is found wherever one says to look first") {
    const auto list = gates(500);
    const model::IndexById places(list);
    for (int i = 0; i < 500; i += 7) {
        const GateId id("gate-" + std::to_string(i));
        CHECK(places.of(id) == i);
        CHECK(places.of(id, i) == i);
        CHECK(places.of(id, 499 - i) == i);
    }
}

TEST_CASE("What is in no list has no place") {
    const auto list = gates(3);
    const model::IndexById places(list);
    CHECK(places.of(GateId()) == -1);
    CHECK(places.of(GateId("gate-3")) == -1);
    CHECK(places.of(GateId("gate-3"), 2) == -1);
    const std::vector<model::Gate> none;
    CHECK(model::IndexById(none).of(GateId("gate-0")) == -1);
    CHECK(places.of({GateId("gate-2"), GateId("nobody")}) == std::vector<int>{2, -1});
}
