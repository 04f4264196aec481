// SPDX-License-Identifier: MIT
#include "render/art/image_cache.h"

#include <QBuffer>
#include <QColorSpace>
#include <QImageReader>
#include <algorithm>
#include <list>
#include <mutex>

namespace scaena::render {

namespace {

constexpr int kDecodeMegabytes = 512;

/// Decoded pictures by content, the one used last in front.
struct Entry {
    std::size_t hash = 0, size = 0;
    QImage image;
};
constexpr std::size_t kMostEntries = 24;
constexpr qsizetype kMostBytes = qsizetype(600) << 20;

void dropOld(std::list<Entry>& entries) {
    qsizetype sum = 0;
    std::size_t count = 0;
    for (auto it = entries.begin(); it != entries.end();) {
        sum += it->image.sizeInBytes();
        const bool keep = ++count <= kMostEntries && (sum <= kMostBytes || count == 1);
        it = keep ? std::next(it) : entries.erase(it);
    }
}

QImage decode(const std::string& bytes) {
    QByteArray data = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
    QBuffer buffer(&data);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer);
    reader.setDecideFormatFromContent(true);
    reader.setAutoTransform(true);
    const QSize size = reader.size();
    if (!size.isValid() || qint64(size.width()) * size.height() > kMostImagePixels) {
        return {};
    }
    if (std::max(size.width(), size.height()) > kLongestImageSide) {
        reader.setScaledSize(size.scaled(kLongestImageSide, kLongestImageSide, Qt::KeepAspectRatio));
    }
    QImage image = reader.read();
    // Every platform is shown sRGB; a picture of another profile would look paler or louder there.
    if (const QColorSpace srgb(QColorSpace::SRgb);
        image.colorSpace().isValid() && image.colorSpace() != srgb) {
        image.convertToColorSpace(srgb);
    }
    return image.convertToFormat(QImage::Format_ARGB32_Premultiplied);
}

}

QImage decodedImage(const Bytes& bytes) {
    static std::mutex mutex;
    static std::list<Entry> entries;
    static const bool limited = (QImageReader::setAllocationLimit(kDecodeMegabytes), true);
    (void)limited;
    if (!bytes) {
        return {};
    }
    const std::size_t hash = std::hash<std::string>()(*bytes);
    {
        const std::lock_guard lock(mutex);
        const auto found = std::find_if(entries.begin(), entries.end(), [&](const Entry& it) {
            return it.hash == hash && it.size == bytes->size();
        });
        if (found != entries.end()) {
            entries.splice(entries.begin(), entries, found);
            return entries.front().image;
        }
    }
    const QImage image = decode(*bytes); // without the lock: others need not wait for a large one
    const std::lock_guard lock(mutex);
    entries.push_front({hash, bytes->size(), image});
    dropOld(entries);
    return image;
}

Result<QSize> imageSize(const std::string& bytes, const std::string& name) {
    QByteArray data = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
    QBuffer buffer(&data);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer);
    reader.setDecideFormatFromContent(true);
    const QSize size = reader.size();
    if (!reader.canRead() || !size.isValid() || size.isEmpty()) {
        return failure(ProblemKind::Unreadable, "is not a picture that can be read; PNG, JPEG and WebP can",
                       name);
    }
    if (qint64(size.width()) * size.height() > kMostImagePixels) {
        return failure(ProblemKind::Refused,
                       "is larger than 64 million pixels; no screen shows so many, so scale it down first",
                       name);
    }
    // As it is shown: a camera held upright says so in its file.
    return reader.transformation() & QImageIOHandler::TransformationRotate90 ? size.transposed() : size;
}

}
