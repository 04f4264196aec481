// SPDX-License-Identifier: MIT
#include "support/judges.h"

/// The exported component by the real type checker with the framework's own types.
using namespace scaena;
using namespace scaena::test;

namespace {

RunResult typeChecked(const std::filesystem::path& folder) {
    DiskFiles files;
    REQUIRE(files.writeAtomically(
        folder / "tsconfig.json",
        R"({"compilerOptions": {"strict": true, "noUncheckedIndexedAccess": true, "target": "ES2021",
"module": "ESNext", "moduleResolution": "bundler", "jsx": "react-native", "noEmit": true, "skipLibCheck": true, "types": []},
"include": ["**/*.ts", "**/*.tsx"], "exclude": ["node_modules"]})"));
    // The bundler knows what require('./x.png') gives; the type checker has to be told.
    REQUIRE(
        files.writeAtomically(folder / "bundler.d.ts", "declare function require(path: string): number;\n"));
    std::filesystem::create_directory_symlink(judges().toStdString() + "/node_modules",
                                              folder / "node_modules");
    return run(QStringLiteral("node"), {judges() + "/node_modules/typescript/bin/tsc", "-p", "."}, folder);
}

}

TEST_CASE("The exported React Native component passes the framework's own types, for every sample") {
    const TemporaryFolder folder;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        writeTo(folder.path() / path.stem(), exported(project.sequence, *project.shelf, {}, "react-native"));
    }
    const auto checked = typeChecked(folder.path());
    INFO(checked.output);
    CHECK(checked.code == 0);
}

TEST_CASE("The type checker would see a mistake in the exported component") {
    const TemporaryFolder folder;
    const auto project = openSample(samples().front());
    auto made = exported(project.sequence, *project.shelf, {}, "react-native");
    for (auto& file : made.files) {
        const auto at = file.bytes.find("Easing.linear");
        if (file.path.ends_with(".tsx") && at != std::string::npos) {
            file.bytes.replace(at, 13, "Easing.linaer");
        }
    }
    writeTo(folder.path() / "app", made);
    const auto checked = typeChecked(folder.path());
    CHECK(checked.code != 0);
    CHECK(checked.output.find("linaer") != std::string::npos);
}

TEST_CASE("Every picture the exported script asks for is there, in three densities for art") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto made = exported(project.sequence, *project.shelf, {}, "react-native");
        const auto& script = fileOf(made, "Launch.ts");
        std::size_t count = 0;
        for (auto at = script.find("require('./"); at != std::string::npos;
             at = script.find("require('./", at + 1)) {
            const auto from = at + 11;
            const auto file = "launch/" + script.substr(from, script.find('\'', from) - from);
            INFO(file);
            const auto stem = file.substr(0, file.size() - 4);
            CHECK((hasFile(made, file) || hasFile(made, stem + "@3x.png")));
            ++count;
        }
        CHECK(count > 2);
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
    const auto made = exported(project.sequence, *project.shelf, {}, "react-native");
    auto bridge = fileOf(made, "LaunchHold.m");
    const auto compiled = objectiveC(bridge);
    INFO(compiled.output);
    CHECK(compiled.code == 0);
    // The Swift class has what it tells of.
    const auto& swift = fileOf(made, "LaunchHold.swift");
    CHECK(swift.find("@objc(LaunchHold)") != std::string::npos);
    CHECK(swift.find("@objc func release_()") != std::string::npos);
    bridge.replace(bridge.find("release_, NO"), 12, "release_ NO");
    CHECK(objectiveC(bridge).code != 0);
}
