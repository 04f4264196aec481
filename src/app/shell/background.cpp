// SPDX-License-Identifier: MIT
#include "app/shell/background.h"

#include <QEventLoop>
#include <QProgressDialog>
#include <QTimer>
#include <thread>

namespace scaena::app {

namespace {
constexpr int kMomentMillis = 300;
}

bool runInBackground(QWidget* parent, const QString& title,
                     std::function<void(const std::atomic<bool>&)> work) {
    struct Shared {
        std::atomic<bool> stop = false, done = false;
    };
    const auto shared = std::make_shared<Shared>();
    std::thread([shared, work = std::move(work)] {
        work(shared->stop);
        shared->done = true;
    }).detach();

    QEventLoop loop;
    QTimer watch;
    QObject::connect(&watch, &QTimer::timeout, &loop, [&] {
        if (shared->done) {
            loop.quit();
        }
    });
    watch.start(5);
    // Most files are read before anything could be seen; the window takes no other input meanwhile.
    QTimer::singleShot(kMomentMillis, &loop, &QEventLoop::quit);
    loop.exec(QEventLoop::ExcludeUserInputEvents);
    if (shared->done) {
        return true;
    }
    QProgressDialog box(title, QObject::tr("Cancel"), 0, 0, parent);
    box.setObjectName(QStringLiteral("progress"));
    box.setWindowModality(Qt::ApplicationModal);
    box.setMinimumDuration(0);
    QObject::connect(&box, &QProgressDialog::canceled, &loop, [&] {
        shared->stop = true;
        loop.quit();
    });
    box.show();
    if (!shared->done) {
        loop.exec();
    }
    return shared->done && !shared->stop;
}

}
