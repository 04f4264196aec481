// SPDX-License-Identifier: MIT
#pragma once

#include "render/base/helper_process.h"

#include <QImage>

namespace scaena::render {

/// A process of its own that draws the frames of one clip (scaena-clip). It may die of the clip; then there
/// are no more frames, and nothing else happens. Used by one thread at a time.
class ClipPainter {
public:
    /// Null if the process cannot be started, or the clip not be drawn.
    [[nodiscard]] static std::unique_ptr<ClipPainter> start(const std::string& json);

    [[nodiscard]] std::size_t frames() const { return m_frames; }
    /// Null if the process has died, or did not answer within some seconds, which ends it.
    [[nodiscard]] QImage paint(std::size_t frame, QSize pixels);
    [[nodiscard]] pid_t process() const { return m_helper->process(); }

private:
    explicit ClipPainter(std::unique_ptr<HelperProcess> helper) : m_helper(std::move(helper)) {}

    std::unique_ptr<HelperProcess> m_helper;
    std::size_t m_frames = 0;
    bool m_isDead = false;
};

}
