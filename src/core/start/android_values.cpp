// SPDX-License-Identifier: MIT
#include "core/start/android_values.h"

#include "core/art/read_vector_drawable.h"
#include "core/model/limits.h"

#include <algorithm>
#include <pugixml.hpp>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kMostValueFiles = 4000;
constexpr int kLongestChain = 8;

/// "color/brand" of "@color/brand" and "@com.example:color/brand"; empty for anything else.
std::string named(const std::string& reference) {
    if (reference.empty() || reference.front() != '@') {
        return {};
    }
    const auto colon = reference.find(':');
    return reference.substr(colon == std::string::npos ? 1 : colon + 1);
}

bool isForNight(const std::string& folder) { return folder.find("-night") != std::string::npos; }

/// A folder for another language, screen or version says something else than what is meant.
bool isPlain(const std::string& folder, const std::string& kind) {
    return folder == kind || folder == kind + "-night";
}

}

AndroidValues::AndroidValues(const FileAccess& files, const fs::path& drawable) : m_files(files) {
    const auto folder = drawable.parent_path().filename().string();
    if (!folder.starts_with("drawable") && !folder.starts_with("mipmap")) {
        return;
    }
    m_res = drawable.parent_path().parent_path();
    m_night = isForNight(folder);
    std::vector<fs::path> night;
    auto all = files.list(m_res, kMostValueFiles);
    std::sort(all.begin(), all.end());
    for (const auto& path : all) {
        const auto of = path.parent_path().filename().string();
        if (path.extension() != ".xml" || !isPlain(of, "values")) {
            continue;
        }
        if (!isForNight(of)) {
            readFile(m_res / path);
        } else if (m_night) {
            night.push_back(m_res / path);
        }
    }
    for (const auto& path : night) { // they count more
        readFile(path);
    }
}

void AndroidValues::readFile(const fs::path& path) {
    const auto bytes = m_files.read(path, model::limits::kArtBytes);
    pugi::xml_document document;
    if (!bytes || !document.load_buffer(bytes->data(), bytes->size())) {
        return;
    }
    for (const auto& node : document.child("resources").children()) {
        const std::string_view type =
            std::string_view(node.name()) == "item" ? node.attribute("type").value() : node.name();
        m_values[std::string(type) + "/" + node.attribute("name").value()] = node.child_value();
    }
}

std::optional<Colour> AndroidValues::colour(const std::string& reference) const {
    return colour(reference, 0);
}

std::optional<Colour> AndroidValues::colour(const std::string& reference, int depth) const {
    if (const auto plain = art::parseAndroidColour(reference)) {
        return plain;
    }
    if (const auto ofSystem = art::systemColour(reference)) {
        return ofSystem;
    }
    const auto name = named(reference);
    if (name.empty() || depth > kLongestChain) {
        return std::nullopt;
    }
    if (const auto found = m_values.find(name); found != m_values.end()) {
        return colour(found->second, depth + 1);
    }
    if (m_res.empty() || !name.starts_with("color/")) {
        return std::nullopt;
    }
    const auto bytes = m_files.read(m_res / (name + ".xml"), model::limits::kArtBytes);
    pugi::xml_document document;
    if (!bytes || !document.load_buffer(bytes->data(), bytes->size())) {
        return std::nullopt;
    }
    const auto item = document.child("selector").last_child();
    auto value = colour(item.attribute("android:color").value(), depth + 1);
    if (value && item.attribute("android:alpha")) {
        value->a = static_cast<std::uint8_t>(
            value->a * std::clamp(item.attribute("android:alpha").as_double(1), 0.0, 1.0));
    }
    return value;
}

std::optional<std::string> AndroidValues::text(const std::string& reference) const {
    const auto found = m_values.find(named(reference));
    return found == m_values.end() ? std::nullopt : std::optional(found->second);
}

std::optional<AndroidValues::Raster> AndroidValues::raster(const std::string& reference) const {
    const auto name = named(reference);
    const auto slash = name.find('/');
    if (m_res.empty() || slash == std::string::npos || name.find("..") != std::string::npos) {
        return std::nullopt;
    }
    // Pixels a dp of each bucket (App resources overview); without a word 1, as in nodpi.
    const auto nights = m_night ? std::vector{"-night", ""} : std::vector{""};
    static constexpr std::pair<const char*, double> kBuckets[] = {
        {"-xxxhdpi", 4}, {"-xxhdpi", 3}, {"-xhdpi", 2}, {"-hdpi", 1.5},
        {"-mdpi", 1},    {"", 1},        {"-nodpi", 1}, {"-ldpi", 0.75}};
    for (const char* night : nights) {
        for (const auto& [bucket, density] : kBuckets) {
            for (const char* ending : {".png", ".9.png", ".webp", ".jpg", ".jpeg"}) {
                const auto path =
                    fs::path(name.substr(0, slash) + night + bucket) / (name.substr(slash + 1) + ending);
                if (auto bytes = m_files.read(m_res / path, model::limits::kPictureBytes)) {
                    return Raster{std::move(*bytes), density, path.string()};
                }
            }
        }
    }
    return std::nullopt;
}

std::optional<std::string> AndroidValues::drawable(const std::string& reference) const {
    const auto name = named(reference);
    const auto slash = name.find('/');
    if (m_res.empty() || slash == std::string::npos || name.find("..") != std::string::npos) {
        return std::nullopt;
    }
    const auto kind = name.substr(0, slash);
    const auto file = name.substr(slash + 1) + ".xml";
    // By day and by night, without and with what newer systems read.
    const std::vector<std::string> folders = {
        m_night ? "-night" : "", "", "-nodpi", "-anydpi", "-v24", "-anydpi-v26"};
    for (const auto& it : folders) {
        const auto path = m_res / (kind + it) / file;
        if (m_files.exists(path)) {
            if (auto bytes = m_files.read(path, model::limits::kArtBytes)) {
                return std::move(*bytes);
            }
        }
    }
    return std::nullopt;
}

}
