// SPDX-License-Identifier: MIT
#include "core/art/picture_head.h"
#include "core/check/rules.h"
#include "core/schedule/largest_scale.h"
#include "core/schedule/resolve.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::check {

namespace {

constexpr double kDense = 3;      ///< pixels a dp of today's usual phones
constexpr double kSeenBlur = 1.5; ///< enlarged by more than this a picture looks soft

/// The largest file of the layer by day; nothing where none can be read.
std::optional<Size> largestFile(const Subject& subject, const model::ImageContent& image) {
    std::optional<Size> largest;
    for (const auto& picture : image.pictures) {
        const auto found = subject.exportedArt().files.find(picture.path);
        const auto pixels =
            found == subject.exportedArt().files.end() ? std::nullopt : art::pictureSize(*found->second);
        if (pixels && !picture.dark && (!largest || pixels->width > largest->width)) {
            largest = pixels;
        }
    }
    return largest;
}

/// Art that a target turns into a picture that is not large enough for what it grows to.
std::vector<Finding> softArt(const Subject& subject) {
    std::vector<Finding> found;
    std::optional<plan::ExportId> told; // once an export, whatever systems it serves
    for (const auto& target : plan::targets()) {
        if (target.player.largestArtPicture == 0 || told == target.exportId) {
            continue;
        }
        told = target.exportId;
        schedule::Conditions conditions;
        conditions.target = target.id;
        conditions.start = model::StartKind::First;
        const auto launch = schedule::resolve(subject.plan(target.id), conditions);
        for (std::size_t i = 0; i < subject.sequence().layers.size(); ++i) {
            const auto& layer = subject.sequence().layers[i];
            if (!layer.art() && !layer.as<model::ShapeContent>()) {
                continue;
            }
            const auto* plate = model::plateOf(layer);
            const double side =
                std::max({layer.place.width, layer.place.height, plate ? plate->diameter : 0, 1.0});
            const double grown = schedule::largestScale(launch, static_cast<int>(i));
            const double wanted = side * grown * kDense;
            const double has = std::max(
                side * kDense, std::min(wanted, static_cast<double>(target.player.largestArtPicture)));
            if (wanted / has <= kSeenBlur) {
                continue;
            }
            Finding finding;
            finding.severity = Severity::Warning;
            finding.target = target.id;
            finding.place = {Place::Kind::Layer, layer.id, {}};
            finding.sentence = fmt::format(
                "{}: “{}” becomes a picture there, of {:.0f} pixels on its longer side, and is shown on "
                "{:.0f} "
                "when it is largest ({:.0f} dp, grown {:.1f} times, {} pixels a dp): it will look soft.",
                target.name, layer.name, has, wanted, side, grown, kDense);
            finding.limit =
                fmt::format("at most {} pixels, of which each picture takes 16 MB of a phone's memory",
                            target.player.largestArtPicture);
            found.push_back(std::move(finding));
        }
    }
    return found;
}

}

std::vector<Finding> fewPixels(const Subject& subject) {
    auto found = softArt(subject);
    const auto& layers = subject.sequence().layers;
    std::optional<schedule::Schedule> launch;
    for (std::size_t i = 0; i < layers.size(); ++i) {
        const auto* image = layers[i].as<model::ImageContent>();
        const auto pixels = image ? largestFile(subject, *image) : std::nullopt;
        if (!pixels || pixels->width < 1 || pixels->height < 1) {
            continue;
        }
        if (!launch) {
            schedule::Conditions conditions; // what cues do to sizes is the same everywhere
            conditions.target = "web";
            conditions.start = model::StartKind::First;
            launch = schedule::resolve(subject.plan(conditions.target), conditions);
        }
        const double scale = schedule::largestScale(*launch, static_cast<int>(i));
        const auto& place = layers[i].place;
        const double fit = std::min(place.width / pixels->width, place.height / pixels->height);
        const double enlarged = fit * scale * kDense;
        if (enlarged <= kSeenBlur) {
            continue;
        }
        Finding finding;
        finding.severity = Severity::Warning;
        finding.place = {Place::Kind::Layer, layers[i].id, {}};
        finding.sentence =
            fmt::format("“{}” has {:.0f} × {:.0f} pixels and is shown on {:.0f} × {:.0f} when it is largest "
                        "({:.0f} dp{}, {} pixels a "
                        "dp): it will look soft.",
                        layers[i].name, pixels->width, pixels->height, pixels->width * enlarged,
                        pixels->height * enlarged, std::max(pixels->width, pixels->height) * fit,
                        scale > 1.01 ? fmt::format(", grown {:.1f} times", scale) : std::string(), kDense);
        finding.limit = fmt::format("enlarged by at most {}", kSeenBlur);
        found.push_back(std::move(finding));
    }
    return found;
}

}
