// SPDX-License-Identifier: MIT
#include "render/art/exported_picture.h"

#include "render/art/image_cache.h"

#include <QBuffer>
#include <QImageReader>
#include <zlib.h>

namespace scaena::render {

namespace {

constexpr int kJpegQuality = 95;

std::uint32_t big(const std::string& bytes, std::size_t at, int count) {
    std::uint32_t value = 0;
    for (int i = 0; i < count; ++i) {
        value = value << 8 | static_cast<unsigned char>(bytes[at + static_cast<std::size_t>(i)]);
    }
    return value;
}

/// Every chunk whole and with its right sum, eight bits at most, colours without a profile (PNG specification
/// §5, §11).
bool isPlainPng(const std::string& bytes) {
    std::size_t at = 8;
    while (at + 12 <= bytes.size()) {
        const std::size_t length = big(bytes, at, 4);
        const auto kind = bytes.substr(at + 4, 4);
        if (length > bytes.size() - at - 12) {
            return false;
        }
        const auto sum =
            ::crc32(0, reinterpret_cast<const Bytef*>(bytes.data()) + at + 4, static_cast<uInt>(4 + length));
        if (sum != big(bytes, at + 8 + length, 4) || kind == "iCCP" ||
            (kind == "IHDR" && bytes[at + 16] == 16)) {
            return false;
        }
        at += 12 + length;
        if (kind == "IEND") {
            return true;
        }
    }
    return false;
}

/// One or three components, no profile, and an end (ITU T.81 §B.2).
bool isPlainJpeg(const std::string& bytes) {
    std::size_t at = 2;
    while (at + 10 < bytes.size() && static_cast<unsigned char>(bytes[at]) == 0xFF) {
        const auto marker = big(bytes, at + 1, 1);
        const std::size_t length = big(bytes, at + 2, 2);
        const bool isFrame =
            marker >= 0xC0 && marker <= 0xCF && marker != 0xC4 && marker != 0xC8 && marker != 0xCC;
        if (length < 2 || (isFrame && (bytes[at + 9] == 4 || bytes[at + 4] != 8))) {
            return false;
        }
        if (marker == 0xE2 && bytes.compare(at + 4, 11, "ICC_PROFILE") == 0) {
            return false;
        }
        if (marker == 0xDA) {
            return bytes.rfind("\xFF\xD9") != std::string::npos;
        }
        at += 2 + length;
    }
    return false;
}

/// As long as its head says, without a profile (RFC 9649 §2.4).
bool isPlainWebp(const std::string& bytes) {
    std::size_t length = 0;
    for (std::size_t i = 0; i < 4; ++i) {
        length |= static_cast<std::size_t>(static_cast<unsigned char>(bytes[4 + i])) << (8 * i);
    }
    return length + 8 <= bytes.size() &&
           bytes.compare(std::min<std::size_t>(30, bytes.size()), 4, "ICCP") != 0;
}

bool isTurned(const std::string& bytes) {
    QByteArray data = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
    QBuffer buffer(&data);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer);
    reader.setDecideFormatFromContent(true);
    return reader.transformation() != QImageIOHandler::TransformationNone;
}

}

std::shared_ptr<const std::string> exportedPicture(const std::shared_ptr<const std::string>& bytes) {
    const QImage image = decodedImage(bytes);
    if (image.isNull()) {
        return nullptr;
    }
    const bool isJpeg = bytes->starts_with("\xFF\xD8\xFF");
    const bool isPlain = isJpeg                          ? isPlainJpeg(*bytes)
                         : bytes->starts_with("\x89PNG") ? isPlainPng(*bytes)
                         : bytes->starts_with("RIFF")    ? isPlainWebp(*bytes)
                                                         : false;
    if (isPlain && !isTurned(*bytes)) {
        return bytes;
    }
    QByteArray anew;
    QBuffer buffer(&anew);
    buffer.open(QIODevice::WriteOnly);
    const bool written = isJpeg
                             ? image.convertToFormat(QImage::Format_RGB32).save(&buffer, "JPEG", kJpegQuality)
                             : image.convertToFormat(QImage::Format_ARGB32).save(&buffer, "PNG");
    return written ? std::make_shared<const std::string>(anew.toStdString()) : nullptr;
}

std::shared_ptr<const std::string>
QtPictureReader::exported(const std::shared_ptr<const std::string>& bytes) const {
    const bool isPicture =
        bytes->starts_with("\x89PNG") || bytes->starts_with("\xFF\xD8\xFF") || bytes->starts_with("RIFF");
    if (!isPicture) {
        return bytes;
    }
    {
        const std::lock_guard lock(m_mutex);
        for (const auto& it : m_known) {
            const auto exported = it.exported.lock();
            if (it.given.lock() == bytes && (exported || !it.isReadable)) {
                return exported;
            }
        }
    }
    auto exported = exportedPicture(bytes);
    const std::lock_guard lock(m_mutex);
    std::erase_if(m_known, [&](const Known& it) { return it.given.expired() || it.given.lock() == bytes; });
    m_known.push_back({bytes, exported, exported != nullptr});
    return exported;
}

}
