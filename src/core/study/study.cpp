// SPDX-License-Identifier: MIT
#include "core/study/study.h"

#include "core/model/with_copies.h"
#include "core/plan/compile.h"
#include "core/schedule/compare.h"
#include "core/schedule/resolve.h"

#include <algorithm>

namespace scaena::study {

namespace {

constexpr std::size_t kKeptSchedules = 16;

bool touches(const edit::ChangeSet& changes, const check::Rule& rule) {
    return std::any_of(rule.reads.begin(), rule.reads.end(),
                       [&](edit::Kind kind) { return changes.touches(kind); });
}

}

Study::Study(SequencePtr sequence, ArtPtr art, const Instruments& instruments)
    : m_sequence(std::move(sequence)), m_art(std::move(art)), m_instruments(instruments) {
    startAnew();
}

Study::Study(SequencePtr sequence, ArtPtr art, const Study& before, const edit::ChangeSet& changes)
    : m_sequence(std::move(sequence)), m_art(std::move(art)), m_instruments(before.m_instruments) {
    startAnew();
    const bool sameArt = m_art == before.m_art;
    if (sameArt) {
        m_exported = before.m_exported;
    }
    for (std::size_t i = 0; i < m_found.size(); ++i) {
        const auto& rule = check::rules()[i];
        if ((sameArt || !rule.readsFiles) && !touches(changes, rule)) {
            m_found[i] = before.m_found[i];
        }
    }
}

void Study::startAnew() {
    m_exported = std::make_shared<Exported>();
    for (std::size_t i = 0; i < check::rules().size(); ++i) {
        m_found.push_back(std::make_shared<Found>());
    }
}

const project::ArtFiles& Study::exportedArt() const {
    std::call_once(m_exported->once, [this] {
        auto art = *m_art;
        for (auto it = art.files.begin(); it != art.files.end();) {
            if (auto exported = m_instruments.pictures.exported(it->second)) {
                it->second = std::move(exported);
                ++it;
            } else {
                it = art.files.erase(it);
            }
        }
        m_exported->art = std::move(art);
    });
    return m_exported->art;
}

plan::PlanPtr Study::plan(plan::TargetId target) const {
    const auto row = target.row();
    std::call_once(m_planned[row], [&] { m_plans[row] = plan::compile(m_sequence, plan::targetOf(target)); });
    return m_plans[row];
}

std::vector<plan::PlanPtr> Study::plans(plan::ExportId exportId) const {
    std::vector<plan::PlanPtr> plans;
    for (const auto& target : plan::targets()) {
        if (target.exportId == exportId) {
            plans.push_back(plan(target.id));
        }
    }
    return plans;
}

std::shared_ptr<const schedule::Schedule> Study::schedule(const schedule::Conditions& conditions) const {
    const auto find = [&]() -> std::shared_ptr<const schedule::Schedule> {
        const auto known = std::find_if(m_schedules.begin(), m_schedules.end(),
                                        [&](const auto& it) { return it->conditions == conditions; });
        return known == m_schedules.end() ? nullptr : *known;
    };
    {
        const std::lock_guard lock(m_mutex);
        if (auto known = find()) {
            return known;
        }
    }
    auto made =
        std::make_shared<const schedule::Schedule>(schedule::resolve(plan(conditions.target), conditions));
    const std::lock_guard lock(m_mutex);
    if (auto known = find()) {
        return known; // another thread was quicker
    }
    m_schedules.push_back(made);
    if (m_schedules.size() > kKeptSchedules) {
        m_schedules.pop_front();
    }
    return made;
}

std::shared_ptr<const Study> Study::withTake(const TakeId& take) const {
    const auto* kept = model::findThing(m_sequence->takes, take);
    if (!kept) {
        return nullptr;
    }
    const std::lock_guard lock(m_mutex);
    auto& known = m_takes[take];
    if (!known) {
        const auto sequence = std::make_shared<const model::Sequence>(schedule::withTake(*m_sequence, *kept));
        known = std::make_shared<const Study>(sequence, m_art, *this, edit::compare(*m_sequence, *sequence));
    }
    return known;
}

bool Study::isOfCopy(const check::Place& place) const {
    using Kind = check::Place::Kind;
    const auto* layer =
        place.kind == Kind::Layer ? model::findThing(m_sequence->layers, LayerId(place.id)) : nullptr;
    const auto* cue = place.kind == Kind::Cue ? model::findThing(m_sequence->cues, CueId(place.id)) : nullptr;
    return (layer && model::isCopy(*layer)) || (cue && model::isOfCopy(*m_sequence, *cue));
}

const std::vector<check::Finding>& Study::findingsOf(std::size_t rule) const {
    auto& found = *m_found[rule];
    std::call_once(found.once, [&] {
        found.findings = check::rules()[rule].find(*this);
        for (auto& it : found.findings) {
            it.rule = it.rule.empty() ? std::string(check::rules()[rule].id) : it.rule;
        }
        // What is found of a copy is found of the layer it was made from.
        std::erase_if(found.findings, [this](const auto& it) { return isOfCopy(it.place); });
    });
    return found.findings;
}

const std::vector<check::Finding>& Study::findings() const {
    std::call_once(m_collected, [this] {
        for (std::size_t i = 0; i < check::rules().size(); ++i) {
            const auto& found = findingsOf(i);
            m_all.insert(m_all.end(), found.begin(), found.end());
        }
        std::stable_sort(m_all.begin(), m_all.end(),
                         [](const auto& a, const auto& b) { return a.severity > b.severity; });
    });
    return m_all;
}

std::vector<check::Finding> Study::findings(plan::ExportId exportId) const {
    std::vector<check::Finding> chosen;
    for (const auto& it : findings()) {
        const bool concerns = !it.target || plan::targetOf(*it.target).exportId == exportId;
        const bool isSaid = std::any_of(chosen.begin(), chosen.end(), [&](const check::Finding& said) {
            return said.rule == it.rule && said.sentence == it.sentence;
        });
        if (concerns && !isSaid) {
            chosen.push_back(it);
        }
    }
    return chosen;
}

}
