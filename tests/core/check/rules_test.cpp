// SPDX-License-Identifier: MIT
#include "core/check/rule.h"

#include "core/valid/validate.h"
#include "support/builders.h"
#include "support/fake_instruments.h"

#include <catch2/catch.hpp>
#include <set>

using namespace scaena;
using namespace scaena::test;

namespace {

/// As much of a PNG as tells its size.
std::string pngHead(int width, int height) {
    std::string head("\x89PNG\r\n\x1a\n\0\0\0\rIHDR", 16);
    for (const int value : {width, height}) {
        head += std::string("\0\0", 2);
        head += static_cast<char>(value / 256);
        head += static_cast<char>(value % 256);
    }
    return head + std::string("\x08\x06\0\0\0", 5) + std::string(8, 0);
}

/// A sequence in which every rule finds something, and the art files it names.
struct Troubled {
    model::Sequence sequence;
    project::ArtFiles art;

    Troubled() {
        sequence = aSequence().withBeat(play("arrive", 400)).build();
        auto& layers = sequence.layers;
        model::Layer clip;
        clip.id = "clip";
        clip.name = "Clip";
        clip.contents = model::ClipContent{.path = "missing.json"};
        layers.push_back(clip);
        model::Layer photo;
        photo.id = "photo";
        photo.name = "Photo";
        photo.contents = model::ImageContent{{{"turned.jpg"}, {"broken.png", 2}}};
        layers.push_back(photo);
        model::Layer small;
        small.id = "small";
        small.name = "Small";
        small.contents = model::ImageContent{{{"small.png"}}};
        layers.push_back(small);
        art.files["small.png"] = std::make_shared<const std::string>(pngHead(40, 40));
        art.files["turned.jpg"] = std::make_shared<const std::string>("turned");
        art.files["broken.png"] = std::make_shared<const std::string>("broken");
        for (auto& layer : layers) {
            if (auto* text = layer.as<model::TextContent>()) {
                text->text = "☂";
            }
            if (auto* backdrop = layer.as<model::BackdropContent>()) {
                backdrop->fill.to = sequence.palette.back().id;
                backdrop->fill.angle = 30;
            }
        }
        sequence.opening.layers = {"backdrop"};
        sequence.cues.push_back(cue("early", "opening", 0, 300, model::MoveKind::Iris));
        sequence.cues.push_back(cue("spin", "opening", 0, 1000, model::MoveKind::Turn));
    }
};

}

TEST_CASE("Every rule finds what it is for, in words, with its place") {
    const FakeInstruments fakes;
    const Troubled troubled;
    const auto study = studyOf(fakes, troubled.sequence, troubled.art);
    std::set<std::string_view> ids;
    for (std::size_t i = 0; i < check::rules().size(); ++i) {
        const auto& rule = check::rules()[i];
        INFO(rule.id);
        CHECK(ids.insert(rule.id).second);
        CHECK_FALSE(rule.about.empty());
        if (rule.id == "no-icon") {
            continue; // here is one; below is none
        }
        const auto& found = study->findingsOf(i);
        REQUIRE_FALSE(found.empty());
        for (const auto& it : found) {
            CHECK_FALSE(it.rule.empty());
            CHECK_FALSE(it.sentence.empty());
            CHECK((it.place.kind == check::Place::Kind::Sequence ||
                   it.place.kind == check::Place::Kind::Opening || !it.place.id.empty()));
        }
    }
    CHECK(study->findings().front().severity == check::Severity::Error);
}

TEST_CASE("Nothing for an icon is said of the exports that make one") {
    const FakeInstruments fakes;
    auto sequence = aSequence().withBeat(play("arrive", 400)).build();
    std::erase_if(sequence.layers, [](const model::Layer& it) { return model::canBeIcon(it.kind()); });
    sequence.opening = {.colour = sequence.opening.colour, .layers = {"backdrop"}};
    REQUIRE(valid::problemsOf(sequence).empty());
    const auto study = studyOf(fakes, sequence);
    const auto says = [&](plan::ExportId id) {
        const auto found = study->findings(id);
        return std::count_if(found.begin(), found.end(), [](const auto& it) { return it.rule == "no-icon"; });
    };
    CHECK(says("android") == 1); // once, for both of its systems
    CHECK(says("web") == 1);
    CHECK(says("lottie") == 0);
}

TEST_CASE("Each remedy takes its finding away and leaves a sequence that stands") {
    const FakeInstruments fakes;
    const Troubled troubled;
    const auto study = studyOf(fakes, troubled.sequence, troubled.art);
    int tried = 0;
    for (const auto& finding : study->findings()) {
        const auto mended = check::mended(troubled.sequence, finding);
        CHECK(valid::problemsOf(mended).empty());
        if (!finding.remedy || mended == troubled.sequence) {
            continue; // nothing to offer, or the platform alone decides
        }
        INFO(finding.sentence);
        CHECK_FALSE(finding.remedy->label.empty());
        CHECK_FALSE(finding.remedy->name.empty());
        const auto after = studyOf(fakes, mended, troubled.art);
        const auto count = [&](const study::Study& of) {
            return std::count_if(of.findings().begin(), of.findings().end(), [&](const check::Finding& it) {
                return it.rule == finding.rule && it.target == finding.target;
            });
        };
        CHECK(count(*after) < count(*study)); // of a seam only the platform may decide the rest
        ++tried;
    }
    CHECK(tried >= 3);
}

TEST_CASE("A picture that is shown on more pixels than it has is named with both figures, growth counted") {
    const FakeInstruments fakes;
    auto sequence = aSequence().withBeat(play("arrive", 400)).build();
    auto& logo = *model::findThing(sequence.layers, LayerId("logo"));
    logo.contents = model::ImageContent{{{"logo.png"}}};
    logo.destination.reset();
    project::ArtFiles art;
    art.files["logo.png"] = std::make_shared<const std::string>(pngHead(400, 400));
    const auto says = [&] {
        const auto study = studyOf(fakes, sequence, art);
        for (const auto& it : study->findings()) {
            if (it.rule == "few-pixels") {
                return it.sentence;
            }
        }
        return std::string();
    };
    CHECK(says().empty()); // 100 dp on three pixels each are 300
    auto bursts = cue("bursts", "arrive", 0, 300, model::MoveKind::Poses);
    bursts.poses = {{.at = 0, .scaleX = 1, .scaleY = 1}, {.at = 1, .scaleX = 5, .scaleY = 5}};
    sequence.cues.push_back(bursts);
    CHECK(says().find("400 × 400 pixels and is shown on 1500 × 1500") != std::string::npos);
    CHECK(says().find("grown 5.0 times") != std::string::npos);
    sequence.cues.clear();
    model::findThing(sequence.layers, LayerId("logo"))->place.width = 300;
    model::findThing(sequence.layers, LayerId("logo"))->place.height = 300;
    CHECK(says().find("900 × 900") != std::string::npos);
}

TEST_CASE(
    "Art that becomes a picture somewhere is named where it grows beyond what such a picture may have") {
    const FakeInstruments fakes;
    auto sequence = aSequence().withBeat(play("arrive", 400)).build();
    auto bursts = cue("bursts", "arrive", 0, 300, model::MoveKind::Poses);
    bursts.poses = {{.at = 0, .scaleX = 1, .scaleY = 1}, {.at = 1, .scaleX = 6, .scaleY = 6}};
    sequence.cues.push_back(bursts);
    auto& logo = *model::findThing(sequence.layers, LayerId("logo"));
    const auto side = std::max(logo.place.width, logo.place.height);
    const auto said = [&] {
        std::vector<check::Finding> found;
        const auto study = studyOf(fakes, sequence);
        for (const auto& it : study->findings()) {
            if (it.rule == "few-pixels") {
                found.push_back(it);
            }
        }
        return found;
    };
    REQUIRE(side * 6 * 3 < 2048);
    CHECK(said().empty());
    logo.place.width = logo.place.height = 200; // 3 600 pixels when it is largest
    const auto found = said();
    REQUIRE(found.size() == 1);
    CHECK(found[0].target == plan::TargetId("react-native"));
    CHECK(found[0].sentence.find("of 2048 pixels") != std::string::npos);
    CHECK(found[0].sentence.find("shown on 3600") != std::string::npos);
}
