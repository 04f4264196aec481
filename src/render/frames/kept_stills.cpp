// SPDX-License-Identifier: MIT
#include "render/frames/kept_stills.h"

#include <algorithm>

namespace scaena::render {

namespace {
constexpr qsizetype kMostStillBytes = 48 << 20;
}

QImage KeptStills::at(const ScenePtr& scene, const schedule::Schedule& schedule, double t,
                      const StillOptions& options) {
    Kept wanted{scene->look(), schedule::evaluate(schedule, t), schedule.conditions.device, options, {}};
    {
        const std::lock_guard lock(m_mutex);
        const auto found = std::find_if(m_kept.begin(), m_kept.end(), [&](const Kept& it) {
            return it.look == wanted.look && it.device == wanted.device && it.options == options &&
                   it.frame.looksLike(wanted.frame);
        });
        if (found != m_kept.end()) {
            m_kept.splice(m_kept.begin(), m_kept, found);
            return found->image;
        }
    }
    wanted.image = still(*scene, schedule, t, options);
    const std::lock_guard lock(m_mutex);
    ++m_painted;
    m_bytes += wanted.image.sizeInBytes();
    m_kept.push_front(std::move(wanted));
    while (m_bytes > kMostStillBytes && m_kept.size() > 1) {
        m_bytes -= m_kept.back().image.sizeInBytes();
        m_kept.pop_back();
    }
    return m_kept.front().image;
}

std::size_t KeptStills::painted() const {
    const std::lock_guard lock(m_mutex);
    return m_painted;
}

}
