// SPDX-License-Identifier: MIT
#include "export/numbered_export.h"
#include "support/killed.h"

#include <catch2/catch.hpp>
#include <fcntl.h>
#include <fstream>
#include <random>
#include <sys/file.h>
#include <sys/stat.h>

using namespace scaena;
using namespace scaena::exporting;
using test::exportTo;
using test::holds;
namespace fs = std::filesystem;

namespace {

constexpr int kFiles = 24;

Export version(int number, const char* name = "Test") { return test::numbered(number, name, kFiles, 20'000); }

}

TEST_CASE("Two hundred exports killed at any moment: each folder is the old one or the new one, and the next "
          "is not "
          "refused") {
    const test::TemporaryFolder folder;
    const auto into = folder / "app";
    std::mt19937 random(17);
    REQUIRE(exportTo(into, version(0)));
    int killed = 0, finished = 0, undone = 0;
    int now = 0;
    double wait = 4000; // µs at most; grows and shrinks until about half of them are finished in the end
    for (int round = 0; round < 200; ++round) {
        INFO(round);
        const int next = now + 1;
        const auto moment = std::uniform_int_distribution<long>(0, static_cast<long>(wait))(random);
        killed += test::killedWhile([&] { (void)exportTo(into, version(next)); }, moment) ? 1 : 0;
        DiskFiles files;
        REQUIRE(finishEarlier(files, into));
        const bool isNew = holds(into, version(next));
        REQUIRE((isNew || holds(into, version(now))));
        finished += isNew ? 1 : 0;
        undone += isNew ? 0 : 1;
        wait = std::clamp(wait * (isNew ? 0.85 : 1.2), 200.0, 500'000.0);
        now = isNew ? next : now;
        const auto list = files.list(into, 1000);
        REQUIRE(list.size() == kFiles + 2); // with the manifest: no strays, nothing of the other version
        REQUIRE_FALSE(fs::exists(into / kStagingFolder));
        REQUIRE_FALSE(planWrite(files, into, version(next)).hasRefused());
    }
    CHECK(killed > 30);
    CHECK(finished > 10);
    CHECK(undone > 10);
}

TEST_CASE("Nothing is written or removed through a link, whatever a manifest says") {
    const test::TemporaryFolder folder;
    const auto into = folder / "app";
    const auto outside = folder / "outside";
    fs::create_directories(outside);
    std::ofstream(outside / "only.xml") << "precious";
    REQUIRE(exportTo(into, version(0)));
    // The folder of a file that the next export takes away leads elsewhere now, to a file of the same
    // contents.
    std::ofstream(outside / "only.xml") << "Test0";
    fs::remove_all(into / "res/drawable-Test0");
    fs::create_directory_symlink(outside, into / "res/drawable-Test0");
    REQUIRE(exportTo(into, version(1)));
    CHECK(test::readWhole(outside / "only.xml") == "Test0");

    // And that of a file it writes.
    fs::remove_all(into / "res/values-Test");
    fs::create_directory_symlink(outside, into / "res/values-Test");
    const auto refused = exportTo(into, version(2));
    REQUIRE_FALSE(refused);
    CHECK(describe(refused.error()).find("link") != std::string::npos);
    CHECK(fs::directory_iterator(outside) != fs::directory_iterator());
    CHECK(test::readWhole(outside / "only.xml") == "Test0");
    CHECK(std::distance(fs::directory_iterator(outside), fs::directory_iterator()) == 1);

    // A staging folder that leads elsewhere.
    fs::remove(into / "res/values-Test");
    fs::remove_all(into / kStagingFolder);
    fs::create_directory_symlink(outside, into / kStagingFolder);
    CHECK_FALSE(exportTo(into, version(3)));
    CHECK(std::distance(fs::directory_iterator(outside), fs::directory_iterator()) == 1);
}

TEST_CASE("A pipe, a folder or a link in a file's place is said, and nothing waits for it") {
    for (const char* what : {"pipe", "folder", "link"}) {
        INFO(what);
        const test::TemporaryFolder folder;
        const auto at = folder / version(0).files.front().path;
        fs::create_directories(at.parent_path());
        if (std::string(what) == "pipe") {
            REQUIRE(::mkfifo(at.c_str(), 0600) == 0);
        } else if (std::string(what) == "folder") {
            fs::create_directory(at);
        } else {
            fs::create_symlink("/dev/null", at);
        }
        const auto result = exportTo(folder.path(), version(0));
        REQUIRE_FALSE(result);
        CHECK(describe(result.error()).find("file0.xml") != std::string::npos);
        CHECK(DiskFiles().list(folder.path(), 10).empty());
    }
}

TEST_CASE("An export that fails leaves no folder behind") {
    const test::TemporaryFolder folder;
    std::ofstream(folder / "blocked") << "a file where a folder has to be";
    auto made = version(0);
    made.files.push_back({"../blocked/x", "1"});
    CHECK_FALSE(exportTo(folder / "new/app", made));
    CHECK_FALSE(fs::exists(folder / "new"));
    CHECK_FALSE(exportTo(folder / "blocked/app", version(0)));
    CHECK(std::distance(fs::directory_iterator(folder.path()), fs::directory_iterator()) == 1);
}

TEST_CASE("Two exports into one folder at a time: one after the other") {
    const test::TemporaryFolder folder;
    REQUIRE(exportTo(folder.path(), version(0, "One")));
    for (int round = 1; round < 12; ++round) {
        const pid_t other = ::fork();
        if (other == 0) {
            ::_exit(exportTo(folder.path(), version(round, "Two")) ? 0 : 1);
        }
        CHECK(exportTo(folder.path(), version(round, "One")));
        int status = 0;
        ::waitpid(other, &status, 0);
        CHECK(WEXITSTATUS(status) == 0);
        CHECK(holds(folder.path(), version(round, "One")));
        CHECK(holds(folder.path(), version(round, "Two")));
    }
}

TEST_CASE("A folder that another export holds for long is said to be") {
    const test::TemporaryFolder folder;
    const int held = ::open(folder.path().c_str(), O_RDONLY | O_DIRECTORY);
    REQUIRE(::flock(held, LOCK_EX) == 0);
    auto open = DiskFiles().openFolder(folder.path(), FileAccess::Make::Never);
    REQUIRE(open);
    const auto locked = (*open)->lock(std::chrono::milliseconds(60));
    ::close(held);
    REQUIRE_FALSE(locked);
    CHECK(describe(locked.error()).find("another export") != std::string::npos);
    CHECK((*open)->lock(std::chrono::milliseconds(60)));
}
