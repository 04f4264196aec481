// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_room.h"
#include "app/arrange/score/score_view.h"
#include "app/arrange/stage/stage_view.h"
#include "app/shell/main_window.h"
#include "app/widgets/theme.h"
#include "core/file/sequence_file.h"
#include "large_sequence.h"
#include "support/files_of_repository.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QTimer>
#include <benchmark/benchmark.h>
#include <fmt/format.h>
#include <fstream>

using namespace scaena;

/// A window with a thousand layers and a thousand cues, driven as a person would, and the longest time in
/// which it did not answer.
namespace {

/// The longest gap between two turns of the event loop since it was begun.
class Gaps {
public:
    Gaps() {
        m_clock.start();
        QObject::connect(&m_timer, &QTimer::timeout, [this] { mark(); });
        m_timer.start(0);
    }
    void mark() {
        m_longest = std::max(m_longest, static_cast<double>(m_clock.nsecsElapsed()) / 1e6);
        m_clock.restart();
    }
    [[nodiscard]] double longest() const { return m_longest; } ///< ms

private:
    QElapsedTimer m_clock;
    QTimer m_timer;
    double m_longest = 0;
};

class LargeFile {
public:
    LargeFile(int layers, std::size_t artBytes) {
        std::ofstream(m_folder / "large.scaena") << file::write(bench::largeSequence(layers, 1));
        std::ofstream art(m_folder / "logo.svg");
        art << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 90 90'><circle cx='45' cy='45' r='40' "
               "fill='#2a7f4f'/>";
        std::size_t written = 0;
        for (int i = 0; written < artBytes; ++i) {
            std::string path =
                fmt::format("<path fill='#{:06x}' d='M{} {}", i * 77 % 0xffffff, i % 80, i / 80 % 80);
            for (int k = 0; k < 30; ++k) {
                path += fmt::format("c3.{} 1 4 2 5 6l-2.{} -6", k, k);
            }
            path += "z'/>";
            art << path;
            written += path.size();
        }
        art << "</svg>";
    }
    [[nodiscard]] QString path() const {
        return QString::fromStdString((m_folder / "large.scaena").string());
    }

private:
    test::TemporaryFolder m_folder;
};

void runFor(int millis) {
    QElapsedTimer clock;
    clock.start();
    while (clock.elapsed() < millis) {
        QApplication::processEvents(QEventLoop::WaitForMoreEvents, 5);
    }
}

double millisOf(const std::function<void()>& work) {
    QElapsedTimer clock;
    clock.start();
    work();
    return static_cast<double>(clock.nsecsElapsed()) / 1e6;
}

}

static void largeWindow(benchmark::State& state) {
    const bool isLogo = state.range(0) == 1;
    const LargeFile file(isLogo ? 3 : 1000, isLogo ? 6'000'000 : 0);
    state.SetLabel(isLogo ? "a logo of 6 MB" : "1 000 layers, 1 000 cues");
    app::setNight(false);
    for (auto _ : state) {
        app::MainWindow window;
        window.resize(1280, 800);
        window.show();
        runFor(300);
        Gaps gaps;
        const double opened = millisOf([&] {
            window.openFile(file.path());
            while (!window.document().isOpen()) {
                QApplication::processEvents();
            }
            window.arrange().stage().repaint();
            QApplication::processEvents();
        });
        const double openGap = gaps.longest();
        runFor(1500); // the filmstrip
        double slowestEdit = 0;
        Gaps later;
        window.preview().setTime(900);
        for (int i = 0; i < 10; ++i) {
            slowestEdit = std::max(slowestEdit, millisOf([&] {
                                       auto next = *window.document().sequence();
                                       next.cues[static_cast<std::size_t>(i) % next.cues.size()].length += 10;
                                       window.document().apply("lengthen", std::move(next));
                                       window.arrange().stage().repaint();
                                       window.arrange().score().repaint();
                                   }));
            runFor(100);
        }
        const double editGap = later.longest();
        Gaps picking;
        window.selection().select(app::Selection::Kind::Layer,
                                  window.document().sequence()->layers.back().id);
        runFor(200);
        window.document().undo();
        runFor(300);
        const double pickGap = picking.longest();
        window.preview().setTime(0);
        int frames = 0;
        QElapsedTimer clock;
        clock.start();
        double slowestFrame = 0;
        while (clock.elapsed() < 2000) {
            slowestFrame = std::max(slowestFrame, millisOf([&] {
                                        window.preview().setTime(static_cast<double>(clock.elapsed()));
                                        window.arrange().stage().repaint();
                                        QApplication::processEvents();
                                    }));
            ++frames;
        }
        state.counters["open_ms"] = opened;
        state.counters["open_gap_ms"] = openGap;
        state.counters["edit_ms"] = slowestEdit;
        state.counters["edit_gap_ms"] = editGap;
        state.counters["select_undo_gap_ms"] = pickGap;
        state.counters["frames_per_s"] = frames / (static_cast<double>(clock.elapsed()) / 1000);
        state.counters["slowest_frame_ms"] = slowestFrame;
        window.document().startNew();
    }
}
BENCHMARK(largeWindow)->DenseRange(0, 1)->Iterations(1)->Unit(benchmark::kMillisecond);
