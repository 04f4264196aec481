// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/svg_context.h"

namespace scaena::art {

/// Clips of a document, and the masks that do no more than a clip.
class SvgClips {
public:
    explicit SvgClips(SvgContext& context) : m_context(context) {}

    /// Cuts the group by the element's `clip-path` and by a mask that is a clip; `box` is the element's own,
    /// if it is known.
    void addTo(Group& group, const pugi::xml_node& element, const Declarations& own, const Rect& box);

    /// Why paths cannot cut as the element's `clip-path` does, in words; nothing if they can.
    [[nodiscard]] std::optional<std::string> whyNotPath(const pugi::xml_node& element,
                                                        const Declarations& own, bool hasBox);
    /// A mask of one opaque white shape, or of any opaque shape where its alpha counts, shows what is within
    /// that shape.
    [[nodiscard]] std::optional<Clip> maskAsClip(const Declarations& own);

    /// Whether a mask's region is told in fractions of its element's box, and not as it is without saying.
    [[nodiscard]] bool needsBox(const Declarations& own) const;

private:
    struct Only {
        Path path;
        FillRule rule = FillRule::NonZero;
        bool masksAll = false;
    };
    void collect(const pugi::xml_node& child, const Matrix& map, const Style& inherited, Clip& clip,
                 const pugi::xml_node& user, bool isUsed);
    [[nodiscard]] static Only only(const Path& path, const Style& style, const Matrix& place, bool byAlpha);
    void onlyShape(const pugi::xml_node& parent, const Style& style, const Matrix& map, bool byAlpha,
                   std::vector<Only>& found, int depth) const;

    [[nodiscard]] std::optional<Rect> maskRegion(const pugi::xml_node& mask, const Rect& box) const;
    void addParts(Group& group, const pugi::xml_node& clip, const Matrix& map, const pugi::xml_node& user);
    [[nodiscard]] const char* reasonOf(const pugi::xml_node& clip) const;
    [[nodiscard]] std::optional<Clip> clipOf(const pugi::xml_node& mask) const;

    SvgContext& m_context;
    std::unordered_map<std::size_t, const char*> m_clipReasons; ///< each clip and mask is looked at once
    std::unordered_map<std::size_t, std::optional<Clip>> m_masks;
};

}
