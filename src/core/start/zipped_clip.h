// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"

namespace scaena::start {

/// Whether the file begins as a zip archive does (APPNOTE 4.3.7).
[[nodiscard]] bool isArchive(const std::string& bytes);

/// A Lottie clip that is packed as a zip archive with its pictures, as one file that holds them: the first
/// animation that its manifest.json names, or else the first JSON file in it. Others are named in `warnings`,
/// as are pictures it asks for that are not there. Fails for an archive that is broken, holds no clip, or
/// unpacks to more than a clip may have.
[[nodiscard]] Result<std::string> clipOfArchive(const std::string& bytes, const std::string& name,
                                                Problems& warnings);

}
