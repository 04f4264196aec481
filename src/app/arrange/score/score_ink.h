// SPDX-License-Identifier: MIT
#pragma once

#include <QColor>

namespace scaena::app {

/// The colour, so much of it.
[[nodiscard]] inline QColor faded(QColor colour, double part) {
    colour.setAlphaF(static_cast<float>(part));
    return colour;
}

}
