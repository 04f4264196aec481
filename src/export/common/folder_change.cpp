// SPDX-License-Identifier: MIT
#include "export/common/folder_change.h"

#include "core/base/bounded_json.h"
#include "core/base/hash.h"

#include <algorithm>
#include <chrono>
#include <fmt/format.h>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

constexpr auto kPatience = std::chrono::seconds(10);
const fs::path kNote = fs::path(kStagingFolder) / "todo.json";

/// A step as it is written down.
struct Noted {
    std::string path;
    std::string staged; ///< name in the staging folder; empty: the file goes
    std::string before;
};

fs::path stagedPath(const std::string& name) { return fs::path(kStagingFolder) / name; }

std::string noteOf(const std::vector<Noted>& steps) {
    Json list = Json::array();
    for (const auto& step : steps) {
        list.push_back({{"path", step.path}, {"staged", step.staged}, {"before", step.before}});
    }
    return Json{{"format", "scaena-export-steps"}, {"steps", list}}.dump(-1, ' ', false,
                                                                         Json::error_handler_t::replace);
}

/// A note comes from the disk, where anybody may have written it.
std::vector<Noted> stepsOf(const std::string& note) {
    std::vector<Noted> steps;
    const auto json = parseJson(note);
    for (const auto& item : json ? listOf(*json, "steps") : Json::array()) {
        Noted step{textOf(item, "path"), textOf(item, "staged"), textOf(item, "before")};
        const bool isNumber =
            std::all_of(step.staged.begin(), step.staged.end(), [](char c) { return c >= '0' && c <= '9'; });
        if (isInside(step.path) && isNumber) {
            steps.push_back(std::move(step));
        }
    }
    return steps;
}

/// What was written down is done, as far as it is not done already and nobody touched the files since.
void finish(Folder& folder, const std::vector<Noted>& steps) {
    for (const auto& step : steps) {
        const bool isMove = !step.staged.empty();
        if (isMove && !folder.exists(stagedPath(step.staged))) {
            continue;
        }
        if (const auto now = hashOf(folder, step.path); now && *now == step.before) {
            (void)(isMove ? folder.move(stagedPath(step.staged), step.path) : folder.remove(step.path));
        }
    }
    (void)folder.settle();
}

/// The note goes first: without it nobody takes up again what else lies there.
void clean(Folder& folder) {
    (void)folder.remove(kNote);
    folder.removeFolder(kStagingFolder);
}

/// Remembers what stood where something was done, and puts it back.
class Undo {
public:
    explicit Undo(Folder& folder) : m_folder(folder) {}

    Result<void> run(const FileStep& step, const Noted& noted) {
        const auto there = m_folder.read(step.path, kLargestFile);
        if (!there) {
            return tl::unexpected(there.error());
        }
        if ((*there ? sha256(**there) : std::string()) != step.before) {
            return failure(ProblemKind::Refused, "was changed since it was looked at; look at it again",
                           step.path);
        }
        const auto done =
            step.bytes ? m_folder.move(stagedPath(noted.staged), step.path) : m_folder.remove(step.path);
        if (done) {
            m_before.emplace_back(step.path, *there);
        }
        return done;
    }
    void putBack() {
        for (auto it = m_before.rbegin(); it != m_before.rend(); ++it) {
            // Nothing more can be done for a file that cannot be put back; the others still are.
            const auto staged = stagedPath("back");
            if (!it->second) {
                (void)m_folder.remove(it->first);
            } else if (m_folder.create(staged, *it->second)) {
                (void)m_folder.move(staged, it->first);
            }
        }
    }

private:
    Folder& m_folder;
    std::vector<std::pair<fs::path, std::optional<std::string>>> m_before;
};

Result<void> runAll(Folder& folder, const std::vector<FileStep>& steps, Undo& undo) {
    for (const auto& step : steps) { // nothing is begun if somebody was quicker
        const auto now = hashOf(folder, step.path);
        if (!now) {
            return tl::unexpected(now.error());
        }
        if (*now != step.before) {
            return failure(ProblemKind::Refused, "was changed since it was looked at; look at it again",
                           step.path);
        }
    }
    std::vector<Noted> noted;
    Result<void> done;
    // Names no earlier run had: its note may come back after a loss of power.
    const auto run = std::chrono::system_clock::now().time_since_epoch().count();
    for (std::size_t i = 0; i < steps.size() && done; ++i) {
        noted.push_back({steps[i].path, steps[i].bytes ? fmt::format("{}{:05}", run, i) : std::string(),
                         steps[i].before});
        if (steps[i].bytes) {
            done = folder.create(stagedPath(noted.back().staged), *steps[i].bytes);
        }
    }
    // The note gets its name only when it is whole, and everything it speaks of is safe.
    done = done ? folder.create(stagedPath("note"), noteOf(noted)) : done;
    done = done ? folder.settle() : done;
    done = done ? folder.move(stagedPath("note"), kNote) : done;
    done = done ? folder.settle() : done; // before anything is done: a disk keeps no order by itself
    for (std::size_t i = 0; i < steps.size() && done; ++i) {
        done = undo.run(steps[i], noted[i]);
    }
    return done ? folder.settle() : done;
}

}

bool isInside(const std::string& path) {
    const fs::path p(path);
    return !path.empty() && p.is_relative() &&
           std::none_of(p.begin(), p.end(), [](const fs::path& part) { return part == ".."; });
}

Result<std::string> hashOf(const Folder& folder, const fs::path& path) {
    const auto there = folder.read(path, kLargestFile);
    if (!there) {
        return tl::unexpected(there.error());
    }
    return *there ? sha256(**there) : std::string();
}

Result<std::unique_ptr<Folder>> openForChange(FileAccess& files, const fs::path& path) {
    auto folder = files.openFolder(path, FileAccess::Make::IfMissing);
    if (!folder) {
        return folder;
    }
    if (auto locked = (*folder)->lock(kPatience); !locked) {
        return tl::unexpected(locked.error());
    }
    if ((*folder)->exists(kStagingFolder)) {
        if (const auto note = (*folder)->read(kNote, kLargestFile); note && *note) {
            finish(**folder, stepsOf(**note));
        }
        clean(**folder);
    }
    return folder;
}

Result<void> finishEarlier(FileAccess& files, const fs::path& path) {
    if (!files.exists(path / kStagingFolder)) {
        return {};
    }
    const auto folder = openForChange(files, path);
    return folder ? Result<void>() : tl::unexpected(folder.error());
}

Result<void> change(Folder& folder, const std::vector<FileStep>& steps) {
    if (steps.empty()) {
        return {};
    }
    Undo undo(folder);
    auto done = runAll(folder, steps, undo);
    if (!done) {
        (void)folder.remove(kNote);
        (void)folder.settle(); // or the note would be there again and what is put back be taken for undone
        undo.putBack();
    }
    clean(folder);
    return done;
}

}
