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

#include <QClipboard>
#include <QFileDialog>
#include <QFileInfo>
#include <QGuiApplication>
#include <QInputDialog>
#include <cmath>

/// What is done to cues: added, copied, put in time, chained.
namespace scaena::app {

void ArrangeActions::chooseCue() {
    const LayerId layer = layerForCue();
    if (layer.empty()) {
        return;
    }
    std::vector<Choice> choices;
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        const auto kind = static_cast<model::MoveKind>(i);
        const auto& move = moves::definitionOf(kind);
        choices.push_back({toQString(move.label), tr("move"),
                           move.isOffered && edit::canMove(sequence(), layer, kind), toQString(move.does)});
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
    const QString move = toQString(moves::definitionOf(kind).label).toLower();
    apply(tr("add a %1 to %2").arg(move, nameOfLayer(layer)), std::move(next));
    m_selection.select(Selection::Kind::Cue, made);
    if (stays) {
        check::Finding note;
        note.rule = "stays-in-sight";
        note.severity = check::Severity::Note;
        note.place = {check::Place::Kind::Cue, made, {}};
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
    insert(phrase, layer, momentFor(layer, time),
           tr("add “%1” to %2").arg(toQString(phrase.name), nameOfLayer(layer)));
}

void ArrangeActions::insert(const model::Phrase& phrase, const LayerId& layer, const Moment& moment,
                            const QString& step) {
    QStringList unfit;
    for (const auto& cue : edit::leftOut(sequence(), phrase, layer)) {
        unfit << toQString(moves::definitionOf(cue.move.kind).label).toLower();
    }
    unfit.removeDuplicates();
    std::vector<CueId> made;
    auto next = edit::insertPhrase(sequence(), phrase, layer, moment.beat, moment.offset, made);
    if (made.empty()) {
        emit problems(tr("None of these cues fit “%1”").arg(nameOfLayer(layer)),
                      {{ProblemKind::Unsupported,
                        tr("this layer cannot make: %1").arg(unfit.join(QStringLiteral(", "))).toStdString(),
                        {},
                        {}}});
        return;
    }
    apply(step, std::move(next));
    m_selection.setAll(Selection::Kind::Cue, made);
    if (!unfit.isEmpty()) {
        check::Finding note;
        note.rule = "left-out";
        note.severity = check::Severity::Note;
        note.place = {check::Place::Kind::Layer, layer, {}};
        note.sentence = tr("“%1” cannot make all of it; left out: %2.")
                            .arg(nameOfLayer(layer), unfit.join(QStringLiteral(", ")))
                            .toStdString();
        emit noted(note);
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
    const auto& phrase = phrases->front();
    const auto fitting = phrase.cues.size() - edit::leftOut(sequence(), phrase, layer).size();
    insert(phrase, layer, momentFor(layer, m_preview.time()), tr("paste %n cue(s)", nullptr, int(fitting)));
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
                     : tr("%1 % calm").arg(std::lround((factor - 1) * 100)),
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
        Result<launches::LaunchRecords> records;
        launches::RealLaunches launches;
    };
    m_background.run<Read>(
        tr("Reading %1 …").arg(QFileInfo(path).fileName()),
        [name = path.toStdString(), before = m_document.sequence()](const std::atomic<bool>& stop) {
            const auto bytes = DiskFiles().read(name, launches::kRecordBytes);
            Read read{bytes ? launches::readLaunchRecords(*bytes, name, stop) : tl::unexpected(bytes.error()),
                      {}};
            if (read.records) {
                read.launches = launches::measured(*before, read.records->records);
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
                      launches::withMeasuredTimes(sequence(), read.launches));
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

}
