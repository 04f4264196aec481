// SPDX-License-Identifier: MIT
#include "app/shell/window_place.h"
#include "support/window_session.h"

#include <QScreen>
#include <QSettings>

using namespace scaena;
using namespace scaena::app;
using namespace scaena::test;

TEST_CASE("A window opens within what the screen has free, its title bar too") {
    const QRect free(0, 27, 1280, 773); // a screen of 1280 × 800 with a panel at its top
    const auto placed = placeWithin(QRect(0, 0, 1280, 800), free);
    CHECK(free.contains(placed));
    CHECK(placed.top() - free.top() >= 30); // room for the title bar
    CHECK(placed.bottom() < free.bottom());
    const QRect small(300, 200, 1000, 640);
    CHECK(placeWithin(small, QRect(0, 0, 1920, 1080)) == small); // what fits stays where it was
    const auto moved = placeWithin(QRect(1800, 1000, 1000, 640), QRect(0, 0, 1920, 1080));
    CHECK(moved.size() == QSize(1000, 640));
    CHECK(QRect(0, 0, 1920, 1080).contains(moved));
}

TEST_CASE("A window remembers its size and place, on a screen that is there") {
    QSettings().remove(QStringLiteral("window"));
    const auto free = QGuiApplication::primaryScreen()->availableGeometry();
    {
        QWidget window;
        restorePlace(window);
        CHECK(free.contains(window.geometry()));
        window.setGeometry(QRect(free.topLeft() + QPoint(40, 60), QSize(500, 400)));
        rememberPlace(window);
    }
    QWidget again;
    restorePlace(again);
    CHECK(again.geometry() == QRect(free.topLeft() + QPoint(40, 60), QSize(500, 400)));
    QSettings().setValue(QStringLiteral("window/place"),
                         QRect(9000, 9000, 500, 400)); // a screen that is gone
    QWidget elsewhere;
    restorePlace(elsewhere);
    CHECK(free.contains(elsewhere.geometry()));
    QSettings().remove(QStringLiteral("window"));
}
