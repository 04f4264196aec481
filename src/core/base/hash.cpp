// SPDX-License-Identifier: MIT
#include "core/base/hash.h"

#include <fmt/format.h>
#include <openssl/sha.h>

namespace scaena {

std::string sha256(std::string_view bytes) {
    unsigned char digest[SHA256_DIGEST_LENGTH];
    SHA256(reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size(), digest);
    std::string out;
    for (unsigned char byte : digest) {
        out += fmt::format("{:02x}", byte);
    }
    return out;
}

bool isSha256(std::string_view text) {
    return text.size() == 2 * SHA256_DIGEST_LENGTH &&
           text.find_first_not_of("0123456789abcdef") == std::string_view::npos;
}

}
