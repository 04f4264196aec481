// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

#include <QString>

/// Texts of the interface that are made from the document.
namespace scaena::app {

[[nodiscard]] inline QString toQString(std::string_view text) {
    return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
}

/// "Sun bounce": how a cue is named in the undo history and in lists.
[[nodiscard]] QString cueName(const model::Sequence& sequence, const model::Cue& cue);
/// "1 240": with thin spaces between the thousands.
[[nodiscard]] QString timeText(double millis);

}
