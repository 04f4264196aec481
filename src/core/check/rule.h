// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/outside.h"
#include "core/check/finding.h"
#include "core/edit/changes.h"
#include "core/plan/plan.h"
#include "core/project/project.h"

#include <span>

namespace scaena::check {

/// What rules look at: one value of the document, what it does on each target, and the files it names.
class Subject {
public:
    virtual ~Subject() = default;
    [[nodiscard]] virtual const model::Sequence& sequence() const = 0;
    [[nodiscard]] virtual plan::PlanPtr plan(plan::TargetId target) const = 0;
    /// As the person gave them, and as every platform can read them (art::PictureReader).
    [[nodiscard]] virtual const project::ArtFiles& art() const = 0;
    [[nodiscard]] virtual const project::ArtFiles& exportedArt() const = 0;
    [[nodiscard]] virtual const art::TextOutliner& text() const = 0;
};

/// One rule about documents.
struct Rule {
    std::string_view id;    ///< of its findings
    std::string_view about; ///< what it looks for, for a list of all rules
    /// The kinds of thing it reads: its findings stay true through edits of all others.
    std::span<const edit::Kind> reads;
    bool readsFiles = false; ///< also art, pictures, clips and fonts
    std::vector<Finding> (*find)(const Subject& subject);
};

/// All rules there are. Whoever adds one adds it here, and has it on the note strip, the cards, in the Export
/// room, in every export's report and in the tests.
[[nodiscard]] std::span<const Rule> rules();

/// The document with the finding's remedy; as it was where there is none.
[[nodiscard]] model::Sequence mended(model::Sequence sequence, const Finding& finding);

}
