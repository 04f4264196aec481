// SPDX-License-Identifier: MIT
#include "app/document/journal.h"
#include "app/file_calls.h"
#include "support/window_session.h"

#include <QDir>
#include <QElapsedTimer>
#include <QStandardPaths>

using namespace scaena;
using namespace scaena::test;

namespace {

QString journalFile() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) +
           QStringLiteral("/journal/%1.json").arg(QCoreApplication::applicationPid());
}

bool waitFor(const std::function<bool()>& holds, int millis) {
    QElapsedTimer clock;
    clock.start();
    while (!holds() && clock.elapsed() < millis) {
        QTest::qWait(10);
    }
    return holds();
}

void rename(Document& document, const std::string& name) {
    auto next = *document.sequence();
    next.name = name;
    document.apply("rename", std::move(next));
}

}

TEST_CASE("The count of file calls is awake") {
    const auto before = fileCalls();
    QDir().mkpath(QDir::tempPath() + "/scaena-count/a");
    CHECK(fileCalls() > before);
    const auto between = fileCalls();
    QFile file(QDir::tempPath() + "/scaena-count/a/b");
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.close();
    CHECK(fileCalls() > between);
    QDir(QDir::tempPath() + "/scaena-count").removeRecursively();
}

TEST_CASE("A drag of two hundred moves does nothing to the disk, and its end writes the journal once") {
    Session s;
    s.window.selection().select(Selection::Kind::Cue, "sun-rise");
    QTest::qWait(300); // the filmstrip of the open sequence
    const QPointF from = s.cueRect("sun-rise").center();
    s.move(from, Qt::NoButton, Qt::AltModifier);
    QTest::mousePress(&s.score(), Qt::LeftButton, Qt::AltModifier, from.toPoint());
    const auto before = fileCalls();
    for (int i = 1; i <= 200; ++i) {
        s.move(from + QPointF(i % 40, 0), Qt::LeftButton, Qt::AltModifier);
        QApplication::processEvents();
    }
    CHECK(fileCalls() == before);
    CHECK_FALSE(QFile::exists(journalFile()));
    QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::AltModifier, (from + QPointF(30, 0)).toPoint());
    const auto released = fileCalls();
    REQUIRE(waitFor([] { return QFile::exists(journalFile()); }, 4000));
    QTest::qWait(50);
    CHECK(fileCalls() - released < 25); // one file, its folder, and what makes it safe

    // From then on nothing at all, for as long as nothing changes.
    const auto written = fileCalls();
    QTest::qWait(2000);
    CHECK(fileCalls() == written);
    s.dropChanges();
    CHECK(waitFor([] { return !QFile::exists(journalFile()); }, 1000));
}

TEST_CASE("Moving the pointer over a window in which nothing was changed touches no file") {
    Session s;
    QTest::qWait(300);
    const auto before = fileCalls();
    for (int i = 0; i < 100; ++i) {
        s.move({100.0 + i, 80}, Qt::NoButton, Qt::NoModifier);
        s.window.preview().setTime(i * 10);
        QApplication::processEvents();
    }
    CHECK(fileCalls() == before);
}

TEST_CASE("The journal is written while edits go on without a pause") {
    Document document;
    Journal journal(document);
    document.startNew();
    QElapsedTimer clock;
    clock.start();
    int edits = 0;
    while (!QFile::exists(journalFile()) && clock.elapsed() < 6000) {
        rename(document, "edit " + std::to_string(++edits));
        emit document.stateChanged();
        QTest::qWait(40);
    }
    CHECK(QFile::exists(journalFile()));
    CHECK(clock.elapsed() < 2000);
    CHECK(edits > 10);
    // And again, with what came after.
    const auto first = readWhole(journalFile().toStdString());
    CHECK(waitFor(
        [&] {
            rename(document, "edit " + std::to_string(++edits));
            return readWhole(journalFile().toStdString()) != first;
        },
        2500));
}

TEST_CASE("A program that ends in order leaves no journal, even while one is being written") {
    for (int i = 0; i < 5; ++i) {
        Document document;
        {
            Journal journal(document);
            document.startNew();
            rename(document, "going");
            if (i % 2 == 0) {
                journal.writeNow();
            }
        }
        CHECK_FALSE(QFile::exists(journalFile()));
    }
}
