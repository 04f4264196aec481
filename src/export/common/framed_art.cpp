// SPDX-License-Identifier: MIT
#include "export/common/framed_art.h"

namespace scaena::exporting {

art::ArtPtr framedArt(const art::Art& art, Size size, const Rect& box, std::optional<Colour> backing) {
    auto framed = std::make_shared<art::Art>();
    framed->viewBox = {0, 0, size.width, size.height};
    if (backing) {
        art::Shape sheet;
        sheet.path = art::rectPath(framed->viewBox, 0, 0);
        sheet.fill = *backing;
        framed->root.children.emplace_back(std::move(sheet));
    }
    auto inner = std::make_unique<art::Group>();
    inner->transform = art::fitInto(art.viewBox, box);
    inner->clips.push_back({art::rectPath(art.viewBox, 0, 0), art::FillRule::NonZero});
    inner->children.emplace_back(art::cloneGroup(art.root));
    framed->root.children.emplace_back(std::move(inner));
    return framed;
}

}
