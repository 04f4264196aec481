// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/cue.h"
#include "core/model/layer.h"

#include <string_view>
#include <vector>

namespace scaena::model {

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

/// What the interface, the file format and the documentation know of a move. How it moves is `motion::lower`.
struct MoveDefinition {
    MoveKind kind;
    std::string_view label;
    std::string_view does; ///< "rises into place", as the cue card says it behind the layer's name
    std::vector<MoveParameter> parameters;
    Easing easing; ///< used where the cue has none of its own
    Millis length; ///< a good length to begin with
};

[[nodiscard]] const MoveDefinition& moveDefinition(MoveKind kind);
[[nodiscard]] const MoveParameter* findParameter(MoveKind kind, std::string_view key);

/// Whether a group as a whole can make this move: it has opacity, place, scale and turn, but no outline of
/// its own to reveal or draw.
[[nodiscard]] bool movesGroups(MoveKind kind);
/// Whether a layer of that kind can make this move. (A travel also needs a destination.)
[[nodiscard]] bool suits(MoveKind kind, LayerKind layer);

/// The word of the parameter "direction" for a layer that is in sight already: it goes to where the move
/// would come from, and comes back.
inline constexpr std::string_view kStay = "stay";
/// The parameters by which a layer that is in sight already stays so through the move; empty where the move
/// keeps it in sight anyway.
[[nodiscard]] std::map<std::string, MoveValue> standing(MoveKind kind);

/// The parameter's value in this move, or its default. The key must be one of the definition's.
[[nodiscard]] double numberOf(const Move& move, std::string_view key);
[[nodiscard]] std::string choiceOf(const Move& move, std::string_view key);

/// The cue's own easing or else its move's.
[[nodiscard]] const Easing& easingOf(const Cue& cue);

}
