// SPDX-License-Identifier: MIT
#pragma once

#include "render/frames/still.h"

#include <list>
#include <mutex>

namespace scaena::render {

/// Stills kept by what is seen on them: a moment that looks as another one did – after an edit that did not
/// touch it, at another time, in another take – is not painted again. Keeps up to 48 MB; may be asked from
/// several threads.
class KeptStills {
public:
    [[nodiscard]] QImage at(const ScenePtr& scene, const schedule::Schedule& schedule, double t,
                            const StillOptions& options);
    /// How many were painted, for tests.
    [[nodiscard]] std::size_t painted() const;

private:
    struct Kept {
        std::shared_ptr<const SceneLook> look;
        schedule::Frame frame;
        schedule::DeviceId device; ///< its corners and bars
        StillOptions options;
        QImage image;
    };
    mutable std::mutex m_mutex; ///< guards what follows
    std::list<Kept> m_kept;     ///< the one used last in front
    qsizetype m_bytes = 0;
    std::size_t m_painted = 0;
};

}
