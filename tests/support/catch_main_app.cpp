// SPDX-License-Identifier: MIT
#define CATCH_CONFIG_RUNNER
#include "render/art/art_drawer.h"

#include <QApplication>
#include <QSettings>
#include <QTemporaryDir>
#include <catch2/catch.hpp>

int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) {
        qputenv("QT_QPA_PLATFORM", "offscreen");
    }
    QApplication app(argc, argv);
    QApplication::setStyle(QStringLiteral("Fusion"));
    QApplication::setApplicationName(QStringLiteral("scaena-test"));
    QApplication::setOrganizationName(QStringLiteral("scaena-test"));
    // Settings, journals and kept texts of the person who runs the tests stay untouched, and tests that run
    // side by side do not meet.
    const QTemporaryDir home;
    qputenv("XDG_DATA_HOME", home.filePath(QStringLiteral("data")).toUtf8());
    qputenv("XDG_CONFIG_HOME", home.filePath(QStringLiteral("config")).toUtf8());
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope,
                       home.filePath(QStringLiteral("config")));
    scaena::render::DrawingHelper::use(); // as the programs do
    return Catch::Session().run(argc, argv);
}
