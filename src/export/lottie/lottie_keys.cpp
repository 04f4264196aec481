// SPDX-License-Identifier: MIT
#include "export/lottie/lottie_keys.h"

#include <algorithm>
#include <cmath>

namespace scaena::exporting {

using Json = nlohmann::ordered_json;

namespace {

Json numbers(const std::vector<double>& values) {
    Json::array_t list;
    list.reserve(values.size());
    for (const double value : values) {
        list.emplace_back(lottieNumber(value));
    }
    return list;
}

/// Filled one by one: a list in braces is first made of pairs, which is felt where there are thousands.
Json property(int animated, Json value) {
    Json made = Json::object();
    made.get_ref<Json::object_t&>().reserve(2);
    made.emplace("a", Json(animated));
    made.emplace("k", std::move(value));
    return made;
}

bool isStill(const LottieSamples& samples) {
    return std::all_of(samples.begin(), samples.end(), [&](const auto& it) {
        for (std::size_t k = 0; k < it.size(); ++k) {
            if (std::abs(it[k] - samples[0][k]) > 1e-9) {
                return false;
            }
        }
        return true;
    });
}

/// A frame, finer than other numbers: what is fast goes far in a thousandth of a frame.
double momentOf(double frame) { return std::round(frame * 1e6) / 1e6; }

/// The format's handles are lists for plain numbers, and single numbers for outlines.
Json handles(double x, double y, bool single) {
    return single ? Json{{"x", x}, {"y", y}} : Json{{"x", {x}}, {"y", {y}}};
}

template <typename Value>
Json keysOf(const LottieTimes& times, const std::vector<LottieKey>& keys, bool single, Value value) {
    Json list = Json::array();
    for (const auto& it : keys) {
        Json key = Json::object();
        key.emplace("t", Json(momentOf(times.frames[it.sample])));
        key.emplace("s", value(it.sample));
        if (it.way == LottieKey::Way::Hold) {
            key.emplace("h", Json(1));
        } else if (&it != &keys.back()) {
            key.emplace("o", handles(it.curve.x1, it.curve.y1, single));
            key.emplace("i", handles(it.curve.x2, it.curve.y2, single));
        }
        list.push_back(std::move(key));
    }
    return property(1, std::move(list));
}

LottieSamples wrapped(const std::vector<double>& samples) {
    LottieSamples all;
    all.reserve(samples.size());
    for (const double value : samples) {
        all.push_back({value});
    }
    return all;
}

Json animated(const LottieTimes& times, const LottieSamples& samples, const std::vector<LottieKey>& keys) {
    return keysOf(times, keys, false, [&](std::size_t i) { return numbers(samples[i]); });
}

}

double lottieNumber(double value) {
    const double rounded = std::round(value * 1000) / 1000;
    return rounded == 0 ? 0 : rounded;
}

Json lottieConstant(double value) { return property(0, lottieNumber(value)); }

Json lottieConstant(const std::vector<double>& value) { return property(0, numbers(value)); }

Json lottieProperty(const LottieTimes& times, const LottieSamples& samples, double tolerance) {
    if (isStill(samples)) {
        return samples[0].size() == 1 ? lottieConstant(samples[0][0]) : lottieConstant(samples[0]);
    }
    return animated(times, samples, lottieKeys(times, samples, tolerance));
}

Json lottieProperty(const LottieTimes& times, const std::vector<double>& samples, double tolerance) {
    return lottieProperty(times, wrapped(samples), tolerance);
}

Json lottiePlace(const LottieTimes& times, const LottieSamples& samples, double tolerance) {
    if (isStill(samples)) {
        return lottieConstant(samples[0]);
    }
    std::vector<double> across, down;
    for (const auto& it : samples) {
        across.push_back(it[0]);
        down.push_back(it[1]);
    }
    const auto together = lottieKeys(times, samples, tolerance);
    const auto apart = lottieKeys(times, wrapped(across), tolerance).size() +
                       lottieKeys(times, wrapped(down), tolerance).size();
    if (together.size() <= apart) {
        return animated(times, samples, together);
    }
    return {{"s", true},
            {"x", lottieProperty(times, across, tolerance)},
            {"y", lottieProperty(times, down, tolerance)}};
}

Json lottieOutline(const LottieTimes& times, const LottieSamples& samples, double tolerance,
                   Json (*outline)(const std::vector<double>& sample)) {
    if (isStill(samples)) {
        return property(0, outline(samples[0]));
    }
    return keysOf(times, lottieKeys(times, samples, tolerance), true,
                  [&](std::size_t i) { return Json::array({outline(samples[i])}); });
}

}
