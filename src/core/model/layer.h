// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/times.h"
#include "core/model/contents.h"
#include "core/model/copies.h"
#include "core/model/place.h"

#include <optional>

namespace scaena::model {

/// When a layer belongs on the stage. Offline: only when a time-out took the offline way. Message: only when
/// a time-out asked for a message.
enum class ShownWhen { Always, Offline, Message };
template <>
struct Words<ShownWhen> {
    static constexpr std::array<std::string_view, 3> list = {"always", "offline", "message"};
};

/// One layer: what all have, and the contents of its kind. Layers lie in the order of the document, the last
/// on top.
struct Layer {
    LayerId id;
    std::string name;
    LayerId group;                    ///< the group it belongs to, may be empty
    bool hidden = false;              ///< not shown while designing; exports and the real launch have it
    bool locked = false;              ///< the stage leaves it alone
    Place place;                      ///< all but backdrop and first screen
    std::optional<Place> landscape;   ///< used instead where the screen is wider than high
    std::optional<Place> destination; ///< where a "travel" move leads
    Point pivot = {0.5, 0.5};         ///< about which it turns and grows, as fractions of its box
    ShownWhen shownWhen = ShownWhen::Always;
    std::optional<Copies> copies; ///< all but backdrop and first screen
    LayerId copyOf; ///< made from that layer (model/with_copies.h); such layers are never in a file
    Contents contents = ArtworkContent{};
    Extras extras;
    bool operator==(const Layer&) const = default;

    [[nodiscard]] LayerKind kind() const { return kindOf(contents); }
    /// The contents if they are of that kind, else null.
    template <class Content>
    [[nodiscard]] const Content* as() const {
        return std::get_if<Content>(&contents);
    }
    template <class Content>
    [[nodiscard]] Content* as() {
        return std::get_if<Content>(&contents);
    }
    /// The contents of a layer known to be of that kind; throws std::bad_variant_access if it is not.
    template <class Content>
    [[nodiscard]] const Content& get() const {
        return std::get<Content>(contents);
    }
    template <class Content>
    [[nodiscard]] Content& get() {
        return std::get<Content>(contents);
    }
    /// The drawing of an artwork or a footer mark, else null.
    [[nodiscard]] const ArtContent* art() const {
        const auto* artwork = as<ArtworkContent>();
        return artwork ? static_cast<const ArtContent*>(artwork) : as<FooterContent>();
    }
    [[nodiscard]] ArtContent* art() { return const_cast<ArtContent*>(std::as_const(*this).art()); }
};

[[nodiscard]] constexpr bool coversScreen(LayerKind kind) {
    return kind == LayerKind::Backdrop || kind == LayerKind::FirstScreen;
}

/// Whether the layer can be the picture of an opening or of the app's icon.
[[nodiscard]] constexpr bool canBeIcon(LayerKind kind) {
    return kind == LayerKind::Artwork || kind == LayerKind::Image;
}

/// Whether the layer can be the mark near the lower edge that newer Android shows.
[[nodiscard]] constexpr bool canBeFooter(LayerKind kind) {
    return kind == LayerKind::FooterMark || kind == LayerKind::Image;
}

/// The disc behind an artwork; null if it has none or the layer is of another kind.
[[nodiscard]] inline const Plate* plateOf(const Layer& layer) {
    const auto* artwork = layer.as<ArtworkContent>();
    return artwork && artwork->plate ? &*artwork->plate : nullptr;
}

/// What `currentColor` means in the drawing; empty for black and for layers of other kinds.
[[nodiscard]] inline ColourRef tintOf(const Layer& layer) {
    return layer.art() ? layer.art()->tint : ColourRef();
}

/// The part of its file that the drawing shows; empty for all of it and for layers of other kinds.
[[nodiscard]] inline std::string partOf(const Layer& layer) {
    return layer.art() ? layer.art()->part : std::string();
}

/// The picture of a backdrop; null if it has none or the layer is of another kind.
[[nodiscard]] inline const BackdropPicture* pictureOf(const Layer& layer) {
    const auto* backdrop = layer.as<BackdropContent>();
    return backdrop && backdrop->picture ? &*backdrop->picture : nullptr;
}

/// The place that counts on a screen of that shape.
[[nodiscard]] inline const Place& placeOn(const Layer& layer, bool landscape) {
    return landscape && layer.landscape ? *layer.landscape : layer.place;
}

}
