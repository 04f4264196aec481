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

/// Ramer, Douglas and Peucker's way, with the error measured at the samples themselves.
void keepBetween(const LottieSamples& samples, std::size_t from, std::size_t to, double tolerance,
                 std::vector<std::size_t>& kept) {
    double worst = 0;
    std::size_t at = from;
    for (std::size_t i = from + 1; i < to; ++i) {
        const double part = static_cast<double>(i - from) / static_cast<double>(to - from);
        for (std::size_t k = 0; k < samples[i].size(); ++k) {
            const double straight = samples[from][k] + (samples[to][k] - samples[from][k]) * part;
            const double off = std::abs(samples[i][k] - straight);
            if (off > worst) {
                worst = off;
                at = i;
            }
        }
    }
    if (worst > tolerance) {
        keepBetween(samples, from, at, tolerance, kept);
        kept.push_back(at);
        keepBetween(samples, at, to, tolerance, kept);
    }
}

}

double lottieNumber(double value) {
    const double rounded = std::round(value * 1000) / 1000;
    return rounded == 0 ? 0 : rounded;
}

std::vector<std::size_t> keptFrames(const LottieSamples& samples, double tolerance) {
    std::vector<std::size_t> kept = {0};
    if (samples.size() > 1) {
        keepBetween(samples, 0, samples.size() - 1, tolerance, kept);
        kept.push_back(samples.size() - 1);
    }
    return kept;
}

Json lottieConstant(double value) { return property(0, lottieNumber(value)); }

Json lottieConstant(const std::vector<double>& value) { return property(0, numbers(value)); }

Json lottieProperty(const LottieSamples& samples, double tolerance) {
    const bool still = std::all_of(samples.begin(), samples.end(), [&](const auto& it) {
        for (std::size_t k = 0; k < it.size(); ++k) {
            if (std::abs(it[k] - samples[0][k]) > 1e-9) {
                return false;
            }
        }
        return true;
    });
    if (still) {
        return samples[0].size() == 1 ? lottieConstant(samples[0][0]) : lottieConstant(samples[0]);
    }
    Json keys = Json::array();
    const Json leaving = {{"x", {0}}, {"y", {0}}}, arriving = {{"x", {1}}, {"y", {1}}};
    const auto kept = keptFrames(samples, tolerance);
    for (std::size_t i = 0; i < kept.size(); ++i) {
        Json key = Json::object();
        key.emplace("t", Json(kept[i]));
        key.emplace("s", numbers(samples[kept[i]]));
        if (i + 1 < kept.size()) {
            key.emplace("o", Json(leaving));
            key.emplace("i", Json(arriving));
        }
        keys.push_back(std::move(key));
    }
    return property(1, std::move(keys));
}

Json lottieProperty(const std::vector<double>& samples, double tolerance) {
    LottieSamples wrapped;
    for (const double value : samples) {
        wrapped.push_back({value});
    }
    return lottieProperty(wrapped, tolerance);
}

}
