// SPDX-License-Identifier: MIT
#include "app/shell/start_up.h"
#include "app/shell/main_window.h"
#include "first_picture.h"

#include <QApplication>

/// How long the window takes to be seen, and the welcome page in it. bench/start_up.mjs compares it with
/// scaena-empty-window.
int main(int argc, char** argv) {
    using scaena::app::MainWindow;
    const QApplication app(argc, argv);
    scaena::app::dressEmptyWindow();
    MainWindow window(MainWindow::Made::WhenSeen);
    QObject::connect(&window, &MainWindow::seen, [&] { scaena::bench::say("window"); });
    scaena::app::openWhenSeen(window, [&] {
        new scaena::bench::FirstPicture(*window.findChild<QWidget*>(QStringLiteral("welcome")), [&] {
            scaena::bench::say("page");
            QApplication::exit();
        });
    });
    return QApplication::exec();
}
