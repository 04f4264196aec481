// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_build.h"

#include <map>

namespace scaena::exporting {

/// What of an art's parts paths cannot say, as pictures of an export: each once, however many layers show it,
/// as large as the largest of them.
class PartPictures {
public:
    struct Entry {
        std::string name;
        art::Picture picture;
        Size size; ///< dp
    };

    /// The part's name, "logo-part1"; `box`: the layer's, into which the art is fitted.
    std::string nameOf(const model::Layer& layer, const art::Picture& picture);
    [[nodiscard]] const std::vector<Entry>& all() const { return m_entries; }

private:
    std::vector<Entry> m_entries;
    std::map<LayerId, int> m_counts;
};

/// Tells the person that this part is a picture, and why.
void notePart(ExportBuild& build, const PartPictures::Entry& part);

/// Its pixels as PNG, `scale` for each dp, at most 2048 on a side.
[[nodiscard]] std::string partPng(const art::Rasteriser& rasteriser, const art::Picture& picture, Size size,
                                  double scale);

}
