// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

/// Copies of layers stand in the sequence as layers and cues of their own, so that everything that plays or
/// exports one needs to know nothing of them. They are made from `Layer::copies` and are never in a file:
/// whoever reads or edits a sequence makes them anew (file::read, edit::History).
namespace scaena::model {

/// The sequence without layers that were made from others, and without their cues.
[[nodiscard]] Sequence withoutCopies(Sequence sequence);

/// The sequence with each layer's copies as the layer and its cues are now: a group each that stands where
/// the copy does, is turned, sized and paler as it says, and holds the layer and its members anew with their
/// cues, so much later. Within a layer that has copies itself nothing has copies of its own. What hangs on
/// the layer from outside – another layer's cue, the opening, the icon – hangs on the layer alone.
[[nodiscard]] Sequence withCopies(Sequence sequence);

/// Whether the layer was made from another one.
[[nodiscard]] inline bool isCopy(const Layer& layer) { return !layer.copyOf.empty(); }
/// Whether the cue is one of such a layer.
[[nodiscard]] bool isOfCopy(const Sequence& sequence, const Cue& cue);

}
