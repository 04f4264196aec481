// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/frame.h"
#include "core/schedule/schedule.h"

#include <vector>

namespace scaena::exporting {

/// Frames a second of a composition.
inline constexpr double kLottieRate = 60;

/// One piece of a cue's curve: the bezier between two of its keys.
struct LottieEase {
    double from = 0, to = 0; ///< frames
    model::CubicBezier curve;
};

/// When a layer of a composition is looked at: at every frame, and wherever one of its curves begins or ends
/// between two.
struct LottieTimes {
    std::vector<double> frames;     ///< of each sample, rising; the first is 0
    std::vector<double> millis;     ///< the same after the tap
    std::vector<std::size_t> knots; ///< samples at which something begins or ends; both ends are
    std::vector<LottieEase> eases;  ///< the beziers of the layer's own cues
};

/// `count` frames of the launch from its first own frame on, as a layer needs them.
[[nodiscard]] LottieTimes lottieTimes(const schedule::Schedule& schedule, int layer, long count);

/// What a layer is at each of its times.
struct LottieCourse {
    LottieTimes times;
    std::vector<schedule::LayerState> states;

    /// A number at each of the times.
    template <typename Value>
    [[nodiscard]] std::vector<double> sampled(Value value) const {
        std::vector<double> out;
        out.reserve(states.size());
        for (const auto& state : states) {
            out.push_back(value(state));
        }
        return out;
    }
};

/// A property at each of the times, all samples of one length.
using LottieSamples = std::vector<std::vector<double>>;

/// A key of a property: the sample it stands at, and how it goes on from there to the next.
struct LottieKey {
    enum class Way { Line, Curve, Hold };
    std::size_t sample = 0;
    Way way = Way::Line;
    model::CubicBezier curve; ///< for Way::Curve: the format's own handles
};

/// The fewest keys that come nowhere further from the samples than `tolerance`. Where a cue's bezier explains
/// them its own handles are given; else those of the cubic that lies nearest.
[[nodiscard]] std::vector<LottieKey> lottieKeys(const LottieTimes& times, const LottieSamples& samples,
                                                double tolerance);

}
