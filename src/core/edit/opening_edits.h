// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

/// Changes of what the system shows first. As in edits.h: pure, and an id that names nothing changes nothing.
/// `visible`: diameter of the circle newer Android shows, in dp (plan::OpeningTraits).
namespace scaena::edit {

using model::Sequence;

/// The smallest circle around what is really painted of a layer.
struct PaintedCircle {
    Point middle;      ///< as fractions of the layer's box
    double radius = 0; ///< of the box's longer side; 0: nothing is painted
    bool operator==(const PaintedCircle&) const = default;
};

/// A cue that takes a layer away with the beat's first frame, since others stand there from then on.
[[nodiscard]] model::Cue givingWay(const Sequence& sequence, const LayerId& layer, const BeatId& beat);
/// Pictures of the frame a clip begins with, `density` pixels a dp; `dark` may be empty.
struct ClipStill {
    std::string light, dark;
    double density = 3;
};
/// The opening begins with that frame, which no system could take from the clip itself: a layer with the
/// pictures in the clip's box becomes the icon and stands in still pictures, and gives way to the clip with
/// the app's first frame. `made` is empty where `clip` is none.
[[nodiscard]] Sequence openWithClip(Sequence sequence, const LayerId& clip, const ClipStill& still,
                                    LayerId& made);
/// The frame as a picture of its own in the clip's box, above the clip; nothing else changes.
[[nodiscard]] Sequence addClipFrame(Sequence sequence, const LayerId& clip, const ClipStill& still,
                                    LayerId& made);
/// One drawing that stands for `layers` while the system shows it: it becomes the icon, stands in still
/// pictures in their place, and gives way to them with the app's first frame. `dark` may be empty.
[[nodiscard]] Sequence openWithTogether(Sequence sequence, const std::vector<LayerId>& layers,
                                        const model::Place& place, const std::string& light,
                                        const std::string& dark, LayerId& made);
/// The same art and ground as the app's own icon on the home screen: its layer, on a plate where it has
/// another ground than the canvas, its longer side `longest` dp.
[[nodiscard]] Sequence openWithAppIcon(Sequence sequence, double longest, double visibleOnPlate);
/// No icon: the canvas alone. The layer stays where it is after the opening.
[[nodiscard]] Sequence clearIcon(Sequence sequence);
/// The icon's longer side, at rest and in the opening alike, about the same middle.
[[nodiscard]] Sequence sizeIcon(Sequence sequence, double longest);
/// Where the icon's middle lies beside the circle's. Where the layer at rest stood in the same place it comes
/// along, so that nothing jumps when the app takes over.
[[nodiscard]] Sequence shiftIcon(Sequence sequence, Point to);
/// As large as the circle allows, with what is painted in the very middle of it.
[[nodiscard]] Sequence fitIcon(Sequence sequence, const PaintedCircle& painted, double visible);
/// A plate of that colour behind the icon's artwork; an empty colour: none. A larger icon is made as small as
/// the circle on a plate.
[[nodiscard]] Sequence setPlate(Sequence sequence, const model::ColourRef& colour, double visibleOnPlate);
[[nodiscard]] Sequence setPlateDiameter(Sequence sequence, double diameter);
/// The mark near the lower edge: an artwork becomes a footer mark, an image or a footer mark stays what it
/// is.
[[nodiscard]] Sequence setFooter(Sequence sequence, const LayerId& layer);
/// The layer stays as it is, and in still pictures.
[[nodiscard]] Sequence clearFooter(Sequence sequence);
/// Whether the layer stands in the still picture of systems that show one.
[[nodiscard]] Sequence showInStill(Sequence sequence, const LayerId& layer, bool shows);
/// The backdrop whose picture stands behind the opening: the lowest one that is in it and has one, or else
/// the lowest in it; null if there is none.
[[nodiscard]] const model::Layer* groundOf(const Sequence& sequence);
/// The same; where there is none, a backdrop of the canvas' colour is put behind everything and into the
/// opening.
[[nodiscard]] Sequence withGround(Sequence sequence, LayerId& ground);

}
