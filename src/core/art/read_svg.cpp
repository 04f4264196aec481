// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"

#include "core/art/css_colour.h"
#include "core/art/svg_gradients.h"
#include "core/art/svg_shapes.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace scaena::art {

namespace {

constexpr int kDeepestNesting = 64;
constexpr std::size_t kMostShapes = 20'000;

constexpr std::array kSilent =
    std::to_array<std::string_view>({"title", "desc", "metadata", "defs", "style", "symbol", "clipPath",
                                     "linearGradient", "radialGradient", "script", "view"});

bool contains(const auto& list, std::string_view word) {
    return std::find(list.begin(), list.end(), word) != list.end();
}

/// "sodipodi:namedview" and the like belong to other programs and paint nothing.
bool isForeign(std::string_view name) {
    return name.find(':') != std::string_view::npos && name.substr(0, 4) != "svg:";
}

class SvgReader {
public:
    Art run(const pugi::xml_node& root) {
        index(root);
        const auto box = parseViewBox(root.attribute("viewBox").value());
        const double width = parseLength(root.attribute("width").value(), box ? box->width : 100)
                                 .value_or(box ? box->width : 100);
        const double height = parseLength(root.attribute("height").value(), box ? box->height : 100)
                                  .value_or(box ? box->height : 100);
        m_view = box ? Size{box->width, box->height} : Size{width, height};
        // The art's own size does not matter, its layer gives it one; so the viewBox becomes the coordinate
        // system.
        m_art.viewBox = box ? *box : Rect{0, 0, std::max(1e-3, width), std::max(1e-3, height)};
        m_art.root.id = root.attribute("id").value();
        const auto own = cascade(root, m_sheet);
        m_art.root.opacity = opacityOf(own);
        readChildren(root, Style{}.inheritedBy(own, diagonal()), m_art.root, 0);
        return std::move(m_art);
    }

private:
    [[nodiscard]] double diagonal() const { return diagonalOf(m_view); }

    void lose(std::string what) {
        if (!contains(m_art.losses, what) && m_art.losses.size() < 50) {
            m_art.losses.push_back(std::move(what));
        }
    }
    static std::string on(const pugi::xml_node& element) {
        const std::string id = element.attribute("id").value();
        return id.empty() ? "" : " on “" + id + "”";
    }

    void index(const pugi::xml_node& node) {
        // pugixml trees can be deep in a hostile file; walk without recursion.
        for (auto it = node; it;) {
            if (const auto id = it.attribute("id")) {
                m_elements.emplace(id.value(), it);
            }
            if (std::string_view(it.name()) == "style") {
                m_sheet.add(it.child_value(), m_art.losses);
            }
            if (it.first_child()) {
                it = it.first_child();
                continue;
            }
            while (it && it != node && !it.next_sibling()) {
                it = it.parent();
            }
            it = it == node ? pugi::xml_node{} : it.next_sibling();
        }
    }

    static double opacityOf(const Declarations& own) {
        const auto found = own.find("opacity");
        return found == own.end() ? 1 : parseUnit(found->second, 1);
    }

    void noteUncarried(const pugi::xml_node& element, const Declarations& own) {
        const auto check = [&](const char* property, const char* what, std::string_view none) {
            if (const auto found = own.find(property); found != own.end() && found->second != none) {
                lose(what + on(element));
            }
        };
        check("filter", "a filter", "none");
        check("mask", "a mask", "none");
        check("mix-blend-mode", "a blend mode", "normal");
        check("marker-start", "a marker", "none");
        check("marker-mid", "a marker", "none");
        check("marker-end", "a marker", "none");
    }

    void readChildren(const pugi::xml_node& parent, const Style& style, Group& into, int depth) {
        for (const auto& child : parent.children()) {
            if (child.type() == pugi::node_element) {
                readElement(child, style, into, depth + 1);
            }
        }
    }

    void readElement(const pugi::xml_node& element, const Style& inherited, Group& into, int depth) {
        const std::string_view name = element.name();
        if (contains(kSilent, name) || isForeign(name)) {
            return;
        }
        if (depth > kDeepestNesting || m_shapes >= kMostShapes) {
            lose(depth > kDeepestNesting ? "everything nested deeper than 64 levels"
                                         : "everything after the first 20000 shapes");
            return;
        }
        const auto own = cascade(element, m_sheet);
        if (const auto display = own.find("display"); display != own.end() && display->second == "none") {
            return;
        }
        const Style style = inherited.inheritedBy(own, diagonal());
        bool complete = true;
        if (auto path = shapePath(element, m_view, complete)) {
            noteUncarried(element, own);
            if (!complete) {
                lose("the rest of a malformed outline" + on(element));
            }
            addShape(element, own, style, std::move(*path), into);
        } else if (name == "g" || name == "a" || name == "switch" || name == "svg") {
            noteUncarried(element, own);
            auto group = makeGroup(element, own);
            if (name == "svg") {
                placeViewport(element, *group, std::nullopt);
            }
            readChildren(element, style, *group, depth);
            into.children.emplace_back(std::move(group));
        } else if (name == "use") {
            noteUncarried(element, own);
            readUse(element, own, style, into, depth);
        } else {
            lose(fmt::format("the element <{}>{}", name, on(element)));
        }
    }

    std::unique_ptr<Group> makeGroup(const pugi::xml_node& element, const Declarations& own) {
        auto group = std::make_unique<Group>();
        group->id = element.attribute("id").value();
        group->opacity = opacityOf(own);
        group->transform = transformOf(element);
        addClip(element, own, *group, {});
        return group;
    }

    Matrix transformOf(const pugi::xml_node& element) {
        const auto attribute = element.attribute("transform");
        if (!attribute) {
            return {};
        }
        const auto matrix = parseTransform(attribute.value());
        if (!matrix) {
            lose("a malformed transform" + on(element));
        }
        return matrix.value_or(Matrix{});
    }

    void readUse(const pugi::xml_node& element, const Declarations& own, const Style& style, Group& into,
                 int depth) {
        const auto href =
            element.attribute("href") ? element.attribute("href") : element.attribute("xlink:href");
        const auto id = referencedId(href.value());
        const auto found = m_elements.find(id);
        if (found == m_elements.end() || contains(m_useChain, id)) {
            lose("a reference to “" + std::string(href.value()) + "”");
            return;
        }
        auto group = makeGroup(element, own);
        const auto length = [&](const char* name, double whole) {
            return parseLength(element.attribute(name).value(), whole).value_or(0);
        };
        group->transform =
            group->transform * Matrix::translation(length("x", m_view.width), length("y", m_view.height));
        m_useChain.push_back(id);
        const std::string_view target = found->second.name();
        if (target == "symbol" || target == "svg") {
            std::optional<Size> size;
            if (element.attribute("width") && element.attribute("height")) {
                size = Size{length("width", m_view.width), length("height", m_view.height)};
            }
            auto inner = std::make_unique<Group>();
            inner->id = id;
            placeViewport(found->second, *inner, size);
            readChildren(found->second, style.inheritedBy(cascade(found->second, m_sheet), diagonal()),
                         *inner, depth);
            group->children.emplace_back(std::move(inner));
        } else {
            readElement(found->second, style, *group, depth + 1);
        }
        m_useChain.pop_back();
        into.children.emplace_back(std::move(group));
    }

    /// A nested viewport: its place, its viewBox and the clip at its edges.
    void placeViewport(const pugi::xml_node& element, Group& group, std::optional<Size> size) {
        const auto length = [&](const char* name, double whole, double standard) {
            return parseLength(element.attribute(name).value(), whole).value_or(standard);
        };
        const auto box = parseViewBox(element.attribute("viewBox").value());
        const Rect viewport{length("x", m_view.width, 0), length("y", m_view.height, 0),
                            size ? size->width : length("width", m_view.width, m_view.width),
                            size ? size->height : length("height", m_view.height, m_view.height)};
        const Matrix map = box ? viewBoxMap(*box, element.attribute("preserveAspectRatio").value(), viewport)
                               : Matrix::translation(viewport.x, viewport.y);
        group.transform = group.transform * map;
        if (box && map.a != 0 && map.d != 0) {
            const Rect seen{(viewport.x - map.e) / map.a, (viewport.y - map.f) / map.d,
                            viewport.width / map.a, viewport.height / map.d};
            group.clips.push_back({rectPath(seen, 0, 0), FillRule::NonZero});
        }
    }

    void addClip(const pugi::xml_node& element, const Declarations& own, Group& group, const Rect& box) {
        const auto property = own.find("clip-path");
        if (property == own.end() || property->second == "none") {
            return;
        }
        const auto found = m_elements.find(referencedId(property->second));
        if (found == m_elements.end() || std::string_view(found->second.name()) != "clipPath") {
            lose("a clip" + on(element));
            return;
        }
        const auto& source = found->second;
        const bool byBox = std::string_view(source.attribute("clipPathUnits").value()) == "objectBoundingBox";
        if (byBox && box.width <= 0) {
            lose("a clip in fractions of a group" + on(element));
            return;
        }
        Matrix map = byBox ? Matrix{box.width, 0, 0, box.height, box.x, box.y} : Matrix{};
        map = map * transformOf(source);
        Clip clip;
        for (const auto& child : source.children()) {
            collectClip(child, map, clip, element, 0);
        }
        group.clips.push_back(std::move(clip)); // even an empty one: it hides everything, as SVG asks
    }

    void collectClip(const pugi::xml_node& child, const Matrix& map, Clip& clip, const pugi::xml_node& user,
                     int depth) {
        const auto own = cascade(child, m_sheet);
        bool complete = true;
        const Matrix inner = map * transformOf(child);
        if (auto path = shapePath(child, m_view, complete)) {
            clip.path.append(mapped(*path, inner));
            clip.rule = Style{}.inheritedBy(own, diagonal()).clipRule;
            if (own.count("clip-path") > 0) {
                lose("a clip within a clip" + on(user));
            }
        } else if (std::string_view(child.name()) == "use" && depth < 4) {
            const auto href =
                child.attribute("href") ? child.attribute("href") : child.attribute("xlink:href");
            const auto found = m_elements.find(referencedId(href.value()));
            if (found != m_elements.end()) {
                const double x = parseLength(child.attribute("x").value(), m_view.width).value_or(0);
                const double y = parseLength(child.attribute("y").value(), m_view.height).value_or(0);
                collectClip(found->second, inner * Matrix::translation(x, y), clip, user, depth + 1);
            }
        } else if (child.type() == pugi::node_element && !contains(kSilent, child.name())) {
            lose(fmt::format("<{}> within a clip{}", child.name(), on(user)));
        }
    }

    Paint paintFrom(const std::string& text, double opacity, const Style& style, const Rect& box,
                    const pugi::xml_node& element) {
        if (text == "none" || text.empty()) {
            return {};
        }
        if (text == "currentColor" || text == "currentcolor") {
            if (const auto colour = parseCssColour(style.colour)) {
                return withOpacity(*colour, opacity);
            }
            return CurrentColour{opacity};
        }
        if (text.substr(0, 4) == "url(") {
            if (auto paint = gradientPaint(referencedId(text), m_elements, m_sheet, box, m_view, opacity)) {
                return std::move(*paint);
            }
            const auto close = text.find(')');
            const auto fallback = close == std::string::npos ? "" : text.substr(close + 1);
            lose("the paint “" + text.substr(0, close + 1) + "”" + on(element));
            const auto from = fallback.find_first_not_of(' ');
            return from == std::string::npos ? Paint{}
                                             : paintFrom(fallback.substr(from), opacity, style, box, element);
        }
        if (const auto colour = parseCssColour(text)) {
            return withOpacity(*colour, opacity);
        }
        lose("the paint “" + text + "”" + on(element));
        return {};
    }

    static Colour withOpacity(Colour colour, double opacity) {
        colour.a = static_cast<std::uint8_t>(std::lround(colour.a * opacity));
        return colour;
    }

    void addShape(const pugi::xml_node& element, const Declarations& own, const Style& style, Path path,
                  Group& into) {
        if (path.isEmpty() || !style.visible) {
            return;
        }
        const Rect box = bounds(path);
        Shape shape;
        shape.id = element.attribute("id").value();
        shape.path = std::move(path);
        shape.fill = paintFrom(style.fill, style.fillOpacity, style, box, element);
        shape.rule = style.fillRule;
        shape.stroke = style.line;
        shape.stroke.paint = paintFrom(style.stroke, style.strokeOpacity, style, box, element);
        shape.opacity = opacityOf(own);
        if (shape.stroke.width <= 0) {
            shape.stroke.paint = {};
        }
        ++m_shapes;
        const Matrix transform = transformOf(element);
        const bool clipped = own.count("clip-path") > 0 && own.find("clip-path")->second != "none";
        if (transform.isIdentity() && !clipped) {
            into.children.emplace_back(std::move(shape));
            return;
        }
        auto group = std::make_unique<Group>();
        group->id = shape.id;
        group->transform = transform;
        addClip(element, own, *group, box);
        group->children.emplace_back(std::move(shape));
        into.children.emplace_back(std::move(group));
    }

    Art m_art;
    StyleSheet m_sheet;
    ElementsById m_elements;
    std::vector<std::string> m_useChain;
    Size m_view;
    std::size_t m_shapes = 0;
};

}

Result<Art> readSvg(std::string_view text, const std::string& name) {
    pugi::xml_document document;
    const auto parsed =
        document.load_buffer(text.data(), text.size(), pugi::parse_default | pugi::parse_ws_pcdata_single);
    if (!parsed) {
        const auto end = std::min<std::size_t>(
            static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, parsed.offset)), text.size());
        const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(end), '\n');
        return failure(ProblemKind::Unreadable, fmt::format("is not readable XML: {}", parsed.description()),
                       name, fmt::format("line {}", line));
    }
    const auto root = document.document_element();
    const std::string_view rootName = root.name();
    if (rootName != "svg" && rootName != "svg:svg") {
        return failure(ProblemKind::Unsupported,
                       fmt::format("is not an SVG picture: its root element is <{}>", rootName), name);
    }
    return SvgReader().run(root);
}

}
