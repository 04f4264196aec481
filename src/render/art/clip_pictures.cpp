// SPDX-License-Identifier: MIT
#include "render/art/clip_pictures.h"

#include "render/art/clip_painter.h"
#include "render/base/missing_mark.h"

#include <QBuffer>
#include <algorithm>
#include <cmath>
#include <list>
#include <mutex>

namespace scaena::render {

namespace {
constexpr std::size_t kMostKept = 24;
constexpr int kLongestClipSide = 2048;

}

std::string clipFrame(const Bytes& bytes, double millis, Size box, double density) {
    const auto pictures = ClipPictures::make(bytes);
    if (!pictures) {
        return {};
    }
    const Size own = pictures->info().size;
    const double fit = std::min(box.width / own.width, box.height / own.height) * density;
    const auto side = [&](double length) {
        return std::clamp(static_cast<int>(std::lround(length * fit)), 1, kLongestClipSide);
    };
    const QImage image = pictures->at(millis, {side(own.width), side(own.height)});
    QByteArray png;
    QBuffer to(&png);
    to.open(QIODevice::WriteOnly);
    return image.isNull() || !image.save(&to, "PNG") ? std::string() : png.toStdString();
}

struct ClipPictures::Kept {
    struct Picture {
        std::size_t frame;
        QImage image;
    };
    std::mutex mutex; ///< the renderer draws one frame at a time
    std::list<Picture> pictures;
    bool hasDied = false;
};

ClipPictures::ClipPictures(art::ClipInfo info, std::unique_ptr<ClipPainter> painter)
    : m_info(std::move(info)), m_painter(std::move(painter)), m_kept(std::make_unique<Kept>()) {}

ClipPictures::~ClipPictures() = default;

std::shared_ptr<const ClipPictures> ClipPictures::make(const Bytes& bytes) {
    if (!bytes) {
        return nullptr;
    }
    auto info = art::readClip(*bytes);
    if (!info) {
        return nullptr;
    }
    auto painter = ClipPainter::start(*bytes);
    if (!painter) {
        return nullptr;
    }
    return std::shared_ptr<const ClipPictures>(new ClipPictures(std::move(*info), std::move(painter)));
}

int ClipPictures::process() const { return m_painter->process(); }

QImage ClipPictures::at(double millis, QSize pixels) const {
    const QSize size = pixels.boundedTo({kLongestClipSide, kLongestClipSide}).expandedTo({1, 1});
    const double last = static_cast<double>(m_painter->frames() - 1);
    const auto frame = static_cast<std::size_t>(
        std::clamp(std::floor(millis * m_info.frameRate / 1000 + 1e-6), 0.0, std::max(0.0, last)));
    const std::lock_guard lock(m_kept->mutex);
    auto& kept = m_kept->pictures;
    const auto found = std::find_if(kept.begin(), kept.end(), [&](const Kept::Picture& it) {
        return it.frame == frame && it.image.size() == size;
    });
    if (found != kept.end()) {
        kept.splice(kept.begin(), kept, found);
        return kept.front().image;
    }
    QImage image = m_painter->paint(frame, size);
    if (image.isNull()) {
        image = missingPicture(size);
        if (!m_kept->hasDied) {
            m_kept->hasDied = true;
            HelperProcess::countDeath();
        }
    }
    kept.push_front({frame, image});
    if (kept.size() > kMostKept) {
        kept.pop_back();
    }
    return image;
}

}
