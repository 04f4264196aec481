// SPDX-License-Identifier: MIT
#include "core/base/sorted_by.h"

#include <catch2/catch.hpp>
#include <limits>
#include <random>

using namespace scaena;

namespace {

struct Named {
    int key = 0;
    int number = 0;
    bool operator==(const Named&) const = default;
};

std::vector<Named> things(const std::vector<int>& keys) {
    std::vector<Named> list;
    for (const int key : keys) {
        list.push_back({key, static_cast<int>(list.size())});
    }
    return list;
}

void checkAsStable(std::vector<Named> list) {
    auto expected = list;
    std::stable_sort(expected.begin(), expected.end(),
                     [](const Named& a, const Named& b) { return a.key < b.key; });
    sortBy(list, [](const Named& it) { return it.key; });
    CHECK(list == expected);
}

}

TEST_CASE("Sorting by a key keeps those alike in their order") {
    checkAsStable(things({}));
    checkAsStable(things({7}));
    checkAsStable(things({3, 1, 2, 1, 3, 0, 1}));
    checkAsStable(things({5, 5, 5, 5}));
}

TEST_CASE("Sorting by a key takes every int, far apart and negative") {
    constexpr int least = std::numeric_limits<int>::min(), most = std::numeric_limits<int>::max();
    checkAsStable(things({most, 0, least, -1, 1, most, least}));
    checkAsStable(things({-2048, -1, 2047, 2048, -2049, 0}));
}

TEST_CASE("Sorting by a key is the standard library's stable order for thousands of keys") {
    std::mt19937 random(20261129);
    for (const int range : {2, 900, 4096, 1'000'000'000}) {
        std::uniform_int_distribution<int> keys(-range, range);
        std::vector<int> list(5000);
        for (auto& it : list) {
            it = keys(random);
        }
        checkAsStable(things(list));
    }
}
