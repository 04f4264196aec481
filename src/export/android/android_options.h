// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_options.h"

namespace scaena::exporting {

inline constexpr ExportOption kIconAlwaysOption{
    .key = "icon-always",
    .label = "Icon on every start",
    .about = "Android 13 and later: the icon also where a notification or another app opens yours; your app "
             "has to be compiled with API 33 or later",
    .needsIcon = true};

}
