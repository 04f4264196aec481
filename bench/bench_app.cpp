// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_room.h"
#include "app/arrange/score/score_view.h"
#include "app/arrange/stage/stage_view.h"
#include "app/shell/main_window.h"
#include "app/widgets/theme.h"
#include "large_sequence.h"
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
    window.background().finish();
    window.preview().setTime(1300);
    auto& score = window.arrange().score();
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
        QApplication::processEvents(); // the stage, then the score and the card
    }
    send(QEvent::MouseButtonRelease, from, Qt::NoButton);
    window.document().startNew();
}
BENCHMARK(dragToPaintedWindow)->Unit(benchmark::kMillisecond);

namespace {

/// A window with a sequence in it: a sample by its number, or 100 layers with 300 cues.
class OpenWindow {
public:
    explicit OpenWindow(int which) {
        app::setNight(false);
        window.resize(1280, 800);
        window.show();
        if (which < 3) {
            window.openFile(
                QString::fromStdString(test::samples()[static_cast<std::size_t>(which)].string()));
            window.background().finish();
        } else {
            start::Started started;
            started.sequence = bench::largeSequence(100, 3);
            started.files["logo.svg"] =
                "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 90 90'><circle cx='45' cy='45' r='40' "
                "fill='#2a7f4f'/><path d='M20 60C30 20 60 20 70 60z' fill='#f2b84b'/></svg>";
            window.document().start(std::move(started));
        }
        QApplication::processEvents();
    }
    ~OpenWindow() { window.document().startNew(); }
    void send(QWidget& to, QEvent::Type type, QPointF at, Qt::MouseButtons buttons) {
        QMouseEvent event(type, at, to.mapToGlobal(at),
                          type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton, buttons,
                          Qt::AltModifier);
        QApplication::sendEvent(&to, &event);
    }
    app::MainWindow window;
};

const char* const kNames[] = {"Moraine", "Larder", "Tidewater", "100 layers, 300 cues"};

}

/// From a pointer move on the score to the painted stage: edit, resolve, evaluate, paint.
static void dragCueToPaintedStage(benchmark::State& state) {
    OpenWindow open(static_cast<int>(state.range(0)));
    state.SetLabel(kNames[state.range(0)]);
    auto& score = open.window.arrange().score();
    const auto& schedule = *open.window.preview().schedule();
    int cue = 0;
    while (cue + 1 < static_cast<int>(schedule.cues.size()) &&
           (schedule.cues[static_cast<std::size_t>(cue)].dropped() ||
            schedule.cues[static_cast<std::size_t>(cue)].start <= schedule.beats[0].end)) {
        ++cue;
    }
    open.window.preview().setTime(schedule.beats[0].end + 700);
    const auto rect = score.layoutOfScore().cueRect(cue);
    const QPointF from = rect.center();
    open.send(score, QEvent::MouseButtonPress, from, Qt::LeftButton);
    QApplication::processEvents();
    int step = 0;
    for (auto _ : state) {
        open.send(score, QEvent::MouseMove, from + QPointF(step++ % 40, 0), Qt::LeftButton);
        open.window.arrange().stage().repaint();
    }
    open.send(score, QEvent::MouseButtonRelease, from, Qt::NoButton);
}
BENCHMARK(dragCueToPaintedStage)->DenseRange(0, 3)->Unit(benchmark::kMillisecond);

/// From a pointer move on the stage itself: the layer's place, snapping to all others, resolve, evaluate,
/// paint.
static void dragLayerToPaintedStage(benchmark::State& state) {
    OpenWindow open(static_cast<int>(state.range(0)));
    state.SetLabel(kNames[state.range(0)]);
    auto& stage = open.window.arrange().stage();
    const auto& sequence = *open.window.document().sequence();
    const auto& schedule = *open.window.preview().schedule();
    open.window.preview().setTime(schedule.beats[0].end + 900);
    for (const auto& layer : sequence.layers) {
        if (!model::coversScreen(layer.kind())) {
            open.window.selection().select(app::Selection::Kind::Layer, layer.id);
            break;
        }
    }
    QApplication::processEvents();
    stage.repaint();
    const QPointF from = stage.handleAt(app::Handle::Body);
    open.send(stage, QEvent::MouseButtonPress, from, Qt::LeftButton);
    int step = 0;
    for (auto _ : state) {
        open.send(stage, QEvent::MouseMove, from + QPointF(step++ % 40, 3), Qt::LeftButton);
        stage.repaint();
    }
    open.send(stage, QEvent::MouseButtonRelease, from, Qt::NoButton);
}
BENCHMARK(dragLayerToPaintedStage)->DenseRange(0, 3)->Unit(benchmark::kMillisecond);

static void scrubToPaintedStage(benchmark::State& state) {
    app::setNight(false);
    app::MainWindow window;
    window.resize(1280, 800);
    window.show();
    window.openFile(QString::fromStdString((test::repository() / "samples/moraine/moraine.scaena").string()));
    window.background().finish();
    QApplication::processEvents();
    double t = 600;
    for (auto _ : state) {
        t = t > 2700 ? 600 : t + 17;
        window.preview().setTime(t);
        window.arrange().stage().repaint();
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
