// SPDX-License-Identifier: MIT
#include "render/image_cache.h"

#include <QBuffer>
#include <QImageReader>
#include <map>
#include <mutex>

namespace scaena::render {

namespace {

constexpr int kDecodeMegabytes = 512;

struct Entry {
    std::weak_ptr<const std::string> bytes;
    QImage image;
};

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
    return reader.read().convertToFormat(QImage::Format_ARGB32_Premultiplied);
}

}

QImage decodedImage(const Bytes& bytes) {
    static std::mutex mutex;
    static std::map<const std::string*, Entry> cache;
    static const bool limited = (QImageReader::setAllocationLimit(kDecodeMegabytes), true);
    (void)limited;
    if (!bytes) {
        return {};
    }
    {
        const std::lock_guard lock(mutex);
        std::erase_if(cache, [](const auto& it) { return it.second.bytes.expired(); });
        if (const auto found = cache.find(bytes.get()); found != cache.end()) {
            return found->second.image;
        }
    }
    const QImage image = decode(*bytes); // without the lock: others need not wait for a large one
    const std::lock_guard lock(mutex);
    cache[bytes.get()] = {bytes, image};
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
        return failure(ProblemKind::Unreadable, "is not a picture that can be read; PNG, JPEG and WebP can", name);
    }
    if (qint64(size.width()) * size.height() > kMostImagePixels) {
        return failure(ProblemKind::Refused,
                       "is larger than 64 million pixels; no screen shows so many, so scale it down first", name);
    }
    return size;
}

}
