// SPDX-License-Identifier: MIT
#include "app/shell/samples.h"

#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>

namespace scaena::app {

const std::vector<Sample>& samples() {
    static const std::vector<Sample> list = {
        {"sampleMoraine",
         "moraine/moraine.scaena",
         "Moraine Huts",
         "vector art, a wait with three gates, panel to header",
         "tall-phone",
         false,
         {500, 1250, 2000}},
        {"sampleTidewater",
         "tidewater/tidewater.scaena",
         "Tidewater Almanac",
         "a tablet held sideways, pictures in several densities, dark ones by night",
         "tablet",
         true,
         {1500}},
        {"sampleLarder",
         "larder/larder.scaena",
         "Larder",
         "a clip that stops at a point, a panel that becomes the header",
         "tall-phone",
         false,
         {900, 1700, 2900}},
    };
    return list;
}

QString samplesFolder() {
    for (const QString& folder :
         {QStringLiteral(SCAENA_SOURCE_SAMPLES),
          QCoreApplication::applicationDirPath() + QStringLiteral("/../share/scaena/samples")}) {
        if (QFileInfo::exists(folder + QStringLiteral("/moraine/moraine.scaena"))) {
            return QDir::cleanPath(folder);
        }
    }
    return {};
}

QString sampleFile(const Sample& sample) {
    return samplesFolder() + QLatin1Char('/') + QString::fromLatin1(sample.path);
}

}
