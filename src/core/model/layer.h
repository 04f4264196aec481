// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/model/palette.h"

#include <optional>

namespace scaena::model {

enum class LayerKind { Backdrop, Artwork, Text, FooterMark, FirstScreen };
template <>
struct Words<LayerKind> {
    static constexpr std::array<std::string_view, 5> list = {"backdrop", "artwork", "text", "footer-mark",
                                                             "first-screen"};
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

/// One layer. The kind decides which contents count; layers lie in the order of the document, the last on
/// top.
struct Layer {
    Id id;
    std::string name;
    LayerKind kind = LayerKind::Artwork;
    Place place;                      ///< all but backdrop and first screen
    std::optional<Place> destination; ///< where a "travel" move leads
    ShownWhen shownWhen = ShownWhen::Always;
    std::string art, darkArt;   ///< artwork and footer mark: relative paths of SVG files
    ColourRef tint;             ///< what `currentColor` in the art means; empty: black
    std::optional<Plate> plate; ///< artwork
    Fill fill;                  ///< backdrop
    double panelHeight = 0;     ///< backdrop, dp: the header a "panel" move shrinks it to
    TextContent text;
    FirstScreenContent firstScreen;
    Extras extras;
    bool operator==(const Layer&) const = default;
};

}
