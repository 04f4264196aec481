// SPDX-License-Identifier: MIT
#define CATCH_CONFIG_RUNNER
#include <QApplication>
#include <QStandardPaths>
#include <catch2/catch.hpp>

int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) {
        qputenv("QT_QPA_PLATFORM", "offscreen");
    }
    QApplication app(argc, argv);
    QApplication::setStyle(QStringLiteral("Fusion"));
    QApplication::setApplicationName(QStringLiteral("scaena-test"));
    QApplication::setOrganizationName(QStringLiteral("scaena-test"));
    QStandardPaths::setTestModeEnabled(
        true); // settings and journals of the person who runs the tests stay untouched
    return Catch::Session().run(argc, argv);
}
