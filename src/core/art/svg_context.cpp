// SPDX-License-Identifier: MIT
#include "core/art/svg_context.h"

#include "core/art/losses.h"
#include "core/art/svg_shapes.h"
#include "core/art/svg_tree.h"

#include <algorithm>

namespace scaena::art {

namespace {

constexpr std::array kSilent =
    std::to_array<std::string_view>({"title", "desc", "metadata", "defs", "style", "symbol", "clipPath",
                                     "linearGradient", "radialGradient", "script", "view", "filter", "mask",
                                     "marker", "pattern", "font", "font-face", "cursor", "color-profile"});

constexpr std::array kAnimations =
    std::to_array<std::string_view>({"animate", "animateColor", "animateMotion", "animateTransform", "set"});

constexpr std::size_t kLongestQuote = 80; // of a file's text in a sentence

bool contains(const auto& list, std::string_view word) {
    return std::find(list.begin(), list.end(), word) != list.end();
}

}

void SvgContext::index(const pugi::xml_node& root) {
    eachNode(root, [this](const pugi::xml_node& it) {
        if (const auto id = it.attribute("id")) {
            elements.emplace(id.value(), it);
        }
        if (std::string_view(it.name()) == "style") {
            sheet.add(it.child_value(), losses);
        }
    });
}

void SvgContext::lose(const std::string& what) const { noteLoss(losses, what); }

double SvgContext::diagonal() const { return diagonalOf(view); }

Style SvgContext::styleOf(const pugi::xml_node& element) const {
    std::vector<pugi::xml_node> way;
    for (auto it = element; it && it.type() == pugi::node_element && way.size() < 64; it = it.parent()) {
        way.push_back(it);
    }
    Style style;
    for (auto it = way.rbegin(); it != way.rend(); ++it) {
        style = style.inheritedBy(cascade(*it, sheet), diagonal());
    }
    return style;
}

pugi::xml_node SvgContext::referenced(const pugi::xml_node& element) const {
    const auto href = element.attribute("href") ? element.attribute("href") : element.attribute("xlink:href");
    const auto found = elements.find(referencedId(href.value()));
    return found == elements.end() ? pugi::xml_node() : found->second;
}

pugi::xml_node SvgContext::byUrl(const std::string& text) const {
    const auto found = text.starts_with("url(") ? elements.find(referencedId(text)) : elements.end();
    return found == elements.end() ? pugi::xml_node() : found->second;
}

Matrix SvgContext::transformOf(const pugi::xml_node& element, const Declarations& own,
                               const Rect& box) const {
    const auto property = own.find("transform");
    const std::string_view text =
        property != own.end() ? std::string_view(property->second) : element.attribute("transform").value();
    if (text.empty() || text == "none") {
        return {};
    }
    const auto matrix = parseTransform(text);
    if (!matrix) {
        lose("a malformed transform" + on(element));
        return {};
    }
    const auto origin = own.find("transform-origin");
    const bool ofBox = valueOf(own, "transform-box") == "fill-box";
    if (ofBox && box.width <= 0 && box.height <= 0) {
        lose("a transform about a group's own middle" + on(element));
    }
    if (origin == own.end() && !ofBox) {
        return *matrix;
    }
    const Rect whole = ofBox ? box : viewBox;
    const auto at = origin == own.end() ? std::optional(Point{whole.x, whole.y})
                                        : parseOrigin(origin->second, whole, ofBox);
    if (!at) {
        lose("the origin of a transform" + on(element));
        return *matrix;
    }
    return Matrix::translation(at->x, at->y) * *matrix * Matrix::translation(-at->x, -at->y);
}

std::string on(const pugi::xml_node& element) {
    const std::string id = shortened(element.attribute("id").value());
    return id.empty() ? "" : " on “" + id + "”";
}

std::string shortened(std::string_view text) {
    return std::string(text.substr(0, kLongestQuote)) + (text.size() > kLongestQuote ? "…" : "");
}

std::string_view valueOf(const Declarations& own, std::string_view property) {
    const auto found = own.find(property);
    return found == own.end() ? std::string_view() : found->second;
}

bool isGiven(const Declarations& own, std::string_view property) {
    const auto value = valueOf(own, property);
    return !value.empty() && value != "none";
}

double opacityOf(const Declarations& own) {
    const auto found = own.find("opacity");
    return found == own.end() ? 1 : parseUnit(found->second, 1);
}

bool paintsNothing(std::string_view name) {
    // "sodipodi:namedview" and the like belong to other programs.
    return contains(kSilent, name) || contains(kAnimations, name) || name.find(':') != std::string_view::npos;
}

bool isAnimation(std::string_view name) { return contains(kAnimations, name); }

}
