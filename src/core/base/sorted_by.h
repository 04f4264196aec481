// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <array>
#include <cstdint>
#include <vector>

namespace scaena {

/// Puts `things` in the order of their keys, those with the same key as they stood. `keyOf` gives an int.
/// Takes time in proportion to their number (a radix sort, Knuth 5.2.5): what is sorted here is sorted again
/// with every change of the document.
template <class Thing, class KeyOf>
void sortBy(std::vector<Thing>& things, KeyOf keyOf) {
    constexpr int kBits = 11;
    constexpr std::size_t kBuckets = std::size_t{1} << kBits;
    if (things.empty()) {
        return;
    }
    int least = keyOf(things.front()), most = least;
    for (const auto& it : things) {
        least = std::min(least, keyOf(it));
        most = std::max(most, keyOf(it));
    }
    const auto above = [&](int key) {
        return static_cast<std::uint32_t>(key) - static_cast<std::uint32_t>(least);
    };
    std::vector<Thing> other(things.size());
    for (int shift = 0; shift < 32 && (above(most) >> shift) != 0; shift += kBits) {
        const auto bucketOf = [&](const Thing& it) { return (above(keyOf(it)) >> shift) & (kBuckets - 1); };
        std::array<std::uint32_t, kBuckets> next{};
        for (const auto& it : things) {
            ++next[bucketOf(it)];
        }
        std::uint32_t begin = 0;
        for (auto& count : next) {
            begin += count;
            count = begin - count;
        }
        for (const auto& it : things) {
            other[next[bucketOf(it)]++] = it;
        }
        things.swap(other);
    }
}

}
