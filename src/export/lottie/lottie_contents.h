// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/frame.h"
#include "core/schedule/schedule.h"
#include "export/common/export_build.h"
#include "export/lottie/lottie_curves.h"
#include "export/lottie/lottie_shapes.h"

#include <set>

namespace scaena::exporting {

/// One layer of the composition that shows (a part of) a layer of the sequence.
struct LottieContent {
    int type = 4;                  ///< 0 composition, 2 image, 3 nothing, 4 shapes
    nlohmann::ordered_json fields; ///< what the type asks for
    Point anchor;                  ///< the layer's middle in the content's own coordinates
    double scale = 1;              ///< from the content's own units to dp
    std::optional<Rect> cut;       ///< nothing beyond it is seen, in the content's own coordinates
    /// At each time of the layer, where they change: how much larger it is, and what is seen of it instead of
    /// `cut`.
    std::vector<double> grown;
    std::vector<Rect> cuts;

    [[nodiscard]] double scaleAt(std::size_t sample) const {
        return grown.empty() ? scale : scale * grown[sample];
    }
    double (*opacity)(const schedule::LayerState&) = [](const schedule::LayerState& it) {
        return it.opacity;
    };
};

/// Makes the contents of layers, and the assets they need.
class LottieContents {
public:
    LottieContents(ExportBuild& build, const schedule::Schedule& schedule, nlohmann::ordered_json& assets)
        : m_build(build), m_schedule(schedule), m_sequence(*schedule.sequence), m_assets(assets) {}

    /// The palette's colours that fills name, as the composition's slots.
    [[nodiscard]] const nlohmann::ordered_json& slots() const { return m_slots; }
    /// The topmost first.
    [[nodiscard]] std::vector<LottieContent> of(std::size_t layer, const LottieCourse& course);

private:
    using Json = nlohmann::ordered_json;

    [[nodiscard]] std::vector<LottieContent> art(const model::Layer& layer, const LottieCourse& course);
    [[nodiscard]] std::vector<LottieContent> text(const model::Layer& layer, const LottieCourse& course);
    [[nodiscard]] std::vector<LottieContent> backdrop(const model::Layer& layer, const LottieCourse& course);
    [[nodiscard]] std::vector<LottieContent> progress(const model::Layer& layer, const LottieCourse& course);
    [[nodiscard]] std::vector<LottieContent> image(const model::Layer& layer);
    [[nodiscard]] LottieContent clip(const model::Layer& layer, const LottieCourse& course);
    /// A picture fitted into the box; `covers`: fills it and is cut at its edges.
    [[nodiscard]] std::optional<LottieContent> picture(const std::string& path, Size box, bool covers);
    /// The same in a box that changes.
    static void follow(LottieContent& picture, const LottieCourse& course, bool covers);
    /// Marks the colour of a fill as one of the palette, so that a player may put another there.
    Json slotted(Json fill, const model::ColourRef& ref);
    Json slottedAll(Json items, const model::ColourRef& ref);
    [[nodiscard]] LottieContent rastered(const art::Art& art, Size box, Colour tint);
    [[nodiscard]] LottieContent lines(const model::Layer& layer, const LottieCourse& course);
    [[nodiscard]] Colour colour(const model::ColourRef& ref) const;
    void note(const std::string& text);
    [[nodiscard]] model::Appearance appearance() const { return m_schedule.conditions.appearance; }

    ExportBuild& m_build;
    const schedule::Schedule& m_schedule;
    const model::Sequence& m_sequence;
    Json& m_assets;
    Json m_slots = Json::object();
};

}
