// SPDX-License-Identifier: MIT
#include "core/art/read_clip.h"

#include "core/art/clip_cost.h"
#include "core/art/losses.h"
#include "core/base/bounded_json.h"

#include <algorithm>
#include <cmath>

namespace scaena::art {

namespace {

constexpr JsonBounds kBounds = {.bytes = 64u << 20, .depth = 200, .values = 4'000'000};
constexpr double kLargestClip = 8192;    // px a side
constexpr double kLongestFrames = 36000; // ten minutes at 60

/// An expression is a program in the place of a value; no launch picture runs one.
bool holdsExpression(const Json& json) {
    if (json.is_object()) {
        const auto x = json.find("x");
        if (x != json.end() && x->is_string() && json.contains("k")) {
            return true;
        }
    }
    return json.is_structured() &&
           std::any_of(json.begin(), json.end(), [](const Json& it) { return holdsExpression(it); });
}

void noteLosses(const Json& json, ClipInfo& info) {
    if (holdsExpression(json)) {
        noteLoss(info.losses, "expressions");
    }
    for (const auto& layer : listOf(json, "layers")) {
        const double type = numberOf(layer, "ty").value_or(-1);
        if (type == 5) {
            noteLoss(info.losses, "text layers, unless they were turned into shapes");
        } else if (type == 6) {
            noteLoss(info.losses, "sound");
        }
        if (!listOf(layer, "ef").empty()) {
            noteLoss(info.losses, "effects");
        }
    }
    for (const auto& asset : listOf(json, "assets")) {
        const auto path = textOf(asset, "p");
        if (!path.empty() && !path.starts_with("data:")) {
            noteLoss(info.losses, "pictures that lie in files of their own");
        }
    }
}

double numberAt(const Json& json, const char* key) { return numberOf(json, key).value_or(NAN); }

void readMarkers(const Json& json, double first, ClipInfo& info) {
    for (const auto& marker : listOf(json, "markers")) {
        if (info.markers.size() >= 1000) {
            return;
        }
        const auto* name = memberOf(marker, "cm");
        const double at = numberAt(marker, "tm");
        const double length = numberAt(marker, "dr");
        if (name && name->is_string() && std::isfinite(at)) {
            const auto millis = [&](double frames) {
                return static_cast<Millis>(
                    std::lround(std::clamp(frames, 0.0, kLongestFrames) * 1000 / info.frameRate));
            };
            info.markers.push_back(
                {name->get<std::string>(), millis(at - first), std::isfinite(length) ? millis(length) : 0});
        }
    }
}

}

Result<ClipInfo> readClip(std::string_view text, const std::string& name) {
    const auto parsed = parseJson(text, name, kBounds);
    if (!parsed && parsed.error().front().kind == ProblemKind::Refused) {
        return tl::unexpected(parsed.error());
    }
    static const Json nothing;
    const Json& json = parsed ? *parsed : nothing;
    const auto* layers = memberOf(json, "layers");
    const bool isClip = layers && layers->is_array() && memberOf(json, "op") && memberOf(json, "fr");
    if (!isClip) {
        return failure(
            ProblemKind::Invalid,
            "is not a Lottie clip: a JSON object with “w”, “h”, “fr”, “ip”, “op” and “layers” is expected",
            name);
    }
    ClipInfo info;
    info.size = {numberAt(json, "w"), numberAt(json, "h")};
    info.frameRate = numberAt(json, "fr");
    const double first = std::isfinite(numberAt(json, "ip")) ? numberAt(json, "ip") : 0;
    const double last = numberAt(json, "op");
    const bool sane = info.size.width >= 1 && info.size.height >= 1 && info.size.width <= kLargestClip &&
                      info.size.height <= kLargestClip && info.frameRate >= 1 && info.frameRate <= 1000 &&
                      last > first && last - first <= kLongestFrames;
    if (!sane) {
        return failure(
            ProblemKind::Refused,
            "has a size, frame rate or length that no clip has (1 to 8192 px, 1 to 1000 frames a second, "
            "at most 36000 frames)",
            name);
    }
    if (clipCost(json) > kMostClipCost) {
        return failure(
            ProblemKind::Refused,
            "grows to more than a clip may hold once its repeaters and compositions are followed (300 000 "
            "outlines and points), or a composition holds itself",
            name);
    }
    info.length = static_cast<Millis>(std::lround((last - first) * 1000 / info.frameRate));
    readMarkers(json, first, info);
    noteLosses(json, info);
    return info;
}

}
