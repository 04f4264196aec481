// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/names_in_export.h"
#include "support/judges.h"
#include "support/situations.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <sstream>

namespace scaena::test {

/// One app of several exports, which the real Android framework plays (tests/judges/android).
class AndroidApp {
public:
    static constexpr const char* kPackage = "com.example.app";

    /// `player`: which of tests/judges/android plays the cases.
    explicit AndroidApp(std::string player = "Play") : m_player(std::move(player)) {}

    /// Adds a sequence's export and an activity made literally by the steps of its INTEGRATE.md; sequences
    /// must have different names.
    void add(const model::Sequence& sequence, const project::ArtFiles& artFiles) {
        const auto made = exported(sequence, artFiles, kPackage);
        writeTo(m_folder.path() / "app" / std::to_string(m_count), made);
        addLiterally(fileOf(made, "INTEGRATE.md"));
        ++m_count;
    }

    /// A case of that sequence under those conditions, whose gates open when the core says.
    [[nodiscard]] static nlohmann::json caseOf(const model::Sequence& sequence, const std::string& name,
                                               const schedule::Schedule& s) {
        auto it = test::caseOf(sequence, name, s);
        complete(it, sequence);
        return it;
    }

    /// Where the framework finds the launch, and what its device is like.
    static void complete(nlohmann::json& it, const model::Sequence& sequence) {
        const auto names = exporting::androidNames(sequence, kPackage);
        it["object"] = names.codePackage + "." + names.objectName;
        it["qualifiers"] =
            fmt::format("w{}dp-h{}dp-{}-{}-mdpi", it["width"].get<double>(), it["height"].get<double>(),
                        it["width"] > it["height"] ? "land" : "port", it["dark"] ? "night" : "notnight");
    }

    /// The activity by the steps of the sequence that was added as that one.
    [[nodiscard]] static std::string literalActivity(int index) {
        return fmt::format("{}.Literal{}", kPackage, index);
    }

    void addCase(const nlohmann::json& it) { m_cases.push_back(it); }
    void clearCases() { m_cases.clear(); }

    void build() {
        DiskFiles files;
        REQUIRE(files.writeAtomically(m_folder.path() / "activities.xml", m_activities));
        for (const char* name : {"Play.kt", "Opening.kt"}) {
            REQUIRE(files.writeAtomically(m_folder.path() / "test" / name,
                                          readWhole(repository() / "tests/judges/android" / name)));
        }
        const auto built = tool("build", {folder()});
        INFO(built.output);
        keepIfAsked(m_folder);
        REQUIRE(built.code == 0);
    }

    /// Plays the cases whose names begin so.
    void play(int api, const std::string& prefix = {}) {
        std::string chosen;
        for (const auto& it : m_cases) {
            if (it["name"].get<std::string>().starts_with(prefix)) {
                chosen += it.dump() + "\n";
            }
        }
        REQUIRE(DiskFiles().writeAtomically(m_folder.path() / "cases.jsonl", chosen));
        const auto played = tool(
            "play", {folder(), QString::number(api), QString::fromStdString("com.example.app." + m_player)});
        INFO(played.output);
        keepIfAsked(m_folder);
        REQUIRE(played.code == 0);
    }

    [[nodiscard]] nlohmann::json seen(int api, const std::string& name) const {
        return nlohmann::json::parse(
            readWhole(m_folder.path() / ("seen-" + std::to_string(api)) / (name + ".json")));
    }

    [[nodiscard]] const std::filesystem::path& path() const { return m_folder.path(); }
    [[nodiscard]] QString folder() const { return QString::fromStdString(m_folder.path().string()); }

private:
    /// Its code blocks as they stand there: the manifest's line, imports, `onCreate`, the gates, the test.
    void addLiterally(const std::string& steps) {
        std::string imports, create, gates, rule, manifest;
        std::istringstream lines(steps);
        std::string* block = nullptr;
        for (std::string line; std::getline(lines, line);) {
            if (!line.starts_with("        ") && !line.empty()) {
                block = nullptr;
                continue;
            }
            const auto text = line.substr(std::min<std::size_t>(8, line.size()));
            if (text.starts_with("import ")) {
                imports += text + "\n";
                continue;
            }
            if (text.starts_with("<activity")) {
                manifest = text;
                continue;
            }
            if (!block && !text.empty()) {
                block = text.starts_with("override fun onCreate")                  ? &create
                        : text.starts_with("@Before") || text.starts_with("@Test") ? &rule
                                                                                   : &gates;
            }
            if (block) {
                *block += "    " + text + "\n";
            }
        }
        REQUIRE(create.find(".attach(this, savedInstanceState)") != std::string::npos);
        REQUIRE(rule.find("skip()") != std::string::npos);
        REQUIRE(rule.find("told.poll") != std::string::npos);
        const auto end = manifest.find(" … >");
        REQUIRE(end != std::string::npos);
        manifest.replace(end, std::string(" … >").size(), " android:exported=\"true\"/>");
        const auto name = manifest.find(".MainActivity");
        REQUIRE(name != std::string::npos);
        manifest.replace(name, std::string(".MainActivity").size(), fmt::format(".Literal{}", m_count));
        m_activities += manifest + "\n";
        REQUIRE(DiskFiles().writeAtomically(
            m_folder.path() / "literal" / fmt::format("Literal{}.kt", m_count),
            fmt::format(
                "package {0}\n\nimport android.os.Bundle\nimport java.util.concurrent.*\n"
                "import org.junit.Assert.assertEquals\nimport org.junit.Before\nimport org.junit.Test\n{1}\n"
                "class Literal{2} : AppActivity() {{\n{3}\n"
                "    override fun loads() {{\n{4}    }}\n}}\n\n"
                "class Rule{2} {{\n{5}}}\n",
                kPackage, imports, m_count, create, gates, rule)));
    }

    static RunResult tool(const char* name, const QStringList& arguments) {
        const auto program = repository() / "tests/judges/android" / name;
        return run(QString::fromStdString(program.string()), arguments, {}, 900'000);
    }

    std::string m_player;
    TemporaryFolder m_folder;
    int m_count = 0;
    std::string m_activities;
    std::vector<nlohmann::json> m_cases;
};

}
