// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace scaena::exporting {

enum class LineKind { Same, Gone, New };

struct DiffLine {
    LineKind kind = LineKind::Same;
    std::string text; ///< without its end
    bool operator==(const DiffLine&) const = default;
};

/// The fewest lines to take out and to add that lead from one text to the other (E. Myers, An O(ND)
/// Difference Algorithm, 1986). Texts that differ in more than `kMostEdits` lines come as one block out, one
/// block in.
[[nodiscard]] std::vector<DiffLine> diffLines(std::string_view from, std::string_view to);

inline constexpr int kMostEdits = 4000;

/// The lines of a text; a last line without an end counts.
[[nodiscard]] std::vector<std::string> linesOf(std::string_view text);

}
