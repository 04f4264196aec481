// SPDX-License-Identifier: MIT
#include "core/base/files.h"
#include "core/file/sequence_file.h"
#include "core/model/sequence.h"
#include "support/files_of_repository.h"
#include "support/killed.h"

#include <catch2/catch.hpp>
#include <fstream>
#include <random>
#include <sys/resource.h>
#include <sys/stat.h>

using namespace scaena;
using namespace scaena::test;
namespace fs = std::filesystem;

namespace {

Result<void> save(const fs::path& path, const std::string& bytes) {
    return DiskFiles().writeAtomically(path, bytes);
}

mode_t modeOf(const fs::path& path) {
    struct stat info {};
    REQUIRE(::stat(path.c_str(), &info) == 0);
    return info.st_mode & 07777;
}

std::size_t countIn(const fs::path& folder) {
    return static_cast<std::size_t>(std::distance(fs::directory_iterator(folder), fs::directory_iterator()));
}

}

TEST_CASE("Writing a file makes its folders, replaces it as a whole and leaves nothing beside it") {
    const TemporaryFolder folder;
    DiskFiles files;
    const auto path = folder / "a" / "b.txt";
    REQUIRE(files.writeAtomically(path, "one"));
    REQUIRE(files.writeAtomically(path, "two"));
    CHECK(files.read(path, 100).value() == "two");
    CHECK(std::distance(fs::directory_iterator(path.parent_path()), {}) == 1);
}

TEST_CASE("Reading says what is wrong: missing, too large, not a file") {
    const TemporaryFolder folder;
    const DiskFiles files;
    std::ofstream(folder / "large") << std::string(5000, 'x');
    CHECK(files.read(folder / "none", 10).error().front().kind == ProblemKind::NotFound);
    CHECK(files.read(folder / "large", 4999).error().front().kind == ProblemKind::Refused);
    CHECK(files.read(folder / "large", 5000).value().size() == 5000);
    CHECK(files.read(folder.path(), 10).error().front().kind == ProblemKind::Unreadable);
}

TEST_CASE("A new file obeys the umask, and one that is replaced keeps its mode and its owner") {
    const TemporaryFolder folder;
    const auto before = ::umask(027);
    REQUIRE(save(folder / "new", "1"));
    ::umask(before);
    CHECK(modeOf(folder / "new") == 0640);
    ::chmod((folder / "new").c_str(), 0604);
    const bool isRoot = ::geteuid() == 0;
    if (isRoot) {
        REQUIRE(::chown((folder / "new").c_str(), 1234, 5678) == 0);
    }
    REQUIRE(save(folder / "new", "2"));
    CHECK(modeOf(folder / "new") == 0604);
    struct stat info {};
    REQUIRE(::stat((folder / "new").c_str(), &info) == 0);
    CHECK(info.st_uid == (isRoot ? 1234 : ::geteuid()));
    CHECK(info.st_gid == (isRoot ? 5678 : ::getegid()));
    CHECK(countIn(folder.path()) == 1);
}

TEST_CASE("Links stay what they are: a symbolic one leads to the new contents, each hard one shows them") {
    const TemporaryFolder folder;
    REQUIRE(save(folder / "real", "1"));
    fs::create_symlink("real", folder / "soft");
    REQUIRE(save(folder / "soft", "2"));
    CHECK(fs::is_symlink(folder / "soft"));
    CHECK(readWhole(folder / "real") == "2");
    fs::create_hard_link(folder / "real", folder / "hard");
    REQUIRE(save(folder / "hard", "a longer text"));
    CHECK(readWhole(folder / "real") == "a longer text");
    REQUIRE(save(folder / "real", "short"));
    CHECK(readWhole(folder / "hard") == "short");
    CHECK(countIn(folder.path()) == 3);
}

TEST_CASE("What cannot be replaced is said in words, and stays") {
    const TemporaryFolder folder;
    std::ofstream(folder / "read-only") << "mine";
    ::chmod((folder / "read-only").c_str(), 0444);
    REQUIRE(::mkfifo((folder / "pipe").c_str(), 0600) == 0);
    fs::create_symlink("nowhere", folder / "dangling");
    fs::create_directory(folder / "folder");
    const std::pair<const char*, const char*> cases[] = {{"read-only", "read-only"},
                                                         {"pipe", "no regular file"},
                                                         {"dangling", "leads nowhere"},
                                                         {"folder", "is a folder"},
                                                         {"read-only/below", "could not be written"}};
    for (const auto& [name, word] : cases) {
        INFO(name);
        const auto result = save(folder / name, "new");
        REQUIRE_FALSE(result);
        CHECK(describe(result.error()).find(word) != std::string::npos);
    }
    CHECK(readWhole(folder / "read-only") == "mine");
    CHECK(fs::is_symlink(folder / "dangling"));
    CHECK_FALSE(fs::exists(folder / "nowhere"));
    CHECK(countIn(folder.path()) == 4);
}

TEST_CASE("A name of 255 bytes can be saved, and once more") {
    const TemporaryFolder folder;
    const std::string name(255, 'n');
    REQUIRE(save(folder / name, "1"));
    REQUIRE(save(folder / name, "2"));
    CHECK(readWhole(folder / name) == "2");
    CHECK(countIn(folder.path()) == 1);
}

TEST_CASE("A disk that is full leaves the file as it was, and nothing beside it") {
    const TemporaryFolder folder;
    REQUIRE(save(folder / "file", "as it was"));
    const pid_t child = ::fork();
    if (child == 0) {
        // The system refuses what goes beyond the limit, in the middle of the writing, as a full disk does.
        ::signal(SIGXFSZ, SIG_IGN);
        const rlimit limit{4096, 4096};
        ::setrlimit(RLIMIT_FSIZE, &limit);
        ::_exit(save(folder / "file", std::string(100'000, 'x')) ? 0 : 1);
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    CHECK(WEXITSTATUS(status) == 1);
    CHECK(readWhole(folder / "file") == "as it was");
    CHECK(countIn(folder.path()) == 1);
}

TEST_CASE(
    "Two hundred saves killed at any moment: the file is the old one or the new one, and no stray stays") {
    const TemporaryFolder folder;
    const auto path = folder / "a.scaena";
    auto sequence = model::emptySequence();
    DiskFiles files;
    REQUIRE(file::save(files, path, sequence));
    std::mt19937 random(3);
    int killed = 0;
    for (int round = 0; round < 200; ++round) {
        const bool atWork = killedWhile(
            [&] {
                DiskFiles own;
                for (int i = 0; i < 500; ++i) {
                    auto next = sequence;
                    next.name = std::to_string(i);
                    (void)file::save(own, path, next);
                }
            },
            std::uniform_int_distribution<long>(0, 8000)(random));
        killed += atWork ? 1 : 0;
        REQUIRE(file::load(files, path));
        DiskFiles::clearStrays(folder.path());
        REQUIRE(countIn(folder.path()) == 1);
    }
    CHECK(killed == 200);
}

TEST_CASE("A stray that is still written to, and a file of a like name, stay") {
    const TemporaryFolder folder;
    std::ofstream(folder / ".scaena-notes") << "a person's";
    std::ofstream(folder / (".scaena-" + std::to_string(::getpid()) + "-1.tmp"))
        << "of a writer that is at work";
    std::ofstream(folder / ".scaena-999999999-1.tmp") << "of one that is gone";
    DiskFiles::clearStrays(folder.path());
    CHECK(countIn(folder.path()) == 2);
    CHECK(fs::exists(folder / ".scaena-notes"));
}
