// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/cue.h"
#include "core/model/layer.h"
#include "core/motion/track.h"

#include <string_view>
#include <vector>

namespace scaena::moves {

class TrackBuilder;

/// One parameter of a move: a number with its unit and range, or one of a few words.
struct MoveParameter {
    std::string_view key;
    std::string_view label;
    std::string_view unit; ///< "dp", "°", "%", "×" or empty
    double standard = 0, least = 0, most = 0;
    std::vector<std::string_view>
        choices; ///< if not empty, the value is one of these words, the first by default
    [[nodiscard]] bool isChoice() const { return !choices.empty(); }
};

/// What stands in for a move where people ask for less motion (a cue may wish otherwise).
enum class CalmForm {
    Fade, ///< its movement becomes a short fade
    Rest  ///< it only draws attention and falls away
};

/// All there is to know of a move. Interface, file format, validation, editing, plan and documentation read
/// it; a new move is one of these and its word (model/cue.h).
struct MoveDefinition {
    model::MoveKind kind;
    std::string_view label;
    std::string_view does; ///< "rises into place", as the cue card says it behind the layer's name
    std::vector<MoveParameter> parameters;
    model::Easing easing; ///< used where the cue has none of its own
    Millis length;        ///< a good length to begin with
    /// Why the layer cannot make it, as a sentence without its end; empty if it can.
    std::string (*unsuited)(const model::Layer& layer);
    /// How it moves: adds its tracks.
    void (*lower)(TrackBuilder& tracks);
    CalmForm calm = CalmForm::Fade;
    /// Parameters by which a layer that is in sight already stays so; without: "direction" where it can stay.
    std::map<std::string, model::MoveValue> inSight = {};
    bool isOffered = true; ///< on the art files; poses are made on the stage instead
};

[[nodiscard]] const MoveDefinition& definitionOf(model::MoveKind kind);
[[nodiscard]] const MoveParameter* findParameter(model::MoveKind kind, std::string_view key);

/// Why the layer cannot make the move, in the person's terms ("“Photo” has no outline to draw"); empty if it
/// can. Everybody who has to know asks here.
[[nodiscard]] std::string whyNot(model::MoveKind kind, const model::Layer& layer);

/// The word of the parameter "direction" for a layer that is in sight already: it goes to where the move
/// would come from, and comes back.
inline constexpr std::string_view kStay = "stay";
/// The parameters by which a layer that is in sight already stays so through the move; empty where the move
/// keeps it in sight anyway.
[[nodiscard]] std::map<std::string, model::MoveValue> inSightParameters(model::MoveKind kind);

/// The parameter's value in this move, or its default. The key must be one of the definition's.
[[nodiscard]] double numberOf(const model::Move& move, std::string_view key);
[[nodiscard]] std::string choiceOf(const model::Move& move, std::string_view key);

/// What the move's distances are told in; dp for those that have no choice.
[[nodiscard]] motion::Measure measureOf(const model::Move& move);
/// The parameter's unit in this move: a distance told in something else than dp is in percent of that.
[[nodiscard]] std::string_view unitOf(const model::Move& move, const MoveParameter& parameter);

/// The cue's own easing or else its move's.
[[nodiscard]] const model::Easing& easingOf(const model::Cue& cue);

}
