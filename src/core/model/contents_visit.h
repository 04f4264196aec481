// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/contents.h"

/// What contents of every kind have in common: they name colours and files. Contents of a kind that is not
/// listed here do not compile.
namespace scaena::model {

/// Calls `visit(ColourRef&)` for every colour the contents have a place for; some may be empty.
template <class AnyContents, class Visit>
void eachColour(AnyContents& contents, Visit visit) {
    const auto all = [&](auto&... colours) { (visit(colours), ...); };
    std::visit(
        [&](auto& it) {
            using It = std::remove_cvref_t<decltype(it)>;
            if constexpr (std::is_base_of_v<ArtContent, It>) {
                all(it.tint);
                for (auto& [from, to] : it.recolour) {
                    all(to);
                }
            }
            if constexpr (std::is_same_v<It, ArtworkContent>) {
                if (it.plate) {
                    all(it.plate->colour);
                }
            } else if constexpr (std::is_same_v<It, BackdropContent>) {
                all(it.fill.colour, it.fill.to);
            } else if constexpr (std::is_same_v<It, TextContent>) {
                all(it.colour);
            } else if constexpr (std::is_same_v<It, FirstScreenContent>) {
                all(it.background);
                for (auto& block : it.blocks) {
                    all(block.colour);
                }
            } else if constexpr (std::is_same_v<It, ShapeContent>) {
                all(it.colour, it.to, it.strokeColour);
            } else if constexpr (std::is_same_v<It, ProgressContent>) {
                all(it.colour, it.track);
            } else {
                static_assert(std::is_same_v<It, FooterContent> || std::is_same_v<It, ImageContent> ||
                                  std::is_same_v<It, ClipContent> || std::is_same_v<It, GroupContent>,
                              "say which colours contents of this kind have");
            }
        },
        contents);
}

enum class FileUse { Art, Other }; ///< art is SVG and read by the core; all else is decoded elsewhere

/// Calls `visit(std::string& path, FileUse)` for every file the contents have a place for; some may be empty.
template <class AnyContents, class Visit>
void eachFile(AnyContents& contents, Visit visit) {
    const auto all = [&](auto&... paths) { (visit(paths, FileUse::Other), ...); };
    std::visit(
        [&](auto& it) {
            using It = std::remove_cvref_t<decltype(it)>;
            if constexpr (std::is_base_of_v<ArtContent, It>) {
                visit(it.art, FileUse::Art);
                visit(it.darkArt, FileUse::Art);
            } else if constexpr (std::is_same_v<It, BackdropContent>) {
                if (it.picture) {
                    all(it.picture->light, it.picture->dark, it.picture->landscape,
                        it.picture->darkLandscape);
                }
            } else if constexpr (std::is_same_v<It, TextContent>) {
                all(it.fontFile);
            } else if constexpr (std::is_same_v<It, FirstScreenContent>) {
                all(it.lightImage, it.darkImage);
            } else if constexpr (std::is_same_v<It, ImageContent>) {
                for (auto& picture : it.pictures) {
                    all(picture.path);
                }
            } else if constexpr (std::is_same_v<It, ClipContent>) {
                all(it.path, it.darkPath);
            } else {
                static_assert(std::is_same_v<It, ShapeContent> || std::is_same_v<It, ProgressContent> ||
                                  std::is_same_v<It, GroupContent>,
                              "say which files contents of this kind have");
            }
        },
        contents);
}

}
