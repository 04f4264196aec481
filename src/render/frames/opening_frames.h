// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"
#include "render/frames/scene.h"

#include <map>
#include <mutex>

namespace scaena::render {

/// Static frames of one sequence's opening on many screens. What they share is made once: scenes, and
/// pictures of layers that lie alike upon the pixels. May be asked from several threads; the study must
/// outlive it.
class OpeningFrames {
public:
    explicit OpeningFrames(const study::Study& study)
        : m_study(study), m_sequence(study.sequence()), m_artFiles(study.exportedArt()) {}

    [[nodiscard]] std::string png(const exporting::OpeningOrder& order);

private:
    /// A layer as it is painted, and where its upper left corner lies from the whole pixel at the layer's
    /// centre.
    struct Stamp {
        QImage image;
        QPoint offset;
    };
    struct PlacedStamp {
        std::shared_ptr<const Stamp> stamp;
        QPoint at; ///< of its upper left corner
    };
    ScenePtr sceneOf(const exporting::OpeningOrder& order, const schedule::Frame& frame);
    std::vector<PlacedStamp> takeStamps(const Scene& scene, schedule::Frame& frame, double density);
    std::shared_ptr<const Stamp> stampOf(const Scene& scene, const schedule::LayerState& state,
                                         const QRect& box, double density);

    const study::Study& m_study;
    const model::Sequence& m_sequence;
    const project::ArtFiles& m_artFiles;
    std::mutex m_mutex; ///< guards what follows
    std::map<std::string, ScenePtr> m_scenes;
    std::map<std::string, std::shared_ptr<const Stamp>> m_stamps;
    qsizetype m_stampBytes = 0;
};

}
