// SPDX-License-Identifier: MIT
#include "app/document/document.h"

#include "core/base/hash.h"
#include "core/file/sequence_file.h"
#include "core/model/limits.h"

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
        if (namesArt(changes) && !m_path.empty()) {
            reloadShelf();
        }
        emit changed(changes);
        emit stateChanged();
    };
}

void Document::take(model::Sequence sequence, std::shared_ptr<const project::ArtShelf> shelf,
                    std::filesystem::path path) {
    m_path = std::move(path);
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
    m_shelf = std::make_shared<const project::ArtShelf>(
        project::loadShelf(DiskFiles(), m_path.parent_path(), *sequence(), *m_shelf, ignored));
}

void Document::startNew() {
    m_neverSaved = false;
    take(model::emptySequence(), std::make_shared<project::ArtShelf>(), {});
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

Problems Document::restore(const std::string& text, const std::filesystem::path& path) {
    auto sequence = file::read(text, path.string());
    if (!sequence) {
        return sequence.error();
    }
    Problems warnings;
    auto shelf = path.empty() ? project::ArtShelf()
                              : project::loadShelf(DiskFiles(), path.parent_path(), *sequence, {}, warnings);
    m_neverSaved = true;
    take(std::move(*sequence), std::make_shared<const project::ArtShelf>(std::move(shelf)), path);
    return {};
}

bool Document::changedOnDisk() const {
    return !m_path.empty() && DiskFiles().exists(m_path) && hashOnDisk(m_path) != m_diskHash;
}

Result<void> Document::save() {
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
        if (auto copied = project::copyArt(files, m_path.parent_path(), path.parent_path(), *sequence());
            !copied) {
            return copied;
        }
    }
    const auto before = std::exchange(m_path, path);
    auto saved = save();
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
