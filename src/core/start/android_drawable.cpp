// SPDX-License-Identifier: MIT
#include "core/start/android_drawable.h"

#include "core/art/losses.h"
#include "core/art/read_vector_drawable.h"
#include "core/base/base64.h"

#include <algorithm>
#include <fmt/format.h>
#include <pugixml.hpp>

namespace scaena::start {

namespace {

constexpr int kDeepest = 6;
constexpr std::size_t kMostItems = 64;
constexpr std::size_t kLargestPicture = 3 << 20; ///< written into a file of at most 8 MB
constexpr double kAdaptiveSide =
    108; ///< dp, of which the inner 72 are seen everywhere (Adaptive icons, Android 8)
constexpr double kAdaptiveSeen = 72;

constexpr const char* kRoots[] = {"vector", "layer-list", "adaptive-icon", "animated-vector", "inset"};

/// "24dp", "24dip" and "24px" alike: what counts is how they stand to each other.
double lengthOf(const std::string& text, double standard) {
    char* end = nullptr;
    const double value = std::strtod(text.c_str(), &end);
    return end == text.c_str() ? standard : std::clamp(value, -1e5, 1e5);
}

class DrawableComposer {
public:
    DrawableComposer(const std::string& name, const AndroidValues& values, const Decoder& decoder)
        : m_name(name), m_values(values), m_decoder(decoder) {}

    /// The drawable alone; its view box is its own size.
    Result<art::Art> read(std::string_view text, int depth) {
        pugi::xml_document document;
        if (depth > kDeepest || !document.load_buffer(text.data(), text.size())) {
            return failure(ProblemKind::Unreadable, "is not readable as a drawable of Android", m_name);
        }
        return of(document.document_element(), text, depth);
    }

private:
    Result<art::Art> of(const pugi::xml_node& node, std::string_view text, int depth) {
        const std::string_view kind = node.name();
        if (kind == "vector") {
            return vector(node, text);
        }
        if (kind == "animated-vector") {
            const auto inner = node.attribute("android:drawable");
            return inner ? referenced(inner.value(), depth) : nested(node, depth);
        }
        if (kind == "adaptive-icon") {
            return adaptive(node, depth);
        }
        if (kind == "layer-list") {
            return list(node, depth);
        }
        if (kind == "shape") {
            return shape(node);
        }
        if (kind == "bitmap") {
            return bitmap(node, depth);
        }
        if (kind == "inset" || kind == "item" || kind == "background" || kind == "foreground" ||
            kind == "attr") {
            const auto inner = node.attribute("android:drawable");
            return inner ? referenced(inner.value(), depth) : nested(node, depth);
        }
        return failure(ProblemKind::Unsupported,
                       "holds a <" + std::string(kind.substr(0, 40)) + ">, which is no art", m_name);
    }

    Result<art::Art> nested(const pugi::xml_node& node, int depth) {
        for (const auto& child : node.children()) {
            const std::string_view kind = child.name();
            if (child.type() == pugi::node_element) {
                return kind == "aapt:attr" ? nested(child, depth) : of(child, {}, depth);
            }
        }
        return failure(ProblemKind::Invalid, "names no picture", m_name);
    }

    Result<art::Art> vector(const pugi::xml_node& node, std::string_view text) {
        std::string alone;
        if (text.empty()) { // within another file: written out again, to be read by itself
            struct Writer : pugi::xml_writer {
                std::string out;
                void write(const void* data, std::size_t size) override {
                    out.append(static_cast<const char*>(data), size);
                }
            } writer;
            node.print(writer, "", pugi::format_raw);
            alone = std::move(writer.out);
            text = alone;
        }
        const art::DrawableLookup lookUp{[this](const std::string& it) { return m_values.colour(it); },
                                         [this](const std::string& it) { return m_values.text(it); }};
        return art::readVectorDrawable(text, m_name, lookUp);
    }

    Result<art::Art> referenced(const std::string& reference, int depth) {
        if (const auto colour = m_values.colour(reference)) {
            return sheet(*colour);
        }
        if (const auto xml = m_values.drawable(reference)) {
            return read(*xml, depth + 1);
        }
        if (const auto raster = m_values.raster(reference)) {
            return picture(*raster);
        }
        return failure(ProblemKind::NotFound, "needs " + reference + ", which is not there as a drawable",
                       m_name);
    }

    Result<art::Art> bitmap(const pugi::xml_node& node, int depth) {
        auto art = referenced(node.attribute("android:src").value(), depth);
        for (const char* how :
             {"android:tint", "android:tileMode", "android:tileModeX", "android:tileModeY"}) {
            const std::string_view value = node.attribute(how).value();
            if (art && !value.empty() && value != "disabled") {
                art::noteLoss(art->losses, "the " + std::string(how + 8) + " of a bitmap");
            }
        }
        return art;
    }

    /// A picture as large as the system shows it, in dp.
    Result<art::Art> picture(const AndroidValues::Raster& raster) {
        if (raster.path.ends_with(".9.png")) {
            return failure(ProblemKind::Unsupported,
                           "needs a picture that is stretched in parts (nine-patch)", m_name);
        }
        const auto info = m_decoder.picture(raster.bytes, raster.path);
        auto png = info ? m_decoder.png(raster.bytes, raster.path) : tl::unexpected(info.error());
        if (!png) {
            return failure(ProblemKind::Unreadable,
                           "needs " + raster.path + ", which " + png.error().front().message, m_name);
        }
        if (png->size() > kLargestPicture) {
            return failure(ProblemKind::Refused,
                           "needs " + raster.path + ", which is larger than 3 MB as a PNG", m_name);
        }
        art::Art art;
        art.viewBox = {0, 0, info->pixels.width / raster.pixelsPerDp,
                       info->pixels.height / raster.pixelsPerDp};
        const auto svg = fmt::format(R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {0} {1}">)"
                                     R"(<image width="{0}" height="{1}" preserveAspectRatio="none" )"
                                     R"(href="data:image/png;base64,{2}"/></svg>)",
                                     art.viewBox.width, art.viewBox.height, base64(*png));
        art.root.children.emplace_back(art::Picture{
            {}, art.viewBox, std::make_shared<const std::string>(svg), "the picture " + raster.path});
        return art;
    }

    /// A colour all over; it has no size.
    static art::Art sheet(Colour colour) {
        art::Art art;
        art.viewBox = {0, 0, 0, 0};
        art::Shape all;
        all.path = art::rectPath({0, 0, 1, 1}, 0, 0);
        all.fill = colour;
        art.root.children.emplace_back(std::move(all));
        return art;
    }

    Result<art::Art> shape(const pugi::xml_node& node) {
        const std::string_view form = node.attribute("android:shape").value();
        const auto size = node.child("size");
        const double width = lengthOf(size.attribute("android:width").value(), 0);
        const double height = lengthOf(size.attribute("android:height").value(), 0);
        art::Art art;
        art.viewBox = {0, 0, width, height};
        const Rect box{0, 0, width > 0 ? width : 1, height > 0 ? height : 1};
        art::Shape drawn;
        const double corner =
            width > 0 ? lengthOf(node.child("corners").attribute("android:radius").value(), 0) : 0;
        drawn.path = form == "oval" ? art::ellipsePath(box.centre(), box.width / 2, box.height / 2)
                                    : art::rectPath(box, corner, corner);
        const auto colour = m_values.colour(node.child("solid").attribute("android:color").value());
        drawn.fill = colour ? art::Paint(*colour) : art::Paint();
        for (const char* more : {"gradient", "stroke"}) {
            if (node.child(more)) {
                art::noteLoss(art.losses, std::string("the <") + more + "> of a shape");
            }
        }
        art.root.children.emplace_back(std::move(drawn));
        return art;
    }

    /// Puts the part into the box; a part without a size fills it.
    static void place(art::Art& whole, art::Art part, const Rect& box) {
        auto group = std::make_unique<art::Group>();
        const bool sized = part.viewBox.width > 0 && part.viewBox.height > 0;
        const Rect from = sized ? part.viewBox : Rect{0, 0, 1, 1};
        group->transform = Matrix{box.width / from.width,
                                  0,
                                  0,
                                  box.height / from.height,
                                  box.x - from.x * box.width / from.width,
                                  box.y - from.y * box.height / from.height};
        if (sized) {
            group->clips.push_back({art::rectPath(from, 0, 0), art::FillRule::NonZero});
        }
        group->children.emplace_back(art::cloneGroup(part.root));
        whole.root.children.emplace_back(std::move(group));
        for (const auto& loss : part.losses) {
            art::noteLoss(whole.losses, loss);
        }
    }

    Result<art::Art> adaptive(const pugi::xml_node& node, int depth) {
        art::Art whole;
        const double edge = (kAdaptiveSide - kAdaptiveSeen) / 2;
        whole.viewBox = {edge, edge, kAdaptiveSeen, kAdaptiveSeen};
        for (const char* name : {"background", "foreground"}) {
            const auto layer = node.child(name);
            auto part = layer ? of(layer, {}, depth) : Result<art::Art>();
            if (layer && !part) {
                art::noteLoss(whole.losses,
                              std::string("its ") + name + ": it " + part.error().front().message);
            } else if (layer) {
                place(whole, std::move(*part), insetBox(layer, {0, 0, kAdaptiveSide, kAdaptiveSide}));
            }
        }
        return whole.root.children.empty()
                   ? failure(ProblemKind::Invalid, "is an icon of which no layer is there as art", m_name)
                   : Result<art::Art>(std::move(whole));
    }

    /// Within a layer an <inset> gives room around its drawable, in dp or in parts of the whole.
    Rect insetBox(const pugi::xml_node& layer, const Rect& box) const {
        const auto inset = std::string_view(layer.name()) == "inset" ? layer : layer.child("inset");
        if (!inset) {
            return box;
        }
        const auto side = [&](const char* name, double whole) {
            const auto own = inset.attribute(name);
            const std::string text = own ? own.value() : inset.attribute("android:inset").value();
            const double value = lengthOf(m_values.text(text).value_or(text), 0);
            return text.ends_with('%') ? value / 100 * whole : value;
        };
        const double left = side("android:insetLeft", box.width), top = side("android:insetTop", box.height);
        return {box.x + left, box.y + top,
                std::max(0.01, box.width - left - side("android:insetRight", box.width)),
                std::max(0.01, box.height - top - side("android:insetBottom", box.height))};
    }

    struct Item {
        art::Art art;
        double left, top, right, bottom; ///< room around it
        Size told;                       ///< below 0: it is not told
        std::string gravity;
    };

    /// Where a layer lies along one axis of its room (LayerDrawable.resolveGravity): without a word for it it
    /// fills the room, or begins there if its length is told.
    struct Axis {
        const char *begins, *alsoBegins, *ends, *alsoEnds, *centred, *filled;
    };
    static constexpr Axis kAcross{"left", "start", "right", "end", "center_horizontal", "fill_horizontal"};
    static constexpr Axis kDown{"top", "top", "bottom", "bottom", "center_vertical", "fill_vertical"};

    static std::pair<double, double> along(const Axis& axis, const std::string& gravity, double told,
                                           double own, double from, double room) {
        const auto says = [&](const char* word) {
            const auto text = "|" + gravity + "|";
            return text.find("|" + std::string(word) + "|") != std::string::npos;
        };
        const bool begins = says(axis.begins) || says(axis.alsoBegins);
        const bool ends = says(axis.ends) || says(axis.alsoEnds);
        const bool centred = says(axis.centred) || says("center");
        const double length = told >= 0 ? told : own;
        const bool isFilled =
            says(axis.filled) || says("fill") || length <= 0 || (!begins && !ends && !centred && told < 0);
        if (isFilled) {
            return {from, room};
        }
        return {centred ? from + (room - length) / 2 : ends ? from + room - length : from, length};
    }

    Result<art::Art> list(const pugi::xml_node& node, int depth) {
        std::vector<Item> items;
        art::Art whole;
        for (const auto& it : node.children("item")) {
            if (items.size() >= kMostItems) {
                break;
            }
            const auto bitmap = it.child("bitmap");
            auto part = of(it, {}, depth);
            if (!part) {
                art::noteLoss(whole.losses, "a layer: it " + part.error().front().message);
                continue;
            }
            const auto length = [&](const char* name, double standard) {
                const std::string text = it.attribute(name).value();
                return lengthOf(m_values.text(text).value_or(text), standard);
            };
            const auto gravity = it.attribute("android:gravity") ? it.attribute("android:gravity")
                                                                 : bitmap.attribute("android:gravity");
            items.push_back({std::move(*part),
                             length("android:left", 0),
                             length("android:top", 0),
                             length("android:right", 0),
                             length("android:bottom", 0),
                             {length("android:width", -1), length("android:height", -1)},
                             gravity.value()});
        }
        // As large as the largest with the room around it (LayerDrawable.getIntrinsicWidth).
        Size size;
        for (const auto& it : items) {
            const double width = it.told.width >= 0 ? it.told.width : it.art.viewBox.width;
            const double height = it.told.height >= 0 ? it.told.height : it.art.viewBox.height;
            size.width = std::max(size.width, width + it.left + it.right);
            size.height = std::max(size.height, height + it.top + it.bottom);
        }
        if (items.empty() || size.width <= 0 || size.height <= 0) {
            return failure(ProblemKind::Invalid,
                           whole.losses.empty()
                               ? "holds no layer with a size"
                               : "holds no layer that is there as art (" + whole.losses.front() + ")",
                           m_name);
        }
        whole.viewBox = {0, 0, size.width, size.height};
        for (auto& it : items) {
            const auto [x, width] = along(kAcross, it.gravity, it.told.width, it.art.viewBox.width, it.left,
                                          size.width - it.left - it.right);
            const auto [y, height] = along(kDown, it.gravity, it.told.height, it.art.viewBox.height, it.top,
                                           size.height - it.top - it.bottom);
            place(whole, std::move(it.art), {x, y, std::max(0.01, width), std::max(0.01, height)});
        }
        return whole;
    }

    const std::string& m_name;
    const AndroidValues& m_values;
    const Decoder& m_decoder;
};

}

bool isAndroidDrawable(std::string_view text) {
    text = text.substr(0, 4096);
    return text.find("<svg") == std::string_view::npos &&
           std::any_of(std::begin(kRoots), std::end(kRoots), [&](const char* root) {
               return text.find(std::string("<") + root) != std::string_view::npos;
           });
}

Result<art::Art> readAndroidDrawable(std::string_view text, const std::string& name,
                                     const AndroidValues& values, const Decoder& decoder) {
    auto art = DrawableComposer(name, values, decoder).read(text, 0);
    if (art && art::shapeCount(art->root) > 20'000) {
        return failure(ProblemKind::Refused, "holds more than 20 000 shapes once its references are followed",
                       name);
    }
    return art;
}

}
