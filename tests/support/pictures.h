// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <cmath>

namespace scaena::test {

/// Root of the mean squared difference of all channels, 0..255. Pictures of different sizes are as different
/// as can be.
inline double difference(const QImage& one, const QImage& other) {
    if (one.size() != other.size()) {
        return 255;
    }
    const auto a = one.convertToFormat(QImage::Format_ARGB32_Premultiplied);
    const auto b = other.convertToFormat(QImage::Format_ARGB32_Premultiplied);
    double sum = 0;
    for (int y = 0; y < a.height(); ++y) {
        const auto* left = a.constScanLine(y);
        const auto* right = b.constScanLine(y);
        for (int i = 0; i < a.width() * 4; ++i) {
            const double d = double(left[i]) - right[i];
            sum += d * d;
        }
    }
    return std::sqrt(sum / (double(a.width()) * a.height() * 4));
}

/// Whether two colours are the same but for rounding.
inline bool isNear(QColor one, QColor other, int tolerance = 3) {
    return std::abs(one.red() - other.red()) <= tolerance &&
           std::abs(one.green() - other.green()) <= tolerance &&
           std::abs(one.blue() - other.blue()) <= tolerance &&
           std::abs(one.alpha() - other.alpha()) <= tolerance;
}

}
