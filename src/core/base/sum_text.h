// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string_view>

namespace scaena {

/// What a person typed into a number's field: a number, or a sum of + - * / ( ) such as "240+16". It may
/// begin with * or /, which then works on `before`, the number that was there; "50%" is so much of it. A
/// comma is a decimal point, × and ÷ and − are read, too, and spaces mean nothing. Nothing for text that is
/// no sum, and where a division by nothing or a number beyond all bounds would come of it.
[[nodiscard]] std::optional<double> sumOf(std::string_view text, double before);

}
