// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"
#include "core/base/descriptor.h"

#include <filesystem>
#include <map>
#include <memory>
#include <string>
#include <vector>

namespace scaena::app {

/// Unsaved work that a crash left behind. Ours until it goes: two windows that start at a time do not both
/// offer it.
struct LostWork {
    JournalEntry entry;
    std::filesystem::path file; ///< of the journal
    std::shared_ptr<Descriptor> claim;
};

/// The journals on disk: one file for each running program, held locked by it, and the contents of files that
/// no sequence folder holds yet, named by their hash. Whether a program still runs is told by its lock, which
/// the system takes away whatever its end was; process numbers come back. Blocks while it works; used by one
/// thread at a time.
class JournalStore {
public:
    JournalStore();

    /// False if the disk does not take it: the work must not be disturbed by that, saving will say what is
    /// wrong.
    bool write(const JournalEntry& entry);
    /// Takes this program's journal away, if it wrote one.
    void remove();

    /// Journals of programs that no longer run.
    [[nodiscard]] static std::vector<LostWork> findLost();
    static void forget(const LostWork& lost);
    /// Where they lie.
    [[nodiscard]] static std::filesystem::path folder();

private:
    std::filesystem::path m_file;
    Descriptor m_lock;
    std::map<std::string, std::string> m_kept; ///< name of the kept content, by its file's path
    bool m_isThere = false;
};

}
