// SPDX-License-Identifier: MIT
#include "core/launches/measured.h"

#include "core/schedule/resolve.h"

#include <algorithm>

namespace scaena::launches {

namespace {

bool isCold(const Record& record) {
    return record.start == model::StartKind::Cold || record.start == model::StartKind::First;
}

/// When the loading of a gate could begin in that launch; nothing if a gate it needs never opened.
std::optional<Millis> loadingStart(const model::Gate& gate, const Record& record,
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

RealLaunches measured(const model::Sequence& sequence, const std::vector<Record>& records) {
    RealLaunches launches;
    std::vector<const Record*> chosen;
    const auto choose = [&](auto fits) {
        for (const auto& it : records) {
            if (fits(it)) {
                chosen.push_back(&it);
            }
        }
        return !chosen.empty();
    };
    const auto isOurs = [&](const Record& it) { return it.launch == sequence.name; };
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
        if (it->outcome) {
            ++launches.outcomes[*it->outcome];
        }
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
        launches.shownTypical = quantile(shown, 0.5);
        launches.shownSlow = quantile(shown, 0.9);
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
        result.opened = loads.size();
        if (!loads.empty()) {
            result.times = loadingTimes(std::move(loads));
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
            gate->fast = it.times.fast;
            gate->typical = it.times.typical;
            gate->slow = it.times.slow;
        }
    }
    return sequence;
}

}
