// SPDX-License-Identifier: MIT
#include "app/compose/compose_room.h"
#include "app/compose/score/score_view.h"
#include "app/compose/stage/stage_view.h"
#include "app/shell/main_window.h"
#include "app/shell/theme.h"
#include "support/files_of_repository.h"

#include <QApplication>
#include <QMouseEvent>
#include <QStandardPaths>
#include <benchmark/benchmark.h>

using namespace scaena;

/// From a pointer move while a cue is dragged to the painted stage and score: edit, resolve, evaluate, paint.
static void dragToPaintedWindow(benchmark::State& state) {
    app::setNight(false);
    app::MainWindow window;
    window.resize(1280, 800);
    window.show();
    window.openFile(QString::fromStdString((test::repository() / "samples/moraine/moraine.scaena").string()));
    window.preview().setTime(1300);
    auto& score = window.compose().score();
    QApplication::processEvents();
    const auto rect = score.layoutOfScore().cueRect(3);
    const QPointF from(rect.right() - 1, rect.center().y());
    const auto send = [&](QEvent::Type type, QPointF at, Qt::MouseButtons buttons) {
        QMouseEvent event(type, at, score.mapToGlobal(at),
                          type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton, buttons,
                          Qt::AltModifier);
        QApplication::sendEvent(&score, &event);
    };
    send(QEvent::MouseButtonPress, from, Qt::LeftButton);
    int step = 0;
    for (auto _ : state) {
        send(QEvent::MouseMove, from + QPointF(step++ % 60, 0), Qt::LeftButton);
        window.compose().stage().repaint();
        score.repaint();
    }
    send(QEvent::MouseButtonRelease, from, Qt::NoButton);
    window.document().startNew();
}
BENCHMARK(dragToPaintedWindow)->Unit(benchmark::kMillisecond);

static void scrubToPaintedStage(benchmark::State& state) {
    app::setNight(false);
    app::MainWindow window;
    window.resize(1280, 800);
    window.show();
    window.openFile(QString::fromStdString((test::repository() / "samples/moraine/moraine.scaena").string()));
    QApplication::processEvents();
    double t = 600;
    for (auto _ : state) {
        t = t > 2700 ? 600 : t + 17;
        window.preview().setTime(t);
        window.compose().stage().repaint();
    }
}
BENCHMARK(scrubToPaintedStage)->Unit(benchmark::kMillisecond);

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    QStandardPaths::setTestModeEnabled(true);
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
