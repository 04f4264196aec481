// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/build.h"
#include "export/ios/ios_parts.h"

namespace scaena::exporting {

/// What an export is called in an app's scripts and beside them.
struct ReactNativeNames {
    std::string launch;      ///< "moraineHutsLaunch"
    std::string folder;      ///< "launch/moraine-huts/"
    std::string holdPackage; ///< "com.example.huts.launch"
};

void addReactNativeInstructions(ExportBuild& build, const ReactNativeNames& names,
                                const AndroidNames& android, const IosNames& ios);

}
