// SPDX-License-Identifier: MIT
#include "core/start/app_project.h"

#include "core/art/read_vector_drawable.h"
#include "core/base/bounded_json.h"
#include "core/model/limits.h"
#include "core/start/pictures.h"

#include <algorithm>
#include <cstdlib>
#include <pugixml.hpp>
#include <unordered_map>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kMostFiles = 20'000;
constexpr std::size_t kMostColours = 24;

std::string lowered(std::string text) {
    for (char& c : text) {
        c = c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    }
    return text;
}

bool mentions(const std::string& name, std::initializer_list<const char*> words) {
    const auto text = lowered(name);
    return std::any_of(words.begin(), words.end(),
                       [&](const char* word) { return text.find(word) != std::string::npos; });
}

/// The name behind "@color/brand" or "@drawable/logo"; empty for anything else.
std::string referenced(const std::string& text, const char* kind) {
    const std::string prefix = std::string("@") + kind + "/";
    return text.starts_with(prefix) ? text.substr(prefix.size()) : std::string();
}

bool isPicture(const fs::path& path) {
    const auto ending = lowered(path.extension().string());
    return ending == ".png" || ending == ".webp" || ending == ".jpg" || ending == ".jpeg" ||
           ending == ".xml" || ending == ".svg" || ending == ".pdf";
}

// --- Android
// ---------------------------------------------------------------------------------------------------

class AndroidResources {
public:
    AndroidResources(const FileAccess& files, const fs::path& root, const std::vector<fs::path>& list)
        : m_files(files), m_root(root), m_list(list) {}

    std::optional<ProjectFindings> read(const std::atomic<bool>& stop) {
        for (const auto& path : m_list) {
            if (stop) {
                return {};
            }
            const auto folder = path.parent_path().filename().string();
            if (folder.starts_with("values") && path.extension() == ".xml") {
                values(path, folder.find("-night") != std::string::npos);
            }
        }
        resolveColours();
        chooseLogo();
        if (m_found.colours.empty() && m_found.logo.empty()) {
            return {};
        }
        chooseCanvas();
        m_found.where = "Android resources";
        return std::move(m_found);
    }

private:
    std::string text(const fs::path& path) const {
        const auto bytes = m_files.read(m_root / path, model::limits::kArtBytes);
        return bytes ? *bytes : std::string();
    }

    void values(const fs::path& path, bool dark) {
        pugi::xml_document document;
        const auto bytes = text(path);
        if (!document.load_buffer(bytes.data(), bytes.size())) {
            return;
        }
        for (const auto& node : document.child("resources").children()) {
            const std::string_view kind = node.name();
            if (kind == "color") {
                m_raw.push_back({node.attribute("name").value(), node.child_value(), dark});
            } else if (kind == "style") {
                for (const auto& item : node.children("item")) {
                    launchItem(item.attribute("name").value(), item.child_value());
                }
            }
        }
    }

    void launchItem(const std::string& name, const std::string& value) {
        const auto keep = [&](std::string& into) {
            if (into.empty()) {
                into = value;
            }
        };
        if (name.ends_with("windowSplashScreenBackground")) {
            keep(m_canvas);
        } else if (name.ends_with("windowSplashScreenAnimatedIcon")) {
            keep(m_icon);
        } else if (name.ends_with("windowBackground")) {
            keep(m_background);
        }
    }

    [[nodiscard]] std::optional<Colour> valueOf(const std::string& value, bool dark, int depth = 0) const {
        if (const auto colour = art::parseAndroidColour(value)) {
            return colour;
        }
        const auto name = referenced(value, "color");
        if (name.empty() || depth > 8) {
            return {};
        }
        const auto& names = m_rawByName[dark];
        const auto own = names.find(name);
        const auto& lights = m_rawByName[false];
        const auto found = own != names.end() ? own : lights.find(name);
        const bool isThere = own != names.end() || found != lights.end();
        return isThere ? valueOf(m_raw[found->second].value, dark, depth + 1) : std::nullopt;
    }

    void resolveColours() {
        for (std::size_t i = 0; i < m_raw.size(); ++i) {
            m_rawByName[m_raw[i].dark][m_raw[i].name] =
                i; // the last one counts, as in the platform's own build
        }
        std::unordered_map<std::string, std::size_t> known;
        for (const auto& raw : m_raw) {
            auto& list = m_found.colours;
            const auto [it, isNew] = known.emplace(raw.name, list.size());
            auto& colour = isNew ? list.emplace_back() : list[it->second];
            colour.name = raw.name;
            (raw.dark ? colour.dark : colour.light) = valueOf(raw.value, raw.dark);
        }
        std::erase_if(m_found.colours, [](const auto& it) { return !it.light && !it.dark; });
        if (m_found.colours.size() > kMostColours) {
            m_found.colours.resize(kMostColours);
        }
    }

    void chooseCanvas() {
        m_found.canvas = referenced(m_canvas, "color");
        if (m_found.canvas.empty()) {
            m_found.canvas = referenced(m_background, "color");
        }
        for (const auto& it : m_found.colours) {
            if (m_found.canvas.empty() && mentions(it.name, {"splash", "launch"})) {
                m_found.canvas = it.name;
            }
        }
    }

    [[nodiscard]] std::vector<fs::path> drawables(const std::string& name, bool dark) const {
        std::vector<fs::path> found;
        for (const auto& path : m_list) {
            const auto folder = path.parent_path().filename().string();
            const bool drawable = folder.starts_with("drawable") || folder.starts_with("mipmap");
            if (drawable && path.stem() == name && isPicture(path) &&
                (folder.find("-night") != std::string::npos) == dark) {
                found.push_back(path);
            }
        }
        return found;
    }

    /// An animated vector, an adaptive icon or a layer list only name the picture that is meant.
    [[nodiscard]] std::string followed(std::string name) const {
        for (int step = 0; step < 6; ++step) {
            const auto files = drawables(name, false);
            const auto xml = std::find_if(files.begin(), files.end(),
                                          [](const fs::path& it) { return it.extension() == ".xml"; });
            if (xml == files.end()) {
                return name;
            }
            pugi::xml_document document;
            const auto bytes = text(*xml);
            document.load_buffer(bytes.data(), bytes.size());
            const auto root = document.document_element();
            if (std::string_view(root.name()) == "vector") {
                return name;
            }
            std::string next;
            for (const auto& node : root.select_nodes("//*[@android:drawable]")) {
                for (const char* kind : {"drawable", "mipmap"}) {
                    const auto target = referenced(node.node().attribute("android:drawable").value(), kind);
                    const bool back = std::string_view(node.node().name()) == "background";
                    next = target.empty() || back ? next : target;
                }
            }
            if (next.empty() || next == name) {
                return {};
            }
            name = next;
        }
        return {};
    }

    void chooseLogo() {
        std::vector<std::string> wishes = {referenced(m_icon, "drawable"), referenced(m_icon, "mipmap"),
                                           referenced(m_background, "drawable")};
        for (const auto& words : {std::initializer_list<const char*>{"splash"},
                                  {"launch_logo", "launch_image"},
                                  {"logo"},
                                  {"ic_launcher_foreground"},
                                  {"ic_launcher"}}) {
            for (const auto& path : m_list) {
                const auto folder = path.parent_path().filename().string();
                const bool drawable = folder.starts_with("drawable") || folder.starts_with("mipmap");
                if (drawable && isPicture(path) && mentions(path.stem().string(), words)) {
                    wishes.push_back(path.stem().string());
                }
            }
        }
        for (const auto& wish : wishes) {
            const auto name = wish.empty() ? wish : followed(wish);
            if (!name.empty() && !drawables(name, false).empty()) {
                m_found.logo = drawables(name, false);
                m_found.darkLogo = drawables(name, true);
                return;
            }
        }
    }

    struct Raw {
        std::string name, value;
        bool dark;
    };
    const FileAccess& m_files;
    const fs::path& m_root;
    const std::vector<fs::path>& m_list;
    std::vector<Raw> m_raw;
    std::unordered_map<std::string, std::size_t> m_rawByName[2]; ///< of light and of dark ones
    std::string m_canvas, m_icon, m_background;
    ProjectFindings m_found;
};

// --- iOS
// -------------------------------------------------------------------------------------------------------

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
        if (m_found.colours.empty() && m_found.logo.empty()) {
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
        m_found.where = "an iOS asset catalogue";
        return std::move(m_found);
    }

private:
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
        if (rank <= m_rank) {
            return;
        }
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
            m_rank = rank;
            m_found.logo = std::move(light);
            m_found.darkLogo = std::move(dark);
        }
    }

    const FileAccess& m_files;
    const fs::path& m_root;
    const std::vector<fs::path>& m_list;
    ProjectFindings m_found;
    int m_rank = 0;
};

}

std::optional<ProjectFindings> lookThrough(const FileAccess& files, const fs::path& root,
                                           const std::atomic<bool>& stop) {
    auto list = files.list(root, kMostFiles);
    // What tools made is not what a person wrote.
    std::erase_if(list, [](const fs::path& path) {
        return std::any_of(path.begin(), path.end(), [](const fs::path& part) {
            return part == "build" || part == "node_modules" || part == "Pods" || part == ".gradle" ||
                   part == "androidTest";
        });
    });
    if (root.extension() != ".xcassets") {
        if (auto found = AndroidResources(files, root, list).read(stop)) {
            return found;
        }
    }
    return AssetCatalogue(files, root, list).read(stop);
}

}
