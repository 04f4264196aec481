// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>

namespace scaena::render {

/// What stands for a picture that could not be drawn: a box with a cross, as for other art that is missing.
[[nodiscard]] QImage missingPicture(QSize size);

}
