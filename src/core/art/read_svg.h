// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/base/result.h"

namespace scaena::art {

/// Reads an SVG document: all basic shapes, paths, groups, `use`/`symbol`/nested `svg`, transforms, fills and
/// strokes with caps, joins and dashes, opacity, linear and radial gradients, clip paths, presentation
/// attributes, `style` and simple `<style>` rules, `viewBox` and `preserveAspectRatio`. What cannot be
/// carried (filters, masks, text, images, patterns, markers …) is named in `losses`, never dropped in
/// silence. Only a document that cannot be read at all is a failure. Sizes and nesting are bounded.
[[nodiscard]] Result<Art> readSvg(std::string_view text, const std::string& name = {});

}
