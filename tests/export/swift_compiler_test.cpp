// SPDX-License-Identifier: MIT
#include "export/common/timing_tree.h"
#include "export/ios/ios_parts.h"
#include "support/apple_app.h"
#include "support/timing_table.h"
#include "support/whole_player.h"

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

/// The code blocks of its INTEGRATE.md as they stand there, in the app they are written for.
std::string literalApp(const std::string& steps) {
    std::map<char, std::string>
        parts; // by what they belong in: s(cene), a(t the top), t(est), o(pening of gates)
    char now = 0;
    std::istringstream lines(steps);
    for (std::string line; std::getline(lines, line);) {
        if (!line.starts_with("        ")) {
            now = line.empty() ? now : 0;
            continue;
        }
        const auto text = line.substr(8);
        if (now == 0) {
            now = text.starts_with("func scene(")                                             ? 's'
                  : text.starts_with("@main") || text.starts_with("@objc")                    ? 'a'
                  : text.starts_with("override func setUp") || text.starts_with("@MainActor") ? 't'
                                                                                              : 'o';
        }
        parts[now] += text + "\n";
    }
    REQUIRE(parts['s'].find(".attach(to: window)") != std::string::npos);
    REQUIRE(parts['a'].find("struct YourApp") != std::string::npos);
    REQUIRE(parts['a'].find("class AppLaunch") != std::string::npos);
    REQUIRE(parts['t'].find(".skip()") != std::string::npos);
    return fmt::format(R"(import SwiftUI

class RootViewController: UIViewController {{}}
class OfflineViewController: UIViewController {{}}
struct RootView: View {{
    let isOffline: Bool
    var body: some View {{ Text("It is there") }}
}}
class XCTestCase {{
    func setUp() async throws {{}}
}}
func XCTAssertEqual<Value: Equatable>(_ one: Value, _ other: Value) {{}}
func load() async throws {{}}
let isReady = AsyncStream<Bool> {{ $0.finish() }}

class SceneDelegate: UIResponder, UIWindowSceneDelegate {{
    var window: UIWindow?
{}}}

{}
final class AppTests: XCTestCase {{
{}}}

func loads() {{
{}}}
)",
                       parts['s'], withoutObjectiveC(parts['a']), parts['t'], parts['o']);
}

}

TEST_CASE(
    "Every sample's iOS export and the steps for it compile with a real Swift compiler without a warning",
    "[long]") {
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
        const auto made = exported(project.sequence, *project.artFiles, {}, "ios");
        auto sources = swiftFiles(made, folder.path() / path.stem());
        sources.push_back(folder.path() / (path.stem().string() + "App.swift"));
        REQUIRE(DiskFiles().writeAtomically(sources.back(), literalApp(fileOf(made, "INTEGRATE.md"))));
        for (const char* version : {"5", "6"}) {
            swift->checkClean(sources, folder.path(), version);
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
    const auto artFiles = randomArtFiles(project);
    for (const unsigned seed : seeds(300, 12)) {
        const auto sequence = randomWithoutClips(seed);
        const auto made = exported(sequence, artFiles, {}, "ios");
        for (const char* version : {"5", "6"}) {
            const auto checked =
                swift->check(swiftFiles(made, folder.path() / std::to_string(seed)), folder.path(), version);
            INFO(seed << " in Swift " << version << "\n" << checked.output);
            CHECK(checked.code == 0);
            CHECK(checked.output.find("warning:") == std::string::npos);
        }
    }
}

TEST_CASE("The platform's formatter finds nothing in the exported Swift", "[long]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    const TemporaryFolder folder;
    DiskFiles files;
    REQUIRE(files.writeAtomically(folder.path() / "format.json",
                                  R"({"version": 1, "lineLength": 120, "indentation": {"spaces": 4}})"));
    QStringList arguments{"lint", "--configuration", "format.json"};
    const auto add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles,
                         const std::string& name) {
        for (const auto& file : exported(sequence, artFiles, {}, "ios").files) {
            if (file.path.ends_with(".swift")) {
                const auto path = name + "/" + fs::path(file.path).filename().string();
                REQUIRE(files.writeAtomically(folder.path() / path, file.bytes));
                arguments << QString::fromStdString(path);
            }
        }
    };
    const auto first = openSample(samples().front());
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        add(project.sequence, *project.artFiles, path.stem().string());
    }
    for (const unsigned seed : seeds(300, 8)) {
        add(randomWithoutClips(seed), randomArtFiles(first), std::to_string(seed));
    }
    const auto found = run(QString::fromStdString(swift->format().string()), arguments, folder.path());
    INFO(found.output);
    CHECK(found.code == 0);
    CHECK(found.output.empty());
}

TEST_CASE("The compiler would see a mistake in the exported Swift", "[long]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    const TemporaryFolder folder;
    REQUIRE(swift->makeModules(folder.path()).code == 0);
    const auto project = openSample(samples().front());
    auto made = exported(project.sequence, *project.artFiles, {}, "ios");
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
    const auto player = wholePlayer(readWhole(repository() / "src/export/ios/player/LaunchTiming.swift"));
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
