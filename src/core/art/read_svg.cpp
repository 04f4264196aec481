// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"

#include "core/art/budget.h"
#include "core/art/css_colour.h"
#include "core/art/losses.h"
#include "core/art/svg_gradients.h"
#include "core/art/svg_shapes.h"
#include "core/art/svg_tree.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <numeric>

namespace scaena::art {

namespace {

constexpr int kDeepestNesting = 64;
constexpr std::size_t kMostClips = 8;
constexpr std::size_t kMostShapes = 20'000;

constexpr std::array kSilent =
    std::to_array<std::string_view>({"title", "desc", "metadata", "defs", "style", "symbol", "clipPath",
                                     "linearGradient", "radialGradient", "script", "view", "filter", "mask",
                                     "marker", "pattern", "font", "font-face", "cursor", "color-profile"});

constexpr std::array kAnimations =
    std::to_array<std::string_view>({"animate", "animateColor", "animateMotion", "animateTransform", "set"});

constexpr std::size_t kLongestQuote = 80; // of a file's text in a sentence
constexpr double kMostDashes = 20'000;    // along one outline; more are a shade of grey

bool contains(const auto& list, std::string_view word) {
    return std::find(list.begin(), list.end(), word) != list.end();
}

/// "sodipodi:namedview" and the like belong to other programs and paint nothing.
bool isForeign(std::string_view name) { return name.find(':') != std::string_view::npos; }

std::string shortened(std::string_view text) {
    return std::string(text.substr(0, kLongestQuote)) + (text.size() > kLongestQuote ? "…" : "");
}

/// How far a pen goes along the path, roughly: from point to point, by the handles.
double rough(const Path& path) {
    double length = 0;
    for (std::size_t i = 1; i < path.points.size(); ++i) {
        length +=
            std::hypot(path.points[i].x - path.points[i - 1].x, path.points[i].y - path.points[i - 1].y);
    }
    return length;
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
        noteRoot(root, own, box.has_value());
        readChildren(root, Style{}.inheritedBy(own, diagonal()), m_art.root, 0);
        return std::move(m_art);
    }
    /// Whether the picture asked for more than it may; then what was read is not all of it.
    [[nodiscard]] bool isTooMuch() const { return m_budget.isSpent() || m_sheet.isSpent(); }

private:
    [[nodiscard]] double diagonal() const { return diagonalOf(m_view); }

    void lose(const std::string& what) { noteLoss(m_art.losses, what); }
    static std::string on(const pugi::xml_node& element) {
        const std::string id = shortened(element.attribute("id").value());
        return id.empty() ? "" : " on “" + id + "”";
    }

    /// What stands on the root counts for the whole picture.
    void noteRoot(const pugi::xml_node& root, const Declarations& own, bool hasBox) {
        noteUncarried(root, own);
        if (root.attribute("transform") || own.count("transform") > 0) {
            lose("a transform of the whole picture");
        }
        if (const auto clip = own.find("clip-path"); clip != own.end() && clip->second != "none") {
            addClip(root, own, m_art.root, {});
        }
        const auto isOpen = [&](const char* name) {
            const std::string_view value = root.attribute(name).value();
            return value.empty() || value.find('%') != std::string_view::npos;
        };
        if (!hasBox && (isOpen("width") || isOpen("height"))) {
            lose("its size: it names none, and has no view box");
        }
    }

    void index(const pugi::xml_node& node) {
        eachNode(node, [this](const pugi::xml_node& it) {
            if (const auto id = it.attribute("id")) {
                m_elements.emplace(id.value(), it);
            }
            if (std::string_view(it.name()) == "style") {
                m_sheet.add(it.child_value(), m_art.losses);
            }
        });
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
        for (const auto& child : element.children()) {
            if (contains(kAnimations, child.name())) {
                lose("an animation" + on(element));
            }
        }
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
        if (contains(kSilent, name) || contains(kAnimations, name) || isForeign(name) ||
            !m_budget.element()) {
            return; // an animation was named with what it moves
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
            if (!m_budget.points(path->points.size())) {
                return;
            }
            addShape(element, own, style, std::move(*path), into);
        } else if (name == "g" || name == "a" || name == "switch" || name == "svg") {
            noteUncarried(element, own);
            auto group = makeGroup(element, own);
            if (name == "svg") {
                placeViewport(element, *group, std::nullopt);
            }
            if (name == "switch") {
                readChoice(element, style, *group, depth);
            } else {
                readChildren(element, style, *group, depth);
            }
            into.children.emplace_back(std::move(group));
        } else if (name == "use") {
            noteUncarried(element, own);
            readUse(element, own, style, into, depth);
        } else {
            lose(fmt::format("the element <{}>{}", shortened(name), on(element)));
        }
    }

    static std::size_t stopCount(const Paint& paint) {
        const auto* gradient = std::get_if<Gradient>(&paint);
        return gradient ? gradient->stops.size() : 0;
    }

    /// The first of a <switch> that can be shown here: no extension is known, and the language is English.
    void readChoice(const pugi::xml_node& element, const Style& style, Group& into, int depth) {
        for (const auto& child : element.children()) {
            const std::string_view language = child.attribute("systemLanguage").value();
            const bool speaks =
                !child.attribute("systemLanguage") || language.find("en") != std::string_view::npos;
            const bool fits = child.type() == pugi::node_element && !child.attribute("requiredExtensions") &&
                              speaks && std::string_view(child.name()) != "foreignObject" &&
                              !contains(kSilent, child.name());
            if (fits) {
                readElement(child, style, into, depth + 1);
                return;
            }
        }
    }

    std::unique_ptr<Group> makeGroup(const pugi::xml_node& element, const Declarations& own) {
        auto group = std::make_unique<Group>();
        group->id = element.attribute("id").value();
        group->opacity = opacityOf(own);
        group->transform = transformOf(element, own, {});
        addClip(element, own, *group, {});
        return group;
    }

    /// By the style property or the attribute, about the origin that is named; `box` is the element's own, if
    /// it is known.
    Matrix transformOf(const pugi::xml_node& element, const Declarations& own, const Rect& box) {
        const auto property = own.find("transform");
        const std::string_view text = property != own.end() ? std::string_view(property->second)
                                                            : element.attribute("transform").value();
        if (text.empty() || text == "none") {
            return {};
        }
        const auto matrix = parseTransform(text);
        if (!matrix) {
            lose("a malformed transform" + on(element));
            return {};
        }
        const auto origin = own.find("transform-origin");
        const auto reference = own.find("transform-box");
        const bool ofBox = reference != own.end() && reference->second == "fill-box";
        if (ofBox && box.width <= 0 && box.height <= 0) {
            lose("a transform about a group's own middle" + on(element));
        }
        if (origin == own.end() && !ofBox) {
            return *matrix;
        }
        const Rect whole = ofBox ? box : m_art.viewBox;
        const auto at = origin == own.end() ? std::optional(Point{whole.x, whole.y})
                                            : parseOrigin(origin->second, whole, ofBox);
        if (!at) {
            lose("the origin of a transform" + on(element));
            return *matrix;
        }
        return Matrix::translation(at->x, at->y) * *matrix * Matrix::translation(-at->x, -at->y);
    }

    void readUse(const pugi::xml_node& element, const Declarations& own, const Style& style, Group& into,
                 int depth) {
        const auto href =
            element.attribute("href") ? element.attribute("href") : element.attribute("xlink:href");
        const auto id = referencedId(href.value());
        const auto found = m_elements.find(id);
        if (found == m_elements.end() || contains(m_useChain, id)) {
            lose("a reference to “" + shortened(href.value()) + "”");
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
        const auto ofSource = cascade(source, m_sheet);
        map = map * transformOf(source, ofSource, {});
        Clip clip;
        const auto style = Style{}.inheritedBy(ofSource, diagonal());
        for (const auto& child : source.children()) {
            collectClip(child, map, style, clip, element, false);
        }
        group.clips.push_back(std::move(clip)); // even an empty one: it hides everything, as SVG asks
        // A clip that is clipped itself cuts a second time.
        if (group.clips.size() < kMostClips) {
            addClip(source, ofSource, group, box);
        }
    }

    /// `isUsed`: by a <use> of the clip. That may name shapes only; what names another <use> adds nothing
    /// (SVG 1.1 §14.3.5).
    void collectClip(const pugi::xml_node& child, const Matrix& map, const Style& inherited, Clip& clip,
                     const pugi::xml_node& user, bool isUsed) {
        if (child.type() != pugi::node_element || !m_budget.element()) {
            return;
        }
        const auto own = cascade(child, m_sheet);
        const auto style = inherited.inheritedBy(own, diagonal());
        const auto display = own.find("display");
        if (!style.visible || (display != own.end() && display->second == "none")) {
            return;
        }
        bool complete = true;
        auto path = shapePath(child, m_view, complete);
        const Matrix inner = map * transformOf(child, own, path ? bounds(*path) : Rect{});
        if (path) {
            if (m_budget.points(path->points.size())) {
                clip.path.append(mapped(*path, inner));
            }
            clip.rule = style.clipRule;
            if (const auto more = own.find("clip-path"); more != own.end() && more->second != "none") {
                lose("a clip within a clip" + on(user));
            }
        } else if (std::string_view(child.name()) == "use" && !isUsed) {
            const auto href =
                child.attribute("href") ? child.attribute("href") : child.attribute("xlink:href");
            const auto found = m_elements.find(referencedId(href.value()));
            if (found != m_elements.end()) {
                const double x = parseLength(child.attribute("x").value(), m_view.width).value_or(0);
                const double y = parseLength(child.attribute("y").value(), m_view.height).value_or(0);
                collectClip(found->second, inner * Matrix::translation(x, y), style, clip, user, true);
            }
        } else if (!isUsed && !contains(kSilent, child.name())) {
            lose(fmt::format("<{}> within a clip{}", shortened(child.name()), on(user)));
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
            if (auto paint = m_gradients.paint(referencedId(text), box, opacity)) {
                return m_budget.stops(stopCount(*paint)) ? std::move(*paint) : Paint{};
            }
            const auto close = text.find(')');
            const auto fallback = close == std::string::npos ? std::string() : text.substr(close + 1);
            lose("the paint “" + shortened(text.substr(0, close + 1)) + "”" + on(element));
            // A colour may stand behind it, not one more reference (SVG 2 §13.2).
            const auto from = fallback.find_first_not_of(' ');
            return from == std::string::npos || fallback.compare(from, 4, "url(") == 0
                       ? Paint{}
                       : paintFrom(fallback.substr(from), opacity, style, box, element);
        }
        if (const auto colour = parseCssColour(text)) {
            return withOpacity(*colour, opacity);
        }
        lose("the paint “" + shortened(text) + "”" + on(element));
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
        if (const double once = std::accumulate(shape.stroke.dashes.begin(), shape.stroke.dashes.end(), 0.0);
            once > 0 &&
            rough(shape.path) / once * static_cast<double>(shape.stroke.dashes.size()) > kMostDashes) {
            shape.stroke.dashes.clear();
            lose("dashes too small to be seen" + on(element));
        }
        shape.stroke.paint = paintFrom(style.stroke, style.strokeOpacity, style, box, element);
        shape.opacity = opacityOf(own);
        if (shape.stroke.width <= 0) {
            shape.stroke.paint = {};
        }
        ++m_shapes;
        const Matrix transform = transformOf(element, own, box);
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
    Budget m_budget;
    StyleSheet m_sheet;
    ElementsById m_elements;
    Size m_view;
    SvgGradients m_gradients{m_elements, m_sheet, m_view, m_art.losses};
    std::vector<std::string> m_useChain;
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
    dropPrefix(root);
    const std::string_view rootName = root.name();
    if (rootName != "svg") {
        return failure(ProblemKind::Unsupported,
                       fmt::format("is not an SVG picture: its root element is <{}>", shortened(rootName)),
                       name);
    }
    SvgReader reader;
    auto art = reader.run(root);
    if (reader.isTooMuch()) {
        return failure(
            ProblemKind::Refused,
            "grows to more than a picture may hold once its references are followed (200 000 elements, two "
            "million points, a million colour stops, or as many rules of style)",
            name);
    }
    return art;
}

}
