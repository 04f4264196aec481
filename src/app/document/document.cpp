// SPDX-License-Identifier: MIT
#include "app/document/document.h"

#include "core/art/read_svg.h"
#include "core/base/hash.h"
#include "core/file/sequence_file.h"
#include "core/model/limits.h"
#include "core/start/from_logo.h"

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
    m_unsavedArt.clear();
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

Problems Document::startFromLogo(const std::filesystem::path& logo, Problems* warnings) {
    auto bytes = DiskFiles().read(logo, model::limits::kArtBytes);
    if (!bytes) {
        return bytes.error();
    }
    auto art = art::readSvg(*bytes, logo.string());
    if (!art) {
        return art.error();
    }
    if (warnings) {
        for (const auto& loss : art->losses) {
            warnings->push_back({ProblemKind::Unsupported, "cannot carry " + loss, logo.string(), {}});
        }
    }
    const auto never = [](const Id&) { return false; };
    const std::string path = "art/" + makeId(logo.stem().string(), "logo", never) + ".svg";
    auto sequence = start::sequenceFromLogo(*art, path, logo.stem().string());
    auto shelf = std::make_shared<project::ArtShelf>();
    shelf->art[path] = std::make_shared<const art::Art>(std::move(*art));
    m_neverSaved = true;
    take(std::move(sequence), std::move(shelf), {});
    m_unsavedArt = {{path, std::move(*bytes)}};
    emit stateChanged(); // the journal wants the art as well
    return {};
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

Problems Document::restore(const std::string& text, const std::filesystem::path& path,
                           std::map<std::string, std::string> unsavedArt) {
    auto sequence = file::read(text, path.string());
    if (!sequence) {
        return sequence.error();
    }
    Problems warnings;
    project::ArtShelf known;
    for (const auto& [name, bytes] : unsavedArt) {
        if (auto art = art::readSvg(bytes, name)) {
            known.art[name] = std::make_shared<const art::Art>(std::move(*art));
        }
    }
    auto shelf = project::loadShelf(DiskFiles(), path.parent_path(), *sequence, known, warnings);
    m_neverSaved = true;
    take(std::move(*sequence), std::make_shared<const project::ArtShelf>(std::move(shelf)), path);
    m_unsavedArt = std::move(unsavedArt);
    emit stateChanged();
    return {};
}

/// Writes the art beside the sequence. A file of that name that somebody else put there stays; ours takes
/// another name.
Result<void> Document::writeUnsavedArt(const std::filesystem::path& folder) {
    DiskFiles files;
    auto next = *sequence();
    auto shelf = std::make_shared<project::ArtShelf>(*m_shelf);
    for (const auto& [name, bytes] : m_unsavedArt) {
        std::string path = name;
        const auto isOthers = [&] {
            const auto there = files.read(folder / path, model::limits::kArtBytes);
            return files.exists(folder / path) && (!there || *there != bytes);
        };
        for (int number = 2; isOthers(); ++number) {
            path = name.substr(0, name.rfind('.')) + "-" + std::to_string(number) + ".svg";
        }
        if (auto written = files.writeAtomically(folder / path, bytes); !written) {
            return written;
        }
        shelf->art[path] = m_shelf->findArt(name);
        for (auto& layer : next.layers) {
            layer.art = layer.art == name ? path : layer.art;
            layer.darkArt = layer.darkArt == name ? path : layer.darkArt;
        }
    }
    m_unsavedArt.clear();
    m_shelf = std::move(shelf);
    apply(tr("name the art"), std::move(next));
    return {};
}

bool Document::changedOnDisk() const {
    return !m_path.empty() && DiskFiles().exists(m_path) && hashOnDisk(m_path) != m_diskHash;
}

Result<void> Document::save() {
    if (!m_unsavedArt.empty()) {
        if (auto written = writeUnsavedArt(m_path.parent_path()); !written) {
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
