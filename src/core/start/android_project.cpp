// SPDX-License-Identifier: MIT
#include "core/start/project_kinds.h"

#include "core/art/read_vector_drawable.h"
#include "core/model/limits.h"

#include <algorithm>
#include <map>
#include <pugixml.hpp>
#include <unordered_map>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

constexpr const char* kLaunchGround = "launch_background";

/// The name behind "@color/brand" or "@drawable/logo"; empty for anything else.
std::string referenced(const std::string& text, const char* kind) {
    const std::string prefix = std::string("@") + kind + "/";
    return text.starts_with(prefix) ? text.substr(prefix.size()) : std::string();
}

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
        chooseLooks();
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
                auto& style = m_styles[dark][node.attribute("name").value()];
                for (const auto& item : node.children("item")) {
                    launchItem(m_launch[dark], item.attribute("name").value(), item.child_value());
                    style[item.attribute("name").value()] = item.child_value();
                }
            } else if (kind == "string" && std::string_view(node.attribute("name").value()) == "app_name" &&
                       !dark) {
                m_found.name = node.child_value();
            }
        }
    }

    /// What a launch theme says, as it stands there.
    struct LaunchItems {
        std::string canvas, icon, background, plate, branding, after;
    };

    static void launchItem(LaunchItems& items, const std::string& name, const std::string& value) {
        const auto keep = [&](std::string& into) {
            if (into.empty()) {
                into = value;
            }
        };
        if (name.ends_with("windowSplashScreenBackground")) {
            keep(items.canvas);
        } else if (name.ends_with("windowSplashScreenAnimatedIcon")) {
            keep(items.icon);
        } else if (name.ends_with("windowSplashScreenIconBackgroundColor")) {
            keep(items.plate);
        } else if (name.ends_with("windowSplashScreenBrandingImage")) {
            keep(items.branding);
        } else if (name.ends_with("postSplashScreenTheme")) {
            keep(items.after);
        } else if (name.ends_with("windowBackground")) {
            keep(items.background);
        }
    }

    /// The launch theme is the one that says something about the launch picture.
    void chooseLooks() {
        m_found.plate = themeColour(day().plate, night().plate, "icon_plate");
        if (!day().branding.empty()) {
            m_found.footer = drawables(referenced(day().branding, "drawable"), false);
            m_found.darkFooter = nightFiles(day().branding, night().branding);
            if (m_found.footer.empty()) {
                m_found.losses.push_back("the branding image " + day().branding + ", which is not there");
            }
        }
        chooseBars();
        for (const auto& [style, items] : m_styles[false]) {
            if (!day().after.empty() && day().after == "@style/" + style) {
                for (const char* name : {"android:windowBackground", "android:colorBackground"}) {
                    if (m_found.firstScreen.empty() && items.contains(name)) {
                        m_found.firstScreen =
                            themeColour(items.at(name), nightItem(style, name), "first_screen");
                    }
                }
            }
        }
        // A colour that stands there as a value, without a name.
        m_found.plainCanvas =
            m_found.canvas == kLaunchGround ? std::nullopt : art::parseAndroidColour(day().canvas);
    }

    /// By day and by night; the format says light, dark, or dark by day and light by night.
    void chooseBars() {
        const char* const key = "android:windowLightStatusBar";
        for (const auto& [style, items] : m_styles[false]) {
            const bool isLaunch = std::any_of(items.begin(), items.end(), [](const auto& it) {
                return it.first.find("windowSplashScreen") != std::string::npos;
            });
            const auto hidden = items.find("android:windowFullscreen");
            m_found.barsHidden =
                m_found.barsHidden || (isLaunch && hidden != items.end() && hidden->second == "true");
            if (!isLaunch || !items.contains(key)) {
                continue;
            }
            const bool byDay = items.at(key) == "true";
            const auto said = nightItem(style, key);
            const bool byNight = said.empty() ? byDay : said == "true";
            using model::BarContent;
            m_found.barContent = byDay != byNight && byDay ? BarContent::Auto
                                 : byDay                   ? BarContent::Dark
                                                           : BarContent::Light;
            if (byNight && !byDay) {
                m_found.losses.push_back("dark content of the bars by night alone");
            }
        }
    }

    [[nodiscard]] std::string nightItem(const std::string& style, const std::string& key) const {
        const auto found = m_styles[true].find(style);
        return found == m_styles[true].end() || !found->second.contains(key) ? std::string()
                                                                             : found->second.at(key);
    }

    /// The name of a theme's colour; where the night's theme names another one, both become one colour of
    /// their own.
    [[nodiscard]] std::string themeColour(const std::string& byDay, const std::string& byNight,
                                          const char* name) {
        const auto light = valueOf(byDay, false), dark = valueOf(byNight, true);
        if (byNight.empty() || byNight == byDay || !light || !dark) {
            return referenced(byDay, "color");
        }
        m_found.colours.insert(m_found.colours.begin(), {name, light, dark});
        return name;
    }

    /// The dark files of a drawable, or those of the one the night's theme names instead.
    [[nodiscard]] std::vector<fs::path> nightFiles(const std::string& byDay,
                                                   const std::string& byNight) const {
        const auto& said = byNight.empty() ? byDay : byNight;
        const auto name = referenced(said, said.starts_with("@mipmap") ? "mipmap" : "drawable");
        auto files = drawables(name, true);
        return files.empty() && said != byDay ? drawables(name, false) : files;
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
        m_found.canvas = themeColour(day().canvas, night().canvas, kLaunchGround);
        if (m_found.canvas.empty()) {
            m_found.canvas = referenced(day().background, "color");
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
    [[nodiscard]] std::string followed(std::string name) {
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
            if (std::string_view(root.name()) == "animated-vector") {
                m_found.moving = *xml;
            }
            std::string next;
            for (const auto& node : root.select_nodes("//*[@android:drawable]")) {
                for (const char* folder : {"drawable", "mipmap"}) {
                    const auto target = referenced(node.node().attribute("android:drawable").value(), folder);
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
        std::vector<std::string> wishes = {referenced(day().icon, "drawable"),
                                           referenced(day().icon, "mipmap"),
                                           referenced(day().background, "drawable")};
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
            m_found.moving.clear();
            const auto name = wish.empty() ? wish : followed(wish);
            if (!name.empty() && !drawables(name, false).empty()) {
                m_found.logo = drawables(name, false);
                m_found.darkLogo = drawables(name, true);
                chooseNightLogo(wish);
                return;
            }
        }
    }

    /// The night's theme may name an icon of its own.
    void chooseNightLogo(const std::string& wish) {
        const bool isThemes = !day().icon.empty() && day().icon.ends_with("/" + wish);
        if (!isThemes || night().icon.empty() || night().icon == day().icon) {
            return;
        }
        const auto moving = m_found.moving;
        const auto name = followed(night().icon.substr(night().icon.find('/') + 1));
        if (m_found.moving != moving) {
            m_found.losses.push_back("the motion of the night's own icon " + night().icon);
        }
        m_found.moving = moving;
        const auto files = nightFiles("", "@drawable/" + name);
        if (files.empty()) {
            m_found.losses.push_back("the night's own icon " + night().icon + ", which is not there");
        } else {
            m_found.darkLogo = files;
        }
    }

    [[nodiscard]] const LaunchItems& day() const { return m_launch[false]; }
    [[nodiscard]] const LaunchItems& night() const { return m_launch[true]; }

    struct Raw {
        std::string name, value;
        bool dark;
    };
    const FileAccess& m_files;
    const fs::path& m_root;
    const std::vector<fs::path>& m_list;
    std::vector<Raw> m_raw;
    std::unordered_map<std::string, std::size_t> m_rawByName[2]; ///< of light and of dark ones
    LaunchItems m_launch[2]; ///< of the day's theme, and what the night's says
    std::map<std::string, std::map<std::string, std::string>> m_styles[2];
    ProjectFindings m_found;
};

}

std::optional<ProjectFindings> androidProject(const FileAccess& files, const fs::path& root,
                                              const ProjectFiles& list, const std::atomic<bool>& stop) {
    return AndroidResources(files, root, list).read(stop);
}

}
