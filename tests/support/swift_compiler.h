// SPDX-License-Identifier: MIT
#pragma once

#include "support/export_helper.h"

#include <QStandardPaths>
#include <cstdlib>
#include <iostream>
#include <optional>

namespace scaena::test {

/// A Swift compiler for this machine, from the PATH or the folder SCAENA_SWIFT names. Debian has none, so
/// what needs one says that it is missing, and is skipped.
class SwiftCompiler {
public:
    static std::optional<SwiftCompiler> find() {
        const char* named = std::getenv("SCAENA_SWIFT");
        const auto onPath = QStandardPaths::findExecutable(QStringLiteral("swift-frontend"));
        const auto root = named && *named ? std::filesystem::path(named)
                          : onPath.isEmpty()
                              ? std::filesystem::path()
                              : std::filesystem::canonical(onPath.toStdString()).parent_path().parent_path();
        if (root.empty() || !std::filesystem::exists(root / "bin/swift-frontend")) {
            std::cerr << "SKIPPED: no Swift compiler is on the PATH or in SCAENA_SWIFT\n";
            return std::nullopt;
        }
        return SwiftCompiler(root);
    }

    /// Compiles the platform's stand-ins as modules into that folder.
    [[nodiscard]] RunResult makeModules(const std::filesystem::path& folder) const {
        const auto stubs = repository() / "tests/judges/apple";
        RunResult made;
        for (const char* name : {"UIKit", "SwiftUI"}) {
            made = frontend(QStringList{"-emit-module", text(stubs / (std::string(name) + ".swift")),
                                        "-module-name", name, "-emit-module-path",
                                        text(folder / (std::string(name) + ".swiftmodule")), "-I",
                                        text(folder), "-swift-version", "5"});
            if (made.code != 0) {
                break;
            }
        }
        return made;
    }

    /// The formatter that comes with it.
    [[nodiscard]] std::filesystem::path format() const { return m_root / "bin/swift-format"; }

    /// Checks files as one module, for what flow and actors allow, too.
    [[nodiscard]] RunResult check(const std::vector<std::filesystem::path>& files,
                                  const std::filesystem::path& modules, const char* version) const {
        return frontend(QStringList{"-emit-sil", "-o", "/dev/null", "-module-name", "App", "-swift-version",
                                    version, "-I", text(modules)} +
                        list(files));
    }

    /// Files as one module give no error and no warning.
    void checkClean(const std::vector<std::filesystem::path>& files, const std::filesystem::path& modules,
                    const char* version) const {
        const auto checked = check(files, modules, version);
        INFO(files.front() << " in Swift " << version << "\n" << checked.output);
        CHECK(checked.code == 0);
        CHECK(checked.output.find("warning:") == std::string::npos);
    }

    /// Compiles files and links them to a program.
    [[nodiscard]] RunResult build(const std::vector<std::filesystem::path>& files,
                                  const std::filesystem::path& program) const {
        const auto object = program.string() + ".o";
        const auto made = frontend(
            QStringList{"-c", "-O", "-wmo", "-module-name", "App", "-o", QString::fromStdString(object)} +
            list(files));
        if (made.code != 0) {
            return made;
        }
        const auto libraries = text(m_root / "lib/swift/linux");
        return run("g++", {"-no-pie",
                           QString::fromStdString(object),
                           libraries + "/x86_64/swiftrt.o",
                           "-L",
                           libraries,
                           "-Wl,-rpath," + libraries,
                           "-lswiftCore",
                           "-lFoundation",
                           "-lFoundationEssentials",
                           "-lFoundationInternationalization",
                           "-l_FoundationICU",
                           "-lswift_Concurrency",
                           "-lswift_StringProcessing",
                           "-lswiftSwiftOnoneSupport",
                           "-lswiftGlibc",
                           "-ldispatch",
                           "-lswiftDispatch",
                           "-lBlocksRuntime",
                           "-o",
                           text(program)});
    }

private:
    explicit SwiftCompiler(std::filesystem::path root) : m_root(std::move(root)) {}

    static QString text(const std::filesystem::path& path) { return QString::fromStdString(path.string()); }
    static QStringList list(const std::vector<std::filesystem::path>& files) {
        QStringList names;
        for (const auto& file : files) {
            names << text(file);
        }
        return names;
    }
    [[nodiscard]] RunResult frontend(const QStringList& arguments) const {
        return run(text(m_root / "bin/swift-frontend"),
                   arguments + QStringList{"-resource-dir", text(m_root / "lib/swift"), "-sdk", "/",
                                           "-target", "x86_64-unknown-linux-gnu", "-parse-as-library"});
    }

    std::filesystem::path m_root;
};

}
