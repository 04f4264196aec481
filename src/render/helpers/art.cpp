// SPDX-License-Identifier: MIT
#include "render/base/helper_protocol.h"

#include <algorithm>
#include <cairo-svg.h>
#include <fontconfig/fontconfig.h>
#include <librsvg/rsvg.h>
#include <memory>
#include <string>

namespace {

using namespace scaena::helper;

struct Unref {
    void operator()(RsvgHandle* it) const { g_object_unref(it); }
    void operator()(cairo_surface_t* it) const { cairo_surface_destroy(it); }
    void operator()(cairo_t* it) const { cairo_destroy(it); }
};
using Handle = std::unique_ptr<RsvgHandle, Unref>;
using Surface = std::unique_ptr<cairo_surface_t, Unref>;
using Context = std::unique_ptr<cairo_t, Unref>;

cairo_status_t append(void* closure, const unsigned char* data, unsigned int length) {
    static_cast<std::string*>(closure)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

/// The first of a list as CSS writes it, without its quotes.
std::string firstFamily(const std::string& list) {
    std::string first = list.substr(0, list.find(','));
    first.erase(std::remove_if(first.begin(), first.end(), [](char c) { return c == '"' || c == '\''; }),
                first.end());
    const auto from = first.find_first_not_of(" \t\r\n");
    const auto to = first.find_last_not_of(" \t\r\n");
    return from == std::string::npos ? std::string() : first.substr(from, to - from + 1);
}

bool isInstalled(const std::string& family) {
    for (const char* general : {"", "serif", "sans-serif", "monospace", "cursive", "fantasy", "system-ui"}) {
        if (family == general) {
            return true;
        }
    }
    FcPattern* pattern = FcPatternCreate();
    FcPatternAddString(pattern, FC_FAMILY, reinterpret_cast<const FcChar8*>(family.c_str()));
    FcObjectSet* asked = FcObjectSetBuild(FC_FAMILY, nullptr);
    FcFontSet* found = FcFontList(nullptr, pattern, asked);
    const bool isThere = found && found->nfont > 0;
    if (found) {
        FcFontSetDestroy(found);
    }
    FcObjectSetDestroy(asked);
    FcPatternDestroy(pattern);
    return isThere;
}

bool draw(const Drawing& order, const std::string& svg, std::string& out) {
    // Without a base it opens no other file, and fetches nothing.
    const Handle handle(
        rsvg_handle_new_from_data(reinterpret_cast<const guint8*>(svg.data()), svg.size(), nullptr));
    if (!handle) {
        return false;
    }
    const int width = static_cast<int>(order.width);
    const int height = static_cast<int>(order.height);
    const bool outlines = order.kind == Drawing::Outlines;
    const Surface surface(outlines ? cairo_svg_surface_create_for_stream(append, &out, width, height)
                                   : cairo_image_surface_create(CAIRO_FORMAT_ARGB32, width, height));
    if (cairo_surface_status(surface.get()) != CAIRO_STATUS_SUCCESS) {
        return false;
    }
    if (outlines) {
        cairo_svg_surface_set_document_unit(surface.get(), CAIRO_SVG_UNIT_USER);
    }
    const Context context(cairo_create(surface.get()));
    const RsvgRectangle whole{0, 0, double(width), double(height)};
    if (!rsvg_handle_render_document(handle.get(), context.get(), &whole, nullptr)) {
        return false;
    }
    if (outlines) {
        cairo_surface_finish(surface.get());
        return true;
    }
    cairo_surface_flush(surface.get());
    const auto stride = cairo_image_surface_get_stride(surface.get());
    const auto* pixels = reinterpret_cast<const char*>(cairo_image_surface_get_data(surface.get()));
    for (int y = 0; y < height; ++y) {
        out.append(pixels + static_cast<std::ptrdiff_t>(y) * stride, static_cast<std::size_t>(width) * 4);
    }
    return true;
}

}

/// scaena-art: draws what paths cannot say of one SVG document, or outlines its words, over the socket it is
/// given as its standard input (helper_protocol.h); then it ends. What goes wrong in it ends nothing else.
int main() {
    constexpr int kSocket = 0;
    limitThisProcess(6);
    Drawing order;
    if (!receiveAll(kSocket, &order, sizeof order) || order.svgBytes > kMostSvg || order.familyBytes > 4096 ||
        order.width < 1 || order.height < 1 || order.width > kLongestSide || order.height > kLongestSide) {
        return 1;
    }
    std::string svg(order.svgBytes, '\0');
    std::string families(order.familyBytes, '\0');
    if (!receiveAll(kSocket, svg.data(), svg.size()) ||
        !receiveAll(kSocket, families.data(), families.size())) {
        return 1;
    }
    std::string bytes;
    Answer answer;
    answer.works = draw(order, svg, bytes) ? 1 : 0;
    answer.hasFont = order.kind == Drawing::Pixels || isInstalled(firstFamily(families)) ? 1 : 0;
    answer.bytes = static_cast<std::uint32_t>(bytes.size());
    return sendAll(kSocket, &answer, sizeof answer) && sendAll(kSocket, bytes.data(), bytes.size()) ? 0 : 1;
}
