// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace scaena {

/// What sort of failure a Problem is; the command line derives its exit code from it.
enum class ProblemKind { NotFound, Unreadable, Invalid, Unsupported, Refused };

/// One thing that is wrong with some input, said in the person's terms.
struct Problem {
    ProblemKind kind = ProblemKind::Invalid;
    std::string message; ///< a sentence: what is wrong and what was expected
    std::string file;    ///< path of the file concerned, may be empty
    std::string place;   ///< JSON pointer, "line 12", or empty

    /// "file: place: message" without the empty parts.
    [[nodiscard]] std::string text() const;
    bool operator==(const Problem&) const = default;
};

using Problems = std::vector<Problem>;

/// A value, or the list of everything that kept it from being made. Never both, nothing half-read.
template <typename T>
using Result = tl::expected<T, Problems>;

[[nodiscard]] tl::unexpected<Problems> failure(ProblemKind kind, std::string message, std::string file = {},
                                               std::string place = {});

/// All problems, one line each.
[[nodiscard]] std::string describe(const Problems& problems);

}
