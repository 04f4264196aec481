// SPDX-License-Identifier: MIT
#include "app/arrange/card_box.h"
#include "app/arrange/note_strip.h"
#include "app/arrange/shelf/moves_page.h"
#include "app/arrange/shelf/palette_page.h"
#include "app/arrange/shelf/screen_page.h"
#include "app/arrange/shelf/takes_page.h"
#include "app/arrange/stage/stage_view.h"
#include "app/arrange/takes_dialog.h"
#include "app/arrange/tap_dialog.h"
#include "app/widgets/background.h"
#include "core/edit/beat_edits.h"
#include "core/edit/phrases.h"
#include "core/file/phrase_file.h"
#include "core/valid/validate.h"
#include "support/pictures.h"
#include "support/window_session.h"

#include <QBuffer>
#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QDropEvent>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QMimeData>
#include <QProgressDialog>
#include <QToolButton>
#include <QTreeWidget>
#include <thread>

using namespace scaena;
using namespace scaena::test;

TEST_CASE("Every move and phrase has a running miniature, made in the background") {
    Session s;
    s.trigger("movesTab");
    auto& moves = s.window.arrange().cards().moves();
    const int entries = int(model::kMoveKinds + edit::standardPhrases().size());
    REQUIRE(QTest::qWaitFor([&] { return moves.miniatures().isComplete(); }, 20000));
    for (int entry = 0; entry < entries; ++entry) {
        bool moved = false;
        for (int i = 1; i < MoveMiniatures::kFrames; ++i) {
            REQUIRE_FALSE(moves.miniatures().frame(entry, i).isNull());
            moved = moved || moves.miniatures().frame(entry, i) != moves.miniatures().frame(entry, 0);
        }
        INFO("entry " << entry);
        // Only a clip can be played, and the sample has none.
        CHECK(moved == (entry != int(model::MoveKind::Play)));
    }
}

TEST_CASE("At rest each move's picture says what it does, and only what is pointed at plays") {
    Session s;
    s.trigger("movesTab");
    auto& moves = s.window.arrange().cards().moves();
    REQUIRE(QTest::qWaitFor([&] { return moves.miniatures().isComplete(); }, 20000));
    std::vector<QImage> pictures;
    int ways = 0;
    for (int entry = 0; entry < int(model::kMoveKinds); ++entry) {
        const auto rest = moves.miniatures().rest(entry);
        INFO("entry " << entry);
        REQUIRE_FALSE(rest.image.isNull());
        ways += rest.way.isEmpty() ? 0 : 1;
        using model::MoveKind;
        if (entry != int(MoveKind::Play)) { // the sample has no clip
            CHECK(rest.image != moves.miniatures().frame(entry, MoveMiniatures::kFrames - 1));
        }
        for (const auto& other : pictures) {
            CHECK((rest.image != other || entry == int(MoveKind::Play)));
        }
        pictures.push_back(rest.image);
    }
    CHECK(ways >= 4); // rise, drop, travel, shift …
    // Nothing changes by itself while nobody points there.
    s.score().setFocus();
    QTest::qWait(50);
    const auto still = moves.viewport()->grab().toImage();
    QTest::qWait(300);
    CHECK(moves.viewport()->grab().toImage() == still);
    QMouseEvent over(QEvent::MouseMove, moves.cellOf(int(model::MoveKind::Drop)).center(),
                     moves.viewport()->mapToGlobal(moves.cellOf(int(model::MoveKind::Drop)).center()),
                     Qt::NoButton, Qt::NoButton, Qt::NoModifier);
    QApplication::sendEvent(moves.viewport(), &over);
    const auto begun = moves.viewport()->grab().toImage();
    CHECK(QTest::qWaitFor([&] { return moves.viewport()->grab().toImage() != begun; }, 2000));
}

TEST_CASE("A click on the shelf adds the move at the needle, arrows and Enter as well") {
    Session s;
    s.window.preview().setTime(900);
    s.window.selection().select(Selection::Kind::Layer, "title");
    s.trigger("movesTab");
    auto& moves = s.window.arrange().cards().moves();
    QTest::mouseClick(moves.viewport(), Qt::LeftButton, Qt::NoModifier,
                      moves.cellOf(int(model::MoveKind::Pop)).center());
    const auto& cue = s.cue(s.window.selection().cue());
    CHECK(cue.move.kind == model::MoveKind::Pop);
    CHECK(cue.layer == "title");
    const auto& span = s.window.preview().schedule()->cues.back();
    CHECK(span.start == 900);
    moves.setFocus();
    QTest::keyClick(&moves, Qt::Key_Right);
    QTest::keyClick(&moves, Qt::Key_Return);
    CHECK(s.cue(s.window.selection().cue()).move.kind == model::MoveKind::Turn);
    const auto count = s.sequence().cues.size();
    QTest::mouseClick(moves.viewport(), Qt::LeftButton, Qt::NoModifier,
                      moves.cellOf(int(model::MoveKind::Panel)).center());
    CHECK(s.sequence().cues.size() == count); // a text cannot shrink to a header
}

TEST_CASE("A move dropped on a lane begins where it was dropped") {
    Session s;
    QMimeData data;
    data.setData(MovesPage::kMime, QByteArray::number(int(model::MoveKind::Flip)));
    const int lane = model::indexOf(s.sequence().layers, LayerId("tagline"));
    const QPointF at(s.score().layoutOfScore().xOf(1000),
                     s.score().layoutOfScore().laneRow(lane).center().y());
    QDragEnterEvent enter(at.toPoint(), Qt::CopyAction, &data, Qt::LeftButton, Qt::AltModifier);
    QApplication::sendEvent(&s.score(), &enter);
    REQUIRE(enter.isAccepted());
    QDropEvent drop(at, Qt::CopyAction, &data, Qt::LeftButton, Qt::AltModifier);
    QApplication::sendEvent(&s.score(), &drop);
    const auto& cue = s.cue(s.window.selection().cue());
    CHECK(cue.move.kind == model::MoveKind::Flip);
    CHECK(cue.layer == "tagline");
    CHECK(s.window.preview().schedule()->cues.back().start == Approx(1000).margin(25));
}

TEST_CASE("A thread pulled from one cue to another chains them") {
    Session s;
    s.window.selection().select(Selection::Kind::Cue, "sun-rise");
    const auto& layout = s.score().layoutOfScore();
    const int from = model::indexOf(s.sequence().cues, CueId("sun-rise"));
    const QPointF knob = layout.knob(from, true);
    const QPointF to = s.cueRect("title-draw").center();
    s.move(knob, Qt::NoButton, Qt::NoModifier);
    QTest::mousePress(&s.score(), Qt::LeftButton, Qt::NoModifier, knob.toPoint());
    s.move((knob + to) / 2, Qt::LeftButton, Qt::NoModifier);
    s.move(to, Qt::LeftButton, Qt::NoModifier);
    QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::NoModifier, to.toPoint());
    CHECK(s.cue("title-draw").anchor.kind == model::AnchorKind::After);
    CHECK(s.cue("title-draw").anchor.cue == "sun-rise");
    CHECK(s.window.selection().cue() == "title-draw");
    s.trigger("unchain");
    CHECK(s.cue("title-draw").anchor.kind == model::AnchorKind::BeatStart);
}

TEST_CASE("A thread pulled from one gate to another lets that wait for it, pulled again it no longer does") {
    Session s;
    const auto& gates = s.sequence().gates;
    const auto needs = [&](const GateId& gate) -> const std::vector<GateId>& {
        return model::findThing(s.sequence().gates, gate)->needs;
    };
    const auto pull = [&](std::size_t from, std::size_t to) {
        const auto& layout = s.score().layoutOfScore();
        const QPointF a = layout.gateRow(int(from)).center(), b = layout.gateRow(int(to)).center();
        s.move(a, Qt::NoButton, Qt::NoModifier);
        QTest::mousePress(&s.score(), Qt::LeftButton, Qt::NoModifier, a.toPoint());
        s.move((a + b) / 2, Qt::LeftButton, Qt::NoModifier);
        s.move(b, Qt::LeftButton, Qt::NoModifier);
        QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::NoModifier, b.toPoint());
    };
    REQUIRE(gates.size() == 3);
    const auto before = s.sequence();
    const GateId session = gates[0].id, huts = gates[1].id, tiles = gates[2].id;
    REQUIRE(needs(huts) == std::vector<GateId>{session});
    pull(1, 2);
    CHECK(std::ranges::count(needs(tiles), huts) == 1);
    CHECK(s.window.selection().gate() == tiles);
    s.trigger("undo");
    CHECK(s.sequence() == before);
    pull(0, 1);
    CHECK(needs(huts).empty());
    pull(0, 1);
    CHECK(needs(huts) == std::vector<GateId>{session});
    pull(1, 0); // it would wait for itself
    CHECK(needs(session).empty());
    pull(1, 1);
    CHECK(s.sequence() == before);
}

TEST_CASE("A rubber band and Ctrl select several cues, which then move, scale and stagger together") {
    Session s;
    const auto sun = s.cueRect("sun-rise");
    const auto title = s.cueRect("title-draw");
    s.window.selection().select(Selection::Kind::Cue, "sun-rise");
    QTest::mouseClick(&s.score(), Qt::LeftButton, Qt::ControlModifier, title.center().toPoint());
    CHECK(s.window.selection().all() == std::vector<std::string>{"sun-rise", "title-draw"});
    const Millis before = s.cue("sun-rise").anchor.offset;
    s.drag(sun.center(), 40 * s.pixelsPerMs());
    CHECK(s.cue("sun-rise").anchor.offset == Approx(before + 40).margin(3));
    CHECK(s.window.selection().all().size() == 2);
    const Millis length = s.cue("sun-rise").length;
    s.trigger("brisker");
    CHECK(s.cue("sun-rise").length == Approx(length * 0.8).margin(1));
    s.trigger("alignStarts");
    const auto times = s.window.arrange().actions().selectedTimes();
    CHECK(times[0].start == times[1].start);
    whenDialogOpens([](QWidget* dialog) {
        auto* input = qobject_cast<QInputDialog*>(dialog);
        input->setIntValue(120);
        input->accept();
    });
    s.trigger("stagger");
    CHECK(s.window.arrange().actions().selectedTimes()[1].start == times[0].start + 120);
    // A band over everything takes all that it touches.
    const auto& layout = s.score().layoutOfScore();
    const QPointF from(layout.xOf(2650), layout.laneRow(int(s.sequence().layers.size()) - 1).top() + 2);
    QTest::mousePress(&s.score(), Qt::LeftButton, Qt::NoModifier, from.toPoint());
    s.move(QPointF(layout.left() + 2, layout.laneRow(0).bottom()), Qt::LeftButton, Qt::NoModifier);
    QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::NoModifier,
                        QPoint(int(layout.left()) + 2, int(layout.laneRow(0).bottom())));
    CHECK(s.window.selection().all().size() == s.sequence().cues.size());
}

TEST_CASE("A busy sign is chosen from a list, stands in the wait, and says where there is none") {
    Session s;
    const auto before = s.window.document().sequence();
    whenDialogOpens([](QWidget* dialog) {
        auto* field = dialog->findChild<QLineEdit*>();
        QTest::keyClicks(field, "ring");
        QTest::keyClick(field, Qt::Key_Return);
    });
    s.trigger("addBusySign");
    REQUIRE(s.sequence().layers.size() == before->layers.size() + 1);
    const auto& ring = *model::findThing(s.sequence().layers, s.window.selection().layer());
    CHECK(s.window.document().artFiles()->findArt(ring.art()->art));
    CHECK(valid::problemsOf(s.sequence()).empty());
    s.trigger("undo");
    CHECK(s.window.document().sequence() == before);
    s.window.selection().select(Selection::Kind::Layer, "sun");
    s.window.arrange().actions().addBusySign(edit::BusySign::Breath);
    CHECK(s.cue(s.sequence().cues.back().id).layer == "sun");
    auto hasty = s.sequence();
    for (const auto& beat : before->beats) {
        if (beat.kind == model::BeatKind::Wait) {
            hasty = edit::removeBeat(std::move(hasty), beat.id);
        }
    }
    s.window.document().apply("without waits", hasty);
    CHECK(
        toldBy([&] { s.window.arrange().actions().addBusySign(edit::BusySign::Dots); }).contains("press G"));
    CHECK(s.sequence() == hasty);
}

TEST_CASE("Lanes are reordered by dragging their names, renamed by F2") {
    Session s;
    const auto& layout = s.score().layoutOfScore();
    const int title = model::indexOf(s.sequence().layers, LayerId("title"));
    const QPointF from(30, layout.laneRow(title).center().y());
    const QPointF to(30, layout.laneRow(title + 2).center().y());
    QTest::mousePress(&s.score(), Qt::LeftButton, Qt::NoModifier, from.toPoint());
    s.move(to, Qt::LeftButton, Qt::NoModifier);
    QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::NoModifier, to.toPoint());
    CHECK(model::indexOf(s.sequence().layers, LayerId("title")) == title + 2);
    CHECK(s.window.document().history().undoName() == "reorder Title");
    whenDialogOpens([](QWidget* dialog) {
        auto* input = qobject_cast<QInputDialog*>(dialog);
        input->setTextValue("Name of the hut");
        input->accept();
    });
    s.trigger("rename");
    CHECK(model::findThing(s.sequence().layers, "title")->name == "Name of the hut");
}

TEST_CASE("Cues are copied from one sequence and pasted into another") {
    Session s;
    s.window.selection().setAll(Selection::Kind::Cue, {"sun-rise", "title-draw"});
    s.trigger("copy");
    s.window.document().startNew();
    s.window.selection().select(Selection::Kind::Layer, "backdrop");
    s.window.preview().setTime(800);
    s.trigger("paste");
    CHECK(s.window.selection().all().size() >= 1);
    CHECK(s.cue(s.window.selection().cues().front()).layer == "backdrop");
    CHECK(valid::problemsOf(s.sequence()).empty());
    QGuiApplication::clipboard()->setText("nothing of ours");
    CHECK(toldBy([&] { s.trigger("paste"); }).contains("Ctrl+C"));
}

TEST_CASE("Cues copied to another layer say what of them does not fit there") {
    Session s;
    s.window.selection().setAll(Selection::Kind::Cue, {"title-draw"});
    s.trigger("copy");
    s.window.selection().select(Selection::Kind::Layer, "day-sky");
    const auto before = s.window.document().sequence();
    CHECK(toldBy([&] { s.trigger("paste"); }).contains("draw"));
    CHECK(s.window.document().sequence() == before);
    // One that fits and one that does not: the one is there, the other is named on the strip.
    const auto phrases = file::readPhrases(QGuiApplication::clipboard()->text().toStdString());
    REQUIRE(phrases);
    auto both = phrases->front();
    both.cues.push_back(both.cues.front());
    both.cues.back().id = "second";
    both.cues.back().layer = {};
    both.cues.back().move = {model::MoveKind::Fade, {}};
    QGuiApplication::clipboard()->setText(QString::fromStdString(file::writePhrases({both})));
    s.trigger("paste");
    CHECK(s.sequence().cues.size() == before->cues.size() + 1);
    CHECK(s.cue(s.window.selection().cues().front()).move.kind == model::MoveKind::Fade);
    auto* strip = s.window.findChild<NoteStrip*>();
    REQUIRE(strip);
    CHECK(strip->isVisible());
    bool named = false;
    for (auto* label : strip->findChildren<QLabel*>()) {
        named = named || label->text().contains("left out: draw");
    }
    CHECK(named);
}

TEST_CASE("One's own phrase is kept for other sequences and other days") {
    Session s;
    s.window.selection().setAll(Selection::Kind::Cue, {"sun-rise"});
    whenDialogOpens([](QWidget* dialog) {
        auto* input = qobject_cast<QInputDialog*>(dialog);
        input->setTextValue("Sunrise");
        input->accept();
    });
    s.trigger("keepPhrase");
    const PhraseShelf other;
    const auto found = std::find_if(other.own().begin(), other.own().end(),
                                    [](const auto& it) { return it.name == "Sunrise"; });
    REQUIRE(found != other.own().end());
    CHECK(found->cues.front().move.kind == model::MoveKind::Bounce);
    s.window.phraseShelf().remove("Sunrise");
    CHECK(PhraseShelf().own().empty());
}

TEST_CASE("The palette shows contrast, mends the night, and everything follows a colour") {
    Session s;
    s.trigger("coloursTab");
    auto& palette = s.window.arrange().cards().palette();
    palette.setValue("ink", model::Appearance::Dark, {0x18, 0x20, 0x40, 255});
    auto* mend = s.child<QToolButton>("propose-ink");
    CHECK(s.child<QLabel>("contrast-ink")->toolTip().contains("4.5"));
    click(mend);
    QApplication::processEvents();
    const auto canvas = *model::find(s.sequence().palette, s.sequence().opening.colour);
    CHECK(contrastRatio(model::find(s.sequence().palette, "ink")->dark, canvas.dark) >= 3);
    const auto count = s.sequence().palette.size();
    click(s.child<QToolButton>("addColour"));
    CHECK(s.sequence().palette.size() == count + 1);
    auto* name = s.child<QLineEdit>("colourName-colour");
    name->setText("Snow");
    QTest::keyClick(name, Qt::Key_Return);
    CHECK(s.sequence().palette.back().name == "Snow");
    click(s.child<QToolButton>("remove-stone"));
    QApplication::processEvents();
    CHECK_FALSE(model::find(s.sequence().palette, "stone"));
    CHECK(valid::problemsOf(s.sequence()).empty());
}

TEST_CASE("Art is recoloured by the palette, and the stage shows it by night as well") {
    Session s;
    s.window.selection().select(Selection::Kind::Layer, "ridges");
    auto* box = s.window.findChild<QComboBox*>("recolour-4A3E6B");
    REQUIRE(box);
    s.window.preview().setTime(700);
    const auto before = s.window.arrange().stage().grab().toImage();
    box->setCurrentIndex(box->findText("Ink"));
    emit box->activated(box->currentIndex());
    CHECK(model::findThing(s.sequence().layers, "ridges")->art()->recolour.at("#4A3E6B") == "ink");
    CHECK(s.window.arrange().stage().grab().toImage() != before);
}

TEST_CASE("The first screen is composed of blocks or shown by screenshots") {
    Session s;
    s.trigger("screenTab");
    auto& page = s.window.arrange().cards().screen();
    const auto blocks = [&] {
        return model::findThing(s.sequence().layers, "hut-list")->get<model::FirstScreenContent>().blocks;
    };
    const auto count = blocks().size();
    page.addBlock(model::BlockKind::Cards);
    CHECK(blocks().size() == count + 1);
    s.type(s.child<QDoubleSpinBox>("blockHeight-0"), "90");
    CHECK(blocks()[0].height == 90);
    click(s.child<QToolButton>("blockRemove-1"));
    QApplication::processEvents();
    CHECK(blocks().size() == count);
    std::ofstream(s.folder() / "screen.png", std::ios::binary) << pngBytes(60, Qt::red);
    std::ofstream(s.folder() / "screen-dark.png", std::ios::binary) << pngBytes(60, Qt::blue);
    page.setScreenshot(QString::fromStdString((s.folder() / "screen.png").string()),
                       model::Appearance::Light);
    s.window.background().finish();
    page.setScreenshot(QString::fromStdString((s.folder() / "screen-dark.png").string()),
                       model::Appearance::Dark);
    s.window.background().finish();
    const auto& content = model::findThing(s.sequence().layers, "hut-list")->get<model::FirstScreenContent>();
    CHECK(content.lightImage == "images/screen.png");
    CHECK(content.darkImage == "images/screen-dark.png");
    s.trigger("toEnd");
    const auto stage = s.window.arrange().stage().grab().toImage();
    CHECK(stage.pixelColor(stage.rect().center()).red() > 200);
    REQUIRE(s.window.document().save());
    CHECK(std::filesystem::exists(s.file().parent_path() / "images/screen-dark.png"));
}

TEST_CASE("Takes: keep, change, compare side by side in step, go back") {
    Session s;
    s.trigger("keepTake");
    CHECK(s.sequence().takes.size() == 1);
    const auto cues = s.sequence().cues;
    s.trigger("selectAll");
    s.trigger("brisker");
    CHECK(s.sequence().cues != cues);
    QString words;
    whenDialogOpens([&](QWidget* dialog) {
        auto* takes = qobject_cast<TakesDialog*>(dialog);
        words = dialog->findChild<QListWidget*>("takeDifferences")->item(0)->text();
        takes->setTime(1000);
        CHECK(takes->kept().time() == takes->present().time());
        CHECK(takes->kept().grab().toImage() != takes->present().grab().toImage());
        click(dialog->findChild<QPushButton*>("takesDialogGoBack"));
    });
    s.trigger("compareTakes");
    CHECK(words.startsWith("First screen shown"));
    CHECK(s.sequence().cues == cues);
    s.trigger("undo");
    CHECK(s.sequence().cues != cues);
}

TEST_CASE("A rhythm is tapped with Space") {
    TapDialog dialog(3, 700, nullptr);
    dialog.show();
    for (int i = 0; i < 4; ++i) {
        QTest::keyClick(&dialog, Qt::Key_Space);
        QTest::qWait(40);
    }
    REQUIRE(dialog.times().size() == 3); // no more than there are cues
    CHECK(dialog.times()[0] == 700);
    CHECK(dialog.times()[1] > 730);
    CHECK(dialog.times()[2] > dialog.times()[1] + 30);
}
