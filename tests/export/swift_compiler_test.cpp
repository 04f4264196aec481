// SPDX-License-Identifier: MIT
#include "export/common/timing_tree.h"
#include "export/ios/ios_parts.h"
#include "support/apple_app.h"
#include "support/timing_table.h"

#include <regex>

/// What is exported for iOS, judged by a real Swift compiler against a stand-in of the platform's classes.
using namespace scaena;
using namespace scaena::test;

namespace {

namespace fs = std::filesystem;

/// The export's Swift files as this machine can compile them: there is no Objective-C here.
std::vector<fs::path> swiftFiles(const exporting::Export& made, const fs::path& folder) {
    DiskFiles files;
    std::vector<fs::path> list;
    for (const auto& file : made.files) {
        if (file.path.ends_with(".swift")) {
            const auto path = folder / fs::path(file.path).filename();
            REQUIRE(files.writeAtomically(path, withoutObjectiveC(file.bytes)));
            list.push_back(path);
        }
    }
    REQUIRE(list.size() >= 5);
    return list;
}

}

TEST_CASE("Every sample's iOS export compiles with a real Swift compiler, without a warning", "[long]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    const TemporaryFolder folder;
    const auto modules = swift->makeModules(folder.path());
    INFO(modules.output);
    REQUIRE(modules.code == 0);
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto made = exported(project.sequence, *project.shelf, {}, "ios");
        for (const char* version : {"5", "6"}) {
            const auto checked =
                swift->check(swiftFiles(made, folder.path() / path.stem()), folder.path(), version);
            INFO(path << " in Swift " << version << "\n" << checked.output);
            CHECK(checked.code == 0);
            CHECK(checked.output.find("warning:") == std::string::npos);
        }
    }
}

TEST_CASE("A random sequence's iOS export compiles as the samples' do", "[long]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    const TemporaryFolder folder;
    REQUIRE(swift->makeModules(folder.path()).code == 0);
    const auto project = openSample(samples().front());
    auto shelf = *project.shelf;
    shelf.art["logo.svg"] = shelf.art.begin()->second;
    for (unsigned seed = 300; seed < 312; ++seed) {
        RandomSequences random(seed);
        auto sequence = random.next();
        std::erase_if(sequence.cues, [](const auto& it) { return it.move.kind == model::MoveKind::Play; });
        std::erase_if(sequence.layers, [](const auto& it) { return it.template as<model::ClipContent>(); });
        std::erase_if(sequence.cues, [&](const auto& it) {
            return it.layer == "clip" || model::indexOf(sequence.layers, it.layer) < 0;
        });
        for (auto& it : sequence.cues) {
            if (model::indexOf(sequence.cues, it.anchor.cue) < 0) {
                it.anchor = {};
            }
        }
        const auto made = exported(sequence, shelf, {}, "ios");
        for (const char* version : {"5", "6"}) {
            const auto checked =
                swift->check(swiftFiles(made, folder.path() / std::to_string(seed)), folder.path(), version);
            INFO(seed << " in Swift " << version << "\n" << checked.output);
            CHECK(checked.code == 0);
            CHECK(checked.output.find("warning:") == std::string::npos);
        }
    }
}

TEST_CASE("The compiler would see a mistake in the exported Swift", "[long]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    const TemporaryFolder folder;
    REQUIRE(swift->makeModules(folder.path()).code == 0);
    const auto project = openSample(samples().front());
    auto made = exported(project.sequence, *project.shelf, {}, "ios");
    for (auto& file : made.files) {
        const auto at = file.bytes.find("p_un.__p_starttime");
        if (file.path.ends_with(".swift") && at != std::string::npos) {
            file.bytes.replace(at, 18, "p_starttime"); // which the platform's headers do not bring to Swift
        }
    }
    const auto checked = swift->check(swiftFiles(made, folder.path() / "app"), folder.path(), "5");
    CHECK(checked.code != 0);
    CHECK(checked.output.find("p_starttime") != std::string::npos);
}

TEST_CASE("The exported Swift timing, compiled and run, gives the core's numbers", "[long]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    const TemporaryFolder folder;
    DiskFiles files;
    int count = 0;
    std::string registry = "enum Judged {}\n\nlet allTimings: [String: Judged.LaunchTiming] = [\n";
    const auto asSwift = [&](const exporting::Plans& plans) {
        registry += fmt::format("    \"case{0}\": Judged.Case{0}.timing,\n", count);
        return fmt::format("import Foundation\n\nextension Judged {{\nenum Case{} {{\n{}}}\n}}\n", count++,
                           exporting::swiftTiming(exporting::timingTree(plans)));
    };
    const auto cases = timingTable(folder.path(), "swift", "ios", asSwift, 501, 24);
    REQUIRE(files.writeAtomically(folder.path() / "cases.txt", cases));
    REQUIRE(files.writeAtomically(folder.path() / "Registry.swift", registry + "]\n"));
    const auto player = exporting::wholePlayer(
        readWhole(repository() / "src/export/ios/player/LaunchTiming.swift"), exporting::kSwiftVariables);
    REQUIRE(files.writeAtomically(folder.path() / "LaunchTiming.swift",
                                  std::regex_replace(player, std::regex("@LAUNCH@"), "Judged")));
    std::vector<fs::path> sources = {folder.path() / "LaunchTiming.swift",
                                     repository() / "tests/judges/apple/TimingCases.swift",
                                     folder.path() / "Registry.swift"};
    for (int i = 0; i < count; ++i) {
        sources.push_back(folder.path() / fmt::format("case{}.swift", i));
    }
    const auto program = folder.path() / "cases";
    const auto built = swift->build(sources, program);
    INFO(built.output);
    REQUIRE(built.code == 0);
    const auto judged = run(QString::fromStdString(program.string()),
                            {QString::fromStdString((folder.path() / "cases.txt").string())});
    INFO(judged.output);
    CHECK(judged.code == 0);
}
