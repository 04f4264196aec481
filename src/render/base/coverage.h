// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <QPainterPath>

namespace scaena::render {

/// How much of each pixel of `area` a path covers, as Format_Alpha8: in time that grows with the length of
/// its edges. The painter's own way looks along a row of what is there already for each of them, which an
/// outline of very many edges takes minutes of. `path` in pixels.
[[nodiscard]] QImage coverageOf(const QPainterPath& path, const QRect& area);

}
