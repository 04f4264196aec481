// SPDX-License-Identifier: MIT
#include "core/art/read_clip.h"
#include "core/art/read_vector_drawable.h"
#include "core/art/write_svg.h"
#include "core/file/phrase_file.h"

#include <cstdint>

/// The readers of clips, VectorDrawables and phrases: no input may crash or hang them.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    (void)scaena::art::readClip(text);
    if (const auto art = scaena::art::readVectorDrawable(text)) {
        (void)scaena::art::writeSvg(*art);
    }
    (void)scaena::file::readPhrases(text);
    return 0;
}
