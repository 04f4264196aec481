// SPDX-License-Identifier: MIT
#include "core/art/path.h"

#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    (void)scaena::art::parsePath({reinterpret_cast<const char*>(data), size});
    return 0;
}
