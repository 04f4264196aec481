// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/path.h"
#include "core/base/colour.h"

#include <memory>
#include <variant>

namespace scaena::art {

struct GradientStop {
    double at = 0;
    Colour colour;
    bool operator==(const GradientStop&) const = default;
};

enum class Spread { Pad, Reflect, Repeat };

/// In the coordinates of the shape it paints. Linear: from `start` to `end`. Radial: the circle of `radius`
/// about `end` with its focus at `start`, taken through `matrix` (which a linear gradient has already
/// absorbed).
struct Gradient {
    bool radial = false;
    Point start, end;
    double radius = 0;
    Matrix matrix;
    Spread spread = Spread::Pad;
    std::vector<GradientStop> stops;
    bool operator==(const Gradient&) const = default;
};

/// What `currentColor` stands for is decided by whoever shows the art.
struct CurrentColour {
    double alpha = 1;
    bool operator==(const CurrentColour&) const = default;
};

/// monostate: not painted.
using Paint = std::variant<std::monostate, Colour, CurrentColour, Gradient>;

enum class Cap { Butt, Round, Square };
enum class Join { Miter, Round, Bevel };
enum class FillRule { NonZero, EvenOdd };

struct Stroke {
    Paint paint;
    double width = 1;
    Cap cap = Cap::Butt;
    Join join = Join::Miter;
    double miterLimit = 4;
    std::vector<double> dashes; ///< lengths in the shape's units; empty: solid
    double dashOffset = 0;
    bool operator==(const Stroke&) const = default;
};

struct Shape {
    std::string id; ///< from the file, may be empty
    Path path;
    Paint fill = Colour{0, 0, 0, 255};
    FillRule rule = FillRule::NonZero;
    Stroke stroke;
    double opacity = 1;
    bool operator==(const Shape&) const = default;
};

struct Clip {
    Path path; ///< in the group's coordinates
    FillRule rule = FillRule::NonZero;
    bool operator==(const Clip&) const = default;
};

/// What paths cannot say (filters, masks of greys, patterns, blending): an SVG document of its own, whose
/// view box is `box`, drawn by whoever shows the art (outside.h).
struct Picture {
    std::string id; ///< from the file, may be empty
    Rect box;       ///< in the coordinates of the group it stands in
    std::shared_ptr<const std::string> svg;
    std::string why; ///< in words: "a filter on “glow”"
    bool operator==(const Picture& other) const { return box == other.box && *svg == *other.svg; }
};

struct Group;
using Node = std::variant<Shape, std::unique_ptr<Group>, Picture>;

struct Group {
    std::string id;
    Matrix transform;
    double opacity = 1;
    std::vector<Clip> clips; ///< each cuts what the others left
    std::vector<Node> children;
};

/// Artwork made of paths, and of pictures where paths do not reach. Immutable once read; shared between
/// layers, previews and exports.
struct Art {
    Rect viewBox; ///< in the coordinates of `root`
    Group root;
    std::vector<std::string> losses; ///< what the file held that is not carried, in words, each once
};

using ArtPtr = std::shared_ptr<const Art>;

/// A deep copy; groups own their children.
[[nodiscard]] std::unique_ptr<Group> cloneGroup(const Group& group);

/// The node and all that is in it, again.
[[nodiscard]] Node cloneNode(const Node& node);

/// The pictures in the tree, in the order they are painted.
[[nodiscard]] std::vector<const Picture*> picturesIn(const Group& group);

/// Number of shapes in the whole tree; pictures count as one.
[[nodiscard]] std::size_t shapeCount(const Group& group);

/// Start and end of a linear gradient after an affine map: lines of equal colour stay where they are, so the
/// vector turns with their normal, not with the map itself. A degenerate vector or map is only mapped.
struct LinearVector {
    Point start, end;
};
[[nodiscard]] LinearVector mappedLine(Point start, Point end, const Matrix& matrix);

/// How art is laid into a box: scaled evenly to fit and centred, as everywhere in Scaena.
[[nodiscard]] Matrix fitInto(const Rect& viewBox, const Rect& box);

}
