// SPDX-License-Identifier: MIT
#include "app/export/kept_texts.h"

#include "export/common/export_writer.h"

#include <QDir>
#include <QStandardPaths>

namespace scaena::app {

namespace {

constexpr std::size_t kLargestKept = 64u << 20;

std::filesystem::path pathOf(const std::string& hash) {
    const QDir folder(QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation));
    return folder.filePath(QStringLiteral("written/") + QString::fromStdString(hash)).toStdString();
}

}

void keepTexts(FileAccess& files, const std::filesystem::path& folder, const exporting::Export& made) {
    for (const auto& file : made.files) {
        if (file.bytes.find('\0') != std::string::npos) {
            continue; // pictures are compared by eye
        }
        const auto hash = exporting::lastWrittenHash(files, folder, made, file.path);
        if (!hash.empty() && !files.exists(pathOf(hash))) {
            (void)files.writeAtomically(pathOf(hash), file.bytes, FileAccess::Wait::No);
        }
    }
}

std::optional<std::string> keptText(const FileAccess& files, const std::filesystem::path& folder,
                                    const exporting::Export& made, const std::string& path) {
    const auto hash = exporting::lastWrittenHash(files, folder, made, path);
    if (hash.empty()) {
        return std::nullopt;
    }
    const auto text = files.read(pathOf(hash), kLargestKept);
    return text ? std::optional(*text) : std::nullopt;
}

}
