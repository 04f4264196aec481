// SPDX-License-Identifier: MIT
#include "export/common/remembered_pictures.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

constexpr std::size_t kMostBytes = 32u << 20;

bool same(const art::Group& one, const art::Group& other) {
    if (one.transform != other.transform || one.opacity != other.opacity || one.clips != other.clips ||
        one.children.size() != other.children.size()) {
        return false;
    }
    for (std::size_t i = 0; i < one.children.size(); ++i) {
        const auto& left = one.children[i];
        const auto& right = other.children[i];
        if (left.index() != right.index()) {
            return false;
        }
        const auto* group = std::get_if<std::unique_ptr<art::Group>>(&left);
        const auto* shape = std::get_if<art::Shape>(&left);
        const bool alike = group   ? same(**group, *std::get<std::unique_ptr<art::Group>>(right))
                           : shape ? *shape == std::get<art::Shape>(right)
                                   : std::get<art::Picture>(left) == std::get<art::Picture>(right);
        if (!alike) {
            return false;
        }
    }
    return true;
}

bool same(const art::Art& one, const art::Art& other) {
    return one.viewBox == other.viewBox && same(one.root, other.root);
}

}

template <typename Make>
std::string RememberedPictures::once(art::ArtPtr art, Colour colour,
                                     const std::shared_ptr<const std::string>& clip, const std::string& words,
                                     Make make) const {
    std::unique_lock lock(m_mutex);
    for (auto& entry : m_entries) {
        const auto& it = entry.recipe;
        if (!it.art != !art || (art && it.art != art && !same(*it.art, *art))) {
            continue;
        }
        art = it.art;
        if (it.words == words && it.clip == clip && it.colour == colour) {
            m_made.wait(lock, [&] { return entry.bytes != nullptr; });
            return *entry.bytes;
        }
    }
    if (m_size > kMostBytes) {
        lock.unlock();
        return make(art);
    }
    auto& entry = m_entries.emplace_back(Entry{Recipe{art, colour, clip, words}, nullptr});
    lock.unlock();
    auto bytes = std::make_shared<const std::string>(make(art));
    lock.lock();
    entry.bytes = bytes;
    m_size += bytes->size();
    m_made.notify_all();
    return *bytes;
}

std::string RememberedPictures::png(const art::ArtPtr& art, int width, int height,
                                    Colour currentColour) const {
    return once(art, currentColour, nullptr, fmt::format("art {} {}", width, height),
                [&](const art::ArtPtr& it) { return m_rasteriser.png(it, width, height, currentColour); });
}

std::string RememberedPictures::clipPng(const std::shared_ptr<const std::string>& clip, double millis,
                                        int width, int height) const {
    return once(nullptr, {}, clip, fmt::format("clip {} {} {}", millis, width, height),
                [&](const art::ArtPtr&) { return m_rasteriser.clipPng(clip, millis, width, height); });
}

std::string RememberedPictures::scaledPng(const std::shared_ptr<const std::string>& picture, int width,
                                          int height) const {
    return once(nullptr, {}, picture, fmt::format("scaled {} {}", width, height),
                [&](const art::ArtPtr&) { return m_rasteriser.scaledPng(picture, width, height); });
}

std::string RememberedPictures::clipSheetPng(const std::shared_ptr<const std::string>& clip,
                                             const std::vector<double>& times, Size pixels,
                                             int columns) const {
    return m_rasteriser.clipSheetPng(clip, times, pixels, columns); // one target has such sheets
}

std::vector<std::function<std::string()>>
RememberedPictures::openings(const study::Study& study, std::vector<OpeningOrder> orders) const {
    return m_frames.openings(study, std::move(orders)); // one target has such frames
}

std::string RememberedPictures::layerPng(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                                         const LayerId& layer, model::Appearance appearance, int side,
                                         double part, std::optional<Colour> backing, bool round) const {
    const auto words = fmt::format("layer {} {} {} {} {} {}", layer, static_cast<int>(appearance), side, part,
                                   backing.has_value(), round);
    return once(nullptr, backing.value_or(Colour()), nullptr, words, [&](const art::ArtPtr&) {
        return m_frames.layerPng(sequence, artFiles, layer, appearance, side, part, backing, round);
    });
}

}
