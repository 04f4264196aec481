// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/svg_clips.h"

namespace scaena::art {

/// What paths cannot say, and what of the document becomes a picture because of it.
class SvgPictures {
public:
    SvgPictures(SvgContext& context, SvgClips& clips) : m_context(context), m_clips(clips) {}

    /// Why this element, or something in it that it cannot be parted from, has to be a picture, in words;
    /// nothing if paths can say it. `style` is its own, computed; `path` its outline if it is a shape.
    [[nodiscard]] std::optional<std::string> why(const pugi::xml_node& element, const Declarations& own,
                                                 const Style& style, bool isShape);
    /// Whether anything that is painted blends with what lies below it: then all of it is one picture.
    [[nodiscard]] std::optional<std::string> whyWhole(const pugi::xml_node& root) const;

    /// Whether a picture asks for its pixels to be seen, which nobody here shows.
    [[nodiscard]] bool isCrisp(const pugi::xml_node& element) const;

    /// Puts the element into the group as a picture; `ctm` maps the group's coordinates onto the whole's.
    void add(const pugi::xml_node& element, const std::string& why, const Matrix& ctm, Group& into);
    /// Whether there would be more pictures than are worth while; the whole is to be one instead.
    [[nodiscard]] bool isTooMany() const { return m_count > kMostPictures || m_bytes > kMostBytes; }

private:
    static constexpr std::size_t kMostPictures = 12;
    static constexpr std::size_t kMostBytes = std::size_t(24) << 20;

    [[nodiscard]] std::optional<std::string> ofPaint(const std::string& paint,
                                                     const pugi::xml_node& element) const;
    /// The same for all that is in an element or is used by it.
    [[nodiscard]] std::optional<std::string> within(const pugi::xml_node& element, int depth);

    SvgContext& m_context;
    SvgClips& m_clips;
    std::unordered_map<std::size_t, std::optional<std::string>> m_known;
    std::size_t m_count = 0, m_bytes = 0;
};

}
