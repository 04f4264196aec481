// SPDX-License-Identifier: MIT
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
#include "core/edit/phrases.h"
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
    auto* gate = s.child<QComboBox>("progressGate");
    gate->setCurrentIndex(gate->findText("Session"));
    emit gate->activated(gate->currentIndex());
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
