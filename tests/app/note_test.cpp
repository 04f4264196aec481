// SPDX-License-Identifier: MIT
#include "app/arrange/note_strip.h"
#include "core/check/vanishing.h"
#include "core/moves/definition.h"
#include "support/window_session.h"

#include <QLabel>
#include <QToolButton>

using namespace scaena;
using namespace scaena::test;

namespace {

class NoteSession : public Session {
public:
    NoteStrip& note() { return *child<NoteStrip>("noteStrip"); }
    QString sentence() { return child<QLabel>("noteSentence")->text(); }
    void remedy() { click(child<QToolButton>("noteRemedy")); }
    ArrangeActions& actions() { return window.arrange().actions(); }
    bool seen(const LayerId& layer, double t) {
        return check::isSeen(*window.preview().schedule(), model::indexOf(sequence().layers, layer), t);
    }
};

}

TEST_CASE("A move added to a layer in sight keeps it in sight, says so, and can be let come in instead") {
    NoteSession s;
    const double opening = s.window.preview().schedule()->beats[0].end - 50;
    REQUIRE(s.seen("ridges", opening));
    for (const auto kind : {model::MoveKind::Bounce, model::MoveKind::Fade, model::MoveKind::Pop}) {
        INFO(model::word(kind));
        const auto before = s.sequence();
        s.actions().addCue(kind, "ridges", 1300);
        CHECK(s.seen("ridges", opening));
        CHECK(s.seen("ridges", 1290));
        CHECK(s.note().isVisible());
        CHECK(s.sentence().contains("in sight"));
        s.remedy();
        CHECK_FALSE(s.seen("ridges", 1290));
        // Which is said at once in its turn, with the way back.
        CHECK(s.note().isVisible());
        CHECK(s.sentence().contains("no longer seen"));
        s.remedy();
        CHECK(s.seen("ridges", opening));
        CHECK(s.seen("ridges", 1290));
        CHECK_FALSE(s.note().isVisible());
        for (int i = 0; i < 3; ++i) {
            s.trigger("undo");
        }
        CHECK(s.sequence() == before);
    }
}

TEST_CASE("A layer that is not in sight yet still comes in, without a word") {
    NoteSession s;
    auto& document = s.window.document();
    auto next = s.sequence();
    std::erase_if(next.cues, [](const model::Cue& it) { return it.layer == "tagline"; });
    document.apply("without", std::move(next));
    // At the very first moment the app draws: nothing of it was seen before.
    s.actions().addCue(model::MoveKind::Rise, "tagline", s.window.preview().schedule()->beats[1].start);
    CHECK(moves::choiceOf(s.sequence().cues.back().move, "direction") == "in");
    CHECK_FALSE(s.note().isVisible());
}

TEST_CASE("What a drag takes out of sight is said when it is let go") {
    NoteSession s;
    auto next = s.sequence();
    model::Cue late = *model::findThing(next.cues, "title-leave");
    late.id = "title-again";
    late.beat = "hand-off";
    late.anchor.offset = 300;
    late.length = 200;
    late.move = {model::MoveKind::Fade, {}};
    std::erase_if(next.cues, [](const model::Cue& it) { return it.layer == "title"; });
    std::erase_if(next.cues, [](const model::Cue& it) { return it.layer == "tagline"; });
    next.cues.push_back(late);
    auto seen = next;
    seen.cues.back().move.parameters = {{"from", 100.0}, {"to", 40.0}};
    auto& document = s.window.document();
    document.apply("seen", std::move(seen));
    REQUIRE_FALSE(s.note().isVisible());
    document.preview(next); // as a tool does at each move of the pointer
    CHECK_FALSE(s.note().isVisible());
    document.commit("drag");
    CHECK(s.note().isVisible());
    CHECK(s.sentence().contains("Title"));
}

TEST_CASE("The note goes with the next edit, and when it is put away") {
    NoteSession s;
    s.actions().addCue(model::MoveKind::Bounce, "ridges", 1300);
    REQUIRE(s.note().isVisible());
    s.actions().rename(Selection::Kind::Layer, "title", "Name");
    CHECK_FALSE(s.note().isVisible());
    s.actions().addCue(model::MoveKind::Pop, "ridges", 1300);
    REQUIRE(s.note().isVisible());
    click(s.child<QToolButton>("noteClose"));
    CHECK_FALSE(s.note().isVisible());
    s.window.preview().setTime(200); // looking is no edit
    CHECK_FALSE(s.note().isVisible());
}
