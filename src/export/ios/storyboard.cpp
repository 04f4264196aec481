// SPDX-License-Identifier: MIT
#include "core/base/number_text.h"
#include "core/schedule/evaluate.h"
#include "export/common/names.h"
#include "export/common/xml.h"
#include "export/ios/ios_parts.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <pugixml.hpp>
#include <sstream>

namespace scaena::exporting {

namespace {

/// The screen the designer's canvas shows; the constraints hold on every other, too.
constexpr Size kCanvas{393, 852};

class Storyboard {
public:
    Storyboard(ExportBuild& build, const IosNames& names) : m_build(build), m_names(names) {}

    [[nodiscard]] std::string text() {
        auto document = m_document.append_child("document");
        static constexpr std::pair<const char*, const char*> head[] = {
            {"type", "com.apple.InterfaceBuilder3.CocoaTouch.Storyboard.XIB"},
            {"version", "3.0"},
            {"toolsVersion", "21507"},
            {"targetRuntime", "iOS.CocoaTouch"},
            {"propertyAccessControl", "none"},
            {"useAutolayout", "YES"},
            {"launchScreen", "YES"},
            {"useTraitCollections", "YES"},
            {"useSafeAreas", "YES"},
            {"colorMatched", "YES"},
            {"initialViewController", "launch"}};
        for (const auto& [name, value] : head) {
            with(document, name, value);
        }
        with(with(with(document.append_child("device"), "id", "retina6_12"), "orientation", "portrait"),
             "appearance", "light");
        addDependencies(document);
        auto scene = with(document.append_child("scenes").append_child("scene"), "sceneID", "scene");
        auto objects = scene.append_child("objects");
        auto controller = with(with(objects.append_child("viewController"), "id", "launch"), "sceneMemberID",
                               "viewController");
        addRoot(controller);
        with(with(with(with(objects.append_child("placeholder"), "placeholderIdentifier", "IBFirstResponder"),
                       "id", "responder"),
                  "userLabel", "First Responder"),
             "sceneMemberID", "firstResponder");
        addResources(document);
        std::ostringstream out;
        m_document.save(out, "    ", pugi::format_indent | pugi::format_no_declaration);
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n" + out.str();
    }

private:
    static void addDependencies(pugi::xml_node document) {
        auto list = document.append_child("dependencies");
        with(list.append_child("deployment"), "identifier", "iOS");
        with(with(list.append_child("plugIn"), "identifier", "com.apple.InterfaceBuilder.IBCocoaTouchPlugin"),
             "version", "21505");
        for (const auto& [name, version] :
             {std::pair{"Named colors", "9.0"}, std::pair{"Safe area layout guides", "9.0"},
              std::pair{"documents saved in the Xcode 8 format", "8.0"}}) {
            with(with(list.append_child("capability"), "name", name), "minToolsVersion", version);
        }
    }

    static void addFrame(pugi::xml_node view, const Rect& rect) {
        auto frame = with(view.append_child("rect"), "key", "frame");
        const auto number = [](double value) { return numberText(value, 1); };
        with(with(with(with(frame, "x", number(rect.x)), "y", number(rect.y)), "width", number(rect.width)),
             "height", number(rect.height));
    }

    void addColour(pugi::xml_node view, const model::ColourRef& ref) {
        with(with(view.append_child("color"), "key", "backgroundColor"), "name", m_names.colour(ref));
        if (std::find(m_colours.begin(), m_colours.end(), ref) == m_colours.end()) {
            m_colours.push_back(ref);
        }
    }

    void addRoot(pugi::xml_node controller) {
        auto root =
            with(with(with(controller.append_child("view"), "key", "view"), "contentMode", "scaleToFill"),
                 "id", "screen");
        addFrame(root, {0, 0, kCanvas.width, kCanvas.height});
        with(with(with(root.append_child("autoresizingMask"), "key", "autoresizingMask"), "widthSizable",
                  "YES"),
             "heightSizable", "YES");
        auto views = root.append_child("subviews");
        with(with(root.append_child("viewLayoutGuide"), "key", "safeArea"), "id", "safe-area");
        addColour(root, m_build.sequence().opening.colour);
        m_constraints = root.append_child("constraints");
        const auto& shown = m_build.sequence().opening.layers;
        for (const auto& layer : m_build.sequence().layers) {
            if (std::find(shown.begin(), shown.end(), layer.id) != shown.end() &&
                schedule::canBeStatic(layer.kind())) {
                addView(views, layer);
            }
        }
        if (!views.first_child()) {
            root.remove_child(views);
        }
        if (!m_constraints.first_child()) {
            root.remove_child(m_constraints);
        }
        addVariations(root);
    }

    void addView(pugi::xml_node views, const model::Layer& layer) {
        const auto picture = addOpeningPicture(m_build, m_names, layer);
        const auto id = "layer-" + layer.id;
        auto view = views.append_child(picture ? "imageView" : "view");
        with(view, "userInteractionEnabled", "NO");
        with(view, "contentMode", picture ? picture->mode : "scaleToFill");
        if (picture) {
            with(view, "clipsSubviews", "YES");
            with(view, "image", m_names.opening(layer.id));
            m_pictures.emplace_back(m_names.opening(layer.id), picture->size);
        }
        with(with(view, "translatesAutoresizingMaskIntoConstraints", "NO"), "id", id);
        if (!picture || picture->covers) {
            addFrame(view, {0, 0, kCanvas.width, kCanvas.height});
            if (!picture) {
                addColour(view, layer.get<model::BackdropContent>().fill.colour);
            }
            for (const char* edge : {"left", "top", "right", "bottom"}) {
                constrain(id, edge, "screen", edge, 0);
            }
            return;
        }
        const model::PlacesOn canvas{kCanvas, {0, 59, kCanvas.width, kCanvas.height - 59 - 34}};
        const Point middle = canvas.centreOf(layer.place);
        const Size size = picture->size;
        addFrame(view, {middle.x - size.width / 2, middle.y - size.height / 2, size.width, size.height});
        auto own = view.append_child("constraints");
        for (const auto& [side, length] :
             {std::pair{"width", size.width}, std::pair{"height", size.height}}) {
            with(with(with(own.append_child("constraint"), "firstAttribute", side), "constant",
                      numberText(length)),
                 "id", id + "-" + side);
        }
        const auto upright = place(views, id, layer.place, "");
        if (layer.landscape) {
            // Phones held sideways have the compact height class; there the other place counts.
            m_upright.insert(m_upright.end(), upright.begin(), upright.end());
            const auto sideways = place(views, id, *layer.landscape, "-low");
            m_sideways.insert(m_sideways.end(), sideways.begin(), sideways.end());
        }
    }

    struct Axis {
        const char* name;
        const char* centre;
        std::array<const char*, 3> points; ///< low edge, middle and high edge
        const char* length;
        std::array<const char*, 2> otherEdges;
    };
    static constexpr Axis kAcross = {
        "across", "centerX", {"left", "centerX", "right"}, "width", {"top", "bottom"}};
    static constexpr Axis kDown = {
        "down", "centerY", {"top", "centerY", "bottom"}, "height", {"left", "right"}};

    /// Holds the view's middle to a point of the screen or its safe area; left and right, so that scripts
    /// that run from right to left change nothing. Gives the names of the constraints.
    std::vector<std::string> place(pugi::xml_node views, const std::string& id, const model::Place& place,
                                   const std::string& mark) {
        const Point at = model::fractions(place.anchor), share = model::shareOf(place),
                    way = model::wayOf(place);
        auto names = hold(views, id, place, {kAcross, at.x, share.x - at.x, way.x}, mark);
        const auto down = hold(views, id, place, {kDown, at.y, share.y - at.y, way.y}, mark);
        names.insert(names.end(), down.begin(), down.end());
        return names;
    }

    struct Held {
        const Axis& axis;
        double anchor; ///< 0, ½ or 1
        double part;   ///< of the screen or safe area, from there
        double way;    ///< dp, from there
    };

    std::vector<std::string> hold(pugi::xml_node views, const std::string& id, const model::Place& place,
                                  const Held& it, const std::string& mark) {
        const char* to = place.safeArea ? "safe-area" : "screen";
        const char* anchor = it.axis.points[static_cast<std::size_t>(std::lround(it.anchor * 2))];
        if (it.part == 0) {
            return {constrain(id, it.axis.centre, to, anchor, it.way, mark)};
        }
        // A view that nobody sees is as long as that part, from the anchor point on; ours hangs on its end.
        const auto spacer = fmt::format("{}-{}{}", id, it.axis.name, mark);
        auto view = with(with(views.append_child("view"), "hidden", "YES"), "contentMode", "scaleToFill");
        with(with(view, "translatesAutoresizingMaskIntoConstraints", "NO"), "id", spacer);
        addFrame(view, {0, 0, 0, 0});
        const bool forwards = it.part > 0;
        const char* begin = it.axis.points[forwards ? 0 : 2];
        const char* end = it.axis.points[forwards ? 2 : 0];
        const auto other = it.axis.otherEdges;
        return {constrain(spacer, begin, to, anchor, 0),
                constrain(spacer, it.axis.length, to, it.axis.length, 0, {}, std::abs(it.part)),
                constrain(spacer, other[0], "screen", other[0], 0),
                constrain(spacer, other[1], "screen", other[0], 0),
                constrain(id, it.axis.centre, spacer.c_str(), end, it.way, mark)};
    }

    std::string constrain(const std::string& item, const char* attribute, const char* to,
                          const char* toAttribute, double constant, const std::string& mark = {},
                          double part = 1) {
        auto it = with(m_constraints.append_child("constraint"), "firstItem", item);
        with(it, "firstAttribute", attribute);
        with(with(it, "secondItem", to), "secondAttribute", toAttribute);
        if (part != 1) {
            with(it, "multiplier", numberText(part));
        }
        if (constant != 0) {
            with(it, "constant", numberText(constant));
        }
        const auto id = fmt::format("{}-{}{}", item, attribute, mark);
        with(it, "id", id);
        return id;
    }

    void addVariations(pugi::xml_node root) const {
        if (m_sideways.empty()) {
            return;
        }
        const auto mask = [&](const char* key, const std::vector<std::string>& without,
                              const std::vector<std::string>& within) {
            auto list = with(with(root.append_child("variation"), "key", key).append_child("mask"), "key",
                             "constraints");
            for (const auto& id : without) {
                with(list.append_child("exclude"), "reference", id);
            }
            for (const auto& id : within) {
                with(list.append_child("include"), "reference", id);
            }
        };
        mask("default", m_sideways, {});
        mask("heightClass=compact", m_upright, m_sideways);
    }

    void addResources(pugi::xml_node document) const {
        auto list = document.append_child("resources");
        for (const auto& [name, size] : m_pictures) {
            with(with(with(list.append_child("image"), "name", name), "width", numberText(size.width)),
                 "height", numberText(size.height));
        }
        for (const auto& ref : m_colours) {
            const Colour c = model::colourOf(m_build.sequence().palette, ref, model::Appearance::Light);
            auto colour =
                with(list.append_child("namedColor"), "name", m_names.colour(ref)).append_child("color");
            for (const auto& [part, value] : {std::pair{"red", c.r}, std::pair{"green", c.g},
                                              std::pair{"blue", c.b}, std::pair{"alpha", c.a}}) {
                with(colour, part, numberText(value / 255.0, 5));
            }
            with(with(colour, "colorSpace", "custom"), "customColorSpace", "sRGB");
        }
    }

    ExportBuild& m_build;
    const IosNames& m_names;
    pugi::xml_document m_document;
    pugi::xml_node m_constraints;
    std::vector<model::ColourRef> m_colours;
    std::vector<std::pair<std::string, Size>> m_pictures;
    std::vector<std::string> m_upright, m_sideways; ///< constraints of places that differ on low screens
};

}

void addStoryboard(ExportBuild& build, const IosNames& names) {
    build.add(names.folder + names.storyboard() + ".storyboard", Storyboard(build, names).text());
}

std::string launchPlist(const IosNames& names) {
    return fmt::format("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                       "<!DOCTYPE plist PUBLIC \"-//Apple//DTD PLIST 1.0//EN\" "
                       "\"http://www.apple.com/DTDs/PropertyList-1.0.dtd\">\n"
                       "<plist version=\"1.0\">\n<dict>\n    <key>UILaunchStoryboardName</key>\n    "
                       "<string>{}</string>\n</dict>\n</plist>\n",
                       names.storyboard());
}

}
