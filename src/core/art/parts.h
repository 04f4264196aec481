// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/model/layer.h"

#include <functional>
#include <map>

namespace scaena::art {

/// A group or shape of a file that has an id, and can so be shown and moved on its own.
struct PartInfo {
    std::string id;
    Rect bounds; ///< in the coordinates of the art's viewBox
    bool operator==(const PartInfo&) const = default;
};

/// The outermost named parts, from back to front; what lies within a named group is not listed apart. A
/// single group around everything is looked into.
[[nodiscard]] std::vector<PartInfo> partsOf(const Art& art);

/// The same viewBox with only the part of that id in it; nothing if there is no such part.
[[nodiscard]] std::optional<Art> onlyPart(const Art& art, const std::string& id);

/// Every plain colour and gradient stop that `replace` knows by its "#RRGGBB" gets another; alpha stays.
[[nodiscard]] Art recoloured(const Art& art, const std::map<std::string, Colour>& replace);

/// The same with fills alone.
[[nodiscard]] Art withoutStrokes(const Art& art);

/// Whether something may be painted outside of the viewBox.
[[nodiscard]] bool reachesOver(const Art& art);

/// Whether anything is painted in what `currentColor` stands for.
[[nodiscard]] bool usesCurrentColour(const Art& art);

/// The plain colours of the art as "#RRGGBB", those that cover most first, each once.
[[nodiscard]] std::vector<std::string> colourNames(const Art& art);

/// Both of the above.
struct Colours {
    std::vector<std::string> names;
    bool usesCurrentColour = false;
};
[[nodiscard]] Colours coloursIn(const Art& art);

/// The drawing of a shape layer of that size, in dp; `colour` tells what a palette reference is.
[[nodiscard]] Art shapeArt(const model::ShapeContent& shape, Size size,
                           const std::function<Colour(const model::ColourRef&)>& colour);

}
