// SPDX-License-Identifier: MIT
#pragma once

#include "render/frames/scene.h"

namespace scaena::render {

/// One layer alone, at rest, fitted into a transparent picture of that size. Null for a layer that fills the
/// screen or is a group.
[[nodiscard]] QImage layerThumbnail(const Scene& scene, int layer, QSize pixels);

}
