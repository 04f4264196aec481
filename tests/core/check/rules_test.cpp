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
    sequence.opening = {sequence.opening.colour, {}, {}, {"backdrop"}, {}};
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
