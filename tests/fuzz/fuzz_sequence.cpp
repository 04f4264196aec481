// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"

#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    (void)scaena::file::read({reinterpret_cast<const char*>(data), size});
    return 0;
}
