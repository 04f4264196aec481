// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/times.h"
#include "core/model/palette.h"

#include <map>
#include <optional>
#include <variant>

/// What a layer shows: every kind has contents of its own, and only what it needs.
namespace scaena::model {

/// The drawing of an artwork or a footer mark.
struct ArtContent {
    std::string art, darkArt;                  ///< relative paths of SVG files
    std::string part;                          ///< only the group or shape of that id in the file; empty: all
    ColourRef tint;                            ///< what `currentColor` in the art means; empty: black
    std::map<std::string, ColourRef> recolour; ///< colours of the art ("#RRGGBB") and what takes their place
    bool operator==(const ArtContent&) const = default;
};

/// A round disc of one colour behind an artwork.
struct Plate {
    ColourRef colour;
    double diameter = 160; ///< dp
    Extras extras;
    bool operator==(const Plate&) const = default;
};

struct ArtworkContent : ArtContent {
    std::optional<Plate> plate;
    bool operator==(const ArtworkContent&) const = default;
};

/// A mark at the foot of the screen, which a system may show in its opening.
struct FooterContent : ArtContent {
    bool operator==(const FooterContent&) const = default;
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

/// How lines of a text stand to each other. Start and end are by the direction the line is written in.
enum class TextAlign { Centre, Start, End };
template <>
struct Words<TextAlign> {
    static constexpr std::array<std::string_view, 3> list = {"centre", "start", "end"};
};

struct TextContent {
    std::string text; ///< may have several lines
    ColourRef colour;
    double size = 32; ///< dp
    Typeface typeface = Typeface::Sans;
    bool bold = false;
    double wrapAt =
        0; ///< dp; longer lines are broken between words; 0: only where the text breaks them itself
    TextAlign align = TextAlign::Centre;
    double lineHeight = 100; ///< from line to line, % of the typeface's own
    double spacing = 0;      ///< added between letters, % of the size
    std::string fontFile;    ///< relative path of the person's own font; empty: the shipped `typeface`
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

struct BackdropContent {
    Fill fill;
    double panelHeight = 0; ///< dp: the header a "panel" move shrinks it to
    std::optional<BackdropPicture> picture;
    bool operator==(const BackdropContent&) const = default;
};

/// The same picture in several densities, by day and by night.
struct ImageContent {
    std::vector<Picture> pictures;
    bool operator==(const ImageContent&) const = default;
};

enum class ProgressForm { Ring, Bar, Dots };
template <>
struct Words<ProgressForm> {
    static constexpr std::array<std::string_view, 3> list = {"ring", "bar", "dots"};
};

/// Shows how far loading is, and never runs back. Each of its gates has an equal share; one that loads counts
/// by its typical time, at most nine tenths – more than that nobody can know before it opens; what is left
/// then is caught up with, ever slower.
struct ProgressContent {
    ProgressForm form = ProgressForm::Ring;
    ColourRef colour;
    ColourRef track;           ///< the part not yet reached; empty: not drawn
    double thickness = 4;      ///< dp; of dots their diameter
    std::vector<GateId> gates; ///< empty: all that are not optional
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

/// Its members name it.
struct GroupContent {
    bool operator==(const GroupContent&) const = default;
};

/// The contents of one kind each, in the order of LayerKind: whoever adds a kind adds its contents here, and
/// the compiler names every place that has to say something about it.
using Contents = std::variant<BackdropContent, ArtworkContent, TextContent, FooterContent, FirstScreenContent,
                              ShapeContent, ImageContent, ProgressContent, ClipContent, GroupContent>;

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

static_assert(std::variant_size_v<Contents> == Words<LayerKind>::list.size());

[[nodiscard]] inline LayerKind kindOf(const Contents& contents) {
    return static_cast<LayerKind>(contents.index());
}
/// Contents of that kind with nothing set.
[[nodiscard]] Contents contentsOf(LayerKind kind);

/// One function object out of several lambdas, for std::visit.
template <class... Fs>
struct Overloads : Fs... {
    using Fs::operator()...;
};

}
