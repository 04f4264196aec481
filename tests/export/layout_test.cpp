// SPDX-License-Identifier: MIT
#include "support/judges.h"
#include "support/random_sequence.h"
#include "support/variants.h"

#include <regex>

/// What an export writes reads as if it were written by hand: its languages' own formatters change nothing of
/// the players, whatever of them a sequence uses. (Swift: `swift_compiler_test`; Dart has none in a
/// registry.)
using namespace scaena;
using namespace scaena::test;

namespace {

class Layouts {
public:
    /// Data of the sequence are laid out by a printer of our own, and are no player.
    void add(const std::string& name, const model::Sequence& sequence, const project::ArtFiles& artFiles) {
        exporting::ExportOptions options;
        options.chosen.set("readable-script", true);
        for (const plan::ExportId target :
             {plan::ExportId("android"), plan::ExportId("react-native"), plan::ExportId("web")}) {
            for (const auto& file : exportedWith(options, sequence, artFiles, target).files) {
                const auto path = std::filesystem::path(file.path);
                const auto isPlayer = path.filename().string().starts_with("Launch") ||
                                      path.filename() == "launchTiming.ts" || path.filename() == "plugin.js";
                const auto from = target == plan::ExportId("web") && path.filename() == "launch.js"
                                      ? file.bytes.find("// Part of your app")
                                      : 0;
                if (isPlayer || from > 0) {
                    REQUIRE(from != std::string::npos);
                    write(name + "/" + std::string(target.name()) + "/" + path.filename().string(),
                          file.bytes.substr(from));
                }
            }
        }
    }

    void write(const std::string& path, const std::string& text) {
        REQUIRE(DiskFiles().writeAtomically(m_folder.path() / path, text));
    }

    [[nodiscard]] RunResult judged() const {
        const auto found =
            run(QString::fromStdString((repository() / "tests/judges/android/formatter").string()), {});
        REQUIRE(found.code == 0);
        return runJudge("layout_judge.mjs", {judges(), QString::fromStdString(m_folder.path().string())});
    }

private:
    TemporaryFolder m_folder;
};

}

TEST_CASE("The languages' formatters find nothing in exported players", "[long]") {
    Layouts layouts;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        layouts.add(path.stem().string(), project.sequence, *project.artFiles);
    }
    const auto first = openSample(samples().front());
    for (const auto seed : seeds(7300, 10)) {
        layouts.add(std::to_string(seed), randomWithoutClips(seed), randomArtFiles(first));
    }
    const auto result = layouts.judged();
    INFO(result.output);
    CHECK(result.code == 0);
    CHECK(result.output.find(" laid out, 0 otherwise") != std::string::npos);
}

TEST_CASE("A line that a formatter would write otherwise is told", "[long]") {
    Layouts layouts;
    layouts.write("a/Launch.kt", "package a\n\nval b  = 1\n");
    layouts.write("a/launch.ts", "const a = 1;\nconst b = \"2\";\n");
    layouts.write("a/launch.js", "const a = 1;\n");
    const auto result = layouts.judged();
    INFO(result.output);
    CHECK(result.code == 1);
    CHECK(result.output.find("a/Launch.kt:3: val b  = 1") != std::string::npos);
    CHECK(result.output.find("a/launch.ts:2: const b") != std::string::npos);
    CHECK(result.output.find("3 laid out, 2 otherwise") != std::string::npos);
}
