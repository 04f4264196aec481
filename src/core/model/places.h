// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"

#include <cstdint>
#include <functional>
#include <vector>

namespace scaena::model {

/// Where in a list the thing of an id stands. A flat table with open addressing: thousands of ids are looked
/// up for every compile, and nodes of their own would be spread over the memory. The list must outlive it.
template <class Thing>
class Places {
    using Name = decltype(Thing::id);

public:
    explicit Places(const std::vector<Thing>& things) : m_things(things) {
        std::size_t size = 8;
        while (size < things.size() * 2) {
            size *= 2;
        }
        m_slots.resize(size);
        for (std::size_t i = 0; i < things.size(); ++i) {
            const auto hash = hashOf(things[i].id);
            auto at = hash & (size - 1);
            while (m_slots[at].place >= 0) {
                at = (at + 1) & (size - 1);
            }
            m_slots[at] = {hash, static_cast<int>(i)};
        }
    }
    /// -1 if there is none.
    [[nodiscard]] int of(const Name& id) const {
        if (id.empty()) {
            return -1;
        }
        const auto hash = hashOf(id);
        for (auto at = hash & (m_slots.size() - 1);; at = (at + 1) & (m_slots.size() - 1)) {
            const auto& slot = m_slots[at];
            if (slot.place < 0 ||
                (slot.hash == hash && m_things[static_cast<std::size_t>(slot.place)].id == id)) {
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
    struct Slot {
        std::size_t hash = 0;
        int place = -1;
    };
    static std::size_t hashOf(const std::string& id) { return std::hash<std::string>()(id); }

    const std::vector<Thing>& m_things;
    std::vector<Slot> m_slots;
};

}
