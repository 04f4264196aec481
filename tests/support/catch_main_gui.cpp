// SPDX-License-Identifier: MIT
#define CATCH_CONFIG_RUNNER
#include "render/art/art_drawer.h"

#include <QGuiApplication>
#include <catch2/catch.hpp>

int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) {
        qputenv("QT_QPA_PLATFORM", "offscreen");
    }
    QGuiApplication app(argc, argv);
    scaena::render::DrawingHelper::use(); // as the programs do
    return Catch::Session().run(argc, argv);
}
