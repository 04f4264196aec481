// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/read_clip.h"
#include "render/art/image_cache.h"

#include <QSize>

namespace scaena::render {

class ClipPainter;

/// A clip's frame at a moment of its own time as a PNG, whole within the box (dp), that many pixels a dp.
/// Empty if the bytes hold no clip that can be drawn.
[[nodiscard]] std::string clipFrame(const Bytes& bytes, double millis, Size box, double density);

/// The frames of a clip, drawn by a general-purpose renderer in a process of its own; the last few are kept.
/// May be used from several threads; they share what one of them has drawn.
class ClipPictures {
public:
    /// Null if the bytes hold no clip that can be drawn.
    [[nodiscard]] static std::shared_ptr<const ClipPictures> make(const Bytes& bytes);
    ~ClipPictures();

    /// The number of the process that draws it.
    [[nodiscard]] int process() const;
    [[nodiscard]] const art::ClipInfo& info() const { return m_info; }
    /// The composition at a moment of its own time, stretched to that many pixels.
    [[nodiscard]] QImage at(double millis, QSize pixels) const;

private:
    ClipPictures(art::ClipInfo info, std::unique_ptr<ClipPainter> painter);
    struct Kept;

    art::ClipInfo m_info;
    std::unique_ptr<ClipPainter> m_painter;
    std::unique_ptr<Kept> m_kept;
};

}
