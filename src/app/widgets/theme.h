// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/beat.h"

#include <QColor>
#include <QFont>
#include <QString>

namespace scaena::app {

/// The inks and papers of the interface, by day and by night. docs/interface.md names them.
struct Theme {
    bool night = false;
    QColor desk, page, rule, ink, faint; ///< behind the book, its pages, lines, text, quiet text
    QColor woad, weld, verdigris, plum, madder, umber, slate;
    QColor tint; ///< behind what is selected

    [[nodiscard]] QColor inkOf(model::BeatKind kind) const;
};

[[nodiscard]] const Theme& theme();
/// Which inks and papers windows are painted with. Controls and typefaces are dressed by setNight().
void chooseInks(bool night);

/// Switches the whole application's looks.
void setNight(bool night);
/// The style sheet of the ordinary controls.
[[nodiscard]] QString styleSheet();

[[nodiscard]] QFont uiFont(int pixels = 13, bool bold = false);
[[nodiscard]] QFont nameFont(int pixels = 15, bool bold = true); ///< for names of what the person made
[[nodiscard]] QFont timeFont(int pixels = 12);                   ///< even digits

}
