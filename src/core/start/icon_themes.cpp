// SPDX-License-Identifier: MIT
#include "core/start/icon_themes.h"

#include <algorithm>
#include <map>
#include <sstream>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kMostIconFiles = 200'000;
constexpr std::size_t kIndexBytes = 1u << 20;
constexpr std::size_t kLicenceBytes = 256u << 10;

std::string lowCase(std::string text) {
    std::ranges::transform(text, text.begin(), [](unsigned char c) {
        return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : static_cast<char>(c);
    });
    return text;
}

/// Name= of [Icon Theme]; nothing where the file is no theme's.
std::string nameInIndex(const std::string& index) {
    std::istringstream lines(index);
    bool isIn = false;
    for (std::string line; std::getline(lines, line);) {
        if (line.starts_with('[')) {
            isIn = line.starts_with("[Icon Theme]");
        } else if (isIn && line.starts_with("Name=")) {
            return line.substr(5, line.find_last_not_of(" \r") - 4);
        }
    }
    return {};
}

/// Folders say for which sizes their icons are drawn; the largest has the most to show.
int drawnFor(const fs::path& within) {
    int size = 0;
    for (const auto& part : within.parent_path()) {
        const auto text = part.string();
        size = std::max(size, text == "scalable" ? 1000 : std::atoi(text.c_str()));
    }
    return size;
}

bool isLicence(const std::string& name) {
    const auto low = lowCase(name);
    return low.starts_with("copying") || low.starts_with("license") || low.starts_with("licence") ||
           low == "copyright";
}

}

std::vector<ThemeIcon> themeIcons(const FileAccess& files, const std::vector<fs::path>& bases,
                                  const std::atomic<bool>& stop) {
    struct Found {
        ThemeIcon icon;
        int size;
    };
    std::map<std::pair<std::string, std::string>, Found> found; // by name and theme
    for (const auto& base : bases) {
        std::map<std::string, std::string> themes; // by folder
        for (const auto& within : files.list(base, kMostIconFiles)) {
            if (stop) {
                return {};
            }
            if (within.extension() != ".svg" || std::distance(within.begin(), within.end()) < 3) {
                continue;
            }
            const auto folder = within.begin()->string();
            auto theme = themes.find(folder);
            if (theme == themes.end()) {
                const auto index = files.read(base / folder / "index.theme", kIndexBytes);
                theme = themes.emplace(folder, index ? nameInIndex(*index) : std::string()).first;
            }
            if (theme->second.empty()) {
                continue;
            }
            const auto name = within.stem().string();
            const int size = drawnFor(within);
            auto& best = found[{name, theme->second}];
            if (best.icon.name.empty() || size > best.size) {
                best = {{name, theme->second, base / within, base / folder}, size};
            }
        }
    }
    std::vector<ThemeIcon> icons;
    for (auto& [key, it] : found) {
        icons.push_back(std::move(it.icon));
    }
    return icons;
}

std::vector<ThemeIcon> iconsNamed(const std::vector<ThemeIcon>& icons, const std::string& words) {
    std::vector<std::string> wanted;
    std::istringstream text(lowCase(words));
    for (std::string word; text >> word;) {
        wanted.push_back(word);
    }
    std::vector<ThemeIcon> named;
    std::ranges::copy_if(icons, std::back_inserter(named), [&](const ThemeIcon& it) {
        const auto name = lowCase(it.name);
        return std::ranges::all_of(wanted,
                                   [&](const auto& word) { return name.find(word) != std::string::npos; });
    });
    return named;
}

IconLicence licenceOf(const FileAccess& files, const ThemeIcon& icon, const fs::path& docs) {
    const auto read = [&](const fs::path& file) -> IconLicence {
        const auto text = files.read(file, kLicenceBytes);
        return text ? IconLicence{file, *text} : IconLicence{};
    };
    for (const auto& name : files.namesIn(icon.folder, 200)) {
        if (isLicence(name)) {
            return read(icon.folder / name);
        }
    }
    const auto package = lowCase(icon.folder.filename().string());
    for (const auto& name : {package + "-icon-theme", package + "-icons", package}) {
        if (auto licence = read(docs / name / "copyright"); !licence.file.empty()) {
            return licence;
        }
    }
    return {};
}

std::string withOrigin(const std::string& svg, const ThemeIcon& icon, const IconLicence& licence) {
    std::string note =
        "“" + icon.name + "” of the icon theme " + icon.theme + " (" + icon.file.string() + ").\n";
    note += licence.file.empty() ? "No licence was found beside it; ask its makers before it is given away."
                                 : "Its licence, as " + licence.file.string() + " says:\n\n" + licence.text;
    for (auto at = note.find("--"); at != std::string::npos; at = note.find("--", at)) {
        note.replace(at, 2, "- "); // which ends no comment
    }
    const auto declaration = svg.starts_with("<?xml") ? svg.find("?>") : std::string::npos;
    const auto at = declaration == std::string::npos ? 0 : declaration + 2;
    return svg.substr(0, at) + (at > 0 ? "\n" : "") + "<!-- " + note + " -->\n" + svg.substr(at);
}

}
