// SPDX-License-Identifier: MIT
#pragma once

#include <QEvent>
#include <QTimer>
#include <QWidget>
#include <chrono>
#include <cstdio>
#include <functional>
#include <utility>

namespace scaena::bench {

/// Tells that something is seen now: nanoseconds of the system's steady clock, which bench/start_up.mjs has
/// read before it started the process.
inline void say(const char* what) {
    const auto now = std::chrono::steady_clock::now().time_since_epoch();
    std::printf("%s %lld\n", what,
                static_cast<long long>(std::chrono::duration_cast<std::chrono::nanoseconds>(now).count()));
}

/// Runs `then` when everything that is to be painted with the first picture of a widget has been.
class FirstPicture : public QObject {
public:
    FirstPicture(QWidget& widget, std::function<void()> then) : QObject(&widget), m_then(std::move(then)) {
        widget.installEventFilter(this);
    }
    bool eventFilter(QObject* watched, QEvent* event) override {
        const bool seen = QObject::eventFilter(watched, event);
        if (event->type() == QEvent::Paint && !std::exchange(m_isSeen, true)) {
            QTimer::singleShot(0, this, m_then);
        }
        return seen;
    }

private:
    std::function<void()> m_then;
    bool m_isSeen = false;
};

}
