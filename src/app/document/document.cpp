// SPDX-License-Identifier: MIT
#include "app/document/document.h"

#include "core/art/read_svg.h"
#include "core/base/hash.h"
#include "core/file/sequence_file.h"
#include "core/model/limits.h"

#include <algorithm>

namespace scaena::app {

namespace {

std::string hashOnDisk(const std::filesystem::path& path) {
    const DiskFiles files;
    const auto bytes = files.read(path, model::limits::kFileBytes);
    return bytes ? sha256(*bytes) : std::string();
}

bool namesArt(const edit::ChangeSet& changes) { return changes.touches(edit::Thing::Layer); }

}

Document::Document(QObject* parent)
    : QObject(parent), m_history(model::emptySequence()), m_shelf(std::make_shared<project::ArtShelf>()) {
    m_history.changed = [this](const edit::ChangeSet& changes) {
        if (namesArt(changes)) {
            reloadShelf();
        }
        emit changed(changes);
        emit stateChanged();
    };
}

void Document::take(model::Sequence sequence, std::shared_ptr<const project::ArtShelf> shelf,
                    std::filesystem::path path) {
    m_path = std::move(path);
    m_unsavedFiles.clear();
    m_everything = *shelf;
    m_diskHash = m_path.empty() ? std::string() : hashOnDisk(m_path);
    m_shelf = std::move(shelf);
    m_isOpen = true;
    m_history.reset(std::move(sequence));
    // A reset to an equal sequence announces nothing, yet the art behind it may be another's.
    edit::ChangeSet all;
    all.changes.push_back({edit::Thing::Layer, {}, edit::ChangeKind::Changed});
    emit changed(all);
    emit stateChanged();
}

void Document::reloadShelf() {
    Problems ignored; // art that has become unreadable shows as missing on the stage
    auto shelf = project::loadShelf(DiskFiles(), m_path.parent_path(), *sequence(), m_everything, ignored);
    m_everything.art.insert(shelf.art.begin(), shelf.art.end());
    m_everything.files.insert(shelf.files.begin(), shelf.files.end());
    m_everything.sources.insert(shelf.sources.begin(), shelf.sources.end());
    m_shelf = std::make_shared<project::ArtShelf>(std::move(shelf));
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
            m_everything.art[path] = std::make_shared<const art::Art>(std::move(*art));
            m_everything.sources[path] = std::make_shared<const std::string>(bytes);
        }
    } else {
        m_everything.files[path] = std::make_shared<const std::string>(bytes);
    }
    m_unsavedFiles[path] = std::move(bytes);
    return path;
}

void Document::startNew() {
    m_neverSaved = false;
    take(model::emptySequence(), std::make_shared<project::ArtShelf>(), {});
}

void Document::start(start::Started started) {
    m_neverSaved = true;
    take(std::move(started.sequence), std::make_shared<project::ArtShelf>(), {});
    for (auto& [path, bytes] : started.files) {
        (void)addFile(path, std::move(bytes));
    }
    reloadShelf();
    edit::ChangeSet all;
    all.changes.push_back({edit::Thing::Layer, {}, edit::ChangeKind::Changed});
    emit changed(all);
    emit stateChanged();
}

void Document::take(project::Project project) {
    m_neverSaved = false;
    take(std::move(project.sequence), project.shelf, std::move(project.path));
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
    take(std::move(project->sequence), project->shelf, path);
    return {};
}

Result<LostSequence> Document::readLost(const JournalEntry& entry) {
    auto sequence = file::read(entry.text, entry.path.string());
    if (!sequence) {
        return tl::unexpected(sequence.error());
    }
    LostSequence lost{entry, {entry.path, std::move(*sequence), {}, {}}};
    project::ArtShelf known;
    for (const auto& [name, bytes] : entry.unsavedFiles) {
        auto art = name.ends_with(".svg") ? art::readSvg(bytes, name) : tl::unexpected(Problems{});
        if (art) {
            known.art[name] = std::make_shared<const art::Art>(std::move(*art));
            known.sources[name] = std::make_shared<const std::string>(bytes);
        } else {
            known.files[name] = std::make_shared<const std::string>(bytes);
        }
    }
    auto& project = lost.project;
    project.shelf = std::make_shared<const project::ArtShelf>(
        project::loadShelf(DiskFiles(), entry.path.parent_path(), project.sequence, known, project.warnings));
    return lost;
}

void Document::take(LostSequence lost) {
    m_neverSaved = true;
    take(std::move(lost.project.sequence), lost.project.shelf, std::move(lost.project.path));
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

void Document::commit(const QString& name) {
    m_history.commit(name.toStdString());
    emit stateChanged();
}

}
