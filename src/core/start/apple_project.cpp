// SPDX-License-Identifier: MIT
#include "core/start/project_kinds.h"

#include "core/base/bounded_json.h"
#include "core/model/limits.h"

#include <algorithm>
#include <cstdlib>
#include <map>
#include <tuple>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

bool isDark(const Json& entry) {
    const auto& appearances = listOf(entry, "appearances");
    return std::any_of(appearances.begin(), appearances.end(), [](const Json& it) {
        return textOf(it, "appearance") == "luminosity" && textOf(it, "value") == "dark";
    });
}

/// "0x1F", "31" or "0.122", as asset catalogues write a component.
std::uint8_t component(const Json& components, const char* key) {
    const auto text = textOf(components, key);
    if (text.empty()) {
        return std::string_view(key) == "alpha" ? 255 : 0;
    }
    const double value = text.starts_with("0x") ? double(std::strtol(text.c_str(), nullptr, 16))
                         : text.find('.') != std::string::npos ? std::strtod(text.c_str(), nullptr) * 255
                                                               : std::strtod(text.c_str(), nullptr);
    const bool wholeAlpha = std::string_view(key) == "alpha" && text == "1";
    return wholeAlpha ? 255 : static_cast<std::uint8_t>(std::clamp(value + 0.5, 0.0, 255.0));
}

class AssetCatalogue {
public:
    AssetCatalogue(const FileAccess& files, const fs::path& root, const std::vector<fs::path>& list)
        : m_files(files), m_root(root), m_list(list) {}

    std::optional<ProjectFindings> read(const std::atomic<bool>& stop) {
        for (const auto& path : m_list) {
            if (stop) {
                return {};
            }
            const auto set = path.parent_path().filename();
            if (path.extension() == ".storyboard") {
                storyboard(path);
            }
            if (path.filename() != "Contents.json") {
                continue;
            }
            const auto bytes = m_files.read(m_root / path, model::limits::kArtBytes);
            const auto json = bytes ? parseJson(*bytes).value_or(Json()) : Json();
            if (set.extension() == ".colorset") {
                colours(set.stem().string(), json);
            } else if (set.extension() == ".imageset") {
                images(set.stem().string(), path.parent_path(), json);
            }
        }
        if (m_screen) {
            useScreen();
        }
        if (m_found.colours.empty() && m_found.logo.empty() && !m_found.plainCanvas) {
            return {};
        }
        for (const auto& words :
             {std::initializer_list<const char*>{"launch", "splash"}, {"background", "canvas"}}) {
            for (const auto& it : m_found.colours) {
                if (m_found.canvas.empty() && mentions(it.name, words)) {
                    m_found.canvas = it.name;
                }
            }
        }
        m_found.where = m_screen ? "an iOS launch storyboard and its catalogue" : "an iOS asset catalogue";
        return std::move(m_found);
    }

private:
    void storyboard(const fs::path& path) {
        const auto bytes = m_files.read(m_root / path, model::limits::kArtBytes);
        if (auto screen = bytes ? readLaunchScreen(*bytes) : std::nullopt; screen && !m_screen) {
            m_screen = std::move(screen);
        }
    }

    /// What the storyboard shows counts before what names suggest.
    void useScreen() {
        m_found.canvas = m_screen->backgroundName;
        m_found.plainCanvas = m_screen->background;
        m_found.labels = m_screen->labels;
        m_found.losses = m_screen->losses;
        for (std::size_t i = 0; i < m_screen->pictures.size(); ++i) {
            const auto set = m_sets.find(m_screen->pictures[i].name);
            if (set == m_sets.end()) {
                m_found.losses.push_back("the picture “" + m_screen->pictures[i].name +
                                         "” of the launch storyboard, which is not in the catalogue");
            } else if (!m_isShown) {
                m_isShown = true;
                std::tie(m_found.logo, m_found.darkLogo) = set->second;
            } else if (m_found.footer.empty()) {
                std::tie(m_found.footer, m_found.darkFooter) = set->second; // the second stands below
            } else {
                m_found.losses.push_back("a third picture of the launch storyboard, “" + set->first + "”");
            }
        }
    }

    void colours(const std::string& name, const Json& json) {
        if (m_found.colours.size() >= kMostColours) {
            return;
        }
        ProjectFindings::NamedColour colour{name, {}, {}};
        for (const auto& entry : listOf(json, "colors")) {
            const auto* value = memberOf(entry, "color");
            const auto* parts = value ? memberOf(*value, "components") : nullptr;
            if (parts && parts->is_object()) {
                (isDark(entry) ? colour.dark : colour.light) =
                    Colour{component(*parts, "red"), component(*parts, "green"), component(*parts, "blue"),
                           component(*parts, "alpha")};
            }
        }
        if (colour.light || colour.dark) {
            m_found.colours.push_back(std::move(colour));
        }
    }

    void images(const std::string& name, const fs::path& folder, const Json& json) {
        const int rank = mentions(name, {"launch", "splash"}) ? 3 : mentions(name, {"logo"}) ? 2 : 1;
        std::vector<fs::path> light;
        std::vector<fs::path> dark;
        for (const auto& entry : listOf(json, "images")) {
            const auto file = textOf(entry, "filename");
            if (!file.empty() && isPicture(file) && file.find('/') == std::string::npos &&
                m_files.exists(m_root / folder / file)) {
                (isDark(entry) ? dark : light).push_back(folder / file);
            }
        }
        if (!light.empty()) {
            m_sets[name] = {light, dark};
        }
        if (!light.empty() && rank > m_rank) {
            m_rank = rank;
            m_found.logo = std::move(light);
            m_found.darkLogo = std::move(dark);
        }
    }

    const FileAccess& m_files;
    const fs::path& m_root;
    const std::vector<fs::path>& m_list;
    ProjectFindings m_found;
    std::map<std::string, std::pair<std::vector<fs::path>, std::vector<fs::path>>> m_sets; ///< by name
    std::optional<LaunchScreen> m_screen;
    bool m_isShown = false; ///< the storyboard's first picture was found
    int m_rank = 0;
};

}

std::optional<ProjectFindings> appleProject(const FileAccess& files, const fs::path& root,
                                            const ProjectFiles& list, const std::atomic<bool>& stop) {
    return AssetCatalogue(files, root, list).read(stop);
}

}
