// SPDX-License-Identifier: MIT
#include "render/art/clip_painter.h"

#include "render/base/helper_protocol.h"

namespace scaena::render {

std::unique_ptr<ClipPainter> ClipPainter::start(const std::string& json) {
    auto helper = HelperProcess::start("scaena-clip", SCAENA_CLIP_PROGRAM);
    if (!helper) {
        return nullptr;
    }
    const auto length = static_cast<std::uint32_t>(json.size());
    std::uint32_t frames = 0;
    const bool answers = helper->send(&length, sizeof length) && helper->send(json.data(), json.size()) &&
                         helper->receive(&frames, sizeof frames) && frames > 0;
    std::unique_ptr<ClipPainter> painter(new ClipPainter(std::move(helper)));
    painter->m_frames = frames;
    return answers ? std::move(painter) : nullptr;
}

QImage ClipPainter::paint(std::size_t frame, QSize pixels) {
    if (m_isDead) {
        return {};
    }
    const int longest = static_cast<int>(helper::kLongestSide);
    const QSize size = pixels.boundedTo({longest, longest}).expandedTo({1, 1});
    const helper::Frame order{static_cast<std::uint32_t>(frame), static_cast<std::uint32_t>(size.width()),
                              static_cast<std::uint32_t>(size.height())};
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    // A row of 32 bits a pixel has no gap at its end.
    m_isDead = !m_helper->send(&order, sizeof order) ||
               !m_helper->receive(image.bits(), static_cast<std::size_t>(image.sizeInBytes()));
    return m_isDead ? QImage() : image;
}

}
