// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/started.h"

#include <memory>

namespace scaena::start {

enum class SourceKind { Svg, VectorDrawable, Pdf, Raster, Clip, Font, Unknown };

/// By content first, by ending second.
[[nodiscard]] SourceKind kindOf(const std::string& bytes, const std::filesystem::path& path);

/// Pixels a dp that a file name tells: "logo@2x.png", "drawable-xhdpi/logo.png"; 1 if it tells nothing.
[[nodiscard]] double densityOf(const std::filesystem::path& path);
/// The name without what tells density or appearance: "logo@2x-dark" gives "logo".
[[nodiscard]] std::string plainStem(const std::filesystem::path& path);
[[nodiscard]] bool saysDark(const std::filesystem::path& path);

/// A file to be kept beside a sequence.
struct NamedBytes {
    std::string path; ///< relative
    std::string bytes;
};

struct ArtMotion;

/// A vector source as SVG, and how its file moves.
struct VectorSource : NamedBytes {
    std::shared_ptr<const ArtMotion> motion; ///< null: it stands still
};

/// A vector source (SVG, PDF, a drawable of Android and what it refers to in its `res` folder) as SVG text
/// for "art/NAME.svg"; losses are noted in `warnings`.
[[nodiscard]] Result<VectorSource> asSvg(const FileAccess& files, const std::string& bytes,
                                         const std::filesystem::path& source, const Decoder& decoder,
                                         Problems& warnings);

/// All pictures that belong to one raster: the same name in other densities and in dark, in the same folder
/// or the sibling `drawable-…` folders. The one named comes first.
[[nodiscard]] std::vector<std::filesystem::path> siblingsOf(const FileAccess& files,
                                                            const std::filesystem::path& source);

}
