// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/names.h"
#include "export/ios/ios_parts.h"
#include "support/judges.h"
#include "support/situations.h"
#include "support/swift_compiler.h"

#include <regex>
#include <sstream>

namespace scaena::test {

/// The export's Swift files as this machine can compile them: there is no Objective-C here.
inline std::string withoutObjectiveC(const std::string& text) {
    return std::regex_replace(text, std::regex("@objc "), "");
}

/// One program of several exports, played in the stand-in of Apple's classes (tests/judges/apple).
class AppleApp {
public:
    explicit AppleApp(SwiftCompiler swift) : m_swift(std::move(swift)) {}

    /// Sequences must have different names.
    void add(const model::Sequence& sequence, const project::ArtFiles& artFiles) {
        const auto made = exported(sequence, artFiles, {}, "ios");
        const auto launch = exporting::iosNames(sequence, "Launch/").launch();
        const auto folder = m_folder.path() / "app" / launch;
        writeTo(folder, made);
        DiskFiles files;
        for (const auto& file : made.files) {
            if (file.path.ends_with(".swift") && !file.path.ends_with("+Overlay.swift")) {
                auto text = std::regex_replace(withoutObjectiveC(file.bytes), std::regex("import UIKit"),
                                               "import Foundation");
                text = std::regex_replace(text, std::regex(R"(Selector\(\((".*?")\)\))"), "Selector($1)");
                m_sources.push_back(m_folder.path() / (launch + endOf(file.path)));
                REQUIRE(files.writeAtomically(m_sources.back(), text));
            }
        }
        const bool retries = fileOf(made, "+Player.swift").find("func retry()") != std::string::npos;
        m_launches += fmt::format(
            R"swift(    {}: Exported(
        attach: {{ window, told in {}.attach(to: window) {{ told("\($0)") }} }},
        open: {{ {}.openGate($0) }},
        call: {{ name in
            switch name {{
            case "dismiss": {}.dismiss()
            case "skip": {}.skip()
            case "reset": {}.reset()
            default: {}
            }}
        }},
        tick: {{ ($0 as? {}.Stage)?.tick() }},
        record: {{ {}.onRecord = $0 }},
        whenOver: {{ told in {}.whenOver {{ told("\($0)") }} }},
        over: {{ "\(await {}.over())" }}),
)swift",
            exporting::swiftString(sequence.name), launch, launch, launch, launch, launch,
            retries ? launch + ".retry()" : std::string("fatalError(name)"), launch, launch, launch, launch);
        m_catalogues[sequence.name] = folder.string();
    }

    void addCase(nlohmann::json it) {
        it["catalogue"] = m_catalogues.at(it["sequence"].get<std::string>());
        m_cases += it.dump() + "\n";
    }

    /// Compiles everything into one program and plays all cases.
    void play() {
        DiskFiles files;
        REQUIRE(
            files.writeAtomically(m_folder.path() / "Launches.swift",
                                  "@MainActor let launches: [String: Exported] = [\n" + m_launches + "]\n"));
        REQUIRE(files.writeAtomically(m_folder.path() / "cases.jsonl", m_cases));
        m_sources.push_back(m_folder.path() / "Launches.swift");
        m_sources.push_back(repository() / "tests/judges/apple/UIKit.swift");
        m_sources.push_back(repository() / "tests/judges/apple/Play.swift");
        const auto program = m_folder.path() / "play";
        const auto built = m_swift.build(m_sources, program);
        keepIfAsked(m_folder);
        INFO(built.output);
        REQUIRE(built.code == 0);
        qputenv("XDG_DATA_HOME", QByteArray::fromStdString((m_folder.path() / "home").string()));
        const auto played = run(QString::fromStdString(program.string()), {folder()}, {}, 900'000);
        qunsetenv("XDG_DATA_HOME");
        keepIfAsked(m_folder);
        INFO(played.output);
        REQUIRE(played.code == 0);
    }

    [[nodiscard]] nlohmann::json seen(const std::string& name) const {
        return nlohmann::json::parse(readWhole(m_folder.path() / "seen" / (name + ".json")));
    }
    [[nodiscard]] const std::filesystem::path& path() const { return m_folder.path(); }
    [[nodiscard]] QString folder() const { return QString::fromStdString(m_folder.path().string()); }

private:
    /// "+Player.swift", or ".swift".
    static std::string endOf(const std::string& path) {
        auto name = std::filesystem::path(path).filename().string();
        return name.substr(name.find_first_of("+."));
    }

    SwiftCompiler m_swift;
    TemporaryFolder m_folder;
    std::vector<std::filesystem::path> m_sources;
    std::map<std::string, std::string> m_catalogues;
    std::string m_launches, m_cases;
};
}
