// SPDX-License-Identifier: MIT
#include "core/art/picture_head.h"
#include "export/common/export_writer.h"
#include "support/judges.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <pugixml.hpp>
#include <set>

/// What every export has to be, whatever the platform: sources that parse, references that lead somewhere,
/// pictures of the size they are said to have, and nothing a person's words can break.
using namespace scaena;
using namespace scaena::test;

namespace {

/// A sample whose every word is hostile to some language.
model::Sequence hostile(model::Sequence sequence) {
    const std::string evil = "\"'`$\\{}</script>]]>*/ @?#{x} ${y} \\(z) class\n\t\xE2\x80\xAE"
                             "right to left\xE2\x80\xAC مرحبا 🏔️ --> <!-- &amp; %s";
    sequence.name = evil;
    for (auto& layer : sequence.layers) {
        layer.name = evil;
        if (auto* text = layer.as<model::TextContent>()) {
            text->text = "مرحبا \"Hi\" \\n $x ]]> 🏔️";
        }
    }
    for (auto& beat : sequence.beats) {
        beat.name = evil;
    }
    static const char* reserved[] = {"class", "default", "with", "in", "is", "switch", "yield", "self"};
    for (std::size_t i = 0; i < sequence.gates.size(); ++i) {
        auto& gate = sequence.gates[i];
        gate.name = evil;
        const GateId old = gate.id;
        gate.id = reserved[i];
        for (auto& other : sequence.gates) {
            std::replace(other.needs.begin(), other.needs.end(), old, gate.id);
        }
        for (auto& beat : sequence.beats) {
            std::replace(beat.gates.begin(), beat.gates.end(), old, gate.id);
        }
        for (auto& layer : sequence.layers) {
            if (auto* progress = layer.as<model::ProgressContent>()) {
                std::replace(progress->gates.begin(), progress->gates.end(), old, gate.id);
            }
        }
    }
    sequence.takes.clear();
    return sequence;
}

void checkMarkup(const exporting::ExportedFile& file) {
    INFO(file.path);
    if (file.path.ends_with(".xml") || file.path.ends_with(".storyboard") || file.path.ends_with(".plist")) {
        pugi::xml_document document;
        CHECK(document.load_buffer(file.bytes.data(), file.bytes.size()));
    } else if (file.path.ends_with(".json") || file.path.ends_with(".webmanifest")) {
        CHECK(!nlohmann::json::parse(file.bytes, nullptr, false).is_discarded());
    }
    if (!file.path.ends_with(".png") && !file.path.ends_with(".webp") && !file.path.ends_with(".jpg") &&
        !file.path.ends_with(".json") && !file.path.ends_with(".webmanifest")) {
        // Marks that turn the direction of writing make code read otherwise than it runs.
        CHECK(file.bytes.find("\xE2\x80\xAE") == std::string::npos);
        CHECK(file.bytes.find('\0') == std::string::npos);
    }
}

const std::string& bytesAt(const exporting::Export& made, const std::string& path) {
    for (const auto& file : made.files) {
        if (file.path == path) {
            return file.bytes;
        }
    }
    FAIL("no file " + path);
    static const std::string none;
    return none;
}

std::string folderOf(const std::string& path) { return path.substr(0, path.rfind('/') + 1); }

}

TEST_CASE("Every exported source of every target parses by its language's own grammar") {
    const TemporaryFolder folder;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto* exporter : exporting::exporters()) {
            for (const bool evil : {false, true}) {
                const auto made = exported(evil ? hostile(project.sequence) : project.sequence,
                                           *project.artFiles, {}, exporter->id());
                for (const auto& file : made.files) {
                    checkMarkup(file);
                }
                writeTo(folder.path() / (path.stem().string() + "-" + std::string(exporter->id().name()) +
                                         (evil ? "-evil" : "")),
                        made);
            }
        }
    }
    const auto judged =
        runJudge("grammar_judge.mjs", {judges(), QString::fromStdString(folder.path().string())});
    INFO(judged.output);
    CHECK(judged.code == 0);
}

TEST_CASE("The grammars are awake: a broken source is found") {
    const TemporaryFolder folder;
    DiskFiles files;
    REQUIRE(files.writeAtomically(folder.path() / "a.swift", "let a = \"unfinished\nfunc ("));
    REQUIRE(files.writeAtomically(folder.path() / "a.dart", "class { final int = ; }"));
    REQUIRE(files.writeAtomically(folder.path() / "a.kt", "fun f( = 3 class"));
    const auto judged =
        runJudge("grammar_judge.mjs", {judges(), QString::fromStdString(folder.path().string())});
    INFO(judged.output);
    CHECK(judged.code != 0);
    for (const char* file : {"a.swift", "a.dart", "a.kt"}) {
        CHECK(judged.output.find(file) != std::string::npos);
    }
}

TEST_CASE("All samples export to all targets, twice the same, and a second export changes nothing") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto* exporter : exporting::exporters()) {
            INFO(path << " " << exporter->id().name());
            const auto first = exported(project.sequence, *project.artFiles, {}, exporter->id());
            const auto second = exported(project.sequence, *project.artFiles, {}, exporter->id());
            REQUIRE(first.files.size() == second.files.size());
            std::set<std::string> paths;
            for (std::size_t i = 0; i < first.files.size(); ++i) {
                CHECK(first.files[i].path == second.files[i].path);
                CHECK(first.files[i].bytes == second.files[i].bytes);
                CHECK(!first.files[i].bytes.empty());
                CHECK(paths.insert(first.files[i].path).second);
            }
            MemoryFiles disk;
            const auto plan = exporting::planWrite(disk, "/app", first);
            REQUIRE(exporting::write(disk, "/app", first, plan, false));
            CHECK_FALSE(exporting::planWrite(disk, "/app", second).changesAnything());
            CHECK(std::any_of(first.files.begin(), first.files.end(), [](const auto& it) {
                return it.path.find("INTEGRATE.md") != std::string::npos;
            }));
        }
    }
}

TEST_CASE("Each cue has a carry for each system an export serves") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto* exporter : exporting::exporters()) {
            const auto made = exported(project.sequence, *project.artFiles, {}, exporter->id());
            std::size_t systems = 0;
            for (const auto& target : plan::targets()) {
                systems += target.exportId == exporter->id() ? 1 : 0;
            }
            CHECK(systems > 0);
            CHECK(made.carried.size() == systems * project.sequence.cues.size());
        }
    }
}

TEST_CASE("What the storyboard refers to is there, and each id is its own") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto made = exported(project.sequence, *project.artFiles, {}, "ios");
        pugi::xml_document document;
        REQUIRE(document.load_string(fileOf(made, ".storyboard").c_str()));
        std::set<std::string> ids;
        const auto walk = [&](const auto& self, const pugi::xml_node& node) -> void {
            const std::string id = node.attribute("id").value();
            if (!id.empty() && std::string(node.name()) != "device") {
                INFO(id);
                CHECK(ids.insert(id).second);
            }
            for (const auto& child : node.children()) {
                self(self, child);
            }
        };
        walk(walk, document);
        CHECK(ids.contains(document.child("document").attribute("initialViewController").value()));
        const auto resources = document.child("document").child("resources");
        for (const auto& found : document.select_nodes("//constraint | //exclude | //include")) {
            for (const char* name : {"firstItem", "secondItem", "reference"}) {
                const std::string to = found.node().attribute(name).value();
                INFO(to);
                CHECK((to.empty() || ids.contains(to)));
            }
        }
        for (const auto& found : document.select_nodes("//imageView")) {
            const std::string image = found.node().attribute("image").value();
            INFO(image);
            CHECK(resources.find_child_by_attribute("image", "name", image.c_str()));
            CHECK(hasFile(made, "/" + image + ".imageset/Contents.json"));
        }
        for (const auto& found : document.select_nodes("//color[@key='backgroundColor']")) {
            const std::string colour = found.node().attribute("name").value();
            CHECK(resources.find_child_by_attribute("namedColor", "name", colour.c_str()));
            CHECK(hasFile(made, "/" + colour + ".colorset/Contents.json"));
        }
        // The system allows no code there.
        CHECK(document.select_nodes("//outlet | //userDefinedRuntimeAttribute | //*[@customClass]").empty());
    }
}

TEST_CASE("Pictures of asset catalogues have the size their set says") {
    const auto check = [](const exporting::Export& made, const exporting::ExportedFile& contents) {
        const auto json = nlohmann::json::parse(contents.bytes);
        const auto folder = folderOf(contents.path);
        const bool icons = folder.find(".appiconset/") != std::string::npos;
        std::map<int, Size> sizes;
        for (const auto& image : json.value("images", nlohmann::json::array())) {
            const auto file = folder + image.at("filename").get<std::string>();
            const auto size = art::pictureSize(bytesAt(made, file));
            INFO(file);
            REQUIRE(size);
            const auto scaleText = image.value("scale", std::string("1x"));
            const int scale = scaleText[0] - '0';
            if (icons) {
                const double points = std::stod(image.at("size").get<std::string>());
                CHECK(size->width == Approx(points * (image.contains("scale") ? scale : 1)));
                CHECK(size->height == size->width);
            } else if (image.contains("scale") && !image.contains("appearances")) {
                sizes[scale] = *size;
            }
        }
        return sizes;
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto target : std::initializer_list<plan::ExportId>{"ios", "flutter", "react-native"}) {
            const auto made = exported(project.sequence, *project.artFiles, {}, target);
            std::size_t sets = 0;
            for (const auto& file : made.files) {
                if (!file.path.ends_with("/Contents.json")) {
                    continue;
                }
                ++sets;
                const auto sizes = check(made, file);
                const bool vector = file.path.find("-opening-") != std::string::npos && sizes.size() == 3 &&
                                    file.path.find("buoy") == std::string::npos;
                if (vector) { // made by us: exactly twice and three times
                    CHECK(sizes.at(2).width == Approx(2 * sizes.at(1).width).margin(1));
                    CHECK(sizes.at(3).height == Approx(3 * sizes.at(1).height).margin(2));
                }
            }
            CHECK(sets > 5);
        }
    }
}

TEST_CASE("The web manifest's icons and the startup images have the size they are listed with") {
    const auto project = openSample(samples().front());
    exporting::ExportOptions options;
    options.chosen.set("startup-images", true);
    const auto made = exportedWith(options, project.sequence, *project.artFiles, "web");
    const auto manifest = nlohmann::json::parse(fileOf(made, ".webmanifest"));
    std::set<std::string> purposes;
    for (const auto& icon : manifest.at("icons")) {
        const auto size =
            art::pictureSize(bytesAt(made, "launch/moraine-huts/" + icon.at("src").get<std::string>()));
        REQUIRE(size);
        CHECK(std::to_string(static_cast<int>(size->width)) + "x" +
                  std::to_string(static_cast<int>(size->height)) ==
              icon.at("sizes"));
        purposes.insert(icon.at("purpose"));
    }
    CHECK(purposes == std::set<std::string>{"any", "maskable"});
    const auto& head = fileOf(made, "head.html");
    int images = 0;
    for (const auto& file : made.files) {
        if (file.path.starts_with("launch/moraine-huts/startup/")) {
            ++images;
            const auto size = art::pictureSize(file.bytes);
            REQUIRE(size);
            CHECK(file.path.find(fmt::format("/{}x{}", size->width, size->height)) != std::string::npos);
            CHECK(head.find(file.path) != std::string::npos);
        }
    }
    CHECK(images > 50);
    for (const auto& file : exported(project.sequence, *project.artFiles, {}, "web").files) {
        CHECK(file.path.find("/startup/") == std::string::npos); // only who asks for them pays for them
    }
}

TEST_CASE("A web app's files are found where it is served from, and what is no such place is refused") {
    const auto project = openSample(samples().front());
    exporting::ExportOptions options;
    for (const auto& [base, found] : std::initializer_list<std::pair<const char*, const char*>>{
             {"/", "\"/launch/moraine-huts/launch.js\""},
             {"/shop/", "\"/shop/launch/moraine-huts/launch.js\""},
             {"/shop", "\"/shop/launch/moraine-huts/launch.js\""},
             {"./", "\"./launch/moraine-huts/launch.js\""}}) {
        INFO(base);
        options.chosen.set("base", std::string(base));
        const auto made = exportedWith(options, project.sequence, *project.artFiles, "web");
        CHECK(fileOf(made, "/body.html").find(found) != std::string::npos);
        const auto manifest = nlohmann::json::parse(fileOf(made, ".webmanifest"));
        const bool isRelative = std::string(base) == "./";
        CHECK(manifest["id"] == (isRelative ? "../../" : std::string(base) == "/" ? "/" : "/shop/"));
    }
    for (const char* base : {"shop", "//elsewhere.example/", "/a b/", "/\"><script>", "https://x.example/"}) {
        INFO(base);
        options.chosen.set("base", std::string(base));
        const auto refused = builtWith(options, project.sequence, *project.artFiles, "web");
        REQUIRE_FALSE(refused);
        CHECK(describe(refused.error()).find("is not a base path") != std::string::npos);
    }
}

TEST_CASE("Several sequences live in one project: files they share are the same, all others are their own") {
    for (const auto* exporter : exporting::exporters()) {
        std::map<std::string, std::string> files;
        for (const auto& path : samples()) {
            const auto project = openSample(path);
            for (const auto& file :
                 exported(project.sequence, *project.artFiles, "com.example.app", exporter->id()).files) {
                if (file.forPeople) {
                    continue; // the writer gives these the sequence's name
                }
                INFO(exporter->name() << " " << file.path);
                const auto [known, isNew] = files.emplace(file.path, file.bytes);
                CHECK((isNew || known->second == file.bytes));
            }
        }
    }
}

TEST_CASE("The launcher icon of Android is adaptive, with pictures for older systems") {
    const auto project = openSample(samples().front());
    const auto made = exported(project.sequence, *project.artFiles);
    pugi::xml_document document;
    REQUIRE(document.load_string(fileOf(made, "res/mipmap-anydpi-v26/moraine_huts_launcher.xml").c_str()));
    for (const char* part : {"background", "foreground", "monochrome"}) {
        CHECK(document.child("adaptive-icon").child(part).attribute("android:drawable"));
    }
    const std::pair<const char*, int> sides[] = {
        {"mdpi", 48}, {"hdpi", 72}, {"xhdpi", 96}, {"xxhdpi", 144}, {"xxxhdpi", 192}};
    for (const auto& [bucket, side] : sides) {
        for (const char* name : {"launcher", "launcher_round"}) {
            const auto size = art::pictureSize(
                bytesAt(made, fmt::format("res/mipmap-{}/moraine_huts_{}.png", bucket, name)));
            REQUIRE(size);
            CHECK(size->width == side);
        }
    }
}
