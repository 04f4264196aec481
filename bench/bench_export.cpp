// SPDX-License-Identifier: MIT
#include "core/base/files.h"
#include "core/base/workers.h"
#include "core/project/project.h"
#include "export/common/export_run.h"
#include "export/common/remembered_pictures.h"
#include "render/base/paint_threads.h"
#include "render/frames/frame_maker.h"
#include "render/frames/instruments.h"
#include "render/frames/still.h"
#include "support/builders.h"

#include <QProcess>
#include <QTemporaryDir>
#include <algorithm>
#include <benchmark/benchmark.h>
#include <filesystem>

using namespace scaena;

namespace {

project::Project exportedSample(const std::string& name) {
    return project::open(DiskFiles(), SCAENA_SOURCE_DIR "/samples/" + name + "/" + name + ".scaena").value();
}

/// Makers of pictures for one run, as the command line has them.
struct Makers {
    explicit Makers(const std::string& name) : Makers(exportedSample(name)) {}
    explicit Makers(project::Project exported)
        : study(std::make_shared<const model::Sequence>(std::move(exported.sequence)), exported.artFiles,
                render::instruments()) {}
    study::Study study;
    render::QtRasteriser rasteriser;
    render::QtFrameMaker frames;
    exporting::RememberedPictures pictures{rasteriser, frames};
    exporting::ExportOptions options;

    exporting::Export built(const exporting::Exporter& exporter, Workers* workers = nullptr) const {
        auto how = options;
        how.workers = workers;
        return exporting::build({study, pictures, pictures, how}, exporter.id()).value();
    }
};

void writeTo(const QString& folder, const exporting::Export& made) {
    DiskFiles files;
    const auto into = folder.toStdString() + "/" + std::string(made.target.name());
    (void)exporting::write(files, into, made, exporting::planWrite(files, into, made), false);
}

}

static void exportTo(benchmark::State& state, plan::ExportId target) {
    const auto* exporter = &exporting::exporterOf(target);
    for (auto _ : state) {
        render::withPaintWorkers([&](Workers& workers) {
            benchmark::DoNotOptimize(Makers("moraine").built(*exporter, &workers));
        });
    }
}
BENCHMARK_CAPTURE(exportTo, android, "android")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(exportTo, ios, "ios")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(exportTo, flutter, "flutter")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(exportTo, reactNative, "react-native")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(exportTo, web, "web")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(exportTo, lottie, "lottie")->Unit(benchmark::kMillisecond)->UseRealTime();

/// Every target of a sample, built and written into an empty folder, as `scaena-cli export --for all` does.
/// The folders stay until the end: files made right after others were removed would pay for the file system's
/// memory of these.
static void exportToAllTargets(benchmark::State& state, const char* name) {
    const QTemporaryDir folder;
    int run = 0;
    for (auto _ : state) {
        const Makers makers(name);
        const auto into = folder.filePath(QString::number(run++));
        render::withPaintWorkers([&](Workers& workers) {
            workers.run(exporting::exporters().size(), [&](std::size_t i) {
                const auto* exporter = exporting::exporters()[exporting::exporters().size() - 1 - i];
                writeTo(into, makers.built(*exporter, &workers));
            });
        });
    }
}

/// The measure for it: the platform's own tool compiling the Android part alone.
static void aapt2CompilesTheAndroidPart(benchmark::State& state, const char* name) {
    const QTemporaryDir folder;
    writeTo(folder.path(), Makers(name).built(exporting::exporterOf("android")));
    for (auto _ : state) {
        QProcess tool;
        tool.start("aapt2",
                   {"compile", "--dir", folder.filePath("android/res"), "-o", folder.filePath("out.zip")});
        if (!tool.waitForFinished() || tool.exitCode() != 0) {
            state.SkipWithError("aapt2 did not run");
            break;
        }
    }
}
BENCHMARK_CAPTURE(exportToAllTargets, moraine, "moraine")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(aapt2CompilesTheAndroidPart, moraine, "moraine")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(exportToAllTargets, larder, "larder")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(aapt2CompilesTheAndroidPart, larder, "larder")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(exportToAllTargets, tidewater, "tidewater")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(aapt2CompilesTheAndroidPart, tidewater, "tidewater")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

/// A logo that settles, a title, one gate, a fade: the smallest sequence that is of use.
static project::Project smallest() {
    auto project = exportedSample("moraine");
    auto artFiles = std::make_shared<project::ArtFiles>(*project.artFiles);
    artFiles->art["logo.svg"] = artFiles->art.begin()->second;
    project.artFiles = artFiles;
    project.sequence = test::aSequence()
                           .withGate(test::gate("ready", 600))
                           .withBeat(test::play("arrive", 600))
                           .withBeat(test::wait("wait"))
                           .withCue(test::cue("settle", "arrive", 0, 600, model::MoveKind::Settle))
                           .withCue(test::cue("title", "arrive", 200, 300, model::MoveKind::Fade, "title"))
                           .withCue(test::cue("away", "hand-off", 0, 300, model::MoveKind::Fade, "backdrop"))
                           .build();
    return project;
}

/// Lines and bytes of the code an export brings into the app, data included.
static void exportedCode(benchmark::State& state, const char* name, plan::ExportId target,
                         bool isReadable = false) {
    Makers makers(std::string_view(name) == "smallest" ? smallest() : exportedSample(name));
    makers.options.chosen.set("readable-script", isReadable);
    double lines = 0, bytes = 0;
    for (auto _ : state) {
        lines = bytes = 0;
        for (const auto& file : makers.built(exporting::exporterOf(target)).files) {
            const auto ending = std::filesystem::path(file.path).extension();
            const bool isCode = ending == ".kt" || ending == ".swift" || ending == ".dart" ||
                                ending == ".ts" || ending == ".tsx" || ending == ".js";
            const bool isBrought = file.path.find("compose/") == std::string::npos &&
                                   !file.path.ends_with("/plugin.js"); // which a build runs
            if (isCode && isBrought) {
                lines += static_cast<double>(std::count(file.bytes.begin(), file.bytes.end(), '\n'));
                bytes += static_cast<double>(file.bytes.size());
            }
        }
    }
    state.counters["lines"] = lines;
    state.counters["bytes"] = bytes;
}
#define EXPORTED_CODE(NAME, ...)                                                                             \
    BENCHMARK_CAPTURE(exportedCode, NAME##_smallest, "smallest", __VA_ARGS__)->Iterations(1);                \
    BENCHMARK_CAPTURE(exportedCode, NAME##_moraine, "moraine", __VA_ARGS__)->Iterations(1);                  \
    BENCHMARK_CAPTURE(exportedCode, NAME##_larder, "larder", __VA_ARGS__)->Iterations(1);                    \
    BENCHMARK_CAPTURE(exportedCode, NAME##_tidewater, "tidewater", __VA_ARGS__)->Iterations(1)
EXPORTED_CODE(android, "android");
EXPORTED_CODE(ios, "ios");
EXPORTED_CODE(flutter, "flutter");
EXPORTED_CODE(reactNative, "react-native");
EXPORTED_CODE(web, "web");
EXPORTED_CODE(webReadable, "web", true);
