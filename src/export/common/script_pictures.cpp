// SPDX-License-Identifier: MIT
#include "export/common/script_pictures.h"
#include "export/common/wide_look.h"

#include "core/art/picture_head.h"
#include "core/base/overloads.h"
#include "core/plan/carry.h"
#include "core/project/shown_art.h"
#include "export/common/framed_art.h"
#include "export/common/look_tree.h"
#include "export/common/sized_pictures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

constexpr int kLongestPictureSide = 4096;
constexpr int kScales = 3;

struct Pixels {
    int width, height;
};

/// As many as asked for, or as many as fit; the proportions stay.
Pixels pixelsOf(Size size, double scale) {
    scale = std::min(scale, kLongestPictureSide / std::max({size.width, size.height, 1.0}));
    const auto whole = [&](double dp) { return std::max(1, static_cast<int>(std::lround(dp * scale))); };
    return {whole(size.width), whole(size.height)};
}

art::Art lettersOf(const ExportInput& input, const model::Layer& layer) {
    art::Art letters;
    art::Shape shape;
    const auto& text = layer.get<model::TextContent>();
    shape.path = input.outliner.outline(text, input.artFiles.bytesOf(text.fontFile));
    shape.fill = art::CurrentColour{};
    const Rect ink = art::bounds(shape.path);
    const auto reach = [](double low, double high) {
        return 2 * std::ceil(std::max({std::abs(low), std::abs(high), 1.0}) + 1);
    };
    const Size size{reach(ink.x, ink.right()), reach(ink.y, ink.bottom())};
    letters.viewBox = {-size.width / 2, -size.height / 2, size.width, size.height};
    letters.root.children.emplace_back(std::move(shape));
    return letters;
}

class PictureAdder {
public:
    PictureAdder(ExportBuild& build, const ScaledPictures& where) : m_build(build), m_where(where) {}

    void layer(const model::Layer& layer) {
        const auto drawn = [&](const auto&) {
            if (m_where.artToo) {
                art(layer);
            }
        };
        std::visit(Overloads{drawn, [&](const model::ImageContent&) { image(layer); },
                             [&](const model::BackdropContent& it) { backdrop(layer, it); },
                             [&](const model::ClipContent& it) { clip(layer, it); },
                             [](const model::ProgressContent&) {}, [](const model::FirstScreenContent&) {},
                             [](const model::GroupContent&) {}},
                   layer.contents);
    }

    std::set<std::string> dark;

private:
    /// "sun-dark.png" at a scale, or a larger one's name where it lies.
    [[nodiscard]] std::string path(const std::string& name, bool night, int scale) const {
        const auto base = name + (night ? "-dark" : "");
        if (m_where.naming == ScaledPictures::Naming::Folders) {
            return m_where.folder + (scale > 1 ? fmt::format("{}.0x/", scale) : "") + base + ".png";
        }
        return m_where.folder + base + (scale > 1 ? fmt::format("@{}x", scale) : "") + ".png";
    }

    /// A person's own picture as it is. What is no PNG keeps the name all the same: both frameworks look at
    /// the bytes.
    void copy(const std::string& name, const std::string& from, bool night, int scale) {
        const auto* bytes = m_build.input.artFiles.bytesOf(from);
        if (!bytes || art::pictureEnding(*bytes).empty()) {
            m_build.note(
                "picture-left-out",
                fmt::format("“{}” is left out: only PNG, WebP and JPEG pictures can be shown.", from));
            return;
        }
        m_build.add(path(name, night, scale), *bytes);
        if (night) {
            dark.insert(name + ".png");
        }
    }

    void image(const model::Layer& layer) {
        noteUnread(m_build, layer, "only PNG, WebP and JPEG pictures can be shown");
        for (const bool night : {false, true}) {
            for (int scale = 1; scale <= kScales; ++scale) {
                const auto picture = sizedPicture(m_build.input, layer, scale, night);
                if (picture) {
                    m_build.addLater(path(layer.id, night, scale), picture->maker(m_build.input.rasteriser));
                    if (night) {
                        dark.insert(layer.id + ".png");
                    }
                }
            }
        }
    }

    void backdrop(const model::Layer& layer, const model::BackdropContent& content) {
        if (!content.picture) {
            return;
        }
        copy(layer.id, content.picture->light, false, 1);
        if (!content.picture->dark.empty()) {
            copy(layer.id, content.picture->dark, true, 1);
        }
        if (!content.picture->landscape.empty()) {
            copy(wideName(layer), content.picture->landscape, false, 1);
            if (!content.picture->darkLandscape.empty()) {
                copy(wideName(layer), content.picture->darkLandscape, true, 1);
            }
        }
    }

    void clip(const model::Layer& layer, const model::ClipContent& content) {
        const Size size = clipSizeOf(m_build.input, layer);
        const auto times = clipTimes(content);
        if (m_where.artToo) {
            sheet(layer, content, size, times);
            return;
        }
        for (const bool night : {false, true}) {
            const auto found = m_build.input.artFiles.files.find(night ? content.darkPath : content.path);
            if (found == m_build.input.artFiles.files.end()) {
                continue;
            }
            for (std::size_t i = 0; i < times.size(); ++i) {
                const auto name = fmt::format("{}-{:03}", layer.id, i);
                if (night) {
                    dark.insert(name + ".png");
                }
                // One density, sharp on today's phones, in a third of the bytes of all three.
                m_build.addLater(path(name, night, kScales), [&rasteriser = m_build.input.rasteriser,
                                                              bytes = found->second, time = times[i], size] {
                    const auto pixels = pixelsOf(size, kScales);
                    return rasteriser.clipPng(bytes, time, pixels.width, pixels.height);
                });
                if (m_where.naming == ScaledPictures::Naming::Folders && !m_build.has(path(name, night, 1))) {
                    m_build.addLater(path(name, night, 1), [&rasteriser = m_build.input.rasteriser,
                                                            bytes = found->second, time = times[i], size] {
                        const auto pixels = pixelsOf(size, 1);
                        return rasteriser.clipPng(bytes, time, pixels.width, pixels.height);
                    });
                }
            }
        }
    }

    /// One density, sharp on today's phones, in a third of the bytes of all three. Its name says none:
    /// whoever draws from it gives the size, and an app's tests look for files by their plain names.
    void sheet(const model::Layer& layer, const model::ClipContent& content, Size size,
               const std::vector<double>& times) {
        const int columns = sheetColumns(static_cast<int>(times.size()), size);
        const int rows = (static_cast<int>(times.size()) + columns - 1) / columns;
        const double density = std::min({double(kScales), kLongestPictureSide / (size.width * columns),
                                         kLongestPictureSide / (size.height * rows)});
        const Size pixels{std::max(1.0, std::floor(size.width * density)),
                          std::max(1.0, std::floor(size.height * density))};
        for (const bool night : {false, true}) {
            const auto found = m_build.input.artFiles.files.find(night ? content.darkPath : content.path);
            if (found == m_build.input.artFiles.files.end()) {
                continue;
            }
            if (night) {
                dark.insert(layer.id + ".png");
            }
            m_build.addLater(path(layer.id, night, 1),
                             [&rasteriser = m_build.input.rasteriser, bytes = found->second, times, pixels,
                              columns] { return rasteriser.clipSheetPng(bytes, times, pixels, columns); });
        }
    }

    void art(const model::Layer& layer) {
        art(layer, layer.id);
        if (hasWidePicture(layer)) {
            art(atLandscapePlace(layer), wideName(layer));
        }
    }

    void art(const model::Layer& layer, const std::string& name) {
        const auto light = layerPicture(m_build.input, layer, Appearance::Light);
        const auto night = layerPicture(m_build.input, layer, Appearance::Dark);
        // As sharp as it is when it has grown, as far as that goes.
        const plan::TargetId on = "react-native"; // the one that shows art as pictures
        const double growth = largestShown(m_build.input, layer, on);
        const double most = plan::targetOf(on).player.largestArtPicture /
                            std::max({light.size.width, light.size.height, 1.0});
        const bool differs =
            project::differsByNight(layer) || model::plateOf(layer) || !(light.ink == night.ink);
        for (const bool isNight : {false, true}) {
            if (isNight && !differs) {
                continue;
            }
            if (isNight) {
                dark.insert(name + ".png");
            }
            for (int scale = 1; scale <= kScales; ++scale) {
                m_build.addLater(path(name, isNight, scale),
                                 [&rasteriser = m_build.input.rasteriser, it = isNight ? night : light,
                                  density = std::max(double(scale), std::min(scale * growth, most))] {
                                     const auto pixels = pixelsOf(it.size, density);
                                     return rasteriser.png(it.art, pixels.width, pixels.height, it.ink);
                                 });
            }
        }
    }

    ExportBuild& m_build;
    const ScaledPictures& m_where;
};

}

LayerPicture layerPicture(const ExportInput& input, const model::Layer& layer, Appearance appearance) {
    const auto colour = [&](const model::ColourRef& ref) {
        return model::colourOf(input.sequence.palette, ref, appearance);
    };
    const bool isText = layer.as<model::TextContent>();
    const Size size = artPictureSize(input, layer);
    auto picture = std::make_shared<art::Art>();
    picture->viewBox = {0, 0, size.width, size.height};
    if (const auto* plate = model::plateOf(layer)) {
        art::Shape disc;
        const double r = plate->diameter / 2;
        disc.path = art::ellipsePath({size.width / 2, size.height / 2}, r, r);
        disc.fill = colour(plate->colour);
        picture->root.children.emplace_back(std::move(disc));
    }
    const auto shown =
        isText ? nullptr : project::shownArt(input.sequence, input.artFiles, layer, appearance);
    const art::Art letters = shown ? art::Art() : lettersOf(input, layer);
    const Size inner = shown ? Size{layer.place.width, layer.place.height} : size;
    const Rect box{(size.width - inner.width) / 2, (size.height - inner.height) / 2, inner.width,
                   inner.height};
    const auto placed = framedArt(shown ? *shown : letters, size, box);
    picture->root.children.emplace_back(art::cloneGroup(placed->root));
    const auto& tint = isText ? layer.get<model::TextContent>().colour : model::tintOf(layer);
    return {picture, size, tint.empty() ? Colour{0, 0, 0, 255} : colour(tint)};
}

Size artPictureSize(const ExportInput& input, const model::Layer& layer) {
    Size size{layer.place.width, layer.place.height};
    if (layer.as<model::TextContent>()) {
        const auto letters = lettersOf(input, layer);
        size = {letters.viewBox.width, letters.viewBox.height};
    }
    if (const auto* plate = model::plateOf(layer)) {
        size = {std::max(size.width, plate->diameter), std::max(size.height, plate->diameter)};
    }
    return size;
}

int sheetColumns(int frames, Size size) {
    return std::max(1, static_cast<int>(std::ceil(std::sqrt(frames * size.height / size.width))));
}

bool hasWidePicture(const model::Layer& layer) {
    return project::hasOtherBox(layer) && (layer.art() || layer.as<model::ShapeContent>());
}

std::set<std::string> addScaledPictures(ExportBuild& build, const ScaledPictures& where) {
    PictureAdder adder(build, where);
    for (const auto& layer : build.sequence().layers) {
        adder.layer(layer);
    }
    return std::move(adder.dark);
}

}
