// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/resolve.h"
#include "export/common/exporter.h"
#include "render/art/sound_pictures.h"
#include "render/frames/frame_maker.h"
#include "render/frames/still.h"
#include "render/text/text_outline.h"
#include "support/files_of_repository.h"

#include <QProcess>
#include <catch2/catch.hpp>

namespace scaena::test {

inline exporting::Export exportedWith(const exporting::ExportOptions& options,
                                      const model::Sequence& sequence, const project::ArtShelf& shelf,
                                      plan::ExportId target) {
    const render::QtTextOutliner outliner;
    const render::QtRasteriser rasteriser;
    const render::QtFrameMaker frames;
    const auto sound = render::withSoundPictures(shelf);
    auto made = exporting::exporterOf(target).build({sequence, sound, outliner, rasteriser, frames, options});
    INFO((made ? "" : describe(made.error())));
    REQUIRE(made);
    return std::move(*made);
}

inline exporting::Export exported(const model::Sequence& sequence, const project::ArtShelf& shelf,
                                  const std::string& package = {}, plan::ExportId target = "android") {
    exporting::ExportOptions options;
    options.package = package;
    return exportedWith(options, sequence, shelf, target);
}

inline project::Project openSample(const std::filesystem::path& path) {
    auto project = project::open(DiskFiles(), path);
    REQUIRE(project);
    return std::move(*project);
}

inline const std::string& fileOf(const exporting::Export& made, const std::string& ending) {
    for (const auto& file : made.files) {
        if (file.path.size() >= ending.size() &&
            file.path.compare(file.path.size() - ending.size(), ending.size(), ending) == 0) {
            return file.bytes;
        }
    }
    FAIL("no file " + ending);
    static const std::string none;
    return none;
}

inline bool hasFile(const exporting::Export& made, const std::string& part) {
    for (const auto& file : made.files) {
        if (file.path.find(part) != std::string::npos) {
            return true;
        }
    }
    return false;
}

inline void writeTo(const std::filesystem::path& folder, const exporting::Export& made) {
    DiskFiles files;
    for (const auto& file : made.files) {
        REQUIRE(files.writeAtomically(folder / file.path, file.bytes));
    }
}

struct RunResult {
    int code = -1;
    std::string output; ///< both streams
};

/// Runs a judge; a judge that cannot be started is a failure, since ./test installs all of them. `limit`: ms.
inline RunResult run(const QString& program, const QStringList& arguments,
                     const std::filesystem::path& folder = {}, int limit = 480000) {
    QProcess process;
    process.setProcessChannelMode(QProcess::MergedChannels);
    if (!folder.empty()) {
        process.setWorkingDirectory(QString::fromStdString(folder.string()));
    }
    process.start(program, arguments);
    INFO(program.toStdString());
    REQUIRE(process.waitForStarted(20000));
    REQUIRE(process.waitForFinished(limit));
    return {process.exitCode(), process.readAll().toStdString()};
}

/// A shelf with the art that random sequences name.
inline project::ArtShelf shelfOf(const project::Project& project) {
    auto shelf = *project.shelf;
    shelf.art["logo.svg"] = shelf.art.begin()->second;
    return shelf;
}

}
