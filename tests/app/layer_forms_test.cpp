// SPDX-License-Identifier: MIT
#include "app/arrange/card/colour_box.h"
#include "core/valid/validate.h"
#include "support/window_session.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QSpinBox>
#include <QToolButton>

using namespace scaena;
using namespace scaena::test;
using model::Layer;

namespace {

/// A window with a layer of every kind, each named after its kind.
class FormSession : public Session {
public:
    FormSession() {
        auto next = sequence();
        for (std::size_t i = 0; i < model::Words<model::LayerKind>::list.size(); ++i) {
            const auto kind = static_cast<model::LayerKind>(i);
            Layer layer;
            layer.id = LayerId("a-" + std::string(model::word(kind)));
            layer.name = std::string(model::word(kind));
            layer.contents = model::contentsOf(kind);
            if (auto* drawing = layer.art()) {
                drawing->art = "art/sun.svg";
            }
            if (auto* backdrop = layer.as<model::BackdropContent>()) {
                backdrop->fill.colour = "night";
            }
            if (auto* text = layer.as<model::TextContent>()) {
                *text = {.text = "Words", .colour = "night"};
            }
            if (auto* screen = layer.as<model::FirstScreenContent>()) {
                screen->background = "night";
            }
            if (auto* progress = layer.as<model::ProgressContent>()) {
                progress->colour = "night";
            }
            if (auto* clip = layer.as<model::ClipContent>()) {
                *clip = {.path = "clips/none.json", .from = 100, .stopAt = 900};
            }
            next.layers.push_back(layer);
        }
        const auto colour = next.palette.front().id;
        for (auto& layer : next.layers) {
            if (layer.id.starts_with("a-")) {
                eachColourOf(layer, colour);
            }
        }
        window.document().apply("a layer of every kind", std::move(next));
    }
    const Layer& layer(const char* kind) {
        return *model::findThing(sequence().layers, LayerId(std::string("a-") + kind));
    }
    void show(const char* kind) {
        window.selection().select(Selection::Kind::Layer, std::string("a-") + kind);
        QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete); // of the rows before
    }
    void choose(const char* name, int index) {
        auto* box = child<QComboBox>(name);
        box->setCurrentIndex(index);
        emit box->activated(index);
    }
    /// What everything but that layer was before is untouched; the step can be taken back and made again.
    void changesOnly(const char* kind, const std::function<void()>& act) {
        const auto before = sequence();
        act();
        const auto after = sequence();
        CHECK(after != before);
        for (std::size_t i = 0; i < before.layers.size(); ++i) {
            const bool same = after.layers[i] == before.layers[i];
            CHECK(same == (before.layers[i].id != layer(kind).id));
        }
        CHECK(after.cues == before.cues);
        trigger("undo");
        CHECK(sequence() == before);
        trigger("redo");
        CHECK(sequence() == after);
    }

private:
    static void eachColourOf(Layer& layer, const ColourId& colour) {
        if (auto* backdrop = layer.as<model::BackdropContent>()) {
            backdrop->fill.colour = colour;
        }
        if (auto* text = layer.as<model::TextContent>()) {
            text->colour = colour;
        }
        if (auto* screen = layer.as<model::FirstScreenContent>()) {
            screen->background = colour;
        }
        if (auto* progress = layer.as<model::ProgressContent>()) {
            progress->colour = colour;
        }
    }
};

}

TEST_CASE("Every number on a layer's card changes that value of that layer, as one step") {
    struct Row {
        const char* kind;
        const char* box;
        double value;
        std::function<double(const Layer&)> get;
    };
    const Row rows[] = {
        {"text", "textSize", 41, [](const Layer& it) { return it.get<model::TextContent>().size; }},
        {"shape", "corner", 7, [](const Layer& it) { return it.get<model::ShapeContent>().corner; }},
        {"shape", "strokeWidth", 3,
         [](const Layer& it) { return it.get<model::ShapeContent>().strokeWidth; }},
        {"shape", "shapeAngle", 45, [](const Layer& it) { return it.get<model::ShapeContent>().angle; }},
        {"progress", "thickness", 9,
         [](const Layer& it) { return it.get<model::ProgressContent>().thickness; }},
        {"backdrop", "fillAngle", 90,
         [](const Layer& it) { return it.get<model::BackdropContent>().fill.angle; }},
        {"backdrop", "panelHeight", 72,
         [](const Layer& it) { return it.get<model::BackdropContent>().panelHeight; }},
        {"image", "layerX", 33, [](const Layer& it) { return it.place.x; }},
        {"clip", "layerY", -44, [](const Layer& it) { return it.place.y; }},
        {"artwork", "layerTurn", 30, [](const Layer& it) { return it.place.turn; }},
        {"group", "layerX", 12, [](const Layer& it) { return it.place.x; }},
        {"footer-mark", "layerWidth", 55, [](const Layer& it) { return it.place.width; }}};
    FormSession s;
    for (const auto& row : rows) {
        INFO(row.kind << " " << row.box);
        s.show(row.kind);
        auto* box = s.child<QDoubleSpinBox>(row.box);
        CHECK(box->value() == row.get(s.layer(row.kind)));
        s.changesOnly(row.kind, [&] { s.type(box, QString::number(row.value)); });
        CHECK(row.get(s.layer(row.kind)) == row.value);
        CHECK(s.child<QDoubleSpinBox>(row.box)->value() == row.value);
    }
}

TEST_CASE("Every choice on a layer's card is written and read back") {
    struct Row {
        const char* kind;
        const char* box;
        int index;
        std::function<int(const Layer&)> get;
    };
    const Row rows[] = {
        {"text", "typeface", 2,
         [](const Layer& it) { return static_cast<int>(it.get<model::TextContent>().typeface); }},
        {"shape", "shapeForm", 1,
         [](const Layer& it) { return static_cast<int>(it.get<model::ShapeContent>().form); }},
        {"progress", "progressForm", 2,
         [](const Layer& it) { return static_cast<int>(it.get<model::ProgressContent>().form); }},
        {"text", "shownWhen", 1, [](const Layer& it) { return static_cast<int>(it.shownWhen); }},
        {"group", "shownWhen", 2, [](const Layer& it) { return static_cast<int>(it.shownWhen); }},
        {"image", "anchorPoint", 8, [](const Layer& it) { return static_cast<int>(it.place.anchor); }}};
    FormSession s;
    for (const auto& row : rows) {
        INFO(row.kind << " " << row.box);
        s.show(row.kind);
        CHECK(s.child<QComboBox>(row.box)->currentIndex() == row.get(s.layer(row.kind)));
        s.changesOnly(row.kind, [&] { s.choose(row.box, row.index); });
        CHECK(row.get(s.layer(row.kind)) == row.index);
        CHECK(s.child<QComboBox>(row.box)->currentIndex() == row.index);
    }
}

TEST_CASE("A shipped typeface takes the place of an own font file") {
    FormSession s;
    auto next = s.sequence();
    model::findThing(next.layers, "a-text")->get<model::TextContent>().fontFile = "fonts/own.ttf";
    s.window.document().apply("own font", std::move(next));
    s.show("text");
    s.choose("typeface", 1);
    CHECK(s.layer("text").get<model::TextContent>().fontFile.empty());
}

TEST_CASE("A clip's times keep their order, whichever is changed") {
    FormSession s;
    s.show("clip");
    const auto clip = [&] { return s.layer("clip").get<model::ClipContent>(); };
    CHECK(s.child<QSpinBox>("clipFrom")->value() == 100);
    CHECK(s.child<QSpinBox>("clipStop")->value() == 900);
    CHECK(s.child<QSpinBox>("clipKeep")->value() == 900); // without one the frame at its end
    CHECK_FALSE(clip().keep);
    s.type(s.child<QSpinBox>("clipFrom"), "1500");
    CHECK(clip().from == 1500);
    CHECK(clip().stopAt == 1501);
    s.type(s.child<QSpinBox>("clipStop"), "3000");
    CHECK(clip().stopAt == 3000);
    s.type(s.child<QSpinBox>("clipKeep"), "1600");
    CHECK(clip().keep == 1600);
}

TEST_CASE("Words, names and switches of a layer are written as they are typed") {
    FormSession s;
    s.show("text");
    auto* text = s.child<QPlainTextEdit>("layerText");
    s.changesOnly("text", [&] {
        text->setFocus();
        text->selectAll();
        QTest::keyClicks(text, "Bon vent");
    });
    CHECK(s.layer("text").get<model::TextContent>().text == "Bon vent");
    // A further line goes behind what was written, also after it was taken back and done again.
    QTest::keyClick(text, Qt::Key_Return);
    QTest::keyClicks(text, "et bonne mer");
    CHECK(s.layer("text").get<model::TextContent>().text == "Bon vent\net bonne mer");
    s.changesOnly("text", [&] { s.child<QCheckBox>("bold")->click(); });
    CHECK(s.layer("text").get<model::TextContent>().bold);
    s.changesOnly("text", [&] {
        auto* name = s.child<QLineEdit>("layerName");
        name->setFocus();
        name->selectAll();
        QTest::keyClicks(name, "Greeting");
    });
    CHECK(s.layer("text").name == "Greeting");
}

TEST_CASE("Every colour a layer has can be chosen, and taken away where it may be missing") {
    struct Row {
        const char* kind;
        const char* box;
        bool mayBeNone;
        std::function<model::ColourRef(const Layer&)> get;
    };
    const Row rows[] = {
        {"backdrop", "fillColour", false,
         [](const Layer& it) { return it.get<model::BackdropContent>().fill.colour; }},
        {"backdrop", "fillTo", true,
         [](const Layer& it) { return it.get<model::BackdropContent>().fill.to; }},
        {"text", "textColour", false, [](const Layer& it) { return it.get<model::TextContent>().colour; }},
        {"shape", "shapeColour", true, [](const Layer& it) { return it.get<model::ShapeContent>().colour; }},
        {"shape", "shapeTo", true, [](const Layer& it) { return it.get<model::ShapeContent>().to; }},
        {"shape", "strokeColour", true,
         [](const Layer& it) { return it.get<model::ShapeContent>().strokeColour; }},
        {"progress", "progressColour", false,
         [](const Layer& it) { return it.get<model::ProgressContent>().colour; }},
        {"progress", "trackColour", true,
         [](const Layer& it) { return it.get<model::ProgressContent>().track; }},
        {"first-screen", "screenColour", false,
         [](const Layer& it) { return it.get<model::FirstScreenContent>().background; }}};
    FormSession s;
    const auto wanted = s.sequence().palette.at(2).id;
    for (const auto& row : rows) {
        INFO(row.kind << " " << row.box);
        s.show(row.kind);
        auto* box = s.child<ColourBox>(row.box);
        s.changesOnly(row.kind, [&] {
            const int index = box->findData(QString::fromStdString(wanted));
            REQUIRE(index >= 0);
            box->setCurrentIndex(index);
            emit box->activated(index);
        });
        CHECK(row.get(s.layer(row.kind)) == wanted);
        const int none = s.child<ColourBox>(row.box)->findData(QString());
        CHECK((none >= 0) == row.mayBeNone);
        if (none >= 0) {
            emit s.child<ColourBox>(row.box)->activated(none);
            CHECK(row.get(s.layer(row.kind)).empty());
        }
    }
    CHECK(valid::problemsOf(s.sequence()).empty());
}

TEST_CASE("The card of each kind has its own rows and no others, even right after another kind") {
    FormSession s;
    const std::map<std::string, std::vector<const char*>> own = {
        {"text", {"layerText", "textSize", "typeface", "ownFont"}},
        {"shape", {"shapeForm", "corner", "strokeWidth"}},
        {"progress", {"progressForm", "thickness", "progressGates"}},
        {"clip", {"clipFrom", "clipStop", "clipKeep"}},
        {"backdrop", {"fillAngle", "panelHeight", "pictureLight"}},
        {"artwork", {"darkArt", "footerMark", "takeApart", "asIcon"}},
        {"image", {"morePictures", "asIcon"}},
        {"group", {"ungroup"}},
        {"first-screen", {"screenColour"}},
        {"footer-mark", {}}};
    for (int round = 0; round < 2; ++round) {
        for (const auto& [kind, names] : own) {
            s.show(kind.c_str());
            for (const auto& [other, others] : own) {
                for (const auto* name : others) {
                    INFO(kind << " " << name);
                    const bool wanted = std::find_if(names.begin(), names.end(), [&](const char* it) {
                                            return std::string(it) == name;
                                        }) != names.end();
                    CHECK((s.window.findChild<QWidget*>(QString::fromLatin1(name)) != nullptr) == wanted);
                }
            }
        }
    }
}

TEST_CASE("A layer that changes its kind under the card is shown as what it has become") {
    FormSession s;
    s.show("artwork");
    s.child<QToolButton>("footerMark")->click();
    CHECK(s.layer("artwork").as<model::FooterContent>());
    QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    CHECK_FALSE(s.window.findChild<QToolButton*>(QStringLiteral("takeApart")));
    s.trigger("undo");
    CHECK(s.layer("artwork").as<model::ArtworkContent>());
    CHECK(s.window.findChild<QToolButton*>(QStringLiteral("takeApart")));
    s.trigger("redo");
    CHECK(s.layer("artwork").as<model::FooterContent>());
}

TEST_CASE("An icon is made of an artwork or a picture by its card, and the opening shows it") {
    FormSession s;
    for (const char* kind : {"artwork", "image"}) {
        s.show(kind);
        s.child<QToolButton>("asIcon")->click();
        CHECK(s.sequence().opening.icon == s.layer(kind).id);
        const auto& shown = s.sequence().opening.layers;
        CHECK(std::count(shown.begin(), shown.end(), s.layer(kind).id) == 1);
        s.child<QToolButton>("asIcon")->click();
        CHECK(std::count(shown.begin(), shown.end(), s.layer(kind).id) == 1);
    }
}

TEST_CASE("The card's places: at rest, where a travel leads, and held sideways are three") {
    FormSession s;
    s.show("image");
    const auto rest = s.layer("image").place;
    s.choose("whichPlace", 1);
    REQUIRE(s.layer("image").destination);
    s.type(s.child<QDoubleSpinBox>("layerHeight"), "18");
    s.choose("anchorPoint", 0);
    CHECK(s.layer("image").destination->height == 18);
    CHECK(s.layer("image").destination->anchor == model::AnchorPoint::TopLeft);
    CHECK(s.layer("image").place == rest);
    s.show("text");
    s.show("image"); // another layer's card begins with the place at rest
    CHECK(s.child<QComboBox>("whichPlace")->currentIndex() == 0);
    CHECK(s.child<QDoubleSpinBox>("layerHeight")->value() == rest.height);
    s.child<QCheckBox>("ownLandscape")->click();
    REQUIRE(s.layer("image").landscape);
    auto conditions = s.window.preview().conditions();
    conditions.landscape = true;
    s.window.preview().setConditions(conditions);
    s.show("text");
    s.show("image");
    s.type(s.child<QDoubleSpinBox>("layerX"), "77");
    CHECK(s.layer("image").landscape->x == 77);
    CHECK(s.layer("image").place == rest);
}

TEST_CASE("What covers the screen has no place on its card") {
    FormSession s;
    for (const char* kind : {"backdrop", "first-screen"}) {
        s.show(kind);
        CHECK_FALSE(s.child<QDoubleSpinBox>("layerX")->isVisible());
    }
    s.show("shape");
    CHECK(s.child<QDoubleSpinBox>("layerX")->isVisible());
}
