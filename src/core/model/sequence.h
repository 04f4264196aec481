// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/beat.h"
#include "core/model/cue.h"
#include "core/model/gate.h"
#include "core/model/layer.h"
#include "core/model/palette.h"

namespace scaena::model {

/// The static frame a system shows before the app's code runs. Newer Android shows only `colour`, the icon
/// and the footer; older Android can show every layer named in `layers`.
struct Opening {
    ColourRef colour;
    LayerId icon;    ///< an artwork or an image, may be empty
    Point iconShift; ///< dp from the middle of the circle to that of the icon's box: its optical centring
    LayerId footer;  ///< a footer mark or an image, may be empty
    std::vector<LayerId> layers;
    Extras extras;
    bool operator==(const Opening&) const = default;
};

enum class BarContent { Auto, Light, Dark };
template <>
struct Words<BarContent> {
    static constexpr std::array<std::string_view, 3> list = {"auto", "light", "dark"};
};

/// The system's own bars while the sequence plays. Auto: dark content by day, light content by night.
struct SystemBars {
    bool shown = true;
    BarContent content = BarContent::Auto;
    Extras extras;
    bool operator==(const SystemBars&) const = default;
};

/// The app's icon, made of the same art. Empty references: as in the opening.
struct AppIcon {
    LayerId layer;    ///< artwork or image; empty: the opening's icon, or else the first artwork
    ColourRef colour; ///< behind it; empty: the opening's colour
    double size = 1;  ///< of what each platform's mask surely shows, 0.3..1.4
    Extras extras;
    bool operator==(const AppIcon&) const = default;
};

/// Which beats play for each kind of start. Absent: every beat (first, cold, warm) or none (hot, re-created).
using StartBeats = std::array<std::optional<std::vector<BeatId>>, kStartKinds>;

/// A kept alternative of the timing. Going back to one puts these in the place of the sequence's own. Gates
/// are not part of it: how long loading takes is a fact, not a choice.
struct Take {
    TakeId id;
    std::string name;
    std::vector<Beat> beats;
    std::vector<Cue> cues;
    StartBeats starts;
    Extras extras;
    bool operator==(const Take&) const = default;
};

/// The document: one launch sequence. A plain value; edits make a new one.
struct Sequence {
    std::string name;
    Palette palette;
    Opening opening;
    SystemBars bars;
    AppIcon appIcon;
    std::vector<Layer> layers;
    std::vector<Beat> beats;
    std::vector<Gate> gates;
    std::vector<Cue> cues;
    StartBeats starts;
    std::vector<Take> takes;
    Extras extras;
    bool operator==(const Sequence&) const = default;
};

/// Index of the thing with that id, or -1.
template <typename Thing>
[[nodiscard]] int indexOf(const std::vector<Thing>& things, const decltype(Thing::id)& id) {
    for (std::size_t i = 0; i < things.size(); ++i) {
        if (things[i].id == id) {
            return static_cast<int>(i);
        }
    }
    return -1;
}

template <typename Thing>
[[nodiscard]] const Thing* findThing(const std::vector<Thing>& things, const decltype(Thing::id)& id) {
    const int index = indexOf(things, id);
    return index < 0 ? nullptr : &things[static_cast<std::size_t>(index)];
}

template <typename Thing>
[[nodiscard]] Thing* findThing(std::vector<Thing>& things, const decltype(Thing::id)& id) {
    const int index = indexOf(things, id);
    return index < 0 ? nullptr : &things[static_cast<std::size_t>(index)];
}

/// An id none of `things` has, made from `wish` (see makeId).
template <typename Thing>
[[nodiscard]] auto freeId(const std::vector<Thing>& things, std::string_view wish,
                          std::string_view fallback) {
    using Name = decltype(Thing::id);
    return Name(
        makeId(wish, fallback, [&](const std::string& it) { return indexOf(things, Name(it)) >= 0; }));
}

/// Whether the beat plays for that kind of start.
[[nodiscard]] bool playsOn(const Sequence& sequence, const Beat& beat, StartKind start);

/// Whether a wait needs the gate.
[[nodiscard]] bool needsGate(const Beat& wait, const Gate& gate);

/// The layer the app's icon shows; null if there is none that could.
[[nodiscard]] const Layer* iconLayer(const Sequence& sequence);
/// The colour behind it.
[[nodiscard]] const ColourRef& iconColour(const Sequence& sequence);

/// The smallest sequence that stands: a white backdrop, an opening, an empty play beat and a hand-off to a
/// first screen.
[[nodiscard]] Sequence emptySequence();

}
