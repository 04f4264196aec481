// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_actions.h"

#include "app/arrange/launches_dialog.h"
#include "app/arrange/tap_dialog.h"
#include "app/widgets/chooser.h"
#include "app/widgets/phrasing.h"
#include "core/check/vanishing.h"
#include "core/edit/beat_edits.h"
#include "core/edit/edits.h"
#include "core/edit/layer_edits.h"
#include "core/edit/phrases.h"
#include "core/file/phrase_file.h"
#include "core/launches/read_records.h"
#include "core/model/with_copies.h"

#include <QClipboard>
#include <QFileDialog>
#include <QFileInfo>
#include <QGuiApplication>
#include <QInputDialog>
#include <cmath>

namespace scaena::app {

using model::BeatKind;

ArrangeActions::ArrangeActions(Document& document, Preview& preview, Selection& selection, PhraseShelf& shelf,
                               Background& background, QWidget* window)
    : QObject(window), m_document(document), m_preview(preview), m_selection(selection), m_shelf(shelf),
      m_background(background), m_window(window) {
    connect(&document, &Document::changed, this, &ArrangeActions::forgetGone);
}

/// What an undone step took away cannot stay selected.
void ArrangeActions::forgetGone() {
    auto ids = m_selection.all();
    const auto exists = [&](const std::string& id) {
        switch (m_selection.kind()) {
        case Selection::Kind::Cue:
            return model::indexOf(sequence().cues, CueId(id)) >= 0;
        case Selection::Kind::Beat:
            return model::indexOf(sequence().beats, BeatId(id)) >= 0;
        case Selection::Kind::Gate:
            return model::indexOf(sequence().gates, GateId(id)) >= 0;
        case Selection::Kind::Layer:
            return model::indexOf(sequence().layers, LayerId(id)) >= 0;
        case Selection::Kind::None:
            break;
        }
        return false;
    };
    if (std::erase_if(ids, [&](const std::string& id) { return !exists(id); }) > 0) {
        m_selection.setAll(m_selection.kind(), std::move(ids));
    }
}

void ArrangeActions::apply(const QString& name, model::Sequence next) {
    m_document.apply(name, std::move(next));
}

QString ArrangeActions::nameOfLayer(const LayerId& id) const {
    const auto* layer = model::findThing(sequence().layers, id);
    return toQString(layer ? layer->name : id);
}

std::vector<CueId> ArrangeActions::selectedCues() const { return m_selection.cues(); }

std::vector<edit::CueTime> ArrangeActions::selectedTimes() const {
    std::vector<edit::CueTime> times;
    const auto& schedule = *m_preview.schedule();
    for (const auto& id : selectedCues()) {
        const int index = model::indexOf(sequence().cues, id);
        if (index >= 0 && !isNever(schedule.cues[static_cast<std::size_t>(index)].start)) {
            const auto& span = schedule.cues[static_cast<std::size_t>(index)];
            times.push_back({id, span.start, isNever(span.end) ? span.start : span.end});
        }
    }
    std::stable_sort(times.begin(), times.end(),
                     [](const auto& a, const auto& b) { return a.start < b.start; });
    return times;
}

LayerId ArrangeActions::layerForCue() const {
    const auto& s = sequence();
    if (const auto* cue = model::findThing(s.cues, m_selection.cue())) {
        return cue->layer;
    }
    if (model::findThing(s.layers, m_selection.layer())) {
        return m_selection.layer();
    }
    const LayerId leading = edit::leadingLayer(s);
    return !leading.empty() || s.layers.empty() ? leading : s.layers.back().id;
}

ArrangeActions::Moment ArrangeActions::momentFor(const LayerId& layer, double time) const {
    const auto& schedule = *m_preview.schedule();
    const double now = std::max(0.0, time);
    auto beat = static_cast<std::size_t>(schedule.beatAt(now));
    Millis offset = std::max(0, static_cast<Millis>(std::lround(now)) - schedule.beats[beat].start);
    if (sequence().beats[beat].kind == BeatKind::Opening && layer != sequence().opening.icon) {
        // In the opening only the icon can move; anything else is meant for the first beat the app draws
        // itself.
        beat = 1;
        offset = 0;
    }
    return {sequence().beats[beat].id, offset};
}

void ArrangeActions::duplicate() {
    if (const auto* cue = model::findThing(sequence().cues, m_selection.cue())) {
        CueId made;
        const QString name = cueName(sequence(), *cue);
        apply(tr("duplicate %1").arg(name), edit::duplicateCue(sequence(), cue->id, made));
        m_selection.select(Selection::Kind::Cue, made);
    } else if (m_selection.kind() == Selection::Kind::Layer) {
        LayerId made;
        const QString name = nameOfLayer(m_selection.layer());
        apply(tr("duplicate %1").arg(name), edit::duplicateLayer(sequence(), m_selection.layer(), made));
        m_selection.select(Selection::Kind::Layer, made);
    } else if (const auto* beat = model::findThing(sequence().beats, m_selection.beat())) {
        duplicateBeat(*beat);
    }
}

void ArrangeActions::remove() {
    const auto all = m_selection.all();
    if (all.empty()) {
        return;
    }
    auto next = sequence();
    QString name;
    switch (m_selection.kind()) {
    case Selection::Kind::Cue:
        next = edit::removeCues(std::move(next), m_selection.cues());
        name = all.size() == 1 ? cueName(sequence(), *model::findThing(sequence().cues, m_selection.cue()))
                               : tr("%n cue(s)", nullptr, int(all.size()));
        break;
    case Selection::Kind::Layer:
        for (const auto& id : m_selection.layers()) {
            next = edit::removeLayer(std::move(next), id);
        }
        name =
            all.size() == 1 ? nameOfLayer(m_selection.layer()) : tr("%n layer(s)", nullptr, int(all.size()));
        break;
    case Selection::Kind::Beat:
        next = edit::removeBeat(std::move(next), m_selection.beat());
        name = tr("beat %1").arg(toQString(model::findThing(sequence().beats, m_selection.beat())->name));
        break;
    case Selection::Kind::Gate:
        next = edit::removeGate(std::move(next), m_selection.gate());
        name = tr("gate %1").arg(toQString(model::findThing(sequence().gates, m_selection.gate())->name));
        break;
    case Selection::Kind::None:
        return;
    }
    if (next != sequence()) {
        m_selection.clear();
        apply(tr("remove %1").arg(name), std::move(next));
    }
}

void ArrangeActions::rename() {
    const auto& s = sequence();
    QString before;
    const auto named = [&](const auto& things, const auto& id) {
        const auto* it = model::findThing(things, id);
        before = it ? toQString(it->name) : QString();
    };
    switch (m_selection.kind()) {
    case Selection::Kind::Layer:
        named(s.layers, m_selection.layer());
        break;
    case Selection::Kind::Beat:
        named(s.beats, m_selection.beat());
        break;
    case Selection::Kind::Gate:
        named(s.gates, m_selection.gate());
        break;
    case Selection::Kind::Cue:
    case Selection::Kind::None:
        before = toQString(s.name);
        break;
    }
    bool ok = false;
    const bool ofSequence =
        m_selection.kind() == Selection::Kind::Cue || m_selection.kind() == Selection::Kind::None;
    const QString name = QInputDialog::getText(m_window, tr("Rename"),
                                               ofSequence ? tr("Name of the sequence:") : tr("New name:"),
                                               QLineEdit::Normal, before, &ok)
                             .trimmed();
    if (ok && !name.isEmpty() && name != before) {
        rename(ofSequence ? Selection::Kind::None : m_selection.kind(), m_selection.id(), name);
    }
}

void ArrangeActions::rename(Selection::Kind kind, const std::string& id, const QString& name) {
    const auto text = name.toStdString();
    auto next = sequence();
    switch (kind) {
    case Selection::Kind::Layer:
        next = edit::renameLayer(std::move(next), LayerId(id), text);
        break;
    case Selection::Kind::Beat:
        next = edit::renameBeat(std::move(next), BeatId(id), text);
        break;
    case Selection::Kind::Gate:
        next = edit::renameGate(std::move(next), GateId(id), text);
        break;
    case Selection::Kind::Cue:
    case Selection::Kind::None:
        next.name = text.substr(0, 200);
        break;
    }
    apply(tr("rename to %1").arg(name), std::move(next));
}

void ArrangeActions::selectAll() {
    std::vector<std::string> ids;
    if (m_selection.kind() == Selection::Kind::Layer) {
        for (const auto& layer : sequence().layers) {
            if (!model::isCopy(layer)) {
                ids.push_back(layer.id);
            }
        }
        m_selection.setAll(Selection::Kind::Layer, ids);
        return;
    }
    for (const auto& cue : sequence().cues) {
        if (!model::isOfCopy(sequence(), cue)) {
            ids.push_back(cue.id);
        }
    }
    m_selection.setAll(Selection::Kind::Cue, ids);
}

}
