// SPDX-License-Identifier: MIT
#include "export/common/app_icon.h"

namespace scaena::exporting {

void addIconPng(ExportBuild& build, const std::string& path, const model::Layer& layer, int side, double safe,
                bool onColour, model::Appearance appearance, bool round) {
    const auto& input = build.input;
    std::optional<Colour> backing;
    if (onColour) {
        backing = model::colourOf(input.sequence.palette, model::iconColour(input.sequence), appearance);
        backing->a = 255;
    }
    build.addLater(path, [&input, id = layer.id, side,
                          part = project::iconPart(input.sequence, input.artFiles, layer, safe), backing,
                          appearance, round] {
        return input.frames.layerPng(input.sequence, input.artFiles, id, appearance, side, part, backing,
                                     round);
    });
}

}
