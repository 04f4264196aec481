// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.h"
#include "core/schedule/evaluate.h"
#include "render/art/clip_pictures.h"
#include "render/art/prepared_art.h"

#include <QImage>

namespace scaena::render {

/// A layer made ready for painting under one appearance.
struct PreparedLayer {
    model::Layer layer;
    std::shared_ptr<const PreparedArt> art;  ///< artwork, footer mark, shape, text
    std::shared_ptr<const PreparedArt> wide; ///< a shape whose landscape place has another size, in that size
    QColor plate;
    QColor from, to;          ///< backdrop; progress: its colour and its track
    QImage picture, sideways; ///< image, backdrop upright and landscape, first screen
    std::shared_ptr<const ClipPictures> clip;
    QColor screenBackground;
    std::vector<QColor> blockColours;
    bool missingArt = false;
    std::vector<const void*>
        sources; ///< the art files's own objects it was made from; tells whether it is still good
};

/// What a scene looks like; scenes that share one are painted alike.
struct SceneLook {};

/// Everything the painter needs of a sequence, apart from the moment. Immutable: may be painted from several
/// threads.
class Scene {
public:
    /// `density`: pixels a dp of the screen, which decides among an image's files. Layers that look as in
    /// `before` are taken over from it, so that changing one thing costs that one thing.
    Scene(const model::Sequence& sequence, const project::ArtFiles& artFiles, model::Appearance appearance,
          double density = 3, const Scene* before = nullptr);

    [[nodiscard]] const std::vector<PreparedLayer>& layers() const { return m_layers; }
    [[nodiscard]] QColor openingColour() const { return m_openingColour; }
    [[nodiscard]] model::Appearance appearance() const { return m_appearance; }
    [[nodiscard]] const model::SystemBars& bars() const { return m_bars; }
    [[nodiscard]] const std::shared_ptr<const SceneLook>& look() const { return m_look; }

private:
    std::vector<PreparedLayer> m_layers;
    QColor m_openingColour;
    model::Appearance m_appearance;
    model::SystemBars m_bars;
    model::Palette m_palette;
    double m_density;
    std::shared_ptr<const SceneLook> m_look;
};

using ScenePtr = std::shared_ptr<const Scene>;

}
