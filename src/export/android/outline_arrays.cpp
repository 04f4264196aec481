// SPDX-License-Identifier: MIT
#include "export/android/outline_arrays.h"

#include "core/art/path.h"
#include "core/base/number_text.h"
#include "core/project/shown_art.h"
#include "export/android/long_paths.h"
#include "export/android/vector_drawable.h"
#include "export/common/outlines.h"
#include "export/common/xml.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

/// Contours that lie apart may be drawn one after another: each begins at once with the others.
std::vector<std::string> textsOf(AndroidBuild& build, const std::string& drawable, const std::string& path) {
    if (path.size() <= kLongestResourceText) {
        return {path};
    }
    if (auto texts = pathTexts(art::parsePath(path).path, 0)) {
        return std::move(*texts);
    }
    build.base.note("outline-left-out",
                    fmt::format("an outline of {} is too long for a resource and is not drawn", drawable));
    return {};
}

}

std::string outlinesName(const std::string& drawable) { return drawable + "_lines"; }

void addOutlines(AndroidBuild& build, const model::Layer& layer, const std::string& drawable) {
    for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
        const bool dark = appearance == model::Appearance::Dark;
        const auto outlines = outlinesOf(build.input, layer, appearance);
        if (outlines.empty() || (dark && !project::differsByNight(layer))) {
            continue;
        }
        pugi::xml_document document;
        auto list =
            with(document.append_child("resources").append_child("array"), "name", outlinesName(drawable));
        for (const auto& outline : outlines) {
            for (const auto& text : textsOf(build, drawable, outline.path)) {
                list.append_child("item").text() = text.c_str();
                list.append_child("item").text() =
                    (outline.ref.empty() ? androidColour(outline.colour)
                                         : "@color/" + build.names.colour(outline.ref))
                        .c_str();
                list.append_child("item").text() = numberText(outline.strokeWidth, 5).c_str();
            }
        }
        build.add(fmt::format("res/values{}/{}.xml", dark ? "-night" : "", outlinesName(drawable)),
                  xmlText(document));
    }
}

}
