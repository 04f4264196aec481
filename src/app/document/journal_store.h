// SPDX-License-Identifier: MIT
#pragma once

#include <QString>
#include <filesystem>
#include <map>
#include <set>
#include <string>
#include <vector>

namespace scaena::app {

/// Unsaved work that a crash left behind.
struct LostWork {
    QString file;                                    ///< of the journal
    std::filesystem::path path;                      ///< where the sequence was saved last, may be empty
    std::string text;                                ///< the sequence
    std::map<std::string, std::string> unsavedFiles; ///< what was not yet beside it
};

/// The journals on disk: one file for each running program, and the contents of files that no sequence folder
/// holds yet, named by their hash. Blocks while it works; used by one thread at a time.
class JournalStore {
public:
    JournalStore();

    struct Entry {
        std::filesystem::path path; ///< where the sequence was saved last
        std::string text;
        std::map<std::string, std::string> unsavedFiles;
    };
    /// A journal that cannot be written must not disturb the work; saving will say what is wrong with the
    /// disk.
    void write(const Entry& entry);
    /// Takes this program's journal away, if it wrote one.
    void remove();

    /// Journals of programs that no longer run.
    [[nodiscard]] static std::vector<LostWork> findLost();
    static void forget(const LostWork& lost);

private:
    QString m_file;
    std::map<std::string, std::string> m_kept; ///< name of the kept content, by its file's path
    bool m_isThere = false;
};

}
