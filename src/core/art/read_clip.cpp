// SPDX-License-Identifier: MIT
#include "core/art/read_clip.h"

#include "core/art/losses.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

namespace scaena::art {

namespace {

using Json = nlohmann::json;

constexpr int kDeepestClip = 200;
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
    for (const auto& layer : json.at("layers")) {
        if (!layer.is_object()) {
            continue;
        }
        const int type =
            layer.contains("ty") && layer["ty"].is_number_integer() ? layer["ty"].get<int>() : -1;
        if (type == 5) {
            noteLoss(info.losses, "text layers, unless they were turned into shapes");
        } else if (type == 6) {
            noteLoss(info.losses, "sound");
        }
        if (layer.contains("ef") && layer["ef"].is_array() && !layer["ef"].empty()) {
            noteLoss(info.losses, "effects");
        }
    }
    if (const auto assets = json.find("assets"); assets != json.end() && assets->is_array()) {
        for (const auto& asset : *assets) {
            const auto path = asset.is_object() ? asset.find("p") : asset.end();
            if (asset.is_object() && path != asset.end() && path->is_string() &&
                !path->get<std::string>().starts_with("data:")) {
                noteLoss(info.losses, "pictures that lie in files of their own");
            }
        }
    }
}

double numberAt(const Json& json, const char* key) {
    const auto found = json.find(key);
    return found != json.end() && found->is_number() ? found->get<double>() : NAN;
}

void readMarkers(const Json& json, double first, ClipInfo& info) {
    const auto markers = json.find("markers");
    if (markers == json.end() || !markers->is_array()) {
        return;
    }
    for (const auto& marker : *markers) {
        if (!marker.is_object() || info.markers.size() >= 1000) {
            continue;
        }
        const auto name = marker.find("cm");
        const double at = numberAt(marker, "tm");
        const double length = numberAt(marker, "dr");
        if (name != marker.end() && name->is_string() && std::isfinite(at)) {
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
    bool tooDeep = false;
    const auto watch = [&tooDeep](int depth, Json::parse_event_t, Json&) {
        tooDeep = tooDeep || depth > kDeepestClip;
        return !tooDeep;
    };
    const auto json = Json::parse(text.begin(), text.end(), watch, false);
    if (tooDeep) {
        return failure(ProblemKind::Refused, "is nested too deeply for a clip", name);
    }
    const bool isClip = json.is_object() && json.contains("layers") && json["layers"].is_array() &&
                        json.contains("op") && json.contains("fr");
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
    info.length = static_cast<Millis>(std::lround((last - first) * 1000 / info.frameRate));
    readMarkers(json, first, info);
    noteLosses(json, info);
    return info;
}

}
