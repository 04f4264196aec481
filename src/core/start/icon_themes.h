// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/files.h"

#include <atomic>

/// Art for those who have no logo yet: the icons this computer has, by the open Icon Theme Specification 0.13
/// (freedesktop.org): base folders hold themes, a theme holds an index.theme and its icons in folders by
/// size.
namespace scaena::start {

struct ThemeIcon {
    std::string name;  ///< of the icon: "weather-clear"
    std::string theme; ///< as its index.theme names it
    std::filesystem::path file;
    std::filesystem::path folder; ///< of the theme
    bool operator==(const ThemeIcon&) const = default;
};

/// The vector icons of every theme in the base folders, each name of a theme once, by name. `stop` is looked
/// at now and then.
[[nodiscard]] std::vector<ThemeIcon> themeIcons(const FileAccess& files,
                                                const std::vector<std::filesystem::path>& bases,
                                                const std::atomic<bool>& stop);

/// Those whose name has all the words, in any order; case does not count.
[[nodiscard]] std::vector<ThemeIcon> iconsNamed(const std::vector<ThemeIcon>& icons,
                                                const std::string& words);

struct IconLicence {
    std::filesystem::path file; ///< empty: none was found
    std::string text;
};
/// What the theme says of its licence: a COPYING, LICENSE or LICENCE of its own, or the copyright file of its
/// package in `docs` ("/usr/share/doc").
[[nodiscard]] IconLicence licenceOf(const FileAccess& files, const ThemeIcon& icon,
                                    const std::filesystem::path& docs);

/// The icon's file with a comment that says where it comes from and on what terms, so that this stays with
/// it.
[[nodiscard]] std::string withOrigin(const std::string& svg, const ThemeIcon& icon,
                                     const IconLicence& licence);

}
