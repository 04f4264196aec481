// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/base/times.h"
#include "core/model/palette.h"

#include <map>
#include <optional>

namespace scaena::model {

enum class LayerKind {
    Backdrop,
    Artwork,
    Text,
    FooterMark,
    FirstScreen,
    Shape,
    Image,
    Progress,
    Clip,
    Group
};
template <>
struct Words<LayerKind> {
    static constexpr std::array<std::string_view, 10> list = {
        "backdrop", "artwork", "text",     "footer-mark", "first-screen",
        "shape",    "image",   "progress", "clip",        "group"};
};

enum class AnchorPoint { TopLeft, Top, TopRight, Left, Centre, Right, BottomLeft, Bottom, BottomRight };
template <>
struct Words<AnchorPoint> {
    static constexpr std::array<std::string_view, 9> list = {
        "top-left", "top", "top-right", "left", "centre", "right", "bottom-left", "bottom", "bottom-right"};
};

/// The point as fractions of width and height, for example {0.5, 1} for Bottom.
[[nodiscard]] constexpr Point fractions(AnchorPoint anchor) {
    const int i = static_cast<int>(anchor);
    return {(i % 3) / 2.0, static_cast<double>(i / 3) / 2.0};
}

/// Where a layer is at rest: its centre lies `x`, `y` dp from an anchor point of the screen.
struct Place {
    AnchorPoint anchor = AnchorPoint::Centre;
    double x = 0, y = 0;
    double width = 120, height = 120; ///< dp; art keeps its proportions within
    double turn = 0;                  ///< degrees, clockwise, about the layer's pivot
    bool safeArea = false;            ///< the anchor point is one of the safe area, not of the whole screen
    Extras extras;
    bool operator==(const Place&) const = default;
};

/// A round disc of one colour behind an artwork.
struct Plate {
    ColourRef colour;
    double diameter = 160; ///< dp
    Extras extras;
    bool operator==(const Plate&) const = default;
};

/// One colour, or two with a straight gradient between them.
struct Fill {
    ColourRef colour;
    ColourRef to;       ///< empty: one plain colour
    double angle = 180; ///< degrees as in CSS: 180 runs from top to bottom, 90 from left to right
    Extras extras;
    bool operator==(const Fill&) const = default;
};

enum class Typeface { Sans, Serif, Mono };
template <>
struct Words<Typeface> {
    static constexpr std::array<std::string_view, 3> list = {"sans", "serif", "mono"};
};

struct TextContent {
    std::string text;
    ColourRef colour;
    double size = 32; ///< dp
    Typeface typeface = Typeface::Sans;
    bool bold = false;
    std::string fontFile; ///< relative path of the person's own font; empty: the shipped `typeface`
    Extras extras;
    bool operator==(const TextContent&) const = default;
};

enum class BlockKind { Bar, Heading, Lines, List, Cards, Image };
template <>
struct Words<BlockKind> {
    static constexpr std::array<std::string_view, 6> list = {"bar",  "heading", "lines",
                                                             "list", "cards",   "image"};
};

/// A wireframe piece of the first screen; blocks are stacked from the top edge.
struct Block {
    BlockKind kind = BlockKind::List;
    double height = 56; ///< dp
    ColourRef colour;   ///< of its marks; for a bar, of its surface
    Extras extras;
    bool operator==(const Block&) const = default;
};

/// The app's own first screen as the preview shows it: a screenshot, or wireframe blocks.
struct FirstScreenContent {
    ColourRef background;
    std::string lightImage, darkImage; ///< relative paths, may be empty
    std::vector<Block> blocks;
    Extras extras;
    bool operator==(const FirstScreenContent&) const = default;
};

/// When a layer belongs on the stage. Offline: only when a time-out took the offline way. Message: only when
/// a time-out asked for a message.
enum class ShownWhen { Always, Offline, Message };
template <>
struct Words<ShownWhen> {
    static constexpr std::array<std::string_view, 3> list = {"always", "offline", "message"};
};

enum class ShapeForm { Rectangle, Ellipse, Line };
template <>
struct Words<ShapeForm> {
    static constexpr std::array<std::string_view, 3> list = {"rectangle", "ellipse", "line"};
};

/// A drawn shape that fills its layer's box; a line runs through the middle of it from left to right.
struct ShapeContent {
    ShapeForm form = ShapeForm::Rectangle;
    ColourRef colour; ///< inside; empty: not filled (never for a line)
    ColourRef to;     ///< not empty: a straight gradient from `colour`
    double angle = 180;
    double corner = 0; ///< dp, rectangle
    ColourRef strokeColour;
    double strokeWidth = 0; ///< dp; lies wholly within the box
    Extras extras;
    bool operator==(const ShapeContent&) const = default;
};

/// One picture file of an image layer: for screens of that many pixels a dp, by day or by night.
struct Picture {
    std::string path;
    double density = 1;
    bool dark = false;
    Extras extras;
    bool operator==(const Picture&) const = default;
};

enum class Fit { Fill, Whole };
template <>
struct Words<Fit> {
    static constexpr std::array<std::string_view, 2> list = {"fill", "whole"};
};

/// A backdrop's picture. Fill covers the screen and is cut at its edges; Whole is seen complete with the
/// backdrop's colour around it. Missing ones fall back: dark to light, landscape to upright.
struct BackdropPicture {
    std::string light, dark, landscape, darkLandscape; ///< relative paths
    Fit fit = Fit::Fill;
    Extras extras;
    bool operator==(const BackdropPicture&) const = default;
};

enum class ProgressForm { Ring, Bar, Dots };
template <>
struct Words<ProgressForm> {
    static constexpr std::array<std::string_view, 3> list = {"ring", "bar", "dots"};
};

/// Shows how far loading is. Each of its gates has an equal share; an open gate counts whole, one that loads
/// counts by its typical time, at most nine tenths – more than that nobody can know before it opens.
struct ProgressContent {
    ProgressForm form = ProgressForm::Ring;
    ColourRef colour;
    ColourRef track;       ///< the part not yet reached; empty: not drawn
    double thickness = 4;  ///< dp; of dots their diameter
    std::vector<Id> gates; ///< empty: all that are not optional
    Extras extras;
    bool operator==(const ProgressContent&) const = default;
};

/// A segment of a Lottie composition. A "play" cue runs it from `from` to `stopAt`; before that its first
/// frame is seen, after it the frame at `keep`.
struct ClipContent {
    std::string path, darkPath; ///< relative paths of Lottie JSON files
    Millis from = 0;
    Millis stopAt = 1000;
    std::optional<Millis> keep; ///< without: the frame at `stopAt`
    Extras extras;
    bool operator==(const ClipContent&) const = default;
};

/// One layer. The kind decides which contents count; layers lie in the order of the document, the last on
/// top.
struct Layer {
    Id id;
    std::string name;
    LayerKind kind = LayerKind::Artwork;
    Id group;                         ///< the group it belongs to, may be empty
    bool hidden = false;              ///< not shown while designing; exports and the real launch have it
    bool locked = false;              ///< the stage leaves it alone
    Place place;                      ///< all but backdrop and first screen
    std::optional<Place> landscape;   ///< used instead where the screen is wider than high
    std::optional<Place> destination; ///< where a "travel" move leads
    Point pivot = {0.5, 0.5};         ///< about which it turns and grows, as fractions of its box
    ShownWhen shownWhen = ShownWhen::Always;
    std::string art, darkArt; ///< artwork and footer mark: relative paths of SVG files
    std::string part;         ///< artwork: only the group or shape of that id in the file; empty: all
    ColourRef tint;           ///< what `currentColor` in the art means; empty: black
    std::map<std::string, ColourRef> recolour; ///< colours of the art ("#RRGGBB") and what takes their place
    std::optional<Plate> plate;                ///< artwork
    Fill fill;                                 ///< backdrop
    double panelHeight = 0;                    ///< backdrop, dp: the header a "panel" move shrinks it to
    std::optional<BackdropPicture> picture;    ///< backdrop
    TextContent text;
    FirstScreenContent firstScreen;
    ShapeContent shape;
    std::vector<Picture> pictures; ///< image
    ProgressContent progress;
    ClipContent clip;
    Extras extras;
    bool operator==(const Layer&) const = default;
};

[[nodiscard]] constexpr bool coversScreen(LayerKind kind) {
    return kind == LayerKind::Backdrop || kind == LayerKind::FirstScreen;
}

/// The place that counts on a screen of that shape.
[[nodiscard]] inline const Place& placeOn(const Layer& layer, bool landscape) {
    return landscape && layer.landscape ? *layer.landscape : layer.place;
}

}
