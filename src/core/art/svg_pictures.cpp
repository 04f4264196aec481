// SPDX-License-Identifier: MIT
#include "core/art/svg_pictures.h"

#include "core/art/svg_fragment.h"
#include "core/art/svg_shapes.h"
#include "core/art/svg_tree.h"

#include <algorithm>

namespace scaena::art {

namespace {

constexpr int kDeepestPicture = 64;

/// Only what the file itself holds is ever shown.
bool holdsItsPicture(const pugi::xml_node& element) {
    const auto href = element.attribute("href") ? element.attribute("href") : element.attribute("xlink:href");
    return std::string_view(href.value()).starts_with("data:");
}

}

std::optional<std::string> SvgPictures::ofPaint(const std::string& paint,
                                                const pugi::xml_node& element) const {
    const auto server = m_context.byUrl(paint);
    if (std::string_view(server.name()) == "pattern") {
        return "a pattern" + on(element);
    }
    return m_context.gradients.isBetweenCircles(server)
               ? std::optional("a gradient between two circles" + on(element))
               : std::nullopt;
}

std::optional<std::string> SvgPictures::why(const pugi::xml_node& element, const Declarations& own,
                                            const Style& style, bool isShape) {
    const std::string_view name = element.name();
    if (isGiven(own, "filter")) {
        return "a filter" + on(element);
    }
    if (isGiven(own, "mask") && (!m_clips.maskAsClip(own) || (!isShape && m_clips.needsBox(own)))) {
        return "a mask" + on(element);
    }
    if (auto clip = m_clips.whyNotPath(element, own, isShape)) {
        return clip;
    }
    if (isShape) {
        if (auto fill = ofPaint(style.fill, element)) {
            return fill;
        }
        if (auto line = ofPaint(style.stroke, element); line && style.line.width > 0) {
            return line;
        }
        const bool hasArcs =
            std::string_view(element.attribute("d").value()).find_first_of("aA") != std::string_view::npos;
        if (!style.markerMid.empty() && hasArcs) {
            return "markers along arcs" + on(element);
        }
        for (const auto& marker : {style.markerStart, style.markerMid, style.markerEnd}) {
            if (const auto source = m_context.byUrl(marker); source && within(source, 0)) {
                return "a marker with " + *within(source, 0);
            }
        }
    }
    if (name == "image" && holdsItsPicture(element)) {
        return "a picture" + on(element);
    }
    if (name == "use") {
        if (auto inherited = ofPaint(style.fill, element)) {
            return inherited;
        }
        const auto target = m_context.referenced(element);
        return target ? within(target, 0) : std::nullopt;
    }
    return std::nullopt;
}

std::optional<std::string> SvgPictures::within(const pugi::xml_node& element, int depth) {
    if (depth > kDeepestPicture || !m_context.budget.element()) {
        return std::nullopt;
    }
    const auto key = element.hash_value();
    if (const auto known = m_known.find(key); known != m_known.end()) {
        return known->second;
    }
    m_known[key] = std::nullopt; // what refers to itself adds nothing
    std::optional<std::string> reason;
    const auto own = cascade(element, m_context.sheet);
    if (valueOf(own, "display") != "none" && !isAnimation(element.name())) {
        bool complete = true;
        const bool isShape = shapePath(element, m_context.view, complete).has_value();
        reason = why(element, own, m_context.styleOf(element), isShape);
        if (!reason && std::string_view(element.name()) == "text") {
            reason = "words" + on(element);
        }
        for (auto child = element.first_child(); child && !reason; child = child.next_sibling()) {
            if (child.type() == pugi::node_element && !paintsNothing(child.name())) {
                reason = within(child, depth + 1);
            }
        }
    }
    m_known[key] = reason;
    return reason;
}

std::optional<std::string> SvgPictures::whyWhole(const pugi::xml_node& root) const {
    std::optional<std::string> reason;
    eachNode(root, [&](const pugi::xml_node& it) {
        if (!reason && it.type() == pugi::node_element && !paintsNothing(it.name())) {
            const auto own = cascade(it, m_context.sheet);
            const auto mode = valueOf(own, "mix-blend-mode");
            if (!mode.empty() && mode != "normal") {
                reason = "a blend mode" + on(it);
            }
        }
    });
    return reason;
}

bool SvgPictures::isCrisp(const pugi::xml_node& element) const {
    if (std::string_view(element.name()) != "image") {
        return false;
    }
    for (auto it = element; it && it.type() == pugi::node_element; it = it.parent()) {
        const auto own = cascade(it, m_context.sheet);
        if (const auto how = valueOf(own, "image-rendering"); !how.empty() && how != "inherit") {
            return how == "pixelated" || how == "crisp-edges" || how == "optimizeSpeed";
        }
    }
    return false;
}

void SvgPictures::add(const pugi::xml_node& element, const std::string& why, const Matrix& ctm, Group& into) {
    ++m_count;
    if (isTooMany() || ctm.a * ctm.d - ctm.b * ctm.c == 0) {
        return;
    }
    auto svg = std::make_shared<const std::string>(fragmentOf(element, m_context.viewBox));
    m_bytes += svg->size();
    auto back = std::make_unique<Group>();
    back->transform = ctm.inverted();
    back->children.emplace_back(
        Picture{element.attribute("id").value(), m_context.viewBox, std::move(svg), why});
    if (back->transform.isIdentity()) {
        into.children.push_back(std::move(back->children.front()));
    } else {
        into.children.emplace_back(std::move(back));
    }
}

}
