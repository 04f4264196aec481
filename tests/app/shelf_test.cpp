// SPDX-License-Identifier: MIT
#include "app/compose/card_box.h"
#include "app/compose/shelf/moves_page.h"
#include "app/compose/shelf/palette_page.h"
#include "app/compose/shelf/screen_page.h"
#include "app/compose/shelf/takes_page.h"
#include "app/compose/stage/stage_view.h"
#include "app/compose/takes_dialog.h"
#include "app/compose/tap_dialog.h"
#include "app/shell/background.h"
#include "core/edit/phrases.h"
#include "core/model/validate.h"
#include "support/pictures.h"
#include "support/window_session.h"

#include <QBuffer>
#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
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

namespace {

void click(QWidget* widget) { QTest::mouseClick(widget, Qt::LeftButton); }

QString toldBy(const std::function<void()>& act) {
    QString told;
    whenDialogOpens([&](QWidget* dialog) {
        if (auto* list = dialog->findChild<QTreeWidget*>("problemList")) {
            told = list->topLevelItem(0)->text(1);
        }
        dialog->close();
    });
    act();
    return told;
}

std::string pngBytes(int side, QColor colour) {
    QImage image(side, side, QImage::Format_ARGB32);
    image.fill(colour);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes.toStdString();
}

}

TEST_CASE("Every move and phrase has a running miniature, made in the background") {
    Session s;
    s.trigger("movesTab");
    auto& moves = s.window.compose().cards().moves();
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

TEST_CASE("A click on the shelf adds the move at the needle, arrows and Enter as well") {
    Session s;
    s.window.preview().setTime(900);
    s.window.selection().select(Selection::Kind::Layer, "title");
    s.trigger("movesTab");
    auto& moves = s.window.compose().cards().moves();
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
    const int lane = model::indexOf(s.sequence().layers, Id("tagline"));
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
    const int from = model::indexOf(s.sequence().cues, Id("sun-rise"));
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

TEST_CASE("A rubber band and Ctrl select several cues, which then move, scale and stagger together") {
    Session s;
    const auto sun = s.cueRect("sun-rise");
    const auto title = s.cueRect("title-draw");
    s.window.selection().select(Selection::Kind::Cue, "sun-rise");
    QTest::mouseClick(&s.score(), Qt::LeftButton, Qt::ControlModifier, title.center().toPoint());
    CHECK(s.window.selection().all() == std::vector<Id>{"sun-rise", "title-draw"});
    const Millis before = s.cue("sun-rise").anchor.offset;
    s.drag(sun.center(), 40 * s.pixelsPerMs());
    CHECK(s.cue("sun-rise").anchor.offset == Approx(before + 40).margin(3));
    CHECK(s.window.selection().all().size() == 2);
    const Millis length = s.cue("sun-rise").length;
    s.trigger("brisker");
    CHECK(s.cue("sun-rise").length == Approx(length * 0.8).margin(1));
    s.trigger("alignStarts");
    const auto times = s.window.compose().actions().selectedTimes();
    CHECK(times[0].start == times[1].start);
    whenDialogOpens([](QWidget* dialog) {
        auto* input = qobject_cast<QInputDialog*>(dialog);
        input->setIntValue(120);
        input->accept();
    });
    s.trigger("stagger");
    CHECK(s.window.compose().actions().selectedTimes()[1].start == times[0].start + 120);
    // A band over everything takes all that it touches.
    const auto& layout = s.score().layoutOfScore();
    const QPointF from(layout.xOf(2650), layout.laneRow(int(s.sequence().layers.size()) - 1).top() + 2);
    QTest::mousePress(&s.score(), Qt::LeftButton, Qt::NoModifier, from.toPoint());
    s.move(QPointF(layout.left() + 2, layout.laneRow(0).bottom()), Qt::LeftButton, Qt::NoModifier);
    QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::NoModifier,
                        QPoint(int(layout.left()) + 2, int(layout.laneRow(0).bottom())));
    CHECK(s.window.selection().all().size() == s.sequence().cues.size());
}

TEST_CASE("Lanes are reordered by dragging their names, renamed by F2") {
    Session s;
    const auto& layout = s.score().layoutOfScore();
    const int title = model::indexOf(s.sequence().layers, Id("title"));
    const QPointF from(30, layout.laneRow(title).center().y());
    const QPointF to(30, layout.laneRow(title + 2).center().y());
    QTest::mousePress(&s.score(), Qt::LeftButton, Qt::NoModifier, from.toPoint());
    s.move(to, Qt::LeftButton, Qt::NoModifier);
    QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::NoModifier, to.toPoint());
    CHECK(model::indexOf(s.sequence().layers, Id("title")) == title + 2);
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
    CHECK(s.cue(s.window.selection().all().front()).layer == "backdrop");
    CHECK(model::validate(s.sequence()).empty());
    QGuiApplication::clipboard()->setText("nothing of ours");
    CHECK(toldBy([&] { s.trigger("paste"); }).contains("Ctrl+C"));
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
    auto& palette = s.window.compose().cards().palette();
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
    CHECK(model::validate(s.sequence()).empty());
}

TEST_CASE("Art is recoloured by the palette, and the stage shows it by night as well") {
    Session s;
    s.window.selection().select(Selection::Kind::Layer, "ridges");
    auto* box = s.window.findChild<QComboBox*>("recolour-4A3E6B");
    REQUIRE(box);
    s.window.preview().setTime(700);
    const auto before = s.window.compose().stage().grab().toImage();
    box->setCurrentIndex(box->findText("Ink"));
    emit box->activated(box->currentIndex());
    CHECK(model::findThing(s.sequence().layers, "ridges")->recolour.at("#4A3E6B") == "ink");
    CHECK(s.window.compose().stage().grab().toImage() != before);
}

TEST_CASE("The first screen is composed of blocks or shown by screenshots") {
    Session s;
    s.trigger("screenTab");
    auto& page = s.window.compose().cards().screen();
    const auto blocks = [&] { return model::findThing(s.sequence().layers, "hut-list")->firstScreen.blocks; };
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
    page.setScreenshot(QString::fromStdString((s.folder() / "screen-dark.png").string()),
                       model::Appearance::Dark);
    const auto& content = model::findThing(s.sequence().layers, "hut-list")->firstScreen;
    CHECK(content.lightImage == "images/screen.png");
    CHECK(content.darkImage == "images/screen-dark.png");
    s.trigger("toEnd");
    const auto stage = s.window.compose().stage().grab().toImage();
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

TEST_CASE("Files become layers: vectors, pictures in their densities, clips; and a font goes to its text") {
    Session s;
    auto& actions = s.window.compose().actions();
    std::ofstream(s.folder() / "mark.svg")
        << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><circle cx='4' cy='4' r='4'/></svg>";
    std::ofstream(s.folder() / "leaf.png", std::ios::binary) << pngBytes(40, Qt::green);
    std::ofstream(s.folder() / "leaf@2x.png", std::ios::binary) << pngBytes(80, Qt::green);
    std::filesystem::copy(repository() / "samples/larder/clips/jar.json", s.folder() / "jar.json");
    const auto path = [&](const char* name) { return QString::fromStdString((s.folder() / name).string()); };
    const auto count = s.sequence().layers.size();
    actions.addFiles({path("mark.svg"), path("leaf.png"), path("leaf@2x.png"), path("jar.json")});
    CHECK(s.sequence().layers.size() == count + 3);
    CHECK(model::findThing(s.sequence().layers, "leaf")->pictures.size() == 2);
    const auto& clip = *model::findThing(s.sequence().layers, "jar");
    CHECK(clip.clip.stopAt == 2500);
    s.window.selection().select(Selection::Kind::Layer, "title");
    actions.addFiles(
        {QString::fromStdString((repository() / "resources/fonts/JetBrainsMono-Regular.ttf").string())});
    CHECK(model::findThing(s.sequence().layers, "title")->text.fontFile == "fonts/jetbrainsmono-regular.ttf");
    REQUIRE(s.window.document().save());
    for (const char* file : {"art/mark.svg", "images/leaf.png", "images/leaf-2x.png", "clips/jar.json",
                             "fonts/jetbrainsmono-regular.ttf"}) {
        INFO(file);
        CHECK(std::filesystem::exists(s.file().parent_path() / file));
    }
    s.trigger("undo");
    s.trigger("undo");
    CHECK(s.sequence().layers.size() == count);
    s.trigger("redo");
    CHECK(s.window.document().shelf()->findArt("art/mark.svg"));
}

TEST_CASE("A file that cannot be used says why and what would work, and nothing else happens") {
    Session s;
    const auto before = s.sequence();
    const auto tell = [&](const char* name, const std::string& bytes) {
        std::ofstream(s.folder() / name, std::ios::binary) << bytes;
        return toldBy([&] { s.window.takeFiles({QString::fromStdString((s.folder() / name).string())}); });
    };
    CHECK(tell("notes.txt", "hello").contains(".svg"));
    CHECK(tell("broken.png", "\x89PNG\r\n\x1a\n rubbish").contains("PNG"));
    auto huge = pngBytes(8, Qt::red);
    huge[16] = huge[20] = 0;
    huge[17] = huge[21] = 1; // says it is 65536 pixels wide and high
    CHECK_FALSE(tell("huge.png", huge).isEmpty());
    CHECK(tell("clip.json", "{\"layers\": 3}").contains("Lottie"));
    CHECK(tell("deep.svg", "<svg xmlns='http://www.w3.org/2000/svg'>" + std::string(200000, '<'))
              .contains("XML"));
    CHECK(tell("plain.ttf", std::string("\0\1\0\0 no font", 12)).contains("text layer"));
    CHECK(s.sequence() == before);
}

TEST_CASE("Long work shows progress, lets the window live, and can be given up") {
    Session s;
    bool told = false;
    int ticks = 0;
    QTimer beat;
    QObject::connect(&beat, &QTimer::timeout, [&] { ++ticks; });
    beat.start(20);
    whenDialogOpens([&](QWidget* dialog) {
        auto* progress = qobject_cast<QProgressDialog*>(dialog);
        REQUIRE(progress);
        told = progress->labelText() == "Reading …";
        click(progress->findChild<QPushButton*>());
    });
    const auto stopped = std::make_shared<std::atomic<bool>>(false);
    QElapsedTimer clock;
    clock.start();
    const bool done = runInBackground(&s.window, "Reading …", [stopped](const std::atomic<bool>& stop) {
        while (!stop) {
            std::this_thread::sleep_for(std::chrono::milliseconds(2));
        }
        *stopped = true;
    });
    CHECK_FALSE(done);
    CHECK(told);
    CHECK(ticks > 5);
    CHECK(clock.elapsed() < 5000);
    CHECK(QTest::qWaitFor([&] { return stopped->load(); }, 2000));
    CHECK(runInBackground(&s.window, "Quick", [](const std::atomic<bool>&) {}));
}

TEST_CASE("The context menu offers what fits the selection") {
    Session s;
    const auto offered = [&] {
        QStringList texts;
        QTimer::singleShot(50, [&] {
            auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
            REQUIRE(menu);
            for (const auto* action : menu->actions()) {
                if (!action->isSeparator()) {
                    texts << action->text().remove('&');
                }
            }
            menu->close();
        });
        emit s.window.compose().wantsMenu(QPoint(300, 300));
        return texts;
    };
    s.window.selection().select(Selection::Kind::Layer, "sun");
    CHECK(offered().contains("Take the art apart"));
    s.window.selection().select(Selection::Kind::Beat, "arrive");
    CHECK(offered().contains("Split the beat at the needle"));
    s.window.selection().setAll(Selection::Kind::Cue, {"sun-rise", "title-draw"});
    CHECK(offered().contains("Stagger …"));
    s.window.selection().clear();
    CHECK(offered().contains("Find a command …"));
}

TEST_CASE("The layer's card changes what it shows; groups, landscape places and beats by the commands") {
    Session s;
    s.window.selection().select(Selection::Kind::Layer, "title");
    s.type(s.child<QDoubleSpinBox>("layerY"), "150");
    CHECK(model::findThing(s.sequence().layers, "title")->place.y == 150);
    click(s.child<QCheckBox>("ownLandscape"));
    REQUIRE(model::findThing(s.sequence().layers, "title")->landscape);
    s.trigger("landscape");
    s.type(s.child<QDoubleSpinBox>("layerX"), "200");
    CHECK(model::findThing(s.sequence().layers, "title")->landscape->x == 200);
    CHECK(model::findThing(s.sequence().layers, "title")->place.x == 0);
    s.window.selection().setAll(Selection::Kind::Layer, {"title", "tagline"});
    s.trigger("group");
    CHECK(model::findThing(s.sequence().layers, "title")->group == "group");
    s.trigger("ungroup");
    CHECK(model::findThing(s.sequence().layers, "title")->group.empty());
    s.window.preview().setTime(1000);
    const auto beats = s.sequence().beats.size();
    s.trigger("splitBeat");
    CHECK(s.sequence().beats.size() == beats + 1);
    s.trigger("zoomSelection");
    CHECK(s.pixelsPerMs() > 0.4);
    s.trigger("zoomFrames");
    CHECK(s.pixelsPerMs() > 2);
    s.trigger("zoomFit");
    CHECK(model::validate(s.sequence()).empty());
}

TEST_CASE("A spring is tuned by what is felt, and one's own curve is kept") {
    Session s;
    s.window.selection().select(Selection::Kind::Cue, "sun-rise");
    auto* shelf = s.child<QComboBox>("easingShelf");
    shelf->setCurrentIndex(shelf->findText("spring"));
    emit shelf->activated(shelf->currentIndex());
    REQUIRE(std::holds_alternative<model::Spring>(*s.cue("sun-rise").easing));
    s.type(s.child<QDoubleSpinBox>("feelOne"), "80");
    const auto bouncy = std::get<model::Spring>(*s.cue("sun-rise").easing);
    s.type(s.child<QDoubleSpinBox>("feelOne"), "10");
    CHECK(std::get<model::Spring>(*s.cue("sun-rise").easing).damping > bouncy.damping);
    click(s.child<QToolButton>("naturalLength"));
    CHECK(s.window.document().history().undoName().starts_with("length of"));
    s.window.phraseShelf().keepEasing("Mine", model::CubicBezier{0.1, 0.2, 0.3, 1.4});
    const int own = shelf->findText("★ Mine");
    REQUIRE(own > 0);
    shelf->setCurrentIndex(own);
    emit shelf->activated(own);
    CHECK(*s.cue("sun-rise").easing == model::Easing(model::CubicBezier{0.1, 0.2, 0.3, 1.4}));
    s.window.phraseShelf().removeEasing("Mine");
}

TEST_CASE("What an undone step took away is selected no longer, and cannot be removed once more") {
    Session s;
    s.trigger("addGate");
    CHECK(s.window.selection().kind() == Selection::Kind::Gate);
    s.trigger("undo");
    CHECK(s.window.selection().kind() == Selection::Kind::None);
    s.window.compose().actions().addLayer(model::LayerKind::Text);
    s.trigger("duplicate");
    s.trigger("undo");
    const auto before = s.sequence();
    s.window.compose().actions().remove();
    CHECK(s.sequence() == before);
}

TEST_CASE("A progress layer is bound to a gate, an artwork becomes the footer mark, a destination is set by "
          "its card") {
    Session s;
    s.window.compose().actions().addLayer(model::LayerKind::Progress);
    const Id progress = s.window.selection().id();
    auto* gate = s.child<QComboBox>("progressGate");
    gate->setCurrentIndex(gate->findText("Session"));
    emit gate->activated(gate->currentIndex());
    CHECK(model::findThing(s.sequence().layers, progress)->progress.gates == std::vector<Id>{"session"});
    s.window.selection().select(Selection::Kind::Layer, "sun");
    auto* which = s.child<QComboBox>("whichPlace");
    which->setCurrentIndex(1);
    emit which->activated(1);
    const auto rest = model::findThing(s.sequence().layers, "sun")->place;
    s.type(s.child<QDoubleSpinBox>("layerX"), "70");
    s.type(s.child<QDoubleSpinBox>("layerWidth"), "48");
    CHECK(model::findThing(s.sequence().layers, "sun")->destination->x == 70);
    CHECK(model::findThing(s.sequence().layers, "sun")->destination->width == 48);
    CHECK(model::findThing(s.sequence().layers, "sun")->place == rest);
    click(s.child<QToolButton>("footerMark"));
    CHECK(model::findThing(s.sequence().layers, "sun")->kind == model::LayerKind::FooterMark);
    CHECK(s.sequence().opening.footer == "sun");
    CHECK(model::validate(s.sequence()).empty());
}
