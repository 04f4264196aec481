// SPDX-License-Identifier: MIT
#include "core/base/folder.h"
#include "support/files_of_repository.h"

#include <catch2/catch.hpp>
#include <fmt/format.h>

using namespace scaena;
using namespace scaena::test;
namespace fs = std::filesystem;

TEST_CASE("A folder that somebody takes away between two files is made again") {
    const TemporaryFolder place;
    const auto folder = openDiskFolder(place.path()).value();
    REQUIRE(folder->create("res/values/one.xml", "1"));
    fs::remove_all(place.path() / "res");
    CHECK(folder->read("res/values/one.xml", 100).value() == std::nullopt);
    CHECK_FALSE(folder->exists("res/values/one.xml"));
    REQUIRE(folder->create("res/values/two.xml", "2"));
    CHECK(readWhole(place.path() / "res/values/two.xml") == "2");
    fs::remove_all(place.path() / "res");
    REQUIRE(folder->create("staged", "3"));
    REQUIRE(folder->move("staged", "res/values/three.xml"));
    CHECK(readWhole(place.path() / "res/values/three.xml") == "3");
}

TEST_CASE("A link put where a folder was leads nowhere") {
    const TemporaryFolder place, elsewhere;
    const auto folder = openDiskFolder(place.path()).value();
    REQUIRE(folder->create("res/one.xml", "1"));
    fs::remove_all(place.path() / "res");
    fs::create_directory_symlink(elsewhere.path(), place.path() / "res");
    CHECK_FALSE(folder->create("res/two.xml", "2"));
    CHECK_FALSE(folder->read("res/two.xml", 100));
    CHECK(fs::is_empty(elsewhere.path()));
}

TEST_CASE("Very many folders need few descriptors") {
    const TemporaryFolder place;
    const auto open = [] {
        return std::distance(fs::directory_iterator("/proc/self/fd"), fs::directory_iterator());
    };
    const auto before = open();
    const auto folder = openDiskFolder(place.path()).value();
    for (int i = 0; i < 400; ++i) {
        REQUIRE(folder->create(fmt::format("sets/{}.imageset/Contents.json", i), "{}"));
    }
    CHECK(open() - before <= 128);
    for (int i = 0; i < 400; ++i) {
        REQUIRE(folder->remove(fmt::format("sets/{}.imageset/Contents.json", i)));
    }
    CHECK_FALSE(fs::exists(place.path() / "sets")); // and none is left empty
    CHECK_FALSE(folder->exists("sets/1.imageset/Contents.json"));
}
