// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

#include <condition_variable>
#include <deque>
#include <mutex>

namespace scaena::exporting {

/// Makes each picture once, however many exports of one sequence ask for it: the icons and the static frames
/// of the native parts are the same for four of the targets. Stands before the real makers, which must
/// outlive it, and serves one sequence and its art files, unchanged. Keeps up to 32 MB; may be asked from
/// several threads.
class RememberedPictures : public art::Rasteriser, public FrameMaker {
public:
    RememberedPictures(const art::Rasteriser& rasteriser, const FrameMaker& frames)
        : m_rasteriser(rasteriser), m_frames(frames) {}

    std::string png(const art::ArtPtr& art, int width, int height, Colour currentColour) const override;
    std::string clipPng(const std::shared_ptr<const std::string>& clip, double millis, int width,
                        int height) const override;
    std::string scaledPng(const std::shared_ptr<const std::string>& picture, int width,
                          int height) const override;
    std::string clipSheetPng(const std::shared_ptr<const std::string>& clip, const std::vector<double>& times,
                             Size pixels, int columns) const override;
    std::vector<std::function<std::string()>> openings(const study::Study& study,
                                                       std::vector<OpeningOrder> orders) const override;
    std::string layerPng(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                         const LayerId& layer, model::Appearance appearance, int side, double part,
                         std::optional<Colour> backing, bool round) const override;

private:
    /// What a picture was made of. Art is compared as a whole, so that two alike parts share.
    struct Recipe {
        art::ArtPtr art;
        Colour colour;
        std::shared_ptr<const std::string> clip;
        std::string words; ///< all that is not in the fields above
    };
    struct Entry {
        Recipe recipe;
        std::shared_ptr<const std::string> bytes; ///< null while a thread makes it
    };
    /// `make` gets the art that was asked for first of all alike.
    template <typename Make>
    std::string once(art::ArtPtr art, Colour colour, const std::shared_ptr<const std::string>& clip,
                     const std::string& words, Make make) const;

    const art::Rasteriser& m_rasteriser;
    const FrameMaker& m_frames;
    mutable std::mutex m_mutex; ///< guards what follows
    mutable std::condition_variable m_made;
    mutable std::deque<Entry> m_entries; ///< stay where they are
    mutable std::size_t m_size = 0;
};

}
