// SPDX-License-Identifier: MIT
#include "app/export/export_model.h"
#include "app/export/export_room.h"
#include "app/export/file_view.h"
#include "app/export/target_card.h"
#include "support/window_session.h"

#include <QCheckBox>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTabWidget>
#include <QTextBrowser>
#include <QToolButton>
#include <QTreeWidget>
#include <fstream>

/// The room where a sequence becomes files, driven as a person would.
using namespace scaena;
using namespace scaena::app;
using namespace scaena::test;

namespace {

struct ExportSession : Session {
    ExportSession() { trigger("roomExport"); }

    ExportRoom& room() { return window.exports(); }
    template <typename Widget>
    Widget* find(const char* name) {
        auto* widget = room().findChild<Widget*>(QLatin1String(name));
        REQUIRE(widget);
        return widget;
    }
    /// Each target asks for its own.
    bool asks(const char* option) { return room().findChild<QWidget*>(QLatin1String(option)) != nullptr; }
    void choose(const char* target) {
        QTest::mouseClick(find<TargetCard>((std::string("target-") + target).c_str()), Qt::LeftButton);
        settle();
    }
    void settle() {
        REQUIRE(QTest::qWaitFor([&] { return !room().isBuilding(); }, 30000));
    }
    void into(const std::filesystem::path& path) {
        find<QLineEdit>("exportFolder")->setText(QString::fromStdString(path.string()));
        QTest::keyClick(find<QLineEdit>("exportFolder"), Qt::Key_Return);
        rest();
    }
    /// Folders are looked into and written in the background.
    void rest() {
        REQUIRE(QTest::qWaitFor([&] { return !room().isBuilding(); }, 30000));
    }
    QString summary() { return find<QLabel>("exportSummary")->text(); }
    void write() {
        QTest::mouseClick(find<QPushButton>("exportWrite"), Qt::LeftButton);
        rest();
    }
    bool select(const QString& name) {
        auto* tree = find<QTreeWidget>("exportFiles");
        const auto found = tree->findItems(name, Qt::MatchExactly | Qt::MatchRecursive);
        if (found.isEmpty()) {
            return false;
        }
        tree->setCurrentItem(found.first());
        return true;
    }
};

}

TEST_CASE("Every target has a card that says how faithfully it carries the cues") {
    ExportSession s;
    for (const auto* exporter : exporting::exporters()) {
        auto* card = s.find<TargetCard>(("target-" + std::string(exporter->id().name())).c_str());
        CHECK(card->accessibleName().contains("as previewed"));
    }
    CHECK(s.find<TargetCard>("target-ios")->accessibleName().contains("1 dropped"));
    CHECK(s.find<TargetCard>("target-web")->accessibleName().contains("dropped"));
}

TEST_CASE("Each target can be looked at and written without leaving the room") {
    ExportSession s;
    for (const auto* exporter : exporting::exporters()) {
        INFO(exporter->id().name());
        s.choose(std::string(exporter->id().name()).c_str());
        CHECK(s.room().target() == exporter->id());
        CHECK(s.find<QTreeWidget>("exportFiles")->topLevelItemCount() > 0);
        CHECK(s.find<QTreeWidget>("exportCues")->topLevelItemCount() == int(s.sequence().cues.size()));
        CHECK(s.find<QTextBrowser>("exportSteps")->toPlainText().size() > 200);
        CHECK(s.summary().contains("Choose a folder"));
        CHECK_FALSE(s.find<QPushButton>("exportWrite")->isEnabled());
        const auto folder = s.folder() / exporter->id().name();
        s.into(folder);
        CHECK(s.summary().contains("added"));
        s.write();
        CHECK(s.summary().startsWith("Written"));
        CHECK(std::filesystem::exists(folder));
        CHECK(s.find<QTabWidget>("exportTabs")->currentIndex() == 2); // the steps left
        s.find<QTabWidget>("exportTabs")->setCurrentIndex(0);
    }
}

TEST_CASE("What is found is looked for in the background, without a file being made") {
    Session s;
    ExportModel model(s.window.document());
    model.setShown(true);
    CHECK_FALSE(model.found()); // pictures may be large: nothing is decoded before the room is seen
    CHECK(model.findings().empty());
    REQUIRE(QTest::qWaitFor([&] { return model.found() != nullptr; }, 30000));
    CHECK(model.found() == s.window.document().study());
    CHECK_FALSE(model.found()->findings(model.target()).empty());
    REQUIRE(QTest::qWaitFor([&] { return model.stage() == ExportModel::Stage::Idle; }, 30000));
}

TEST_CASE("A file's text is shown, and what differs after a change") {
    ExportSession s;
    s.choose("web");
    s.into(s.folder() / "public");
    s.write();
    s.find<QTabWidget>("exportTabs")->setCurrentIndex(0);
    REQUIRE(s.select("launch.js"));
    CHECK(s.find<QPlainTextEdit>("fileText")->toPlainText().contains("beats:["));
    REQUIRE(s.select("maskable-512.png"));
    CHECK(s.find<QLabel>("filePicture")->isVisible());
    CHECK(s.find<QLabel>("fileTitle")->text().contains("512 × 512"));

    auto next = s.sequence();
    next.palette[0].light = {1, 2, 3, 255};
    s.window.document().apply("recolour", next);
    s.settle();
    CHECK(s.summary().contains("changed"));
    REQUIRE(s.select("launch.css"));
    const auto text = s.find<QPlainTextEdit>("fileText")->toPlainText();
    CHECK(text.contains("+   --moraine-huts-dusk: #010203"));
    CHECK(text.contains("−   --moraine-huts-dusk: #5B4A7C"));
}

TEST_CASE(
    "Where a web app is served from and its startup images are chosen, kept, and what is wrong is said") {
    ExportSession s;
    s.choose("web");
    auto* base = s.find<QLineEdit>("exportBase");
    CHECK(base->isVisible());
    CHECK_FALSE(s.asks("exportPackage"));
    s.into(s.folder() / "public");
    s.find<QTabWidget>("exportTabs")->setCurrentIndex(0);
    base->setText("shop");
    QTest::keyClick(base, Qt::Key_Return);
    s.settle();
    CHECK(s.summary().contains("is not a base path"));
    CHECK_FALSE(s.find<QPushButton>("exportWrite")->isEnabled());
    base->setText("/shop/");
    QTest::keyClick(base, Qt::Key_Return);
    s.find<QCheckBox>("exportStartupImages")->click();
    s.settle();
    const auto script = [&] {
        REQUIRE(s.select("launch.js"));
        return s.find<QPlainTextEdit>("fileText")->toPlainText();
    };
    CHECK_FALSE(script().contains("/**"));
    s.find<QCheckBox>("exportReadableScript")->click();
    s.settle();
    CHECK(script().contains("/** What is seen of a layer"));
    REQUIRE(s.select("body.html"));
    CHECK(s.find<QPlainTextEdit>("fileText")->toPlainText().contains("/shop/launch/moraine-huts/launch.js"));
    CHECK(s.select("1170x2532.png"));
    s.write();
    s.choose("android");
    CHECK_FALSE(s.asks("exportBase"));
    s.choose("web");
    CHECK(s.find<QLineEdit>("exportBase")->text() == "/shop/");
    CHECK(s.find<QCheckBox>("exportStartupImages")->isChecked());
    CHECK(s.find<QCheckBox>("exportReadableScript")->isChecked());
}

TEST_CASE("The icon on every start is asked for where there is one, and kept") {
    ExportSession s;
    s.choose("android");
    auto* always = s.find<QCheckBox>("exportIconAlways");
    CHECK(always->isVisible());
    CHECK(always->isEnabled());
    CHECK_FALSE(always->isChecked());
    s.into(s.folder() / "main");
    s.settle();
    CHECK_FALSE(s.select("values-v33"));
    always->click();
    s.settle();
    CHECK(s.select("values-v33"));
    s.write();
    s.choose("flutter");
    CHECK_FALSE(s.asks("exportIconAlways"));
    s.choose("android");
    CHECK(s.find<QCheckBox>("exportIconAlways")->isChecked());
    auto next = s.sequence();
    next.opening.icon.clear();
    s.window.document().apply("no icon", next);
    s.settle();
    CHECK_FALSE(s.find<QCheckBox>("exportIconAlways")->isEnabled());
}

TEST_CASE("What a person edited is refused, shown three ways, and written only by their choice") {
    ExportSession s;
    s.choose("web");
    const auto folder = s.folder() / "public";
    const auto file = folder / "launch/moraine-huts/launch.css";
    s.into(folder);
    s.write();
    const auto ours = readWhole(file);
    std::ofstream(file, std::ios::app) << "/* mine */\n";
    auto next = s.sequence();
    next.palette[0].light = {1, 2, 3, 255};
    s.window.document().apply("recolour", next);
    s.settle();
    CHECK(s.summary().contains("changed by hand"));
    CHECK_FALSE(s.find<QPushButton>("exportWrite")->isEnabled());
    REQUIRE(s.select("launch.css"));
    auto* text = s.find<QPlainTextEdit>("fileText");
    QTest::mouseClick(s.find<QToolButton>("fileMode2"), Qt::LeftButton); // your changes
    CHECK(text->toPlainText().contains("+ /* mine */"));
    CHECK_FALSE(text->toPlainText().contains("#010203"));
    QTest::mouseClick(s.find<QToolButton>("fileMode3"), Qt::LeftButton); // our changes
    CHECK(text->toPlainText().contains("#010203"));
    CHECK_FALSE(text->toPlainText().contains("/* mine */"));

    QTest::mouseClick(s.find<QPushButton>("chooseKeep"), Qt::LeftButton);
    s.write();
    CHECK(readWhole(file).find("/* mine */") != std::string::npos);
    s.find<QTabWidget>("exportTabs")->setCurrentIndex(0);

    // It is asked about again, and the other choice keeps the person's version aside.
    REQUIRE(s.select("launch.css"));
    QTest::mouseClick(s.find<QPushButton>("chooseReplace"), Qt::LeftButton);
    s.write();
    CHECK(readWhole(file).find("#010203") != std::string::npos);
    CHECK(readWhole(folder / "scaena-kept/launch/moraine-huts/launch.css") == ours + "/* mine */\n");
}

TEST_CASE("What is edited between the list and Write is said and not touched") {
    ExportSession s;
    s.choose("web");
    const auto folder = s.folder() / "public";
    const auto file = folder / "launch/moraine-huts/launch.css";
    s.into(folder);
    s.write();
    auto next = s.sequence();
    next.palette[0].light = {1, 2, 3, 255};
    s.window.document().apply("recolour", next);
    s.settle();
    REQUIRE(s.find<QPushButton>("exportWrite")->isEnabled());
    const auto script = readWhole(folder / "launch/moraine-huts/launch.js");
    std::ofstream(file, std::ios::app) << "/* mine */\n";
    s.write();
    CHECK(s.summary().contains("launch.css"));
    CHECK(s.summary().contains("changed since"));
    CHECK(s.summary().contains("changed by hand")); // as the folder is now
    CHECK(readWhole(file).find("/* mine */") != std::string::npos);
    CHECK(readWhole(folder / "launch/moraine-huts/launch.js") == script);
}

TEST_CASE("An export can be cancelled, and nothing was written") {
    ExportSession s;
    s.find<TargetCard>("target-web")->click();
    if (s.room().isBuilding()) {
        s.find<QPushButton>("exportCancel")->click();
        CHECK(s.summary().startsWith("Cancelled"));
    }
    CHECK_FALSE(s.room().isBuilding());
    s.choose("lottie");
    CHECK(s.find<QTreeWidget>("exportFiles")->topLevelItemCount() > 2);
}

TEST_CASE("A sequence that cannot be exported says why in the room") {
    ExportSession s;
    auto next = s.sequence();
    for (auto& layer : next.layers) {
        if (auto* drawing = layer.art()) {
            drawing->art = "art/gone.svg";
            drawing->darkArt.clear();
        }
    }
    s.window.document().apply("lose the art", next);
    s.settle();
    CHECK(s.summary().contains("has no art that can be read"));
    CHECK_FALSE(s.find<QPushButton>("exportWrite")->isEnabled());
}

TEST_CASE("A command of the score leads back to Arrange") {
    ExportSession s;
    CHECK(s.room().isVisible());
    s.trigger("roomArrange");
    CHECK_FALSE(s.room().isVisible());
    s.trigger("roomExport");
    s.trigger("addRectangle");
    CHECK_FALSE(s.room().isVisible());
}
