// SPDX-License-Identifier: MIT
#include "core/start/zipped_clip.h"

#include "core/art/picture_head.h"
#include "core/base/base64.h"
#include "core/base/bounded_json.h"
#include "core/model/limits.h"

#include <algorithm>
#include <memory>
#include <optional>
#include <zip.h>

namespace scaena::start {

namespace {

constexpr std::size_t kMostEntries = 2000;

class Archive {
public:
    explicit Archive(const std::string& bytes) {
        zip_error_t error;
        zip_error_init(&error);
        if (auto* source = zip_source_buffer_create(bytes.data(), bytes.size(), 0, &error)) {
            m_zip.reset(zip_open_from_source(source, ZIP_RDONLY, &error));
            if (!m_zip) {
                zip_source_free(source);
            }
        }
        zip_error_fini(&error);
        const auto count = m_zip ? zip_get_num_entries(m_zip.get(), 0) : 0;
        for (zip_int64_t i = 0; i < count && m_names.size() < kMostEntries; ++i) {
            if (const char* name = zip_get_name(m_zip.get(), static_cast<zip_uint64_t>(i), 0)) {
                m_names.emplace_back(name);
            }
        }
    }

    [[nodiscard]] bool isOpen() const { return m_zip != nullptr; }
    [[nodiscard]] const std::vector<std::string>& names() const { return m_names; }

    /// Nothing where there is no such entry, it is broken, or all together would be more than a clip may
    /// have.
    std::optional<std::string> read(const std::string& name) {
        zip_stat_t about;
        if (zip_stat(m_zip.get(), name.c_str(), 0, &about) != 0 || !(about.valid & ZIP_STAT_SIZE) ||
            about.size > m_left) {
            return std::nullopt;
        }
        std::string bytes(about.size, '\0');
        auto* file = zip_fopen(m_zip.get(), name.c_str(), 0);
        const bool isRead =
            file && zip_fread(file, bytes.data(), bytes.size()) == static_cast<zip_int64_t>(bytes.size());
        // The check sum is looked at when the end is reached.
        char behind = 0;
        const bool isWhole = isRead && zip_fread(file, &behind, 1) == 0;
        if (file) {
            zip_fclose(file);
        }
        if (!isWhole) {
            return std::nullopt;
        }
        m_left -= about.size;
        return bytes;
    }

private:
    struct Close {
        void operator()(zip_t* zip) const { zip_discard(zip); }
    };
    std::unique_ptr<zip_t, Close> m_zip;
    std::vector<std::string> m_names;
    std::size_t m_left = model::limits::kPictureBytes;
};

std::string lastPart(const std::string& path) { return path.substr(path.rfind('/') + 1); }

/// The entries that may be clips, the one to take first.
std::vector<std::string> clipsOf(Archive& archive) {
    std::vector<std::string> clips;
    for (const auto& name : archive.names()) {
        if (name.ends_with(".json") && lastPart(name) != "manifest.json") {
            clips.push_back(name);
        }
    }
    std::string first;
    if (const auto text = archive.read("manifest.json")) {
        if (const auto manifest = parseJson(*text)) {
            const auto& named = listOf(*manifest, "animations");
            first = named.empty() ? std::string() : scaena::textOf(named.front(), "id") + ".json";
        }
    }
    std::ranges::stable_sort(
        clips, [&](const auto& a, const auto& b) { return (lastPart(a) == first) > (lastPart(b) == first); });
    return clips;
}

/// Puts the pictures it asks for into it.
void embed(Json& clip, Archive& archive, const std::string& name, Problems& warnings) {
    const auto assets = clip.find("assets");
    if (assets == clip.end() || !assets->is_array()) {
        return;
    }
    for (auto& asset : *assets) {
        const auto wanted = scaena::textOf(asset, "p");
        if (wanted.empty() || wanted.starts_with("data:")) {
            continue;
        }
        const auto found = std::ranges::find_if(
            archive.names(), [&](const auto& it) { return lastPart(it) == lastPart(wanted); });
        const auto bytes = found == archive.names().end() ? std::nullopt : archive.read(*found);
        const auto ending = bytes ? art::pictureEnding(*bytes) : std::string();
        if (ending.empty()) {
            warnings.push_back({ProblemKind::Unsupported,
                                "holds no picture “" + wanted + "” that could be read, which its clip shows",
                                name,
                                {}});
            continue;
        }
        const std::string type = ending == ".jpg" ? "jpeg" : ending.substr(1);
        asset["p"] = "data:image/" + type + ";base64," + base64(*bytes);
        asset["u"] = "";
        asset["e"] = 1;
    }
}

}

bool isArchive(const std::string& bytes) { return bytes.starts_with(std::string("PK\3\4", 4)); }

Result<std::string> clipOfArchive(const std::string& bytes, const std::string& name, Problems& warnings) {
    Archive archive(bytes);
    if (!archive.isOpen()) {
        return failure(ProblemKind::Unreadable, "is a broken archive: it begins like one but cannot be read",
                       name);
    }
    const auto clips = clipsOf(archive);
    const auto text = clips.empty() ? std::nullopt : archive.read(clips.front());
    if (!text) {
        return failure(
            ProblemKind::Unsupported,
            "is an archive without a clip that can be read: a Lottie file (.json) of at most 64 MB, "
            "unpacked, with its pictures",
            name);
    }
    auto clip = parseJson(*text, name + "/" + clips.front());
    if (!clip) {
        return tl::unexpected(clip.error());
    }
    for (std::size_t i = 1; i < clips.size(); ++i) {
        warnings.push_back(
            {ProblemKind::Unsupported, "holds several clips; “" + clips[i] + "” is left out", name, {}});
    }
    embed(*clip, archive, name, warnings);
    return clip->dump();
}

}
