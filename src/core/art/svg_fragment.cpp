// SPDX-License-Identifier: MIT
#include "core/art/svg_fragment.h"

#include "core/art/svg_tree.h"

#include <algorithm>
#include <fmt/format.h>
#include <sstream>
#include <vector>

namespace scaena::art {

namespace {

constexpr const char* kPlain =
    ";opacity:1 !important;filter:none !important;mask:none !important;clip-path:none !important;"
    "mix-blend-mode:normal !important";

void addStyle(pugi::xml_node node, const std::string& more) {
    auto style = node.attribute("style") ? node.attribute("style") : node.append_attribute("style");
    style = (std::string(style.value()) + more).c_str();
}

void setAttribute(pugi::xml_node node, const char* name, const std::string& value) {
    auto attribute = node.attribute(name) ? node.attribute(name) : node.append_attribute(name);
    attribute = value.c_str();
}

/// The shorthand for a shadow in the words it stands for (Filter Effects 1 §9.13), which every renderer
/// knows.
void spellShadow(pugi::xml_node shadow) {
    auto filter = shadow.parent();
    const auto put = [&](const char* name) { return filter.insert_child_before(name, shadow); };
    const auto copy = [&](pugi::xml_node to, const char* from, const char* name, const char* standard) {
        const auto value = shadow.attribute(from);
        setAttribute(to, name, value ? value.value() : standard);
    };
    const std::string mark = "scaena-shadow"; // the nearest one before counts, so all may share it
    // The result before it, which has no name where it is the one that is meant.
    std::string source = shadow.attribute("in").value();
    if (source.empty()) {
        const auto before = shadow.previous_sibling();
        source = before ? mark + "-in" : "SourceGraphic";
        if (before) {
            auto same = put("feOffset");
            setAttribute(same, "result", source);
        }
    }
    auto blur = put("feGaussianBlur");
    setAttribute(blur, "in", source);
    copy(blur, "stdDeviation", "stdDeviation", "2");
    auto offset = put("feOffset");
    copy(offset, "dx", "dx", "2");
    copy(offset, "dy", "dy", "2");
    setAttribute(offset, "result", mark);
    auto flood = put("feFlood");
    copy(flood, "flood-color", "flood-color", "#000");
    copy(flood, "flood-opacity", "flood-opacity", "1");
    setAttribute(flood, "style", shadow.attribute("style").value());
    auto within = put("feComposite");
    setAttribute(within, "in2", mark);
    setAttribute(within, "operator", "in");
    auto merge = put("feMerge");
    if (shadow.attribute("result")) {
        copy(merge, "result", "result", "");
    }
    merge.append_child("feMergeNode");
    setAttribute(merge.append_child("feMergeNode"), "in", source);
    for (auto it = blur; it && it != shadow; it = it.next_sibling()) {
        for (const char* shared : {"x", "y", "width", "height", "color-interpolation-filters"}) {
            if (shadow.attribute(shared)) {
                copy(it, shared, shared, "");
            }
        }
    }
    filter.remove_child(shadow);
}

}

std::string fragmentOf(const pugi::xml_node& element, const Rect& viewBox, const std::string& surrounding) {
    // The way down from the root, as places among siblings: they are the same in a copy.
    std::vector<std::size_t> way;
    pugi::xml_node root = element;
    while (root.parent() && root.parent().type() == pugi::node_element) {
        std::size_t place = 0;
        for (auto it = root.previous_sibling(); it; it = it.previous_sibling()) {
            ++place;
        }
        way.push_back(place);
        root = root.parent();
    }
    pugi::xml_document document;
    auto node = document.append_copy(root);
    const auto top = node;
    for (auto step = way.rbegin(); step != way.rend(); ++step) {
        auto kept = node.first_child();
        for (std::size_t i = 0; i < *step; ++i) {
            kept = kept.next_sibling();
        }
        auto defs = node.prepend_child("defs");
        for (auto child = defs.next_sibling(); child;) {
            const auto next = child.next_sibling();
            if (child != kept && child.type() == pugi::node_element &&
                std::string_view(child.name()) != "style") {
                defs.append_move(child);
            }
            child = next;
        }
        if (std::string_view(node.name()) == "switch") {
            node.set_name("g"); // the choice has been made
        }
        if (node != top) {
            addStyle(node, kPlain);
        }
        node = kept;
    }
    if (node != top) {
        addStyle(top, kPlain);
    }
    addStyle(top, ";color:" + surrounding);
    auto svg = top;
    for (const char* unwanted : {"x", "y", "transform"}) {
        svg.remove_attribute(unwanted);
    }
    setAttribute(svg, "xmlns", "http://www.w3.org/2000/svg");
    setAttribute(svg, "xmlns:xlink", "http://www.w3.org/1999/xlink");
    setAttribute(svg, "viewBox",
                 fmt::format("{} {} {} {}", viewBox.x, viewBox.y, viewBox.width, viewBox.height));
    setAttribute(svg, "preserveAspectRatio", "none");
    setAttribute(svg, "width", fmt::format("{}", viewBox.width));
    setAttribute(svg, "height", fmt::format("{}", viewBox.height));
    std::vector<pugi::xml_node> shadows;
    eachNode(svg, [&](const pugi::xml_node& it) {
        if (std::string_view(it.name()) == "feDropShadow") {
            shadows.push_back(it);
        }
    });
    std::for_each(shadows.begin(), shadows.end(), spellShadow);
    std::ostringstream out;
    document.save(out, "", pugi::format_raw | pugi::format_no_declaration);
    return out.str();
}

}
