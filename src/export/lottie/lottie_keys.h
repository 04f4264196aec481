// SPDX-License-Identifier: MIT
#pragma once

#include <nlohmann/json.hpp>
#include <vector>

namespace scaena::exporting {

/// Frames a second of a composition.
inline constexpr double kLottieRate = 60;

/// A property sampled at every frame, all samples of one length.
using LottieSamples = std::vector<std::vector<double>>;

/// The property as the specification writes it: a constant, or the fewest straight keyframes that come
/// nowhere further from the samples than `tolerance`.
[[nodiscard]] nlohmann::ordered_json lottieProperty(const LottieSamples& samples, double tolerance);
/// The same for a property of one number.
[[nodiscard]] nlohmann::ordered_json lottieProperty(const std::vector<double>& samples, double tolerance);
/// A constant.
[[nodiscard]] nlohmann::ordered_json lottieConstant(const std::vector<double>& value);
[[nodiscard]] nlohmann::ordered_json lottieConstant(double value);

/// Rounded, so that files stay small and the same everywhere.
[[nodiscard]] double lottieNumber(double value);

/// Indices of the samples that are kept as keyframes; both ends always are.
[[nodiscard]] std::vector<std::size_t> keptFrames(const LottieSamples& samples, double tolerance);

}
