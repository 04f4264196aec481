// SPDX-License-Identifier: MIT
#include "render/base/bands.h"

#include "render/base/paint_threads.h"

#include <QPainter>
#include <algorithm>
#include <thread>

namespace scaena::render {

namespace {
constexpr int kMostBands = 4;
constexpr int kLeastBandHeight = 128; // below this waking a thread costs more than it saves
}

void paintInBands(QImage& image, const std::function<void(QPainter&)>& paint) {
    image.detach();
    const int threads =
        std::min<int>(kMostBands, static_cast<int>(std::max(1u, std::thread::hardware_concurrency())));
    const int bands = std::clamp(image.height() / kLeastBandHeight, 1, threads);
    uchar* bits = image.bits();
    const auto paintBand = [&](int band) {
        const int top = image.height() * band / bands;
        const int bottom = image.height() * (band + 1) / bands;
        // A picture of its own over the same memory: two painters must not share one.
        QImage part(bits + qsizetype(top) * image.bytesPerLine(), image.width(), bottom - top,
                    image.bytesPerLine(), image.format());
        QPainter painter(&part);
        painter.translate(0, -top);
        paint(painter);
    };
    if (bands == 1) {
        paintBand(0); // a small picture is there sooner than another thread is awake
    } else {
        inPaintThreads(bands, paintBand);
    }
}

}
