// SPDX-License-Identifier: MIT
#include "export/numbered_export.h"
#include "export/recorded_disk.h"

#include <catch2/catch.hpp>
#include <fstream>

using namespace scaena;
using namespace scaena::exporting;
using namespace scaena::test;
namespace fs = std::filesystem;

namespace {

/// Looks at what stands there after the power failed behind each call, with all that was not safe lost,
/// nothing of it, its data, and five times any part of it.
template <typename Check>
int afterEachFailure(RecordedDisk& disk, Check check) {
    disk.stop();
    std::mt19937 random(5);
    int looked = 0;
    for (std::size_t calls = 0; calls <= disk.calls(); ++calls) {
        for (int way = 0; way < 8; ++way) {
            using Lost = RecordedDisk::Lost;
            const auto lost = way < 3 ? static_cast<Lost>(way) : Lost::Random;
            const TemporaryFolder after;
            disk.writeAfterFailure(calls, lost, random, after / "disk");
            INFO("after call " << calls << " of " << disk.calls() << ", way " << way);
            check(after / "disk", calls);
            ++looked;
        }
    }
    return looked;
}

Export small(int number) { return numbered(number, "Test", 4, 300); }

}

TEST_CASE("The power fails at any moment of a save: the file is the old one or the new one, and new once it "
          "was said") {
    const std::string before(400, 'o'), after(500, 'n');
    for (const bool hasTwoNames : {false, true}) {
        INFO((hasTwoNames ? "two names" : "one name"));
        const TemporaryFolder folder;
        std::ofstream(folder / "it.scaena") << before;
        if (hasTwoNames) {
            fs::create_hard_link(folder / "it.scaena", folder / "other");
        }
        std::size_t said = 0;
        RecordedDisk disk(folder.path());
        REQUIRE(DiskFiles().writeAtomically(folder / "it.scaena", after));
        said = disk.calls();
        const int looked = afterEachFailure(disk, [&](const fs::path& at, std::size_t calls) {
            const auto there = readWhole(at / "it.scaena");
            if (!hasTwoNames) { // written in its place, it may be half; docs/reliability.md says so
                REQUIRE((there == before || there == after));
            }
            REQUIRE((calls < said || there == after));
        });
        CHECK(looked > 30);
    }
}

TEST_CASE("A file that was saved into new folders is there after a loss of power") {
    const TemporaryFolder folder;
    RecordedDisk disk(folder.path());
    REQUIRE(DiskFiles().writeAtomically(folder / "one/two/art.svg", "art"));
    const auto said = disk.calls();
    afterEachFailure(disk, [&](const fs::path& at, std::size_t calls) {
        REQUIRE((calls < said || readWhole(at / "one/two/art.svg") == "art"));
    });
}

TEST_CASE(
    "The power fails at any moment of an export: looked after, the folder is the old one or the new one") {
    const TemporaryFolder folder;
    const auto into = folder / "app";
    REQUIRE(exportTo(into, small(0)));
    RecordedDisk disk(into);
    REQUIRE(exportTo(into, small(1)));
    const auto said = disk.calls();
    int isOld = 0, isNew = 0;
    afterEachFailure(disk, [&](const fs::path& at, std::size_t calls) {
        DiskFiles files;
        REQUIRE(finishEarlier(files, at));
        const bool there = holds(at, small(1));
        REQUIRE((there || holds(at, small(0))));
        REQUIRE((calls < said || there));
        REQUIRE(files.list(at, 100).size() == small(1).files.size() + 1); // with the manifest; no strays
        REQUIRE_FALSE(planWrite(files, at, small(2)).hasRefused());
        isOld += there ? 0 : 1;
        isNew += there ? 1 : 0;
    });
    CHECK(isOld > 50);
    CHECK(isNew > 50);
}
