// SPDX-License-Identifier: MIT
#include "core/art/picture_head.h"
#include "core/base/overloads.h"
#include "core/plan/carry.h"
#include "core/project/shown_art.h"
#include "export/common/app_icon.h"
#include "export/common/look_tree.h"
#include "export/common/script_pictures.h"
#include "export/common/sized_pictures.h"
#include "export/common/wide_look.h"
#include "export/ios/ios_parts.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace scaena::exporting {

using Json = nlohmann::ordered_json;
using model::Appearance;

namespace {

const Json kInfo = {{"author", "xcode"}, {"version", 1}};
/// No picture is larger than this on a side; larger ones are scaled up by the device.
constexpr int kLargestPicture = 4096;

Json darkMark() { return Json::array({{{"appearance", "luminosity"}, {"value", "dark"}}}); }

std::string contents(Json fields) {
    fields["info"] = kInfo;
    return fields.dump(2) + "\n";
}

/// Collects the pictures of one image set.
class ImageSet {
public:
    ImageSet(ExportBuild& build, const IosNames& names, std::string name)
        : m_build(build), m_folder(names.catalogue() + name + ".imageset/"), m_name(std::move(name)) {}
    ~ImageSet() { m_build.add(m_folder + "Contents.json", contents({{"images", m_images}})); }
    ImageSet(const ImageSet&) = delete;
    ImageSet& operator=(const ImageSet&) = delete;

    /// `scale` 0: the only one of its appearance. `low`: for phones held sideways, the compact height class.
    void add(int scale, bool dark, std::function<std::string()> make, const char* ending = ".png",
             bool low = false) {
        const auto file = fmt::format("{}{}{}{}{}", m_name, low ? "-low" : "", dark ? "-dark" : "",
                                      scale > 1 ? fmt::format("@{}x", scale) : "", ending);
        Json image = {{"idiom", "universal"}, {"filename", file}};
        if (scale > 0) {
            image["scale"] = fmt::format("{}x", scale);
        }
        if (low) {
            image["height-class"] = "compact";
        }
        if (dark) {
            image["appearances"] = darkMark();
        }
        m_images.push_back(std::move(image));
        m_build.addLater(m_folder + file, std::move(make));
    }

    /// The art at once, twice and three times its size in points.
    void addArt(const art::ArtPtr& art, Size size, Colour tint, bool dark) {
        for (int scale = 1; scale <= 3; ++scale) {
            const auto pixels = [&](double points) {
                return std::clamp(static_cast<int>(std::lround(points * scale)), 1, kLargestPicture);
            };
            add(scale, dark,
                [&rasteriser = m_build.input.rasteriser, art, wide = pixels(size.width),
                 high = pixels(size.height), tint] { return rasteriser.png(art, wide, high, tint); });
        }
    }

    /// What is no PNG or JPEG is written as PNG.
    void addSized(const SizedPicture& picture, int scale, bool dark, bool low = false) {
        auto written = picture;
        if (written.ending == ".webp") {
            const auto pixels = art::pictureSize(*picture.bytes).value_or(Size{1, 1});
            written.width = static_cast<int>(pixels.width);
            written.height = static_cast<int>(pixels.height);
        }
        add(scale, dark, written.maker(m_build.input.rasteriser), written.ending == ".jpg" ? ".jpg" : ".png",
            low);
    }

    /// A picture of the person's own in all its pixels. False if it is of no kind the platform reads.
    bool addFile(const std::string& path, int scale, bool dark, bool low = false) {
        const auto found = m_build.input.artFiles.files.find(path);
        const auto ending =
            found == m_build.input.artFiles.files.end() ? std::string() : art::pictureEnding(*found->second);
        if (ending.empty()) {
            m_build.note("picture-left-out",
                         fmt::format("“{}” is left out: asset catalogues take PNG and JPEG pictures.", path));
            return false;
        }
        addSized({path, found->second, ending, 0, 0}, scale, dark, low);
        return true;
    }

private:
    ExportBuild& m_build;
    std::string m_folder, m_name;
    Json m_images = Json::array();
};

/// As large as it is shown at each scale; one file that serves two scales as it is stands at the larger.
void addPictures(ExportBuild& build, ImageSet& set, const model::Layer& layer) {
    noteUnread(build, layer, "asset catalogues take PNG and JPEG pictures");
    for (const bool dark : {false, true}) {
        std::optional<SizedPicture> above;
        for (int scale = 3; scale >= 1; --scale) {
            auto picture = sizedPicture(build.input, layer, scale, dark);
            if (!picture) {
                break;
            }
            const bool isSame =
                above && above->isWhole() && picture->isWhole() && above->path == picture->path;
            if (!isSame) {
                set.addSized(*picture, scale, dark);
            }
            above = std::move(picture);
        }
    }
}

/// A sheet with the backdrop's gradient, stretched over the screen by the storyboard.
OpeningPicture addGradientPicture(ExportBuild& build, const IosNames& names, const model::Layer& layer) {
    const auto& fill = layer.get<model::BackdropContent>().fill;
    const Size size{390, 844};
    ImageSet set(build, names, names.opening(layer.id));
    for (const auto appearance : {Appearance::Light, Appearance::Dark}) {
        const auto colour = [&](const model::ColourRef& ref) {
            return model::colourOf(build.sequence().palette, ref, appearance);
        };
        auto sheet = std::make_shared<art::Art>();
        sheet->viewBox = {0, 0, size.width, size.height};
        const double radians = fill.angle * std::numbers::pi / 180;
        const double half =
            (std::abs(size.width * std::sin(radians)) + std::abs(size.height * std::cos(radians))) / 2;
        art::Gradient gradient;
        gradient.end = {size.width / 2 + std::sin(radians) * half,
                        size.height / 2 - std::cos(radians) * half};
        gradient.start = {size.width - gradient.end.x, size.height - gradient.end.y};
        gradient.stops = {{0, colour(fill.colour)}, {1, colour(fill.to)}};
        art::Shape shape;
        shape.path = art::rectPath(sheet->viewBox, 0, 0);
        shape.fill = std::move(gradient);
        sheet->root.children.emplace_back(std::move(shape));
        const bool dark = appearance == Appearance::Dark;
        set.add(1, dark, [&rasteriser = build.input.rasteriser, sheet, size] {
            return rasteriser.png(sheet, static_cast<int>(size.width), static_cast<int>(size.height), {});
        });
    }
    return {size, true, "scaleToFill"};
}

OpeningPicture addArtPicture(ExportBuild& build, const IosNames& names, const model::Layer& layer) {
    ImageSet set(build, names, names.opening(layer.id));
    for (const auto appearance : {Appearance::Light, Appearance::Dark}) {
        const auto picture = layerPicture(build.input, layer, appearance);
        set.addArt(picture.art, picture.size, picture.ink, appearance == Appearance::Dark);
    }
    return {artPictureSize(build.input, layer), false, "scaleToFill"};
}

}

std::optional<OpeningPicture> addOpeningPicture(ExportBuild& build, const IosNames& names,
                                                const model::Layer& layer) {
    using Made = std::optional<OpeningPicture>;
    const auto drawn = [&](const auto&) -> Made { return addArtPicture(build, names, layer); };
    return std::visit(
        Overloads{drawn,
                  [&](const model::BackdropContent& content) -> Made {
                      if (const auto& it = content.picture) {
                          ImageSet set(build, names, names.opening(layer.id));
                          const bool any = set.addFile(it->light, 0, false);
                          if (any && !it->dark.empty()) {
                              set.addFile(it->dark, 0, true);
                          }
                          // A catalogue knows no orientation, but the class of a phone held sideways.
                          for (const bool dark : {false, true}) {
                              const auto wide = project::backdropPicture(
                                  layer, dark ? Appearance::Dark : Appearance::Light, true);
                              const bool isOther = dark ? !it->landscape.empty() || !it->darkLandscape.empty()
                                                        : !it->landscape.empty();
                              if (any && isOther) {
                                  set.addFile(wide, 0, dark, true);
                              }
                          }
                          return OpeningPicture{{390, 844},
                                                true,
                                                it->fit == model::Fit::Fill ? "scaleAspectFill"
                                                                            : "scaleAspectFit"};
                      }
                      return content.fill.to.empty() ? Made() : addGradientPicture(build, names, layer);
                  },
                  [&](const model::ImageContent&) -> Made {
                      ImageSet set(build, names, names.opening(layer.id));
                      addPictures(build, set, layer);
                      return OpeningPicture{{layer.place.width, layer.place.height}, false, "scaleAspectFit"};
                  }},
        layer.contents);
}

void addColourSets(ExportBuild& build, const IosNames& names) {
    build.add(names.catalogue() + "Contents.json", contents(Json::object()));
    for (const auto& colour : build.sequence().palette) {
        const auto entry = [](Colour c) {
            const auto part = [](int value) { return fmt::format("0x{:02X}", value); };
            return Json{{"color-space", "srgb"},
                        {"components",
                         {{"red", part(c.r)},
                          {"green", part(c.g)},
                          {"blue", part(c.b)},
                          {"alpha", fmt::format("{:.3f}", c.a / 255.0)}}}};
        };
        const Json colours = Json::array(
            {{{"idiom", "universal"}, {"color", entry(colour.light)}},
             {{"idiom", "universal"}, {"appearances", darkMark()}, {"color", entry(colour.dark)}}});
        build.add(names.catalogue() + names.colour(colour.id) + ".colorset/Contents.json",
                  contents({{"colors", colours}}));
    }
}

void addBackdropPicture(ExportBuild& build, const IosNames& names, const model::Layer& layer) {
    const auto& picture = *model::pictureOf(layer);
    ImageSet set(build, names, names.picture(layer.id));
    set.addFile(picture.light, 0, false);
    if (!picture.dark.empty()) {
        set.addFile(picture.dark, 0, true);
    }
}

void addPlayerPictures(ExportBuild& build, const IosNames& names) {
    for (const auto& layer : build.sequence().layers) {
        if (layer.as<model::ImageContent>()) {
            ImageSet set(build, names, names.picture(layer.id));
            addPictures(build, set, layer);
        } else if (model::pictureOf(layer)) {
            addBackdropPicture(build, names, layer);
            if (const auto wide = wideLookOf(build.input, layer).other) { // catalogues know no orientation
                addBackdropPicture(build, names, *wide);
            }
        } else if (const auto* clip = layer.as<model::ClipContent>()) {
            const Size size = clipSizeOf(build.input, layer);
            const auto times = clipTimes(*clip);
            for (std::size_t i = 0; i < times.size(); ++i) {
                ImageSet set(build, names, names.frame(layer.id, static_cast<int>(i)));
                for (const bool dark : {false, true}) {
                    const auto found = build.input.artFiles.files.find(dark ? clip->darkPath : clip->path);
                    if (found != build.input.artFiles.files.end()) {
                        set.add(3, dark,
                                [&rasteriser = build.input.rasteriser, bytes = found->second, time = times[i],
                                 size] {
                                    return rasteriser.clipPng(bytes, time,
                                                              static_cast<int>(std::lround(size.width * 3)),
                                                              static_cast<int>(std::lround(size.height * 3)));
                                });
                    }
                }
            }
        }
    }
}

void addPartPictures(ExportBuild& build, const IosNames& names, const PartPictures& parts) {
    for (const auto& it : parts.all()) {
        ImageSet set(build, names, names.part(it.name));
        for (int scale = 1; scale <= 3; ++scale) {
            set.add(scale, false, [&rasteriser = build.input.rasteriser, it, scale] {
                return partPng(rasteriser, it.picture, it.size, scale);
            });
        }
        notePart(build, it);
    }
}

void addIosIcons(ExportBuild& build, const IosNames& names) {
    const auto* icon = model::iconLayer(build.sequence());
    if (!icon) {
        return;
    }
    const auto single = names.catalogue() + names.icon() + ".appiconset/";
    addIconPng(build, single + "icon.png", *icon, 1024, project::kRoundedSafe, true);
    addIconPng(build, single + "icon-dark.png", *icon, 1024, project::kRoundedSafe, true, Appearance::Dark);
    const Json base = {{"idiom", "universal"}, {"platform", "ios"}, {"size", "1024x1024"}};
    Json light = base, dark = base;
    light["filename"] = "icon.png";
    dark["filename"] = "icon-dark.png";
    dark["appearances"] = darkMark();
    build.add(single + "Contents.json", contents({{"images", Json::array({light, dark})}}));

    // Older versions of the tools want every size by itself.
    struct Slot {
        const char* idiom;
        double points;
        int scale;
    };
    static constexpr Slot slots[] = {
        {"iphone", 20, 2}, {"iphone", 20, 3}, {"iphone", 29, 2},         {"iphone", 29, 3}, {"iphone", 40, 2},
        {"iphone", 40, 3}, {"iphone", 60, 2}, {"iphone", 60, 3},         {"ipad", 20, 1},   {"ipad", 20, 2},
        {"ipad", 29, 1},   {"ipad", 29, 2},   {"ipad", 40, 1},           {"ipad", 40, 2},   {"ipad", 76, 1},
        {"ipad", 76, 2},   {"ipad", 83.5, 2}, {"ios-marketing", 1024, 1}};
    const auto all = names.catalogue() + names.icon() + "AllSizes.appiconset/";
    Json images = Json::array();
    for (const auto& slot : slots) {
        const int side = static_cast<int>(std::lround(slot.points * slot.scale));
        const auto file = fmt::format("icon-{}.png", side);
        if (!build.has(all + file)) {
            addIconPng(build, all + file, *icon, side, project::kRoundedSafe, true);
        }
        images.push_back({{"idiom", slot.idiom},
                          {"size", fmt::format("{0}x{0}", slot.points)},
                          {"scale", fmt::format("{}x", slot.scale)},
                          {"filename", file}});
    }
    build.add(all + "Contents.json", contents({{"images", images}}));
}

}
