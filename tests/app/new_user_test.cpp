// SPDX-License-Identifier: MIT
#include "app/arrange/card_box.h"
#include "app/arrange/stage/stage_view.h"
#include "app/widgets/chooser.h"
#include "core/project/project.h"
#include "core/valid/validate.h"
#include "support/window_session.h"

#include <QDropEvent>
#include <QFileDialog>
#include <QLineEdit>
#include <QListWidget>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QToolButton>

using namespace scaena;
using namespace scaena::test;

namespace {

/// A person at the window: every call is one thing they do, and is counted.
class Person {
public:
    explicit Person(Session& session) : m_session(session) {}
    [[nodiscard]] int actions() const { return m_actions; }

    void drops(const std::filesystem::path& file) {
        ++m_actions;
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(QString::fromStdString(file.string()))});
        QDragEnterEvent enter(QPoint(600, 400), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&m_session.window, &enter);
        REQUIRE(enter.isAccepted());
        QDropEvent event(QPointF(600, 400), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&m_session.window, &event);
        m_session.window.background().finish();
    }
    void presses(QKeySequence keys) {
        ++m_actions;
        // Without a window manager nobody makes the window active again when a dialog has closed.
        m_session.window.activateWindow();
        QApplication::processEvents();
        const auto combination = keys[0];
        QTest::keyClick(QApplication::activeModalWidget() ? QApplication::focusWidget()
                                                          : static_cast<QWidget*>(&m_session.score()),
                        combination.key(), combination.keyboardModifiers());
    }
    void clicks(QWidget* widget, QPoint at = {}) {
        ++m_actions;
        QTest::mouseClick(widget, Qt::LeftButton, Qt::NoModifier, at.isNull() ? widget->rect().center() : at);
    }
    void clicksStage(QPointF dp) { clicks(&stage(), stage().toPixel(dp).toPoint()); }
    template <class Field>
    void types(Field* field, const QString& text) {
        ++m_actions;
        field->selectAll();
        QTest::keyClicks(field, text);
    }
    /// Types into the list that the next action opens, and takes what stands first.
    void willChoose(const QString& text) {
        m_actions += 2;
        whenDialogOpens([text](QWidget* dialog) {
            auto* field = dialog->findChild<QLineEdit*>();
            QTest::keyClicks(field, text);
            QTest::keyClick(field, Qt::Key_Return);
        });
    }
    void willSaveAs(const QString& path) {
        m_actions += 2;
        whenDialogOpens([path](QWidget* dialog) {
            // Typed keys would open the field's own list of completions, which takes the Return for itself.
            dialog->findChild<QLineEdit*>("fileNameEdit")->setText(path);
            qobject_cast<QDialog*>(dialog)->accept();
        });
    }

private:
    StageView& stage() { return m_session.window.arrange().stage(); }
    Session& m_session;
    int m_actions = 0;
};

}

TEST_CASE("A new user's way: logo, title, bounce, hold, hand-off, dark, save – in under forty actions") {
    Session s(false);
    const auto logo = s.folder() / "Fern.svg";
    std::ofstream(logo) << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 80 80'><path fill='#2a7f4f' "
                           "d='M0 80C10 5 70 5 80 80z'/>"
                           "<circle id='sun' cx='40' cy='20' r='12' fill='#f2b84b'/></svg>";
    Person person(s);
    person.drops(logo);
    REQUIRE(s.window.document().isOpen());
    CHECK(s.window.preview().isPlaying());
    person.presses(Qt::Key_Space);
    CHECK_FALSE(s.window.preview().isPlaying());

    // The title: select it on the stage, give it another text.
    s.window.preview().setTime(1100);
    const auto* title = model::findThing(s.sequence().layers, "title");
    REQUIRE(title);
    person.clicksStage({206, 457 + title->place.y});
    s.window.selection().select(Selection::Kind::Layer, "title");
    person.types(s.child<QPlainTextEdit>("layerText"), "Fern & Moss");
    CHECK(model::findThing(s.sequence().layers, "title")->get<model::TextContent>().text == "Fern & Moss");

    // A bounce for the logo, by the keyboard.
    s.window.selection().select(Selection::Kind::Layer, "logo");
    person.willChoose("bounce");
    person.presses(Qt::Key_C);
    const auto* bounce = model::findThing(s.sequence().cues, s.window.selection().cue());
    REQUIRE(bounce);
    CHECK(bounce->move.kind == model::MoveKind::Bounce);
    CHECK(bounce->layer == "logo");

    // A hold.
    person.willChoose("hold");
    person.presses(Qt::Key_B);
    CHECK(s.window.selection().kind() == Selection::Kind::Beat);
    CHECK(model::findThing(s.sequence().beats, s.window.selection().beat())->kind == model::BeatKind::Hold);

    // The hand-off.
    person.clicks(s.child<QToolButton>("tabScreen"));
    person.clicks(s.child<QToolButton>("transition-3"));
    CHECK(std::any_of(s.sequence().cues.begin(), s.sequence().cues.end(),
                      [](const auto& it) { return it.move.kind == model::MoveKind::Iris; }));

    // By night, and from the start once more.
    person.presses(Qt::Key_D);
    CHECK(s.window.preview().conditions().appearance == model::Appearance::Dark);
    person.presses(Qt::Key_Home);
    person.presses(Qt::Key_Space);
    REQUIRE(QTest::qWaitFor([&] { return s.window.preview().time() > 0; }, 5000));
    person.presses(Qt::Key_Space);

    const auto target = s.folder() / "made" / "fern.scaena";
    std::filesystem::create_directories(target.parent_path());
    person.willSaveAs(QString::fromStdString(target.string()));
    person.presses(QKeySequence("Ctrl+S"));
    REQUIRE(std::filesystem::exists(target));
    CHECK_FALSE(s.window.document().isModified());
    const auto saved = project::open(DiskFiles(), target);
    REQUIRE(saved);
    CHECK(saved->warnings.empty());
    CHECK(saved->sequence == s.sequence());
    INFO(person.actions() << " actions");
    CHECK(person.actions() + 6 < 40); // export: Ctrl+E, folder, package, write
}

TEST_CASE("From an empty page: a shape, a text, a gate, a beat, moves, all by keys and lists") {
    Session s(false);
    Person person(s);
    person.clicks(s.child<QPushButton>("welcomeNew"));
    REQUIRE(s.window.document().isOpen());
    person.willChoose("ellipse");
    person.presses(Qt::Key_A);
    const LayerId shape = s.window.selection().layer();
    CHECK(model::findThing(s.sequence().layers, shape)->as<model::ShapeContent>());
    person.willChoose("pop");
    person.presses(Qt::Key_C);
    CHECK(model::findThing(s.sequence().cues, s.window.selection().cue())->layer == shape);
    person.willChoose("text");
    person.presses(Qt::Key_A);
    person.willChoose("progress");
    person.presses(Qt::Key_A);
    person.presses(Qt::Key_G);
    CHECK(s.sequence().gates.size() == 1);
    CHECK(std::any_of(s.sequence().beats.begin(), s.sequence().beats.end(),
                      [](const auto& it) { return it.kind == model::BeatKind::Wait; }));
    CHECK(valid::problemsOf(s.sequence()).empty());
    const auto steps = s.window.document().history().names().size();
    for (std::size_t i = 0; i < steps; ++i) {
        person.presses(QKeySequence("Ctrl+Z"));
    }
    CHECK(s.sequence() == model::emptySequence());
}

TEST_CASE("Everything is in one list that can be searched") {
    Session s;
    whenDialogOpens([](QWidget* dialog) {
        auto* field = dialog->findChild<QLineEdit*>();
        auto* list = dialog->findChild<QListWidget*>();
        const int all = list->count();
        CHECK(all > 70);
        QTest::keyClicks(field, "from icon");
        CHECK(list->count() < all);
        CHECK(list->item(0)->text() == "From the icon");
        QTest::keyClick(field, Qt::Key_Return);
    });
    s.trigger("commandList");
    CHECK(s.window.preview().isFromIcon());
    whenDialogOpens([](QWidget* dialog) {
        auto* list = dialog->findChild<QListWidget*>();
        QTest::keyClicks(dialog->findChild<QLineEdit*>(), "zzzz");
        CHECK(list->item(0)->text().contains("Nothing fits"));
        QTest::keyClick(dialog->findChild<QLineEdit*>(), Qt::Key_Return); // nothing to take
        QTest::keyClick(dialog, Qt::Key_Escape);
    });
    s.trigger("commandList");
}

TEST_CASE("The finder prefers beginnings, then words, then letters in order") {
    CHECK(fitness("Push through", "push") > fitness("A push", "push"));
    CHECK(fitness("A push", "push") > fitness("impushed", "push"));
    CHECK(fitness("Push through", "pth") >= 0);
    CHECK(fitness("Fade", "xyz") < 0);
    CHECK(fitness("Anything", "") == 0);
}

TEST_CASE("The history can be walked in words") {
    Session s;
    s.window.selection().select(Selection::Kind::Layer, "sun");
    s.trigger("hide");
    s.trigger("lock");
    s.trigger("duplicate");
    whenDialogOpens([](QWidget* dialog) {
        auto* list = dialog->findChild<QListWidget*>();
        CHECK(list->item(1)->text() == "hide Sun");
        QTest::keyClicks(dialog->findChild<QLineEdit*>(), "hide");
        QTest::keyClick(dialog->findChild<QLineEdit*>(), Qt::Key_Return);
    });
    s.trigger("history");
    CHECK(model::findThing(s.sequence().layers, "sun")->hidden);
    CHECK_FALSE(model::findThing(s.sequence().layers, "sun")->locked);
    CHECK(s.window.document().history().canRedo());
}
