// SPDX-License-Identifier: MIT
#include "core/start/laid_motion.h"

#include "core/art/losses.h"
#include "core/base/overloads.h"
#include "core/model/limits.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::start {

namespace limits = model::limits;

namespace {

constexpr Millis kForEver = 3000; ///< so long an endless motion is played here
constexpr int kMostRounds = 12;   ///< that are written out one by one
constexpr double kInstant = 1e-4; ///< of a cue: as good as at once

/// The curve of the same way back: 1 − f(1 − t).
model::Easing turnedAround(const model::Easing& easing) {
    using model::CubicBezier, model::Steps, model::LinearStops, model::Easing;
    return std::visit(
        scaena::Overloads{[](const CubicBezier& b) -> Easing {
                              return CubicBezier{1 - b.x2, 1 - b.y2, 1 - b.x1, 1 - b.y1};
                          },
                          [](const Steps& steps) -> Easing {
                              const auto jump = steps.jump == Steps::Jump::Start ? Steps::Jump::End
                                                : steps.jump == Steps::Jump::End ? Steps::Jump::Start
                                                                                 : steps.jump;
                              return Steps{steps.count, jump};
                          },
                          [](LinearStops stops) -> Easing {
                              std::ranges::reverse(stops.stops);
                              for (auto& it : stops.stops) {
                                  it = {1 - it.at, 1 - it.value};
                              }
                              return stops;
                          },
                          [](const auto& other) -> Easing { return other; }}, // no file has springs
        easing);
}

}

FoundMotion backwards(FoundMotion motion) {
    const auto keys = motion.keys;
    const auto count = keys.size();
    for (std::size_t i = 0; i < count; ++i) {
        const auto& key = keys[count - 1 - i];
        motion.keys[i] = {1 - key.at, key.value, std::nullopt};
        if (i + 1 < count && keys[count - 2 - i].easing) { // it stands at the beginning of its interval
            motion.keys[i].easing = turnedAround(*keys[count - 2 - i].easing);
        }
    }
    return motion;
}

Laid laidDown(const FoundMotion& motion, bool isFirst, bool isLast, std::vector<std::string>& notes) {
    Laid laid;
    laid.begin = motion.begin;
    laid.length = std::max(1, motion.length);
    int rounds = motion.times;
    if (motion.forEver) {
        rounds = std::clamp((kForEver + laid.length - 1) / laid.length, 1, limits::kMostRepeats);
        art::noteLoss(
            notes, fmt::format("a motion without end ({}): it is played {} times; in a wait it can go on as "
                               "long as that lasts",
                               motion.id.empty() ? "of all" : "of “" + motion.id + "”", rounds));
    }
    const auto& first = motion.keys.front().value;
    const auto& last = (motion.alternate && rounds % 2 == 0 ? motion.keys.front() : motion.keys.back()).value;
    const bool before = isFirst && motion.begin > 0 && !motion.holdsBefore && first != motion.rest;
    const bool after = isLast && !motion.staysAfter && last != motion.rest;
    if (!before && !after) {
        for (const auto& key : motion.keys) {
            laid.keys.emplace_back(key.at, key);
        }
        laid.repeat.times = rounds;
        laid.repeat.alternate = motion.alternate;
        return laid;
    }
    // What it is before and after is written out with it.
    if (rounds > kMostRounds) {
        art::noteLoss(notes, fmt::format("more than {} rounds of a motion that does not stay", kMostRounds));
        rounds = kMostRounds;
    }
    const auto back = backwards(motion);
    const double from = before ? motion.begin : 0;
    const double whole = from + double(laid.length) * rounds;
    if (before) {
        laid.keys.push_back({0, {0, motion.rest, {}}});
        laid.keys.push_back({from / whole - kInstant, {0, motion.rest, {}}});
    }
    for (int round = 0; round < rounds; ++round) {
        const auto& keys = motion.alternate && round % 2 == 1 ? back.keys : motion.keys;
        for (std::size_t i = 0; i < keys.size(); ++i) {
            const double at = (from + laid.length * (round + keys[i].at)) / whole;
            const double least =
                laid.keys.empty() ? 0 : std::min(1.0, laid.keys.back().first + (i == 0 ? kInstant : 0));
            laid.keys.emplace_back(std::clamp(at, least, 1.0), keys[i]);
        }
    }
    if (after) {
        for (auto& [at, key] : laid.keys) {
            at = std::min(at, 1 - kInstant);
        }
        laid.keys.push_back({1, {1, motion.rest, {}}});
    }
    laid.begin = before ? 0 : motion.begin;
    laid.length = static_cast<Millis>(std::lround(whole));
    return laid;
}

}
