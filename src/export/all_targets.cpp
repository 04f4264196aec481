// SPDX-License-Identifier: MIT
#include "export/android/android_exporter.h"
#include "export/common/exporter.h"
#include "export/flutter/flutter_exporter.h"
#include "export/ios/ios_exporter.h"
#include "export/lottie/lottie_exporter.h"
#include "export/react_native/react_native_exporter.h"
#include "export/web/web_exporter.h"

namespace scaena::exporting {

/// In the order of plan::kExportNames; a test holds it to that.
const std::vector<const Exporter*>& exporters() {
    static const AndroidExporter android;
    static const IosExporter ios;
    static const FlutterExporter flutter;
    static const ReactNativeExporter reactNative;
    static const WebExporter web;
    static const LottieExporter lottie;
    static const std::vector<const Exporter*> list = {&android, &ios, &flutter, &reactNative, &web, &lottie};
    return list;
}

const Exporter& exporterOf(plan::ExportId id) { return *exporters().at(id.row()); }

std::string exporterIds() {
    std::string ids;
    for (const auto name : plan::kExportNames) {
        ids += (ids.empty() ? "" : ", ") + std::string(name);
    }
    return ids;
}

}
