// SPDX-License-Identifier: MIT
#pragma once

#include "render/art/prepared_art.h"

#include <QImage>
#include <functional>

namespace scaena::render {

/// Pictures of art that takes longer to paint than a frame may: made in the background, at about the size it
/// is seen, and kept. For a window that has to answer; what is exported or compared is painted itself. Safe
/// to be asked from several threads.
class ArtPictures {
public:
    /// `ready` is called from another thread when a picture that was asked for is there.
    explicit ArtPictures(std::function<void()> ready);
    ~ArtPictures();

    /// Whether the art is that slow to paint.
    [[nodiscard]] static bool wants(const PreparedArt& art);
    /// Its viewBox as a picture, to be painted `scale` pixels a unit: that of a finer or, until it is made,
    /// of any size; null as long as there is none.
    [[nodiscard]] QImage find(const std::shared_ptr<const PreparedArt>& art, double scale);

private:
    struct Inside;
    std::shared_ptr<Inside> m_inside; ///< shared with the thread that makes them
};

}
