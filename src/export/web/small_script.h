// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>

namespace scaena::exporting {

/// What a line of a small script is filled up to: a line ends only where a statement goes on, which may be
/// some words further.
inline constexpr std::size_t kSmallLine = 140;

/// A script without what only people read: comments, indentation, spaces that divide nothing. Names stay, and
/// so do statements on lines of their own, so that an error's line and the difference of two exports still
/// tell something. `script`: of ours, whose statements end with semicolons and whose blocks have braces.
/// Regular expressions are told from divisions by what stands before them.
[[nodiscard]] std::string smallScript(std::string_view script);

}
