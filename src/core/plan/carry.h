// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/plan/targets.h"

#include <memory>

namespace scaena::plan {

/// How a cue reaches a target.
enum class Carry { System, Player, Baked, Dropped };

/// One clause in the person's terms. Most are among a few that never change, and thousands of cues have the
/// same: only what is made up for one cue takes memory of its own.
class Reason {
public:
    Reason() = default;
    Reason(const char* words) : m_words(words) {} ///< which last as long as the program
    Reason(std::string made) : m_made(std::make_shared<const std::string>(std::move(made))) {}
    [[nodiscard]] std::string text() const { return m_made ? *m_made : std::string(m_words); }
    bool operator==(const Reason& other) const { return text() == other.text(); }

private:
    const char* m_words = "";
    std::shared_ptr<const std::string> m_made;
};

struct CueCarry {
    Carry how = Carry::Player;
    Reason reason;
    bool isTooLong = false; ///< dropped for its length alone: the system could begin it
};

/// Where a platform plays no clips by itself, they become pictures: this many a second, and at most so many.
inline constexpr int kBakedRate = 25;
inline constexpr int kMostBaked = 120;
/// Number of pictures, at least 2; the last is the frame that is kept.
[[nodiscard]] int bakedFrames(const model::ClipContent& clip);

/// What of a document decides how one of its cues is carried.
struct CarryFacts {
    const model::Cue& cue;
    const model::Layer& layer;
    bool inOpening = false; ///< its beat is the opening
    bool isIcon = false;    ///< its layer is the opening's icon
};

/// Decides it from the target's capabilities. Cues of the opening beat can only be played by the system;
/// every other cue is drawn by the exported player.
[[nodiscard]] CueCarry carryOf(const CarryFacts& facts, const Target& target);

/// What stands in for a cue whose move the target bakes; nothing where it plays the cue as it is.
[[nodiscard]] std::optional<model::Cue> standIn(const Target& target, const model::Cue& cue);

}

template <>
struct scaena::model::Words<scaena::plan::Carry> {
    static constexpr std::array<std::string_view, 4> list = {"system", "player", "baked", "dropped"};
};
