// SPDX-License-Identifier: MIT
#include "export/common/look_tree.h"

#include "core/art/parts.h"
#include "core/art/read_clip.h"
#include "core/base/overloads.h"
#include "core/plan/carry.h"
#include "core/project/shown_art.h"
#include "export/common/day_and_night.h"
#include "export/common/outlines.h"
#include "export/common/wide_look.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

CodeValue number(Colour c) {
    return {CodeColour{static_cast<std::uint32_t>(c.a) << 24 | static_cast<std::uint32_t>(c.r) << 16 |
                       static_cast<std::uint32_t>(c.g) << 8 | c.b}};
}

CodeValue paletteInk(const model::ColourRef& ref, double alpha = 1) {
    return CodeCall("Palette").plain("name", {ref}).named("alpha", {alpha}, alpha == 1).value();
}

CodeValue matrixValue(const Matrix& m) {
    CodeList list;
    for (const double value : {m.a, m.b, m.c, m.d, m.e, m.f}) {
        list.items.push_back({value});
    }
    return {std::move(list)};
}

class ArtTree {
public:
    ArtTree(const model::ColourRef& tint, const PartName& part) : m_tint(tint), m_part(part) {}

    [[nodiscard]] CodeValue group(const art::Group& whole, const Matrix& outer) const {
        Matrix matrix = outer * whole.transform;
        const auto& group = onlyGroup(whole, matrix);
        CodeList items, clips;
        addItems(items, group);
        for (const auto& clip : group.clips) {
            clips.items.push_back(CodeCall("Clip")
                                      .plain("path", {art::toText(clip.path)})
                                      .named("evenOdd", {true}, clip.rule == art::FillRule::NonZero)
                                      .value());
        }
        return CodeCall("Group")
            .plain("items", {std::move(items)})
            .named("matrix", matrixValue(matrix), matrix.isIdentity())
            .named("opacity", {group.opacity}, group.opacity >= 1)
            .named("clips", {std::move(clips)}, group.clips.empty())
            .value();
    }

private:
    static bool isPlain(const art::Group& group) { return group.opacity >= 1 && group.clips.empty(); }

    /// A group that holds nothing but another is one with it.
    static const art::Group& onlyGroup(const art::Group& group, Matrix& matrix) {
        if (isPlain(group) && group.children.size() == 1) {
            if (const auto* inner = std::get_if<std::unique_ptr<art::Group>>(&group.children.front())) {
                matrix = matrix * (*inner)->transform;
                return onlyGroup(**inner, matrix);
            }
        }
        return group;
    }

    /// What is in a group that says nothing of its own stands among the items of its parent.
    void addItems(CodeList& items, const art::Group& group) const {
        const Overloads add{[&](const art::Shape& it) { items.items.push_back(shape(it)); },
                            [&](const art::Picture& it) { items.items.push_back(picture(it)); },
                            [&](const std::unique_ptr<art::Group>& it) {
                                if (isPlain(*it) && it->transform.isIdentity()) {
                                    addItems(items, *it);
                                } else {
                                    items.items.push_back(this->group(*it, {}));
                                }
                            }};
        for (const auto& child : group.children) {
            std::visit(add, child);
        }
    }

    [[nodiscard]] CodeValue picture(const art::Picture& it) const {
        return CodeCall("Bitmap")
            .plain("name", {m_part(it)})
            .plain("x", {it.box.x})
            .plain("y", {it.box.y})
            .plain("width", {it.box.width})
            .plain("height", {it.box.height})
            .value();
    }

    [[nodiscard]] CodeValue shape(const art::Shape& it) const {
        CodeCall call("Shape");
        call.plain("path", {art::toText(it.path)});
        call.named("fill", ink(it.fill), std::holds_alternative<std::monostate>(it.fill));
        call.named("evenOdd", {true}, it.rule == art::FillRule::NonZero);
        if (!std::holds_alternative<std::monostate>(it.stroke.paint)) {
            call.named("stroke", stroke(it.stroke));
        }
        return call.named("opacity", {it.opacity}, it.opacity >= 1).value();
    }

    [[nodiscard]] CodeValue stroke(const art::Stroke& it) const {
        static constexpr const char* caps[] = {"butt", "round", "square"};
        static constexpr const char* joins[] = {"miter", "round", "bevel"};
        CodeList dashes;
        for (const double dash : it.dashes) {
            dashes.items.push_back({dash});
        }
        return CodeCall("Stroke")
            .plain("ink", ink(it.paint))
            .plain("width", {it.width})
            .named("cap", {CodeWord{"Cap", caps[static_cast<int>(it.cap)]}}, it.cap == art::Cap::Butt)
            .named("join", {CodeWord{"Join", joins[static_cast<int>(it.join)]}}, it.join == art::Join::Miter)
            .named("miterLimit", {it.miterLimit}, it.miterLimit == 4)
            .named("dashes", {std::move(dashes)}, it.dashes.empty())
            .named("dashOffset", {it.dashOffset}, it.dashOffset == 0)
            .value();
    }

    [[nodiscard]] CodeValue ink(const art::Paint& paint) const {
        if (const auto* colour = std::get_if<Colour>(&paint)) {
            return CodeCall("Plain").plain("color", number(*colour)).value();
        }
        if (const auto* current = std::get_if<art::CurrentColour>(&paint)) {
            if (m_tint.empty()) {
                const auto alpha = static_cast<std::uint8_t>(current->alpha * 255 + 0.5);
                return CodeCall("Plain").plain("color", number({0, 0, 0, alpha})).value();
            }
            return paletteInk(m_tint, current->alpha);
        }
        const auto* gradient = std::get_if<art::Gradient>(&paint);
        return gradient ? gradientValue(*gradient) : CodeValue{};
    }

    static CodeValue gradientValue(const art::Gradient& it) {
        static constexpr const char* spreads[] = {"pad", "reflect", "repeating"};
        CodeList at, colours;
        for (const auto& stop : it.stops) {
            at.items.push_back({stop.at});
            colours.items.push_back(number(stop.colour));
        }
        return CodeCall("Gradient")
            .plain("x1", {it.start.x})
            .plain("y1", {it.start.y})
            .plain("x2", {it.end.x})
            .plain("y2", {it.end.y})
            .plain("at", {std::move(at)})
            .plain("colors", {std::move(colours)})
            .named("radius", {it.radius}, !it.radial)
            .named("matrix", matrixValue(it.matrix), it.matrix.isIdentity())
            .named("spread", {CodeWord{"Spread", spreads[static_cast<int>(it.spread)]}},
                   it.spread == art::Spread::Pad)
            .value();
    }

    const model::ColourRef& m_tint;
    const PartName& m_part;
};

CodeValue outlineList(const std::vector<OutlineData>& outlines) {
    CodeList list;
    for (const auto& it : outlines) {
        list.items.push_back(
            CodeCall("Outline")
                .plain("path", {it.path})
                .plain("ink", it.ref.empty() ? CodeCall("Plain").plain("color", number(it.colour)).value()
                                             : paletteInk(it.ref))
                .named("strokeWidth", {it.strokeWidth}, it.strokeWidth == 0)
                .value());
    }
    return {std::move(list)};
}

void addArtFields(CodeCall& call, const ExportInput& input, const model::Layer& layer,
                  const PictureNames& names) {
    const PartName part = [&](const art::Picture& it) { return names.part(layer, it); };
    const Size box{layer.place.width, layer.place.height};
    struct Seen {
        CodeValue art, fills, outlines;
    };
    const bool drawn = isDrawn(input.sequence, layer.id);
    const auto seen = [&](Appearance appearance) -> std::optional<Seen> {
        const auto shown = project::shownArt(input.sequence, input.artFiles, layer, appearance);
        if (!shown) {
            return std::nullopt;
        }
        Seen made{artValue(*shown, box, model::tintOf(layer), part), {}, {}};
        if (drawn) {
            made.fills = artValue(art::withoutStrokes(*shown), box, model::tintOf(layer), part);
            made.outlines = outlineList(outlinesOf(input, layer, appearance));
        }
        return made;
    };
    const auto day = seen(Appearance::Light);
    const auto night = project::differsByNight(layer) ? seen(Appearance::Dark) : std::nullopt;
    const auto add = [&](const char* name, const char* darkName, CodeValue Seen::*value) {
        auto both = day && night ? dayAndNight(*day.*value, *night.*value) : std::nullopt;
        if (day) {
            call.named(name, both ? std::move(*both) : *day.*value);
        }
        if (night && !both) {
            call.named(darkName, *night.*value);
        }
    };
    add("art", "darkArt", &Seen::art);
    if (drawn) {
        add("fills", "darkFills", &Seen::fills);
        add("outlines", "darkOutlines", &Seen::outlines);
    }
    if (const auto* plate = model::plateOf(layer)) {
        call.named("plate", paletteInk(plate->colour)).named("plateDiameter", {plate->diameter});
    }
}

void addTextFields(CodeCall& call, const ExportInput& input, const model::Layer& layer) {
    art::Art letters;
    art::Shape shape;
    const auto& text = layer.get<model::TextContent>();
    shape.path = input.outliner.outline(text, input.artFiles.bytesOf(text.fontFile));
    shape.fill = art::CurrentColour{};
    letters.root.children.emplace_back(std::move(shape));
    const PartName none; // letters have no parts
    const auto value = ArtTree(text.colour, none).group(letters.root, {});
    call.named("art", value);
    if (isDrawn(input.sequence, layer.id)) {
        call.named("fills", value)
            .named("outlines", outlineList(outlinesOf(input, layer, Appearance::Light)));
    }
}

}

CodeValue artValue(const art::Art& art, Size box, const model::ColourRef& tint, const PartName& part) {
    const Matrix fit = art::fitInto(art.viewBox, {-box.width / 2, -box.height / 2, box.width, box.height});
    art::Group whole;
    whole.transform = fit;
    if (art::reachesOver(art)) {
        whole.clips.push_back({art::rectPath(art.viewBox, 0, 0), art::FillRule::NonZero});
    }
    whole.children.emplace_back(art::cloneGroup(art.root));
    return ArtTree(tint, part).group(whole, {});
}

CodeValue paletteValue(const model::Palette& palette) {
    CodeList list;
    for (const auto& colour : palette) {
        list.items.push_back(CodeCall("Colors")
                                 .plain("name", {colour.id})
                                 .plain("light", number(colour.light))
                                 .plain("dark", number(colour.dark))
                                 .value());
    }
    return {std::move(list)};
}

std::vector<double> clipTimes(const model::ClipContent& clip) {
    std::vector<double> times;
    const int frames = plan::bakedFrames(clip);
    for (int i = 0; i < frames; ++i) {
        times.push_back(i == frames - 1 ? clip.keep.value_or(clip.stopAt)
                                        : clip.from + (clip.stopAt - clip.from) * double(i) / (frames - 1));
    }
    return times;
}

Size clipSizeOf(const ExportInput& input, const model::Layer& layer) {
    const auto& path = layer.get<model::ClipContent>().path;
    const auto info = art::readClip(*input.artFiles.bytesOf(path), path);
    const Size own = info ? info->size : Size{1, 1};
    const double fit =
        art::fitInto({0, 0, own.width, own.height}, {0, 0, layer.place.width, layer.place.height})
            .meanScale();
    return {own.width * fit, own.height * fit};
}

CodeValue lookValue(const ExportInput& input, const model::Layer& layer, const PictureNames& names) {
    CodeCall call("Look");
    const Overloads addFields{
        [&](const model::BackdropContent& it) {
            call.named("color", {it.fill.colour})
                .named("toColor", {it.fill.to}, it.fill.to.empty())
                .named("angle", {it.fill.angle}, it.fill.angle == 180);
            if (const auto picture = it.picture ? names.picture(layer) : std::string(); !picture.empty()) {
                call.named("picture", {picture})
                    .named("fillsBox", {true}, it.picture->fit != model::Fit::Fill);
            }
        },
        [&](const model::ArtContent&) { addArtFields(call, input, layer, names); },
        [&](const model::ShapeContent&) { addArtFields(call, input, layer, names); },
        [&](const model::TextContent&) { addTextFields(call, input, layer); },
        [&](const model::ImageContent&) { call.named("picture", {names.picture(layer)}); },
        [&](const model::ProgressContent& it) {
            call.named("color", {it.colour})
                .named("toColor", {it.track}, it.track.empty())
                .named("form", {CodeWord{"ProgressForm", std::string(model::word(it.form))}},
                       it.form == model::ProgressForm::Ring)
                .named("thickness", {it.thickness}, it.thickness == 4);
        },
        [&](const model::ClipContent& it) {
            const Size size = clipSizeOf(input, layer);
            CodeList frames;
            for (int i = 0; i < plan::bakedFrames(it); ++i) {
                frames.items.push_back({names.frame(layer, i)});
            }
            call.named("frames", {std::move(frames)})
                .named("width", {size.width})
                .named("height", {size.height});
        },
        [](const model::FirstScreenContent&) {},
        [](const model::GroupContent&) {}};
    std::visit(addFields, layer.contents);
    const auto wide = wideLookOf(input, layer);
    call.named("wideScale", {wide.scale}, wide.scale == 1);
    if (wide.other) {
        call.named("wide", lookValue(input, *wide.other, names));
    }
    return call.value();
}

}
