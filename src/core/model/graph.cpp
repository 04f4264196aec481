// SPDX-License-Identifier: MIT
#include "core/model/graph.h"

#include "core/model/index_by_id.h"

#include <algorithm>

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

Sorted sortGates(const Sequence& sequence) {
    const IndexById places(sequence.gates);
    Before before(sequence.gates.size());
    for (std::size_t i = 0; i < before.size(); ++i) {
        for (const auto& id : sequence.gates[i].needs) {
            if (const int need = places.of(id); need >= 0) {
                before[i].push_back(need);
            }
        }
    }
    return sortTopologically(before);
}

/// For each cue the one it hangs on, or -1.
std::vector<int> othersOf(const Sequence& sequence) {
    const IndexById places(sequence.cues);
    std::vector<int> others;
    for (const auto& cue : sequence.cues) {
        others.push_back(places.of(cue.anchor.cue, static_cast<int>(others.size()) - 1));
    }
    return others;
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
    const auto others = othersOf(sequence);
    std::vector<int> seenFrom(others.size(), -1);
    for (int start = 0; start < static_cast<int>(others.size()); ++start) {
        int at = start;
        while (at >= 0 && seenFrom[static_cast<std::size_t>(at)] < 0) {
            seenFrom[static_cast<std::size_t>(at)] = start;
            at = others[static_cast<std::size_t>(at)];
        }
        if (at >= 0 && seenFrom[static_cast<std::size_t>(at)] == start) {
            std::vector<int> cycle = {at};
            do {
                cycle.push_back(others[static_cast<std::size_t>(cycle.back())]);
            } while (cycle.back() != at);
            return namesOf(cycle, sequence.cues);
        }
    }
    return {};
}

std::vector<int> gatesInOrder(const Sequence& sequence) { return sortGates(sequence).order; }

std::vector<int> playOrder(const std::vector<int>& others, const std::vector<int>& beats, std::size_t count) {
    std::vector<std::vector<int>> ofBeat(count);
    std::vector<bool> done(others.size());
    std::vector<int> chain;
    for (int cue = 0; cue < static_cast<int>(others.size()); ++cue) {
        for (int at = cue; at >= 0 && !done[static_cast<std::size_t>(at)];
             at = others[static_cast<std::size_t>(at)]) {
            done[static_cast<std::size_t>(at)] = true;
            chain.push_back(at);
        }
        for (; !chain.empty(); chain.pop_back()) {
            ofBeat[static_cast<std::size_t>(beats[static_cast<std::size_t>(chain.back())])].push_back(
                chain.back());
        }
    }
    std::vector<int> order;
    order.reserve(others.size());
    for (const auto& list : ofBeat) {
        order.insert(order.end(), list.begin(), list.end());
    }
    return order;
}

std::vector<int> cuesInOrder(const Sequence& sequence) {
    const IndexById places(sequence.beats);
    std::vector<int> beats;
    for (const auto& cue : sequence.cues) {
        beats.push_back(places.of(cue.beat, beats.empty() ? -1 : beats.back()));
    }
    return playOrder(othersOf(sequence), beats, sequence.beats.size());
}

}
