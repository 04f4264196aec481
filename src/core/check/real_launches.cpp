// SPDX-License-Identifier: MIT
#include "core/check/real_launches.h"

#include "core/model/limits.h"
#include "core/schedule/resolve.h"

#include <algorithm>
#include <cmath>

namespace scaena::check {

namespace {

/// The smallest of them that so many are not above (nearest rank).
Millis rank(const std::vector<Millis>& sorted, double part) {
    const auto place = static_cast<std::size_t>(std::ceil(part * static_cast<double>(sorted.size())));
    return sorted[std::clamp<std::size_t>(place, 1, sorted.size()) - 1];
}

Millis tens(Millis time) { return std::max<Millis>(10, (time + 5) / 10 * 10); }

bool isCold(const model::LaunchRecord& record) { return record.start == "cold" || record.start == "first"; }

/// When the loading of a gate could begin in that launch; nothing if a gate it needs never opened.
std::optional<Millis> loadingStart(const model::Gate& gate, const model::LaunchRecord& record,
                                   Millis beatAfterFirstFrame) {
    Millis start = gate.start == model::GateStart::Process      ? 0
                   : gate.start == model::GateStart::FirstFrame ? record.firstFrame
                                                                : record.firstFrame + beatAfterFirstFrame;
    for (const auto& need : gate.needs) {
        const auto found = record.gates.find(need);
        if (found == record.gates.end() || !found->second) {
            return std::nullopt;
        }
        start = std::max(start, *found->second);
    }
    return start;
}

}

RealLaunches measured(const model::Sequence& sequence, const std::vector<model::LaunchRecord>& records) {
    RealLaunches launches;
    std::vector<const model::LaunchRecord*> chosen;
    const auto choose = [&](auto fits) {
        for (const auto& it : records) {
            if (fits(it)) {
                chosen.push_back(&it);
            }
        }
        return !chosen.empty();
    };
    const auto isOurs = [&](const model::LaunchRecord& it) { return it.launch == sequence.name; };
    // Data that is in memory loads in no time and says nothing about loading.
    const bool any = choose([&](const auto& it) { return isOurs(it) && isCold(it); }) || choose(isOurs) ||
                     choose([](const auto& it) { return isCold(it); }) ||
                     choose([](const auto&) { return true; });
    launches.counted = any ? chosen.size() : 0;
    launches.elsewhere = records.size() - launches.counted;
    std::vector<Millis> shown;
    std::size_t smooth = 0;
    std::map<std::string, bool> others;
    for (const auto* it : chosen) {
        ++launches.outcomes[it->outcome];
        smooth += it->lateFrames == 0 ? 1 : 0;
        if (it->shown) {
            shown.push_back(*it->shown);
        }
        for (const auto& [id, time] : it->gates) {
            if (!model::findThing(sequence.gates, id)) {
                others[id] = true;
            }
        }
    }
    for (const auto& [id, isThere] : others) {
        launches.unknown.push_back(id);
    }
    if (!shown.empty()) {
        std::sort(shown.begin(), shown.end());
        launches.shownTypical = rank(shown, 0.5);
        launches.shownSlow = rank(shown, 0.9);
    }
    launches.smooth = chosen.empty() ? 1 : static_cast<double>(smooth) / static_cast<double>(chosen.size());
    const auto planned = schedule::resolve(sequence, {});
    for (std::size_t i = 0; i < sequence.gates.size(); ++i) {
        const auto& gate = sequence.gates[i];
        const int beat = model::indexOf(sequence.beats, gate.beat);
        const bool isPlanned = gate.start == model::GateStart::Beat && beat >= 0 &&
                               !isNever(planned.beats[static_cast<std::size_t>(beat)].start);
        const Millis after =
            isPlanned ? planned.beats[static_cast<std::size_t>(beat)].start - planned.beats.front().end : 0;
        MeasuredGate result{gate.id};
        std::vector<Millis> loads;
        for (const auto* it : chosen) {
            const auto found = it->gates.find(gate.id);
            const auto start = loadingStart(gate, *it, after);
            if (found == it->gates.end() || !start) {
                continue;
            }
            if (found->second) {
                loads.push_back(std::max<Millis>(0, *found->second - *start));
            } else {
                ++result.stayedShut;
            }
        }
        std::sort(loads.begin(), loads.end());
        result.opened = loads.size();
        if (!loads.empty()) {
            const auto bounded = [&](double part) {
                return std::min(tens(rank(loads, part)), model::limits::kLongest);
            };
            result.fast = bounded(0.1);
            result.typical = bounded(0.5);
            result.slow = bounded(0.9);
        }
        if (result.opened + result.stayedShut > 0) {
            launches.gates.push_back(result);
        }
    }
    return launches;
}

model::Sequence withMeasuredTimes(model::Sequence sequence, const RealLaunches& launches) {
    for (const auto& it : launches.gates) {
        auto* gate = model::findThing(sequence.gates, it.gate);
        if (gate && it.opened > 0) {
            gate->fast = it.fast;
            gate->typical = it.typical;
            gate->slow = it.slow;
        }
    }
    return sequence;
}

}
