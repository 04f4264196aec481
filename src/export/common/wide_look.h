// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::exporting {

/// How a layer is drawn on a screen wider than high, where its place there has a box of another size.
struct WideLook {
    /// By how much its drawing, picture or clip is larger than in the upright box; 1 where nothing differs.
    double scale = 1;
    /// What is another drawing there: a shape with that place at rest; a backdrop with its landscape picture,
    /// which has a name of its own, that no id can be.
    std::optional<model::Layer> other;
};
[[nodiscard]] WideLook wideLookOf(const ExportInput& input, const model::Layer& layer);

/// Name of what a layer has for screens wider than high; no id has two hyphens together, so it is unlike
/// every layer's.
[[nodiscard]] std::string wideName(const model::Layer& layer);

/// The layer as it is where the screen is wider than high.
[[nodiscard]] model::Layer atLandscapePlace(model::Layer layer);

}
