// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/resolve.h"
#include "export/common/timing_tree.h"
#include "render/frames/export_workshop.h"
#include "render/frames/instruments.h"
#include "support/files_of_repository.h"

#include <QBuffer>
#include <QImage>
#include <QProcess>
#include <catch2/catch.hpp>

namespace scaena::test {

inline study::StudyPtr studyOf(const model::Sequence& sequence, const project::ArtFiles& artFiles) {
    return std::make_shared<const study::Study>(std::make_shared<const model::Sequence>(sequence),
                                                std::make_shared<const project::ArtFiles>(artFiles),
                                                render::instruments());
}

/// What the sequence does on each system of an export.
inline exporting::Plans plansOf(const model::Sequence& sequence, plan::ExportId exportId) {
    return studyOf(sequence, {})->plans(exportId);
}

/// As the window and the command line build it.
inline Result<exporting::Export> builtWith(const exporting::ExportOptions& options,
                                           const model::Sequence& sequence, const project::ArtFiles& artFiles,
                                           plan::ExportId target) {
    return render::ExportWorkshop().build(*studyOf(sequence, artFiles), target, options);
}

inline exporting::Export exportedWith(const exporting::ExportOptions& options,
                                      const model::Sequence& sequence, const project::ArtFiles& artFiles,
                                      plan::ExportId target) {
    auto made = builtWith(options, sequence, artFiles, target);
    INFO((made ? "" : describe(made.error())));
    REQUIRE(made);
    return std::move(*made);
}

inline exporting::Export exported(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                                  const std::string& package = {}, plan::ExportId target = "android") {
    exporting::ExportOptions options;
    options.chosen.set("package", package);
    return exportedWith(options, sequence, artFiles, target);
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
                     const std::filesystem::path& folder = {}, int limit = 1200000) {
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

/// Art files with what that random sequences name.
inline project::ArtFiles randomArtFiles(const project::Project& project) {
    auto artFiles = *project.artFiles;
    artFiles.art["logo.svg"] = artFiles.art.begin()->second;
    static const auto photo = [] {
        QImage image(60, 40, QImage::Format_ARGB32);
        for (int y = 0; y < 40; ++y) {
            for (int x = 0; x < 60; ++x) {
                image.setPixel(x, y, qRgba(4 * x, 6 * y, 120, x < 30 || y < 20 ? 255 : 180));
            }
        }
        QByteArray bytes;
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        image.save(&buffer, "PNG");
        return std::make_shared<const std::string>(bytes.toStdString());
    }();
    artFiles.files["photo.png"] = photo;
    return artFiles;
}

}
