// SPDX-License-Identifier: MIT
#include "core/plan/lowered_moves.h"

#include "core/moves/lower.h"

namespace scaena::plan {

namespace {

/// Whether both have the same tracks, whatever layer they are on and whenever they play.
bool moveAlike(const model::Cue& a, const model::Cue& b) {
    return a.length == b.length && a.reduced == b.reduced && a.move == b.move && a.easing == b.easing &&
           a.poses == b.poses;
}

}

LoweredMoves::Both LoweredMoves::of(const model::Cue& cue) {
    const auto kind = static_cast<std::size_t>(cue.move.kind);
    for (const auto& known : m_known[kind]) {
        if (known.like && moveAlike(*known.like, cue)) {
            return known.lowered;
        }
    }
    auto moves = moves::lower(cue);
    auto calm = moves::calm(cue, moves);
    const Both lowered{std::make_shared<const motion::LoweredCue>(std::move(moves)),
                       std::make_shared<const motion::LoweredCue>(std::move(calm))};
    m_known[kind][m_next[kind]++ % m_known[kind].size()] = {&cue, lowered};
    return lowered;
}

}
