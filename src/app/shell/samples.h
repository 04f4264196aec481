// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/devices.h"

#include <QString>
#include <vector>

namespace scaena::app {

/// A sample that is shipped: made up, like everything in it.
struct Sample {
    const char* command; ///< in shell/commands.h
    const char* path;    ///< below the samples' folder
    const char* name;
    const char* about;
    schedule::DeviceId device; ///< it shows best on
    bool landscape;
    std::vector<double> moments; ///< for its picture on the welcome page, ms
};

[[nodiscard]] const std::vector<Sample>& samples();
/// Where the installed or built samples lie; empty if they cannot be found.
[[nodiscard]] QString samplesFolder();
[[nodiscard]] QString sampleFile(const Sample& sample);

}
