// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/app_project.h"

namespace scaena::start {

/// Adds what of an app's launch is more than its art and colours: plate, footer mark, bars, words, the screen
/// behind it. What cannot be carried is named among the warnings.
void useProjectLooks(const FileAccess& files, const Decoder& decoder, const std::filesystem::path& root,
                     const ProjectFindings& found, Started& started);

}
