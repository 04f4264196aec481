// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::exporting {

enum class FileChange {
    Added,
    Changed, ///< ours, and as we left it
    Unchanged,
    Removed, ///< an earlier export made it, this one does not; ours, and as we left it
    Kept,    ///< the same, but a person changed it: it stays
    Refused  ///< would replace something that is not as we left it
};
[[nodiscard]] std::string_view word(FileChange change);

/// What a person wants with a refused file.
enum class RefusedChoice {
    Open,    ///< nothing was said: nothing is written at all
    Replace, ///< the new one; theirs is kept in kKeptFolder
    Keep     ///< theirs stays, and is asked about again when the export changes it next
};

struct WriteEntry {
    std::string path;
    FileChange change = FileChange::Added;
    std::string seen; ///< SHA-256 of what stood there; empty: no file
    RefusedChoice choice = RefusedChoice::Open;
};

/// What writing would do to the folder as it is now.
struct WritePlan {
    std::vector<WriteEntry> entries;
    Problems problems; ///< what stands in the way of any writing: links and folders where files have to be
    /// Whether a refused file waits for a choice.
    [[nodiscard]] bool hasRefused() const;
    [[nodiscard]] bool changesAnything() const;
};

/// The manifest's file name: one for each sequence and target, so that several exports share a folder.
[[nodiscard]] std::string manifestName(const Export& made);

/// Where a forced export keeps the versions it replaced.
inline constexpr std::string_view kKeptFolder = "scaena-kept";

/// Several sequences may be exported into one folder. What only people read takes a name of its own there if
/// another sequence's export has the name already: "INTEGRATE.larder.md".
[[nodiscard]] Export besideOthers(const FileAccess& files, const std::filesystem::path& folder, Export made);

/// Files that several sequences share (the player) belong to all of their exports: each may bring them up to
/// date, and none removes what another still has.
[[nodiscard]] WritePlan planWrite(FileAccess& files, const std::filesystem::path& folder, const Export& made);

/// Writes what the plan says, all or nothing (export/common/folder_change.h). Nothing is written if a file is
/// no longer as the plan saw it. Refused files are only replaced when they were chosen to be or `force` is
/// set, and then kept in kKeptFolder.
[[nodiscard]] Result<void> write(FileAccess& files, const std::filesystem::path& folder, const Export& made,
                                 const WritePlan& plan, bool force);

/// SHA-256 of the file as the last export to that folder wrote it; empty if it did not.
[[nodiscard]] std::string lastWrittenHash(const FileAccess& files, const std::filesystem::path& folder,
                                          const Export& made, const std::string& path);

}
