// SPDX-License-Identifier: MIT
#pragma once

#include "app/schema_walk.h"

#include <functional>
#include <map>

/// For each key of the file what a person does in the window to change it: a row each.
namespace scaena::test {

using Ways = std::map<std::string, std::function<void(Walk&)>>;

[[nodiscard]] Ways waysOfSequence(); ///< its name, colours, opening, bars, icon
[[nodiscard]] Ways waysOfTime();     ///< beats, gates, starts, takes
[[nodiscard]] Ways waysOfCues();
[[nodiscard]] Ways waysOfLayers();

// Files of the samples that can be chosen.
[[nodiscard]] std::filesystem::path anySvg();
[[nodiscard]] std::filesystem::path anyPng();
[[nodiscard]] std::filesystem::path anyClip();
[[nodiscard]] std::filesystem::path firstIn(const char* folder, const char* ending);

}
