// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"

#include <QPixmap>
#include <unordered_map>

namespace scaena::app {

/// Painted lanes of the score by layer, so that dragging one cue paints one lane anew and not all of them. An
/// entry is good for as long as its key, a hash of everything that is seen of the lane, stays the same.
class LaneCache {
public:
    struct Entry {
        std::size_t key = 0;
        QPixmap picture;
    };
    [[nodiscard]] Entry& of(const LayerId& layer) { return m_entries[layer]; }
    /// Forgets lanes whose layers are gone, now and then.
    void keepAtMost(std::size_t count) {
        if (m_entries.size() > 2 * count + 16) {
            m_entries.clear();
        }
    }

private:
    std::unordered_map<LayerId, Entry> m_entries;
};

}
