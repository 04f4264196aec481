// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/outside.h"

#include <QPainterPath>

namespace scaena::render {

/// The text's outlines in dp, centred about the origin. Shaped by Qt (kerning, ligatures, any script), taken
/// from a large unhinted size, so that they are the same on every machine.
[[nodiscard]] QPainterPath outlineText(const model::TextContent& text);

class QtTextOutliner : public art::TextOutliner {
public:
    art::Path outline(const model::TextContent& text) const override;
};

}
