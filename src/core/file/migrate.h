// SPDX-License-Identifier: MIT
#pragma once

#include <nlohmann/json_fwd.hpp>

namespace scaena::file {

/// Brings a raw document of an older version to the present one, one step a version, before the model is
/// built. Version 1 is the first, so there is no step yet; see docs/format/README.md for how to add one.
void migrate(nlohmann::ordered_json& document, int fromVersion);

}
