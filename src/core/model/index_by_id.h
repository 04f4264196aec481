// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"

#include <cstdint>
#include <functional>
#include <vector>

namespace scaena::model {

/// Where in a list the thing of an id stands. Things mostly name their neighbours, so callers may say where
/// they would look first; a flat table with open addressing is made only when that was not enough once: nodes
/// of their own would be spread over the memory. The list must outlive it; not for several threads at once.
template <class Thing>
class IndexById {
    using Name = decltype(Thing::id);

public:
    explicit IndexById(const std::vector<Thing>& things) : m_things(things) {}
    /// -1 if there is none. `near`: a place where it may stand.
    [[nodiscard]] int of(const Name& id, int near = -1) const {
        if (id.empty()) {
            return -1;
        }
        if (near >= 0 && at(near).id == id) {
            return near;
        }
        if (m_slots.empty()) {
            fill();
        }
        const auto hash = hashOf(id);
        for (auto i = hash & (m_slots.size() - 1);; i = (i + 1) & (m_slots.size() - 1)) {
            const auto& slot = m_slots[i];
            if (slot.place < 0 || (slot.hash == hash && at(slot.place).id == id)) {
                return slot.place;
            }
        }
    }
    [[nodiscard]] std::vector<int> of(const std::vector<Name>& ids) const {
        std::vector<int> list;
        for (const auto& id : ids) {
            list.push_back(of(id));
        }
        return list;
    }

private:
    /// Small, so that the table of some ten thousand ids stays in the processor's own memory.
    struct Slot {
        std::uint32_t hash = 0;
        int place = -1;
    };
    static std::uint32_t hashOf(const std::string& id) {
        return static_cast<std::uint32_t>(std::hash<std::string>()(id));
    }
    [[nodiscard]] const Thing& at(int place) const { return m_things[static_cast<std::size_t>(place)]; }
    void fill() const {
        std::size_t size = 8;
        while (size < m_things.size() * 2) {
            size *= 2;
        }
        m_slots.resize(size);
        for (std::size_t i = 0; i < m_things.size(); ++i) {
            const auto hash = hashOf(m_things[i].id);
            auto place = hash & (size - 1);
            while (m_slots[place].place >= 0) {
                place = (place + 1) & (size - 1);
            }
            m_slots[place] = {hash, static_cast<int>(i)};
        }
    }

    const std::vector<Thing>& m_things;
    mutable std::vector<Slot> m_slots; ///< empty: not made yet
};

}
