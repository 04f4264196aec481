// SPDX-License-Identifier: MIT
#pragma once

#include "export/lottie/lottie_curves.h"

#include <nlohmann/json.hpp>

namespace scaena::exporting {

/// The property as the specification writes it: a constant, or the fewest keys that come nowhere further from
/// the samples than `tolerance`.
[[nodiscard]] nlohmann::ordered_json lottieProperty(const LottieTimes& times, const LottieSamples& samples,
                                                    double tolerance);
/// The same for a property of one number.
[[nodiscard]] nlohmann::ordered_json lottieProperty(const LottieTimes& times,
                                                    const std::vector<double>& samples, double tolerance);
/// The same for a place: across and down have keys of their own where that takes fewer.
[[nodiscard]] nlohmann::ordered_json lottiePlace(const LottieTimes& times, const LottieSamples& samples,
                                                 double tolerance);
/// The same for an outline that `outline` draws from a sample.
[[nodiscard]] nlohmann::ordered_json
lottieOutline(const LottieTimes& times, const LottieSamples& samples, double tolerance,
              nlohmann::ordered_json (*outline)(const std::vector<double>& sample));
/// A constant.
[[nodiscard]] nlohmann::ordered_json lottieConstant(const std::vector<double>& value);
[[nodiscard]] nlohmann::ordered_json lottieConstant(double value);

/// Rounded, so that files stay small and the same everywhere.
[[nodiscard]] double lottieNumber(double value);

}
