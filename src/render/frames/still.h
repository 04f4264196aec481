// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/outside.h"
#include "render/art/prepared_art.h"
#include "render/frames/scene.h"

#include <deque>
#include <mutex>

namespace scaena::render {

struct StillOptions {
    QSize pixels;            ///< empty: the screen at the device's own density
    bool roundScreen = true; ///< cut to the screen's corners
    bool bars = true;
    bool operator==(const StillOptions&) const = default;
};

/// One moment as a picture. May be called from any thread.
[[nodiscard]] QImage still(const Scene& scene, const schedule::Schedule& schedule, double t,
                           const StillOptions& options);

/// Several moments, one a thread. Much faster than one after the other, since painting a frame uses one core.
[[nodiscard]] std::vector<QImage> stills(const Scene& scene, const schedule::Schedule& schedule,
                                         const std::vector<double>& times, const StillOptions& options);

class QtRasteriser : public art::Rasteriser {
public:
    std::string png(const art::ArtPtr& art, int width, int height, Colour currentColour) const override;
    std::string clipPng(const std::shared_ptr<const std::string>& clip, double millis, int width,
                        int height) const override;
    std::string scaledPng(const std::shared_ptr<const std::string>& picture, int width,
                          int height) const override;
    std::string clipSheetPng(const std::shared_ptr<const std::string>& clip, const std::vector<double>& times,
                             Size pixels, int columns) const override;

private:
    [[nodiscard]] std::shared_ptr<const PreparedArt> prepared(const art::ArtPtr& art, Colour currentColour,
                                                              double pixelsPerUnit) const;
    [[nodiscard]] std::shared_ptr<const ClipPictures>
    opened(const std::shared_ptr<const std::string>& clip) const;
    mutable std::mutex m_preparedMutex;                                ///< guards what is held
    mutable std::deque<std::shared_ptr<const PreparedArt>> m_prepared; ///< the last ones asked for
    mutable std::mutex m_mutex; ///< guards the clip opened last, and the drawing of clips
    mutable std::shared_ptr<const std::string> m_clipBytes;
    mutable std::shared_ptr<const ClipPictures> m_clip;
};

}
