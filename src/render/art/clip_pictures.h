// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/read_clip.h"
#include "render/art/image_cache.h"

#include <QSize>

namespace rlottie {
class Animation;
}

namespace scaena::render {

/// Draws the frames of a clip by a general-purpose renderer and keeps the last few. May be used from several
/// threads; they share what one of them has drawn.
class ClipPictures {
public:
    /// Null if the bytes hold no clip that can be drawn.
    [[nodiscard]] static std::shared_ptr<const ClipPictures> make(const Bytes& bytes);
    ~ClipPictures();

    [[nodiscard]] const art::ClipInfo& info() const { return m_info; }
    /// The composition at a moment of its own time, stretched to that many pixels.
    [[nodiscard]] QImage at(double millis, QSize pixels) const;

private:
    ClipPictures(art::ClipInfo info, std::unique_ptr<rlottie::Animation> animation);
    struct Kept;

    art::ClipInfo m_info;
    std::unique_ptr<rlottie::Animation> m_animation;
    std::unique_ptr<Kept> m_kept;
};

}
