// SPDX-License-Identifier: MIT
#include "first_picture.h"

#include <QApplication>
#include <QMainWindow>

/// What any program of this toolkit takes to show a window with nothing in it.
int main(int argc, char** argv) {
    const QApplication app(argc, argv);
    QMainWindow window;
    new scaena::bench::FirstPicture(window, [&] {
        scaena::bench::say("window");
        QApplication::exit();
    });
    window.resize(1280, 800);
    window.show();
    return QApplication::exec();
}
