// SPDX-License-Identifier: MIT
#include "render/frames/opening_frames.h"

#include "core/schedule/resolve.h"
#include "render/frames/frame_painter.h"
#include "render/png/png_writer.h"

#include <QPainter>
#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace scaena::render {

namespace {

constexpr int kBandPixels = 1 << 17; ///< stay in the processor's cache, since a tablet's whole frame is 22 MB
constexpr qsizetype kLargestStamp = 4 << 20; ///< bytes; larger ones are hardly ever shared, and cost memory
constexpr qsizetype kAllStamps = 32 << 20;

QRect pixelsOf(const QRectF& reach, double density) { // with a pixel more for soft edges
    const QRectF scaled(reach.topLeft() * density, reach.size() * density);
    return scaled.toAlignedRect().adjusted(-1, -1, 1, 1);
}

/// Rows of a picture, in pixels, and the columns between which they are not of one colour a row.
struct Band {
    int top, bottom, left, right;
};

/// The picture from top to bottom.
std::vector<Band> bandsOf(const std::optional<std::vector<QRectF>>& busy, QSize pixels, double density) {
    const QRect whole(QPoint(), pixels);
    std::vector<QRect> parts;
    if (busy) {
        for (const auto& part : *busy) {
            parts.push_back(pixelsOf(part, density) & whole);
        }
    } else {
        parts.push_back(whole);
    }
    std::set<int> edges{0, pixels.height()};
    for (const auto& part : parts) {
        edges.insert({part.top(), part.top() + part.height()});
    }
    std::vector<Band> bands;
    for (auto edge = edges.begin(); std::next(edge) != edges.end(); ++edge) {
        Band band{*edge, *std::next(edge), pixels.width(), 0};
        for (const auto& part : parts) {
            if (part.top() <= band.top && band.top < part.top() + part.height()) {
                band.left = std::min(band.left, part.left());
                band.right = std::max(band.right, part.left() + part.width());
            }
        }
        const int bottom = band.bottom;
        const int columns = band.right - band.left;
        const int rows = columns > 0 ? std::max(1, kBandPixels / columns) : bottom - band.top;
        for (; band.top < bottom; band.top += rows) {
            band.bottom = std::min(bottom, band.top + rows);
            bands.push_back(band);
        }
    }
    return bands;
}

/// Whether the layer is painted alike wherever it stands: nothing of its state matters but what the stamp's
/// key names.
bool isStill(const schedule::LayerState& state) {
    return state.opacity >= 1 && state.rotation == 0 && state.outer.isIdentity() && state.mask <= 0 &&
           state.reveal.progress >= 1 && state.draw >= 1;
}

}

std::string OpeningFrames::png(const exporting::OpeningOrder& order) {
    auto schedule = *m_study.schedule(order.conditions);
    const double freeBelow = schedule.screen.height - schedule.safeArea.bottom();
    schedule.screen = order.screen;
    schedule.safeArea = {0, schedule.safeArea.y, order.screen.width,
                         order.screen.height - schedule.safeArea.y - freeBelow};
    auto frame = schedule::evaluate(schedule, 0);
    const double density = order.density;
    const auto scene = sceneOf(order, frame);
    const QSize pixels(static_cast<int>(std::lround(order.screen.width * density)),
                       static_cast<int>(std::lround(order.screen.height * density)));
    const auto bands = bandsOf(busyParts(*scene, frame), pixels, density);
    const auto stamps = takeStamps(*scene, frame, density);
    const auto paint = [&](int x, int y, int columns, int rows) {
        QImage image(columns, rows, QImage::Format_RGB32);
        image.fill(Qt::black); // a backdrop's edge may let a trace of what is beneath through
        QPainter painter(&image);
        painter.translate(-x, -y);
        painter.save();
        painter.scale(density, density);
        paintFrame(painter, *scene, frame);
        painter.restore();
        for (const auto& [stamp, at] : stamps) {
            painter.drawImage(at, stamp->image);
        }
        painter.end();
        return image;
    };
    PngWriter writer(pixels.width(), pixels.height(),
                     PngWriter::Channels::Rgb); // the frame covers the screen
    for (const auto& [top, bottom, left, right] : bands) {
        const int rows = bottom - top;
        const bool anyBeside = left > 0 || right < pixels.width();
        const auto part = left < right ? paint(left, top, right - left, rows) : QImage();
        const auto beside = anyBeside ? paint(left > 0 ? 0 : pixels.width() - 1, top, 1, rows) : QImage();
        writer.add(part, left < right ? left : 0, beside);
    }
    return writer.finished();
}

ScenePtr OpeningFrames::sceneOf(const exporting::OpeningOrder& order, const schedule::Frame& frame) {
    std::string key = fmt::format("{} {} {}", static_cast<int>(order.conditions.appearance), order.density,
                                  frame.screen.width > frame.screen.height);
    for (const auto& state : frame.layers) {
        key += fmt::format(" {}", state.layer);
    }
    const std::lock_guard lock(m_mutex);
    auto& scene = m_scenes[key];
    if (!scene) {
        auto shown = m_sequence;
        for (std::size_t i = 0; i < shown.layers.size(); ++i) {
            const bool seen = std::any_of(frame.layers.begin(), frame.layers.end(),
                                          [&](const auto& it) { return it.layer == static_cast<int>(i); });
            if (!seen) {
                shown.layers[i] = {}; // keeps the places of the others, and costs nothing to prepare
                shown.layers[i].contents = model::GroupContent();
            }
        }
        scene = std::make_shared<Scene>(shown, m_artFiles, order.conditions.appearance, order.density);
    }
    return scene;
}

/// Takes the uppermost layers that are still out of the frame.
std::vector<OpeningFrames::PlacedStamp> OpeningFrames::takeStamps(const Scene& scene, schedule::Frame& frame,
                                                                  double density) {
    std::vector<PlacedStamp> stamps;
    while (!frame.layers.empty()) {
        const auto& state = frame.layers.back();
        const auto reach = reachOf(scene, state);
        const auto box = reach ? pixelsOf(*reach, density) : QRect();
        if (!reach || !isStill(state) || qsizetype(4) * box.width() * box.height() > kLargestStamp) {
            break;
        }
        auto stamp = stampOf(scene, state, box, density);
        const QPoint whole(static_cast<int>(std::floor(state.centre.x * density)),
                           static_cast<int>(std::floor(state.centre.y * density)));
        stamps.push_back({stamp, whole + stamp->offset});
        frame.layers.pop_back();
    }
    std::reverse(stamps.begin(), stamps.end());
    return stamps;
}

std::shared_ptr<const OpeningFrames::Stamp> OpeningFrames::stampOf(const Scene& scene,
                                                                   const schedule::LayerState& state,
                                                                   const QRect& box, double density) {
    const double x = state.centre.x * density, y = state.centre.y * density;
    // The scene is one of ours and stays as long as the stamps.
    const auto key =
        fmt::format("{} {} {:.3f} {:.3f} {:.4f} {:.4f} {:.4f} {:.4f}", static_cast<const void*>(&scene),
                    state.layer, x - std::floor(x), y - std::floor(y), state.size.width, state.size.height,
                    state.scaleX, state.scaleY);
    {
        const std::lock_guard lock(m_mutex);
        if (const auto found = m_stamps.find(key); found != m_stamps.end()) {
            return found->second;
        }
    }
    auto stamp = std::make_shared<Stamp>();
    stamp->offset = box.topLeft() - QPoint(static_cast<int>(std::floor(x)), static_cast<int>(std::floor(y)));
    stamp->image = QImage(box.size(), QImage::Format_ARGB32_Premultiplied);
    stamp->image.fill(Qt::transparent);
    QPainter painter(&stamp->image);
    painter.translate(-box.topLeft());
    painter.scale(density, density);
    paintLayer(painter, scene, state, {});
    painter.end();
    const std::lock_guard lock(m_mutex);
    if (m_stampBytes + stamp->image.sizeInBytes() <= kAllStamps && m_stamps.emplace(key, stamp).second) {
        m_stampBytes += stamp->image.sizeInBytes();
    }
    return stamp;
}

}
