// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_view.h"
#include "core/edit/layer_edits.h"
#include "core/model/with_copies.h"
#include "support/window_session.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QSpinBox>
#include <QToolButton>

using namespace scaena;
using namespace scaena::test;

namespace {

/// The sample with the needle in the middle of the show, and hands on the stage.
class StageSession : public Session {
public:
    StageSession() { window.preview().setTime(1900); }
    StageView& stage() { return window.arrange().stage(); }
    const model::Layer& layer(const LayerId& id) { return *model::findThing(sequence().layers, id); }
    void select(const LayerId& id) { window.selection().select(Selection::Kind::Layer, id); }

    void dragHandle(Handle handle, QPointF byDp, Qt::KeyboardModifiers keys = Qt::AltModifier) {
        const QPointF from = stage().handleAt(handle);
        const QPointF to = from + stage().toPixel(byDp) - stage().toPixel({0, 0});
        send(QEvent::MouseButtonPress, from, Qt::LeftButton, keys);
        for (int i = 1; i <= 6; ++i) {
            send(QEvent::MouseMove, from + (to - from) * i / 6, Qt::LeftButton, keys);
        }
        if (!m_holds) {
            send(QEvent::MouseButtonRelease, to, Qt::NoButton, keys);
        }
    }
    void click(QPointF dp) {
        const QPointF at = stage().toPixel(dp);
        send(QEvent::MouseButtonPress, at, Qt::LeftButton, Qt::NoModifier);
        send(QEvent::MouseButtonRelease, at, Qt::NoButton, Qt::NoModifier);
    }
    void holding(bool holds) { m_holds = holds; }

private:
    void send(QEvent::Type type, QPointF at, Qt::MouseButtons buttons, Qt::KeyboardModifiers keys) {
        const auto button = type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton;
        QMouseEvent event(type, at, stage().mapToGlobal(at), button, buttons, keys);
        QApplication::sendEvent(&stage(), &event);
    }
    bool m_holds = false;
};

}

TEST_CASE("A layer is moved by hand, in one step that can be undone") {
    StageSession s;
    s.select("title");
    const auto before = s.layer("title").place;
    s.dragHandle(Handle::Body, {20, -12});
    CHECK(s.layer("title").place.x == Approx(before.x + 20).margin(0.2));
    CHECK(s.layer("title").place.y == Approx(before.y - 12).margin(0.2));
    CHECK(s.window.document().history().undoName() == "place Title");
    s.trigger("undo");
    CHECK(s.layer("title").place == before);
    CHECK_FALSE(s.window.document().history().canUndo());
}

TEST_CASE("Moving snaps to the middle of the screen, and Alt does not") {
    StageSession s;
    s.select("sun");
    CHECK(s.layer("sun").place.x == 8);
    s.dragHandle(Handle::Body, {-6, 0}, Qt::NoModifier);
    CHECK(s.layer("sun").place.x == Approx(0).margin(0.11));
    s.trigger("undo");
    s.dragHandle(Handle::Body, {-6, 0});
    CHECK(s.layer("sun").place.x == Approx(2).margin(0.2));
}

TEST_CASE("Dropped at a quarter of the height a layer lies there on every device, and moving on it stays in "
          "parts") {
    StageSession s;
    s.select("sun");
    const Size screen = s.window.preview().schedule()->screen;
    const auto before = s.layer("sun").place;
    const double now = s.window.preview().schedule()->places().centreOf(before).y;
    // Two dp short of it, where no other layer is near.
    s.dragHandle(Handle::Body, {0, screen.height / 4 + 2 - now}, Qt::NoModifier);
    const auto place = s.layer("sun").place;
    CHECK(place.yMeasure == model::PlaceMeasure::Screen);
    CHECK(place.y == Approx(100 * (0.25 - model::fractions(place.anchor).y)).margin(0.01));
    // The card is filled when the hand rests.
    CHECK(QTest::qWaitFor([&] { return s.child<QComboBox>("yMeasure")->currentText() == "of the screen"; }));
    s.dragHandle(Handle::Body, {0, -23});
    CHECK(s.layer("sun").place.yMeasure == model::PlaceMeasure::Screen);
    CHECK(s.layer("sun").place.y == Approx(place.y - 100 * 23 / screen.height).margin(0.1));
    s.trigger("undo");
    s.trigger("undo");
    CHECK(s.layer("sun").place == before);
}

TEST_CASE("Corners size evenly about the middle, with Shift freely, with Ctrl from the far corner") {
    StageSession s;
    s.select("sun");
    const auto before = s.layer("sun").place;
    s.dragHandle(Handle::BottomRight, {20, 20});
    CHECK(s.layer("sun").place.width == Approx(before.width + 40).margin(1));
    CHECK(s.layer("sun").place.height == Approx(s.layer("sun").place.width).margin(1));
    CHECK(s.layer("sun").place.x == before.x);
    s.trigger("undo");
    s.dragHandle(Handle::BottomRight, {30, 0}, Qt::AltModifier | Qt::ShiftModifier);
    CHECK(s.layer("sun").place.width == Approx(before.width + 60).margin(1));
    CHECK(s.layer("sun").place.height == Approx(before.height).margin(1));
    s.trigger("undo");
    s.dragHandle(Handle::BottomRight, {20, 20}, Qt::AltModifier | Qt::ControlModifier);
    CHECK(s.layer("sun").place.width == Approx(before.width + 20).margin(1));
    CHECK(s.layer("sun").place.x == Approx(before.x + 10).margin(1));
}

TEST_CASE("A layer is turned by its arm, and about the pivot it is given") {
    StageSession s;
    s.select("ridges");
    s.dragHandle(Handle::Turn, {140, 110}, Qt::NoModifier);
    CHECK(s.layer("ridges").place.turn == Approx(90).margin(20));
    s.trigger("undo");
    s.dragHandle(Handle::Pivot, {-96, 96}, Qt::ControlModifier);
    CHECK(s.layer("ridges").pivot.x == 0);
    CHECK(s.layer("ridges").pivot.y == 1);
    CHECK(s.window.document().history().undoName() == "pivot of Ridges");
    s.dragHandle(Handle::Pivot, {48, 0}, Qt::NoModifier); // away from the middle it needs no key
    CHECK(s.layer("ridges").pivot.x > 0.1);
}

TEST_CASE("Esc takes a drag back, and a locked layer cannot be dragged") {
    StageSession s;
    s.select("title");
    const auto before = s.layer("title").place;
    s.holding(true);
    s.dragHandle(Handle::Body, {30, 30});
    CHECK(s.layer("title").place.x != before.x);
    QTest::keyClick(&s.stage(), Qt::Key_Escape);
    CHECK(s.layer("title").place == before);
    s.holding(false);
    s.trigger("lock");
    s.dragHandle(Handle::Body, {30, 30});
    CHECK(s.layer("title").place == before);
}

TEST_CASE("Arrow keys nudge the layer on the stage by 1 and 10 dp, as one step") {
    StageSession s;
    s.select("title");
    const auto before = s.layer("title").place;
    s.stage().setFocus();
    QTest::keyClick(&s.stage(), Qt::Key_Right);
    QTest::keyClick(&s.stage(), Qt::Key_Right);
    QTest::keyClick(&s.stage(), Qt::Key_Up, Qt::ShiftModifier);
    CHECK(s.layer("title").place.x == before.x + 2);
    CHECK(s.layer("title").place.y == before.y - 10);
    s.trigger("undo");
    CHECK(s.layer("title").place == before);
}

TEST_CASE("In the pose scope a drag makes a keyframe at the needle, and again changes it") {
    StageSession s;
    s.select("title");
    const auto rest = s.layer("title").place;
    const auto cues = s.sequence().cues.size();
    s.trigger("scope");
    CHECK(s.stage().scope() == PoseScope::Here);
    CHECK(s.child<QToolButton>("stageScope")->text() == "a pose at the needle");
    s.dragHandle(Handle::Body, {40, 0});
    REQUIRE(s.sequence().cues.size() == cues + 1);
    const auto& cue = s.sequence().cues.back();
    CHECK(cue.move.kind == model::MoveKind::Poses);
    CHECK(*cue.poses.back().x == Approx(40).margin(0.3));
    CHECK(s.layer("title").place == rest);
    s.select("title");
    s.dragHandle(Handle::Body, {-10, 0});
    REQUIRE(s.sequence().cues.size() == cues + 1);
    CHECK(s.sequence().cues.back().poses.size() == 1);
    CHECK(*s.sequence().cues.back().poses.back().x == Approx(30).margin(0.5));
    s.trigger("scope"); // the same pose everywhere
    s.dragHandle(Handle::Body, {5, 0});
    CHECK(*s.sequence().cues.back().poses.back().x == Approx(35).margin(0.7));
    CHECK(s.window.document().history().undoName() == "change a pose of Title");
}

TEST_CASE("Hidden layers leave the stage and stay in the sequence") {
    StageSession s;
    const auto shown = s.stage().grab().toImage();
    s.select("ridges");
    s.trigger("hide");
    s.window.selection().clear();
    CHECK(s.stage().grab().toImage() != shown);
    CHECK(s.layer("ridges").hidden);
    s.trigger("undo");
    CHECK(s.stage().grab().toImage() == shown);
}

TEST_CASE("A click selects what lies on top and is not locked, Shift adds") {
    StageSession s;
    const auto at = [&](QPointF dp, Qt::KeyboardModifiers keys = Qt::NoModifier) {
        QTest::mouseClick(&s.stage(), Qt::LeftButton, keys, s.stage().toPixel(dp).toPoint());
        return s.stage().selectedLayer();
    };
    CHECK(at({206, 457 + 138}) == "title");
    s.select("title");
    s.trigger("lock");
    s.window.selection().clear();
    CHECK(at({206, 457 + 138}) != "title");
    s.window.selection().clear();
    at({206, 440}, Qt::ShiftModifier);
    CHECK(s.window.selection().kind() == Selection::Kind::Layer);
}

TEST_CASE("From the icon: the home screen, the tap, the launch, and Back leads home") {
    StageSession s;
    auto& preview = s.window.preview();
    preview.setTime(0);
    const auto launch = s.stage().grab().toImage();
    QTest::mouseClick(s.child<QToolButton>("stageFromIcon"), Qt::LeftButton);
    s.trigger("toStart");
    CHECK(preview.time() == -Preview::kHomeBefore);
    CHECK(preview.windowPart() == 0);
    const auto home = s.stage().grab().toImage();
    CHECK(home != launch);
    preview.setTime(Preview::kZoom / 2);
    CHECK(preview.windowPart() == Approx(0.5));
    CHECK(s.stage().grab().toImage() != home);
    s.trigger("toEnd");
    CHECK(preview.windowPart() == 1);
    s.trigger("back");
    CHECK(QTest::qWaitFor([&] { return preview.windowPart() == 0; }, 5000));
    preview.setTime(
        -400); // the same moment of the home screen: the launch picture is nowhere on the way back
    const auto before = s.stage().grab().toImage();
    s.trigger("toEnd");
    s.trigger("back");
    REQUIRE(QTest::qWaitFor([&] { return preview.windowPart() == 0; }, 5000));
    const auto after = s.stage().grab().toImage();
    CHECK(after.copy(40, 300, 200, 120) == before.copy(40, 300, 200, 120));
    s.trigger("play");
    CHECK(preview.time() < 0);
    preview.setPlaying(false);
}

TEST_CASE("The seam of opening and app is mended in one step, which can be undone") {
    Session s;
    auto next = s.sequence();
    auto& ridges = *model::findThing(next.layers, "ridges");
    ridges.place.y = -60;
    s.window.document().apply("move", next);
    auto conditions = s.window.preview().conditions();
    conditions.target = "android12";
    s.window.preview().setConditions(conditions);
    whenDialogOpens([](QWidget* dialog) { dialog->close(); }); // the sky cannot be shown by that system
    s.trigger("mendSeam");
    CHECK(model::findThing(s.sequence().layers, "ridges")->place.y == Approx(0));
    CHECK(s.window.document().history().undoName() == "mend the seam on Android 12+");
    s.trigger("undo");
    CHECK(model::findThing(s.sequence().layers, "ridges")->place.y == Approx(-60));
}

TEST_CASE("Turning a place's measure on the card keeps the layer where it is") {
    StageSession s;
    s.window.selection().select(Selection::Kind::Layer, "title");
    const auto centre = [&] {
        return s.window.preview().schedule()->places().centreOf(
            model::findThing(s.sequence().layers, "title")->place);
    };
    s.type(s.child<QDoubleSpinBox>("layerY"), "150");
    const Point before = centre();
    auto* measure = s.child<QComboBox>("yMeasure");
    for (const int which : {1, 2, 0}) {
        measure->setCurrentIndex(which);
        emit measure->activated(which);
        CHECK(centre().y == Approx(before.y).margin(0.1));
        CHECK(static_cast<int>(model::findThing(s.sequence().layers, "title")->place.yMeasure) == which);
        CHECK(s.child<QDoubleSpinBox>("layerY")->suffix() == (which == 0 ? "" : " %"));
    }
    CHECK(model::findThing(s.sequence().layers, "title")->place.y == Approx(150).margin(0.1));
    s.trigger("undo");
    CHECK(model::findThing(s.sequence().layers, "title")->place.yMeasure == model::PlaceMeasure::Itself);
}

TEST_CASE("Several of a layer are made, changed and taken back on its card, and edited as one") {
    StageSession s;
    s.window.selection().select(Selection::Kind::Layer, "sun");
    const auto lanes = s.sequence().layers.size();
    auto* form = s.child<QComboBox>("copiesForm");
    form->setCurrentIndex(3);
    emit form->activated(3);
    const auto* sun = model::findThing(s.sequence().layers, "sun");
    REQUIRE(sun->copies);
    CHECK(sun->copies->form == model::CopyForm::Ring);
    CHECK(std::ranges::count_if(s.sequence().layers, model::isCopy) == 2 * 5);
    CHECK(s.child<QToolButton>("copies")->text() == "6 of it in a ring …");
    s.type(s.child<QSpinBox>("copiesCount"), "4");
    CHECK(std::ranges::count_if(s.sequence().layers, model::isCopy) == 2 * 3);
    s.type(s.child<QDoubleSpinBox>("copiesRadius"), "150");
    // A copy on the stage stands for the layer, and has no lane.
    const auto kept = s.window.preview().schedule();
    const auto& schedule = *kept;
    const int copy = model::indexOf(schedule.sequence->layers, LayerId("sun-copy-2"));
    const int self = model::indexOf(schedule.sequence->layers, LayerId("sun"));
    const double t = schedule.beats[2].start - 1; // all have come
    const Point middle = schedule::toScreen(schedule::stateOf(schedule, copy, t)).map({0, 0});
    const Point own = schedule::stateOf(schedule, self, t).centre;
    CHECK(middle.x == Approx(own.x + 150).margin(1));
    CHECK(middle.y == Approx(own.y + 150).margin(1));
    CHECK(s.score().layoutOfScore().laneRow(copy).height() == 0);
    s.window.preview().setTime(t);
    s.window.selection().clear();
    s.click({middle.x, middle.y});
    const auto* chosen = model::findThing(s.sequence().cues, s.window.selection().cue());
    CHECK((chosen ? chosen->layer : s.window.selection().layer()) == "sun");
    // They have no lanes of their own, and what is chosen as a whole leaves them out.
    s.trigger("selectAll");
    for (const auto& id : s.window.selection().all()) {
        CHECK(id.find("copy") == std::string::npos);
    }
    s.window.selection().select(Selection::Kind::Layer, "sun");
    form = s.child<QComboBox>("copiesForm");
    form->setCurrentIndex(0);
    emit form->activated(0);
    CHECK(s.sequence().layers.size() == lanes);
    s.trigger("undo");
    CHECK(std::ranges::count_if(s.sequence().layers, model::isCopy) == 2 * 3);
}
