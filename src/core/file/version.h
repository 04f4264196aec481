// SPDX-License-Identifier: MIT
#pragma once

#include <string_view>

namespace scaena::file {

/// The version this program writes. Raise it when an older program would misread a file, add a migration
/// (migrate.h) and keep a sample of the old version under tests/data/old-versions.
inline constexpr int kVersion = 1;
inline constexpr std::string_view kFormatName = "scaena-sequence";
inline constexpr std::string_view kExtension = ".scaena";

}
