// SPDX-License-Identifier: MIT
#include "app/arrange/card/clip_strip.h"
#include "app/arrange/card/colour_box.h"
#include "app/arrange/card_box.h"
#include "app/arrange/shelf/moves_page.h"
#include "app/arrange/shelf/palette_page.h"
#include "app/arrange/shelf/screen_page.h"
#include "app/arrange/shelf/takes_page.h"
#include "app/arrange/stage/stage_view.h"
#include "app/arrange/takes_dialog.h"
#include "app/arrange/tap_dialog.h"
#include "app/widgets/background.h"
#include "core/edit/layer_edits.h"
#include "core/edit/phrases.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
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

TEST_CASE("Files become layers: vectors, pictures in their densities, clips, and a font goes to its text") {
    Session s;
    auto& actions = s.window.arrange().actions();
    std::ofstream(s.folder() / "mark.svg")
        << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><circle cx='4' cy='4' r='4'/></svg>";
    std::ofstream(s.folder() / "leaf.png", std::ios::binary) << pngBytes(40, Qt::green);
    std::ofstream(s.folder() / "leaf@2x.png", std::ios::binary) << pngBytes(80, Qt::green);
    std::filesystem::copy(repository() / "samples/larder/clips/jar.json", s.folder() / "jar.json");
    const auto path = [&](const char* name) { return QString::fromStdString((s.folder() / name).string()); };
    const auto count = s.sequence().layers.size();
    actions.addFiles({path("mark.svg"), path("leaf.png"), path("leaf@2x.png"), path("jar.json")});
    s.window.background().finish();
    CHECK(s.sequence().layers.size() == count + 3);
    CHECK(model::findThing(s.sequence().layers, "leaf")->get<model::ImageContent>().pictures.size() == 2);
    const auto& clip = *model::findThing(s.sequence().layers, "jar");
    CHECK(clip.get<model::ClipContent>().stopAt == 2500);
    s.window.selection().select(Selection::Kind::Layer, "title");
    actions.addFiles(
        {QString::fromStdString((repository() / "resources/fonts/JetBrainsMono-Regular.ttf").string())});
    s.window.background().finish();
    CHECK(model::findThing(s.sequence().layers, "title")->get<model::TextContent>().fontFile ==
          "fonts/jetbrainsmono-regular.ttf");
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
    CHECK(s.window.document().artFiles()->findArt("art/mark.svg"));
}

namespace {

/// A clip of the other sample, whose card is shown.
void addJar(Session& s) {
    s.window.arrange().actions().addFiles(
        {QString::fromStdString((repository() / "samples/larder/clips/jar.json").string())});
    s.window.background().finish();
    s.window.selection().select(Selection::Kind::Layer, "jar");
    QCoreApplication::processEvents();
}

ClipStrip* drawnStrip(Session& s) {
    auto* strip = s.child<ClipStrip>("clipStrip");
    REQUIRE(waitFor([&] { return strip->isDrawn(); }, 20000));
    CHECK(strip->message().isEmpty());
    return strip;
}

}

TEST_CASE(
    "A clip is cut by eye: its begin, its end and what is kept are taken hold of on its strip of frames") {
    Session s;
    addJar(s);
    auto* strip = drawnStrip(s);
    const auto clip = [&] { return model::findThing(s.sequence().layers, "jar")->get<model::ClipContent>(); };
    const auto before = clip();
    REQUIRE(strip->info().length == 2500);
    const auto pull = [&](double fromTime, double toTime, int y, bool lets) {
        const QPoint from(int(strip->xOf(fromTime)), y), to(int(strip->xOf(toTime)), y);
        QTest::mousePress(strip, Qt::LeftButton, {}, from);
        QMouseEvent move(QEvent::MouseMove, to, strip->mapToGlobal(to), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(strip, &move);
        if (lets) {
            QTest::mouseRelease(strip, Qt::LeftButton, {}, to);
        }
    };
    const double pixel = 2500 / (strip->xOf(2500) - strip->xOf(0));
    pull(before.from, 600, 25, true);
    CHECK(clip().from == Approx(600).margin(2 * pixel));
    CHECK(clip().stopAt == before.stopAt);
    pull(before.stopAt, 1200, 25, true);
    CHECK(clip().stopAt == Approx(1200).margin(2 * pixel));
    pull(clip().keep.value_or(clip().stopAt), 300, strip->height() - 10, true);
    REQUIRE(clip().keep);
    CHECK(*clip().keep == Approx(300).margin(2 * pixel));
    CHECK(valid::problemsOf(s.sequence()).empty());
    for (int i = 0; i < 3; ++i) {
        s.trigger("undo"); // a step each
    }
    CHECK(clip() == before);
    // It never begins behind its end, and Esc takes a drag back.
    pull(before.from, 2500, 25, true);
    CHECK(clip().from == before.stopAt - 1);
    s.trigger("undo");
    pull(before.from, 800, 25, false);
    CHECK(clip().from > 0);
    QTest::keyClick(strip, Qt::Key_Escape);
    CHECK(clip() == before);
    QTest::mouseRelease(strip, Qt::LeftButton, {}, QPoint(int(strip->xOf(800)), 25));
    CHECK(clip() == before);
    // By keys: a frame of its 60 a second.
    QTest::keyClick(strip, Qt::Key_Right);
    CHECK(clip().from == 17);
    QTest::keyClick(strip, Qt::Key_Right);
    CHECK(clip().from == 33);
    s.trigger("undo"); // several in a row are one step
    CHECK(clip() == before);
    QTest::keyClick(strip, Qt::Key_Down);
    QTest::keyClick(strip, Qt::Key_Left);
    CHECK(clip().stopAt == Approx(before.stopAt - 1000.0 / 60).margin(1.01));
    // The file's own marker plays its stretch.
    QTest::mouseClick(strip, Qt::LeftButton, {}, QPoint(int(strip->xOf(1500)), 5));
    CHECK(clip().from == 1500);
    CHECK(clip().stopAt == 2500);
}

TEST_CASE("A clip whose file is gone says so on its strip") {
    Session s;
    addJar(s);
    s.window.document().apply("lose it", edit::changeLayer(s.sequence(), "jar", [](model::Layer& layer) {
                                  layer.get<model::ClipContent>().path = "clips/gone.json";
                              }));
    s.window.selection().clear();
    s.window.selection().select(Selection::Kind::Layer, "jar");
    CHECK(waitFor([&] { return s.child<ClipStrip>("clipStrip")->message().contains("cannot"); }, 20000));
}

TEST_CASE("A frame of a clip is taken as a picture, and its playing is fitted to the beat") {
    Session s;
    addJar(s);
    auto* strip = drawnStrip(s);
    const auto choose = [&](const char* name, Millis at) {
        QMenu menu;
        strip->fillMenu(menu, at);
        auto* action = menu.findChild<QAction*>(name);
        REQUIRE(action);
        action->trigger();
        s.window.background().finish();
    };
    CHECK(toldBy([&] { choose("fitPlaying", 0); }).contains("play"));
    s.window.arrange().actions().addCue(model::MoveKind::Play, "jar", 700); // in the beat that arrives
    choose("fitPlaying", 0);
    const auto& schedule = *s.window.preview().schedule();
    const auto cue = std::size_t(s.sequence().cues.size() - 1);
    REQUIRE(s.sequence().cues[cue].move.kind == model::MoveKind::Play);
    const auto beat = std::size_t(model::indexOf(s.sequence().beats, s.sequence().cues[cue].beat));
    CHECK(schedule.cues[cue].end == schedule.beats[beat].end);

    CHECK(toldBy([&] { s.child<QToolButton>("clipFits")->click(); }).contains("fill theirs"));
    s.child<QToolButton>("clipFrame")->click();
    s.window.background().finish();
    CHECK(s.window.selection().layer() == "jar-still");
    s.trigger("undo");
    s.window.selection().select(Selection::Kind::Layer, "jar");
    QCoreApplication::processEvents();
    strip = drawnStrip(s);
    const auto layers = s.sequence().layers.size();
    choose("takeFrame", 1200);
    REQUIRE(s.sequence().layers.size() == layers + 1);
    const auto& still = *model::findThing(s.sequence().layers, s.window.selection().layer());
    const auto& jar = *model::findThing(s.sequence().layers, "jar");
    CHECK(still.place == jar.place);
    CHECK(s.window.document().artFiles()->bytesOf(still.get<model::ImageContent>().pictures.at(0).path));
    CHECK(model::indexOf(s.sequence().layers, still.id) == model::indexOf(s.sequence().layers, "jar") + 1);
    CHECK(valid::problemsOf(s.sequence()).empty());
    choose("keepHere", 400);
    CHECK(model::findThing(s.sequence().layers, "jar")->get<model::ClipContent>().keep == 400);
}

TEST_CASE("The opening begins with a clip's first frame, which gives way to the clip without a jump") {
    Session s;
    addJar(s);
    const auto before = s.sequence();
    s.child<QToolButton>("clipOpens")->click();
    s.window.background().finish();
    const auto& after = s.sequence();
    CHECK(valid::problemsOf(after).empty());
    CHECK(after.opening.icon == "jar-still");
    const auto& still = *model::findThing(after.layers, "jar-still");
    const auto& picture = still.get<model::ImageContent>().pictures.at(0);
    CHECK(still.place == model::findThing(after.layers, "jar")->place);
    const auto image =
        QImage::fromData(QByteArray::fromStdString(*s.window.document().artFiles()->bytesOf(picture.path)));
    CHECK(std::max(image.width() / still.place.width, image.height() / still.place.height) ==
          Approx(picture.density).epsilon(0.02));
    // The system's frame has the picture, the app's first frame the clip in the same box.
    schedule::Conditions conditions;
    conditions.target = "ios";
    const auto launch = schedule::resolve(after, conditions);
    const auto has = [&](double t, const char* id) {
        const auto frame = schedule::evaluate(launch, t);
        return std::ranges::any_of(frame.layers, [&](const auto& it) {
            return it.layer == model::indexOf(after.layers, LayerId(id));
        });
    };
    const Millis over = launch.beats.front().end;
    CHECK(has(over - 1, "jar-still"));
    CHECK_FALSE(has(over - 1, "jar"));
    CHECK(has(over + 1, "jar"));
    CHECK_FALSE(has(over + 1, "jar-still"));
    s.trigger("undo");
    CHECK(s.sequence() == before);
}

TEST_CASE("A file that cannot be used says why and what would work, and nothing else happens") {
    Session s;
    const auto before = s.sequence();
    const auto tell = [&](const char* name, const std::string& bytes) {
        std::ofstream(s.folder() / name, std::ios::binary) << bytes;
        return toldBy([&] { s.takeFiles({QString::fromStdString((s.folder() / name).string())}); });
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
        // Given up once the window has shown that it lives; a window that waits never gets there.
        auto* button = progress->findChild<QPushButton*>();
        QObject::connect(&beat, &QTimer::timeout, button, [&ticks, button] {
            if (ticks > 5) {
                click(button);
            }
        });
    });
    const auto stopped = std::make_shared<std::atomic<bool>>(false);
    QElapsedTimer clock;
    clock.start();
    auto& background = s.window.background();
    bool handedOn = false;
    background.run<int>(
        "Reading …",
        [stopped](const std::atomic<bool>& stop) {
            while (!stop) {
                std::this_thread::sleep_for(std::chrono::milliseconds(2));
            }
            *stopped = true;
            return 1;
        },
        [&](int) { handedOn = true; });
    CHECK(background.isBusy());
    CHECK(QTest::qWaitFor([&] { return !background.isBusy(); }, 5000));
    CHECK(told);
    CHECK(ticks > 5);
    CHECK(clock.elapsed() < 5000);
    CHECK(QTest::qWaitFor([&] { return stopped->load(); }, 2000));
    QApplication::processEvents();
    CHECK_FALSE(handedOn);
    int got = 0;
    background.run<int>(
        "Quick", [](const std::atomic<bool>&) { return 7; }, [&](int value) { got = value; });
    CHECK(QTest::qWaitFor([&] { return got == 7; }, 2000));
    // Work that is begun while other work runs takes its place.
    background.run<int>(
        "Slow",
        [](const std::atomic<bool>& stop) {
            while (!stop) {
                std::this_thread::sleep_for(std::chrono::milliseconds(1));
            }
            return 1;
        },
        [&](int value) { got = value; });
    background.run<int>(
        "Next", [](const std::atomic<bool>&) { return 2; }, [&](int value) { got = value; });
    background.finish();
    CHECK(got == 2);
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
        emit s.window.arrange().wantsMenu(QPoint(300, 300));
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

TEST_CASE("The layer's card changes what it shows, groups, landscape places and beats by the commands") {
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
    CHECK(valid::problemsOf(s.sequence()).empty());
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
    s.window.arrange().actions().addText();
    s.trigger("duplicate");
    s.trigger("undo");
    const auto before = s.sequence();
    s.window.arrange().actions().remove();
    CHECK(s.sequence() == before);
}

TEST_CASE("A progress layer is bound to a gate, an artwork becomes the footer mark, a destination is set by "
          "its card") {
    Session s;
    s.window.arrange().actions().addProgress();
    const LayerId progress = s.window.selection().layer();
    const auto gates = s.child<QToolButton>("progressGates")->menu()->actions();
    const auto session = std::ranges::find_if(gates, [](auto* it) { return it->text() == "Session"; });
    REQUIRE(session != gates.end());
    (*session)->trigger();
    CHECK(model::findThing(s.sequence().layers, progress)->get<model::ProgressContent>().gates ==
          std::vector<GateId>{"session"});
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
    CHECK(model::findThing(s.sequence().layers, "sun")->as<model::FooterContent>());
    CHECK(s.sequence().opening.footer == "sun");
    CHECK(valid::problemsOf(s.sequence()).empty());
}

TEST_CASE("A colour for currentColor is offered where the art has one, and where it was given") {
    Session s;
    const TemporaryFolder folder;
    const auto offered = [&](const LayerId& layer) {
        s.window.selection().select(Selection::Kind::Layer, layer);
        QApplication::processEvents();
        for (auto* box : s.window.findChildren<QWidget*>("tint")) {
            if (!box->isHidden()) {
                return true;
            }
        }
        return false;
    };
    CHECK_FALSE(offered("sun"));
    std::ofstream(folder.path() / "mark.svg")
        << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 8 8'><g><circle cx='4' cy='4' r='4' "
           "fill='none' stroke='currentColor'/></g></svg>";
    s.window.arrange().actions().addFiles({QString::fromStdString((folder.path() / "mark.svg").string())});
    s.window.background().finish();
    const LayerId mark = s.window.selection().layer();
    REQUIRE(model::findThing(s.sequence().layers, mark)->art()->art == "art/mark.svg");
    CHECK(offered(mark));
    auto next = s.sequence();
    model::findThing(next.layers, "sun")->art()->tint = "ink"; // so that it can be taken away
    s.window.document().apply("tint", std::move(next));
    s.window.selection().select(Selection::Kind::Layer, "title");
    CHECK(offered("sun"));
}

TEST_CASE("A white swatch has a rim that is seen on white") {
    const auto picture = swatch({255, 255, 255, 255}, 12).toImage();
    const QColor rim = picture.pixelColor(picture.width() / 2, 0);
    const QColor inside = picture.pixelColor(picture.width() / 2, picture.height() / 2);
    CHECK(inside == QColor(Qt::white));
    CHECK(rim.alpha() > 150);
    CHECK(rim.lightness() < 150);
}
