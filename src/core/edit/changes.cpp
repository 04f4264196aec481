// SPDX-License-Identifier: MIT
#include "core/edit/changes.h"

#include <algorithm>
#include <unordered_map>

namespace scaena::edit {

namespace {

template <typename T>
void compareList(Kind kind, const std::vector<T>& before, const std::vector<T>& after, ChangeSet& out) {
    std::unordered_map<std::string_view, const T*> old;
    for (const auto& it : before) {
        old.emplace(it.id, &it);
    }
    for (const auto& it : after) {
        const auto found = old.find(it.id);
        if (found == old.end()) {
            out.changes.push_back({kind, it.id, ChangeKind::Added});
            continue;
        }
        if (!(*found->second == it)) {
            out.changes.push_back({kind, it.id, ChangeKind::Changed});
        }
        old.erase(found);
    }
    for (const auto& it : before) {
        if (old.count(it.id) > 0) {
            out.changes.push_back({kind, it.id, ChangeKind::Removed});
        }
    }
}

template <typename T>
bool sameOrder(const std::vector<T>& a, const std::vector<T>& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                      [](const T& x, const T& y) { return x.id == y.id; });
}

}

bool ChangeSet::touches(Kind kind) const {
    return std::any_of(changes.begin(), changes.end(), [&](const Change& c) { return c.kind == kind; });
}

ChangeSet compare(const model::Sequence& a, const model::Sequence& b) {
    ChangeSet set;
    compareList(Kind::Colour, a.palette, b.palette, set);
    compareList(Kind::Layer, a.layers, b.layers, set);
    compareList(Kind::Beat, a.beats, b.beats, set);
    compareList(Kind::Gate, a.gates, b.gates, set);
    compareList(Kind::Cue, a.cues, b.cues, set);
    const bool same = a.name == b.name && a.opening == b.opening && a.bars == b.bars &&
                      a.appIcon == b.appIcon && a.starts == b.starts && a.extras == b.extras &&
                      sameOrder(a.palette, b.palette) && sameOrder(a.layers, b.layers) &&
                      sameOrder(a.beats, b.beats) && sameOrder(a.gates, b.gates) && sameOrder(a.cues, b.cues);
    if (!same) {
        set.changes.push_back({Kind::Sequence, {}, ChangeKind::Changed});
    }
    return set;
}

}
