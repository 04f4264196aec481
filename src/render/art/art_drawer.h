// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/outside.h"

#include <QImage>

namespace scaena::render {

/// The longer side of a drawn picture, in pixels: sharp for art as wide as a phone's screen at four pixels a
/// dp.
inline constexpr int kDrawnSide = 1536;

/// What paths cannot say, drawn by a process of its own (scaena-art) at a fixed fineness, so that the preview
/// and every target show the same; kept, since the same picture is asked for again and again. May be called
/// from several threads. A box with a cross, and a death counted, if it cannot be drawn.
[[nodiscard]] QImage drawnPicture(const art::Picture& picture);

/// Outlines words by the fonts that are installed and draws pictures while art is read, so that nobody waits
/// for them later; both in a process of its own.
class DrawingHelper : public art::ArtHelper {
public:
    [[nodiscard]] std::optional<Words> outlined(const std::string& svg,
                                                const std::string& families) const override;
    void foresee(const art::Art& art) const override;
    /// Makes it the program's.
    static void use();
};

}
