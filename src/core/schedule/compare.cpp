// SPDX-License-Identifier: MIT
#include "core/schedule/compare.h"

#include "core/model/with_copies.h"
#include "core/moves/definition.h"

#include <fmt/format.h>

namespace scaena::schedule {

using namespace model;

namespace {

std::string signedMillis(long long by) {
    return fmt::format("{} {} ms", by < 0 ? "−" : "+", by < 0 ? -by : by);
}

class Comparison {
public:
    Comparison(const Schedule& from, const Schedule& to) : m_from(from), m_to(to) {}

    std::vector<std::string> run() {
        time("First screen shown", m_from.metrics.shown, m_to.metrics.shown);
        time("Ready", m_from.metrics.ready, m_to.metrics.ready);
        time("Wait for the show alone", m_from.metrics.added, m_to.metrics.added);
        time("Loading with nothing moving", m_from.metrics.idle, m_to.metrics.idle);
        beats();
        cues();
        return std::move(m_lines);
    }

private:
    void say(std::string line) { m_lines.push_back(std::move(line)); }

    static std::string when(Millis time) { return isNever(time) ? "never" : fmt::format("{} ms", time); }

    void time(const char* what, Millis from, Millis to) {
        if (from != to) {
            const bool known = !isNever(from) && !isNever(to);
            say(fmt::format("{}: {} → {}{}", what, when(from), when(to),
                            known ? fmt::format(" ({})", signedMillis(0LL + to - from)) : ""));
        }
    }

    void beats() {
        const auto& before = m_from.sequence->beats;
        const auto& after = m_to.sequence->beats;
        for (std::size_t i = 0; i < after.size(); ++i) {
            const int old = indexOf(before, after[i].id);
            if (old < 0) {
                say(fmt::format("Beat “{}” is new", after[i].name));
                continue;
            }
            const auto& a = m_from.beats[static_cast<std::size_t>(old)];
            const auto& b = m_to.beats[i];
            if (!a.endless() && !b.endless() && a.played && b.played && !isNever(a.end) && !isNever(b.end)) {
                time(fmt::format("Beat “{}” lasts", after[i].name).c_str(), a.end - a.start, b.end - b.start);
            }
        }
        for (const auto& beat : before) {
            if (indexOf(after, beat.id) < 0) {
                say(fmt::format("Beat “{}” is gone", beat.name));
            }
        }
    }

    static std::string nameOf(const Sequence& sequence, const Cue& cue) {
        const auto* layer = findThing(sequence.layers, cue.layer);
        return fmt::format("{} {}", layer ? layer->name : cue.layer, word(cue.move.kind));
    }

    void cues() {
        const auto& before = m_from.sequence->cues;
        const auto& after = m_to.sequence->cues;
        for (std::size_t i = 0; i < after.size(); ++i) {
            const auto name = nameOf(*m_to.sequence, after[i]);
            const int old = indexOf(before, after[i].id);
            if (old < 0) {
                say(fmt::format("Cue “{}” is new", name));
                continue;
            }
            const auto& was = before[static_cast<std::size_t>(old)];
            time(fmt::format("“{}” begins", name).c_str(), m_from.cues[static_cast<std::size_t>(old)].start,
                 m_to.cues[i].start);
            time(fmt::format("“{}” takes", name).c_str(), was.length, after[i].length);
            if (was.move.kind != after[i].move.kind) {
                say(fmt::format("“{}” was “{}”", name, word(was.move.kind)));
            } else if (was.move.parameters != after[i].move.parameters || was.poses != after[i].poses) {
                say(fmt::format("“{}” moves otherwise", name));
            }
            if (moves::easingOf(was) != moves::easingOf(after[i])) {
                say(fmt::format("“{}” is eased by {} instead of {}", name, toText(moves::easingOf(after[i])),
                                toText(moves::easingOf(was))));
            }
        }
        for (const auto& cue : before) {
            if (indexOf(after, cue.id) < 0) {
                say(fmt::format("Cue “{}” is gone", nameOf(*m_from.sequence, cue)));
            }
        }
    }

    const Schedule& m_from;
    const Schedule& m_to;
    std::vector<std::string> m_lines;
};

}

std::vector<std::string> differences(const Schedule& from, const Schedule& to) {
    return Comparison(from, to).run();
}

Sequence withTake(const Sequence& sequence, const Take& take) {
    Sequence whole = sequence;
    whole.beats = take.beats;
    whole.cues = take.cues;
    whole.starts = take.starts;
    return model::withCopies(std::move(whole));
}

}
