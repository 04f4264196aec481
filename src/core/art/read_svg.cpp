// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"

#include "core/art/outside.h"
#include "core/art/svg_entities.h"
#include "core/art/svg_fragment.h"
#include "core/art/svg_markers.h"
#include "core/art/svg_paints.h"
#include "core/art/svg_pictures.h"
#include "core/art/svg_shapes.h"
#include "core/art/svg_strokes.h"
#include "core/art/svg_tree.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace scaena::art {

namespace {

constexpr int kDeepestNesting = 64;
constexpr std::size_t kMostShapes = 20'000;
constexpr std::size_t kMostMarkers = 2'000;
constexpr int kMostWords = 40; // elements; more make one picture of all

/// The colour words are outlined in where they take the surrounding one: no one else uses it.
constexpr Colour kStandIn{1, 254, 3, 255};

/// What is read into, and how its coordinates lie in the whole.
struct Place {
    Group& into;
    Matrix ctm;
    int depth = 0;
};

class SvgReader {
public:
    /// `mayBlend`: the text speaks of blending at all.
    explicit SvgReader(bool mayBlend) : m_mayBlend(mayBlend) {}

    Art run(const pugi::xml_node& root) {
        m_it.index(root);
        const auto box = parseViewBox(root.attribute("viewBox").value());
        const double width = parseLength(root.attribute("width").value(), box ? box->width : 100)
                                 .value_or(box ? box->width : 100);
        const double height = parseLength(root.attribute("height").value(), box ? box->height : 100)
                                  .value_or(box ? box->height : 100);
        m_it.view = box ? Size{box->width, box->height} : Size{width, height};
        // The art's own size does not matter, its layer gives it one; so the viewBox becomes the coordinate
        // system.
        m_art.viewBox = box ? *box : Rect{0, 0, std::max(1e-3, width), std::max(1e-3, height)};
        m_it.viewBox = m_art.viewBox;
        m_paints.setUnitsPerPixel(width > 0 ? m_art.viewBox.width / width : 1);
        m_art.root.id = root.attribute("id").value();
        const auto own = cascade(root, m_it.sheet);
        const auto style = Style{}.inheritedBy(own, m_it.diagonal());
        auto whole = m_mayBlend ? m_pictures.whyWhole(root) : std::nullopt;
        whole = whole ? whole : m_pictures.why(root, own, style, false);
        noteRoot(root, own, box.has_value());
        if (!whole) {
            m_art.root.opacity = opacityOf(own);
            m_clips.addTo(m_art.root, root, own, {});
            readChildren(root, style, {m_art.root, {}, 0});
            whole =
                m_pictures.isTooMany() ? std::optional<std::string>("so many pictures in it") : std::nullopt;
        }
        if (whole) {
            m_art.root = Group();
            m_art.root.children.emplace_back(
                Picture{"", m_art.viewBox,
                        std::make_shared<const std::string>(fragmentOf(root, m_art.viewBox)), *whole});
        }
        return std::move(m_art);
    }
    /// Whether the picture asked for more than it may; then what was read is not all of it.
    [[nodiscard]] bool isTooMuch() const { return m_it.budget.isSpent() || m_it.sheet.isSpent(); }

private:
    /// What stands on the root counts for the whole picture.
    void noteRoot(const pugi::xml_node& root, const Declarations& own, bool hasBox) {
        noteUncarried(root);
        if (root.attribute("transform") || own.count("transform") > 0) {
            m_it.lose("a transform of the whole picture");
        }
        const auto isOpen = [&](const char* name) {
            const std::string_view value = root.attribute(name).value();
            return value.empty() || value.find('%') != std::string_view::npos;
        };
        if (!hasBox && (isOpen("width") || isOpen("height"))) {
            m_it.lose("its size: it names none, and has no view box");
        }
    }

    void noteUncarried(const pugi::xml_node& element) const {
        for (const auto& child : element.children()) {
            if (isAnimation(child.name())) {
                m_it.lose("an animation" + on(element));
            }
        }
    }

    void readChildren(const pugi::xml_node& parent, const Style& style, const Place& place) {
        for (const auto& child : parent.children()) {
            if (child.type() == pugi::node_element) {
                readElement(child, style, {place.into, place.ctm, place.depth + 1});
            }
        }
    }

    void readElement(const pugi::xml_node& element, const Style& inherited, const Place& place) {
        const std::string_view name = element.name();
        if (paintsNothing(name) || !m_it.budget.element()) {
            return; // an animation was named with what it moves
        }
        if (place.depth > kDeepestNesting || m_shapes >= kMostShapes) {
            m_it.lose(place.depth > kDeepestNesting ? "everything nested deeper than 64 levels"
                                                    : "everything after the first 20000 shapes");
            return;
        }
        const auto own = cascade(element, m_it.sheet);
        if (valueOf(own, "display") == "none") {
            return;
        }
        const Style style = inherited.inheritedBy(own, m_it.diagonal());
        bool complete = true;
        auto path = shapePath(element, m_it.view, complete);
        noteUncarried(element);
        if (const auto why = m_pictures.why(element, own, style, path.has_value())) {
            addPicture(element, *why, style, place);
        } else if (path) {
            if (!complete) {
                m_it.lose("the rest of a malformed or endless outline" + on(element));
            }
            if (m_it.budget.points(path->points.size())) {
                addShape(element, own, style, std::move(*path), place);
            }
        } else if (name == "g" || name == "a" || name == "switch" || name == "svg") {
            auto group = makeGroup(element, own);
            readGroup(element, style, *group, place);
            place.into.children.emplace_back(std::move(group));
        } else if (name == "use") {
            readUse(element, own, style, place);
        } else if (name == "text") {
            addWords(element, style, place);
        } else {
            m_it.lose(fmt::format("the element <{}>{}", shortened(name), on(element)));
        }
    }

    void readGroup(const pugi::xml_node& element, const Style& style, Group& group, const Place& place) {
        const std::string_view name = element.name();
        const Size before = m_it.view;
        if (name == "svg") {
            placeViewport(element, group, {}, {});
        }
        const Place inner{group, place.ctm * group.transform, place.depth};
        name == "switch" ? readChoice(element, style, inner) : readChildren(element, style, inner);
        m_it.view = before;
    }

    void addPicture(const pugi::xml_node& element, const std::string& why, const Style& style,
                    const Place& place) {
        if (!style.visible && !element.first_child()) {
            return;
        }
        if (!m_useChain.empty()) { // what it inherits depends on where it is used
            m_it.lose(why);
            return;
        }
        if (m_pictures.isCrisp(element)) {
            m_it.lose("the crisp pixels of a picture" + on(element));
        }
        m_pictures.add(element, why, place.ctm, place.into);
    }

    /// As outlines, where somebody here knows letters; else as a picture.
    void addWords(const pugi::xml_node& element, const Style& style, const Place& place) {
        // Each asks another process: so often, and not again after one without an answer.
        const bool mayAsk = m_useChain.empty() && m_askedWords < kMostWords;
        const auto* letters = mayAsk ? artHelper() : nullptr;
        const bool takesSurrounding = style.fill == "currentColor" && style.colour.empty();
        const auto words = letters
                               ? letters->outlined(fragmentOf(element, m_art.viewBox,
                                                              takesSurrounding ? toHex(kStandIn) : "#000"),
                                                   style.fontFamily)
                               : std::nullopt;
        m_askedWords = letters && !words ? kMostWords : m_askedWords + 1;
        if (words && !words->absentFont.empty()) {
            m_it.lose("the font “" + shortened(words->absentFont) + "”" + on(element) +
                      ": it is not installed, another one stands in");
        }
        auto read = words ? readSvg(words->svg) : tl::unexpected(Problems());
        if (!read || !read->losses.empty() || !picturesIn(read->root).empty()) {
            addPicture(element, "words" + on(element), style, place);
            return;
        }
        const Rect from = read->viewBox;
        const Rect to = m_art.viewBox;
        auto group = std::make_unique<Group>();
        group->id = element.attribute("id").value();
        group->transform = place.ctm.inverted() * Matrix{to.width / from.width,
                                                         0,
                                                         0,
                                                         to.height / from.height,
                                                         to.x - from.x * to.width / from.width,
                                                         to.y - from.y * to.height / from.height};
        if (takesSurrounding) {
            giveSurrounding(read->root);
        }
        m_shapes += shapeCount(read->root);
        group->children.emplace_back(cloneGroup(read->root));
        place.into.children.emplace_back(std::move(group));
    }

    static void giveSurrounding(Group& group) {
        for (auto& child : group.children) {
            if (auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
                giveSurrounding(**inner);
            } else if (auto* shape = std::get_if<Shape>(&child)) {
                const auto* colour = std::get_if<Colour>(&shape->fill);
                if (colour && Colour{colour->r, colour->g, colour->b, 255} == kStandIn) {
                    shape->fill = CurrentColour{colour->a / 255.0};
                }
            }
        }
    }

    /// The first of a <switch> that can be shown here: no extension is known, and the language is English.
    void readChoice(const pugi::xml_node& element, const Style& style, const Place& place) {
        for (const auto& child : element.children()) {
            const std::string_view language = child.attribute("systemLanguage").value();
            const bool speaks =
                !child.attribute("systemLanguage") || language.find("en") != std::string_view::npos;
            const bool fits = child.type() == pugi::node_element && !child.attribute("requiredExtensions") &&
                              speaks && std::string_view(child.name()) != "foreignObject" &&
                              !paintsNothing(child.name());
            if (fits) {
                readElement(child, style, {place.into, place.ctm, place.depth + 1});
                return;
            }
        }
    }

    std::unique_ptr<Group> makeGroup(const pugi::xml_node& element, const Declarations& own) {
        auto group = std::make_unique<Group>();
        group->id = element.attribute("id").value();
        group->opacity = opacityOf(own);
        group->transform = m_it.transformOf(element, own, {});
        m_clips.addTo(*group, element, own, {});
        return group;
    }

    void readUse(const pugi::xml_node& element, const Declarations& own, const Style& style,
                 const Place& place) {
        const auto target = m_it.referenced(element);
        const std::string id = target.attribute("id").value();
        if (!target || std::find(m_useChain.begin(), m_useChain.end(), id) != m_useChain.end()) {
            const auto href =
                element.attribute("href") ? element.attribute("href") : element.attribute("xlink:href");
            m_it.lose("a reference to “" + shortened(href.value()) + "”");
            return;
        }
        auto group = makeGroup(element, own);
        const auto length = [&](const char* name, double whole) {
            return parseLength(element.attribute(name).value(), whole);
        };
        group->transform = group->transform * Matrix::translation(length("x", m_it.view.width).value_or(0),
                                                                  length("y", m_it.view.height).value_or(0));
        m_useChain.push_back(id);
        const std::string_view name = target.name();
        const Place inner{*group, place.ctm * group->transform, place.depth};
        if (name == "symbol" || name == "svg") {
            const Size before = m_it.view;
            auto picture = std::make_unique<Group>();
            picture->id = id;
            const auto width = length("width", m_it.view.width);
            const auto height = length("height", m_it.view.height);
            const auto ofTarget = cascade(target, m_it.sheet);
            placeViewport(target, *picture, width, height);
            readChildren(target, style.inheritedBy(ofTarget, m_it.diagonal()),
                         {*picture, inner.ctm * picture->transform, place.depth});
            m_it.view = before;
            group->children.emplace_back(std::move(picture));
        } else {
            readElement(target, style, {*group, inner.ctm, place.depth + 1});
        }
        m_useChain.pop_back();
        place.into.children.emplace_back(std::move(group));
    }

    /// A nested viewport: its place, its viewBox and the clip at its edges; from here on percentages refer to
    /// it. `width` and `height`: of the <use> that shows it.
    void placeViewport(const pugi::xml_node& element, Group& group, std::optional<double> width,
                       std::optional<double> height) {
        const bool isSymbol = std::string_view(element.name()) == "symbol";
        const auto length = [&](const char* name, double whole, double standard) {
            return parseLength(element.attribute(name).value(), whole).value_or(standard);
        };
        const Size outer = m_it.view;
        const auto box = parseViewBox(element.attribute("viewBox").value());
        // A symbol is as large as all around it, whatever it says; only SVG 2 gives it a width.
        const Rect viewport{
            length("x", outer.width, 0), length("y", outer.height, 0),
            width.value_or(isSymbol ? outer.width : length("width", outer.width, outer.width)),
            height.value_or(isSymbol ? outer.height : length("height", outer.height, outer.height))};
        const Matrix map = box ? viewBoxMap(*box, element.attribute("preserveAspectRatio").value(), viewport)
                               : Matrix::translation(viewport.x, viewport.y);
        group.transform = group.transform * map;
        m_it.view = box ? Size{box->width, box->height} : Size{viewport.width, viewport.height};
        const auto own = cascade(element, m_it.sheet);
        const auto overflow = valueOf(own, "overflow");
        if (overflow != "visible" && overflow != "auto" && map.a != 0 && map.d != 0) {
            const Rect seen{(viewport.x - map.e) / map.a, (viewport.y - map.f) / map.d,
                            viewport.width / map.a, viewport.height / map.d};
            group.clips.push_back({rectPath(seen, 0, 0), FillRule::NonZero});
        }
    }

    void addShape(const pugi::xml_node& element, const Declarations& own, const Style& style, Path path,
                  const Place& place) {
        if (path.isEmpty() || !style.visible) {
            return;
        }
        const Rect box = bounds(path);
        const Matrix transform = m_it.transformOf(element, own, box);
        const Matrix ctm = place.ctm * transform;
        auto shape = m_paints.shape(element, own, style, std::move(path), ctm);
        ++m_shapes;
        auto group = std::make_unique<Group>();
        m_clips.addTo(*group, element, own, box);
        auto dots = isPainted(shape.stroke.paint) ? dotsOf(shape.path, shape.stroke) : Path();
        const bool stands = isPainted(shape.fill) && isPainted(shape.stroke.paint) && style.strokeFirst;
        const bool hasMarkers =
            !(style.markerStart.empty() && style.markerMid.empty() && style.markerEnd.empty()) &&
            takesMarkers(element.name());
        if (transform.isIdentity() && group->clips.empty() && dots.isEmpty() && !stands && !hasMarkers) {
            place.into.children.emplace_back(std::move(shape));
            return;
        }
        group->id = shape.id;
        group->transform = transform;
        if (!dots.isEmpty() || stands || hasMarkers) { // several shapes fade as one
            std::swap(group->opacity, shape.opacity);
        }
        const auto outline = shape.path;
        const double width = shape.stroke.width;
        std::optional<Shape> dotted;
        if (!dots.isEmpty()) {
            dotted = Shape{"", std::move(dots), shape.stroke.paint, FillRule::NonZero, {}, 1};
        }
        if (stands) {
            Shape line = shape;
            line.fill = {};
            shape.stroke.paint = {};
            group->children.emplace_back(std::move(line));
        }
        if (isPainted(shape.fill) || isPainted(shape.stroke.paint)) {
            group->children.emplace_back(std::move(shape));
        }
        if (dotted) {
            group->children.emplace_back(std::move(*dotted));
        }
        if (hasMarkers) {
            addMarkers(style, outline, width, {*group, ctm, place.depth});
        }
        place.into.children.emplace_back(std::move(group));
    }

    static bool takesMarkers(std::string_view name) {
        return name == "path" || name == "line" || name == "polyline" || name == "polygon";
    }

    void addMarkers(const Style& style, const Path& path, double lineWidth, const Place& place) {
        const auto places = markerPlaces(path);
        if (places.size() > kMostMarkers) {
            m_it.lose("more than 2000 markers along a line");
            return;
        }
        for (const auto& at : places) {
            const bool start = at.kind == MarkerPlace::Kind::Start;
            const auto& name = start                               ? style.markerStart
                               : at.kind == MarkerPlace::Kind::End ? style.markerEnd
                                                                   : style.markerMid;
            const auto source = name.empty() ? pugi::xml_node() : m_it.byUrl(name);
            if (std::string_view(source.name()) == "marker" &&
                std::find(m_useChain.begin(), m_useChain.end(), source.attribute("id").value()) ==
                    m_useChain.end()) {
                addMarker(source, at, start, lineWidth, place);
            }
        }
    }

    void addMarker(const pugi::xml_node& source, const MarkerPlace& at, bool start, double lineWidth,
                   const Place& place) {
        const auto frame = markerFrame(source, m_it.view);
        if (!frame) {
            return;
        }
        const auto own = cascade(source, m_it.sheet);
        auto group = std::make_unique<Group>();
        group->transform = frame->placed(at, start, lineWidth);
        if (const auto overflow = valueOf(own, "overflow"); overflow != "visible" && overflow != "auto") {
            group->clips.push_back({rectPath(frame->seen, 0, 0), FillRule::NonZero});
        }
        group->opacity = opacityOf(own);
        const Size before = m_it.view;
        m_it.view = frame->view;
        m_useChain.emplace_back(source.attribute("id").value());
        // Inherited is what holds where the marker is written, not where it stands.
        readChildren(source, m_it.styleOf(source), {*group, place.ctm * group->transform, place.depth + 1});
        m_useChain.pop_back();
        m_it.view = before;
        place.into.children.emplace_back(std::move(group));
    }

    Art m_art;
    SvgContext m_it{m_art.losses};
    SvgClips m_clips{m_it};
    SvgPictures m_pictures{m_it, m_clips};
    SvgPaints m_paints{m_it};
    bool m_mayBlend;
    std::vector<std::string> m_useChain;
    std::size_t m_shapes = 0;
    int m_askedWords = 0;
};

}

Result<Art> readSvg(std::string_view text, const std::string& name) {
    const auto tooMuch = [&] {
        return failure(
            ProblemKind::Refused,
            "grows to more than a picture may hold once its references are followed (200 000 elements, two "
            "million points, a million colour stops, or as many rules of style)",
            name);
    };
    std::optional<std::string> expanded;
    if (text.find("<!ENTITY") != std::string_view::npos) {
        if (expanded = withEntities(text); !expanded) {
            return tooMuch();
        }
        text = *expanded;
    }
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
    SvgReader reader(text.find("mix-blend-mode") != std::string_view::npos);
    Result<Art> art = reader.run(root);
    if (reader.isTooMuch()) {
        return tooMuch();
    }
    if (const auto* helper = artHelper()) {
        helper->foresee(*art);
    }
    return art;
}

}
