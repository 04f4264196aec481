// SPDX-License-Identifier: MIT
#include "app/arrange/score/seam_mark.h"
#include "app/arrange/stage/seam_marks.h"
#include "app/arrange/stage/stage_view.h"
#include "app/export/export_room.h"
#include "app/export/target_card.h"
#include "support/pictures.h"
#include "support/window_session.h"

#include <QLabel>
#include <QRegularExpression>
#include <QToolButton>

/// Where the app takes over from the system's own frame: seen on the score, on the stage and in the Export
/// room.
using namespace scaena;
using namespace scaena::app;
using namespace scaena::test;

namespace {

struct SeamSession : Session {
    SeamSession() {
        auto next = sequence();
        model::findThing(next.layers, "ridges")->place.y = -60;
        window.document().apply("elsewhere", std::move(next));
    }
    QRectF mark() { return seamMark(score().layoutOfScore(), *window.preview().schedule()); }
    QToolButton* mend() { return window.findChild<QToolButton*>(QStringLiteral("stageMend")); }
    QImage stage() {
        QApplication::processEvents();
        return window.arrange().stage().grab().toImage();
    }
};

}

TEST_CASE("A mark on the beats leads to the seam, the stage shows what jumps, and how far") {
    SeamSession s;
    CHECK(s.window.preview().seam().size() == 2); // the ridges, and the ground
    CHECK_FALSE(s.mend()->isVisible());
    const double x = s.mark().center().x();
    QTest::mouseClick(&s.score(), Qt::LeftButton, Qt::NoModifier, s.mark().center().toPoint());
    CHECK(s.window.preview().time() == s.window.preview().schedule()->beats.front().end);
    CHECK(s.mend()->isVisible());
    CHECK(s.mend()->toolTip().contains("Ridges"));
    CHECK(std::abs(s.score().layoutOfScore().xOf(s.window.preview().time()) - x) < 1);

    const auto with = s.stage();
    s.trigger("ghosts"); // off: the plain picture
    const auto without = s.stage();
    CHECK(difference(with, without) > 1);
    s.trigger("ghosts");
    s.window.preview().setTime(s.window.preview().time() + 200);
    CHECK_FALSE(s.mend()->isVisible());
}

TEST_CASE("One click mends the seam on the stage, one undo brings it back") {
    SeamSession s;
    auto next = s.sequence();
    next.opening.colour = "dusk-high"; // the backdrop's gradient cannot be met by one colour: that stays
    s.window.document().apply("nearer", std::move(next));
    s.trigger("showSeam");
    whenDialogOpens([&](QWidget* dialog) {
        auto* told = qobject_cast<QMessageBox*>(dialog);
        CHECK((told && told->text().contains("ground")));
        dialog->close();
    });
    click(s.mend());
    REQUIRE(QTest::qWaitFor([&] { return s.window.preview().seam().size() == 1; }, 3000));
    CHECK(s.window.preview().seam()[0].layer.empty());
    s.trigger("undo");
    CHECK(s.window.preview().seam().size() == 2);
}

TEST_CASE("No mark and no ghosts where nothing jumps, nor for a start without an opening") {
    SeamSession s;
    auto conditions = s.window.preview().conditions();
    conditions.start = model::StartKind::Hot;
    s.window.preview().setConditions(conditions);
    CHECK(s.window.preview().seam().empty());
    s.window.preview().setTime(0);
    CHECK_FALSE(s.mend()->isVisible());
    // The command helps out of it: it shows a start that has an opening.
    s.trigger("showSeam");
    CHECK(s.window.preview().conditions().start == model::StartKind::Cold);
    CHECK(s.window.preview().seam().size() == 2);
}

TEST_CASE("The Export room's findings lead to the seam on the stage and mend it") {
    SeamSession s;
    s.trigger("roomExport");
    auto& room = s.window.exports();
    const auto built = [&] { REQUIRE(QTest::qWaitFor([&] { return !room.isBuilding(); }, 30000)); };
    built();
    room.choose("android");
    built();
    auto* notes = room.findChild<QLabel*>(QStringLiteral("exportNotes"));
    REQUIRE(notes);
    REQUIRE(notes->text().contains("Ridges"));
    const auto links = notes->text().count("href=\"mend:");
    CHECK(links >= 2);

    emit notes->linkActivated(QStringLiteral("show:0"));
    CHECK(s.window.arrange().isVisible());
    CHECK(s.window.preview().time() == s.window.preview().schedule()->beats.front().end);
    CHECK_FALSE(s.window.preview().seam().empty());

    s.trigger("roomExport");
    built();
    whenDialogOpens([](QWidget* dialog) { dialog->close(); }); // the ground's gradient stays, and is told
    emit notes->linkActivated(QStringLiteral("mend:0"));
    built();
    CHECK_FALSE(notes->text().contains("Ridges”</b> jumps"));
    CHECK(notes->text().count("href=\"mend:") < links);
    emit notes->linkActivated(QStringLiteral("mend:99")); // a stale link does nothing
}

namespace {

/// The Export room's findings of a target, when they are known.
struct FindingsSession : Session {
    QLabel* findingsOf(plan::ExportId target) {
        trigger("roomExport");
        built();
        window.exports().choose(target);
        built();
        return window.findChild<QLabel*>(QStringLiteral("exportNotes"));
    }
    void built() {
        REQUIRE(QTest::qWaitFor([&] { return !window.exports().isBuilding(); }, 30000));
        QApplication::processEvents();
    }
    /// The link to do something about the first finding that says this: "mend:2".
    static QString linkAfter(const QLabel* notes, const QString& words, const QString& act) {
        const auto at = notes->text().indexOf(words);
        const QRegularExpression link(QStringLiteral("href=\"(%1:\\d+)\"").arg(act));
        return at < 0 ? QString() : link.match(notes->text(), at).captured(1);
    }
};

}

TEST_CASE(
    "A cue of the icon that a kit cuts is told in the Export room, fitted by one click, and taken back") {
    FindingsSession s;
    auto next = s.sequence();
    auto& pop = *model::findThing(next.cues, "ridges-pop");
    pop.length = 950;
    s.window.document().apply("longer", std::move(next));
    auto* notes = s.findingsOf("flutter");
    REQUIRE(notes);
    REQUIRE(QTest::qWaitFor([&] { return notes->text().contains("is cut at"); }, 5000));
    CHECK(notes->text().contains("of 950"));
    // Two ways out: the app goes on with it, or it is made shorter.
    const auto mend = FindingsSession::linkAfter(notes, "is cut at", "mend");
    REQUIRE_FALSE(mend.isEmpty());
    emit notes->linkActivated(mend);
    s.built();
    CHECK(model::findThing(s.sequence().cues, "ridges-pop")->continues);
    CHECK(model::findThing(s.sequence().cues, "ridges-pop")->length == 950);
    CHECK(QTest::qWaitFor([&] { return !notes->text().contains("is cut at"); }, 5000));
    s.trigger("undo");
    REQUIRE(QTest::qWaitFor([&] { return notes->text().contains("is cut at"); }, 5000));
    const auto shorten = FindingsSession::linkAfter(notes, "is cut at", "other");
    REQUIRE_FALSE(shorten.isEmpty());
    emit notes->linkActivated(shorten);
    s.built();
    const auto length = model::findThing(s.sequence().cues, "ridges-pop")->length;
    CHECK(length < 950);
    CHECK(QTest::qWaitFor([&] { return !notes->text().contains("is cut at"); }, 5000));
    s.trigger("undo");
    CHECK(model::findThing(s.sequence().cues, "ridges-pop")->length == 950);
    // Where the player holds the picture nothing is cut, and the opening lasts as long on the score.
    CHECK_FALSE(s.findingsOf("android")->text().contains("is cut at"));
    CHECK(s.window.preview().schedule()->beats.front().end == 950);
}

TEST_CASE("What jumps sideways alone is shown on the stage held sideways, and mended there") {
    FindingsSession s;
    auto next = s.sequence();
    auto& ridges = *model::findThing(next.layers, "ridges");
    const auto upright = ridges.place;
    ridges.landscape = ridges.place;
    ridges.landscape->x += 200;
    s.window.document().apply("sideways", std::move(next));
    auto* notes = s.findingsOf("android");
    REQUIRE(notes);
    const QString words = QStringLiteral("held sideways");
    REQUIRE(QTest::qWaitFor([&] { return notes->text().contains(words); }, 5000));
    emit notes->linkActivated(FindingsSession::linkAfter(notes, words, "show"));
    CHECK(s.window.arrange().isVisible());
    CHECK(s.window.preview().conditions().landscape);
    CHECK_FALSE(s.window.preview().seam().empty());
    notes = s.findingsOf("android");
    whenDialogOpens([](QWidget* dialog) { dialog->close(); }); // the ground's gradient stays, and is told
    emit notes->linkActivated(FindingsSession::linkAfter(notes, words, "mend"));
    s.built();
    CHECK(model::findThing(s.sequence().layers, "ridges")->place == upright);
    CHECK(QTest::qWaitFor([&] { return !notes->text().contains("Ridges”</b> jumps"); }, 5000));
}
