// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_room.h"
#include "app/arrange/score/score_view.h"
#include "app/shell/main_window.h"
#include "app/shell/samples.h"
#include "app/shell/welcome_page.h"
#include "app/widgets/background.h"
#include "app/widgets/phrasing.h"
#include "core/file/version.h"
#include "render/art/decoder.h"
#include "render/art/image_cache.h"
#include "render/frames/scene.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QMenu>
#include <QMessageBox>
#include <QSettings>

/// The part of MainWindow that opens, begins and saves sequences.
namespace scaena::app {

namespace {

constexpr int kMostRecent = 8;

QString sequenceFilter() { return QObject::tr("Launch sequences (*%1)").arg(toQString(file::kExtension)); }

}

void MainWindow::updateRecent() {
    const auto files = QSettings().value(QStringLiteral("recent")).toStringList().mid(0, kMostRecent);
    m_recent->clear();
    for (const auto& file : files) {
        m_recent->addAction(QFileInfo(file).completeBaseName() + QStringLiteral("  –  ") +
                                QFileInfo(file).path(),
                            this, [this, file] { openFile(file); });
    }
    m_recent->setEnabled(!files.isEmpty());
    m_welcome->setRecent(files);
}

void MainWindow::remember(const QString& path) {
    QSettings settings;
    auto files = settings.value(QStringLiteral("recent")).toStringList();
    const QString full = QFileInfo(path).absoluteFilePath();
    files.removeAll(full);
    files.prepend(full);
    settings.setValue(QStringLiteral("recent"), files.mid(0, kMostRecent));
    updateRecent();
}

void MainWindow::openFile(const QString& path, const std::function<void()>& then) {
    if (!mayLeave()) {
        return;
    }
    const auto full = std::filesystem::path(QFileInfo(path).absoluteFilePath().toStdString());
    /// With what the stage will need made ready: taken over by it, since it asks for the same.
    struct Ready {
        Result<project::Project> project;
        render::ScenePtr scene;
    };
    using Read = Ready;
    m_background.run<Read>(
        tr("Opening %1 …").arg(QFileInfo(path).fileName()),
        [full, conditions = m_preview.conditions()](const std::atomic<bool>& stop) {
            auto project = project::open(DiskFiles(), full);
            render::ScenePtr scene;
            if (project) {
                project::clearStrays(*project);
                for (const auto& [name, bytes] : project->artFiles->files) {
                    if (!stop) {
                        (void)render::decodedImage(
                            bytes); // large pictures are ready before the stage asks for them
                    }
                }
                if (!stop) {
                    scene = std::make_shared<const render::Scene>(
                        project->sequence, *project->artFiles, conditions.appearance,
                        schedule::deviceOf(conditions.device).density);
                }
            }
            return Read{std::move(project), std::move(scene)};
        },
        [this, path, then, state = m_document.sequence()](Read ready) {
            auto& read = ready.project;
            if (!read) {
                showProblems(tr("This file cannot be opened"), read.error());
                return;
            }
            if (!mayStillLeave(state)) {
                return;
            }
            const Problems warnings = read->warnings;
            m_document.take(std::move(*read));
            m_selection.clear();
            m_preview.setPlaying(false);
            m_preview.setTime(0);
            arrange().score().setFocus();
            remember(path);
            if (then) {
                then();
            }
            if (!warnings.empty()) {
                showProblems(tr("The sequence is open, but some art is not as it was drawn"), warnings);
            }
        });
}

/// What was edited while a file was being read is as dear as what was there before.
bool MainWindow::mayStillLeave(const edit::SequencePtr& whenAsked) {
    return m_document.sequence() == whenAsked || mayLeave();
}

void MainWindow::selectOpening() {
    m_preview.setTime(0);
    m_selection.select(Selection::Kind::Beat, m_document.sequence()->beats.front().id);
}

/// A sample is shown on the device it was made for.
void MainWindow::openSample(const Sample& sample) {
    openFile(sampleFile(sample), [this, device = sample.device, landscape = sample.landscape] {
        auto conditions = m_preview.conditions();
        conditions.device = device;
        conditions.landscape = landscape;
        m_preview.setConditions(conditions);
    });
}

void MainWindow::startFrom(const QString& path) {
    if (!mayLeave()) {
        return;
    }
    const auto source = std::filesystem::path(QFileInfo(path).absoluteFilePath().toStdString());
    using Read = Result<start::Started>;
    m_background.run<Read>(
        tr("Reading %1 …").arg(QFileInfo(path).fileName()),
        [source](const std::atomic<bool>& stop) {
            const render::QtDecoder decoder;
            return start::startFrom(DiskFiles(), source, decoder, stop);
        },
        [this, state = m_document.sequence()](Read read) {
            if (!read) {
                showProblems(tr("This cannot be used as a beginning"), read.error());
                return;
            }
            if (!mayStillLeave(state)) {
                return;
            }
            const Problems warnings = read->warnings;
            m_document.start(std::move(*read));
            selectOpening();
            arrange().score().setFocus();
            if (!warnings.empty()) {
                showProblems(tr("The sequence stands, but something is not as it was"), warnings);
            }
            m_preview.setPlaying(true);
        });
}

void MainWindow::takeFiles(const QStringList& paths) {
    if (paths.isEmpty()) {
        return;
    }
    const QString first = paths.first();
    if (first.endsWith(toQString(file::kExtension))) {
        openFile(first);
    } else if (!m_document.isOpen() || QFileInfo(first).isDir()) {
        startFrom(first);
    } else {
        arrange().actions().addFiles(paths);
    }
}

bool MainWindow::save() {
    if (m_document.path().empty()) {
        return saveAs();
    }
    if (m_document.changedOnDisk()) {
        const auto answer = QMessageBox::question(
            this, tr("Changed by somebody else"),
            tr("The file has been changed since it was opened here. Replace it with your version?"),
            QMessageBox::Save | QMessageBox::SaveAll | QMessageBox::Cancel, QMessageBox::Cancel);
        if (answer != QMessageBox::Save) {
            return answer == QMessageBox::SaveAll && saveAs();
        }
    }
    const auto saved = m_document.save();
    if (!saved) {
        showProblems(tr("The sequence could not be saved"), saved.error());
        return false;
    }
    remember(QString::fromStdString(m_document.path().string()));
    return true;
}

bool MainWindow::saveAs() {
    QString path = QFileDialog::getSaveFileName(this, tr("Save the launch sequence"), {}, sequenceFilter());
    if (path.isEmpty()) {
        return false;
    }
    if (!path.endsWith(toQString(file::kExtension))) {
        path += toQString(file::kExtension);
        // The dialog asked about another name.
        if (QFileInfo::exists(path) &&
            QMessageBox::question(this, tr("Replace?"), tr("%1 exists already. Replace it?").arg(path)) !=
                QMessageBox::Yes) {
            return false;
        }
    }
    const auto saved = m_document.saveAs(path.toStdString());
    if (!saved) {
        showProblems(tr("The sequence could not be saved"), saved.error());
        return false;
    }
    remember(path);
    return true;
}

bool MainWindow::mayLeave() {
    if (!m_document.isModified()) {
        return true;
    }
    const auto answer = QMessageBox::question(
        this, tr("Unsaved changes"),
        tr("“%1” has changes that are not saved.").arg(QString::fromStdString(m_document.sequence()->name)),
        QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
    return answer == QMessageBox::Discard || (answer == QMessageBox::Save && save());
}

void MainWindow::offerLostWork(const std::function<void()>& otherwise) {
    offer(std::make_shared<const std::vector<LostWork>>(JournalStore::findLost()), 0, otherwise);
}

void MainWindow::offer(std::shared_ptr<const std::vector<LostWork>> lost, std::size_t next,
                       const std::function<void()>& otherwise) {
    for (; next < lost->size(); ++next) {
        const auto& it = (*lost)[next];
        const QString name = it.entry.path.empty() ? tr("a sequence that was never saved")
                                                   : QString::fromStdString(it.entry.path.string());
        const auto answer = QMessageBox::question(
            this, tr("Unsaved work was kept"),
            tr("The program ended before %1 was saved. Bring the unsaved work back?").arg(name),
            QMessageBox::Yes | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Yes);
        if (answer == QMessageBox::Discard) {
            JournalStore::forget(it);
        }
        if (answer == QMessageBox::Yes) {
            break;
        }
        // What was neither is asked again next time.
    }
    if (next == lost->size()) {
        otherwise();
        return;
    }
    using Read = Result<LostSequence>;
    m_background.run<Read>(
        tr("Bringing unsaved work back …"),
        [lost, next](const std::atomic<bool>&) { return Document::readLost((*lost)[next].entry); },
        [this, lost, next, otherwise, state = m_document.sequence()](Read read) {
            if (!read) {
                showProblems(tr("The unsaved work cannot be read"), read.error());
                offer(lost, next + 1, otherwise);
            } else if (mayStillLeave(state)) {
                m_document.take(std::move(*read));
                m_journal.writeNow();
                JournalStore::forget((*lost)[next]);
            }
        });
}

}
