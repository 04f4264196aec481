// SPDX-License-Identifier: MIT
#include "core/art/strata.h"

namespace scaena::art {

namespace {

struct Stratum {
    Node node;
    bool isPicture;
};

/// False if the group has to stay whole.
bool takeApart(const Group& group, std::vector<Stratum>& out) {
    const auto wrapped = [&](Node node) {
        auto shell = std::make_unique<Group>();
        shell->id = group.id;
        shell->transform = group.transform;
        shell->opacity = group.opacity;
        shell->clips = group.clips;
        shell->children.push_back(std::move(node));
        return Node(std::move(shell));
    };
    if (group.opacity < 1 && group.children.size() > 1) {
        return false;
    }
    for (const auto& child : group.children) {
        const auto* inner = std::get_if<std::unique_ptr<Group>>(&child);
        if (!inner || picturesIn(**inner).empty()) {
            out.push_back({wrapped(cloneNode(child)), std::holds_alternative<Picture>(child)});
            continue;
        }
        std::vector<Stratum> pieces;
        if (!takeApart(**inner, pieces)) {
            return false;
        }
        for (auto& piece : pieces) {
            out.push_back({wrapped(std::move(piece.node)), piece.isPicture});
        }
    }
    return true;
}

}

std::optional<std::vector<Art>> strataOf(const Art& art) {
    std::vector<Stratum> pieces;
    if (!takeApart(art.root, pieces)) {
        return std::nullopt;
    }
    std::vector<Art> strata;
    bool wasPicture = true;
    for (auto& piece : pieces) {
        if (wasPicture || piece.isPicture) {
            strata.emplace_back();
            strata.back().viewBox = art.viewBox;
        }
        strata.back().root.children.push_back(std::move(piece.node));
        wasPicture = piece.isPicture;
    }
    return strata;
}

}
