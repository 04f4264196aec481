// SPDX-License-Identifier: MIT
#include "render/art/decoder.h"

#include "core/model/limits.h"
#include "render/art/image_cache.h"
#include "render/art/moving_png.h"

#include <QBuffer>
#include <QFile>
#include <QImageReader>
#include <QProcess>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <algorithm>
#include <map>

namespace scaena::render {

namespace {

constexpr std::size_t kMostFrames = 240;
constexpr std::size_t kMostFrameBytes = 12u << 20;
constexpr int kPdfMillis = 20'000;
constexpr int kSample = 96; // a picture this large has all the colours that matter

/// Colours by how much they cover; shades that are almost the same count as one.
std::vector<Colour> mainColours(const QImage& image) {
    const QImage small = image.scaled(kSample, kSample, Qt::KeepAspectRatio, Qt::SmoothTransformation)
                             .convertToFormat(QImage::Format_ARGB32);
    struct Sum {
        double r = 0, g = 0, b = 0;
        int count = 0;
    };
    std::map<int, Sum> sums;
    int seen = 0;
    for (int y = 0; y < small.height(); ++y) {
        const auto* line = reinterpret_cast<const QRgb*>(small.constScanLine(y));
        for (int x = 0; x < small.width(); ++x) {
            if (qAlpha(line[x]) < 128) {
                continue;
            }
            auto& sum = sums[(qRed(line[x]) >> 5) << 6 | (qGreen(line[x]) >> 5) << 3 | qBlue(line[x]) >> 5];
            sum.r += qRed(line[x]);
            sum.g += qGreen(line[x]);
            sum.b += qBlue(line[x]);
            ++sum.count;
            ++seen;
        }
    }
    std::vector<Sum> order;
    for (const auto& it : sums) {
        order.push_back(it.second);
    }
    std::sort(order.begin(), order.end(), [](const Sum& a, const Sum& b) { return a.count > b.count; });
    std::vector<Colour> colours;
    for (const auto& it : order) {
        if (it.count * 12 >= seen && colours.size() < 6) {
            const auto byte = [&](double sum) {
                return static_cast<std::uint8_t>(std::lround(sum / it.count));
            };
            colours.push_back({byte(it.r), byte(it.g), byte(it.b), 255});
        }
    }
    return colours;
}

}

Result<start::PictureInfo> QtDecoder::picture(const std::string& bytes, const std::string& name) const {
    const auto size = imageSize(bytes, name);
    if (!size) {
        return tl::unexpected(size.error());
    }
    const QImage image = decodedImage(std::make_shared<const std::string>(bytes));
    if (image.isNull()) {
        return failure(ProblemKind::Unreadable,
                       "is a broken picture: it begins like one but cannot be decoded", name);
    }
    return start::PictureInfo{{double(size->width()), double(size->height())}, mainColours(image)};
}

Result<std::string> QtDecoder::png(const std::string& bytes, const std::string& name) const {
    const auto size = imageSize(bytes, name);
    if (!size) {
        return tl::unexpected(size.error());
    }
    QByteArray out;
    QBuffer buffer(&out);
    buffer.open(QIODevice::WriteOnly);
    if (!decodedImage(std::make_shared<const std::string>(bytes)).save(&buffer, "PNG")) {
        return failure(ProblemKind::Unreadable,
                       "is a broken picture: it begins like one but cannot be decoded", name);
    }
    return out.toStdString();
}

Result<std::vector<start::PictureFrame>> QtDecoder::frames(const std::string& bytes,
                                                           const std::string& name) const {
    std::vector<start::PictureFrame> frames;
    std::size_t whole = 0;
    const auto take = [&](const QImage& image, int millis) {
        QByteArray out;
        QBuffer to(&out);
        to.open(QIODevice::WriteOnly);
        image.save(&to, "PNG");
        whole += static_cast<std::size_t>(out.size());
        // Viewers show a frame without a length for a tenth of a second.
        frames.push_back({out.toStdString(), millis > 0 ? millis : 100});
        return frames.size() <= kMostFrames && whole <= kMostFrameBytes;
    };
    if (!eachFrameOfPng(bytes, take)) {
        return failure(ProblemKind::Unreadable,
                       "is a broken moving picture: one of its frames cannot be read", name);
    }
    QByteArray data = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
    QBuffer buffer(&data);
    QImageReader reader(&buffer);
    if (reader.supportsAnimation()) {
        QImage image = reader.read();
        while (!image.isNull() && take(image, reader.nextImageDelay()) && reader.canRead()) {
            image = reader.read();
        }
    }
    if (frames.size() > kMostFrames || whole > kMostFrameBytes) {
        return failure(
            ProblemKind::Refused,
            "holds more than a launch can carry: at most 240 frames and 12 MB of them as PNG; cut or "
            "shrink it, or give it as a Lottie clip",
            name);
    }
    return frames;
}

Result<std::string> QtDecoder::pdfToSvg(const std::string& bytes, const std::string& name) const {
    const QString program = QStandardPaths::findExecutable(QStringLiteral("pdftocairo"));
    if (program.isEmpty()) {
        return failure(ProblemKind::Unsupported,
                       "is a PDF; to read it the program pdftocairo is needed (Debian package poppler-utils)",
                       name);
    }
    QTemporaryDir folder;
    const QString in = folder.filePath(QStringLiteral("in.pdf"));
    const QString out = folder.filePath(QStringLiteral("out.svg"));
    QFile file(in);
    if (!folder.isValid() || !file.open(QIODevice::WriteOnly) ||
        file.write(bytes.data(), static_cast<qint64>(bytes.size())) != static_cast<qint64>(bytes.size())) {
        return failure(ProblemKind::Refused, "could not be put into a temporary folder", name);
    }
    file.close();
    QProcess process;
    process.start(program, {QStringLiteral("-svg"), QStringLiteral("-f"), QStringLiteral("1"),
                            QStringLiteral("-l"), QStringLiteral("1"), in, out});
    const bool ended = process.waitForFinished(kPdfMillis);
    if (!ended) {
        process.kill();
        process.waitForFinished(1000);
    }
    QFile result(out);
    if (!ended || process.exitCode() != 0 || !result.open(QIODevice::ReadOnly)) {
        return failure(ProblemKind::Unreadable, "is not a PDF whose first page can be read", name);
    }
    if (result.size() > static_cast<qint64>(model::limits::kArtBytes)) {
        return failure(ProblemKind::Refused,
                       "holds more than a logo: its first page gives more than 8 MB of outlines", name);
    }
    return result.readAll().toStdString();
}

}
