// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <functional>

class QPainter;

namespace scaena::render {

/// Paints one picture on several threads at once, each a band of its height; `paint` is called once a band
/// with a painter in the picture's own coordinates. For a single frame that has to be there soon. Where many
/// frames are made (stills), a frame a thread is better. `paint` must not touch anything that is not safe to
/// share.
void paintInBands(QImage& image, const std::function<void(QPainter&)>& paint);

}
