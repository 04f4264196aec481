// SPDX-License-Identifier: MIT
#include "core/art/write_svg.h"

#include "core/base/base64.h"
#include "core/base/number_text.h"

#include <cmath>
#include <fmt/format.h>
#include <pugixml.hpp>
#include <sstream>

namespace scaena::art {

namespace {

std::string numberOf(double value) { return numberText(value, 4); }

void set(pugi::xml_node node, const char* name, const std::string& value) {
    node.append_attribute(name) = value.c_str();
}

std::string matrixText(const Matrix& m) {
    return fmt::format("matrix({} {} {} {} {} {})", numberOf(m.a), numberOf(m.b), numberOf(m.c),
                       numberOf(m.d), numberOf(m.e), numberOf(m.f));
}

class SvgWriter {
public:
    SvgWriter(const Art& art, const SvgOptions& options) : m_options(options) {
        m_svg = m_document.append_child("svg");
        if (options.attributes.empty()) {
            set(m_svg, "xmlns", "http://www.w3.org/2000/svg");
        }
        set(m_svg, "viewBox",
            fmt::format("{} {} {} {}", numberOf(art.viewBox.x), numberOf(art.viewBox.y),
                        numberOf(art.viewBox.width), numberOf(art.viewBox.height)));
        m_defs = m_svg.append_child("defs");
        // A root that adds nothing needs no group of its own, so that writing again adds none either.
        const bool plain = art.root.id.empty() && art.root.transform.isIdentity() && art.root.opacity >= 1 &&
                           art.root.clips.empty();
        plain ? children(m_svg, art.root) : group(m_svg, art.root);
        if (!m_defs.first_child()) {
            m_svg.remove_child(m_defs);
        }
    }
    [[nodiscard]] std::string text() const {
        std::ostringstream out;
        m_document.save(out, " ", pugi::format_indent | pugi::format_no_declaration);
        return out.str();
    }

private:
    void group(pugi::xml_node parent, const Group& group) {
        auto node = parent.append_child("g");
        if (!group.id.empty() && m_options.keepIds) {
            set(node, "id", group.id);
        }
        if (!group.transform.isIdentity()) {
            set(node, "transform", matrixText(group.transform));
        }
        if (group.opacity < 1) {
            set(node, "opacity", numberOf(group.opacity));
        }
        // Each clip cuts what the others left: one group for each beyond the first.
        for (std::size_t i = 0; i < group.clips.size(); ++i) {
            if (i > 0) {
                node = node.append_child("g");
            }
            set(node, "clip-path", "url(#" + clip(group.clips[i]) + ")");
        }
        children(node, group);
    }

    void children(pugi::xml_node node, const Group& group) {
        for (const auto& child : group.children) {
            if (const auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
                this->group(node, **inner);
            } else if (const auto* drawn = std::get_if<Picture>(&child)) {
                picture(node, *drawn);
            } else {
                shape(node, std::get<Shape>(child));
            }
        }
    }

    void picture(pugi::xml_node parent, const Picture& picture) {
        auto node = parent.append_child("image");
        if (!picture.id.empty() && m_options.keepIds) {
            set(node, "id", picture.id);
        }
        set(node, "x", numberOf(picture.box.x));
        set(node, "y", numberOf(picture.box.y));
        set(node, "width", numberOf(picture.box.width));
        set(node, "height", numberOf(picture.box.height));
        set(node, "preserveAspectRatio", "none");
        set(node, "href",
            m_options.picture ? m_options.picture(picture)
                              : "data:image/svg+xml;base64," + base64(*picture.svg));
    }

    std::string clip(const Clip& clip) {
        const auto id = fmt::format("{}cut{}", m_options.idPrefix, ++m_count);
        auto node = m_defs.append_child("clipPath");
        set(node, "id", id);
        auto path = node.append_child("path");
        set(path, "d", toText(clip.path, 4));
        if (clip.rule == FillRule::EvenOdd) {
            set(path, "clip-rule", "evenodd");
        }
        return id;
    }

    void shape(pugi::xml_node parent, const Shape& shape) {
        auto node = parent.append_child("path");
        if (!shape.id.empty() && m_options.keepIds) {
            set(node, "id", shape.id);
        }
        set(node, "d", toText(shape.path, 4));
        paint(node, "fill", shape.fill);
        if (shape.rule == FillRule::EvenOdd) {
            set(node, "fill-rule", "evenodd");
        }
        if (shape.opacity < 1) {
            set(node, "opacity", numberOf(shape.opacity));
        }
        if (!std::holds_alternative<std::monostate>(shape.stroke.paint)) {
            stroke(node, shape.stroke);
        }
    }

    void stroke(pugi::xml_node node, const Stroke& stroke) {
        static constexpr const char* caps[] = {"butt", "round", "square"};
        static constexpr const char* joins[] = {"miter", "round", "bevel"};
        paint(node, "stroke", stroke.paint);
        set(node, "stroke-width", numberOf(stroke.width));
        set(node, "stroke-linecap", caps[static_cast<int>(stroke.cap)]);
        set(node, "stroke-linejoin", joins[static_cast<int>(stroke.join)]);
        set(node, "stroke-miterlimit", numberOf(stroke.miterLimit));
        if (!stroke.dashes.empty()) {
            std::string dashes;
            for (double dash : stroke.dashes) {
                dashes += (dashes.empty() ? "" : " ") + numberOf(dash);
            }
            set(node, "stroke-dasharray", dashes);
            set(node, "stroke-dashoffset", numberOf(stroke.dashOffset));
        }
    }

    void paint(pugi::xml_node node, const char* name, const Paint& paint) {
        const auto opacity = [&](double alpha) {
            if (alpha < 1) {
                set(node, (std::string(name) + "-opacity").c_str(), numberOf(alpha));
            }
        };
        if (const auto* colour = std::get_if<Colour>(&paint)) {
            set(node, name, toHex({colour->r, colour->g, colour->b, 255}));
            opacity(colour->a / 255.0);
        } else if (const auto* current = std::get_if<CurrentColour>(&paint)) {
            set(node, name, "currentColor");
            opacity(current->alpha);
        } else if (const auto* gradient = std::get_if<Gradient>(&paint)) {
            set(node, name, "url(#" + this->gradient(*gradient) + ")");
        } else {
            set(node, name, "none");
        }
    }

    std::string gradient(const Gradient& gradient) {
        const auto id = fmt::format("{}shade{}", m_options.idPrefix, ++m_count);
        auto node = m_defs.append_child(gradient.radial ? "radialGradient" : "linearGradient");
        set(node, "id", id);
        set(node, "gradientUnits", "userSpaceOnUse");
        if (gradient.radial) {
            set(node, "cx", numberOf(gradient.end.x));
            set(node, "cy", numberOf(gradient.end.y));
            set(node, "fx", numberOf(gradient.start.x));
            set(node, "fy", numberOf(gradient.start.y));
            set(node, "r", numberOf(gradient.radius));
            if (!gradient.matrix.isIdentity()) {
                set(node, "gradientTransform", matrixText(gradient.matrix));
            }
        } else {
            set(node, "x1", numberOf(gradient.start.x));
            set(node, "y1", numberOf(gradient.start.y));
            set(node, "x2", numberOf(gradient.end.x));
            set(node, "y2", numberOf(gradient.end.y));
        }
        if (gradient.spread != Spread::Pad) {
            set(node, "spreadMethod", gradient.spread == Spread::Reflect ? "reflect" : "repeat");
        }
        for (const auto& stop : gradient.stops) {
            auto it = node.append_child("stop");
            set(it, "offset", numberOf(stop.at));
            set(it, "stop-color", toHex({stop.colour.r, stop.colour.g, stop.colour.b, 255}));
            if (stop.colour.a < 255) {
                set(it, "stop-opacity", numberOf(stop.colour.a / 255.0));
            }
        }
        return id;
    }

    pugi::xml_document m_document;
    pugi::xml_node m_svg, m_defs;
    const SvgOptions& m_options;
    int m_count = 0;
};

}

std::string writeSvg(const Art& art, const SvgOptions& options) {
    auto text = SvgWriter(art, options).text();
    if (!options.attributes.empty()) {
        text.insert(4, " " + options.attributes); // behind "<svg"
    }
    return text;
}

}
