// SPDX-License-Identifier: MIT
#include "render/frames/still.h"

#include "render/art/image_cache.h"
#include "render/base/convert.h"
#include "render/base/paint_threads.h"
#include "render/frames/frame_painter.h"
#include "render/png/png_writer.h"

#include <QPainter>
#include <algorithm>
#include <atomic>
#include <cmath>
#include <thread>

namespace scaena::render {

namespace {

QImage painted(const Scene& scene, const schedule::Schedule& schedule, double t,
               const StillOptions& options) {
    const auto& device = schedule::deviceOf(schedule.conditions.device);
    const auto frame = schedule::evaluate(schedule, t);
    const QSizeF screen(frame.screen.width, frame.screen.height);
    QSize pixels = options.pixels;
    if (pixels.isEmpty()) {
        pixels = QSize(static_cast<int>(std::lround(screen.width() * device.density)),
                       static_cast<int>(std::lround(screen.height() * device.density)));
    }
    QImage image(pixels, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    const double scale = std::min(pixels.width() / screen.width(), pixels.height() / screen.height());
    painter.translate((pixels.width() - screen.width() * scale) / 2,
                      (pixels.height() - screen.height() * scale) / 2);
    painter.scale(scale, scale);
    if (options.roundScreen && device.cornerRadius > 0) {
        QPainterPath shape;
        shape.addRoundedRect(QRectF(QPointF(), screen), device.cornerRadius, device.cornerRadius);
        painter.setClipPath(shape);
    }
    paintFrame(painter, scene, frame);
    if (options.bars) {
        paintSystemBars(painter, scene, frame, device);
    }
    return image;
}

constexpr int kArtBandPixels =
    1 << 19; ///< large pictures are painted in parts that stay in the processor's cache

constexpr double kSharing = 5; ///< pictures of one to five pixels a dp are made of the same prepared art
constexpr std::size_t kMostPrepared = 32;

std::string artPng(const PreparedArt& prepared, const Matrix& fit, int width, int height) {
    PngWriter writer(width, height, PngWriter::Channels::Rgba);
    QImage band(width, std::clamp(kArtBandPixels / width, 1, height), QImage::Format_ARGB32_Premultiplied);
    for (int top = 0; top < height; top += band.height()) {
        band.fill(Qt::transparent);
        QPainter painter(&band);
        painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
        painter.setTransform(toQt(fit) * QTransform::fromTranslate(0, -top));
        prepared.paint(painter, {});
        painter.end();
        writer.add(band);
    }
    return writer.finished();
}

}

QImage still(const Scene& scene, const schedule::Schedule& schedule, double t, const StillOptions& options) {
    return madeInPaintThread([&] { return painted(scene, schedule, t, options); });
}

std::vector<QImage> stills(const Scene& scene, const schedule::Schedule& schedule,
                           const std::vector<double>& times, const StillOptions& options) {
    std::vector<QImage> images(times.size());
    std::atomic<std::size_t> next = 0;
    const auto count = std::min<std::size_t>(times.size(), std::max(1U, std::thread::hardware_concurrency()));
    inPaintThreads(static_cast<int>(count), [&](int) {
        for (std::size_t i = next++; i < times.size(); i = next++) {
            images[i] = still(scene, schedule, times[i], options);
        }
    });
    return images;
}

std::string QtRasteriser::png(const art::ArtPtr& art, int width, int height, Colour currentColour) const {
    return madeInPaintThread([&] {
        const auto fit = art::fitInto(art->viewBox, {0, 0, double(width), double(height)});
        return artPng(*prepared(art, currentColour, fit.meanScale()), fit, width, height);
    });
}

/// Art takes as long to prepare as to paint, and is asked for in several densities. Fineness goes by steps
/// that the art alone says, so that a picture is the same whichever others were made before it.
std::shared_ptr<const PreparedArt> QtRasteriser::prepared(const art::ArtPtr& art, Colour currentColour,
                                                          double pixelsPerUnit) const {
    const double step =
        pixelsPerUnit > 0 ? std::floor(std::log(pixelsPerUnit * 1.05) / std::log(kSharing)) : 0;
    auto made = sharedPreparedArt(art, currentColour, std::pow(kSharing, -step));
    if (!made->hasPictures()) { // they take room, and little time
        const std::lock_guard lock(m_preparedMutex);
        if (std::ranges::find(m_prepared, made) == m_prepared.end()) {
            m_prepared.push_back(made);
        }
        if (m_prepared.size() > kMostPrepared) {
            m_prepared.pop_front();
        }
    }
    return made;
}

std::shared_ptr<const ClipPictures>
QtRasteriser::opened(const std::shared_ptr<const std::string>& clip) const {
    if (clip != m_clipBytes) {
        m_clipBytes = clip;
        m_clip = ClipPictures::make(clip);
    }
    return m_clip;
}

std::string QtRasteriser::clipPng(const std::shared_ptr<const std::string>& clip, double millis, int width,
                                  int height) const {
    QImage image;
    {
        const std::lock_guard lock(m_mutex);
        const auto pictures = opened(clip);
        image = pictures ? pictures->at(millis, {width, height}) : QImage();
    }
    return image.isNull() ? std::string() : pngOf(image);
}

std::string QtRasteriser::scaledPng(const std::shared_ptr<const std::string>& picture, int width,
                                    int height) const {
    const QImage image = decodedImage(picture);
    return image.isNull() ? std::string()
                          : pngOf(image.scaled(width, height, Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
                                      .convertToFormat(QImage::Format_ARGB32_Premultiplied));
}

std::string QtRasteriser::clipSheetPng(const std::shared_ptr<const std::string>& clip,
                                       const std::vector<double>& times, Size pixels, int columns) const {
    const std::lock_guard lock(m_mutex);
    const auto pictures = opened(clip);
    const QSize one(static_cast<int>(pixels.width), static_cast<int>(pixels.height));
    const int count = static_cast<int>(times.size());
    if (!pictures || count == 0 || one.isEmpty()) {
        return {};
    }
    QImage sheet(one.width() * columns, one.height() * ((count + columns - 1) / columns),
                 QImage::Format_ARGB32_Premultiplied);
    sheet.fill(Qt::transparent);
    QPainter painter(&sheet);
    for (int i = 0; i < count; ++i) {
        painter.drawImage(i % columns * one.width(), i / columns * one.height(),
                          pictures->at(times[static_cast<std::size_t>(i)], one));
    }
    painter.end();
    return pngOf(sheet);
}

}
