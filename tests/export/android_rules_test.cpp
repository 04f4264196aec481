// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "export/android/vector_drawable.h"
#include "support/builders.h"
#include "support/export_helper.h"

#include <pugixml.hpp>

/// Rules of the platform that its resource compiler does not look at: an app that breaks one of them dies
/// when the vector is loaded, or shows another picture.
using namespace scaena;
using namespace scaena::test;

namespace {

std::vector<pugi::xml_node> all(const pugi::xml_document& document, const std::string& name) {
    std::vector<pugi::xml_node> found;
    for (const auto& it : document.select_nodes(("//" + name).c_str())) {
        found.push_back(it.node());
    }
    return found;
}

/// What the platform would say to it, or nothing.
std::string refusalOf(const std::string& xml) {
    pugi::xml_document document;
    if (!document.load_string(xml.c_str())) {
        return "no XML";
    }
    const auto paths = all(document, "path");
    if (paths.empty()) {
        return "no path defined";
    }
    for (const auto* kind : {"path", "clip-path"}) {
        for (const auto& path : all(document, kind)) {
            if (std::string_view(path.attribute("android:pathData").value()).empty()) {
                return "a path without data";
            }
        }
    }
    for (const auto& path : paths) {
        bool gradient = false;
        for (const auto& attribute : path.children("aapt:attr")) {
            gradient =
                gradient || std::string_view(attribute.attribute("name").value()) == "android:fillColor";
        }
        if (gradient && path.attribute("android:strokeColor")) {
            return "a plain line that would be painted with the fill's gradient";
        }
    }
    for (const auto& it : document.select_nodes("//@android:name")) {
        const std::string_view name = it.attribute().value();
        if (name.starts_with('@') || name.starts_with('?')) {
            return "a name that is read as a reference";
        }
    }
    return {};
}

std::string vectorOf(const std::string& inside, bool fillsOnly = false) {
    const auto art =
        art::readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'>" + inside + "</svg>");
    REQUIRE(art);
    exporting::VectorOptions options;
    options.size = {100, 100};
    options.box = {0, 0, 100, 100};
    options.currentColour = "#FF000000";
    options.fillsOnly = fillsOnly;
    return exporting::vectorDrawable(*art, options);
}

constexpr const char* kGradient = "<linearGradient id='g'><stop stop-color='red'/><stop offset='1' "
                                  "stop-color='blue'/></linearGradient>";

}

TEST_CASE("Every vector of every sample's export is one the platform loads") {
    int seen = 0;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto target :
             std::initializer_list<plan::ExportId>{"android", "flutter", "react-native"}) {
            for (const auto& file : exported(project.sequence, *project.artFiles, {}, target).files) {
                if (file.bytes.find("<vector") != std::string::npos && file.path.ends_with(".xml")) {
                    INFO(path << " " << file.path);
                    CHECK(refusalOf(file.bytes) == "");
                    ++seen;
                }
            }
        }
    }
    CHECK(seen > 20);
}

TEST_CASE("Art that leaves nothing to paint still gives a vector the platform loads") {
    const std::string line = "<path d='M10 10L90 90' fill='none' stroke='#333' stroke-width='4'/>";
    CHECK(refusalOf(vectorOf(line, true)) == ""); // its fills alone: none
    CHECK(refusalOf(vectorOf("")) == "");
    CHECK(refusalOf(vectorOf("<g><path d='' fill='red'/></g>")) == "");
    exporting::VectorOptions options;
    options.size = {10, 10};
    options.box = {0, 0, 10, 10};
    options.currentColour = "#FF000000";
    const auto blanks = exporting::textArt(art::Path{}, {10, 10});
    CHECK(refusalOf(exporting::vectorDrawable(blanks, options)) == "");
}

TEST_CASE("A gradient fill with a plain line is written as two paths, fill first") {
    const auto xml = vectorOf(
        std::string(kGradient) +
        "<rect x='10' y='10' width='80' height='80' fill='url(#g)' stroke='#222' stroke-width='6'/>");
    CHECK(refusalOf(xml) == "");
    pugi::xml_document document;
    REQUIRE(document.load_string(xml.c_str()));
    const auto paths = all(document, "path");
    REQUIRE(paths.size() == 2);
    CHECK(paths[0].child("aapt:attr"));
    CHECK_FALSE(paths[1].child("aapt:attr"));
    CHECK(std::string(paths[1].attribute("android:strokeColor").value()) == "#FF222222");
    CHECK(std::string(paths[0].attribute("android:pathData").value()) ==
          paths[1].attribute("android:pathData").value());
}

TEST_CASE("Ids of art are never taken for references to resources") {
    for (const char* id : {"@string/x", "?attr/y", "icon", "a b"}) {
        INFO(id);
        const auto xml = vectorOf(std::string("<path id='") + id + "' d='M0 0h9v9z' fill='red'/>");
        CHECK(refusalOf(xml) == "");
        CHECK(xml.find(id) == std::string::npos); // not even one of the names the icon's animation looks for
    }
}

TEST_CASE("The rules are awake: what the platform refuses is found") {
    CHECK(refusalOf("<vector/>") == "no path defined");
    CHECK(refusalOf("<vector><path android:pathData=''/></vector>") == "a path without data");
    CHECK(refusalOf("<vector><path android:pathData='M0,0' android:strokeColor='#FFF'><aapt:attr "
                    "name='android:fillColor'/></path></vector>") != "");
    CHECK(refusalOf("<vector><path android:name='@x' android:pathData='M0,0'/></vector>") != "");
}

TEST_CASE("On Android an app's own theme is set back before anything else of the activity") {
    const auto project = openSample(samples().front());
    for (const auto target : std::initializer_list<plan::ExportId>{"android", "react-native"}) {
        INFO(target.name());
        const auto steps = fileOf(exported(project.sequence, *project.artFiles, {}, target), "INTEGRATE.md");
        const auto create = steps.find("override fun onCreate");
        const auto theme = steps.find("setTheme(", create);
        const auto super = steps.find("super.onCreate", create);
        REQUIRE(create != std::string::npos);
        REQUIRE(super != std::string::npos);
        CHECK(theme < super);
    }
}
