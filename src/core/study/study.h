// SPDX-License-Identifier: MIT
#pragma once

#include "core/check/rule.h"
#include "core/schedule/schedule.h"

#include <array>
#include <deque>
#include <mutex>

namespace scaena::study {

/// What has to be asked outside of the core. Must outlive every study.
struct Instruments {
    const art::TextOutliner& text;
    const art::PictureReader& pictures;
};

/// All that is worked out about one value of the document, each thing when it is asked for first, and once:
/// what happens on each target, what is wrong with it, how a launch goes under conditions. Whoever asks –
/// stage, score, cards, Export room, exporters, command line – gets the same answer. May be asked from
/// several threads at once; who asks for what is being worked out waits for it.
class Study : public check::Subject {
public:
    using SequencePtr = std::shared_ptr<const model::Sequence>;
    using ArtPtr = std::shared_ptr<const project::ArtFiles>;

    /// The sequence must be valid.
    Study(SequencePtr sequence, ArtPtr art, const Instruments& instruments);
    /// The same after an edit, which changed what `changes` says: what the edit does not touch is taken over.
    /// Plans and launches name their document, so they are of each value anew (a plan of 250 layers takes
    /// 0.05 ms); what rules found, and pictures that were decoded, stay.
    Study(SequencePtr sequence, ArtPtr art, const Study& before, const edit::ChangeSet& changes);

    [[nodiscard]] const model::Sequence& sequence() const override { return *m_sequence; }
    [[nodiscard]] const SequencePtr& document() const { return m_sequence; }
    [[nodiscard]] const project::ArtFiles& art() const override { return *m_art; }
    [[nodiscard]] const ArtPtr& artFiles() const { return m_art; }
    [[nodiscard]] const project::ArtFiles& exportedArt() const override;
    [[nodiscard]] const art::TextOutliner& text() const override { return m_instruments.text; }

    [[nodiscard]] plan::PlanPtr plan(plan::TargetId target) const override;
    /// Of each system an export serves.
    [[nodiscard]] std::vector<plan::PlanPtr> plans(plan::ExportId exportId) const;
    /// A launch under the conditions. The last ones asked for are kept.
    [[nodiscard]] std::shared_ptr<const schedule::Schedule>
    schedule(const schedule::Conditions& conditions) const;

    /// The same of the sequence with a kept take's timing; nothing if there is no such take.
    [[nodiscard]] std::shared_ptr<const Study> withTake(const TakeId& take) const;

    /// What all rules found, the gravest first.
    [[nodiscard]] const std::vector<check::Finding>& findings() const;
    /// What concerns an export, each sentence once.
    [[nodiscard]] std::vector<check::Finding> findings(plan::ExportId exportId) const;
    /// What one rule found.
    [[nodiscard]] const std::vector<check::Finding>& findingsOf(std::size_t rule) const;
    [[nodiscard]] bool isOfCopy(const check::Place& place) const;

private:
    struct Found {
        std::once_flag once;
        std::vector<check::Finding> findings;
    };
    struct Exported {
        std::once_flag once;
        project::ArtFiles art;
    };
    void startAnew();

    SequencePtr m_sequence;
    ArtPtr m_art;
    Instruments m_instruments;
    mutable std::array<std::once_flag, plan::kTargetNames.size()> m_planned;
    mutable std::array<plan::PlanPtr, plan::kTargetNames.size()> m_plans;
    std::vector<std::shared_ptr<Found>> m_found; ///< of each rule
    std::shared_ptr<Exported> m_exported;
    mutable std::once_flag m_collected;
    mutable std::vector<check::Finding> m_all;
    mutable std::mutex m_mutex; ///< guards what follows
    mutable std::deque<std::shared_ptr<const schedule::Schedule>> m_schedules;
    mutable std::map<TakeId, std::shared_ptr<const Study>> m_takes;
};

using StudyPtr = std::shared_ptr<const Study>;

}
