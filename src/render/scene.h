// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.h"
#include "core/schedule/evaluate.h"
#include "render/prepared_art.h"

#include <QImage>

namespace scaena::render {

/// A layer made ready for painting under one appearance.
struct PreparedLayer {
    model::Layer layer;
    std::shared_ptr<const PreparedArt> art; ///< artwork, footer mark, text
    QColor plate;
    QColor from, to; ///< backdrop
    QImage screenshot;
    QColor screenBackground;
    std::vector<QColor> blockColours;
    bool missingArt = false;
};

/// Everything the painter needs of a sequence, apart from the moment. Immutable: may be painted from several
/// threads.
class Scene {
public:
    Scene(const model::Sequence& sequence, const project::ArtShelf& shelf, model::Appearance appearance);

    [[nodiscard]] const std::vector<PreparedLayer>& layers() const { return m_layers; }
    [[nodiscard]] QColor openingColour() const { return m_openingColour; }
    [[nodiscard]] model::Appearance appearance() const { return m_appearance; }
    [[nodiscard]] const model::SystemBars& bars() const { return m_bars; }

private:
    std::vector<PreparedLayer> m_layers;
    QColor m_openingColour;
    model::Appearance m_appearance;
    model::SystemBars m_bars;
};

using ScenePtr = std::shared_ptr<const Scene>;

/// Largest image decoded, in pixels.
inline constexpr qint64 kMostImagePixels = 64'000'000;

}
