// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::render {

/// Paints an opening's static frame for exports. May be used from several threads at once.
class QtFrameMaker : public exporting::FrameMaker {
public:
    std::vector<std::function<std::string()>>
    openings(const study::Study& study, std::vector<exporting::OpeningOrder> orders) const override;
    std::string layerPng(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                         const LayerId& layer, model::Appearance appearance, int side, double part,
                         std::optional<Colour> backing, bool round) const override;
};

}
