// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/words.h"

#include <random>

namespace scaena::test {

/// Draws that are the same on every machine: only the generator's raw numbers are used, not the library's
/// distributions.
class Random {
public:
    explicit Random(unsigned seed) : m_engine(seed) {}

    int below(int limit) { return static_cast<int>(m_engine() % static_cast<unsigned>(limit)); }
    bool oneIn(int chance) { return below(chance) == 0; }
    /// -reach … reach - 1.
    double within(int reach) { return below(2 * reach) - reach; }
    double part() { return below(1001) / 1000.0; }
    template <class Things>
    const auto& anyOf(const Things& things) {
        return things[static_cast<std::size_t>(below(static_cast<int>(std::size(things))))];
    }
    /// Any value of a kind the file has words for.
    template <class Enum>
    Enum word() {
        return static_cast<Enum>(below(static_cast<int>(model::Words<Enum>::list.size())));
    }

private:
    std::mt19937 m_engine;
};

}
