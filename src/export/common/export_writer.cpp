// SPDX-License-Identifier: MIT
#include "export/common/export_writer.h"

#include "core/base/bounded_json.h"
#include "core/base/hash.h"
#include "export/common/folder_change.h"
#include "export/common/names.h"

#include <algorithm>
#include <optional>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view kWords[] = {"added", "changed", "unchanged", "removed", "kept", "refused"};

using Hashes = std::map<std::string, std::string>;

Hashes readManifest(const FileAccess& files, const fs::path& path) {
    Hashes hashes;
    const auto text = files.read(path, kLargestFile);
    const auto json = text ? parseJson(*text, path.string(), {.keys = 20'000}) : Result<Json>(Json());
    const auto* listed = json ? memberOf(*json, "files") : nullptr;
    if (listed && listed->is_object()) {
        for (const auto& item : listed->items()) {
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

FileChange changeOf(const std::optional<std::string>& there, const std::string& bytes,
                    const std::vector<std::string>& knownHashes) {
    if (!there) {
        return FileChange::Added;
    }
    if (*there == bytes) {
        return FileChange::Unchanged;
    }
    const bool ours = std::find(knownHashes.begin(), knownHashes.end(), sha256(*there)) != knownHashes.end();
    return ours ? FileChange::Changed : FileChange::Refused;
}

bool staysWithPeople(const WriteEntry& entry, bool force) {
    return entry.change == FileChange::Kept ||
           (entry.change == FileChange::Refused && entry.choice == RefusedChoice::Keep && !force);
}

/// What the manifest goes on saying of files that stay as people made them: what we wrote there last, if we
/// did.
Hashes leftToPeople(const WritePlan& plan, const Hashes& known, bool force) {
    Hashes left;
    for (const auto& entry : plan.entries) {
        if (staysWithPeople(entry, force)) {
            const auto before = known.find(entry.path);
            left[entry.path] = before == known.end() ? "" : before->second;
        }
    }
    return left;
}

/// A path in the folder for kept versions that no file has yet.
std::string freeKeptPath(const Folder& folder, const std::string& path) {
    const auto wish = std::string(kKeptFolder) + "/" + path;
    std::string free = wish;
    for (int number = 2; folder.exists(free); ++number) {
        free = wish + "." + std::to_string(number);
    }
    return free;
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

WritePlan planWrite(FileAccess& files, const fs::path& folder, const Export& made) {
    const Hashes known = readManifest(files, folder / manifestName(made));
    const auto others = writtenByOthers(files, folder, made);
    const auto open = files.openFolder(folder, FileAccess::Make::Never);
    const auto read = [&](const std::string& path) {
        return open ? (*open)->read(path, kLargestFile) : Result<std::optional<std::string>>(std::nullopt);
    };
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
        if (const auto there = read(file.path)) {
            plan.entries.push_back(
                {file.path, changeOf(*there, file.bytes, hashes), *there ? sha256(**there) : std::string()});
        } else {
            plan.problems.insert(plan.problems.end(), there.error().begin(), there.error().end());
        }
        gone.erase(file.path);
    }
    for (const auto& [path, hash] : gone) {
        // What cannot be reached without following a link is not ours to remove.
        const auto there = read(path);
        if (there && *there && others.count(path) == 0) {
            const auto seen = sha256(**there);
            plan.entries.push_back({path, seen == hash ? FileChange::Removed : FileChange::Kept, seen});
        }
    }
    return plan;
}

Result<void> write(FileAccess& files, const fs::path& folder, const Export& made, const WritePlan& plan,
                   bool force) {
    if (!plan.problems.empty()) {
        return tl::unexpected(plan.problems);
    }
    if (plan.hasRefused() && !force) {
        return failure(ProblemKind::Refused, "some files are not as the last export left them",
                       folder.string());
    }
    const Hashes known = readManifest(files, folder / manifestName(made));
    const auto text = manifestText(made, leftToPeople(plan, known, force));
    const auto last = files.read(folder / manifestName(made), kLargestFile);
    if (!plan.changesAnything() && last && *last == text) {
        return {}; // also where nothing may be written
    }
    auto open = openForChange(files, folder);
    if (!open) {
        return tl::unexpected(open.error());
    }
    std::vector<FileStep> steps;
    for (const auto& entry : plan.entries) {
        if (entry.change == FileChange::Unchanged || staysWithPeople(entry, force)) {
            continue;
        }
        if (entry.change == FileChange::Removed) {
            steps.push_back({entry.path, std::nullopt, entry.seen});
            continue;
        }
        if (entry.change == FileChange::Refused) {
            auto theirs = (*open)->read(entry.path, kLargestFile);
            if (!theirs) {
                return tl::unexpected(theirs.error());
            }
            if (*theirs) {
                steps.push_back({freeKeptPath(**open, entry.path), std::move(*theirs), {}});
            }
        }
        const auto file = std::find_if(made.files.begin(), made.files.end(),
                                       [&](const ExportedFile& f) { return f.path == entry.path; });
        if (file != made.files.end()) {
            steps.push_back({entry.path, file->bytes, entry.seen});
        }
    }
    // The manifest comes last: it says what is there.
    const auto before = hashOf(**open, manifestName(made));
    if (!before) {
        return tl::unexpected(before.error());
    }
    if (*before != sha256(text)) {
        steps.push_back({manifestName(made), text, *before});
    }
    return change(**open, steps);
}

std::string lastWrittenHash(const FileAccess& files, const fs::path& folder, const Export& made,
                            const std::string& path) {
    const auto known = readManifest(files, folder / manifestName(made));
    const auto found = known.find(path);
    return found == known.end() ? std::string() : found->second;
}

}
