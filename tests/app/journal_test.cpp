// SPDX-License-Identifier: MIT
#include "app/document/journal.h"
#include "app/file_calls.h"
#include "app/shell/start_options.h"
#include "core/base/hash.h"
#include "core/file/sequence_file.h"
#include "support/files_of_repository.h"
#include "support/killed.h"
#include "support/window_session.h"

#include <QDir>
#include <QElapsedTimer>
#include <QStandardPaths>
#include <random>

using namespace scaena;
using namespace scaena::test;

namespace {

std::string journal() {
    for (const auto& name : DiskFiles().namesIn(JournalStore::folder(), 100)) {
        if (name.ends_with(".json")) {
            return readWhole(JournalStore::folder() / name);
        }
    }
    return {};
}

bool journalIsThere() { return !journal().empty(); }

/// Until no file is touched any more: what was opened has its filmstrip.
void waitForQuiet() {
    long before = -1;
    REQUIRE(waitFor(
        [&] {
            QTest::qWait(60);
            const long seen = before;
            before = fileCalls();
            return before == seen;
        },
        5000));
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
    waitForQuiet();
    const QPointF from = s.cueRect("sun-rise").center();
    s.move(from, Qt::NoButton, Qt::AltModifier);
    QTest::mousePress(&s.score(), Qt::LeftButton, Qt::AltModifier, from.toPoint());
    const auto before = fileCalls();
    for (int i = 1; i <= 200; ++i) {
        s.move(from + QPointF(i % 40, 0), Qt::LeftButton, Qt::AltModifier);
        QApplication::processEvents();
    }
    CHECK(fileCalls() == before);
    CHECK_FALSE(journalIsThere());
    QTest::mouseRelease(&s.score(), Qt::LeftButton, Qt::AltModifier, (from + QPointF(30, 0)).toPoint());
    const auto released = fileCalls();
    QTest::qWait(2200);
    CAPTURE(fileCalls() - released);
    CHECK(fileCalls() - released < 25); // one file, its lock, their folder, and what makes it safe
    REQUIRE(journalIsThere());

    // From then on nothing at all, for as long as nothing changes.
    const auto written = fileCalls();
    QTest::qWait(2000);
    CHECK(fileCalls() == written);
    s.dropChanges();
    CHECK(waitFor([] { return !journalIsThere(); }, 1000));
}

TEST_CASE("Moving the pointer over a window in which nothing was changed touches no file") {
    Session s;
    waitForQuiet();
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
    while (!journalIsThere() && clock.elapsed() < 6000) {
        rename(document, "edit " + std::to_string(++edits));
        emit document.stateChanged();
        QTest::qWait(40);
    }
    CHECK(journalIsThere());
    CHECK(clock.elapsed() < 2000);
    CHECK(edits > 10);
    // And again, with what came after.
    const auto first = ::journal();
    CHECK(waitFor(
        [&] {
            rename(document, "edit " + std::to_string(++edits));
            return ::journal() != first;
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
        CHECK_FALSE(journalIsThere());
    }
}

namespace {

/// What a window that was killed leaves behind.
void leaveLost(const JournalEntry& entry) {
    const pid_t child = ::fork();
    if (child == 0) {
        JournalStore store;
        ::_exit(store.write(entry) ? 0 : 1);
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    REQUIRE(WEXITSTATUS(status) == 0);
}

}

TEST_CASE("Two hundred windows killed while they keep their work: the last that was kept is whole") {
    std::mt19937 random(5);
    int killed = 0, found = 0;
    double wait = 8000; // µs at most; grows and shrinks until about half of them get to keep something here
    for (int round = 0; round < 200; ++round) {
        const std::string art(200'000, static_cast<char>('a' + round % 26));
        const auto text = [&](int step) {
            return std::to_string(round) + "/" + std::string(5000, static_cast<char>('0' + step % 10));
        };
        const bool atWork = killedWhile(
            [&] {
                JournalStore store;
                for (int step = 0; step < 1000; ++step) {
                    (void)store.write({"/no/where.scaena", text(step), {{"art/logo.svg", art}}, "hash"});
                }
            },
            std::uniform_int_distribution<long>(0, static_cast<long>(wait))(random));
        killed += atWork ? 1 : 0;
        const auto lost = JournalStore::findLost();
        REQUIRE(lost.size() <= 1);
        wait = std::clamp(wait * (lost.empty() ? 1.2 : 0.85), 500.0, 500'000.0);
        if (!lost.empty()) {
            ++found;
            const auto& entry = lost.front().entry;
            REQUIRE(entry.text.size() == text(0).size());
            REQUIRE(entry.text.substr(0, entry.text.find('/')) == std::to_string(round));
            REQUIRE(entry.text.find_first_not_of(entry.text.back(), entry.text.find('/') + 1) ==
                    std::string::npos);
            REQUIRE(entry.unsavedFiles.at("art/logo.svg") == art);
            REQUIRE(entry.path == "/no/where.scaena");
            REQUIRE(entry.diskHash == "hash");
            JournalStore::forget(lost.front());
        }
    }
    CHECK(killed == 200);
    CHECK(found > 30);
    // The next window that keeps something sweeps up after them.
    JournalStore store;
    REQUIRE(store.write({{}, "text", {}, {}}));
    store.remove();
    CHECK(DiskFiles().list(JournalStore::folder(), 1000).empty());
}

TEST_CASE("A journal is lost work only when nobody holds it, whoever has its number by now") {
    leaveLost({"/a.scaena", "mine", {}, {}});
    // A window with the number of this process, as that of a program that was killed may come back.
    const auto number = std::to_string(::getpid()) + "-1.json";
    std::ofstream(JournalStore::folder() / number)
        << R"({"path": "/b.scaena", "text": "of an earlier life", "art": {}})";
    {
        const auto lost = JournalStore::findLost();
        CHECK(lost.size() == 2);
        CHECK(JournalStore::findLost().empty()); // claimed: a second window does not offer them too
    }
    JournalStore store;
    REQUIRE(store.write({"/c.scaena", "at work", {}, {}}));
    auto lost = JournalStore::findLost();
    CHECK(lost.size() == 2);
    for (const auto& it : lost) {
        CHECK(it.entry.text != "at work");
        JournalStore::forget(it);
    }
    store.remove();
    CHECK_FALSE(journalIsThere());
}

TEST_CASE("What a damaged journal holds harms nobody") {
    std::filesystem::create_directories(JournalStore::folder());
    for (const char* text :
         {"", "5", "{", R"({"text": 5})", R"({"text": "a", "path": 5, "art": 5, "hash": []})",
          R"({"text": "a", "art": {"x": "../../etc/passwd", "y": 5}})",
          "{\"text\": \"1e999\", \"pid\": 1e999}"}) {
        INFO(text);
        std::ofstream(JournalStore::folder() / "1-1.json") << text;
        for (const auto& lost : JournalStore::findLost()) {
            CHECK(lost.entry.unsavedFiles.empty());
            CHECK_FALSE(Document::readLost(lost.entry));
            JournalStore::forget(lost);
        }
        std::filesystem::remove(JournalStore::folder() / "1-1.json");
    }
}

TEST_CASE(
    "Lost work is offered also when a file is opened, and saving it asks if the file has changed since") {
    const TemporaryFolder folder;
    const auto path = folder / "a.scaena";
    auto sequence = model::emptySequence();
    std::ofstream(path) << file::write(sequence);
    const auto hash = sha256(readWhole(path));
    sequence.name = "Unsaved";
    leaveLost({path, file::write(sequence), {}, hash});
    {
        Session s(false);
        whenDialogOpens([](QWidget* dialog) { press(dialog, QMessageBox::Yes); });
        StartOptions options;
        options.file = QString::fromStdString(path.string());
        startWith(s.window, options);
        CHECK(s.window.background().isBusy()); // its art is read aside
        s.window.background().finish();
        CHECK(s.sequence().name == "Unsaved");
        CHECK(s.window.document().isModified());
        CHECK_FALSE(s.window.document().changedOnDisk());
        s.dropChanges();
    }
    std::ofstream(path) << file::write(model::emptySequence()) << "\n";
    Document document;
    auto lost = Document::readLost({path, file::write(sequence), {}, hash});
    REQUIRE(lost);
    document.take(std::move(*lost));
    CHECK(document.changedOnDisk());
}

TEST_CASE("Of several lost works the one that can be read comes back, a file is opened if none does") {
    const TemporaryFolder folder;
    const auto path = folder / "asked for.scaena";
    auto sequence = model::emptySequence();
    sequence.name = "Asked for";
    std::ofstream(path) << file::write(sequence);
    StartOptions options;
    options.file = QString::fromStdString(path.string());
    const auto start = [&](Session& s) {
        startWith(s.window, options);
        s.window.background().finish();
        s.window.background().finish(); // what the first led to
    };
    leaveLost({"/damaged.scaena", "no sequence", {}, {}});
    {
        Session s(false);
        whenDialogOpens([](QWidget* dialog) {
            whenDialogOpens([](QWidget* problems) { problems->close(); });
            press(dialog, QMessageBox::Yes);
        });
        start(s);
        CHECK(s.sequence().name == "Asked for");
    }
    {
        Session s(false);
        bool isOffered = false; // it is still kept
        whenDialogOpens([&](QWidget* dialog) {
            isOffered = true;
            press(dialog, QMessageBox::Discard);
        });
        start(s);
        CHECK(isOffered);
        CHECK(s.sequence().name == "Asked for");
    }
    CHECK(JournalStore::findLost().empty());
}

TEST_CASE("A journal that cannot be written is tried again when the disk has room") {
    std::filesystem::remove_all(JournalStore::folder());
    std::filesystem::create_directories(JournalStore::folder().parent_path());
    std::ofstream(JournalStore::folder()) << "a file where the folder has to be";
    Document document;
    Journal journal(document);
    document.startNew();
    rename(document, "kept in the end");
    QTest::qWait(2000);
    std::filesystem::remove(JournalStore::folder());
    CHECK(waitFor([] { return ::journal().find("kept in the end") != std::string::npos; }, 5000));
}
