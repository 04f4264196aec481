// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/layer.h"

#include <QFont>

namespace scaena::render {

/// Makes the shipped typefaces known to the application. Needs a QGuiApplication; may be called again.
void loadFonts();

/// A shipped typeface. `pixels` is its size in the units of whoever paints.
[[nodiscard]] QFont font(model::Typeface typeface, double pixels, bool bold = false);

}
