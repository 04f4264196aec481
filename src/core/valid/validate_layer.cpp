// SPDX-License-Identifier: MIT
#include "core/valid/validate_layer.h"

namespace scaena::valid {

using namespace model;

namespace {

/// One function for the contents of each kind.
class ContentChecks {
public:
    explicit ContentChecks(Checker& at) : m_at(at) {}

    void operator()(const BackdropContent& it) const {
        m_at.checkColourAt("fill/colour", it.fill.colour);
        m_at.checkColourOrNoneAt("fill/to", it.fill.to);
        if (it.picture) {
            for (const auto* path : {&it.picture->light, &it.picture->dark, &it.picture->landscape,
                                     &it.picture->darkLandscape}) {
                m_at.checkPath("picture", *path);
            }
        }
        m_at.checkNumber("fill/angle", it.fill.angle, -360, 360);
        m_at.checkNumber("panelHeight", it.panelHeight, 0, limits::kFarthest);
    }
    void operator()(const ArtContent& it) const {
        m_at.checkPath("art", it.art);
        m_at.checkPath("darkArt", it.darkArt);
        m_at.checkColourOrNoneAt("tint", it.tint);
        for (const auto& [from, to] : it.recolour) {
            m_at.checkColourAt("recolour/" + from, to);
        }
    }
    void operator()(const ArtworkContent& it) const {
        (*this)(static_cast<const ArtContent&>(it));
        if (it.plate) {
            m_at.checkColourAt("plate/colour", it.plate->colour);
            m_at.checkNumber("plate/diameter", it.plate->diameter, 0, limits::kFarthest);
        }
    }
    void operator()(const TextContent& it) const {
        m_at.checkColourAt("text/colour", it.colour);
        m_at.checkTextAt("text/text", it.text, limits::kTextLength);
        m_at.checkNumber("text/size", it.size, 1, 1000);
        m_at.checkNumber("text/wrapAt", it.wrapAt, 0, limits::kFarthest);
        m_at.checkNumber("text/lineHeight", it.lineHeight, 50, 300);
        m_at.checkNumber("text/spacing", it.spacing, -20, 200);
        m_at.checkPath("text/fontFile", it.fontFile);
    }
    void operator()(const ShapeContent& it) const {
        m_at.checkColourOrNoneAt("shape/colour", it.colour);
        m_at.checkColourOrNoneAt("shape/to", it.to);
        m_at.checkColourOrNoneAt("shape/strokeColour", it.strokeColour);
        m_at.checkNumber("shape/angle", it.angle, -360, 360);
        m_at.checkNumber("shape/corner", it.corner, 0, limits::kFarthest);
        m_at.checkNumber("shape/strokeWidth", it.strokeWidth, 0, 1000);
    }
    void operator()(const ImageContent& it) const {
        for (const auto& picture : it.pictures) {
            m_at.checkPath("pictures", picture.path);
            m_at.checkNumber("pictures/density", picture.density, 0.1, 16);
        }
    }
    void operator()(const ProgressContent& it) const {
        m_at.checkColourAt("progress/colour", it.colour);
        m_at.checkColourOrNoneAt("progress/track", it.track);
        m_at.checkNumber("progress/thickness", it.thickness, 0.5, 200);
        for (const auto& id : it.gates) {
            if (!findThing(m_at.sequence().gates, id)) {
                m_at.reportHere("progress/gates", fmt::format("“{}” is not a gate", id));
            }
        }
    }
    void operator()(const ClipContent& it) const {
        m_at.checkPath("clip/path", it.path);
        m_at.checkPath("clip/darkPath", it.darkPath);
        m_at.checkTime("clip/from", it.from);
        m_at.checkTime("clip/stopAt", it.stopAt, it.from);
        m_at.checkTime("clip/keep", it.keep.value_or(0));
    }
    void operator()(const FirstScreenContent& it) const {
        m_at.checkColourAt("firstScreen/background", it.background);
        m_at.checkPath("firstScreen/lightImage", it.lightImage);
        m_at.checkPath("firstScreen/darkImage", it.darkImage);
        for (const auto& block : it.blocks) {
            m_at.checkColourAt("firstScreen/blocks", block.colour);
            m_at.checkNumber("firstScreen/blocks", block.height, 1, limits::kFarthest);
        }
    }
    void operator()(const GroupContent&) const {}

private:
    Checker& m_at;
};

void checkCopies(Checker& at, const Copies& it) {
    at.checkNumber("copies/count", it.count, 2, limits::kMostCopies);
    at.checkNumber("copies/columns", it.columns, 1, limits::kMostCopies);
    for (const auto& [key, value] : {std::pair("copies/across", it.across), std::pair("copies/down", it.down),
                                     std::pair("copies/radius", it.radius)}) {
        at.checkNumber(key, value, -limits::kFarthest / limits::kMostCopies,
                       limits::kFarthest / limits::kMostCopies);
    }
    at.checkTime("copies/later", it.later);
    at.checkNumber("copies/turn", it.turn, -360, 360);
    at.checkNumber("copies/size", it.size, 20, 200);
    at.checkNumber("copies/opacity", it.opacity, 0, 100);
}

}

void checkLayer(Checker& at, const Layer& layer) {
    at.checkPlace("place", layer.place);
    if (layer.destination) {
        at.checkPlace("destination", *layer.destination);
    }
    if (layer.landscape) {
        at.checkPlace("landscape", *layer.landscape);
    }
    at.checkNumber("pivotX", layer.pivot.x, -10, 10);
    at.checkNumber("pivotY", layer.pivot.y, -10, 10);
    if (!layer.group.empty()) {
        const auto* group = findThing(at.sequence().layers, layer.group);
        if (!group || !group->as<GroupContent>()) {
            at.reportHere("group", fmt::format("“{}” is not a group", layer.group));
        } else if (coversScreen(layer.kind())) {
            at.reportHere("group", "a backdrop or first screen cannot be part of a group");
        }
    }
    if (layer.copies) {
        checkCopies(at, *layer.copies);
    }
    std::visit(ContentChecks(at), layer.contents);
}

}
