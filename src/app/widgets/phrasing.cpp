// SPDX-License-Identifier: MIT
#include "app/widgets/phrasing.h"

#include "core/moves/definition.h"

#include <cmath>

namespace scaena::app {

QString cueName(const model::Sequence& sequence, const model::Cue& cue) {
    const auto* layer = model::findThing(sequence.layers, cue.layer);
    return toQString(layer ? layer->name : cue.layer) + QStringLiteral(" ") +
           toQString(moves::definitionOf(cue.move.kind).label).toLower();
}

QString timeText(double millis) {
    QString digits = QString::number(std::llround(std::abs(millis)));
    for (qsizetype at = digits.size() - 3; at > 0; at -= 3) {
        digits.insert(at, QChar(0x2009));
    }
    return (millis <= -0.5 ? QStringLiteral("−") : QString()) + digits;
}

}
