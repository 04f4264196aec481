// SPDX-License-Identifier: MIT
#include "export/common/remembered_pictures.h"
#include "support/export_helper.h"

using namespace scaena;
using namespace scaena::test;

namespace {

class CountingRasteriser : public render::QtRasteriser {
public:
    mutable std::atomic<int> made = 0;
    std::string png(const art::ArtPtr& art, int width, int height, Colour colour) const override {
        ++made;
        return render::QtRasteriser::png(art, width, height, colour);
    }
};

class CountingFrames : public render::QtFrameMaker {
public:
    mutable std::atomic<int> made = 0;
    std::string layerPng(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                         const LayerId& layer, model::Appearance appearance, int side, double part,
                         std::optional<Colour> backing, bool round) const override {
        ++made;
        return render::QtFrameMaker::layerPng(sequence, artFiles, layer, appearance, side, part, backing,
                                              round);
    }
};

exporting::Export builtBy(const project::Project& project, plan::ExportId target,
                          const art::Rasteriser& rasteriser, const exporting::FrameMaker& frames) {
    const auto study = studyOf(project.sequence, *project.artFiles);
    auto made = exporting::build({*study, rasteriser, frames, {}}, target);
    REQUIRE(made);
    return std::move(*made);
}

}

TEST_CASE(
    "Remembered pictures are the pictures that would have been made, each made once for several exports") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const CountingRasteriser rasteriser;
        const CountingFrames frames;
        const exporting::RememberedPictures pictures(rasteriser, frames);
        int afterFirst = 0;
        for (const auto target : std::initializer_list<plan::ExportId>{"ios", "flutter", "react-native"}) {
            INFO(path << " " << target.name());
            const auto plain = exported(project.sequence, *project.artFiles, {}, target);
            const auto shared = builtBy(project, target, pictures, pictures);
            REQUIRE(plain.files.size() == shared.files.size());
            for (std::size_t i = 0; i < plain.files.size(); ++i) {
                CHECK(plain.files[i].path == shared.files[i].path);
                CHECK(plain.files[i].bytes == shared.files[i].bytes);
            }
            if (std::string(target.name()) == "ios") {
                afterFirst = frames.made;
            }
        }
        CHECK(frames.made > 0);
        const int before = rasteriser.made + frames.made;
        builtBy(project, "ios", pictures, pictures);
        CHECK(rasteriser.made + frames.made == before);
        CHECK(afterFirst > 0);
    }
}

TEST_CASE("Art that differs in one point is another picture") {
    const CountingRasteriser rasteriser;
    const render::QtFrameMaker frames;
    const exporting::RememberedPictures pictures(rasteriser, frames);
    const auto square = [](double side) {
        auto art = std::make_shared<art::Art>();
        art->viewBox = {0, 0, 20, 20};
        art::Shape shape;
        shape.path = art::rectPath({2, 2, side, side}, 0, 0);
        art->root.children.emplace_back(std::move(shape));
        return art;
    };
    const auto one = pictures.png(square(10), 40, 40, {});
    CHECK(pictures.png(square(10), 40, 40, {}) == one);
    CHECK(rasteriser.made == 1);
    CHECK(pictures.png(square(11), 40, 40, {}) != one);
    CHECK(pictures.png(square(10), 41, 40, {}) != one);
    (void)pictures.png(square(10), 40, 40, {1, 2, 3, 255});
    CHECK(rasteriser.made == 4);
}
