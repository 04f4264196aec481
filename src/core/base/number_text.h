// SPDX-License-Identifier: MIT
#pragma once

#include <string>

namespace scaena {

/// A number with at most `digits` decimals (0 to 9), without zeros at its end and without an exponent:
/// "12.5",
/// "-3", "0". Rounded as printf("%.*f") does. The files of an export hold tens of thousands of them.
[[nodiscard]] std::string numberText(double value, int digits = 3);

/// The same, put behind `out`.
void appendNumber(std::string& out, double value, int digits);

}
