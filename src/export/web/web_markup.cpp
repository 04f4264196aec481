// SPDX-License-Identifier: MIT
#include "core/art/parts.h"
#include "core/art/picture_head.h"
#include "core/art/write_svg.h"
#include "core/base/base64.h"
#include "core/base/number_text.h"
#include "core/base/overloads.h"
#include "core/plan/carry.h"
#include "core/project/shown_art.h"
#include "export/common/look_tree.h"
#include "export/common/names.h"
#include "export/common/outlines.h"
#include "export/common/part_pictures.h"
#include "export/common/script_pictures.h"
#include "export/common/sized_pictures.h"
#include "export/common/wide_look.h"
#include "export/web/web_build.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

/// Pictures of clips are made for this many pixels a dp, and a sheet of them is at most so large on a side.
constexpr double kSheetDensity = 2;
constexpr double kLargestSheet = 4096;

class LayerMarkup {
public:
    LayerMarkup(WebBuild& build, std::size_t index)
        : m_build(build), m_index(index), m_layer(build.sequence().layers[index]) {}

    [[nodiscard]] LayerPage page() {
        auto markup = text();
        return {std::move(markup), std::move(m_style)};
    }

private:
    [[nodiscard]] std::string text() {
        using Text = std::string;
        const auto drawing = [this](const auto&) {
            const auto drawn = [this](const model::Layer& it, const std::string& mark) {
                return byAppearance([&](Appearance a) { return art(it, a, mark); },
                                    project::differsByNight(it));
            };
            const auto wide = wideLookOf(m_build.input, m_layer);
            return plate() +
                   (wide.other ? "<div class=\"launch-upright\">" + drawn(m_layer, "") +
                                     "</div><div class=\"launch-wide\">" + drawn(*wide.other, "w") + "</div>"
                               : drawn(m_layer, ""));
        };
        return std::visit(Overloads{drawing,
                                    [this](const model::BackdropContent& it) { return backdrop(it); },
                                    [this](const model::TextContent& it) { return words(it); },
                                    [this](const model::ImageContent&) { return image(); },
                                    [this](const model::ProgressContent& it) { return progress(it); },
                                    [this](const model::ClipContent& it) { return clip(it); },
                                    [](const model::FirstScreenContent&) { return Text(); },
                                    [](const model::GroupContent&) { return Text(); }},
                          m_layer.contents);
    }

    [[nodiscard]] std::string selector(const char* inner) const {
        return fmt::format("#{} [data-layer='{}']{}", m_build.rootId(), m_index, inner);
    }
    void rule(const char* inner, const std::string& declarations) {
        m_style += fmt::format("{} {{ {} }}\n", selector(inner), declarations);
    }

    /// Both pictures stand in the page where they differ; the style sheet shows one.
    template <typename Make>
    static std::string byAppearance(Make make, bool differs) {
        const std::string light = make(Appearance::Light);
        const std::string dark = differs ? make(Appearance::Dark) : light;
        if (light == dark) {
            return light;
        }
        return "<div class=\"launch-light\">" + light + "</div><div class=\"launch-dark\">" + dark + "</div>";
    }

    [[nodiscard]] std::string backdrop(const model::BackdropContent& content) {
        if (!content.picture) {
            return {};
        }
        const auto& it = *content.picture;
        const std::pair<const std::string&, const char*> pictures[] = {{it.light, ""},
                                                                       {it.landscape, "-landscape"},
                                                                       {it.dark, "-dark"},
                                                                       {it.darkLandscape, "-dark-landscape"}};
        for (const auto& [path, mark] : pictures) {
            if (const auto file = backdropFile(m_build, m_layer, path, mark); !file.empty()) {
                m_build.add(m_build.path(file), *m_build.input.artFiles.bytesOf(path));
            }
        }
        return "<div class=\"launch-picture\"></div>";
    }

    [[nodiscard]] std::string plate() const {
        return model::plateOf(m_layer) ? "<div class=\"launch-plate\"></div>" : "";
    }

    [[nodiscard]] std::string svg(const art::Art& art, const std::string& attributes,
                                  const std::string& mark) const {
        art::SvgOptions options;
        options.idPrefix = fmt::format("{}-{}{}-", m_build.name, m_index, mark);
        options.keepIds = false;
        options.attributes = attributes;
        options.picture = [&](const art::Picture& picture) { return inlinePng(picture); };
        if (art::reachesOver(art)) {
            // What lies beyond the art's own edges is cut, as on every platform.
            art::Art cut;
            cut.viewBox = art.viewBox;
            auto group = art::cloneGroup(art.root);
            cut.root.clips.push_back({art::rectPath(art.viewBox, 0, 0), art::FillRule::NonZero});
            cut.root.children.emplace_back(std::move(group));
            return art::writeSvg(cut, options);
        }
        return art::writeSvg(art, options);
    }

    /// In the page itself, so that it stands with the first picture; three pixels a dp are sharp on a phone.
    [[nodiscard]] std::string inlinePng(const art::Picture& picture) const {
        const auto& place = m_layer.place;
        const double fit = art::fitInto(picture.box, {0, 0, place.width, place.height}).meanScale();
        const auto png = partPng(m_build.input.rasteriser, picture,
                                 {picture.box.width * fit, picture.box.height * fit}, 3);
        m_build.note("part-as-picture",
                     fmt::format("A part of “{}” stands in the page as a picture: paths cannot show {}.",
                                 m_layer.name, picture.why));
        return "data:image/png;base64," + base64(png);
    }

    [[nodiscard]] std::string art(const model::Layer& layer, Appearance appearance,
                                  const std::string& wide) const {
        const auto shown = project::shownArt(m_build.sequence(), m_build.input.artFiles, layer, appearance);
        if (!shown) {
            return {};
        }
        const std::string mark = (appearance == Appearance::Dark ? "d" : "") + wide;
        if (!isDrawn(m_build.sequence(), m_layer.id)) {
            return svg(*shown, "class=\"launch-art\"", mark);
        }
        return svg(*shown, "class=\"launch-art\" data-part=\"whole\"", mark) +
               svg(art::withoutStrokes(*shown), "class=\"launch-art\" data-part=\"fills\"", mark + "f") +
               outlines(layer, appearance);
    }

    /// One path for each contour: a dash runs along each of them from its own start.
    [[nodiscard]] std::string outlines(const model::Layer& layer, Appearance appearance) const {
        std::string out = "<svg class=\"launch-middle\">";
        for (const auto& outline : outlinesOf(m_build.input, layer, appearance)) {
            const bool stroked = outline.strokeWidth > 0;
            const auto colour = outline.ref.empty() ? cssColour(outline.colour) : m_build.colour(outline.ref);
            for (const auto& contour : contoursOf(outline.path)) {
                out += fmt::format("<path data-part=\"{}\" pathLength=\"1\" d=\"{}\" stroke=\"{}\" "
                                   "stroke-width=\"{}\"/>",
                                   stroked ? "line" : "hairline", contour, colour,
                                   numberText(stroked ? outline.strokeWidth : 1.5));
            }
        }
        return out + "</svg>";
    }

    static std::vector<std::string> contoursOf(const std::string& path) {
        std::vector<std::string> contours;
        for (std::size_t from = 0; from < path.size();) {
            const auto next = path.find('M', from + 1);
            contours.push_back(path.substr(from, next - from));
            from = next == std::string::npos ? path.size() : next;
        }
        return contours;
    }

    /// Outlines instead of letters: no typeface has to be there, and every browser shows the same.
    [[nodiscard]] std::string words(const model::TextContent& text) const {
        const auto path = m_build.input.outliner.outline(text, m_build.input.artFiles.bytesOf(text.fontFile));
        const auto whole = [&](const char* part) {
            return fmt::format("<svg class=\"launch-middle\"{}><path class=\"launch-text\" d=\"{}\"/></svg>",
                               part, art::toText(path));
        };
        if (!isDrawn(m_build.sequence(), m_layer.id)) {
            return whole("");
        }
        return whole(" data-part=\"whole\"") + whole(" data-part=\"fills\"") +
               outlines(m_layer, Appearance::Light);
    }

    /// A background: unlike an element for pictures it can follow the app's own switch of day and night.
    [[nodiscard]] std::string image() {
        std::string sources[2];
        noteUnread(m_build, m_layer, "pages show PNG, WebP and JPEG pictures");
        for (const bool dark : {false, true}) {
            std::optional<SizedPicture> below;
            for (const int density : {1, 2, 3}) {
                auto picture = sizedPicture(m_build.input, m_layer, density, dark);
                if (!picture ||
                    (below && below->isWhole() && picture->isWhole() && below->path == picture->path)) {
                    continue; // the same file serves
                }
                const auto file = fmt::format("images/{}{}@{}x{}", m_layer.id, dark ? "-dark" : "", density,
                                              picture->ending);
                if (!m_build.has(m_build.path(file))) {
                    m_build.addLater(m_build.path(file), picture->maker(m_build.input.rasteriser));
                }
                auto& list = sources[dark ? 1 : 0];
                list += fmt::format("{}url({}) {}x", list.empty() ? "" : ", ", m_build.url(file), density);
                below = std::move(picture);
            }
        }
        const auto shows = [](const std::string& list) {
            return fmt::format("background-image: image-set({});", list);
        };
        rule(" .launch-image", shows(sources[0].empty() ? sources[1] : sources[0]));
        if (!sources[1].empty()) {
            m_style += darkRule(selector(" .launch-image"), shows(sources[1]));
        }
        return "<div class=\"launch-image\"></div>";
    }

    [[nodiscard]] std::string progress(const model::ProgressContent& content) {
        const auto thick = numberText(content.thickness);
        const bool hasTrack = !content.track.empty();
        const auto colour = m_build.colour(content.colour);
        const auto track = hasTrack ? m_build.colour(content.track) : std::string();
        if (content.form == model::ProgressForm::Ring) {
            const auto radius = [&](const model::Place& place) {
                return numberText((std::min(place.width, place.height) - content.thickness) / 2);
            };
            const auto circle = [&](const std::string& stroke, const char* rest) {
                return fmt::format("<circle r=\"{}\" fill=\"none\" stroke-width=\"{}\" stroke=\"{}\"{}/>",
                                   radius(m_layer.place), thick, stroke, rest);
            };
            if (m_layer.landscape) {
                m_style += wideRule(selector(" circle"), fmt::format("r: {}px;", radius(*m_layer.landscape)));
            }
            return "<svg class=\"launch-middle\">" + (hasTrack ? circle(track, "") : "") +
                   circle(colour, " stroke-linecap=\"round\" data-part=\"ring\" pathLength=\"1\" "
                                  "transform=\"rotate(-90)\"") +
                   "</svg>";
        }
        if (content.form == model::ProgressForm::Bar) {
            rule(" .launch-bar", fmt::format("height: {}px; border-radius: {}px; background: {};", thick,
                                             numberText(content.thickness / 2), colour));
            if (hasTrack) {
                rule(" .launch-track", fmt::format("background: {};", track));
            }
            return (hasTrack ? "<div class=\"launch-bar launch-track\"></div>" : "") +
                   fmt::format("<div class=\"launch-bar\" data-part=\"bar\" data-thickness=\"{}\"></div>",
                               thick);
        }
        rule(" .launch-dot", fmt::format("width: {0}px; height: {0}px; background: {1};", thick, colour));
        if (hasTrack) {
            rule(" .launch-track", fmt::format("background: {};", track));
        }
        std::string out;
        for (int i = 0; i < 5; ++i) {
            rule(fmt::format(" .launch-dot-{}", i).c_str(),
                 fmt::format("left: calc((100% - {}px) * {});", thick, numberText(i / 4.0)));
            out +=
                hasTrack ? fmt::format("<div class=\"launch-dot launch-track launch-dot-{}\"></div>", i) : "";
            out += fmt::format(
                "<div class=\"launch-dot launch-dot-{0}\" data-part=\"dot\" data-index=\"{0}\"></div>", i);
        }
        return out;
    }

    /// One sheet with all pictures: one request, and no flicker while the first are shown.
    [[nodiscard]] std::string clip(const model::ClipContent& content) {
        const int frames = plan::bakedFrames(content);
        const Size shown = clipSizeOf(m_build.input, m_layer);
        const int columns = sheetColumns(frames, shown);
        const int rows = (frames + columns - 1) / columns;
        const double density = std::min(
            {kSheetDensity, kLargestSheet / (shown.width * columns), kLargestSheet / (shown.height * rows)});
        const Size pixels{std::max(1.0, std::floor(shown.width * density)),
                          std::max(1.0, std::floor(shown.height * density))};
        const auto times = clipTimes(content);
        const auto& files = m_build.input.artFiles.files;
        const auto sheet = [&](const std::string& path, const char* mark) {
            const auto file = fmt::format("images/{}{}.png", m_layer.id, mark);
            m_build.addLater(m_build.path(file),
                             [&rasteriser = m_build.input.rasteriser, bytes = files.at(path), times, pixels,
                              columns] { return rasteriser.clipSheetPng(bytes, times, pixels, columns); });
            return fmt::format("background-image: url({});", m_build.url(file));
        };
        rule(" .launch-frames",
             fmt::format("width: {}px; height: {}px; background-size: {}% {}%; {}", numberText(shown.width),
                         numberText(shown.height), columns * 100, rows * 100, sheet(content.path, "")));
        if (!content.darkPath.empty() && files.contains(content.darkPath)) {
            m_style += darkRule(selector(" .launch-frames"), sheet(content.darkPath, "-dark"));
        }
        return fmt::format("<div class=\"launch-frames\" data-part=\"frames\" data-frames=\"{}\" "
                           "data-columns=\"{}\"></div>",
                           frames, columns);
    }

    WebBuild& m_build;
    std::size_t m_index;
    const model::Layer& m_layer;
    std::string m_style;
};

}

LayerPage layerPage(WebBuild& build, std::size_t layer) { return LayerMarkup(build, layer).page(); }

}
