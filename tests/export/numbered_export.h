// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_writer.h"
#include "export/common/folder_change.h"
#include "support/files_of_repository.h"

#include <algorithm>

namespace scaena::test {

/// An export of so many files of so many bytes; each version has a file of its own in a folder of its own,
/// too.
inline exporting::Export numbered(int number, const std::string& name, int files, std::size_t size) {
    exporting::Export made;
    made.target = "android";
    made.sequenceName = name;
    const auto mark = name + std::to_string(number);
    for (int i = 0; i < files; ++i) {
        made.files.push_back({"res/values-" + name + "/file" + std::to_string(i) + ".xml",
                              mark + std::string(size, static_cast<char>('a' + i))});
    }
    made.files.push_back({"res/drawable-" + mark + "/only.xml", mark});
    return made;
}

inline bool holds(const std::filesystem::path& folder, const exporting::Export& made) {
    return std::all_of(made.files.begin(), made.files.end(), [&](const exporting::ExportedFile& file) {
        return readWhole(folder / file.path) == file.bytes;
    });
}

inline Result<void> exportTo(const std::filesystem::path& folder, const exporting::Export& made) {
    DiskFiles files;
    (void)exporting::finishEarlier(files, folder);
    return exporting::write(files, folder, made, exporting::planWrite(files, folder, made), false);
}

}
