// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"
#include "core/model/contents_visit.h"
#include "core/model/index_by_id.h"
#include "core/model/layer.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>
#include <set>

using namespace scaena;
using namespace scaena::model;
using namespace scaena::test;

namespace {

std::vector<LayerKind> allKinds() {
    std::vector<LayerKind> kinds;
    for (std::size_t i = 0; i < Words<LayerKind>::list.size(); ++i) {
        kinds.push_back(static_cast<LayerKind>(i));
    }
    return kinds;
}

/// Contents of that kind with a different colour and a different file in every place there is for one.
Contents filled(LayerKind kind) {
    auto contents = contentsOf(kind);
    if (auto* artwork = std::get_if<ArtworkContent>(&contents)) {
        artwork->plate = Plate{};
        artwork->recolour["#112233"] = "";
    } else if (auto* backdrop = std::get_if<BackdropContent>(&contents)) {
        backdrop->picture = BackdropPicture{};
    } else if (auto* screen = std::get_if<FirstScreenContent>(&contents)) {
        screen->blocks.resize(2);
    } else if (auto* image = std::get_if<ImageContent>(&contents)) {
        image->pictures.resize(2);
    }
    int number = 0;
    eachColour(contents, [&](ColourRef& ref) { ref = ColourId("colour-" + std::to_string(number++)); });
    eachFile(contents, [&](std::string& path, FileUse) { path = "file-" + std::to_string(number++); });
    return contents;
}

}

TEST_CASE("A layer is of the kind of its contents, and has no others") {
    for (const auto kind : allKinds()) {
        INFO(word(kind));
        Layer layer;
        layer.contents = contentsOf(kind);
        CHECK(layer.kind() == kind);
        const int matching = (layer.as<BackdropContent>() ? 1 : 0) + (layer.as<ArtworkContent>() ? 1 : 0) +
                             (layer.as<TextContent>() ? 1 : 0) + (layer.as<FooterContent>() ? 1 : 0) +
                             (layer.as<FirstScreenContent>() ? 1 : 0) + (layer.as<ShapeContent>() ? 1 : 0) +
                             (layer.as<ImageContent>() ? 1 : 0) + (layer.as<ProgressContent>() ? 1 : 0) +
                             (layer.as<ClipContent>() ? 1 : 0) + (layer.as<GroupContent>() ? 1 : 0);
        CHECK(matching == 1);
        CHECK((layer.art() != nullptr) == (kind == LayerKind::Artwork || kind == LayerKind::FooterMark));
        if (!layer.as<TextContent>()) {
            CHECK_THROWS_AS(layer.get<TextContent>(), std::bad_variant_access);
        }
    }
}

TEST_CASE("What is asked of a layer of another kind is nothing, not something left over") {
    Layer group;
    group.contents = GroupContent();
    CHECK(plateOf(group) == nullptr);
    CHECK(pictureOf(group) == nullptr);
    CHECK(tintOf(group).empty());
    CHECK(partOf(group).empty());
    Layer footer;
    footer.contents = FooterContent();
    footer.art()->tint = "ink";
    CHECK(tintOf(footer) == "ink");
    CHECK(plateOf(footer) == nullptr);
}

TEST_CASE("Every colour and file that contents name is visited once, and is written to the file") {
    const std::map<LayerKind, std::pair<int, int>> expected = {
        {LayerKind::Backdrop, {2, 4}},   {LayerKind::Artwork, {3, 2}},     {LayerKind::Text, {1, 1}},
        {LayerKind::FooterMark, {1, 2}}, {LayerKind::FirstScreen, {3, 2}}, {LayerKind::Shape, {3, 0}},
        {LayerKind::Image, {0, 2}},      {LayerKind::Progress, {2, 0}},    {LayerKind::Clip, {0, 2}},
        {LayerKind::Group, {0, 0}}};
    for (const auto kind : allKinds()) {
        INFO(word(kind));
        const auto contents = filled(kind);
        std::set<std::string> colours, files;
        eachColour(contents, [&](const ColourRef& ref) { colours.insert(ref); });
        eachFile(contents, [&](const std::string& path, FileUse) { files.insert(path); });
        CHECK(static_cast<int>(colours.size()) == expected.at(kind).first);
        CHECK(static_cast<int>(files.size()) == expected.at(kind).second);
        Layer layer;
        layer.id = "it";
        layer.contents = contents;
        const auto text = file::write(aSequence().withLayer(layer).build());
        for (const auto& name : colours) {
            CHECK(text.find("\"" + name + "\"") != std::string::npos);
        }
        for (const auto& name : files) {
            CHECK(text.find("\"" + name + "\"") != std::string::npos);
        }
    }
}

TEST_CASE("A layer of every kind comes back from its file as it was") {
    for (const auto kind : allKinds()) {
        INFO(word(kind));
        Layer layer;
        layer.id = "it";
        layer.contents = contentsOf(kind);
        eachColour(layer.contents, [](ColourRef& ref) { ref = "ink"; });
        if (!coversScreen(kind)) {
            layer.place.turn = 5;
            layer.landscape = Place{AnchorPoint::Bottom, 3, 4, 50, 60};
        }
        const auto sequence = aSequence().withLayer(layer).build();
        const auto back = file::read(file::write(sequence), "test");
        REQUIRE(back);
        CHECK(back->layers == sequence.layers);
    }
}

TEST_CASE("Keys that belong to another kind of layer are kept as they stood") {
    auto sequence = aSequence().build();
    auto text = file::write(sequence);
    const auto at = text.find("\"text\": {");
    REQUIRE(at != std::string::npos);
    text.insert(at, "\"panelHeight\": 88, \"plate\": {\"colour\": \"ink\", \"diameter\": 9}, ");
    const auto back = file::read(text, "test");
    REQUIRE(back);
    const auto& title = *findThing(back->layers, "title");
    CHECK(title.extras.at("panelHeight") == "88");
    CHECK(plateOf(title) == nullptr);
    CHECK(file::write(*back).find("\"diameter\": 9") != std::string::npos);
}

TEST_CASE("Ids of different kinds are different types") {
    static_assert(!std::is_convertible_v<BeatId, GateId>);
    static_assert(!std::is_convertible_v<CueId, LayerId>);
    static_assert(!std::is_convertible_v<std::string, ColourId>);
    static_assert(!std::is_assignable_v<TakeId&, BeatId>);
    static_assert(!std::equality_comparable_with<BeatId, CueId>);
    static_assert(std::equality_comparable<BeatId>);
    static_assert(std::is_convertible_v<BeatId, std::string>); // as text, wherever text is wanted
    CHECK(BeatId("arrive") == BeatId(std::string("arrive")));
}

TEST_CASE("Places of ids are those of the list, however many there are and however they begin") {
    for (const int count : {0, 1, 3, 64, 5000}) {
        std::vector<Gate> gates;
        for (int i = 0; i < count; ++i) {
            gates.push_back(gate(GateId("gate-" + std::to_string(i * 7)), 1));
        }
        const IndexById places(gates);
        for (int i = 0; i < count; ++i) {
            CHECK(places.of(gates[static_cast<std::size_t>(i)].id) == i);
        }
        CHECK(places.of(GateId("gate-1")) == -1);
        CHECK(places.of(GateId()) == -1);
        CHECK(places.of(std::vector<GateId>{"gate-0", "nothing"}) ==
              std::vector<int>{count > 0 ? 0 : -1, -1});
    }
}

TEST_CASE("A new id is made of the wish and is unlike all others") {
    std::vector<Gate> gates = {gate("session", 1), gate("session-2", 1)};
    CHECK(freeId(gates, "Session", "gate") == "session-3");
    CHECK(freeId(gates, "", "gate") == "gate");
    CHECK(freeId(std::vector<Gate>{}, "Session", "gate") == "session");
}
