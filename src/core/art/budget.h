// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>

namespace scaena::art {

/// What a picture may grow to while its references are followed: a file of a kilobyte can ask for the same
/// shape a thousand million times. Counted while expanding, so that what is too much is never made. The
/// bounds are far above any picture of an app's launch.
class Budget {
public:
    /// False from the moment on that too much was asked for.
    bool element() { return spend(m_elements, 1, 200'000); }
    bool points(std::size_t count) { return spend(m_points, count, 2'000'000); }
    bool stops(std::size_t count) { return spend(m_stops, count, 1'000'000); }
    [[nodiscard]] bool isSpent() const { return m_spent; }

private:
    bool spend(std::size_t& so, std::size_t count, std::size_t most) {
        so += count;
        m_spent = m_spent || so > most;
        return !m_spent;
    }

    std::size_t m_elements = 0, m_points = 0, m_stops = 0;
    bool m_spent = false;
};

}
