// SPDX-License-Identifier: MIT
#include "core/base/result.h"

namespace scaena {

std::string Problem::text() const {
    std::string out;
    for (const auto& part : {file, place}) {
        if (!part.empty()) {
            out += part + ": ";
        }
    }
    return out + message;
}

tl::unexpected<Problems> failure(ProblemKind kind, std::string message, std::string file, std::string place) {
    return tl::unexpected(Problems{{kind, std::move(message), std::move(file), std::move(place)}});
}

std::string describe(const Problems& problems) {
    std::string out;
    for (const auto& problem : problems) {
        out += (out.empty() ? "" : "\n") + problem.text();
    }
    return out;
}

}
