// SPDX-License-Identifier: MIT
#pragma once

#include "support/export_helper.h"

namespace scaena::test {

/// Where tools/install_judges put the programs from npm.
inline QString judges() {
    const auto folder = repository() / "build/judges";
    REQUIRE(std::filesystem::exists(folder / "installed.json")); // ./test installs them: tools/install_judges
    return QString::fromStdString(folder.string());
}

/// Copies what a judge worked on to the folder that JUDGE_KEEP names, for a person who looks into a failure.
inline void keepIfAsked(const TemporaryFolder& folder) {
    if (const char* keep = std::getenv("JUDGE_KEEP")) {
        std::filesystem::copy(folder.path(), keep,
                              std::filesystem::copy_options::recursive |
                                  std::filesystem::copy_options::overwrite_existing);
    }
}

/// Runs tests/judges/NAME with node and the arguments.
inline RunResult runJudge(const char* name, const QStringList& arguments) {
    const auto script = repository() / "tests/judges" / name;
    return run(QStringLiteral("node"), QStringList{QString::fromStdString(script.string())} + arguments);
}

}
