// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_room.h"
#include "app/shell/start_up.h"
#include "core/file/sequence_file.h"
#include "support/window_session.h"

#include <QMenuBar>
#include <QSettings>

#include <fstream>

using namespace scaena;
using namespace scaena::app;
using namespace scaena::test;

TEST_CASE("A window is seen before its rooms are made, and they are there when they are wanted") {
    const TemporaryFolder folder;
    std::ofstream(folder / "a.scaena") << file::write(model::emptySequence());
    const auto rooms = [](const MainWindow& window) { return window.findChildren<ArrangeRoom*>().size(); };
    {
        MainWindow window;
        window.show();
        CHECK(rooms(window) == 0);
        window.openFile(QString::fromStdString((folder / "a.scaena").string())); // before their time has come
        window.background().finish();
        CHECK(rooms(window) == 1);
        CHECK(window.arrange().isVisible());
    }
    MainWindow window;
    window.show();
    CHECK(waitFor([&] { return rooms(window) == 1; }, 5000));
    CHECK_FALSE(window.arrange().isVisible()); // nothing is open
}

TEST_CASE("What damaged settings hold harms nobody") {
    QSettings settings;
    QStringList easings{"=", "a", "a=bounce(1e999, nan)", "b=bezier(1,2)", QString(100'000, 'x') + "=linear"};
    QStringList recent{QString(), QStringLiteral("/dev/zero"), QStringLiteral("\x1b[31m/a\n.scaena")};
    for (int i = 0; i < 5000; ++i) {
        easings << QStringLiteral("own %1=bounce(2, 0.42)").arg(i);
        recent << QStringLiteral("/nowhere/%1.scaena").arg(i);
    }
    for (const auto& [easing, files] :
         {std::pair<QVariant, QVariant>{easings, recent}, {5, 1e300}, {true, "x"}}) {
        settings.setValue(QStringLiteral("ownEasings"), easing);
        settings.setValue(QStringLiteral("recent"), files);
        settings.setValue(QStringLiteral("nightLooks"), QStringLiteral("perhaps"));
        MainWindow window;
        window.show();
        window.command(QStringLiteral("new"))->trigger();
        CHECK(window.arrange().isVisible());
        const auto own = window.phraseShelf().easings().size();
        CHECK((easing.toStringList().size() > 1 ? own > 400 && own <= 500 : own == 0));
    }
    settings.clear();
}

TEST_CASE("An empty window is up first, then it is filled, and does what was asked") {
    MainWindow window(MainWindow::Made::WhenSeen);
    const auto page = [&] { return window.findChild<QWidget*>(QStringLiteral("welcome")); };
    bool isFilled = false;
    int before = -1;
    QObject::connect(&window, &MainWindow::seen, [&] { before = window.findChildren<QWidget*>().size(); });
    openWhenSeen(window, [&] { isFilled = true; });
    CHECK_FALSE(page());
    REQUIRE(waitFor([&] { return isFilled; }, 5000));
    CHECK(before <= 1); // nothing but what the toolkit itself puts there
    REQUIRE(waitFor([&] { return page() && page()->isVisible(); }, 5000));
    CHECK(window.menuBar()->isVisible());
    CHECK(page()->width() > 700); // the screen of tests is 800 wide, and the window stays within it
    window.command(QStringLiteral("new"))->trigger();
    CHECK(window.arrange().isVisible());
}

TEST_CASE("A window that is never painted is filled all the same, and once") {
    MainWindow window(MainWindow::Made::WhenSeen);
    int times = 0;
    QObject::connect(&window, &MainWindow::seen, [&] {
        ++times;
        window.fill();
    });
    REQUIRE(waitFor([&] { return times == 1; }, 5000));
    window.show();
    QTest::qWait(600);
    CHECK(times == 1);
}
