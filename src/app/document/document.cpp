// SPDX-License-Identifier: MIT
#include "app/document/document.h"

#include "core/art/read_svg.h"
#include "core/base/hash.h"
#include "core/file/sequence_file.h"
#include "core/model/limits.h"
#include "render/frames/instruments.h"

#include <algorithm>

namespace scaena::app {

namespace {

std::string hashOnDisk(const std::filesystem::path& path) {
    const DiskFiles files;
    const auto bytes = files.read(path, model::limits::kFileBytes);
    return bytes ? sha256(*bytes) : std::string();
}

bool namesArt(const edit::ChangeSet& changes) { return changes.touches(edit::Kind::Layer); }

}

Document::Document(QObject* parent)
    : QObject(parent), m_history(model::emptySequence()), m_artFiles(std::make_shared<project::ArtFiles>()) {
    m_study = std::make_shared<const study::Study>(sequence(), m_artFiles, render::instruments());
    m_history.changed = [this](const edit::ChangeSet& changes) {
        if (namesArt(changes)) {
            reloadArtFiles();
        }
        m_study = std::make_shared<const study::Study>(sequence(), m_artFiles, *m_study, changes);
        emit changed(changes);
        emit stateChanged();
    };
}

void Document::take(model::Sequence sequence, std::shared_ptr<const project::ArtFiles> artFiles,
                    std::filesystem::path path) {
    m_path = std::move(path);
    m_unsavedFiles.clear();
    m_everything = *artFiles;
    m_diskHash = m_path.empty() ? std::string() : hashOnDisk(m_path);
    m_artFiles = std::move(artFiles);
    m_isOpen = true;
    m_history.reset(std::move(sequence));
    m_study = std::make_shared<const study::Study>(this->sequence(), m_artFiles, render::instruments());
    // A reset to an equal sequence announces nothing, yet the art behind it may be another's.
    edit::ChangeSet all;
    all.changes.push_back({edit::Kind::Layer, {}, edit::ChangeKind::Changed});
    emit changed(all);
    emit stateChanged();
}

void Document::reloadArtFiles() {
    Problems ignored; // art that has become unreadable shows as missing on the stage
    auto artFiles =
        project::loadArtFiles(DiskFiles(), m_path.parent_path(), *sequence(), m_everything, ignored);
    m_everything.art.insert(artFiles.art.begin(), artFiles.art.end());
    m_everything.files.insert(artFiles.files.begin(), artFiles.files.end());
    m_everything.sources.insert(artFiles.sources.begin(), artFiles.sources.end());
    m_everything.colours.insert(artFiles.colours.begin(), artFiles.colours.end());
    if (artFiles != *m_artFiles) { // who has worked with them need not work again
        m_artFiles = std::make_shared<project::ArtFiles>(std::move(artFiles));
    }
}

std::string Document::addFile(const std::string& wish, std::string bytes) {
    const auto dot = wish.rfind('.');
    const std::string stem = wish.substr(0, dot);
    const std::string ending = dot == std::string::npos ? std::string() : wish.substr(dot);
    const auto isOthers = [&](const std::string& path) {
        const auto unsaved = m_unsavedFiles.find(path);
        if (unsaved != m_unsavedFiles.end()) {
            return unsaved->second != bytes;
        }
        const bool known = m_everything.art.count(path) > 0 || m_everything.files.count(path) > 0;
        return known || (!m_path.empty() && DiskFiles().exists(m_path.parent_path() / path));
    };
    std::string path = wish;
    for (int number = 2; isOthers(path); ++number) {
        path = stem + "-" + std::to_string(number) + ending;
    }
    if (ending == ".svg") {
        if (auto art = art::readSvg(bytes, path)) {
            m_everything.addArt(path, std::move(*art), bytes);
        }
    } else {
        m_everything.files[path] = std::make_shared<const std::string>(bytes);
    }
    m_unsavedFiles[path] = std::move(bytes);
    return path;
}

void Document::startNew() {
    m_neverSaved = false;
    take(model::emptySequence(), std::make_shared<project::ArtFiles>(), {});
}

void Document::start(start::Started started) {
    m_neverSaved = true;
    take(std::move(started.sequence), std::make_shared<project::ArtFiles>(), {});
    for (auto& [path, bytes] : started.files) {
        (void)addFile(path, std::move(bytes));
    }
    reloadArtFiles();
    m_study = std::make_shared<const study::Study>(sequence(), m_artFiles, render::instruments());
    edit::ChangeSet all;
    all.changes.push_back({edit::Kind::Layer, {}, edit::ChangeKind::Changed});
    emit changed(all);
    emit stateChanged();
}

void Document::take(project::Project project) {
    m_neverSaved = false;
    take(std::move(project.sequence), project.artFiles, std::move(project.path));
}

Problems Document::open(const std::filesystem::path& path, Problems* warnings) {
    auto project = project::open(DiskFiles(), path);
    if (!project) {
        return project.error();
    }
    if (warnings) {
        *warnings = project->warnings;
    }
    m_neverSaved = false;
    take(std::move(project->sequence), project->artFiles, path);
    return {};
}

Result<LostSequence> Document::readLost(const JournalEntry& entry) {
    auto sequence = file::read(entry.text, entry.path.string());
    if (!sequence) {
        return tl::unexpected(sequence.error());
    }
    LostSequence lost{entry, {entry.path, std::move(*sequence), {}, {}}};
    project::ArtFiles known;
    for (const auto& [name, bytes] : entry.unsavedFiles) {
        auto art = name.ends_with(".svg") ? art::readSvg(bytes, name) : tl::unexpected(Problems{});
        if (art) {
            known.addArt(name, std::move(*art), bytes);
        } else {
            known.files[name] = std::make_shared<const std::string>(bytes);
        }
    }
    auto& project = lost.project;
    project.artFiles = std::make_shared<const project::ArtFiles>(project::loadArtFiles(
        DiskFiles(), entry.path.parent_path(), project.sequence, known, project.warnings));
    return lost;
}

void Document::take(LostSequence lost) {
    m_neverSaved = true;
    take(std::move(lost.project.sequence), lost.project.artFiles, std::move(lost.project.path));
    m_unsavedFiles = std::move(lost.entry.unsavedFiles);
    m_diskHash = lost.entry.diskHash.empty() ? m_diskHash : lost.entry.diskHash;
    emit stateChanged();
}

/// Writes what the sequence names beside it. A file of that name that somebody else put there stays; ours
/// takes another name.
Result<void> Document::writeUnsavedFiles(const std::filesystem::path& folder) {
    DiskFiles files;
    auto next = *sequence();
    const auto named = project::pathsOf(next);
    std::map<std::string, std::string> left;
    for (const auto& [name, bytes] : m_unsavedFiles) {
        if (std::find(named.begin(), named.end(), name) == named.end()) {
            left[name] = bytes; // an undone step may want it again
            continue;
        }
        std::string path = name;
        const auto isOthers = [&] {
            const auto there = files.read(folder / path, model::limits::kPictureBytes);
            return files.exists(folder / path) && (!there || *there != bytes);
        };
        for (int number = 2; isOthers(); ++number) {
            const auto dot = std::min(name.rfind('.'), name.size());
            path = name.substr(0, dot) + "-" + std::to_string(number) + name.substr(dot);
        }
        if (auto written = files.writeAtomically(folder / path, bytes); !written) {
            return written;
        }
        if (path != name) {
            project::renamePath(next, name, path);
            if (const auto art = m_everything.findArt(name)) {
                m_everything.art[path] = art;
                m_everything.colours[path] = m_everything.colours[name];
            } else {
                m_everything.files[path] = m_everything.files[name];
            }
        }
    }
    m_unsavedFiles = std::move(left);
    apply(tr("name the art"), std::move(next));
    return {};
}

bool Document::changedOnDisk() const {
    return !m_path.empty() && DiskFiles().exists(m_path) && hashOnDisk(m_path) != m_diskHash;
}

Result<void> Document::save() {
    // Making the folder anew would leave the art behind, wherever it is now, and call that saved.
    if (const auto folder = m_path.parent_path(); !DiskFiles().exists(folder)) {
        return failure(
            ProblemKind::NotFound,
            "is gone: the folder was moved, renamed or removed. Save the sequence under another name, "
            "its art goes with it",
            folder.string());
    }
    return write();
}

Result<void> Document::write() {
    if (!m_unsavedFiles.empty()) {
        if (auto written = writeUnsavedFiles(m_path.parent_path()); !written) {
            return written;
        }
    }
    DiskFiles files;
    auto saved = file::save(files, m_path, *sequence());
    if (saved) {
        m_diskHash = hashOnDisk(m_path);
        m_history.markSaved();
        m_neverSaved = false;
        emit stateChanged();
    }
    return saved;
}

Result<void> Document::saveAs(const std::filesystem::path& path) {
    DiskFiles files;
    if (!m_path.empty() && path.parent_path() != m_path.parent_path()) {
        if (auto copied =
                project::copyArt(files, m_path.parent_path(), path.parent_path(), *sequence(), m_everything);
            !copied) {
            return copied;
        }
    }
    const auto before = std::exchange(m_path, path);
    auto saved = write();
    if (!saved) {
        m_path = before;
    }
    return saved;
}

void Document::apply(const QString& name, model::Sequence next, const std::string& mergeKey) {
    m_history.apply(name.toStdString(), std::move(next), mergeKey);
}

const study::StudyPtr& Document::study() const {
    if (m_study->document() != sequence()) { // an edit that announces nothing: a take was kept
        m_study = std::make_shared<const study::Study>(sequence(), m_artFiles, *m_study,
                                                       edit::compare(m_study->sequence(), *sequence()));
    }
    return m_study;
}

void Document::mend(const check::Finding& finding) {
    if (const auto remedy = finding.remedy) { // a copy: the edit may take the finding away
        apply(QString::fromStdString(remedy->name), check::mended(*sequence(), finding));
    }
}

void Document::commit(const QString& name) {
    m_history.commit(name.toStdString());
    emit stateChanged();
}

}
