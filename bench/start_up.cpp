// SPDX-License-Identifier: MIT
#include "app/shell/start_up.h"
#include "app/shell/main_window.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QTimer>
#include <cstdio>
#include <cstring>

/// From the first line of main to the first picture of the window, in ms: of this application, or ("empty")
/// of a window of the same toolkit with nothing in it. Each in a process of its own: bench/start_up compares
/// them.
namespace {

class FirstPicture : public QObject {
public:
    explicit FirstPicture(const QElapsedTimer& clock) : m_clock(clock) {}
    bool eventFilter(QObject* watched, QEvent* event) override {
        const bool seen = QObject::eventFilter(watched, event);
        if (event->type() == QEvent::Paint && !m_seen) {
            m_seen = true;
            // When everything that is to be painted with it has been.
            QTimer::singleShot(0, [this] {
                std::printf("%.1f\n", static_cast<double>(m_clock.nsecsElapsed()) / 1e6);
                QApplication::exit();
            });
        }
        return seen;
    }

private:
    const QElapsedTimer& m_clock;
    bool m_seen = false;
};

template <class Window>
int run(const QElapsedTimer& clock) {
    Window window;
    FirstPicture first(clock);
    window.installEventFilter(&first);
    window.resize(1280, 800);
    window.show();
    return QApplication::exec();
}

}

int main(int argc, char** argv) {
    QElapsedTimer clock;
    clock.start();
    const bool isEmpty = argc > 1 && std::strcmp(argv[1], "empty") == 0;
    QApplication app(argc, argv);
    if (isEmpty) {
        return run<QMainWindow>(clock);
    }
    scaena::app::dressApplication();
    return run<scaena::app::MainWindow>(clock);
}
