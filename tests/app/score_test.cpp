// SPDX-License-Identifier: MIT
#include "app/arrange/card/easing_editor.h"
#include "app/arrange/score/score_drag.h"
#include "app/arrange/score/score_layout.h"
#include "app/document/filmstrip.h"
#include "app/widgets/phrasing.h"
#include "core/schedule/resolve.h"
#include "support/builders.h"

#include <QApplication>
#include <QMouseEvent>
#include <QTest>
#include <catch2/catch.hpp>

/// The parts of the score and the card on their own.
using namespace scaena;
using namespace scaena::app;
using namespace scaena::test;
using Part = ScoreHit::Part;

namespace {

model::Sequence small() {
    return aSequence()
        .withBeat(play("arrive", 1000))
        .withBeat(test::wait("wait"))
        .withGate(gate("session", 2000))
        .withCue(cue("in", "arrive", 100, 400))
        .withCue(cue("short", "arrive", 700, 5, model::MoveKind::Rise, "title"))
        .build();
}

struct Laid {
    model::Sequence sequence = small();
    schedule::Schedule schedule = schedule::resolve(sequence, {});
    ScoreLayout layout;
    explicit Laid(QSizeF room = {1000, 500}) { layout.update(schedule, room, 0, schedule.end * 1.05); }
};

}

TEST_CASE("Times and pixels are each other's inverse") {
    const Laid laid;
    for (double time : {0.0, 333.0, 2299.0}) {
        CHECK(laid.layout.timeAt(laid.layout.xOf(time)) == Approx(time).margin(1e-6));
    }
    CHECK(laid.layout.xOf(0) == laid.layout.left());
}

TEST_CASE("The lanes share the height there is, within bounds") {
    const Laid low({1000, 200});
    const Laid high({1000, 2000});
    CHECK(low.layout.laneRow(0).height() < high.layout.laneRow(0).height());
    CHECK(low.layout.laneRow(0).height() >= 20);
    CHECK(high.layout.laneRow(0).height() <= 40);
    CHECK(high.layout.laneRow(3).top() < high.layout.laneRow(0).top()); // what lies on top stands on top
}

TEST_CASE("A point of the score is told apart: axis, beats, edges, cues, gates, lanes") {
    const Laid laid;
    const auto& layout = laid.layout;
    CHECK(layout.hit(layout.axisRow().center()).part == Part::Axis);
    CHECK(layout.hit(layout.beatRect(1).center()).part == Part::Beat);
    CHECK(layout.hit({layout.beatRect(1).right() - 1, layout.beatRow().center().y()}).part == Part::BeatEnd);
    CHECK(layout.hit({layout.beatRect(2).right() - 1, layout.beatRow().center().y()}).part == Part::WaitGrip);
    const auto in = layout.cueRect(0);
    CHECK(layout.hit(in.center()).part == Part::Cue);
    CHECK(layout.hit({in.left() + 1, in.center().y()}).part == Part::CueStart);
    CHECK(layout.hit({in.right() - 1, in.center().y()}).part == Part::CueEnd);
    CHECK(layout.hit(layout.gateRect(0).center()).part == Part::Gate);
    CHECK(layout.hit({layout.gateRect(0).right(), layout.gateRect(0).center().y()}).part == Part::GateEnd);
    CHECK(layout.hit({5, layout.laneRow(2).center().y()}).part == Part::Label);
    CHECK(layout.hit({5, layout.height() + 50}).part == Part::Nothing);
}

TEST_CASE("A cue too short to see can still be taken hold of and lengthened") {
    const Laid laid;
    const auto rect = laid.layout.cueRect(1);
    CHECK(rect.width() >= 3);
    CHECK(laid.layout.hit(QPointF(rect.right() + 2, rect.center().y())).part == Part::CueEnd);
}

TEST_CASE("Snapping takes the nearest edge within reach, and none beyond") {
    const Laid laid;
    CHECK(snapped(laid.schedule, 1094, 10, 0, -1) == 1100); // end of the first cue
    CHECK(snapped(laid.schedule, 1094, 3, 0, -1) == 1094);
    CHECK(snapped(laid.schedule, 1094, 10, 0, 0) == 1094);     // its own edges do not attract a cue
    CHECK(snapped(laid.schedule, 1604, 10, 0, -1) == 1600);    // where the wait begins
    CHECK(snapped(laid.schedule, 1204, 10, 1201, -1) == 1201); // the needle
    CHECK(snapped(laid.schedule, 1234.6, 0, 0, -1) == 1235);
}

TEST_CASE("The filmstrip is made in the background and keeps its frames apart") {
    Document document;
    document.startNew();
    Preview preview(document);
    Filmstrip strip(preview);
    REQUIRE(QTest::qWaitFor([&] { return !strip.times().empty(); }, 5000));
    CHECK_FALSE(strip.frame(strip.times().front()).isNull());
    for (std::size_t i = 1; i < strip.times().size(); ++i) {
        CHECK(strip.times()[i] - strip.times()[i - 1] >= 40);
    }
    // A row of changes is followed without an interim picture of each.
    for (int i = 0; i < 20; ++i) {
        document.apply("length", [&] {
            auto next = *document.sequence();
            next.beats[1].length = 900 + i;
            return next;
        }());
    }
    REQUIRE(QTest::qWaitFor(
        [&] { return !strip.times().empty() && strip.times().back() == preview.schedule()->end; }, 5000));
}

TEST_CASE("Springs and bounces are pulled, curves also by keys") {
    EasingEditor editor;
    editor.resize(120, 130);
    editor.show();
    model::Easing last = model::kLinear;
    QObject::connect(&editor, &EasingEditor::dragged, [&](const model::Easing& easing) { last = easing; });
    const auto drag = [&](QPoint by) {
        const QPoint from(60, 65);
        QTest::mousePress(&editor, Qt::LeftButton, {}, from);
        QMouseEvent move(QEvent::MouseMove, from + by, editor.mapToGlobal(from + by), Qt::NoButton,
                         Qt::LeftButton, {});
        QApplication::sendEvent(&editor, &move);
        QTest::mouseRelease(&editor, Qt::LeftButton, {}, from + by);
    };
    editor.setEasing(model::Spring{1, 180, 14});
    drag({20, -30});
    CHECK(std::get<model::Spring>(last).damping < 14);
    CHECK(std::get<model::Spring>(last).stiffness > 180);
    editor.setEasing(model::Bounce{2, 0.4});
    drag({60, -20});
    CHECK(std::get<model::Bounce>(last).bounces == 4);
    CHECK(std::get<model::Bounce>(last).restitution > 0.4);
    editor.setEasing(model::CubicBezier{0.4, 0, 0.6, 1});
    QTest::keyClick(&editor, Qt::Key_Right);
    CHECK(std::get<model::CubicBezier>(last).x1 == Approx(0.42));
    QTest::keyClick(&editor, Qt::Key_Up, Qt::ControlModifier);
    CHECK(std::get<model::CubicBezier>(last).y2 == Approx(1.02));
    CHECK_FALSE(editor.accessibleDescription().isEmpty());
}

TEST_CASE("Whatever is dragged on the curve can be written to a file") {
    EasingEditor editor;
    editor.resize(120, 130);
    QObject::connect(&editor, &EasingEditor::dragged, [](const model::Easing& easing) {
        CHECK(model::parseEasing(model::toText(easing)) == easing);
    });
    for (const auto& named : model::namedEasings()) {
        editor.setEasing(named.easing);
        for (const QPoint& by : {QPoint(300, 300), QPoint(-300, -300), QPoint(7, -3)}) {
            QTest::mousePress(&editor, Qt::LeftButton, {}, QPoint(50, 50));
            QMouseEvent move(QEvent::MouseMove, QPoint(50, 50) + by, QPoint(50, 50) + by, Qt::NoButton,
                             Qt::LeftButton, {});
            QApplication::sendEvent(&editor, &move);
            QTest::mouseRelease(&editor, Qt::LeftButton, {}, QPoint(50, 50) + by);
        }
    }
}

TEST_CASE("Times are written with thin spaces between thousands") {
    CHECK(timeText(7) == "7");
    CHECK(timeText(1240) == QStringLiteral("1\u2009240"));
    CHECK(timeText(1234567.4) == QStringLiteral("1\u2009234\u2009567"));
    CHECK(timeText(-50) == QStringLiteral("\u221250"));
}

namespace {

/// Three cues of the logo that overlap, and one that comes after them.
model::Sequence overlapping() {
    return aSequence()
        .withBeat(play("arrive", 1600))
        .withCue(cue("long", "arrive", 0, 900))
        .withCue(cue("within", "arrive", 200, 300, model::MoveKind::Rise))
        .withCue(cue("third", "arrive", 300, 100, model::MoveKind::Turn))
        .withCue(cue("later", "arrive", 1000, 300, model::MoveKind::Pop))
        .build();
}

}

TEST_CASE("Cues of one layer that overlap get rows of their own, and can each be taken hold of") {
    const auto sequence = overlapping();
    const auto schedule = schedule::resolve(sequence, {});
    ScoreLayout layout;
    layout.update(schedule, {1000, 500}, 0, schedule.end * 1.05);
    for (int a = 0; a < 4; ++a) {
        for (int b = 0; b < a; ++b) {
            INFO(sequence.cues[std::size_t(a)].id << " and " << sequence.cues[std::size_t(b)].id);
            CHECK(layout.cueRect(a).intersected(layout.cueRect(b)).isEmpty());
        }
        const auto rect = layout.cueRect(a);
        CHECK(layout.laneRow(2).contains(rect));
        CHECK(rect.height() >= 8);
        const auto hit = layout.hit(rect.center());
        CHECK(hit.part == Part::Cue);
        CHECK(hit.index == a);
        CHECK(layout.hit({rect.right() - 1, rect.center().y()}).index == a);
    }
    CHECK(layout.cueRect(3).y() == layout.cueRect(0).y()); // what is free again is used again
    CHECK(layout.laneRow(2).height() > layout.laneRow(3).height());
    // The lanes still follow each other without a gap, and say which is where.
    for (int layer = 0; layer < 4; ++layer) {
        CHECK(layout.layerAt(layout.laneRow(layer).center().y()) == layer);
        if (layer > 0) {
            CHECK(layout.laneRow(layer).bottom() == Approx(layout.laneRow(layer - 1).top()));
        }
    }
    CHECK(layout.layerAt(layout.laneRow(3).top() - 1) == -1);
}

TEST_CASE("Rows keep still while a cue is dragged over another") {
    const auto sequence = overlapping();
    const auto schedule = schedule::resolve(sequence, {});
    ScoreLayout layout;
    layout.update(schedule, {1000, 500}, 0, schedule.end * 1.05);
    const auto lane = layout.laneRow(2);
    auto moved = sequence;
    moved.cues[3].anchor.offset = 250; // over all of them: a fourth row, once it is let go
    const auto dragged = schedule::resolve(moved, {});
    layout.update(dragged, {1000, 500}, 0, schedule.end * 1.05, true);
    CHECK(layout.laneRow(2) == lane);
    layout.update(dragged, {1000, 500}, 0, schedule.end * 1.05);
    CHECK(layout.laneRow(2).height() > lane.height());
}

TEST_CASE("A beat of no length has a tab that can be seen, selected and pulled, several stand side by side") {
    const auto sequence = aSequence()
                              .withBeat(play("arrive", 1000))
                              .withBeat(hold("rest", 0))
                              .withBeat(test::wait("wait"))
                              .build();
    const auto schedule = schedule::resolve(sequence, {});
    REQUIRE(schedule.beats[2].end == schedule.beats[2].start);
    REQUIRE(schedule.beats[3].end == schedule.beats[3].start);
    ScoreLayout layout;
    layout.update(schedule, {1000, 500}, 0, schedule.end * 1.05);
    const auto rest = layout.beatTab(2), wait = layout.beatTab(3);
    CHECK(rest.width() >= 8);
    CHECK(rest.left() == Approx(layout.xOf(schedule.beats[2].start)));
    CHECK(rest.intersected(wait).isEmpty());
    CHECK(layout.hit(rest.center()).part == Part::BeatEnd);
    CHECK(layout.hit(rest.center()).index == 2);
    CHECK(layout.hit(wait.center()).part == Part::WaitGrip);
    CHECK(layout.hit(wait.center()).index == 3);
    CHECK(layout.beatTab(1).isEmpty()); // which can be seen by itself
    CHECK(layout.hit({layout.beatRect(1).right() - 2, layout.beatRow().center().y()}).index == 1);
}
