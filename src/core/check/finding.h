// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/plan/targets.h"
#include "core/schedule/conditions.h"

#include <functional>
#include <optional>

namespace scaena::check {

enum class Severity {
    Note,    ///< worth knowing; nothing is wrong
    Warning, ///< somebody will see it
    Error    ///< it must not ship
};

/// What a finding is about.
struct Place {
    enum class Kind { Sequence, Opening, Layer, Beat, Gate, Cue };
    Kind kind = Kind::Sequence;
    std::string id;             ///< empty for Sequence and Opening
    std::optional<Millis> time; ///< where on the axis, if it is at one moment
};

/// The repair in one step that a finding offers.
struct Remedy {
    std::string label; ///< what its button says: "Keep it in sight"
    std::string name;  ///< of the step in the history: "keep Title in sight"
    std::function<model::Sequence(model::Sequence)> mend;
};

/// What was found about a document, alone or on its way to a target. Problems of reading a file are
/// `Problem`s (base/result.h); how a cue reaches a target is a `plan::CueCarry`.
struct Finding {
    std::string rule; ///< stable id of the rule that found it: "vanishes-before"
    Severity severity = Severity::Warning;
    std::optional<plan::TargetId> target; ///< nothing: on all of them
    Place place;
    std::string sentence; ///< what is seen, where: one sentence in the person's terms
    std::string limit;    ///< the number or rule that is broken, and its source; may be empty
    std::optional<schedule::Conditions> seen; ///< under which it is seen at its worst, to show it
    std::optional<Remedy> remedy;             ///< where there is one
    std::optional<Remedy> other;              ///< another way, at the cost of something else
};

}

template <>
struct scaena::model::Words<scaena::check::Severity> {
    static constexpr std::array<std::string_view, 3> list = {"note", "warning", "error"};
};
