// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <string>

namespace scaena::model {

/// Keys of a file that this version does not know, with their value as JSON text. They are written back
/// unchanged, so that an older program does not lose what a newer one has made.
using Extras = std::map<std::string, std::string>;

}
