// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/frame.h"
#include "core/schedule/schedule.h"

#include <nlohmann/json.hpp>

/// The JSON shapes of the command line. docs/command-line.md documents them; they only grow.
namespace scaena::cli {

using Json = nlohmann::ordered_json;

[[nodiscard]] Json infoJson(const model::Sequence& sequence);
[[nodiscard]] Json scheduleJson(const schedule::Schedule& schedule);
[[nodiscard]] Json stateJson(const schedule::Schedule& schedule, const schedule::Frame& frame);
/// null for a time that never comes.
[[nodiscard]] Json timeJson(Millis time);

}
