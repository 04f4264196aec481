// SPDX-License-Identifier: MIT
#include "core/start/app_project.h"

#include <cstdint>

/// App projects: Android values and drawables, asset catalogues. Two files of each, cut where the input has a
/// zero.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    const auto cut = std::min(text.find('\0'), text.size());
    const auto first = text.substr(0, cut);
    const auto second = text.substr(std::min(cut + 1, text.size()));
    const std::atomic<bool> stop = false;
    scaena::MemoryFiles android;
    android.contents["res/values/a.xml"] = first;
    android.contents["res/values-night/a.xml"] = second;
    android.contents["res/drawable/logo.xml"] = second;
    (void)scaena::start::lookThrough(android, "", stop);
    scaena::MemoryFiles catalogue;
    catalogue.contents["A.xcassets/Brand.colorset/Contents.json"] = first;
    catalogue.contents["A.xcassets/Logo.imageset/Contents.json"] = second;
    catalogue.contents["A.xcassets/Logo.imageset/logo.png"] = "x";
    (void)scaena::start::lookThrough(catalogue, "", stop);
    return 0;
}
