// SPDX-License-Identifier: MIT
#include "app/arrange/card_box.h"
#include "app/arrange/shelf/icon_page.h"
#include "app/arrange/stage/stage_view.h"
#include "render/frames/home_screen.h"
#include "support/pictures.h"
#include "support/window_session.h"

#include <QLabel>
#include <QSpinBox>

using namespace scaena;
using namespace scaena::test;
using model::Appearance;
using render::IconLook;

namespace {

template <typename Widget>
Widget& part(IconPage& page, const char* name) {
    auto* found = page.findChild<Widget*>(QString::fromLatin1(name));
    REQUIRE(found);
    return *found;
}

}

TEST_CASE("The icon's art, colour and size are chosen on its page, each as one step that can be taken back") {
    Session s;
    s.trigger("iconTab");
    auto& page = s.window.arrange().cards().icon();
    REQUIRE(page.isVisible());
    auto& previews = part<IconPreviews>(page, "iconPreviews");
    const QImage before = previews.picture(IconLook::Circle, Appearance::Light);
    REQUIRE(before.width() >= 60);

    auto& layers = part<QComboBox>(page, "iconLayer");
    const int sun = layers.findData(QStringLiteral("sun"));
    REQUIRE(sun > 0);
    layers.setCurrentIndex(sun);
    emit layers.activated(sun);
    CHECK(s.window.document().sequence()->appIcon.layer == "sun");

    auto& colours = part<ColourBox>(page, "iconColour");
    const int paper = colours.findData(QStringLiteral("paper"));
    colours.setCurrentIndex(paper);
    emit colours.activated(paper);
    CHECK(s.window.document().sequence()->appIcon.colour == "paper");

    part<QSpinBox>(page, "iconSize").setValue(60);
    part<QSpinBox>(page, "iconSize").setValue(70);
    CHECK(s.window.document().sequence()->appIcon.size == Approx(0.7));
    const auto shown = [&] { return previews.picture(IconLook::Circle, Appearance::Light); };
    CHECK(QTest::qWaitFor([&] { return difference(before, shown()) > 5; }, 5000));
    const QImage after = shown();
    CHECK(isNear(after.pixelColor(after.width() / 2, 4), QColor("#FBF8F2")));

    s.trigger("undo"); // both steps of the size are one
    CHECK(s.window.document().sequence()->appIcon.size == Approx(1));
    s.trigger("undo");
    s.trigger("undo");
    CHECK(s.window.document().sequence()->appIcon == model::AppIcon{});
    CHECK(QTest::qWaitFor([&] { return shown() == before; }, 5000));
    CHECK(layers.currentIndex() == 0);
}

TEST_CASE("Without art for an icon its page says what to do, and nothing breaks") {
    Session s;
    for (const char* layer : {"sun", "ridges", "foothills"}) {
        s.window.selection().select(Selection::Kind::Layer, layer);
        s.trigger("remove");
    }
    s.trigger("iconTab");
    auto& page = s.window.arrange().cards().icon();
    CHECK(part<QComboBox>(page, "iconLayer").count() == 1);
    bool says = false;
    for (auto* label : page.findChildren<QLabel*>()) {
        says = says || label->text().contains("Drop a logo");
    }
    CHECK(says);
    s.window.preview().setFromIcon(true);
    s.window.preview().setTime(-500);
    CHECK_FALSE(s.window.arrange().stage().grab().isNull());
}

TEST_CASE("The home screen of the stage shows the icon in the mask of the chosen target") {
    Session s;
    s.window.preview().setFromIcon(true);
    s.window.preview().setTime(-800);
    auto& stage = s.window.arrange().stage();
    const auto cornerOn = [&](plan::TargetId target) {
        auto conditions = s.window.preview().conditions();
        conditions.target = target;
        s.window.preview().setConditions(conditions);
        const auto screen = s.window.preview().schedule()->screen;
        const QRectF icon = render::homeIconRect({screen.width, screen.height});
        const QImage shown = stage.grab().toImage();
        const QPointF inside = icon.topLeft() + QPointF(icon.width(), icon.height()) * 0.1;
        return shown.pixelColor(stage.toPixel(inside).toPoint());
    };
    // A tenth of the way in from its corner there is wallpaper beside a circle, and the icon in a rounded
    // square.
    const QColor dusk("#5B4A7C");
    CHECK_FALSE(isNear(cornerOn("android12"), dusk, 12));
    CHECK(isNear(cornerOn("ios"), dusk, 12));
}
