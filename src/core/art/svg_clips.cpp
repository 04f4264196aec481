// SPDX-License-Identifier: MIT
#include "core/art/svg_clips.h"

#include "core/art/css_colour.h"
#include "core/art/svg_shapes.h"

#include <fmt/format.h>

namespace scaena::art {

namespace {

constexpr std::size_t kMostClips = 8;
constexpr int kDeepestMask = 8;

bool isHidden(const Style& style, const Declarations& own) {
    return !style.visible || valueOf(own, "display") == "none";
}

struct Outline {
    Path path;
    FillRule rule;
};

/// Twice the area the points enclose; its sign is the way they turn.
double turn(const Path& path) {
    double sum = 0;
    for (std::size_t i = 0; i < path.points.size(); ++i) {
        const Point a = path.points[i];
        const Point b = path.points[(i + 1) % path.points.size()];
        sum += a.x * b.y - b.x * a.y;
    }
    return sum;
}

bool overlap(const Rect& a, const Rect& b) {
    return a.x < b.right() && b.x < a.right() && a.y < b.bottom() && b.y < a.bottom();
}

/// Several shapes of a clip become one path; where two lie over each other, what they share stays within it
/// if neither counts its crossings (and all turn the same way, for which `collect` cares).
bool cannotBeOne(const std::vector<Outline>& outlines) {
    for (std::size_t i = 0; i < outlines.size() && outlines.size() <= 64; ++i) {
        for (std::size_t k = i + 1; k < outlines.size(); ++k) {
            const bool alike = outlines[i].rule == FillRule::NonZero && outlines[k].rule == FillRule::NonZero;
            if (!alike && overlap(bounds(outlines[i].path), bounds(outlines[k].path))) {
                return true;
            }
        }
    }
    return false;
}

Matrix placeOfUse(const pugi::xml_node& use, Size view) {
    return Matrix::translation(parseLength(use.attribute("x").value(), view.width).value_or(0),
                               parseLength(use.attribute("y").value(), view.height).value_or(0));
}

bool isByBox(const pugi::xml_node& source, const char* units) {
    return std::string_view(source.attribute(units).value()) == "objectBoundingBox";
}

}

void SvgClips::addTo(Group& group, const pugi::xml_node& element, const Declarations& own, const Rect& box) {
    if (auto clip = maskAsClip(own)) {
        if (const auto seen = maskRegion(m_context.byUrl(std::string(valueOf(own, "mask"))), box)) {
            group.clips.push_back({rectPath(*seen, 0, 0), FillRule::NonZero});
        }
        group.clips.push_back(std::move(*clip));
    }
    if (!isGiven(own, "clip-path")) {
        return;
    }
    const auto source = m_context.byUrl(std::string(valueOf(own, "clip-path")));
    if (std::string_view(source.name()) != "clipPath") {
        m_context.lose("a clip" + on(element));
        return;
    }
    const bool byBox = isByBox(source, "clipPathUnits");
    if (byBox && box.width <= 0) {
        m_context.lose("a clip in fractions of a group" + on(element));
        return;
    }
    Matrix map = byBox ? Matrix{box.width, 0, 0, box.height, box.x, box.y} : Matrix{};
    const auto ofSource = cascade(source, m_context.sheet);
    map = map * m_context.transformOf(source, ofSource, {});
    Clip clip;
    const auto style = Style{}.inheritedBy(ofSource, m_context.diagonal());
    for (const auto& child : source.children()) {
        collect(child, map, style, clip, element, false);
    }
    group.clips.push_back(std::move(clip)); // even an empty one: it hides everything, as SVG asks
    addParts(group, source, map, element);
    // A clip that is clipped itself cuts a second time.
    if (group.clips.size() < kMostClips && isGiven(ofSource, "clip-path")) {
        Declarations further;
        further.emplace("clip-path", valueOf(ofSource, "clip-path"));
        addTo(group, source, further, box);
    }
}

/// `isUsed`: by a <use> of the clip. That may name shapes only; what names another <use> adds nothing
/// (SVG 1.1 §14.3.5).
void SvgClips::collect(const pugi::xml_node& child, const Matrix& map, const Style& inherited, Clip& clip,
                       const pugi::xml_node& user, bool isUsed) {
    if (child.type() != pugi::node_element || !m_context.budget.element()) {
        return;
    }
    const auto own = cascade(child, m_context.sheet);
    const auto style = inherited.inheritedBy(own, m_context.diagonal());
    if (isHidden(style, own)) {
        return;
    }
    bool complete = true;
    auto path = shapePath(child, m_context.view, complete);
    const Matrix inner = map * m_context.transformOf(child, own, path ? bounds(*path) : Rect{});
    if (path) {
        if (m_context.budget.points(path->points.size())) {
            const auto outline = mapped(*path, inner);
            clip.path.append(turn(outline) < 0 ? reversed(outline) : outline);
        }
        clip.rule = style.clipRule == FillRule::EvenOdd ? FillRule::EvenOdd : clip.rule;
    } else if (std::string_view(child.name()) == "use" && !isUsed) {
        if (const auto target = m_context.referenced(child)) {
            collect(target, inner * placeOfUse(child, m_context.view), style, clip, user, true);
        }
    } else if (!isUsed && !paintsNothing(child.name())) {
        m_context.lose(fmt::format("<{}> within a clip{}", shortened(child.name()), on(user)));
    }
}

/// The part of the plane a mask is about: its element's box and a tenth around it, unless it says otherwise.
/// Nothing where that is more than the element reaches, or where its box is not known.
std::optional<Rect> SvgClips::maskRegion(const pugi::xml_node& mask, const Rect& box) const {
    const bool byBox = std::string_view(mask.attribute("maskUnits").value()) != "userSpaceOnUse";
    if (byBox && box.width <= 0) {
        return std::nullopt;
    }
    const Size whole = byBox ? Size{1, 1} : m_context.view;
    const auto length = [&](const char* name, double of, double standard) {
        return parseLength(mask.attribute(name).value(), of).value_or(standard * of);
    };
    const Rect region{length("x", whole.width, -0.1), length("y", whole.height, -0.1),
                      length("width", whole.width, 1.2), length("height", whole.height, 1.2)};
    return byBox ? Rect{box.x + region.x * box.width, box.y + region.y * box.height, region.width * box.width,
                        region.height * box.height}
                 : region;
}

bool SvgClips::needsBox(const Declarations& own) const {
    const auto mask = m_context.byUrl(std::string(valueOf(own, "mask")));
    return mask && std::string_view(mask.attribute("maskUnits").value()) != "userSpaceOnUse" &&
           (mask.attribute("x") || mask.attribute("y") || mask.attribute("width") ||
            mask.attribute("height"));
}

std::optional<std::string> SvgClips::whyNotPath(const pugi::xml_node& element, const Declarations& own,
                                                bool hasBox) {
    const auto source = m_context.byUrl(std::string(valueOf(own, "clip-path")));
    if (std::string_view(source.name()) != "clipPath") {
        return std::nullopt; // nothing that could be drawn, either
    }
    if (isByBox(source, "clipPathUnits") && !hasBox) {
        return "a clip in fractions of a group" + on(element);
    }
    const auto known = m_clipReasons.find(source.hash_value());
    const char* reason = known != m_clipReasons.end()
                             ? known->second
                             : (m_clipReasons[source.hash_value()] = reasonOf(source));
    return reason ? std::optional(reason + on(element)) : std::nullopt;
}

const char* SvgClips::reasonOf(const pugi::xml_node& clip) const {
    for (const auto& child : clip.children()) {
        if (std::string_view(child.name()) == "text") {
            return "a clip made of words";
        }
    }
    return nullptr;
}

/// What neither one path nor whoever draws pictures gets right: shapes that lie over each other of which one
/// counts its crossings, and parts of a clip that are clipped themselves, unless there is only one.
void SvgClips::addParts(Group& group, const pugi::xml_node& clip, const Matrix& map,
                        const pugi::xml_node& user) {
    std::vector<Outline> outlines;
    std::vector<pugi::xml_node> cut;
    for (const auto& child : clip.children()) {
        if (child.type() != pugi::node_element || paintsNothing(child.name()) ||
            !m_context.budget.element()) {
            continue;
        }
        const auto own = cascade(child, m_context.sheet);
        if (isGiven(own, "clip-path")) {
            cut.push_back(child);
        }
        const bool isUse = std::string_view(child.name()) == "use";
        const auto target = isUse ? m_context.referenced(child) : child;
        bool complete = true;
        if (auto path = target ? shapePath(target, m_context.view, complete) : std::nullopt) {
            const Matrix place =
                isUse ? placeOfUse(child, m_context.view) : m_context.transformOf(child, own, bounds(*path));
            outlines.push_back({mapped(*path, place), m_context.styleOf(target).clipRule});
        }
    }
    if (cannotBeOne(outlines)) {
        m_context.lose("a clip of shapes that overlap" + on(user));
    }
    if (cut.size() == 1 && outlines.size() == 1 && map.isIdentity() && group.clips.size() < kMostClips) {
        const auto own = cascade(cut.front(), m_context.sheet);
        Declarations further;
        further.emplace("clip-path", valueOf(own, "clip-path"));
        addTo(group, cut.front(), further, bounds(outlines.front().path));
    } else if (!cut.empty()) {
        m_context.lose("a clip within a clip" + on(user));
    }
}

std::optional<Clip> SvgClips::maskAsClip(const Declarations& own) {
    const auto mask = m_context.byUrl(std::string(valueOf(own, "mask")));
    if (std::string_view(mask.name()) != "mask") {
        return std::nullopt;
    }
    const auto known = m_masks.find(mask.hash_value());
    return known != m_masks.end() ? known->second : (m_masks[mask.hash_value()] = clipOf(mask));
}

std::optional<Clip> SvgClips::clipOf(const pugi::xml_node& mask) const {
    const auto ofMask = cascade(mask, m_context.sheet);
    if (isByBox(mask, "maskContentUnits") || isGiven(ofMask, "mask") || isGiven(ofMask, "clip-path") ||
        isGiven(ofMask, "filter")) {
        return std::nullopt;
    }
    std::vector<Only> found;
    const bool byAlpha = valueOf(ofMask, "mask-type") == "alpha";
    onlyShape(mask, m_context.styleOf(mask), {}, byAlpha, found, 0);
    if (found.size() != 1 || !found.front().masksAll) {
        return std::nullopt;
    }
    return Clip{std::move(found.front().path), found.front().rule};
}

SvgClips::Only SvgClips::only(const Path& path, const Style& style, const Matrix& place, bool byAlpha) {
    const auto colour = parseCssColour(style.fill);
    const bool isWhite = colour && colour->r == 255 && colour->g == 255 && colour->b == 255;
    const bool isOpaque = colour && colour->a == 255 && style.fillOpacity >= 1;
    return {mapped(path, place), style.fillRule, isOpaque && (isWhite || byAlpha) && style.stroke == "none"};
}

/// All that a mask paints, as far as one shape is concerned: a second one, or what is none, ends the search.
void SvgClips::onlyShape(const pugi::xml_node& parent, const Style& style, const Matrix& map, bool byAlpha,
                         std::vector<Only>& found, int depth) const {
    for (const auto& child : parent.children()) {
        if (child.type() != pugi::node_element || paintsNothing(child.name())) {
            continue;
        }
        const auto own = cascade(child, m_context.sheet);
        const auto inner = style.inheritedBy(own, m_context.diagonal());
        if (isHidden(inner, own)) {
            continue;
        }
        bool complete = true;
        const auto path = shapePath(child, m_context.view, complete);
        const Matrix place = map * m_context.transformOf(child, own, path ? bounds(*path) : Rect{});
        const bool isPlain = opacityOf(own) >= 1 && !isGiven(own, "mask") && !isGiven(own, "clip-path") &&
                             !isGiven(own, "filter") && depth < kDeepestMask;
        const std::string_view name = child.name();
        if (path && isPlain) {
            found.push_back(only(*path, inner, place, byAlpha));
        } else if (name == "g" && isPlain) {
            onlyShape(child, inner, place, byAlpha, found, depth + 1);
        } else if (const auto target = m_context.referenced(child); name == "use" && target && isPlain) {
            const auto ofTarget = cascade(target, m_context.sheet);
            const auto used = inner.inheritedBy(ofTarget, m_context.diagonal());
            const auto shape = shapePath(target, m_context.view, complete);
            if (shape && opacityOf(ofTarget) >= 1 && !isHidden(used, ofTarget)) {
                found.push_back(only(*shape, used,
                                     place * placeOfUse(child, m_context.view) *
                                         m_context.transformOf(target, ofTarget, bounds(*shape)),
                                     byAlpha));
            } else {
                found.push_back({});
            }
        } else {
            found.push_back({});
        }
    }
}

}
