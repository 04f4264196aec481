// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/card_box.h"
#include "app/arrange/stage/stage_view.h"
#include "core/moves/definition.h"
#include "core/valid/validate.h"
#include "support/window_session.h"

#include <QCheckBox>
#include <QColorDialog>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFileDialog>
#include <QInputDialog>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QToolButton>
#include <fstream>

/// What a person does in the window to change a key of the file.
namespace scaena::test {

/// The sample with a layer of every kind, in which what was done can be put back.
class Walk : public Session {
public:
    Walk() {
        auto next = sequence();
        const auto colour = next.palette.front().id;
        add<model::TextContent>(next, "a-text", [&](auto& it) {
            it.text = "Words";
            it.colour = colour;
            it.fontFile = "";
        });
        add<model::ShapeContent>(next, "a-shape", [&](auto& it) {
            it.colour = colour;
            it.to = colour;
            it.strokeColour = colour;
            it.strokeWidth = 2;
        });
        add<model::ImageContent>(next, "an-image", [&](auto& it) {
            it.pictures = {{"images/one.png", 1, false, {}}, {"images/two.png", 2, false, {}}};
        });
        add<model::ClipContent>(next, "a-clip", [&](auto& it) {
            it.path = "clips/one.json";
            it.from = 100;
            it.stopAt = 900;
        });
        add<model::ProgressContent>(next, "a-progress", [&](auto& it) { it.colour = it.track = colour; });
        auto& poses = next.cues.emplace_back();
        poses.id = "poses";
        poses.layer = "title";
        poses.beat = "arrive";
        poses.move.kind = model::MoveKind::Poses;
        poses.poses = {{.at = 0.2, .x = 3}, {.at = 1, .x = 0}};
        model::Take take;
        take.id = "other";
        take.name = "Other";
        take.beats = next.beats;
        take.cues = next.cues;
        next.takes.push_back(take);
        REQUIRE(valid::problemsOf(next).empty());
        window.document().apply("a layer of every kind", std::move(next));
    }

    /// As at the beginning, without what was done for the last key.
    void putBack(const model::Sequence& start) {
        for (int steps = 0; steps < 8 && sequence() != start; ++steps) {
            trigger("undo");
        }
        REQUIRE(sequence() == start);
        m_prepared.reset();
        window.selection().clear();
        window.preview().setConditions({});
        window.preview().setTime(0);
        settle();
    }

    template <class Content, class Fill>
    static void add(model::Sequence& s, const char* id, Fill fill) {
        auto& layer = s.layers.emplace_back();
        layer.id = LayerId(id);
        layer.name = id;
        fill(layer.contents.template emplace<Content>());
    }

    void select(Selection::Kind kind, const char* id) {
        window.arrange().cards().open(CardBox::Tab::Card);
        window.selection().select(kind, id);
        settle();
    }
    void layer(const char* id) { select(Selection::Kind::Layer, id); }
    void cue(const char* id) { select(Selection::Kind::Cue, id); }
    void beat(const char* id) { select(Selection::Kind::Beat, id); }
    void gate(const char* id) { select(Selection::Kind::Gate, id); }
    void settle() {
        QApplication::processEvents();
        QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete); // of rows before
    }

    // What a person does with a control.
    void number(const char* name, const char* text) {
        type(child<QAbstractSpinBox>(name), QString::fromUtf8(text));
    }
    void choose(const char* name, int index) {
        auto* box = child<QComboBox>(name);
        REQUIRE(index < box->count());
        box->setCurrentIndex(index);
        emit box->activated(index);
    }
    /// Another entry than the one that is chosen.
    void chooseOther(const char* name) {
        auto* box = child<QComboBox>(name);
        INFO(name);
        REQUIRE(box->count() > 1);
        choose(name, box->currentIndex() == box->count() - 1 ? box->count() - 2 : box->count() - 1);
    }
    void tick(const char* name) { child<QCheckBox>(name)->click(); }
    void press(const char* name) {
        child<QAbstractButton>(name)->click();
        settle();
    }
    void words(const char* name, const char* text) {
        auto* field = child<QLineEdit>(name);
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, QString::fromUtf8(text));
        QTest::keyClick(field, Qt::Key_Return);
    }
    void lines(const char* name, const char* text) {
        auto* field = child<QPlainTextEdit>(name);
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, QString::fromUtf8(text));
    }
    /// An entry of a button's menu, by the beginning of its text; "A > B" for one of a menu within.
    void menu(const char* button, const QString& path) {
        auto* at = child<QToolButton>(button)->menu();
        REQUIRE(at);
        for (const auto& text : path.split(QStringLiteral(" > "))) {
            emit at->aboutToShow();
            const auto actions = at->actions();
            const auto found =
                std::ranges::find_if(actions, [&](auto* it) { return it->text().startsWith(text); });
            INFO(text.toStdString());
            REQUIRE(found != actions.end());
            if (auto* inner = (*found)->menu()) {
                at = inner;
            } else {
                (*found)->trigger();
                settle();
                return;
            }
        }
    }
    /// Does something that asks for a file, and gives that one.
    void withFile(const std::filesystem::path& file, const std::function<void()>& act) {
        whenDialogOpens([file](QWidget* dialog) {
            auto* files = qobject_cast<QFileDialog*>(dialog);
            REQUIRE(files);
            files->setDirectory(QString::fromStdString(file.parent_path().string()));
            files->selectFile(QString::fromStdString(file.filename().string()));
            QMetaObject::invokeMethod(files, "accept", Qt::DirectConnection);
        });
        act();
        window.background().finish();
        settle();
    }
    void withText(const char* text, const std::function<void()>& act) {
        whenDialogOpens([text](QWidget* dialog) {
            auto* input = qobject_cast<QInputDialog*>(dialog);
            REQUIRE(input);
            input->setTextValue(QString::fromUtf8(text));
            input->accept();
        });
        act();
    }
    void withColour(QColor colour, const std::function<void()>& act) {
        whenDialogOpens([colour](QWidget* dialog) {
            auto* colours = qobject_cast<QColorDialog*>(dialog);
            REQUIRE(colours);
            colours->setCurrentColor(colour);
            colours->accept();
        });
        act();
    }
    void tab(CardBox::Tab which) {
        window.arrange().cards().open(which);
        settle();
    }
    /// A file that takes its colour from outside in the place of the sun.
    void useTinted() {
        const auto file = folder() / "tinted.svg";
        std::ofstream(file)
            << R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path fill="currentColor" d="M0 0h9v9z"/></svg>)";
        layer("sun");
        withFile(file, [this] { menu("layerFiles", QStringLiteral("Replace")); });
        m_prepared = sequence();
    }
    void opening() {
        window.preview().setTime(100);
        beat("opening");
    }
    void dragStage(Handle handle, QPointF byPixels) {
        auto& stage = window.arrange().stage();
        const QPointF from = stage.handleAt(handle);
        REQUIRE_FALSE(from.isNull());
        for (const auto& [type, at, held] :
             {std::tuple(QEvent::MouseButtonPress, from, Qt::LeftButton),
              std::tuple(QEvent::MouseMove, from + byPixels, Qt::LeftButton),
              std::tuple(QEvent::MouseButtonRelease, from + byPixels, Qt::NoButton)}) {
            QMouseEvent event(type, at, stage.mapToGlobal(at),
                              type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton, held,
                              Qt::AltModifier);
            QApplication::sendEvent(&stage, &event);
        }
    }
    /// Whether it is so in one of the moves that know the parameter: chooses that move and changes it.
    void parameter(const std::string& key) {
        for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
            const auto kind = static_cast<model::MoveKind>(i);
            for (const auto& it : moves::definitionOf(kind).parameters) {
                if (it.key != key) {
                    continue;
                }
                auto next = sequence();
                auto* sun = model::findThing(next.cues, CueId("sun-rise"));
                sun->move = {kind, {}};
                if (!valid::problemsOf(next).empty()) {
                    continue;
                }
                window.document().apply("a move that has it", std::move(next));
                m_prepared = sequence();
                cue("sun-rise");
                const std::string field = "parameter-" + key;
                if (it.isChoice()) {
                    chooseOther(field.c_str());
                } else {
                    auto* box = child<QDoubleSpinBox>(field.c_str());
                    box->setValue(box->value() + (box->value() + 1 <= box->maximum() ? 1 : -1));
                }
                return;
            }
        }
        FAIL("no move has " + key);
    }
    /// The card of a cue of the icon that the system plays.
    void openingCue() {
        auto next = sequence();
        auto& turn = next.cues.emplace_back();
        turn.id = "icon-turns";
        turn.layer = next.opening.icon;
        turn.beat = next.beats.front().id;
        turn.move.kind = model::MoveKind::Turn;
        REQUIRE(valid::problemsOf(next).empty());
        window.document().apply("an icon that turns", std::move(next));
        m_prepared = sequence();
        cue("icon-turns");
    }
    /// The document before the person did it; where something had to be prepared, after that.
    std::optional<model::Sequence> m_prepared;
};

}
