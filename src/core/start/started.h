// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/files.h"
#include "core/model/sequence.h"

#include <atomic>
#include <functional>
#include <vector>

namespace scaena::start {

/// A first sequence and the files that belong beside it, by their relative paths.
struct Started {
    model::Sequence sequence;
    std::map<std::string, std::string> files;
    std::vector<std::string> taken; ///< what of the source is in it, in words
    Problems warnings;              ///< what of the source could not be carried
};

/// A raster picture as far as a first sequence needs it.
struct PictureInfo {
    Size pixels;
    std::vector<Colour> colours; ///< those that cover most first; transparent parts do not count
};

/// One frame of a moving picture.
struct PictureFrame {
    std::string png;
    Millis length = 100; ///< how long it is shown
};

/// What reading sources needs from outside the core.
class Decoder {
public:
    virtual ~Decoder() = default;
    [[nodiscard]] virtual Result<PictureInfo> picture(const std::string& bytes,
                                                      const std::string& name) const = 0;
    /// The same picture as a PNG, upright and in sRGB.
    [[nodiscard]] virtual Result<std::string> png(const std::string& bytes,
                                                  const std::string& name) const = 0;
    /// The frames of a moving picture (GIF, WebP, PNG); fewer than two where it stands still. Fails for one that
    /// holds more than a launch can carry.
    [[nodiscard]] virtual Result<std::vector<PictureFrame>> frames(const std::string& bytes,
                                                                   const std::string& name) const = 0;
    /// The first page of a PDF document as SVG.
    [[nodiscard]] virtual Result<std::string> pdfToSvg(const std::string& bytes,
                                                       const std::string& name) const = 0;
};

/// Reads whatever may stand at the beginning: an SVG, PDF, PNG, JPEG, WebP or VectorDrawable logo, an Android
/// `res` folder (or a folder that holds one), an iOS `.xcassets` (or a folder that holds one). `stop` is
/// looked at now and then, so that a person can give up waiting.
[[nodiscard]] Result<Started> startFrom(const FileAccess& files, const std::filesystem::path& source,
                                        const Decoder& decoder, const std::atomic<bool>& stop);

/// "PNG, JPEG, WebP, SVG, …": what can be used, for messages.
[[nodiscard]] std::string usableSources();

}
