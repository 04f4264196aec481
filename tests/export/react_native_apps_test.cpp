// SPDX-License-Identifier: MIT
#include "support/judges.h"
#include "support/swift_compiler.h"

#include <regex>

/// Exports for React Native in real projects: the community's app template, one whose native folders are made
/// by config plugins; and the native parts compiled and played.
using namespace scaena;
using namespace scaena::test;

namespace {

/// Puts the export for that package into a project of that kind; where is it then?
std::filesystem::path appOf(const project::Project& project, const std::string& kind,
                            const std::string& package) {
    const auto apps = repository() / "build/apps";
    REQUIRE(
        std::filesystem::exists(apps / kind / "installed.json")); // ./test --all: tests/judges/apps/install
    const TemporaryFolder folder;
    writeTo(folder.path(), exported(project.sequence, *project.artFiles, package, "react-native"));
    const auto text = [](const std::filesystem::path& path) { return QString::fromStdString(path.string()); };
    const auto judged =
        runJudge("react_native_apps.mjs", {QString::fromStdString(kind), text(apps / kind),
                                           text(apps / (kind + "-run")), text(folder.path())});
    INFO(judged.output);
    CHECK(judged.code == 0);
    return apps / (kind + "-run");
}

RunResult kotlin(const TemporaryFolder& folder) {
    return run(QString::fromStdString((repository() / "tests/judges/android/react_native").string()),
               {QString::fromStdString(folder.path().string())});
}

}

namespace {

/// A real Objective-C compiler with the framework's own header, and the shape of the platform beneath it.
RunResult objectiveC(const std::string& source) {
    const TemporaryFolder folder;
    DiskFiles files;
    REQUIRE(files.writeAtomically(folder.path() / "LaunchHold.m", source));
    const std::filesystem::path framework = judges().toStdString() + "/node_modules/react-native";
    std::filesystem::create_directory_symlink(framework / "React/Base", folder.path() / "React");
    std::filesystem::create_directory_symlink(
        framework / "ReactApple/Libraries/RCTFoundation/RCTDeprecation/Exported",
        folder.path() / "RCTDeprecation");
    const auto shape = QString::fromStdString((repository() / "tests/judges/apple-shape").string());
    return run(QStringLiteral("clang"),
               {"-x", "objective-c", "-fobjc-arc", "-fobjc-runtime=ios", "-fblocks", "-Werror",
                "-fsyntax-only", "-I", shape, "-isystem", ".", "LaunchHold.m"},
               folder.path());
}

}

TEST_CASE(
    "The native module's bridge compiles with the framework's own macros, and a mistake in it is seen") {
    const auto project = openSample(samples().front());
    const auto made = exported(project.sequence, *project.artFiles, {}, "react-native");
    auto bridge = fileOf(made, "LaunchHold.m");
    const auto compiled = objectiveC(bridge);
    INFO(compiled.output);
    CHECK(compiled.code == 0);
    // The Swift class has what it tells of.
    const auto& swift = fileOf(made, "LaunchHold.swift");
    CHECK(swift.find("@objc(LaunchHold)") != std::string::npos);
    CHECK(swift.find("@objc func release_()") != std::string::npos);
    CHECK(swift.find("@objc(windowIsSeen:)") != std::string::npos);
    bridge.replace(bridge.find("release_, NO"), 12, "release_ NO");
    CHECK(objectiveC(bridge).code != 0);
}

TEST_CASE("The app template passes its own checks with the launch put in by the steps", "[long]") {
    for (const auto& path : samples()) {
        INFO(path);
        const auto app = appOf(openSample(path), "template", "com.helloworld");
        if (path != samples().front()) {
            continue;
        }
        // Its Kotlin, too, with the hold played in the platform's own framework.
        const TemporaryFolder folder;
        const auto sources = app / "android/app/src/main/java/com/helloworld";
        std::filesystem::create_directories(folder.path() / "test");
        std::filesystem::copy(sources / "launch", folder.path() / "launch");
        std::filesystem::copy(sources, folder.path() / "app");
        std::filesystem::copy(repository() / "tests/judges/android/Hold.kt", folder.path() / "test/Hold.kt");
        const auto played = kotlin(folder);
        INFO(played.output);
        CHECK(played.code == 0);
    }
}

TEST_CASE("A config plugin puts the launch into a project whose native folders are made", "[long]") {
    for (const auto& path : samples()) {
        INFO(path);
        appOf(openSample(path), "plugin", "com.example.trial");
    }
}

TEST_CASE("A mistake in the hold's Kotlin is seen", "[long]") {
    const TemporaryFolder folder;
    const auto project = openSample(samples().front());
    auto hold = fileOf(exported(project.sequence, *project.artFiles, "com.example.huts", "react-native"),
                       "LaunchHold.kt");
    hold.replace(hold.find("ReactMethod\n"), 11, "ReactMethode");
    REQUIRE(DiskFiles().writeAtomically(folder.path() / "launch/LaunchHold.kt", hold));
    CHECK(kotlin(folder).code != 0);
}

TEST_CASE("The hold compiles in Swift 5 and Swift 6 mode, and holds the app's first window", "[long][ios]") {
    const auto swift = SwiftCompiler::find();
    if (!swift) {
        return;
    }
    const TemporaryFolder folder;
    REQUIRE(swift->makeModules(folder.path()).code == 0);
    const auto project = openSample(samples().front());
    auto hold = fileOf(exported(project.sequence, *project.artFiles, {}, "react-native"), "LaunchHold.swift");
    // The compiler for this system knows nothing of Objective-C, its programs of no property list.
    hold = std::regex_replace(hold, std::regex("@objc(\\([A-Za-z:]+\\)\n?)? *"), "");
    const auto file = folder.path() / "LaunchHold.swift";
    REQUIRE(DiskFiles().writeAtomically(file, hold));
    for (const char* version : {"5", "6"}) {
        swift->checkClean({file}, folder.path(), version);
    }
    const std::string asked = R"(Bundle.main.object(forInfoDictionaryKey: "UILaunchStoryboardName"))";
    REQUIRE(hold.find(asked) != std::string::npos);
    hold.replace(hold.find(asked), asked.size(), R"(("SomeLaunch" as Any?))");
    hold.replace(hold.find("import UIKit"), 12, "import Foundation");
    REQUIRE(DiskFiles().writeAtomically(file, hold));
    const auto stand = repository() / "tests/judges/apple";
    const auto program = folder.path() / "hold";
    const auto built = swift->build({file, stand / "Hold.swift", stand / "UIKit.swift"}, program);
    INFO(built.output);
    REQUIRE(built.code == 0);
    for (const char* way : {"script", "patience"}) {
        const auto played = run(QString::fromStdString(program.string()), {way}, folder.path());
        INFO(played.output);
        CHECK(played.code == 0);
    }
}
