// SPDX-License-Identifier: MIT
#include "core/model/graph.h"

#include <algorithm>
#include <unordered_map>

namespace scaena::model {

namespace {

/// For each thing, the things that have to come first.
using Before = std::vector<std::vector<int>>;

struct Sorted {
    std::vector<int> order;
    std::vector<int> cycle;
};

/// Depth-first topological sort without recursion: a file may chain thousands of cues.
Sorted sortTopologically(const Before& before) {
    enum class Mark : char { New, Open, Done };
    Sorted result;
    std::vector<Mark> marks(before.size(), Mark::New);
    std::vector<std::pair<int, std::size_t>> path; // thing, next of its predecessors to look at
    for (int root = 0; root < static_cast<int>(before.size()); ++root) {
        if (marks[root] != Mark::New) {
            continue;
        }
        marks[root] = Mark::Open;
        path.emplace_back(root, 0);
        while (!path.empty()) {
            auto& [thing, next] = path.back();
            if (next == before[thing].size()) {
                marks[thing] = Mark::Done;
                result.order.push_back(thing);
                path.pop_back();
                continue;
            }
            const int other = before[thing][next++];
            if (marks[other] == Mark::New) {
                marks[other] = Mark::Open;
                path.emplace_back(other, 0);
            } else if (marks[other] == Mark::Open) {
                const auto from =
                    std::find_if(path.begin(), path.end(), [&](const auto& p) { return p.first == other; });
                for (auto it = from; it != path.end(); ++it) {
                    result.cycle.push_back(it->first);
                }
                result.cycle.push_back(other);
                return result;
            }
        }
    }
    return result;
}

template <typename Thing>
auto indices(const std::vector<Thing>& things) {
    std::unordered_map<decltype(Thing::id), int> map;
    for (std::size_t i = 0; i < things.size(); ++i) {
        map.emplace(things[i].id, static_cast<int>(i));
    }
    return map;
}

Sorted sortGates(const Sequence& sequence) {
    const auto index = indices(sequence.gates);
    Before before(sequence.gates.size());
    for (std::size_t i = 0; i < before.size(); ++i) {
        for (const auto& id : sequence.gates[i].needs) {
            if (const auto found = index.find(id); found != index.end()) {
                before[i].push_back(found->second);
            }
        }
    }
    return sortTopologically(before);
}

Sorted sortCues(const Sequence& sequence) {
    const auto index = indices(sequence.cues);
    Before before(sequence.cues.size());
    for (std::size_t i = 0; i < before.size(); ++i) {
        if (const auto found = index.find(sequence.cues[i].anchor.cue); found != index.end()) {
            before[i].push_back(found->second);
        }
    }
    return sortTopologically(before);
}

template <typename Thing>
auto namesOf(const std::vector<int>& cycle, const std::vector<Thing>& things) {
    std::vector<decltype(Thing::id)> ids;
    for (int i : cycle) {
        ids.push_back(things[i].id);
    }
    return ids;
}

}

std::vector<GateId> gateCycle(const Sequence& sequence) {
    return namesOf(sortGates(sequence).cycle, sequence.gates);
}

std::vector<CueId> cueCycle(const Sequence& sequence) {
    return namesOf(sortCues(sequence).cycle, sequence.cues);
}

std::vector<int> gatesInOrder(const Sequence& sequence) { return sortGates(sequence).order; }

std::vector<int> cuesInOrder(const Sequence& sequence) {
    auto order = sortCues(sequence).order;
    const auto beats = indices(sequence.beats);
    std::vector<int> beatOf(sequence.cues.size());
    for (std::size_t i = 0; i < beatOf.size(); ++i) {
        beatOf[i] = beats.at(sequence.cues[i].beat);
    }
    std::stable_sort(order.begin(), order.end(), [&](int a, int b) { return beatOf[a] < beatOf[b]; });
    return order;
}

}
