// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/model/layer.h"

#include <optional>
#include <vector>

/// What the core and the exporters need from outside, as small interfaces that scaena_render implements.
namespace scaena::art {

class TextOutliner {
public:
    virtual ~TextOutliner() = default;
    /// The text as filled outlines in dp, centred about the origin both ways. `ownFont`: the bytes of its own
    /// font file, or null.
    [[nodiscard]] virtual Path outline(const model::TextContent& text, const std::string* ownFont) const = 0;
    /// The characters of the text for which no typeface here has a shape, each once: emoji, other scripts.
    [[nodiscard]] virtual std::vector<std::string> missing(const model::TextContent& text,
                                                           const std::string* ownFont) const = 0;
};

/// What reading art needs from outside. May be called from several threads at once.
class ArtHelper {
public:
    struct Words {
        std::string svg;        ///< the same picture, its letters as paths; has a view box
        std::string absentFont; ///< the family that was asked for, where another one had to stand in
    };
    virtual ~ArtHelper() = default;
    /// The words of an SVG document as outlines, by the fonts that are installed; `families`: CSS's list of
    /// those they ask for. Nothing if it cannot be done.
    [[nodiscard]] virtual std::optional<Words> outlined(const std::string& svg,
                                                        const std::string& families) const = 0;
    /// Told of each art that has been read, by the thread that read it: its pictures will be asked for soon.
    virtual void foresee(const Art& art) const = 0;
};

/// The program's, told once at its start; null: words in art are pictures. It is not handed through, since
/// art is read in many places and every one must read the same.
void setArtHelper(const ArtHelper* helper);
[[nodiscard]] const ArtHelper* artHelper();

/// Reads pictures as the platforms do. May be called from several threads at once.
class PictureReader {
public:
    virtual ~PictureReader() = default;
    /// The picture as every platform reads it the same way: the bytes themselves if they are plain and sound,
    /// else the picture anew; null if it cannot be decoded. What is no picture comes back as it is.
    [[nodiscard]] virtual std::shared_ptr<const std::string>
    exported(const std::shared_ptr<const std::string>& bytes) const = 0;
};

/// May be called from several threads at once.
class Rasteriser {
public:
    virtual ~Rasteriser() = default;
    /// The art fitted into a transparent picture of that many pixels, as PNG bytes.
    [[nodiscard]] virtual std::string png(const ArtPtr& art, int width, int height,
                                          Colour currentColour) const = 0;
    /// A clip's composition at a moment of its own time, as PNG bytes; empty if it cannot be drawn.
    [[nodiscard]] virtual std::string clipPng(const std::shared_ptr<const std::string>& clip, double millis,
                                              int width, int height) const = 0;
    /// A picture in fewer pixels, as PNG bytes; empty if it cannot be decoded.
    [[nodiscard]] virtual std::string scaledPng(const std::shared_ptr<const std::string>& picture, int width,
                                                int height) const = 0;
    /// Several moments of a clip in one picture, `columns` side by side, row below row.
    [[nodiscard]] virtual std::string clipSheetPng(const std::shared_ptr<const std::string>& clip,
                                                   const std::vector<double>& times, Size pixels,
                                                   int columns) const = 0;
};

}
