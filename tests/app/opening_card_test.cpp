// SPDX-License-Identifier: MIT
#include "app/arrange/card/cue_card.h"
#include "app/arrange/card_box.h"
#include "app/arrange/opening/opening_card.h"
#include "app/arrange/stage/stage_view.h"
#include "core/edit/opening_edits.h"
#include "core/schedule/seam.h"
#include "render/frames/still.h"
#include "support/pictures.h"
#include "support/window_session.h"

#include <QListWidget>
#include <QMenu>
#include <QSpinBox>
#include <QTimer>

using namespace scaena;
using namespace scaena::test;
using model::Appearance;

namespace {

/// The sample with its opening selected and the needle in it.
class OpeningSession : public Session {
public:
    OpeningSession() {
        window.preview().setTime(300);
        window.selection().select(Selection::Kind::Beat, "opening");
        QApplication::processEvents();
        REQUIRE(card().isVisible());
        card().views().finish();
    }
    OpeningCard& card() { return window.arrange().cards().card().opening(); }
    StageView& stage() { return window.arrange().stage(); }
    const model::Opening& opening() { return sequence().opening; }
    const model::Layer& icon() { return *model::findThing(sequence().layers, opening().icon); }
    template <typename Widget>
    Widget& part(const char* name) {
        auto* found = card().findChild<Widget*>(QString::fromLatin1(name));
        INFO(name);
        REQUIRE(found);
        return *found;
    }
    void choose(const char* box, const QString& id) {
        auto& combo = part<QComboBox>(box);
        const int index = combo.findData(id);
        INFO(id.toStdString());
        REQUIRE(index >= 0);
        combo.setCurrentIndex(index);
        emit combo.activated(index);
    }
    QAction& menuEntry(const char* button, const QString& text) {
        auto* menu = part<QToolButton>(button).menu();
        REQUIRE(menu);
        emit menu->aboutToShow();
        for (auto* action : menu->actions()) {
            if (action->text() == text) {
                return *action;
            }
        }
        FAIL(text.toStdString());
        return *menu->actions().front();
    }
    void setTarget(plan::TargetId target, Appearance appearance = Appearance::Light) {
        auto conditions = window.preview().conditions();
        conditions.target = target;
        conditions.appearance = appearance;
        window.preview().setConditions(conditions);
    }
    QImage picture(int system, int look) {
        card().views().finish();
        return card().views().picture(system, look);
    }
    void dragOnStage(QPointF from, QPointF byDp, Qt::KeyboardModifiers keys = Qt::AltModifier) {
        const QPointF to = from + stage().toPixel(byDp) - stage().toPixel({0, 0});
        mouse(QEvent::MouseButtonPress, from, keys);
        mouse(QEvent::MouseMove, (from + to) / 2, keys);
        mouse(QEvent::MouseMove, to, keys);
        mouse(QEvent::MouseButtonRelease, to, keys);
    }

private:
    void mouse(QEvent::Type type, QPointF at, Qt::KeyboardModifiers keys) {
        const auto button = type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton;
        const auto held = type == QEvent::MouseButtonRelease ? Qt::NoButton : Qt::LeftButton;
        QMouseEvent event(type, at, stage().mapToGlobal(at), button, held, keys);
        QApplication::sendEvent(&stage(), &event);
    }
};

/// Changes something, sees it, takes it back.
void changes(OpeningSession& s, const std::function<void()>& change, const std::function<bool()>& isSo) {
    const auto before = s.sequence();
    change();
    CHECK(isSo());
    CHECK(s.sequence() != before);
    s.trigger("undo");
    CHECK(s.sequence() == before);
}

}

TEST_CASE("A new sequence stands with its opening's card in front, the needle at its beginning") {
    Session s(false);
    s.trigger("new");
    CHECK(s.window.selection().beat() == s.sequence().beats.front().id);
    CHECK(s.window.preview().time() == 0);
    CHECK(s.window.arrange().cards().card().opening().isVisible());
    s.startFrom(repository() / "samples/moraine/art/sun.svg");
    CHECK(s.window.selection().beat() == s.sequence().beats.front().id);
    CHECK(s.window.arrange().cards().card().opening().isVisible());
    CHECK(s.sequence().opening.icon == "logo");
}

TEST_CASE("Everything of the opening is changed on its card, each as a step that can be taken back") {
    OpeningSession s;
    SECTION("canvas") {
        changes(
            s, [&] { s.choose("openingColour", "paper"); }, [&] { return s.opening().colour == "paper"; });
    }
    SECTION("icon") {
        changes(
            s, [&] { s.choose("openingIconLayer", "sun"); }, [&] { return s.opening().icon == "sun"; });
        changes(
            s, [&] { s.choose("openingIconLayer", ""); }, [&] { return s.opening().icon.empty(); });
    }
    SECTION("its size") {
        changes(
            s, [&] { s.part<QSpinBox>("openingIconSize").setValue(70); },
            [&] { return std::abs(s.icon().place.width - 0.7 * 192) < 1; });
    }
    SECTION("fitting it") {
        changes(
            s, [&] { s.part<QToolButton>("openingFit").click(); },
            [&] {
                const auto launch = s.window.preview().schedule();
                return s.opening().iconShift != Point{} && s.icon().place.x == s.opening().iconShift.x;
            });
    }
    SECTION("plate, and its size") {
        changes(
            s, [&] { s.choose("openingPlateColour", "paper"); },
            [&] { return model::plateOf(s.icon()) && model::plateOf(s.icon())->colour == "paper"; });
        s.choose("openingPlateColour", "paper");
        changes(
            s, [&] { s.part<QSpinBox>("openingPlateSize").setValue(120); },
            [&] { return model::plateOf(s.icon())->diameter == 120; });
        changes(
            s, [&] { s.choose("openingPlateColour", ""); }, [&] { return !model::plateOf(s.icon()); });
    }
    SECTION("footer mark") {
        changes(
            s, [&] { s.choose("openingFooterLayer", ""); }, [&] { return s.opening().footer.empty(); });
        changes(
            s, [&] { s.choose("openingFooterLayer", "sun"); }, [&] { return s.opening().footer == "sun"; });
    }
    SECTION("bars") {
        const auto bars = [&](int index) {
            auto& box = s.part<QComboBox>("openingBarContent");
            box.setCurrentIndex(index);
            emit box.activated(index);
        };
        changes(
            s, [&] { bars(2); }, [&] { return s.sequence().bars.content == model::BarContent::Dark; });
        changes(
            s, [&] { bars(3); }, [&] { return !s.sequence().bars.shown; });
    }
    SECTION("what else stands in a still picture") {
        const auto has = [&](const LayerId& id) {
            return std::ranges::find(s.opening().layers, id) != s.opening().layers.end();
        };
        const bool before = has("title");
        changes(
            s, [&] { s.menuEntry("openingStillWhat", "Title").trigger(); },
            [&] { return has("title") != before; });
    }
    SECTION("a colour of its own for the canvas") {
        changes(
            s,
            [&] {
                auto* menu = s.part<QToolButton>("openingCanvasPicture").menu();
                emit menu->aboutToShow();
                menu->actions().back()->trigger();
            },
            [&] { return s.opening().colour == "canvas"; });
    }
}

TEST_CASE("Pictures dropped on the card stand behind the opening, by night and sideways") {
    OpeningSession s;
    using model::BackdropPicture;
    const auto photo = repository() / "samples/tidewater/images";
    const auto file = QString::fromStdString(std::filesystem::directory_iterator(photo)->path().string());
    s.card().useGroundPicture(file, &BackdropPicture::light);
    s.window.background().finish();
    const auto* ground = edit::groundOf(s.sequence());
    REQUIRE(ground);
    REQUIRE(model::pictureOf(*ground));
    CHECK(std::ranges::find(s.opening().layers, ground->id) != s.opening().layers.end());
    s.card().useGroundPicture(file, &BackdropPicture::darkLandscape);
    s.window.background().finish();
    CHECK_FALSE(model::pictureOf(*edit::groundOf(s.sequence()))->darkLandscape.empty());
    s.menuEntry("openingGroundWhat", "None of its own sideways by night").trigger();
    CHECK(model::pictureOf(*edit::groundOf(s.sequence()))->darkLandscape.empty());
    s.menuEntry("openingGroundWhat", "Is seen whole").trigger();
    CHECK(model::pictureOf(*edit::groundOf(s.sequence()))->fit == model::Fit::Whole);
    s.menuEntry("openingGroundWhat", "No picture").trigger();
    CHECK_FALSE(model::pictureOf(*edit::groundOf(s.sequence())));
}

TEST_CASE("A logo dropped on the icon becomes it, one dropped on the mark becomes the mark: one step each") {
    OpeningSession s;
    const auto before = s.sequence();
    const auto art = QString::fromStdString((repository() / "samples/larder/art").string());
    const auto file =
        QString::fromStdString(std::filesystem::directory_iterator(art.toStdString())->path().string());
    s.card().useIconFile(file);
    s.window.background().finish();
    CHECK(s.sequence().layers.size() == before.layers.size() + 1);
    CHECK(s.opening().icon != before.opening.icon);
    CHECK(s.window.selection().beat() == "opening"); // the card stays
    s.trigger("undo");
    CHECK(s.sequence() == before);
    s.card().useFooterFile(file);
    s.window.background().finish();
    CHECK(s.opening().icon == before.opening.icon);
    CHECK(s.opening().footer != before.opening.footer);
    s.trigger("undo");
    CHECK(s.sequence() == before);
}

TEST_CASE(
    "Each system's picture is what the stage shows there, by day and by night, and a click goes there") {
    OpeningSession s;
    auto& wall = s.card().wall();
    for (int system = 0; system < OpeningViews::kSystems; ++system) {
        for (int look = 0; look < OpeningViews::kLooks; ++look) {
            QTest::mouseClick(&wall, Qt::LeftButton, {}, wall.pictureRect(system, look).center());
            CHECK(s.window.preview().conditions().target == OpeningViews::target(system));
            CHECK(s.window.preview().conditions().appearance == static_cast<Appearance>(look));
            CHECK(wall.chosen() == std::pair(system, look));
            const auto small = s.picture(system, look);
            const auto stage = render::still(*s.window.preview().scene(), *s.window.preview().schedule(),
                                             s.window.preview().time(), {small.size(), true, true});
            INFO(OpeningViews::name(system).toStdString() << " " << look);
            CHECK(difference(small, stage) < 0.5);
        }
    }
    QTest::keyClick(&wall, Qt::Key_Left);
    QTest::keyClick(&wall, Qt::Key_Up);
    CHECK(wall.chosen() == std::pair(4, 0));
}

TEST_CASE("Several layers become one icon, chosen in a list, and the own icon of the app is one choice") {
    OpeningSession s;
    const auto before = s.sequence();
    const auto answer = [&](const char* tick, bool accepts) {
        QTimer::singleShot(50, &s.window, [=] {
            auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
            auto* list = dialog ? dialog->findChild<QListWidget*>(QStringLiteral("severalList")) : nullptr;
            for (int i = 0; list && i < list->count(); ++i) {
                if (list->item(i)->data(Qt::UserRole).toString() == QLatin1String(tick)) {
                    list->item(i)->setCheckState(Qt::Checked);
                }
            }
            if (dialog) {
                accepts ? dialog->accept() : dialog->reject();
            }
        });
        s.choose("openingIconLayer", "several layers");
        QApplication::processEvents();
    };
    answer("sun", false);
    CHECK(s.sequence() == before);
    answer("sun", true);
    CHECK(s.opening().icon == "together");
    CHECK(valid::problemsOf(s.sequence()).empty());
    const auto& art = s.icon().get<model::ArtworkContent>().art;
    REQUIRE(s.window.document().artFiles()->findArt(art));
    CHECK(std::ranges::find(s.opening().layers, LayerId("ridges")) == s.opening().layers.end());
    REQUIRE(s.window.document().save());
    CHECK(std::filesystem::exists(s.file().parent_path() / art));
    s.trigger("undo");
    CHECK(s.sequence() == before);
    s.choose("openingIconLayer", "");
    s.choose("openingIconLayer", "app icon");
    CHECK(s.opening().icon == model::iconLayer(s.sequence())->id);
    CHECK(valid::problemsOf(s.sequence()).empty());
}

TEST_CASE("The pictures follow every change, and say what a system shows otherwise") {
    OpeningSession s;
    const auto before = s.picture(0, 1);
    s.choose("openingColour", "paper");
    CHECK(difference(before, s.picture(0, 1)) > 3);
    s.setTarget("android12");
    CHECK(s.card().wall().words().contains("Android 12+"));
    CHECK(s.card().wall().accessibleDescription() == s.card().wall().words());
    s.choose("openingIconLayer", "");
    s.card().views().finish();
    CHECK(s.card().wall().words().contains("no icon"));
    CHECK(s.card().views().differs(0, 0));
}

TEST_CASE(
    "On the stage the icon is centred by hand in the circle, and nothing jumps when the app takes over") {
    OpeningSession s;
    s.setTarget("android12");
    const auto seamBefore = schedule::seamOf(*s.window.preview().schedule());
    const auto jumps = [&](const auto& seam) {
        return std::ranges::any_of(seam, [&](const auto& it) {
            return it.layer == s.opening().icon && it.jump > schedule::kSeenJump;
        });
    };
    const bool did = jumps(seamBefore);
    s.dragOnStage(s.stage().handleAt(Handle::Body), {10, -6});
    CHECK(s.opening().iconShift.x == Approx(10).margin(0.4));
    CHECK(s.opening().iconShift.y == Approx(-6).margin(0.4));
    CHECK(s.window.selection().beat() == "opening");
    if (!did) {
        CHECK_FALSE(jumps(schedule::seamOf(*s.window.preview().schedule())));
    }
    s.trigger("undo");
    CHECK(s.opening().iconShift == Point{});
    s.dragOnStage(s.stage().handleAt(Handle::Body), {3, 2}, Qt::NoModifier); // snaps to the middle
    CHECK(s.opening().iconShift == Point{});
}

TEST_CASE("On the stage icon and plate are made larger by their handles while the needle is in the opening") {
    OpeningSession s;
    s.setTarget("android12");
    const double before = s.icon().place.width;
    s.dragOnStage(s.stage().handleAt(Handle::BottomRight), {-10, -10}, Qt::NoModifier);
    CHECK(s.icon().place.width < before - 5);
    s.trigger("undo");
    s.choose("openingPlateColour", "paper");
    s.setTarget("ios");
    const QPointF rim = s.stage().handleAt(Handle::Plate);
    REQUIRE_FALSE(rim.isNull());
    s.dragOnStage(rim, {14, -14});
    CHECK(model::plateOf(s.icon())->diameter == Approx(160 + 2 * 14 * std::sqrt(2)).margin(2));
    s.window.preview().setTime(1500);
    CHECK(s.stage().handleAt(Handle::Plate).isNull());
}

TEST_CASE("While the launch plays on beyond its opening, no picture of it is made anew") {
    OpeningSession s;
    s.window.preview().setTime(1500);
    s.card().views().finish();
    QTest::qWait(60); // what was asked for before
    s.card().views().finish();
    int made = 0;
    QObject::connect(&s.card().views(), &OpeningViews::changed, [&] { ++made; });
    for (double t = 1500; t < 1800; t += 20) {
        s.window.preview().setTime(t);
    }
    QTest::qWait(60);
    CHECK(made == 0);
    s.window.preview().setTime(200); // in the opening again
    CHECK(QTest::qWaitFor([&] { return made > 0; }, 5000));
}
