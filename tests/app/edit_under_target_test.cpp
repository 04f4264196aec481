// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_view.h"
#include "support/window_session.h"

/// Under some targets the preview shows stand-ins (a wipe for an outline that is drawn). What is edited is
/// the document all the same.
using namespace scaena;
using namespace scaena::test;

namespace {

/// The sample, one of whose titles is drawn, under a target by day or by night.
class UnderTarget : public Session {
public:
    void look(plan::TargetId target, model::Appearance appearance) {
        auto conditions = window.preview().conditions();
        conditions.target = target;
        conditions.appearance = appearance;
        window.preview().setConditions(conditions);
        window.preview().setTime(1900);
        QApplication::processEvents();
    }

    void dragOnStage(QPointF byDp) {
        auto& stage = window.arrange().stage();
        const QPointF from = stage.handleAt(Handle::Body);
        const QPointF to = from + stage.toPixel(byDp) - stage.toPixel({0, 0});
        send(stage, QEvent::MouseButtonPress, from, Qt::LeftButton);
        for (int i = 1; i <= 4; ++i) {
            send(stage, QEvent::MouseMove, from + (to - from) * i / 4, Qt::LeftButton);
        }
        send(stage, QEvent::MouseButtonRelease, to, Qt::NoButton);
    }

private:
    static void send(QWidget& widget, QEvent::Type type, QPointF at, Qt::MouseButtons buttons) {
        const auto button = type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton;
        QMouseEvent event(type, at, widget.mapToGlobal(at), button, buttons, Qt::AltModifier);
        QApplication::sendEvent(&widget, &event);
    }
};

/// `check` edits and says what the document has to be then; all of it is taken back before the next target.
template <typename Check>
void underEveryTarget(Check check) {
    UnderTarget s;
    const auto before = s.sequence();
    for (const auto& target : plan::targets()) {
        for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
            INFO(target.name << " " << model::word(appearance));
            s.look(target.id, appearance);
            check(s);
            s.window.document().goTo(0);
            REQUIRE(s.sequence() == before);
        }
    }
}

}

TEST_CASE("Dragging a layer under any target changes its place and nothing else of the document") {
    underEveryTarget([](UnderTarget& s) {
        auto expected = s.sequence();
        s.window.selection().select(Selection::Kind::Layer, "title");
        s.dragOnStage({20, -12});
        auto& moved = *model::findThing(expected.layers, "title");
        const auto& now = *model::findThing(s.sequence().layers, "title");
        CHECK(now.place.x != moved.place.x);
        moved.place.x = now.place.x;
        moved.place.y = now.place.y;
        CHECK(s.sequence() == expected);
    });
}

TEST_CASE(
    "Dragging and lengthening a cue under any target changes that cue and nothing else of the document") {
    underEveryTarget([](UnderTarget& s) {
        auto expected = s.sequence();
        const CueId id = "sun-rise";
        s.drag(s.cueRect(id).center(), 30);
        auto& moved = *model::findThing(expected.cues, id);
        CHECK(s.cue(id).anchor.offset != moved.anchor.offset);
        moved.anchor.offset = s.cue(id).anchor.offset;
        CHECK(s.sequence() == expected);

        const QRectF box = s.cueRect(id);
        s.drag({box.right() - 2, box.center().y()}, 25);
        CHECK(s.cue(id).length != moved.length);
        moved.length = s.cue(id).length;
        CHECK(s.sequence() == expected);
    });
}

TEST_CASE("Dragging the end of a beat under any target changes that beat and nothing else of the document") {
    underEveryTarget([](UnderTarget& s) {
        auto expected = s.sequence();
        const QRectF box = s.beatRect("arrive");
        s.drag({box.right() - 1, box.center().y()}, 20);
        auto& beat = *model::findThing(expected.beats, "arrive");
        const auto& now = *model::findThing(s.sequence().beats, "arrive");
        CHECK(now.length != beat.length);
        beat.length = now.length;
        CHECK(s.sequence() == expected);
    });
}
