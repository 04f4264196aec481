// SPDX-License-Identifier: MIT
#include "render/frames/icon_image.h"

#include "core/project/icon_fit.h"
#include "render/base/convert.h"
#include "support/export_helper.h"
#include "support/pictures.h"

using namespace scaena;
using namespace scaena::test;
using namespace scaena::render;
using model::Appearance;

namespace {

constexpr int kIconSide = 216;

/// Farthest painted pixel from the middle, as a part of half the side.
double reachOf(const QImage& image) {
    double far = 0;
    for (int y = 0; y < image.height(); ++y) {
        for (int x = 0; x < image.width(); ++x) {
            if (qAlpha(image.pixel(x, y)) > 40) {
                far =
                    std::max(far, std::hypot(x + 0.5 - image.width() / 2.0, y + 0.5 - image.height() / 2.0));
            }
        }
    }
    return far / (image.width() / 2.0);
}

}

TEST_CASE("At full size no mask cuts the art of any sample, and the art is not lost in the middle either") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto* layer = model::iconLayer(project.sequence);
        REQUIRE(layer);
        for (const double safe : {project::kAdaptiveSafe, project::kMaskableSafe, project::kRoundedSafe}) {
            INFO(path << " " << safe);
            const double part = project::iconPart(project.sequence, *project.artFiles, *layer, safe);
            const auto image = layerImage(project.sequence, *project.artFiles, layer->id,
                                          {Appearance::Light, kIconSide, part, {}, false});
            CHECK(reachOf(image) <= safe + 0.02);
            CHECK(reachOf(image) >= safe * 0.6);
        }
    }
}

TEST_CASE("A person's own size scales the icon's art") {
    auto project = openSample(samples().front());
    const auto& layer = *model::iconLayer(project.sequence);
    const double whole = project::iconPart(project.sequence, *project.artFiles, layer, 1);
    project.sequence.appIcon.size = 0.5;
    CHECK(project::iconPart(project.sequence, *project.artFiles, layer, 1) == Approx(whole / 2));
}

TEST_CASE("Every look of the icon is cut to its mask and fills it with the icon's colour") {
    const auto project = openSample(samples().front());
    const auto icon = [&](IconLook look, Appearance appearance = Appearance::Light) {
        return iconImage(project.sequence, *project.artFiles, look, appearance, kIconSide);
    };
    const auto topMiddle = [](const QImage& image) { return image.pixelColor(kIconSide / 2, 3); };
    for (const auto look : {IconLook::Circle, IconLook::Soft, IconLook::Rounded, IconLook::Maskable}) {
        INFO(static_cast<int>(look));
        CHECK(icon(look).pixelColor(0, 0).alpha() == 0);
        CHECK(isNear(topMiddle(icon(look)),
                     toQt(model::colourOf(project.sequence.palette, model::iconColour(project.sequence),
                                          Appearance::Light))));
        CHECK(topMiddle(icon(look)) != topMiddle(icon(look, Appearance::Dark)));
    }
    CHECK(topMiddle(icon(IconLook::Plain)).alpha() == 0);
    // The system takes the shape alone: two tones, whatever the art's colours.
    const auto themed = icon(IconLook::Themed);
    const QColor ground = topMiddle(themed);
    for (int y = 0; y < kIconSide; y += 3) {
        for (int x = 0; x < kIconSide; x += 3) {
            const QColor it = themed.pixelColor(x, y);
            if (it.alpha() == 255) {
                CHECK(std::abs((it.red() - it.green()) - (ground.red() - ground.green())) < 24);
            }
        }
    }
}

TEST_CASE("The previews show what the exports write") {
    const auto project = openSample(samples().front());
    const auto png = [&](plan::ExportId target, const char* file) {
        const auto made = exported(project.sequence, *project.artFiles, {}, target);
        return QImage::fromData(QByteArray::fromStdString(fileOf(made, file)));
    };
    // The middle of the pictures: beyond it the mask cuts the previews.
    const auto middle = [](const QImage& image) {
        const int side = image.width();
        return image.copy(side / 4, side / 4, side / 2, side / 2).convertToFormat(QImage::Format_ARGB32);
    };
    const auto ios = png("ios", "Icon.appiconset/icon.png");
    CHECK(difference(middle(ios), middle(iconImage(project.sequence, *project.artFiles, IconLook::Rounded,
                                                   Appearance::Light, ios.width()))) < 1);
    const auto night = png("ios", "Icon.appiconset/icon-dark.png");
    CHECK(difference(middle(night), middle(iconImage(project.sequence, *project.artFiles, IconLook::Rounded,
                                                     Appearance::Dark, night.width()))) < 1);
    const auto web = png("web", "icons/maskable-512.png");
    CHECK(difference(middle(web), middle(iconImage(project.sequence, *project.artFiles, IconLook::Maskable,
                                                   Appearance::Light, web.width()))) < 1);
    const auto plain = png("web", "icons/icon-512.png");
    CHECK(difference(plain, iconImage(project.sequence, *project.artFiles, IconLook::Plain, Appearance::Light,
                                      plain.width())) < 1);
}

TEST_CASE("Each target's home screen has its own mask") {
    CHECK(homeLook("android12") == IconLook::Circle);
    CHECK(homeLook("flutter-ios") == IconLook::Rounded);
    CHECK(homeLook("react-native") == IconLook::Circle);
    CHECK(homeLook("web") == IconLook::Maskable);
}
