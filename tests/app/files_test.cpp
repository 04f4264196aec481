// SPDX-License-Identifier: MIT
#include "app/arrange/card/easing_editor.h"
#include "app/arrange/stage/conditions_sentence.h"
#include "app/arrange/stage/stage_view.h"
#include "app/export/export_room.h"
#include "app/shell/commands.h"
#include "core/file/sequence_file.h"
#include "core/moves/definition.h"
#include "render/art/decoder.h"
#include "support/window_session.h"

#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QDropEvent>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QMimeData>
#include <QProgressDialog>
#include <QPushButton>
#include <QSpinBox>
#include <QStandardPaths>
#include <QTest>
#include <QToolButton>
#include <QTreeWidget>
#include <algorithm>
#include <atomic>
#include <catch2/catch.hpp>
#include <chrono>
#include <set>
#include <thread>

/// Opening, saving, exporting and not losing anything, in the real window.
using namespace scaena;
using namespace scaena::app;
using namespace scaena::test;

TEST_CASE("The whole way: open, change, undo, save, export, and the files are on the disk") {
    Session s;
    const auto before = readWhole(s.file());
    const int length = s.cue("sun-rise").length;

    s.drag({s.cueRect("sun-rise").right() - 1, s.cueRect("sun-rise").center().y()}, 60);
    CHECK(s.cue("sun-rise").length > length);
    CHECK(s.window.document().history().undoName() == "lengthen Sun bounce");
    s.trigger("undo");
    CHECK(s.cue("sun-rise").length == length);
    s.trigger("redo");
    CHECK(s.cue("sun-rise").length > length);
    CHECK(readWhole(s.file()) == before);

    s.trigger("save");
    const auto saved = file::read(readWhole(s.file()));
    REQUIRE(saved);
    CHECK(*saved == s.sequence());
    CHECK_FALSE(s.window.document().isModified());

    const auto target = s.folder() / "app";
    s.trigger("export");
    auto& room = s.window.exports();
    CHECK(room.isVisible());
    room.findChild<QLineEdit*>("exportPackage")->setText("com.example.huts");
    QTest::keyClick(room.findChild<QLineEdit*>("exportPackage"), Qt::Key_Return);
    room.findChild<QLineEdit*>("exportFolder")->setText(QString::fromStdString(target.string()));
    QTest::keyClick(room.findChild<QLineEdit*>("exportFolder"), Qt::Key_Return);
    auto* write = room.findChild<QPushButton*>("exportWrite");
    REQUIRE(QTest::qWaitFor([&] { return !room.isBuilding() && write->isEnabled(); }, 20000));
    QTest::mouseClick(write, Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !room.isBuilding(); }, 20000));
    CHECK(room.findChild<QLabel*>("exportSummary")->text().startsWith("Written"));
    CHECK_FALSE(write->isEnabled());
    CHECK(std::filesystem::exists(target / "res/drawable/moraine_huts_icon_animated.xml"));
    CHECK(std::filesystem::exists(target / "INTEGRATE.md"));
    const auto data = readWhole(target / "java/com/example/huts/launch/morainehuts/MoraineHutsLaunch.kt");
    CHECK(data.find("layer = 4, beat = 1, length = " + std::to_string(s.cue("sun-rise").length) + ",") !=
          std::string::npos);
}

TEST_CASE("A bad file is told as a list, and the open document stays") {
    Session s;
    const auto bad = s.folder() / "bad.scaena";
    std::ofstream(bad)
        << R"({"format": "scaena-sequence", "version": 1, "name": 5, "palette": {}, "opening": {"colour": "x"}, "layers": [], "beats": []})";
    int rows = 0;
    whenDialogOpens([&](QWidget* dialog) {
        rows = dialog->findChild<QTreeWidget*>("problemList")->topLevelItemCount();
        dialog->close();
    });
    s.open(bad);
    CHECK(s.window.document().path() == s.file());
    CHECK(rows >= 2);
    CHECK(s.sequence().name == "Moraine Huts");
}

TEST_CASE("Files are dropped on the window, what is no sequence says what would work") {
    Session s(false);
    const auto drop = [&](const std::filesystem::path& path) {
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(QString::fromStdString(path.string()))});
        QDragEnterEvent enter(QPoint(100, 100), Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&s.window, &enter);
        QDropEvent event(QPointF(100, 100), Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&s.window, &event);
        s.window.background().finish();
    };
    QString told;
    whenDialogOpens([&](QWidget* dialog) {
        told = dialog->findChild<QTreeWidget*>("problemList")->topLevelItem(0)->text(1);
        dialog->close();
    });
    std::ofstream(s.folder() / "picture.bmp") << "BM";
    drop(s.folder() / "picture.bmp");
    CHECK(told.contains(".scaena"));
    CHECK(told.contains(".svg"));
    CHECK_FALSE(s.window.document().isOpen());
    drop(s.file());
    CHECK(s.window.document().isOpen());
}

TEST_CASE("Unsaved changes are asked about: cancel keeps, discard leaves, save saves") {
    Session s;
    const auto change = [&] {
        s.window.document().apply("rename", [&] {
            auto next = s.sequence();
            next.name += "!";
            return next;
        }());
    };
    change();
    whenDialogOpens([](QWidget* dialog) { press(dialog, QMessageBox::Cancel); });
    s.trigger("new");
    CHECK(s.sequence().name == "Moraine Huts!");
    whenDialogOpens([](QWidget* dialog) { press(dialog, QMessageBox::Save); });
    s.trigger("new");
    CHECK(s.sequence().name == "Untitled");
    CHECK(file::read(readWhole(s.file()))->name == "Moraine Huts!");
    s.open(s.file());
    REQUIRE(s.window.document().path() == s.file());
    change();
    whenDialogOpens([](QWidget* dialog) { press(dialog, QMessageBox::Discard); });
    s.trigger("new");
    CHECK(file::read(readWhole(s.file()))->name == "Moraine Huts!");
}

TEST_CASE("A file somebody else changed is not overwritten without asking") {
    Session s;
    auto next = s.sequence();
    next.name = "Mine";
    s.window.document().apply("rename", next);
    next.name = "Theirs";
    DiskFiles files;
    REQUIRE(file::save(files, s.file(), next));
    whenDialogOpens([](QWidget* dialog) { press(dialog, QMessageBox::Cancel); });
    s.trigger("save");
    CHECK(file::read(readWhole(s.file()))->name == "Theirs");
    whenDialogOpens([](QWidget* dialog) { press(dialog, QMessageBox::Save); });
    s.trigger("save");
    CHECK(file::read(readWhole(s.file()))->name == "Mine");
}

TEST_CASE("Saving under another name takes the art along") {
    Session s;
    const auto target = s.folder() / "elsewhere" / "copy.scaena";
    REQUIRE(s.window.document().saveAs(target));
    CHECK(std::filesystem::exists(s.folder() / "elsewhere/art/sun.svg"));
    CHECK(s.window.document().path() == target);
    Problems warnings;
    CHECK(s.window.document().open(target, &warnings).empty());
    CHECK(warnings.empty());
}

TEST_CASE("Every command has a menu, a text, and a shortcut of its own") {
    Session s(false);
    std::set<QString> shortcuts;
    for (const auto& it : commands()) {
        INFO(it.id);
        auto* action = s.window.command(QString::fromLatin1(it.id));
        REQUIRE(action);
        CHECK_FALSE(action->text().isEmpty());
        if (*it.shortcut) {
            CHECK_FALSE(action->shortcut().isEmpty());
            CHECK(shortcuts.insert(action->shortcut().toString()).second);
        }
    }
}

TEST_CASE("The welcome page opens the sample and an empty page") {
    Session s(false);
    CHECK_FALSE(s.window.document().isOpen());
    QTest::mouseClick(s.child<QToolButton>("welcomeSample-0"), Qt::LeftButton);
    s.window.background().finish();
    CHECK(s.sequence().name == "Moraine Huts");
    s.window.document().startNew();
    CHECK(s.child<QLabel>("title")->text() == "Untitled");
}

TEST_CASE("A dropped logo becomes a sequence that plays, is saved with its art, and exports") {
    Session s(false);
    const auto logo = s.folder() / "Fern.svg";
    std::ofstream(logo) << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 80 40'><path fill='#2a7f4f' "
                           "d='M0 40C10 5 70 5 80 40z'/></svg>";
    s.startFrom(logo);
    REQUIRE(s.window.document().isOpen());
    CHECK(s.window.preview().isPlaying());
    s.window.preview().setPlaying(false);
    CHECK(s.sequence().name == "Fern");
    CHECK(s.window.document().isModified());
    CHECK(s.window.document().artFiles()->findArt("art/fern.svg"));
    const auto target = s.folder() / "mine" / "fern.scaena";
    REQUIRE(s.window.document().saveAs(target));
    CHECK(readWhole(target.parent_path() / "art/fern.svg") == readWhole(logo));
    CHECK_FALSE(s.window.document().isModified());
    Problems warnings;
    CHECK(s.window.document().open(target, &warnings).empty());
    CHECK(warnings.empty());
}

TEST_CASE("Art of a new sequence never replaces a file that is there") {
    Session s(false);
    const auto logo = s.folder() / "logo.svg";
    std::ofstream(logo)
        << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 80 40'><circle cx='9' cy='9' r='9'/></svg>";
    std::filesystem::create_directories(s.folder() / "mine/art");
    std::ofstream(s.folder() / "mine/art/logo.svg") << "somebody's own";
    s.startFrom(logo);
    REQUIRE(s.window.document().isOpen());
    s.window.preview().setPlaying(false);
    REQUIRE(s.window.document().saveAs(s.folder() / "mine" / "a.scaena"));
    CHECK(readWhole(s.folder() / "mine/art/logo.svg") == "somebody's own");
    CHECK(readWhole(s.folder() / "mine/art/logo-2.svg") == readWhole(logo));
    CHECK(model::findThing(s.sequence().layers, "logo")->art()->art == "art/logo-2.svg");
}

TEST_CASE("A logo that cannot be used says why, and nothing is lost") {
    Session s;
    std::ofstream(s.folder() / "broken.svg") << "<svg><g></svg>";
    QString told;
    whenDialogOpens([&](QWidget* dialog) {
        told = dialog->findChild<QTreeWidget*>("problemList")->topLevelItem(0)->text(1);
        dialog->close();
    });
    s.startFrom(s.folder() / "broken.svg");
    CHECK(told.contains("XML"));
    CHECK(s.sequence().name == "Moraine Huts");
}

TEST_CASE("The journal keeps the art of a sequence that was never saved") {
    const TemporaryFolder folder;
    std::ofstream(folder.path() / "logo.svg")
        << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 8 8'><circle cx='4' cy='4' r='4'/></svg>";
    Document document;
    const render::QtDecoder decoder;
    auto started = start::startFrom(DiskFiles(), folder.path() / "logo.svg", decoder, false);
    REQUIRE(started);
    document.start(std::move(*started));
    Document restored;
    auto lost = Document::readLost({{}, file::write(*document.sequence()), document.unsavedFiles(), {}});
    REQUIRE(lost);
    restored.take(std::move(*lost));
    CHECK(restored.artFiles()->findArt("art/logo.svg"));
    REQUIRE(restored.saveAs(folder.path() / "back" / "a.scaena"));
    CHECK(std::filesystem::exists(folder.path() / "back/art/logo.svg"));
}

TEST_CASE(
    "A folder that was moved away is not made anew without its art, under another name all of it is saved") {
    Session s;
    auto next = s.sequence();
    next.name = "Renamed";
    s.window.document().apply("rename", next);
    std::filesystem::remove_all(s.file().parent_path());
    const auto saved = s.window.document().save();
    REQUIRE_FALSE(saved);
    CHECK(describe(saved.error()).find("moved") != std::string::npos);
    CHECK_FALSE(std::filesystem::exists(s.file().parent_path()));
    const auto target = s.folder() / "elsewhere" / "a.scaena";
    REQUIRE(s.window.document().saveAs(target));
    Problems warnings;
    Document again;
    REQUIRE(again.open(target, &warnings).empty());
    CHECK(warnings.empty());
    CHECK(again.sequence()->name == "Renamed");
}

TEST_CASE("What takes long to be read can be given up by a click, and then nothing of it comes") {
    Session s(false);
    s.window.show();
    std::atomic<bool> isTold = false;
    bool hasCome = false;
    s.window.background().run<int>(
        QStringLiteral("Reading …"),
        [&](const std::atomic<bool>& stop) {
            while (!stop) {
                std::this_thread::sleep_for(std::chrono::milliseconds(1));
            }
            isTold = true;
            return 5;
        },
        [&](int) { hasCome = true; });
    QProgressDialog* box = nullptr;
    REQUIRE(waitFor(
        [&] {
            box = s.window.findChild<QProgressDialog*>();
            return box && box->isVisible();
        },
        5000));
    auto* cancel = box->findChild<QPushButton*>();
    REQUIRE(cancel);
    click(cancel);
    CHECK_FALSE(s.window.background().isBusy());
    CHECK(waitFor([&] { return isTold.load(); }, 5000));
    s.window.background().finish();
    CHECK_FALSE(hasCome);
    s.window.command(QStringLiteral("new"))->trigger(); // and the window goes on
    CHECK(s.window.arrange().isVisible());
}
