// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

/// Changes of layers. As in edits.h: pure, and an id that names nothing changes nothing.
namespace scaena::edit {

using model::Sequence;

/// Puts a layer on top of `above` (of everything that is not a first screen if empty). It gets a free id made
/// from its name; `made` tells it. An artwork becomes the opening's icon if there is none yet.
[[nodiscard]] Sequence addLayer(Sequence sequence, model::Layer layer, const LayerId& above, LayerId& made);
/// Its cues go with it; members of a group stay.
[[nodiscard]] Sequence removeLayer(Sequence sequence, const LayerId& layer);
/// A copy above it, with copies of its cues.
[[nodiscard]] Sequence duplicateLayer(Sequence sequence, const LayerId& layer, LayerId& made);
/// To another place in the order from back (0) to front.
[[nodiscard]] Sequence reorderLayer(Sequence sequence, const LayerId& layer, std::size_t to);
/// The layer is the icon of the opening from now on.
[[nodiscard]] Sequence makeIcon(Sequence sequence, const LayerId& layer);
/// An artwork becomes the footer mark: small, near the bottom edge, and shown by the opening.
[[nodiscard]] Sequence makeFooter(Sequence sequence, const LayerId& layer);
/// The layer shows something else; its cues, place, name and groups stay, and it stays icon, footer mark and
/// in the opening where what it has become can be. Nothing changes where its cues could not be made any more;
/// `problem` says so.
[[nodiscard]] Sequence replaceContents(Sequence sequence, const LayerId& layer, model::Contents contents,
                                       std::string& problem);
[[nodiscard]] Sequence renameLayer(Sequence sequence, const LayerId& layer, const std::string& name);
/// Any other change of one layer.
template <typename Change>
[[nodiscard]] Sequence changeLayer(Sequence sequence, const LayerId& layer, Change change) {
    if (auto* it = model::findThing(sequence.layers, layer)) {
        change(*it);
    }
    return sequence;
}

/// Puts layers into a new group, whose place is the box around them. Nothing for fewer than one that can be
/// grouped.
[[nodiscard]] Sequence groupLayers(Sequence sequence, const std::vector<LayerId>& layers, LayerId& made);
/// Lets the members go; the group's own cues end with it.
[[nodiscard]] Sequence ungroup(Sequence sequence, const LayerId& group);
/// All layers within a group, at any depth.
[[nodiscard]] std::vector<LayerId> membersOf(const Sequence& sequence, const LayerId& group);

/// Puts the layer's place (the landscape one if it has one of its own and `on` is wider than high) so many dp
/// on; a group takes its members along. Ways keep their measures.
[[nodiscard]] Sequence moveLayer(Sequence sequence, const LayerId& layer, Point by,
                                 const model::PlacesOn& on);
/// Another size about the place's centre. Everything in a group grows with it.
[[nodiscard]] Sequence resizeLayer(Sequence sequence, const LayerId& layer, Size size, bool landscape);
[[nodiscard]] Sequence turnLayer(Sequence sequence, const LayerId& layer, double degrees, bool landscape);
/// The same place said from another anchor point: nothing moves on a screen of that size.
[[nodiscard]] Sequence reanchorLayer(Sequence sequence, const LayerId& layer, model::AnchorPoint anchor,
                                     bool safeArea, const model::PlacesOn& on);
/// The same place with its ways told in other measures: nothing moves on that screen.
[[nodiscard]] model::Place measured(model::Place place, model::PlaceMeasure across, model::PlaceMeasure down,
                                    const model::PlacesOn& on);
/// A part of an art file for `takeApart`.
struct ArtPart {
    std::string id;
    Point middle; ///< of its bounds, as fractions of the viewBox
};
/// An artwork becomes a group with a layer for each of its parts, in the same place and turning about its own
/// middle.
[[nodiscard]] Sequence takeApart(Sequence sequence, const LayerId& layer, const std::vector<ArtPart>& parts,
                                 LayerId& made);

// Palette
[[nodiscard]] Sequence addColour(Sequence sequence, const std::string& name, Colour light, Colour dark,
                                 ColourId& made);
/// What used it takes `instead`; the last colour stays.
[[nodiscard]] Sequence removeColour(Sequence sequence, const ColourId& colour, const ColourId& instead);
[[nodiscard]] bool isColourUsed(const Sequence& sequence, const ColourId& colour);

}
