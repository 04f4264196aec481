// SPDX-License-Identifier: MIT
#pragma once

#include "core/check/rule.h"

/// The rules one by one, each in a file of its own; `rules()` lists them.
namespace scaena::check {

/// Layers whose art, clip or picture cannot be read: nothing of the sequence can be exported.
[[nodiscard]] std::vector<Finding> unreadable(const Subject& subject);
/// Cues a target plays not at all.
[[nodiscard]] std::vector<Finding> notCarried(const Subject& subject);
/// What jumps where the app takes over, on every target.
[[nodiscard]] std::vector<Finding> seams(const Subject& subject);
/// The repair of what jumps there under these conditions.
[[nodiscard]] Remedy seamRemedy(const schedule::Conditions& conditions);
/// Text with characters no typeface here has.
[[nodiscard]] std::vector<Finding> missingLetters(const Subject& subject);
/// Pictures that are left out or written anew, since platforms read them differently or not at all.
[[nodiscard]] std::vector<Finding> pictures(const Subject& subject);
/// Clips that become pictures where the platform plays none.
[[nodiscard]] std::vector<Finding> bakedClips(const Subject& subject);
/// Nothing an icon could be made of.
[[nodiscard]] std::vector<Finding> missingIcon(const Subject& subject);
/// Gradients and pictures of backdrops the system's own frame shows otherwise.
[[nodiscard]] std::vector<Finding> openingGrounds(const Subject& subject);

/// Cues of the icon that are cut where nothing holds the system's picture.
[[nodiscard]] std::vector<Finding> iconMotion(const Subject& subject);

/// Pictures that are shown on more pixels than they have.
[[nodiscard]] std::vector<Finding> fewPixels(const Subject& subject);

/// Layers without contents that can be read, as `unreadable` finds them: "layer “Logo” has no art that can be
/// read (art/logo.svg)".
[[nodiscard]] std::string whyUnreadable(const model::Sequence& sequence, const project::ArtFiles& files,
                                        const model::Layer& layer);

}
