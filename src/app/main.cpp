// SPDX-License-Identifier: MIT
#include "app/shell/start_options.h"
#include "app/shell/start_up.h"

#include <QApplication>

using namespace scaena::app;

int main(int argc, char** argv) {
    const QApplication app(argc, argv);
    dressEmptyWindow();
    const auto options = readStartOptions(QApplication::arguments());
    MainWindow window(MainWindow::Made::WhenSeen);
    openWhenSeen(window, [&] { startWith(window, options); });
    return QApplication::exec();
}
