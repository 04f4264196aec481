// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "export/common/outlines.h"

#include <nlohmann/json.hpp>
#include <optional>

namespace scaena::exporting {

/// Why shapes of the specification cannot show this art exactly, or nothing: they know no clip paths within a
/// layer, no opacity of a group as a whole, no gradients that repeat, are skewed or have a focus, and no
/// stroke under uneven scaling.
[[nodiscard]] std::optional<std::string> whyNotShapes(const art::Art& art);

/// The art as shape items, the topmost first as the specification has it, brought into place by `map`.
[[nodiscard]] nlohmann::ordered_json lottieShapes(const art::Art& art, const Matrix& map,
                                                  Colour currentColour);

/// One filled path.
[[nodiscard]] nlohmann::ordered_json lottieFilled(const art::Path& path, Colour colour);

/// The path's contours as "sh" items.
[[nodiscard]] nlohmann::ordered_json lottieContours(const art::Path& path);

/// A group of items with a transform that changes nothing.
[[nodiscard]] nlohmann::ordered_json lottieGroup(nlohmann::ordered_json items);

[[nodiscard]] nlohmann::ordered_json lottieFill(Colour colour, art::FillRule rule = art::FillRule::NonZero);
[[nodiscard]] nlohmann::ordered_json lottieStroke(Colour colour, double width, art::Cap cap, art::Join join);

}
