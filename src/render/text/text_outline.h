// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/outside.h"

#include <QPainterPath>
#include <deque>
#include <mutex>
#include <optional>

namespace scaena::render {

/// The text's outlines in dp, centred about the origin. Shaped by Qt (kerning, ligatures, any script), taken
/// from a large unhinted size, so that they are the same on every machine.
/// `ownFont` holds the bytes of the text's own font file; without it, or if it is none, the shipped typeface
/// stands in.
[[nodiscard]] QPainterPath outlineText(const model::TextContent& text, const std::string* ownFont = nullptr);

/// Remembers the last texts: exports ask for the same words many times over. May be asked from several
/// threads.
class QtTextOutliner : public art::TextOutliner {
public:
    art::Path outline(const model::TextContent& text, const std::string* ownFont) const override;
    std::vector<std::string> missing(const model::TextContent& text,
                                     const std::string* ownFont) const override;

private:
    struct Entry {
        model::TextContent text;
        std::optional<std::string> ownFont;
        std::optional<art::Path> outline; ///< what was asked for
        std::optional<std::vector<std::string>> missing;
    };
    /// What is remembered of a text; the lock is held.
    Entry& entryOf(const model::TextContent& text, const std::string* ownFont) const;

    mutable std::mutex m_mutex; ///< guards what follows
    mutable std::deque<Entry> m_entries;
};

}
