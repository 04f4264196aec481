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
#include "core/file/launch_records.h"
#include "core/file/phrase_file.h"

#include <QClipboard>
#include <QFileDialog>
#include <QFileInfo>
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

// --- Cues
// ------------------------------------------------------------------------------------------------------

void ArrangeActions::chooseCue() {
    const LayerId layer = layerForCue();
    if (layer.empty()) {
        return;
    }
    std::vector<Choice> choices;
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        const auto kind = static_cast<model::MoveKind>(i);
        const auto& move = model::moveDefinition(kind);
        choices.push_back({toQString(move.label), tr("move"),
                           edit::canMove(sequence(), layer, kind) && kind != model::MoveKind::Poses,
                           toQString(move.does)});
    }
    const auto phrases = m_shelf.phrases();
    for (const auto& phrase : phrases) {
        choices.push_back({toQString(phrase.name), tr("phrase"), true, toQString(phrase.says)});
    }
    const int chosen =
        Chooser::choose(m_window, tr("A move or phrase for %1 …").arg(nameOfLayer(layer)), choices);
    if (chosen < 0) {
        return;
    }
    if (chosen < static_cast<int>(model::kMoveKinds)) {
        addCue(static_cast<model::MoveKind>(chosen), layer, m_preview.time());
    } else {
        addPhrase(phrases[static_cast<std::size_t>(chosen) - model::kMoveKinds], layer, m_preview.time());
    }
}

void ArrangeActions::addCue(model::MoveKind kind, const LayerId& layer, double time) {
    const auto moment = momentFor(layer, time);
    CueId made;
    auto next = edit::addCue(sequence(), layer, moment.beat, moment.offset, kind, made);
    if (made.empty()) {
        return;
    }
    const auto* clip = model::findThing(std::as_const(next).layers, layer)->as<model::ClipContent>();
    if (clip && kind == model::MoveKind::Play) {
        model::findThing(next.cues, made)->length = std::max(1, clip->stopAt - clip->from);
    }
    const bool stays = isInSight(layer, moment) && edit::canKeepInSight(*model::findThing(next.cues, made));
    if (stays) {
        next = edit::keepInSight(std::move(next), made);
    }
    const QString move = toQString(model::moveDefinition(kind).label).toLower();
    apply(tr("add a %1 to %2").arg(move, nameOfLayer(layer)), std::move(next));
    m_selection.select(Selection::Kind::Cue, made);
    if (stays) {
        check::Finding note;
        note.rule = "stays-in-sight";
        note.severity = check::Severity::Note;
        note.place = {check::Place::Thing::Cue, made, {}};
        note.sentence = tr("“%1” is in sight already, so it stays there through the %2.")
                            .arg(nameOfLayer(layer), move)
                            .toStdString();
        note.remedy = {tr("Let it come in").toStdString(),
                       tr("let %1 come in").arg(nameOfLayer(layer)).toStdString(),
                       [made](model::Sequence s) { return edit::bringIn(std::move(s), made); }};
        emit noted(note);
    }
}

/// Just before the moment, under the conditions that are looked at.
bool ArrangeActions::isInSight(const LayerId& layer, const Moment& moment) const {
    const auto& schedule = *m_preview.schedule();
    const int beat = model::indexOf(sequence().beats, moment.beat);
    const auto& span = schedule.beats[static_cast<std::size_t>(beat)];
    const int index = model::indexOf(sequence().layers, layer);
    return span.played && !isNever(span.start) && index >= 0 &&
           check::isSeen(schedule, index, span.start + moment.offset - 1.0);
}

void ArrangeActions::addPhrase(const model::Phrase& phrase, const LayerId& layer, double time) {
    const auto moment = momentFor(layer, time);
    std::vector<CueId> made;
    auto next = edit::insertPhrase(sequence(), phrase, layer, moment.beat, moment.offset, made);
    if (!made.empty()) {
        apply(tr("add “%1” to %2").arg(toQString(phrase.name), nameOfLayer(layer)), std::move(next));
        m_selection.setAll(Selection::Kind::Cue, made);
    }
}

void ArrangeActions::keepPhrase() {
    const auto times = selectedTimes();
    if (times.empty()) {
        return;
    }
    bool ok = false;
    const QString name = QInputDialog::getText(m_window, tr("Keep as a phrase"),
                                               tr("Name of the phrase, for this and other sequences:"),
                                               QLineEdit::Normal, tr("My phrase"), &ok)
                             .trimmed();
    if (ok && !name.isEmpty()) {
        const QString problem = m_shelf.keep(edit::phraseOf(sequence(), times, name.toStdString()));
        if (!problem.isEmpty()) {
            emit problems(tr("The phrase could not be kept"),
                          {{ProblemKind::Refused, problem.toStdString(), {}, {}}});
        }
    }
}

void ArrangeActions::copy() {
    const auto times = selectedTimes();
    if (!times.empty()) {
        QGuiApplication::clipboard()->setText(
            QString::fromStdString(file::writePhrases({edit::phraseOf(sequence(), times, "copied cues")})));
    }
}

void ArrangeActions::cut() {
    copy();
    remove();
}

void ArrangeActions::paste() {
    const auto phrases = file::readPhrases(QGuiApplication::clipboard()->text().toStdString());
    if (!phrases || phrases->empty()) {
        emit problems(tr("There is nothing to paste"),
                      {{ProblemKind::Unsupported,
                        "the clipboard holds no cues; select some and press Ctrl+C first",
                        {},
                        {}}});
        return;
    }
    const LayerId layer = layerForCue();
    const auto moment = momentFor(layer, m_preview.time());
    std::vector<CueId> made;
    auto next = edit::insertPhrase(sequence(), phrases->front(), layer, moment.beat, moment.offset, made);
    if (!made.empty()) {
        apply(tr("paste %n cue(s)", nullptr, int(made.size())), std::move(next));
        m_selection.setAll(Selection::Kind::Cue, made);
    }
}

void ArrangeActions::align(edit::Edge edge) {
    apply(edge == edit::Edge::Start ? tr("align the starts") : tr("align the ends"),
          edit::alignCues(sequence(), selectedTimes(), edge));
}

void ArrangeActions::stagger(Millis step) {
    const auto times = selectedTimes();
    if (times.size() > 1) {
        apply(tr("stagger by %1 ms").arg(step), edit::staggerCues(sequence(), times, step));
    }
}

void ArrangeActions::askStagger() {
    bool ok = false;
    const int step =
        QInputDialog::getInt(m_window, tr("Stagger"), tr("Each cue begins so many ms after the one before:"),
                             80, -10000, 10000, 10, &ok);
    if (ok) {
        stagger(step);
    }
}

void ArrangeActions::scale(double factor) {
    const auto cues = selectedCues();
    if (cues.empty() || factor <= 0) {
        return;
    }
    apply(factor < 1 ? tr("%1 % brisker").arg(std::lround((1 - factor) * 100))
                     : tr("%1 % calmer").arg(std::lround((factor - 1) * 100)),
          edit::scaleTime(sequence(), cues, factor));
}

void ArrangeActions::askScale() {
    bool ok = false;
    const double percent =
        QInputDialog::getDouble(m_window, tr("Scale the time of the selection"),
                                tr("New length in % (80 is a fifth brisker):"), 80, 5, 1000, 0, &ok);
    if (ok) {
        scale(percent / 100);
    }
}

void ArrangeActions::setTimes(const std::vector<Millis>& times) {
    const auto cues = selectedTimes();
    if (!cues.empty() && !times.empty()) {
        apply(tr("tap a rhythm"), edit::setCueTimes(sequence(), cues, times));
    }
}

void ArrangeActions::tapRhythm() {
    const auto cues = selectedTimes();
    if (cues.empty()) {
        return;
    }
    TapDialog dialog(int(cues.size()), cues.front().start, m_window);
    if (dialog.exec() == QDialog::Accepted) {
        setTimes(dialog.times());
    }
}

void ArrangeActions::askForLaunches() {
    const auto path =
        QFileDialog::getOpenFileName(m_window, tr("Records of launches"), {},
                                     tr("Records, one a line (*.jsonl *.json *.log *.txt);;All files (*)"));
    if (!path.isEmpty()) {
        useLaunches(path);
    }
}

void ArrangeActions::useLaunches(const QString& path) {
    struct Read {
        Result<file::LaunchRecords> records;
        check::RealLaunches launches;
    };
    m_background.run<Read>(
        tr("Reading %1 …").arg(QFileInfo(path).fileName()),
        [name = path.toStdString(), before = m_document.sequence()](const std::atomic<bool>& stop) {
            const auto bytes = DiskFiles().read(name, file::kRecordBytes);
            Read read{bytes ? file::readLaunchRecords(*bytes, name, stop) : tl::unexpected(bytes.error()),
                      {}};
            if (read.records) {
                read.launches = check::measured(*before, read.records->records);
            }
            return read;
        },
        [this](const Read& read) {
            if (!read.records) {
                emit problems(tr("These launches cannot be read"), read.records.error());
                return;
            }
            LaunchesDialog dialog(sequence(), read.launches, read.records->unreadable, m_window);
            if (dialog.exec() == QDialog::Accepted) {
                apply(tr("take times from real launches"),
                      check::withMeasuredTimes(sequence(), read.launches));
            }
        });
}

void ArrangeActions::chain(model::AnchorKind kind) {
    const auto times = selectedTimes();
    auto next = sequence();
    for (std::size_t i = 1; i < times.size(); ++i) {
        next = edit::chainCue(std::move(next), times[i].cue, kind,
                              kind == model::AnchorKind::With ? times.front().cue : times[i - 1].cue);
    }
    apply(kind == model::AnchorKind::With ? tr("chain cues side by side")
                                          : tr("chain cues one after another"),
          std::move(next));
}

void ArrangeActions::unchain() {
    auto next = sequence();
    for (const auto& it : selectedTimes()) {
        const auto* cue = model::findThing(sequence().cues, it.cue);
        const int beat = model::indexOf(sequence().beats, cue->beat);
        next = edit::unchainCue(std::move(next), it.cue, it.start,
                                m_preview.schedule()->beats[static_cast<std::size_t>(beat)].start);
    }
    apply(tr("let cues go"), std::move(next));
}

// --- Whatever is selected
// --------------------------------------------------------------------------------------

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
            ids.push_back(layer.id);
        }
        m_selection.setAll(Selection::Kind::Layer, ids);
        return;
    }
    for (const auto& cue : sequence().cues) {
        ids.push_back(cue.id);
    }
    m_selection.setAll(Selection::Kind::Cue, ids);
}

}
