// SPDX-License-Identifier: MIT
#include "app/document/journal_store.h"

#include "core/base/bounded_json.h"
#include "core/base/files.h"
#include "core/base/hash.h"

#include <QStandardPaths>
#include <chrono>
#include <fcntl.h>
#include <fmt/format.h>
#include <set>
#include <sys/file.h>
#include <unistd.h>

namespace scaena::app {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kLargest = 64u << 20;
constexpr std::size_t kMost = 100'000;

fs::path keptFolder() { return JournalStore::folder() / "files"; }
fs::path lockOf(const fs::path& journal) { return fs::path(journal).replace_extension(".lock"); }

/// Nobody else removes or adds journals meanwhile: a file that a journal is about to name must not be taken
/// for an orphan.
Descriptor alone() {
    std::error_code ignored;
    fs::create_directories(JournalStore::folder(), ignored);
    Descriptor folder(::open(JournalStore::folder().c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    ::flock(folder.get(), LOCK_EX);
    return folder;
}

/// Open and locked, or not open if another program holds it.
Descriptor locked(const fs::path& file) {
    Descriptor lock(::open(file.c_str(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW, 0600));
    return lock.isOpen() && ::flock(lock.get(), LOCK_EX | LOCK_NB) == 0 ? std::move(lock) : Descriptor();
}

std::vector<fs::path> journals() {
    std::vector<fs::path> found;
    for (const auto& name : DiskFiles().namesIn(JournalStore::folder(), kMost)) {
        if (name.ends_with(".json")) {
            found.push_back(JournalStore::folder() / name);
        }
    }
    return found;
}

Json readJournal(const fs::path& file) {
    const auto bytes = DiskFiles().read(file, kLargest);
    return bytes ? parseJson(*bytes, {}, {.bytes = kLargest}).value_or(Json()) : Json();
}

std::map<std::string, std::string> artOf(const Json& journal) {
    std::map<std::string, std::string> named;
    const auto* art = memberOf(journal, "art");
    if (art && art->is_object()) {
        for (const auto& item : art->items()) {
            // A hash, and nothing that leads elsewhere.
            if (item.value().is_string() && isSha256(item.value().get<std::string>())) {
                named[item.key()] = item.value().get<std::string>();
            }
        }
    }
    return named;
}

/// Removes contents that no journal names any more, and locks of programs that were killed before they kept
/// anything.
void dropOrphans() {
    for (const auto& name : DiskFiles().namesIn(JournalStore::folder(), kMost)) {
        const auto lock = JournalStore::folder() / name;
        const bool isAlone =
            lock.extension() == ".lock" && !DiskFiles().exists(fs::path(lock).replace_extension(".json"));
        if (isAlone && locked(lock).isOpen()) {
            (void)DiskFiles().remove(lock);
        }
    }
    std::set<std::string> named;
    for (const auto& file : journals()) {
        const auto journal = readJournal(file);
        if (!journal.is_object()) {
            return; // what it names cannot be told: everything stays
        }
        for (const auto& [path, hash] : artOf(journal)) {
            named.insert(hash);
        }
    }
    for (const auto& name : DiskFiles().namesIn(keptFolder(), kMost)) {
        if (named.count(name) == 0) {
            (void)DiskFiles().remove(keptFolder() / name);
        }
    }
}

void removeJournal(const fs::path& file) {
    (void)DiskFiles().remove(file);
    (void)DiskFiles().remove(lockOf(file));
    dropOrphans();
}

}

fs::path JournalStore::folder() {
    return fs::path(QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation).toStdString()) /
           "journal";
}

JournalStore::JournalStore() {
    // No name is ever used twice: what another program of our number left must stay.
    const auto now = std::chrono::system_clock::now().time_since_epoch() / std::chrono::microseconds(1);
    m_file = folder() / fmt::format("{}-{}.json", ::getpid(), now);
}

bool JournalStore::write(const JournalEntry& entry) {
    const auto guard = alone();
    if (!m_lock.isOpen()) {
        DiskFiles::clearStrays(folder());
        DiskFiles::clearStrays(keptFolder());
        m_lock = locked(lockOf(m_file));
    }
    DiskFiles files;
    Json art = Json::object();
    bool all = true;
    for (const auto& [path, bytes] : entry.unsavedFiles) {
        // Each content is written once, whatever happens to the sequence afterwards.
        auto& kept = m_kept[path];
        if (const auto name = sha256(bytes); kept != name) {
            if (!files.writeAtomically(keptFolder() / name, bytes)) {
                all = false;
                continue;
            }
            kept = name;
        }
        art[path] = kept;
    }
    const Json json = {
        {"path", entry.path.string()}, {"hash", entry.diskHash}, {"text", entry.text}, {"art", art}};
    const bool written =
        files.writeAtomically(m_file, json.dump(1, ' ', false, Json::error_handler_t::replace)).has_value();
    m_isThere = written || m_isThere;
    return written && all;
}

void JournalStore::remove() {
    if (!m_isThere && !m_lock.isOpen()) {
        return;
    }
    const auto guard = alone();
    removeJournal(m_file);
    m_lock = Descriptor();
    m_kept.clear();
    m_isThere = false;
}

std::vector<LostWork> JournalStore::findLost() {
    std::vector<LostWork> found;
    if (!DiskFiles().exists(folder())) {
        return found;
    }
    const auto guard = alone();
    for (const auto& file : journals()) {
        auto claim = locked(lockOf(file));
        const auto json = claim.isOpen() ? readJournal(file) : Json();
        const auto* text = memberOf(json, "text");
        if (!text || !text->is_string()) {
            continue;
        }
        LostWork lost{{textOf(json, "path"), text->get<std::string>(), {}, textOf(json, "hash")},
                      file,
                      std::make_shared<Descriptor>(std::move(claim))};
        for (const auto& [path, hash] : artOf(json)) {
            if (auto bytes = DiskFiles().read(keptFolder() / hash, kLargest)) {
                lost.entry.unsavedFiles[path] = std::move(*bytes);
            }
        }
        found.push_back(std::move(lost));
    }
    return found;
}

void JournalStore::forget(const LostWork& lost) {
    const auto guard = alone();
    removeJournal(lost.file);
}

}
