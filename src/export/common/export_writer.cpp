// SPDX-License-Identifier: MIT
#include "export/common/export_writer.h"

#include "core/base/hash.h"
#include "export/common/names.h"

#include <algorithm>
#include <nlohmann/json.hpp>
#include <optional>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kLargestFile = 64u << 20;
constexpr std::string_view kWords[] = {"added", "changed", "unchanged", "removed", "kept", "refused"};

using Hashes = std::map<std::string, std::string>;

/// A manifest's paths come from the disk: one that leads out of the folder could make us remove a stranger's
/// file.
bool isInside(const std::string& path) {
    const fs::path p(path);
    return !path.empty() && p.is_relative() &&
           std::none_of(p.begin(), p.end(), [](const fs::path& part) { return part == ".."; });
}

Hashes readManifest(const FileAccess& files, const fs::path& path) {
    Hashes hashes;
    const auto text = files.read(path, kLargestFile);
    const auto json = text ? nlohmann::json::parse(*text, nullptr, false) : nlohmann::json();
    if (json.is_object() && json.contains("files") && json["files"].is_object()) {
        for (const auto& item : json["files"].items()) {
            if (item.value().is_string() && isInside(item.key())) {
                hashes[item.key()] = item.value().get<std::string>();
            }
        }
    }
    return hashes;
}

constexpr std::string_view kManifestStart = "scaena-export.";
constexpr std::size_t kMostNames = 10'000;

/// What the exports of other sequences for the same target wrote into the folder: hashes by path.
std::multimap<std::string, std::string> writtenByOthers(const FileAccess& files, const fs::path& folder,
                                                        const Export& made) {
    const auto ours = manifestName(made);
    const auto start = std::string(kManifestStart) + std::string(made.target.name()) + ".";
    std::multimap<std::string, std::string> written;
    for (const auto& name : files.namesIn(folder, kMostNames)) {
        if (name != ours && name.starts_with(start) && name.ends_with(".json")) {
            for (auto& [path, hash] : readManifest(files, folder / name)) {
                written.emplace(path, hash);
            }
        }
    }
    return written;
}

std::string manifestText(const Export& made, const Hashes& stillOurs) {
    nlohmann::ordered_json listed = nlohmann::ordered_json::object();
    Hashes hashes = stillOurs;
    for (const auto& file : made.files) {
        hashes.emplace(file.path, sha256(file.bytes));
    }
    for (const auto& [path, hash] : hashes) {
        if (!hash.empty()) { // a person's own file that we never wrote
            listed[path] = hash;
        }
    }
    const nlohmann::ordered_json json = {{"format", "scaena-export"},
                                         {"version", 1},
                                         {"target", made.target.name()},
                                         {"sequence", made.sequenceName},
                                         {"files", listed}};
    return json.dump(2) + "\n";
}

FileChange changeOf(const FileAccess& files, const fs::path& path, const std::string& bytes,
                    const std::vector<std::string>& knownHashes) {
    if (!files.exists(path)) {
        return FileChange::Added;
    }
    const auto there = files.read(path, kLargestFile);
    if (there && *there == bytes) {
        return FileChange::Unchanged;
    }
    const bool ours =
        there && std::find(knownHashes.begin(), knownHashes.end(), sha256(*there)) != knownHashes.end();
    return ours ? FileChange::Changed : FileChange::Refused;
}

/// Remembers what stood where something is written or removed, and puts it back unless told that all went
/// well.
class Undo {
public:
    Undo(FileAccess& files) : m_files(files) {}
    Result<void> write(const fs::path& path, const std::string& bytes, FileAccess::Wait wait) {
        remember(path);
        return m_files.writeAtomically(path, bytes, wait);
    }
    Result<void> remove(const fs::path& path) {
        remember(path);
        return m_files.remove(path);
    }
    void putBack() {
        for (auto it = m_before.rbegin(); it != m_before.rend(); ++it) {
            // Nothing more can be done for a file that cannot be put back; the others still are.
            (void)(it->second ? m_files.writeAtomically(it->first, *it->second) : m_files.remove(it->first));
        }
    }

private:
    void remember(const fs::path& path) {
        auto bytes = m_files.exists(path) ? m_files.read(path, kLargestFile)
                                          : Result<std::string>(tl::unexpected(Problems{}));
        m_before.emplace_back(path, bytes ? std::optional(std::move(*bytes)) : std::nullopt);
    }
    FileAccess& m_files;
    std::vector<std::pair<fs::path, std::optional<std::string>>> m_before;
};

/// A file in the folder for kept versions that does not exist yet.
fs::path freeKeptPath(const FileAccess& files, const fs::path& folder, const std::string& path) {
    fs::path wish = folder / kKeptFolder / path;
    for (int number = 2; files.exists(wish); ++number) {
        wish = folder / kKeptFolder / (path + "." + std::to_string(number));
    }
    return wish;
}

}

std::string_view word(FileChange change) { return kWords[static_cast<int>(change)]; }

bool WritePlan::hasRefused() const {
    return std::any_of(entries.begin(), entries.end(), [](const WriteEntry& e) {
        return e.change == FileChange::Refused && e.choice == RefusedChoice::Open;
    });
}

bool WritePlan::changesAnything() const {
    return std::any_of(entries.begin(), entries.end(), [](const WriteEntry& e) {
        return e.change != FileChange::Unchanged && e.change != FileChange::Kept &&
               !(e.change == FileChange::Refused && e.choice == RefusedChoice::Keep);
    });
}

std::string manifestName(const Export& made) {
    return std::string(kManifestStart) + std::string(made.target.name()) + "." +
           resourceName(made.sequenceName, "launch") + ".json";
}

Export besideOthers(const FileAccess& files, const fs::path& folder, Export made) {
    const auto others = writtenByOthers(files, folder, made);
    for (auto& file : made.files) {
        if (file.forPeople && others.count(file.path) > 0) {
            const fs::path path(file.path);
            file.path =
                (path.parent_path() / (path.stem().string() + "." +
                                       resourceName(made.sequenceName, "launch") + path.extension().string()))
                    .generic_string();
        }
    }
    return made;
}

WritePlan planWrite(const FileAccess& files, const fs::path& folder, const Export& made) {
    const Hashes known = readManifest(files, folder / manifestName(made));
    const auto others = writtenByOthers(files, folder, made);
    WritePlan plan;
    Hashes gone = known;
    for (const auto& file : made.files) {
        std::vector<std::string> hashes;
        if (const auto found = known.find(file.path); found != known.end()) {
            hashes.push_back(found->second);
        }
        for (auto [it, end] = others.equal_range(file.path); it != end; ++it) {
            hashes.push_back(it->second);
        }
        plan.entries.push_back({file.path, changeOf(files, folder / file.path, file.bytes, hashes)});
        gone.erase(file.path);
    }
    for (const auto& [path, hash] : gone) {
        const auto there = files.read(folder / path, kLargestFile);
        if (there && others.count(path) == 0) {
            plan.entries.push_back({path, sha256(*there) == hash ? FileChange::Removed : FileChange::Kept});
        }
    }
    return plan;
}

Result<void> write(FileAccess& files, const fs::path& folder, const Export& made, const WritePlan& plan,
                   bool force) {
    if (plan.hasRefused() && !force) {
        return failure(ProblemKind::Refused, "some files are not as the last export left them",
                       folder.string());
    }
    Undo undo(files);
    Hashes stillOurs;
    const Hashes known = readManifest(files, folder / manifestName(made));
    const auto run = [&]() -> Result<void> {
        for (const auto& entry : plan.entries) {
            const fs::path path = folder / entry.path;
            const auto file = std::find_if(made.files.begin(), made.files.end(),
                                           [&](const ExportedFile& f) { return f.path == entry.path; });
            Result<void> done;
            if (entry.change == FileChange::Refused && entry.choice == RefusedChoice::Keep && !force) {
                const auto before = known.find(entry.path);
                stillOurs[entry.path] = before == known.end() ? "" : before->second;
                continue;
            }
            if (entry.change == FileChange::Refused) {
                const auto theirs = files.read(path, kLargestFile);
                done = theirs ? undo.write(freeKeptPath(files, folder, entry.path), *theirs,
                                           FileAccess::Wait::ForDisk)
                              : Result<void>(tl::unexpected(theirs.error()));
            }
            if (done && entry.change == FileChange::Removed) {
                done = undo.remove(path);
            } else if (entry.change == FileChange::Kept) {
                stillOurs[entry.path] = known.at(entry.path);
            } else if (done && entry.change != FileChange::Unchanged && file != made.files.end()) {
                done = undo.write(path, file->bytes, FileAccess::Wait::No);
            }
            if (!done) {
                return done;
            }
        }
        // One wait for all files, before the manifest says that they are there.
        if (auto settled = plan.changesAnything() ? files.settle(folder) : Result<void>(); !settled) {
            return settled;
        }
        const auto text = manifestText(made, stillOurs);
        const auto before = files.read(folder / manifestName(made), kLargestFile);
        return before && *before == text
                   ? Result<void>{}
                   : undo.write(folder / manifestName(made), text, FileAccess::Wait::ForDisk);
    };
    auto result = run();
    if (!result) {
        undo.putBack();
    }
    return result;
}

std::string lastWrittenHash(const FileAccess& files, const fs::path& folder, const Export& made,
                            const std::string& path) {
    const auto known = readManifest(files, folder / manifestName(made));
    const auto found = known.find(path);
    return found == known.end() ? std::string() : found->second;
}

}
