// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"

#include <QImage>
#include <memory>
#include <string>

namespace scaena::render {

using Bytes = std::shared_ptr<const std::string>;

/// Largest image decoded, in pixels, and the longest side it keeps in memory: no screen shows more.
inline constexpr qint64 kMostImagePixels = 64'000'000;
inline constexpr int kLongestImageSide = 4096;

/// The picture in those bytes (PNG, JPEG, WebP, GIF, BMP), kept for a while by content. Null if they
/// hold none. May be called from any thread; a large picture is best asked for in the background first.
[[nodiscard]] QImage decodedImage(const Bytes& bytes);

/// Its size without decoding it, or what is wrong with it, in words.
[[nodiscard]] Result<QSize> imageSize(const std::string& bytes, const std::string& name);

}
