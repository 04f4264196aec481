// SPDX-License-Identifier: MIT
#include "core/art/picture_head.h"

namespace scaena::art {

std::string pictureEnding(const std::string& bytes) {
    if (bytes.starts_with("\x89PNG")) {
        return ".png";
    }
    if (bytes.starts_with("RIFF") && bytes.size() > 12 && bytes.compare(8, 4, "WEBP") == 0) {
        return ".webp";
    }
    return bytes.starts_with("\xFF\xD8\xFF") ? ".jpg" : "";
}

namespace {

unsigned big(const std::string& bytes, std::size_t at, int count) {
    unsigned value = 0;
    for (int i = 0; i < count; ++i) {
        value = value << 8 | static_cast<unsigned char>(bytes[at + static_cast<std::size_t>(i)]);
    }
    return value;
}

unsigned little(const std::string& bytes, std::size_t at, int count) {
    unsigned value = 0;
    for (int i = count - 1; i >= 0; --i) {
        value = value << 8 | static_cast<unsigned char>(bytes[at + static_cast<std::size_t>(i)]);
    }
    return value;
}

/// The frame header of a JPEG (ITU T.81 §B.2.2): markers C0 to CF but for three that are something else.
std::optional<Size> jpegSize(const std::string& bytes) {
    std::size_t at = 2;
    while (at + 9 < bytes.size()) {
        const unsigned marker = big(bytes, at, 2);
        if (marker >= 0xffc0 && marker <= 0xffcf && marker != 0xffc4 && marker != 0xffc8 &&
            marker != 0xffcc) {
            return Size{double(big(bytes, at + 7, 2)), double(big(bytes, at + 5, 2))};
        }
        at += 2 + big(bytes, at + 2, 2);
    }
    return std::nullopt;
}

/// The three kinds of chunk a WebP can begin with (RFC 9649 §2).
std::optional<Size> webpSize(const std::string& bytes) {
    const auto kind = bytes.substr(12, 4);
    if (kind == "VP8X") {
        return Size{1.0 + little(bytes, 24, 3), 1.0 + little(bytes, 27, 3)};
    }
    if (kind == "VP8L") {
        const unsigned bits = little(bytes, 21, 4);
        return Size{1.0 + (bits & 0x3fff), 1.0 + (bits >> 14 & 0x3fff)};
    }
    return Size{double(little(bytes, 26, 2) & 0x3fff), double(little(bytes, 28, 2) & 0x3fff)};
}

}

std::optional<Size> pictureSize(const std::string& bytes) {
    const auto ending = pictureEnding(bytes);
    std::optional<Size> size;
    if (bytes.size() >= 30 && ending == ".png") {
        size = Size{double(big(bytes, 16, 4)), double(big(bytes, 20, 4))};
    } else if (bytes.size() >= 30 && ending == ".webp") {
        size = webpSize(bytes);
    } else if (ending == ".jpg") {
        size = jpegSize(bytes);
    }
    return size && size->width >= 1 && size->height >= 1 ? size : std::nullopt;
}

}
