// SPDX-License-Identifier: MIT
#include "cli/plain_text.h"
#include "cli/run.h"
#include "core/file/sequence_file.h"
#include "support/files_of_repository.h"

#include <QImage>
#include <catch2/catch.hpp>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

/// The command line as a black box: standard output, standard error, exit code, files.
using namespace scaena;
using namespace scaena::test;
using nlohmann::json;

namespace {

struct Outcome {
    int code;
    std::string out, err;
};

Outcome runCli(std::vector<std::string> arguments) {
    std::ostringstream out;
    std::ostringstream err;
    arguments.insert(arguments.begin(), "scaena-cli");
    const int code = cli::run(arguments, out, err);
    return {code, out.str(), err.str()};
}

std::string sample() { return (repository() / "samples/moraine/moraine.scaena").string(); }

}

TEST_CASE("Wrong usage says so on standard error") {
    for (const auto& arguments : std::vector<std::vector<std::string>>{
             {}, {"dance"}, {"frame", sample()}, {"schedule"}, {"state", sample(), "--at", "soon"}}) {
        const auto result = runCli(arguments);
        CHECK(result.code == cli::kWrongUsage);
        CHECK(result.out.empty());
        CHECK_FALSE(result.err.empty());
    }
    CHECK(runCli({"--help"}).code == cli::kDone);
    CHECK(runCli({"--version"}).out.find("0.1") != std::string::npos);
}

TEST_CASE("A file that cannot be read has exit code 3 and every problem on a line of its own") {
    const TemporaryFolder folder;
    const auto bad = folder.path() / "bad.scaena";
    std::ofstream(bad)
        << R"({"format": "scaena-sequence", "version": 1, "name": 5, "palette": {}, "opening": {"colour": "x"}, "layers": [], "beats": []})";
    for (const char* command : {"info", "schedule"}) {
        const auto result = runCli({command, bad.string()});
        CHECK(result.code == cli::kUnreadable);
        CHECK(result.err.find("/name") != std::string::npos);
        CHECK(result.err.find("/palette") != std::string::npos);
        CHECK(result.out.empty());
    }
    CHECK(runCli({"info", (folder.path() / "none.scaena").string()}).code == cli::kUnreadable);
    CHECK(runCli({"frame", bad.string(), "--at", "0", "-o", (folder.path() / "x.png").string()}).code ==
          cli::kUnreadable);
}

TEST_CASE("info tells what is in a sequence, in words and as JSON") {
    CHECK(runCli({"info", sample()}).out.find("Moraine Huts") == 0);
    const auto data = json::parse(runCli({"info", sample(), "--json"}).out);
    CHECK(data["name"] == "Moraine Huts");
    CHECK(data["beats"].size() == 5);
    CHECK(data["gates"][1]["id"] == "huts");
}

TEST_CASE("launches tells what people's launches took") {
    const TemporaryFolder folder;
    const auto records = (folder.path() / "a.jsonl").string();
    std::ofstream(records)
        << R"(I/Launch: {"launch":"Moraine Huts","start":"cold","firstFrame":500,"gates":{"session":740,"huts":null},"outcome":"offline","shown":9000,"lateFrames":2})";
    const auto data = json::parse(runCli({"launches", sample(), records, "--json"}).out);
    CHECK(data["launches"] == 1);
    CHECK(data["outcomes"]["offline"] == 1);
    CHECK(data["gates"][0]["typical"] == 240);
    CHECK(data["gates"][1]["stayedShut"] == 1);
    CHECK(runCli({"launches", sample(), records}).out.find("gate session") != std::string::npos);
    std::ofstream(records) << "nothing";
    const auto none = runCli({"launches", sample(), records});
    CHECK(none.code != 0);
    CHECK(none.err.find("no record") != std::string::npos);
    CHECK(runCli({"launches", sample(), "/nowhere.jsonl"}).code != 0);
}

TEST_CASE("schedule tells times and figures under the conditions asked for") {
    const auto usual = json::parse(runCli({"schedule", sample(), "--json"}).out);
    CHECK(usual["outcome"] == "complete");
    CHECK(usual["metrics"]["shown"] == 2720);
    const auto fast = json::parse(runCli({"schedule", sample(), "--json", "--gates", "fast"}).out);
    CHECK(fast["metrics"]["shown"] < usual["metrics"]["shown"]);
    const auto stuck = json::parse(runCli({"schedule", sample(), "--json", "--gates", "huts=never"}).out);
    CHECK(stuck["outcome"] == "offline");
    CHECK(stuck["gates"][1]["timedOut"] == true);
    const auto again = json::parse(runCli({"schedule", sample(), "--json", "--start", "recreated"}).out);
    CHECK(again["metrics"]["shown"] == 0);
    const auto older = json::parse(runCli({"schedule", sample(), "--json", "--target", "android"}).out);
    CHECK(older["cues"][0]["carried"] == "dropped");
    CHECK(runCli({"schedule", sample()}).out.find("added wait 620 ms") != std::string::npos);
}

TEST_CASE("Unknown words for conditions are refused with the known ones") {
    for (const auto& [option, value] :
         std::vector<std::pair<std::string, std::string>>{{"--target", "toaster"},
                                                          {"--device", "watch"},
                                                          {"--appearance", "sepia"},
                                                          {"--start", "cool"},
                                                          {"--gates", "ghost=5"},
                                                          {"--gates", "huts=soon"},
                                                          {"--gates", "huts=-4"},
                                                          {"--gates", "quick"}}) {
        const auto result = runCli({"schedule", sample(), option, value});
        INFO(option << " " << value);
        CHECK(result.code == cli::kWrongUsage);
        CHECK(result.err.find(option) == 0);
    }
}

TEST_CASE("state prints the evaluated frame") {
    const auto data = json::parse(runCli({"state", sample(), "--at", "1500", "--json"}).out);
    CHECK(data["t"] == 1500);
    CHECK(data["beat"] == "arrive");
    CHECK(data["system"] == false);
    bool sun = false;
    for (const auto& layer : data["layers"]) {
        for (const char* key : {"id", "opacity", "x", "y", "scaleX", "scaleY", "rotation"}) {
            CHECK(layer.contains(key));
        }
        sun = sun || layer["id"] == "sun";
    }
    CHECK(sun);
    CHECK(json::parse(runCli({"state", sample(), "--at", "100"}).out)["system"] == true);
}

TEST_CASE("frame writes a picture of the size asked for") {
    const TemporaryFolder folder;
    const auto file = (folder.path() / "new" / "frame.png").string();
    REQUIRE(runCli({"frame", sample(), "--at", "1500", "--size", "206x458", "-o", file}).code == cli::kDone);
    const QImage picture(QString::fromStdString(file));
    CHECK(picture.size() == QSize(206, 458));
    REQUIRE(runCli({"frame", sample(), "--at", "1500", "--landscape", "--device", "small-phone", "-o", file})
                .code == cli::kDone);
    CHECK(QImage(QString::fromStdString(file)).size() == QSize(1280, 720));
    for (const char* bad : {"0x5", "5", "axb", "9000x9000", "10x10x10"}) {
        CHECK(runCli({"frame", sample(), "--at", "0", "--size", bad, "-o", file}).code == cli::kWrongUsage);
    }
    CHECK(runCli({"frame", sample(), "--at", "0", "-o", "/proc/none/x.png"}).code == cli::kRefused);
    // What a run that was killed has left beside the picture goes with the next.
    const auto stray = folder.path() / "new" / ".scaena-999999999-1.tmp";
    std::ofstream(stray) << "half a picture";
    REQUIRE(runCli({"frame", sample(), "--at", "0", "-o", file}).code == cli::kDone);
    CHECK_FALSE(std::filesystem::exists(stray));
}

TEST_CASE("export for all targets fills a folder for each, and says so as one list of JSON") {
    const TemporaryFolder folder;
    const auto into = (folder.path() / "out").string();
    const auto result = runCli({"export", sample(), "--for", "all", "--into", into, "--json"});
    REQUIRE(result.code == cli::kDone);
    const auto reports = json::parse(result.out);
    REQUIRE(reports.size() == 6);
    for (const auto& report : reports) {
        const auto target = report.at("target").get<std::string>();
        INFO(target);
        CHECK(report.at("written") == true);
        for (const auto& file : report.at("files")) {
            CHECK(std::filesystem::exists(std::filesystem::path(into) / target / file.at("path")));
        }
        for (const auto& finding : report.at("findings")) {
            CHECK(finding.at("severity") != "error");
        }
    }
    const auto again = runCli({"export", sample(), "--for", "all", "--into", into});
    CHECK(again.code == cli::kDone);
    CHECK(again.out.find("added") == std::string::npos);
    // One edited file keeps its target from being written, and tells by the exit code; the others are.
    std::ofstream(std::filesystem::path(into) / "lottie/INTEGRATE.md") << "mine";
    const auto refused = runCli({"export", sample(), "--for", "all", "--into", into});
    CHECK(refused.code == cli::kRefused);
    CHECK(readWhole(std::filesystem::path(into) / "lottie/INTEGRATE.md") == "mine");
}

TEST_CASE("export for the web writes the script small, or readable where that is asked for") {
    const TemporaryFolder folder;
    const auto script = folder.path() / "launch/moraine-huts/launch.js";
    std::vector<std::string> arguments = {"export", sample(), "--for",
                                          "web",    "--into", folder.path().string()};
    REQUIRE(runCli(arguments).code == cli::kDone);
    const auto small = readWhole(script);
    CHECK(small.find("/**") == std::string::npos);
    arguments.push_back("--readable-script");
    REQUIRE(runCli(arguments).code == cli::kDone);
    CHECK(readWhole(script).find("/** What is seen of a layer") != std::string::npos);
    CHECK(readWhole(script).size() > small.size());
}

TEST_CASE("export writes, repeats itself without a change, and refuses what a person edited") {
    const TemporaryFolder folder;
    const std::vector<std::string> arguments = {"export",    sample(),           "--for",
                                                "android",   "--into",           folder.path().string(),
                                                "--package", "com.example.huts", "--json"};
    auto dry = arguments;
    dry.push_back("--dry-run");
    const auto plan = json::parse(runCli(dry).out);
    CHECK(plan["written"] == false);
    CHECK(std::filesystem::is_empty(folder.path()));
    const auto first = runCli(arguments);
    CHECK(first.code == cli::kDone);
    CHECK(json::parse(first.out)["files"][0]["change"] == "added");
    const auto again = json::parse(runCli(arguments).out);
    REQUIRE(again["files"].size() > 20);
    for (const auto& file : again["files"]) {
        CHECK(file["change"] == "unchanged");
    }
    const auto themes = folder.path() / "res/values/moraine_huts_themes.xml";
    std::ofstream(themes, std::ios::app) << "<!-- mine -->";
    const auto mine = readWhole(themes);
    const auto refused = runCli(arguments);
    CHECK(refused.code == cli::kRefused);
    CHECK(readWhole(themes) == mine);
    auto forced = arguments;
    forced.push_back("--force");
    CHECK(runCli(forced).code == cli::kDone);
    CHECK(readWhole(folder.path() / "scaena-kept/res/values/moraine_huts_themes.xml") == mine);
    CHECK(runCli({"export", sample(), "--for", "telegraph", "--into", "x"}).code == cli::kWrongUsage);
    CHECK(runCli({"export", sample(), "--for", "android", "--into", "x", "--package", "no package"}).code ==
          cli::kRefused);
}

TEST_CASE("Every command finds a sequence's art from inside its own folder, named with or without a path") {
    const TemporaryFolder folder;
    for (const char* name : {"moraine", "larder"}) {
        std::filesystem::copy(repository() / "samples" / name, folder.path() / name,
                              std::filesystem::copy_options::recursive);
    }
    const auto before = std::filesystem::current_path();
    for (const char* name : {"moraine", "larder"}) {
        std::filesystem::current_path(folder.path() / name);
        const auto file = std::string(name) + ".scaena";
        for (const auto& path : {file, "./" + file, "../" + std::string(name) + "/" + file}) {
            const std::vector<std::vector<std::string>> commands = {
                {"info", path},
                {"schedule", path},
                {"state", path, "--at", "900"},
                {"frame", path, "--at", "900", "--size", "41x91", "-o", "out.png"},
                {"export", path, "--for", "all", "--into", "out", "--dry-run"}};
            for (const auto& command : commands) {
                INFO(command.front() << " " << path);
                const auto result = runCli(command);
                CHECK(result.code == cli::kDone);
                CHECK(result.err == "");
            }
        }
    }
    std::filesystem::current_path(before);
}

TEST_CASE("A link that leads out of a sequence's folder is still refused from inside that folder") {
    const TemporaryFolder folder;
    std::filesystem::copy(repository() / "samples/larder", folder.path() / "larder",
                          std::filesystem::copy_options::recursive);
    const auto art = folder.path() / "larder/art";
    std::ofstream(folder.path() / "outside.svg") << "<svg viewBox='0 0 1 1'/>";
    std::vector<std::filesystem::path> pictures(std::filesystem::directory_iterator(art), {});
    for (const auto& picture : pictures) {
        std::filesystem::remove(picture);
        std::filesystem::create_symlink(folder.path() / "outside.svg", picture);
    }
    const auto before = std::filesystem::current_path();
    std::filesystem::current_path(folder.path() / "larder");
    CHECK(runCli({"info", "larder.scaena"}).err.find("leads out of the sequence's folder") !=
          std::string::npos);
    std::filesystem::current_path(before);
}

TEST_CASE("Names from files give no orders to the terminal, and other scripts stay as they are") {
    std::ostringstream plain;
    {
        cli::PlainText out(plain);
        out << "a\x1b[31mred\x07 \xC2\x9B"
               "31m \xE2\x80\xAEgpj.x \x7f\r\nGrüße 山\t😀 \xff\xC3";
    }
    const std::string replaced = "\xEF\xBF\xBD";
    CHECK(plain.str() == "a" + replaced + "[31mred" + replaced + " " + replaced + "31m " + replaced +
                             "gpj.x " + replaced + replaced + "\nGrüße 山\t😀 " + replaced + replaced);
}

TEST_CASE("What a hostile sequence is called reaches the terminal as plain text") {
    const test::TemporaryFolder folder;
    auto sequence = model::emptySequence();
    sequence.name = "bell\x07 \x1b]0;title\x07";
    std::ofstream(folder / "a.scaena") << file::write(sequence);
    std::ostringstream out, err;
    (void)cli::run({"scaena-cli", "info", (folder / "a.scaena").string()}, out, err);
    CHECK((out.str() + err.str()).find("bell") != std::string::npos);
    CHECK((out.str() + err.str()).find('\x1b') == std::string::npos);
    CHECK((out.str() + err.str()).find('\x07') == std::string::npos);
}

TEST_CASE("A first sequence is begun without a window, and what was taken and lost is said") {
    const TemporaryFolder folder;
    const auto logo = folder.path() / "logo.svg";
    std::ofstream(logo)
        << R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><style>@keyframes c{to{fill:#00f}} .c{animation:c 1s}</style>)"
           R"(<circle class="c" cx="50" cy="50" r="40" fill="#c33"/><rect x="40" y="10" width="20" height="40"><animateTransform attributeName="transform" type="translate" from="0 -20" to="0 0" dur="0.5s" fill="freeze"/></rect></svg>)";
    const auto out = (folder.path() / "made" / "first.scaena").string();
    const auto result = runCli({"begin", logo.string(), "-o", out, "--json"});
    INFO(result.err);
    REQUIRE(result.code == 0);
    const auto said = json::parse(result.out);
    CHECK(said["lost"].dump().find("fill of the animation") != std::string::npos);
    CHECK(said["taken"].dump().find("motion") != std::string::npos);
    CHECK(said["files"][0] == "art/logo.svg");
    CHECK(runCli({"info", out}).code == 0);
    CHECK(runCli({"schedule", out, "--target", "android12"}).code == 0);

    SECTION("nothing is written over") {
        const auto before = readWhole(out);
        const auto again = runCli({"begin", logo.string(), "-o", out});
        CHECK(again.code != 0);
        CHECK(again.err.find("is there already") != std::string::npos);
        CHECK(readWhole(out) == before);
        std::ofstream(folder.path() / "made/art/logo.svg") << "mine";
        const auto beside =
            runCli({"begin", logo.string(), "-o", (folder.path() / "made/other.scaena").string()});
        CHECK(beside.code != 0);
        CHECK(readWhole(folder.path() / "made/art/logo.svg") == "mine");
        CHECK_FALSE(std::filesystem::exists(folder.path() / "made/other.scaena"));
    }
    SECTION("what cannot be a beginning says why") {
        std::ofstream(folder.path() / "notes.txt") << "words";
        const auto bad = runCli(
            {"begin", (folder.path() / "notes.txt").string(), "-o", (folder.path() / "a.scaena").string()});
        CHECK(bad.code != 0);
        CHECK(bad.err.find("cannot be used") != std::string::npos);
        CHECK(runCli({"begin", logo.string(), "-o", "a.txt"}).code != 0);
    }
}
