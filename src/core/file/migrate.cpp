// SPDX-License-Identifier: MIT
#include "core/file/migrate.h"

#include "core/file/version.h"

#include <array>
#include <nlohmann/json.hpp>

namespace scaena::file {

namespace {

using Step = void (*)(nlohmann::ordered_json&);

/// steps[n] turns version n+1 into version n+2.
constexpr std::array<Step, kVersion - 1> kSteps = {};

}

void migrate(nlohmann::ordered_json& document, int fromVersion) {
    for (std::size_t step = static_cast<std::size_t>(fromVersion) - 1; step < kSteps.size(); ++step) {
        kSteps[step](document);
    }
}

}
