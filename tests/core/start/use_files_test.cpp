// SPDX-License-Identifier: MIT
#include "core/start/use_files.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::start;
using namespace scaena::test;

namespace {

DroppedFile file(SourceKind kind, const std::string& name, Size size = {200, 100}) {
    DroppedFile made;
    made.kind = kind;
    made.name = name;
    made.path = (kind == SourceKind::Raster ? "images/" : "art/") + name;
    made.bytes = "bytes of " + name;
    made.size = size;
    return made;
}

/// Keeps files under a name that is not always the one they came with.
struct Kept {
    std::map<std::string, std::string> files;
    FileUse use() {
        FileUse made;
        made.keep = [this](const std::string& path, const std::string& bytes) {
            const auto as = files.contains(path) && files[path] != bytes ? path + "-2" : path;
            files[as] = bytes;
            return as;
        };
        made.isFont = [](const std::string& bytes) { return bytes.find("font") != std::string::npos; };
        made.ink = "ink";
        return made;
    }
};

const model::Layer& layerOf(const FilesUsed& used, std::size_t i) {
    return *model::findThing(used.sequence.layers, used.made.at(i));
}

}

TEST_CASE("A drawing becomes an artwork as large as an opening can show, above the chosen layer") {
    Kept kept;
    const auto before = aSequence().build();
    auto svg = file(SourceKind::Svg, "mark.svg", {400, 100});
    svg.usesCurrentColour = true;
    const auto used = useFiles(before, {svg}, "backdrop", kept.use());
    REQUIRE(used.made.size() == 1);
    const auto& layer = layerOf(used, 0);
    REQUIRE(layer.as<model::ArtworkContent>());
    CHECK(layer.art()->art == "art/mark.svg");
    CHECK(layer.art()->tint == "ink");
    CHECK(layer.place.width == 160);
    CHECK(layer.place.height == 40);
    CHECK(model::indexOf(used.sequence.layers, layer.id) ==
          model::indexOf(used.sequence.layers, LayerId("backdrop")) + 1);
    CHECK(kept.files["art/mark.svg"] == svg.bytes);
    CHECK(valid::problemsOf(used.sequence).empty());
}

TEST_CASE("Art that brings its own colours gets no tint") {
    Kept kept;
    const auto used = useFiles(aSequence().build(), {file(SourceKind::Pdf, "a.svg")}, {}, kept.use());
    CHECK(layerOf(used, 0).art()->tint.empty());
}

TEST_CASE("Pictures of one name are one layer, whatever their density and appearance") {
    Kept kept;
    auto small = file(SourceKind::Raster, "leaf.png", {40, 40});
    auto large = file(SourceKind::Raster, "leaf@2x.png", {40, 40});
    auto night = file(SourceKind::Raster, "leaf-dark.png", {40, 40});
    small.name = large.name = night.name = "leaf";
    large.density = 2;
    night.dark = true;
    const auto used = useFiles(aSequence().build(), {small, large, night}, {}, kept.use());
    REQUIRE(used.made.size() == 1);
    const auto& pictures = layerOf(used, 0).get<model::ImageContent>().pictures;
    REQUIRE(pictures.size() == 3);
    CHECK(pictures[1].density == 2);
    CHECK(pictures[2].dark);
    CHECK(layerOf(used, 0).place.width == 40); // small ones are not blown up
}

TEST_CASE("A clip brings its own length, one of no length still plays") {
    Kept kept;
    auto clip = file(SourceKind::Clip, "jar.json", {100, 50});
    clip.length = 2500;
    auto empty = file(SourceKind::Clip, "still.json", {100, 50});
    const auto used = useFiles(aSequence().build(), {clip, empty}, {}, kept.use());
    REQUIRE(used.made.size() == 2);
    CHECK(layerOf(used, 0).get<model::ClipContent>().stopAt == 2500);
    CHECK(layerOf(used, 1).get<model::ClipContent>().stopAt == 1);
    CHECK(layerOf(used, 0).place.width == 200);
    // The second lies above the first, as they were named.
    CHECK(model::indexOf(used.sequence.layers, used.made[1]) ==
          model::indexOf(used.sequence.layers, used.made[0]) + 1);
}

TEST_CASE("A font goes to the chosen text, and only there") {
    Kept kept;
    auto font = file(SourceKind::Font, "serif.ttf");
    font.bytes = "a font";
    const auto before = aSequence().build();
    const auto used = useFiles(before, {font}, "title", kept.use());
    CHECK(used.made.empty());
    CHECK(used.problems.empty());
    CHECK(model::findThing(used.sequence.layers, "title")->get<model::TextContent>().fontFile ==
          "art/serif.ttf");

    const auto elsewhere = useFiles(before, {font}, "logo", kept.use());
    CHECK(elsewhere.sequence == before);
    REQUIRE(elsewhere.problems.size() == 1);
    CHECK(elsewhere.problems[0].message.find("select a text layer") != std::string::npos);

    font.bytes = "rubbish";
    const auto broken = useFiles(before, {font}, "title", kept.use());
    CHECK(broken.sequence == before);
    CHECK(broken.problems.at(0).message.find("no font") != std::string::npos);
}

TEST_CASE("A single picture dropped on a backdrop is its picture, several become layers") {
    Kept kept;
    const auto before = aSequence().build();
    const auto one = file(SourceKind::Raster, "hills.jpg");
    const auto used = useFiles(before, {one}, "backdrop", kept.use());
    CHECK(used.made.empty());
    CHECK(model::pictureOf(*model::findThing(used.sequence.layers, "backdrop"))->light == "images/hills.jpg");
    const auto two = useFiles(before, {one, file(SourceKind::Raster, "sea.jpg")}, "backdrop", kept.use());
    CHECK(two.made.size() == 2);
    CHECK_FALSE(model::pictureOf(*model::findThing(two.sequence.layers, "backdrop")));
}

TEST_CASE("What cannot be used is told, and the rest is used") {
    Kept kept;
    auto bad = file(SourceKind::Unknown, "notes.txt");
    bad.problems.push_back({ProblemKind::Unsupported, "is no picture", "notes.txt", {}});
    auto lossy = file(SourceKind::Svg, "glow.svg");
    lossy.warnings.push_back({ProblemKind::Unsupported, "cannot carry a filter", "glow.svg", {}});
    const auto used = useFiles(aSequence().build(), {bad, lossy}, {}, kept.use());
    CHECK(used.problems.size() == 1);
    CHECK(used.warnings.size() == 1);
    CHECK(used.made.size() == 1);
    CHECK_FALSE(kept.files.contains("art/notes.txt"));
}

TEST_CASE("A file of a name that is taken is kept beside it, and the layer has the name it got") {
    Kept kept;
    kept.files["art/mark.svg"] = "somebody's own";
    const auto used = useFiles(aSequence().build(), {file(SourceKind::Svg, "mark.svg")}, {}, kept.use());
    CHECK(layerOf(used, 0).art()->art == "art/mark.svg-2");
    CHECK(kept.files["art/mark.svg"] == "somebody's own");
}
