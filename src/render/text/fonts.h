// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/layer.h"

#include <QFont>

namespace scaena::render {

/// Makes the shipped typefaces known to the application. Needs a QGuiApplication; may be called again.
void loadFonts();

/// A shipped typeface. `pixels` is its size in the units of whoever paints.
[[nodiscard]] QFont font(model::Typeface typeface, double pixels, bool bold = false);

/// The font in those bytes, or the text's shipped typeface if they hold none. Loaded once for each content.
[[nodiscard]] QFont ownFont(const std::string& bytes, const model::TextContent& text, double pixels);
/// The family name in a font file's bytes; empty if they hold no font.
[[nodiscard]] QString fontFamily(const std::string& bytes);

}
