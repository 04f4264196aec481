// SPDX-License-Identifier: MIT
#include "export/lottie/lottie_contents.h"

#include "core/art/parts.h"
#include "core/art/picture_head.h"
#include "core/art/read_clip.h"
#include "core/base/base64.h"
#include "core/base/overloads.h"
#include "core/project/shown_art.h"
#include "export/common/framed_art.h"
#include "export/lottie/lottie_keys.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

using Json = nlohmann::ordered_json;
using schedule::LayerState;

namespace {

/// Pixels a dp of pictures made for art that shapes cannot show.
constexpr double kPictureDensity = 3;

double filled(const LayerState& it) {
    const double room = 1 - it.fillFrom;
    return room > 0 ? std::clamp((it.draw - it.fillFrom) / room, 0.0, 1.0) : 0;
}

LottieContent shapes(Json items) {
    LottieContent content;
    content.fields["shapes"] = std::move(items);
    return content;
}

/// The part of a path that is drawn, at every frame.
Json trim(const LottieTimes& times, const std::vector<double>& ends) {
    std::vector<double> percent;
    for (const double end : ends) {
        percent.push_back(100 * end);
    }
    return {{"ty", "tm"},
            {"s", lottieConstant(0)},
            {"e", lottieProperty(times, percent, 0.1)},
            {"o", lottieConstant(0)},
            {"m", 1}};
}

}

Colour LottieContents::colour(const model::ColourRef& ref) const {
    return model::colourOf(m_sequence.palette, ref, appearance());
}

void LottieContents::note(const std::string& text) { m_build.note("lottie", text); }

std::vector<LottieContent> LottieContents::of(std::size_t index, const LottieCourse& course) {
    const auto& layer = m_sequence.layers[index];
    using List = std::vector<LottieContent>;
    const auto drawn = [&](const auto&) { return art(layer, course); };
    return std::visit(Overloads{drawn, [&](const model::TextContent&) { return text(layer, course); },
                                [&](const model::BackdropContent&) { return backdrop(layer, course); },
                                [&](const model::ProgressContent&) { return progress(layer, course); },
                                [&](const model::ClipContent&) { return List{clip(layer, course)}; },
                                [&](const model::ImageContent&) { return image(layer); },
                                [](const model::FirstScreenContent&) { return List(); },
                                [](const model::GroupContent&) { return List(); }},
                      layer.contents);
}

std::vector<LottieContent> LottieContents::image(const model::Layer& layer) {
    const auto* shown = project::pictureFor(layer, kPictureDensity, appearance());
    auto content =
        shown ? picture(shown->path, {layer.place.width, layer.place.height}, false) : std::nullopt;
    return content ? std::vector{*content} : std::vector<LottieContent>();
}

std::vector<LottieContent> LottieContents::art(const model::Layer& layer, const LottieCourse& course) {
    const auto shown = project::shownArt(m_sequence, m_build.input.artFiles, layer, appearance());
    if (!shown) {
        return {};
    }
    const Size size{layer.place.width, layer.place.height};
    const Rect box{-size.width / 2, -size.height / 2, size.width, size.height};
    const Colour tint = model::tintOf(layer).empty() ? Colour{0, 0, 0, 255} : colour(model::tintOf(layer));
    const Matrix fit = art::fitInto(shown->viewBox, box);
    const auto drawnAs = [&](const art::Art& it) {
        if (const auto why = whyNotShapes(it)) {
            note(fmt::format("“{}” is written as a picture, since shapes cannot show {}.", layer.name, *why));
            return rastered(it, size, tint);
        }
        auto content = shapes(lottieShapes(it, fit, tint));
        if (art::reachesOver(it)) {
            const Point from = fit.map({it.viewBox.x, it.viewBox.y});
            content.cut = Rect{from.x, from.y, it.viewBox.width * fit.a, it.viewBox.height * fit.d};
        }
        return content;
    };
    std::vector<LottieContent> contents;
    auto whole = drawnAs(*shown);
    const bool draws =
        std::any_of(course.states.begin(), course.states.end(), [](const auto& it) { return it.draw < 1; });
    if (draws) {
        whole.opacity = [](const LayerState& it) { return it.draw < 1 ? 0 : it.opacity; };
        auto fills = drawnAs(art::withoutStrokes(*shown));
        fills.opacity = [](const LayerState& it) { return it.draw < 1 ? it.opacity * filled(it) : 0; };
        contents.push_back(lines(layer, course));
        contents.push_back(std::move(whole));
        contents.push_back(std::move(fills));
    } else {
        contents.push_back(std::move(whole));
    }
    if (const auto* plate = model::plateOf(layer)) {
        const double r = plate->diameter / 2;
        contents.push_back(shapes(
            slottedAll(lottieFilled(art::ellipsePath({0, 0}, r, r), colour(plate->colour)), plate->colour)));
    }
    return contents;
}

/// The contours that are drawn by and by, each with a trim of its own.
LottieContent LottieContents::lines(const model::Layer& layer, const LottieCourse& course) {
    Json items = Json::array();
    const Json drawn = trim(course.times, course.sampled([](const auto& it) { return it.draw; }));
    for (const auto& outline : outlinesOf(m_build.input, layer, appearance())) {
        const bool stroked = outline.strokeWidth > 0;
        const Colour ink = outline.ref.empty() ? outline.colour : colour(outline.ref);
        for (auto& contour : lottieContours(art::parsePath(outline.path).path)) {
            Json stroke =
                lottieStroke(ink, stroked ? outline.strokeWidth : 1.5, art::Cap::Round, art::Join::Round);
            if (!stroked) {
                const auto given =
                    course.sampled([&](const auto& it) { return 100 * ink.a / 255.0 * (1 - filled(it)); });
                stroke["o"] = lottieProperty(course.times, given, 0.2);
            }
            items.push_back(lottieGroup({std::move(contour), drawn, std::move(stroke)}));
        }
    }
    auto content = shapes(std::move(items));
    content.opacity = [](const LayerState& it) { return it.draw > 0 && it.draw < 1 ? it.opacity : 0; };
    return content;
}

std::vector<LottieContent> LottieContents::text(const model::Layer& layer, const LottieCourse& course) {
    const auto path = m_build.input.outliner.outline(
        layer.get<model::TextContent>(),
        m_build.input.artFiles.bytesOf(layer.get<model::TextContent>().fontFile));
    const auto& ink = layer.get<model::TextContent>().colour;
    auto whole = shapes(slottedAll(lottieFilled(path, colour(ink)), ink));
    std::vector<LottieContent> contents; // pushed one by one: a list in braces would copy each
    if (std::none_of(course.states.begin(), course.states.end(),
                     [](const auto& it) { return it.draw < 1; })) {
        contents.push_back(std::move(whole));
        return contents;
    }
    auto fills = whole;
    whole.opacity = [](const LayerState& it) { return it.draw < 1 ? 0 : it.opacity; };
    fills.opacity = [](const LayerState& it) { return it.draw < 1 ? it.opacity * filled(it) : 0; };
    contents.push_back(lines(layer, course));
    contents.push_back(std::move(whole));
    contents.push_back(std::move(fills));
    return contents;
}

std::vector<LottieContent> LottieContents::backdrop(const model::Layer& layer, const LottieCourse& course) {
    const auto& fill = layer.get<model::BackdropContent>().fill;
    LottieSamples sizes, starts, ends;
    const double radians = fill.angle * std::numbers::pi / 180;
    for (const auto& it : course.states) {
        sizes.push_back({it.size.width, it.size.height});
        const double half =
            (std::abs(it.size.width * std::sin(radians)) + std::abs(it.size.height * std::cos(radians))) / 2;
        ends.push_back({std::sin(radians) * half, -std::cos(radians) * half});
        starts.push_back({-ends.back()[0], -ends.back()[1]});
    }
    Json items = Json::array();
    items.push_back({{"ty", "rc"},
                     {"p", lottieConstant({0, 0})},
                     {"s", lottieProperty(course.times, sizes, 0.05)},
                     {"r", lottieConstant(0)}});
    const Colour from = colour(fill.colour);
    if (fill.to.empty()) {
        items.push_back(slotted(lottieFill(from), fill.colour));
    } else {
        art::Gradient gradient;
        gradient.stops = {{0, from}, {1, colour(fill.to)}};
        std::vector<double> stops;
        for (const auto& stop : gradient.stops) {
            stops.insert(stops.end(),
                         {stop.at, stop.colour.r / 255.0, stop.colour.g / 255.0, stop.colour.b / 255.0});
        }
        items.push_back({{"ty", "gf"},
                         {"o", lottieConstant(100)},
                         {"r", 1},
                         {"t", 1},
                         {"s", lottieProperty(course.times, starts, 0.05)},
                         {"e", lottieProperty(course.times, ends, 0.05)},
                         {"g", {{"p", 2}, {"k", lottieConstant(stops)}}}});
    }
    std::vector<LottieContent> contents;
    const auto path = project::backdropPicture(layer, appearance(), false);
    if (!path.empty()) {
        const bool covers = model::pictureOf(layer)->fit == model::Fit::Fill;
        if (auto content = picture(path, course.states[0].size, covers)) {
            follow(*content, course, covers);
            contents.push_back(std::move(*content));
        }
    }
    contents.push_back(shapes(Json::array({lottieGroup(std::move(items))})));
    return contents;
}

std::vector<LottieContent> LottieContents::progress(const model::Layer& layer, const LottieCourse& course) {
    const auto& it = layer.get<model::ProgressContent>();
    const double width = layer.place.width, height = layer.place.height, thick = it.thickness;
    const auto parts = course.sampled([](const auto& state) { return state.progress; });
    const auto visible = [&](Json fill, const std::vector<double>& shown) {
        std::vector<double> opacity;
        for (const double part : shown) {
            opacity.push_back(part > 0 ? 100 : 0);
        }
        fill["o"] = lottieProperty(course.times, opacity, 0.2);
        return fill;
    };
    Json items = Json::array(); // the topmost first
    if (it.form == model::ProgressForm::Ring) {
        const double r = (std::min(width, height) - thick) / 2;
        art::Path circle; // from the top, clockwise
        art::arcTo((circle.moveTo({0, -r}), circle), {0, -r}, r, r, 0, false, true, {0, r});
        art::arcTo(circle, {0, r}, r, r, 0, false, true, {0, -r});
        const auto ring = lottieContours(circle)[0];
        items.push_back(lottieGroup(
            {ring, trim(course.times, parts),
             visible(lottieStroke(colour(it.colour), thick, art::Cap::Round, art::Join::Round), parts)}));
        if (!it.track.empty()) {
            items.push_back(
                lottieGroup({ring, lottieStroke(colour(it.track), thick, art::Cap::Butt, art::Join::Round)}));
        }
    } else if (it.form == model::ProgressForm::Bar) {
        LottieSamples sizes, places;
        for (const double part : parts) {
            const double shown = std::max(thick, width * part);
            sizes.push_back({shown, thick});
            places.push_back({(shown - width) / 2, 0});
        }
        const auto bar = [&](Json size, Json place, Json fill) {
            return lottieGroup({Json{{"ty", "rc"},
                                     {"p", std::move(place)},
                                     {"s", std::move(size)},
                                     {"r", lottieConstant(thick / 2)}},
                                std::move(fill)});
        };
        items.push_back(bar(lottieProperty(course.times, sizes, 0.05),
                            lottieProperty(course.times, places, 0.05),
                            visible(lottieFill(colour(it.colour)), parts)));
        if (!it.track.empty()) {
            items.push_back(
                bar(lottieConstant({width, thick}), lottieConstant({0, 0}), lottieFill(colour(it.track))));
        }
    } else {
        for (int i = 0; i < 5; ++i) {
            LottieSamples sizes;
            std::vector<double> shown;
            for (const double part : parts) {
                shown.push_back(std::clamp(part * 5 - i, 0.0, 1.0));
                sizes.push_back({thick * shown.back(), thick * shown.back()});
            }
            const Json at = lottieConstant({-width / 2 + thick / 2 + (width - thick) * i / 4, 0});
            items.push_back(
                lottieGroup({Json{{"ty", "el"}, {"p", at}, {"s", lottieProperty(course.times, sizes, 0.05)}},
                             visible(lottieFill(colour(it.colour)), shown)}));
            if (!it.track.empty()) {
                items.push_back(
                    lottieGroup({Json{{"ty", "el"}, {"p", at}, {"s", lottieConstant({thick, thick})}},
                                 lottieFill(colour(it.track))}));
            }
        }
    }
    return {shapes(std::move(items))};
}

/// The person's own composition stays one: it is taken in whole and its time is led by the cues.
LottieContent LottieContents::clip(const model::Layer& layer, const LottieCourse& course) {
    const auto& it = layer.get<model::ClipContent>();
    const bool dark = appearance() == model::Appearance::Dark && !it.darkPath.empty();
    const auto* bytes = m_build.input.artFiles.bytesOf(dark ? it.darkPath : it.path);
    const Json source = bytes ? Json::parse(*bytes, nullptr, false) : Json();
    const auto info = bytes ? art::readClip(*bytes) : Result<art::ClipInfo>();
    LottieContent content;
    if (!info || !source.is_object()) {
        return content;
    }
    // Names of its assets could meet ours: each clip gets a prefix.
    const std::string prefix = "clip-" + layer.id + "-";
    const auto renamed = [&](Json list) {
        for (auto& inner : list) {
            if (inner.contains("refId") && inner["refId"].is_string()) {
                inner["refId"] = prefix + inner["refId"].get<std::string>();
            }
        }
        return list;
    };
    for (auto asset : source.value("assets", Json::array())) {
        if (asset.contains("id") && asset["id"].is_string()) {
            asset["id"] = prefix + asset["id"].get<std::string>();
        }
        if (asset.contains("layers")) {
            asset["layers"] = renamed(asset["layers"]);
        }
        m_assets.push_back(std::move(asset));
    }
    m_assets.push_back({{"id", prefix + "whole"},
                        {"nm", layer.name},
                        {"layers", renamed(source.value("layers", Json::array()))}});
    std::vector<double> seconds;
    const double first = source.value("ip", 0.0);
    for (const auto& state : course.states) {
        const double played = it.from + (it.stopAt - it.from) * state.clip;
        const double time = state.clip >= 1 ? it.keep.value_or(it.stopAt) : played;
        seconds.push_back((first + time * info->frameRate / 1000) / kLottieRate);
    }
    content.type = 0;
    content.anchor = {info->size.width / 2, info->size.height / 2};
    content.scale = art::fitInto({0, 0, info->size.width, info->size.height},
                                 {0, 0, layer.place.width, layer.place.height})
                        .meanScale();
    content.fields = {{"refId", prefix + "whole"},
                      {"w", std::lround(info->size.width)},
                      {"h", std::lround(info->size.height)},
                      {"tm", lottieProperty(course.times, seconds, 0.0005)}};
    return content;
}

std::optional<LottieContent> LottieContents::picture(const std::string& path, Size box, bool covers) {
    const auto* bytes = m_build.input.artFiles.bytesOf(path);
    const auto ending = bytes ? art::pictureEnding(*bytes) : std::string();
    const auto size = bytes ? art::pictureSize(*bytes) : std::nullopt;
    if (ending.empty() || !size) {
        note(fmt::format("“{}” is left out: the composition takes PNG, WebP and JPEG pictures.", path));
        return std::nullopt;
    }
    const std::string type = ending == ".jpg" ? "jpeg" : ending.substr(1);
    const auto id = fmt::format("picture-{}", m_assets.size());
    m_assets.push_back({{"id", id},
                        {"w", std::lround(size->width)},
                        {"h", std::lround(size->height)},
                        {"u", ""},
                        {"p", "data:image/" + type + ";base64," + base64(*bytes)},
                        {"e", 1}});
    const double across = box.width / size->width, down = box.height / size->height;
    LottieContent content;
    content.type = 2;
    content.anchor = {size->width / 2, size->height / 2};
    content.scale = covers ? std::max(across, down) : std::min(across, down);
    if (covers) {
        const double wide = box.width / content.scale, high = box.height / content.scale;
        content.cut = Rect{(size->width - wide) / 2, (size->height - high) / 2, wide, high};
    }
    content.fields = {{"refId", id}};
    return content;
}

void LottieContents::follow(LottieContent& picture, const LottieCourse& course, bool covers) {
    const Size first = course.states[0].size;
    if (std::all_of(course.states.begin(), course.states.end(),
                    [&](const auto& it) { return it.size == first; })) {
        return;
    }
    const double wide = 2 * picture.anchor.x, high = 2 * picture.anchor.y;
    for (const auto& it : course.states) {
        const double across = it.size.width / wide, down = it.size.height / high;
        const double scale = covers ? std::max(across, down) : std::min(across, down);
        picture.grown.push_back(scale / picture.scale);
        const Size seen{it.size.width / scale, it.size.height / scale};
        picture.cuts.push_back(
            {picture.anchor.x - seen.width / 2, picture.anchor.y - seen.height / 2, seen.width, seen.height});
    }
}

LottieContents::Json LottieContents::slotted(Json fill, const model::ColourRef& ref) {
    fill["c"]["sid"] = ref;
    m_slots[ref] = {{"p", {{"a", 0}, {"k", fill["c"]["k"]}}}};
    return fill;
}

LottieContents::Json LottieContents::slottedAll(Json items, const model::ColourRef& ref) {
    for (auto& item : items) {
        if (item.value("ty", "") == "fl") {
            item = slotted(std::move(item), ref);
        } else if (item.contains("it")) {
            item["it"] = slottedAll(std::move(item["it"]), ref);
        }
    }
    return items;
}

LottieContent LottieContents::rastered(const art::Art& art, Size box, Colour tint) {
    const auto framed = framedArt(art, box, {0, 0, box.width, box.height});
    const int wide = std::max(1, static_cast<int>(std::lround(box.width * kPictureDensity)));
    const int high = std::max(1, static_cast<int>(std::lround(box.height * kPictureDensity)));
    const auto id = fmt::format("picture-{}", m_assets.size());
    m_assets.push_back(
        {{"id", id},
         {"w", wide},
         {"h", high},
         {"u", ""},
         {"p", "data:image/png;base64," + base64(m_build.input.rasteriser.png(framed, wide, high, tint))},
         {"e", 1}});
    LottieContent content;
    content.type = 2;
    content.anchor = {wide / 2.0, high / 2.0};
    content.scale = 1 / kPictureDensity;
    content.fields = {{"refId", id}};
    return content;
}

}
