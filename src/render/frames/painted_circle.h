// SPDX-License-Identifier: MIT
#pragma once

#include "core/edit/opening_edits.h"
#include "core/project/project.h"

namespace scaena::render {

/// The smallest circle around what is really seen of an artwork or an image by day, without its plate: found
/// on its own picture, to a three-hundredth of its box. What is fainter than a tenth does not count.
[[nodiscard]] edit::PaintedCircle paintedCircle(const model::Sequence& sequence,
                                                const project::ArtFiles& artFiles, const LayerId& layer);

}
