// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/pictures.h"

namespace scaena::start {

/// A file of any kind a sequence can use, read for it: vectors as SVG, all else as it is.
struct DroppedFile {
    SourceKind kind = SourceKind::Unknown;
    std::string name; ///< for a layer
    std::string path; ///< to keep it under, relative: "art/logo.svg"
    std::string bytes;
    Size size; ///< dp or px
    double density = 1;
    bool dark = false;
    bool usesCurrentColour = false;          ///< vectors
    std::shared_ptr<const ArtMotion> motion; ///< of vectors that move; may be null
    Millis length = 0;                       ///< of a clip
    Problems problems, warnings;             ///< with problems nothing else of it counts
    [[nodiscard]] bool isVector() const {
        return kind == SourceKind::Svg || kind == SourceKind::Pdf || kind == SourceKind::VectorDrawable;
    }
};

/// Reads one file. `rasters`: the folder pictures are kept in.
[[nodiscard]] DroppedFile readDropped(const FileAccess& files, const std::filesystem::path& source,
                                      const Decoder& decoder, const std::string& rasters = "images");

}
