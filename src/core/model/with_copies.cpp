// SPDX-License-Identifier: MIT
#include "core/model/with_copies.h"

#include "core/model/limits.h"
#include <algorithm>

#include <fmt/format.h>
#include <map>
#include <set>

namespace scaena::model {

namespace {

bool hasCopies(const Sequence& sequence) {
    return std::ranges::any_of(sequence.layers, [](const Layer& it) { return isCopy(it) || it.copies; });
}

template <class Names>
void dropCues(std::vector<Cue>& cues, const Names& layers) {
    std::erase_if(cues, [&](const Cue& it) { return layers.contains(it.layer); });
}

/// Without what is added where it would get too long.
std::string longer(const std::string& name, const std::string& by) {
    return name.size() + by.size() <= limits::kNameLength ? name + by : name;
}

class Copier {
public:
    explicit Copier(Sequence sequence) : m_sequence(std::move(sequence)) {}

    Sequence run() {
        std::vector<LayerId> originals;
        for (const auto& layer : m_sequence.layers) {
            if (layer.copies && !isWithinCopied(layer)) {
                originals.push_back(layer.id);
            }
        }
        for (const auto& id : originals) {
            copy(id);
        }
        return std::move(m_sequence);
    }

private:
    [[nodiscard]] bool isWithinCopied(const Layer& layer) const {
        const auto* outer = findThing(m_sequence.layers, layer.group);
        for (std::size_t depth = 0; outer && depth < m_sequence.layers.size(); ++depth) {
            if (outer->copies) {
                return true;
            }
            outer = findThing(m_sequence.layers, outer->group);
        }
        return false;
    }

    [[nodiscard]] bool isWithin(const Layer& layer, const LayerId& group) const {
        const auto* at = &layer;
        for (std::size_t depth = 0; at && depth <= m_sequence.layers.size(); ++depth) {
            if (at->id == group) {
                return true;
            }
            at = findThing(m_sequence.layers, at->group);
        }
        return false;
    }

    /// The layer and what it holds, in the document's order; the copies lie above all of it.
    void copy(const LayerId& id) {
        const Layer original = *findThing(std::as_const(m_sequence).layers, id);
        std::vector<Layer> family;
        std::size_t top = 0;
        for (std::size_t i = 0; i < m_sequence.layers.size(); ++i) {
            if (isWithin(m_sequence.layers[i], id)) {
                family.push_back(m_sequence.layers[i]);
                top = i + 1;
            }
        }
        std::vector<Cue> cues;
        for (const auto& cue : m_sequence.cues) {
            if (findThing(family, cue.layer)) {
                cues.push_back(cue);
            }
        }
        std::vector<Layer> made;
        for (int number = 1; number < original.copies->count; ++number) {
            addCopy(original, family, cues, number, made);
        }
        m_sequence.layers.insert(m_sequence.layers.begin() + static_cast<std::ptrdiff_t>(top), made.begin(),
                                 made.end());
    }

    void addCopy(const Layer& original, const std::vector<Layer>& family, const std::vector<Cue>& cues,
                 int number, std::vector<Layer>& made) {
        const auto named = [&](const auto& id) {
            return fmt::format("{}-copy-{}", std::string(id), number + 1);
        };
        std::map<LayerId, LayerId> layers;
        for (const auto& it : family) {
            layers[it.id] = freeLayer(named(it.id), made);
            Layer copy = it;
            copy.id = layers[it.id];
            copy.name = longer(it.name, fmt::format(" {}", number + 1));
            copy.copyOf = it.id;
            copy.copies.reset();
            made.push_back(std::move(copy));
        }
        const auto wrapper = freeLayer(named(original.id) + "-place", made);
        const auto held = std::ranges::find(made, layers[original.id], &Layer::id);
        for (auto it = made.end() - static_cast<std::ptrdiff_t>(family.size()); it != made.end(); ++it) {
            it->group = it->id == held->id ? wrapper : layers[it->group];
        }
        Layer place;
        place.id = wrapper;
        place.name = longer(held->name, " place");
        place.copyOf = original.id;
        place.group = original.group;
        place.place = original.place;
        place.landscape = original.landscape;
        place.place.turn = 0;
        if (place.landscape) {
            place.landscape->turn = 0;
        }
        place.pivot = original.pivot;
        place.contents = GroupContent{};
        made.push_back(std::move(place));
        addStand(wrapper, poseOf(*original.copies, number));
        addCues(cues, layers, number, original.copies->later);
    }

    [[nodiscard]] LayerId freeLayer(const std::string& wish, const std::vector<Layer>& made) const {
        return LayerId(makeId(wish, "copy", [&](const std::string& it) {
            return indexOf(m_sequence.layers, LayerId(it)) >= 0 || indexOf(made, LayerId(it)) >= 0;
        }));
    }

    /// A single pose that holds from the first moment to the last.
    void addStand(const LayerId& wrapper, const CopyPose& pose) {
        Cue stand;
        stand.id = freeId(m_sequence.cues, std::string(wrapper), "copy");
        stand.layer = wrapper;
        stand.beat = m_sequence.beats[std::min<std::size_t>(1, m_sequence.beats.size() - 1)].id;
        stand.length = 0;
        stand.move.kind = MoveKind::Poses;
        Pose there;
        const auto say = [](std::optional<double>& value, double wanted, double rest) {
            value = wanted == rest ? std::nullopt : std::optional(wanted);
        };
        say(there.x, pose.way.x, 0);
        say(there.y, pose.way.y, 0);
        say(there.scaleX, pose.size, 1);
        say(there.scaleY, pose.size, 1);
        say(there.turn, pose.turn, 0);
        say(there.opacity, pose.opacity, 1);
        stand.reduced = ReducedMotion::Keep;
        if (there != Pose()) {
            stand.poses = {there};
            m_sequence.cues.push_back(std::move(stand));
        }
    }

    void addCues(const std::vector<Cue>& cues, std::map<LayerId, LayerId>& layers, int number, Millis later) {
        std::map<CueId, CueId> copies;
        for (const auto& it : cues) {
            Cue copy = it;
            copy.id = copies[it.id] =
                freeId(m_sequence.cues, fmt::format("{}-copy-{}", std::string(it.id), number + 1), "copy");
            copy.layer = layers[it.layer];
            m_sequence.cues.push_back(std::move(copy));
        }
        for (auto it = m_sequence.cues.end() - static_cast<std::ptrdiff_t>(cues.size());
             it != m_sequence.cues.end(); ++it) {
            const auto own = copies.find(it->anchor.cue);
            if (own != copies.end()) {
                it->anchor.cue = own->second; // which is later already
            } else {
                it->anchor.offset = static_cast<Millis>(
                    std::min<long long>(limits::kLongest, it->anchor.offset + 1LL * later * number));
            }
        }
    }

    Sequence m_sequence;
};

}

bool isOfCopy(const Sequence& sequence, const Cue& cue) {
    const auto* layer = findThing(sequence.layers, cue.layer);
    return layer && isCopy(*layer);
}

Sequence withoutCopies(Sequence sequence) {
    std::set<LayerId> made;
    for (const auto& layer : sequence.layers) {
        if (isCopy(layer)) {
            made.insert(layer.id);
        }
    }
    if (made.empty()) {
        return sequence;
    }
    std::erase_if(sequence.layers, isCopy);
    dropCues(sequence.cues, made);
    for (auto& take : sequence.takes) {
        dropCues(take.cues, made);
    }
    return sequence;
}

Sequence withCopies(Sequence sequence) {
    return hasCopies(sequence) ? Copier(withoutCopies(std::move(sequence))).run() : sequence;
}

}
