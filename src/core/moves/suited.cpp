// SPDX-License-Identifier: MIT
#include "core/moves/families.h"

#include <fmt/format.h>

namespace scaena::moves {

using model::Layer;
using model::LayerKind;

std::string forAll(const Layer&) { return {}; }

std::string forSingleLayers(const Layer& layer) {
    return layer.kind() == LayerKind::Group
               ? fmt::format("“{}” is a group and cannot do this as a whole; its members can", layer.name)
               : std::string();
}

std::string forOutlines(const Layer& layer) {
    const auto kind = layer.kind();
    const bool hasOutline = kind == LayerKind::Artwork || kind == LayerKind::Text ||
                            kind == LayerKind::FooterMark || kind == LayerKind::Shape;
    return hasOutline ? std::string()
                      : fmt::format("“{}” has no outline to draw; art, text and shapes have one", layer.name);
}

std::string forBackdrops(const Layer& layer) {
    return layer.kind() == LayerKind::Backdrop
               ? std::string()
               : fmt::format("“{}” is no backdrop; only a backdrop can shrink to a header", layer.name);
}

std::string forClips(const Layer& layer) {
    return layer.kind() == LayerKind::Clip
               ? std::string()
               : fmt::format("“{}” is no clip; only a clip can be played", layer.name);
}

std::string forTravellers(const Layer& layer) {
    if (auto why = forSingleLayers(layer); !why.empty()) {
        return why;
    }
    if (model::coversScreen(layer.kind())) {
        return fmt::format("“{}” covers the screen and has nowhere to travel to", layer.name);
    }
    return layer.destination ? std::string()
                             : fmt::format("“{}” has no destination to travel to", layer.name);
}

}
