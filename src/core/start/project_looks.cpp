// SPDX-License-Identifier: MIT
#include "core/start/project_looks.h"

#include "core/edit/layer_edits.h"
#include "core/edit/opening_edits.h"
#include "core/model/limits.h"
#include "core/start/logo_reader.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::start {

namespace {

/// What of an app's launch is more than its art and colours: plate, footer mark, bars, words, the screen
/// behind it.
class ProjectLooks {
public:
    ProjectLooks(const FileAccess& files, const Decoder& decoder, const std::filesystem::path& root,
                 const ProjectFindings& found, Started& started)
        : m_files(files), m_decoder(decoder), m_root(root), m_found(found), m_started(started),
          m_sequence(started.sequence) {}

    void run() {
        plate();
        footer();
        bars();
        words();
        firstScreen();
        for (const auto& loss : m_found.losses) {
            m_started.warnings.push_back(
                {ProblemKind::Unsupported, "cannot carry " + loss, m_root.string(), {}});
        }
    }

private:
    [[nodiscard]] ColourId colourNamed(const std::string& name) const {
        for (const auto& colour : m_sequence.palette) {
            if (!name.empty() && colour.name == name) {
                return colour.id;
            }
        }
        return {};
    }

    void plate() {
        const auto colour = colourNamed(m_found.plate);
        if (!colour.empty() && !m_sequence.opening.icon.empty()) {
            const auto before = m_sequence;
            m_sequence = edit::setPlate(std::move(m_sequence), colour, 160);
            if (m_sequence == before) {
                m_started.warnings.push_back({ProblemKind::Unsupported,
                                              "cannot carry the plate: the launch art is a picture",
                                              m_root.string(),
                                              {}});
            } else {
                m_started.taken.push_back("plate behind the icon: " + m_found.plate);
            }
        }
    }

    void footer() {
        if (m_found.footer.empty()) {
            return;
        }
        const auto under = [&](const std::vector<std::filesystem::path>& list) {
            std::vector<std::filesystem::path> whole;
            for (const auto& path : list) {
                whole.push_back(m_root / path);
            }
            return whole;
        };
        FirstSequence mark;
        LogoReader reader(m_files, m_decoder, m_started);
        if (auto read = reader.read(under(m_found.footer), under(m_found.darkFooter), mark); !read) {
            m_started.warnings.insert(m_started.warnings.end(), read.error().begin(), read.error().end());
            return;
        }
        model::Layer layer = mark.logo;
        layer.name = "Footer mark";
        const double fit =
            std::min({200 / std::max(1.0, mark.shape.width), 80 / std::max(1.0, mark.shape.height),
                      mark.mostDp / std::max(1.0, std::max(mark.shape.width, mark.shape.height))});
        layer.place = {model::AnchorPoint::Bottom,
                       0,
                       -100,
                       std::max(1.0, mark.shape.width * fit),
                       std::max(1.0, mark.shape.height * fit),
                       {}};
        LayerId made;
        const auto icon = m_sequence.opening.icon;
        m_sequence = edit::addLayer(std::move(m_sequence), std::move(layer), {}, made);
        m_sequence.opening.icon = icon;
        m_sequence = edit::setFooter(std::move(m_sequence), made);
        model::Cue leaves;
        leaves.id = model::freeId(m_sequence.cues, "footer-leaves", "cue");
        leaves.layer = made;
        leaves.beat = m_sequence.beats.back().id;
        leaves.length = 160;
        leaves.move = {model::MoveKind::Fade, {{"to", 0.0}}};
        leaves.move.parameters["from"] = 100.0;
        m_sequence.cues.push_back(std::move(leaves));
        m_started.taken.push_back("footer mark: " + m_found.footer.front().filename().string());
    }

    void bars() {
        m_sequence.bars.content = m_found.barContent.value_or(m_sequence.bars.content);
        m_sequence.bars.shown = m_sequence.bars.shown && !m_found.barsHidden;
    }

    void words() {
        if (m_found.labels.empty()) {
            return;
        }
        // What the storyboard says takes the place of the name we would have set.
        m_sequence = edit::removeLayer(std::move(m_sequence), "title");
        for (const auto& label : m_found.labels) {
            model::Layer layer;
            layer.name = label.text.substr(0, 40);
            auto& text = layer.contents.emplace<model::TextContent>();
            text.text = label.text.substr(0, model::limits::kTextLength);
            text.size = std::clamp(label.size, 1.0, 1000.0);
            text.colour = "ink";
            layer.place = {model::AnchorPoint::Centre, 0, label.below, 300, std::ceil(label.size * 1.3), {}};
            LayerId made;
            m_sequence = edit::addLayer(std::move(m_sequence), std::move(layer), {}, made);
            m_sequence = edit::showInStill(std::move(m_sequence), made, true);
        }
        m_started.taken.push_back(
            fmt::format("{} headlines of the launch storyboard", m_found.labels.size()));
    }

    void firstScreen() {
        const auto colour = colourNamed(m_found.firstScreen);
        for (auto& layer : m_sequence.layers) {
            if (auto* screen = layer.as<model::FirstScreenContent>(); screen && !colour.empty()) {
                screen->background = colour;
                m_started.taken.push_back("background of the first screen: " + m_found.firstScreen);
            }
        }
    }

    const FileAccess& m_files;
    const Decoder& m_decoder;
    const std::filesystem::path& m_root;
    const ProjectFindings& m_found;
    Started& m_started;
    model::Sequence& m_sequence;
};

}

void useProjectLooks(const FileAccess& files, const Decoder& decoder, const std::filesystem::path& root,
                     const ProjectFindings& found, Started& started) {
    ProjectLooks(files, decoder, root, found, started).run();
}

}
