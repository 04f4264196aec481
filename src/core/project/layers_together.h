// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.h"

namespace scaena::project {

/// Several drawings as one, as they stand to each other upright and at rest.
struct Together {
    std::shared_ptr<const art::Art> light;
    std::shared_ptr<const art::Art> dark; ///< null: the same by night
    model::Place place;                   ///< around all of them
    std::string whyNot;                   ///< in words; then there is no art
};

/// Whether the layer is a drawing that can be one of several: an artwork, a footer mark or a shape.
[[nodiscard]] bool canJoin(const model::Layer& layer);

/// Whether both places hang on one point of the screen, so that they stand to each other as they do on each
/// device.
[[nodiscard]] bool hangTogether(const model::Layer& one, const model::Layer& other);

/// Those of `layers` that can join, in the order of the document, with their plates, tints and recolours.
/// Their places have to hang on one point of the screen: otherwise they stand otherwise to each other on each
/// device.
[[nodiscard]] Together layersTogether(const model::Sequence& sequence, const ArtFiles& artFiles,
                                      const std::vector<LayerId>& layers);

}
