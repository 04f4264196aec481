// SPDX-License-Identifier: MIT
#include "export/common/export_writer.h"
#include "export/common/folder_change.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::exporting;

namespace {

Export exportOf(std::map<std::string, std::string> files) {
    Export made;
    made.target = "android";
    made.sequenceName = "Test";
    for (auto& [path, bytes] : files) {
        made.files.push_back({path, bytes});
    }
    return made;
}

Result<void> writeAll(MemoryFiles& files, const Export& made, bool force = false) {
    return write(files, "out", made, planWrite(files, "out", made), force);
}

FileChange changeOf(const WritePlan& plan, const std::string& path) {
    for (const auto& entry : plan.entries) {
        if (entry.path == path) {
            return entry.change;
        }
    }
    FAIL("no entry for " + path);
    return FileChange::Added;
}

}

TEST_CASE("Exporting twice changes nothing") {
    MemoryFiles files;
    const auto made = exportOf({{"a.xml", "1"}, {"b/c.kt", "2"}});
    REQUIRE(writeAll(files, made));
    const auto contents = files.contents;
    CHECK(contents.size() == 3); // with the manifest
    const auto plan = planWrite(files, "out", made);
    CHECK_FALSE(plan.changesAnything());
    files.failAfter = 0; // no write at all may happen
    REQUIRE(write(files, "out", made, plan, false));
    CHECK(files.contents == contents);
}

TEST_CASE("Only what changed is written, and what is no longer made goes") {
    MemoryFiles files;
    REQUIRE(writeAll(files, exportOf({{"same", "1"}, {"other", "2"}, {"gone", "3"}})));
    const auto next = exportOf({{"same", "1"}, {"other", "new"}, {"added", "4"}});
    const auto plan = planWrite(files, "out", next);
    CHECK(changeOf(plan, "same") == FileChange::Unchanged);
    CHECK(changeOf(plan, "other") == FileChange::Changed);
    CHECK(changeOf(plan, "added") == FileChange::Added);
    CHECK(changeOf(plan, "gone") == FileChange::Removed);
    REQUIRE(write(files, "out", next, plan, false));
    CHECK_FALSE(files.exists("out/gone"));
    CHECK(files.contents.at("out/other") == "new");
}

TEST_CASE("A file a person changed is refused and nothing is written") {
    MemoryFiles files;
    REQUIRE(writeAll(files, exportOf({{"a", "1"}, {"b", "2"}})));
    files.contents["out/a"] = "edited";
    const auto before = files.contents;
    const auto next = exportOf({{"a", "new"}, {"b", "new"}});
    const auto plan = planWrite(files, "out", next);
    CHECK(changeOf(plan, "a") == FileChange::Refused);
    CHECK(plan.hasRefused());
    CHECK_FALSE(write(files, "out", next, plan, false));
    CHECK(files.contents == before);
}

TEST_CASE("A stranger's file in the way is refused too") {
    MemoryFiles files;
    files.contents["out/a"] = "not ours";
    CHECK(changeOf(planWrite(files, "out", exportOf({{"a", "1"}})), "a") == FileChange::Refused);
    files.contents["out/a"] = "1"; // the same bytes harm nobody
    CHECK(changeOf(planWrite(files, "out", exportOf({{"a", "1"}})), "a") == FileChange::Unchanged);
}

TEST_CASE("Forced, the person's version is kept aside, each time under a name of its own") {
    MemoryFiles files;
    files.contents["out/a"] = "first";
    REQUIRE(writeAll(files, exportOf({{"a", "1"}}), true));
    CHECK(files.contents.at("out/a") == "1");
    CHECK(files.contents.at("out/scaena-kept/a") == "first");
    files.contents["out/a"] = "second";
    REQUIRE(writeAll(files, exportOf({{"a", "2"}}), true));
    CHECK(files.contents.at("out/scaena-kept/a") == "first");
    CHECK(files.contents.at("out/scaena-kept/a.2") == "second");
}

TEST_CASE("An edited file that is no longer made stays, now and after the next export") {
    MemoryFiles files;
    REQUIRE(writeAll(files, exportOf({{"a", "1"}, {"old", "2"}})));
    files.contents["out/old"] = "edited";
    for (int i = 0; i < 2; ++i) {
        const auto next = exportOf({{"a", "1"}});
        CHECK(changeOf(planWrite(files, "out", next), "old") == FileChange::Kept);
        REQUIRE(writeAll(files, next));
        CHECK(files.contents.at("out/old") == "edited");
    }
}

namespace {

/// A disk that fails once and then works again, so that putting back is possible.
class FailsOnce : public MemoryFiles {
public:
    int countdown = 0;
    Result<void> writeAtomically(const std::filesystem::path& path, const std::string& bytes,
                                 Wait wait) override {
        return countdown-- == 0 ? full() : MemoryFiles::writeAtomically(path, bytes, wait);
    }
    Result<void> remove(const std::filesystem::path& path) override {
        return countdown-- == 0 ? full() : MemoryFiles::remove(path);
    }
    Result<void> move(const std::filesystem::path& from, const std::filesystem::path& to) override {
        return countdown-- == 0 ? full() : MemoryFiles::move(from, to);
    }

private:
    static Result<void> full() { return failure(ProblemKind::Refused, "no space left"); }
};

std::map<std::filesystem::path, std::string>
withoutStaging(std::map<std::filesystem::path, std::string> contents) {
    std::erase_if(contents,
                  [](const auto& it) { return it.first.string().find(kStagingFolder) != std::string::npos; });
    return contents;
}

}

TEST_CASE("Whichever change of the disk fails, the folder is as it was") {
    MemoryFiles start;
    REQUIRE(writeAll(start, exportOf({{"a", "1"}, {"b", "2"}, {"gone", "3"}})));
    const auto next = exportOf({{"a", "new"}, {"b", "new"}, {"c", "new"}});
    int failures = 0;
    for (int allowed = 0; allowed < 30; ++allowed) {
        FailsOnce files;
        files.contents = start.contents;
        files.countdown = allowed;
        const auto result = write(files, "out", next, planWrite(files, "out", next), false);
        if (!result) {
            ++failures;
            CHECK(withoutStaging(files.contents) == start.contents);
        }
    }
    // Four new files and the note, the note's own move, then three moves, a removal, the manifest.
    CHECK(failures == 4 + 1 + 1 + 3 + 1 + 1);
}

TEST_CASE("Killed after any change of the disk, the next run finishes it or finds it not begun") {
    MemoryFiles start;
    const auto first = exportOf({{"a", "1"}, {"b", "2"}, {"gone", "3"}});
    REQUIRE(writeAll(start, first));
    const auto next = exportOf({{"a", "new"}, {"b", "new"}, {"deep/c", "new"}});
    MemoryFiles whole;
    whole.contents = start.contents;
    REQUIRE(writeAll(whole, next));
    int finished = 0, notBegun = 0;
    for (int allowed = 0; allowed < 30; ++allowed) {
        INFO(allowed);
        MemoryFiles files;
        files.contents = start.contents;
        files.failAfter = allowed; // and every later one: nothing can be put back
        (void)write(files, "out", next, planWrite(files, "out", next), false);
        files.failAfter = -1;
        REQUIRE(finishEarlier(files, "out"));
        finished += files.contents == whole.contents ? 1 : 0;
        notBegun += files.contents == start.contents ? 1 : 0;
        CHECK((files.contents == whole.contents || files.contents == start.contents));
        CHECK_FALSE(planWrite(files, "out", next).hasRefused());
    }
    CHECK(finished > 5);
    CHECK(notBegun > 5);
}

TEST_CASE("A file edited after a run was killed stays as the person made it") {
    MemoryFiles files;
    REQUIRE(writeAll(files, exportOf({{"a", "1"}, {"b", "2"}})));
    const auto next = exportOf({{"a", "new"}, {"b", "new"}});
    files.failAfter = 5; // three files and the note are safe, and "a" has moved to its place
    (void)write(files, "out", next, planWrite(files, "out", next), false);
    files.failAfter = -1;
    files.contents["out/b"] = "edited";
    REQUIRE(finishEarlier(files, "out"));
    CHECK(files.contents.at("out/b") == "edited");
    CHECK(changeOf(planWrite(files, "out", next), "b") == FileChange::Refused);
}

TEST_CASE("What is edited between the plan and the writing is not overwritten") {
    for (const char* path : {"changed", "added", "removed", "refused"}) {
        INFO(path);
        MemoryFiles files;
        REQUIRE(writeAll(files, exportOf({{"changed", "1"}, {"removed", "1"}})));
        files.contents["out/refused"] = "theirs";
        const auto next = exportOf({{"changed", "2"}, {"added", "2"}, {"refused", "2"}});
        const auto plan = planWrite(files, "out", next);
        files.contents[std::string("out/") + path] = "edited meanwhile";
        const auto before = files.contents;
        const auto result = write(files, "out", next, plan, true);
        REQUIRE_FALSE(result);
        CHECK(describe(result.error()).find(path) != std::string::npos);
        CHECK(files.contents == before);
    }
}

TEST_CASE(
    "A note that was tampered with moves nothing out of the folder and removes nothing but what it knows") {
    MemoryFiles files;
    files.contents["secret"] = "precious";
    files.contents["out/mine"] = "precious";
    files.contents[std::string("out/") + std::string(kStagingFolder) + "/0"] = "poison";
    for (const char* step :
         {R"({"path": "../secret", "staged": "0", "before": "x"})", R"({"path": "mine", "staged": ""})",
          R"({"path": "mine", "staged": "../../secret"})", R"({"path": 5, "staged": []})", "5"}) {
        files.contents[std::string("out/") + std::string(kStagingFolder) + "/todo.json"] =
            std::string(R"({"steps": [)") + step + "]}";
        REQUIRE(finishEarlier(files, "out"));
        CHECK(files.contents.at("secret") == "precious");
        CHECK(files.contents.at("out/mine") == "precious");
    }
}

TEST_CASE("A hostile manifest cannot make us remove what is not ours") {
    MemoryFiles files;
    files.contents["secret"] = "precious";
    files.contents["out/scaena-export.android.test.json"] =
        R"({"files": {"../secret": "0d7d9ba1ff3b2b95a0ee1ba5fe4e4c3bb3d77c51b1bb1a2f7d7a0ef6c7d3f0a8", "/secret": "x", "a": 5}})";
    REQUIRE(writeAll(files, exportOf({{"a", "1"}})));
    CHECK(files.contents.at("secret") == "precious");
    files.contents["out/scaena-export.android.test.json"] = "no json at all";
    CHECK(changeOf(planWrite(files, "out", exportOf({{"a", "2"}})), "a") == FileChange::Refused);
}

TEST_CASE("A second sequence finds room beside the first: what people read gets its name, what is shared "
          "stays one") {
    MemoryFiles files;
    const auto of = [](const char* name, const char* player) {
        auto made = exportOf({{"player", player}, {std::string("data-") + name, name}});
        made.sequenceName = name;
        made.files.push_back({"launch/INTEGRATE.md", std::string("steps of ") + name, true});
        return made;
    };
    const auto add = [&](const Export& made) {
        const auto beside = besideOthers(files, "out", made);
        const auto plan = planWrite(files, "out", beside);
        REQUIRE_FALSE(plan.hasRefused());
        REQUIRE(write(files, "out", beside, plan, false));
        return beside;
    };
    add(of("Huts", "player 1"));
    add(of("Larder", "player 1"));
    CHECK(files.contents.at("out/launch/INTEGRATE.md") == "steps of Huts");
    CHECK(files.contents.at("out/launch/INTEGRATE.larder.md") == "steps of Larder");
    for (const char* name : {"Huts", "Larder"}) {
        INFO(name);
        CHECK_FALSE(
            planWrite(files, "out", besideOthers(files, "out", of(name, "player 1"))).changesAnything());
    }

    // Either of them may bring the player up to date, and the other one then finds nothing to do.
    add(of("Larder", "player 2"));
    CHECK(files.contents.at("out/player") == "player 2");
    CHECK_FALSE(
        planWrite(files, "out", besideOthers(files, "out", of("Huts", "player 2"))).changesAnything());
    // Not even an older one that wrote it: it belongs to both.
    CHECK(changeOf(planWrite(files, "out", besideOthers(files, "out", of("Huts", "player 3"))), "player") ==
          FileChange::Changed);

    // One that no longer has it leaves it to the other.
    auto without = of("Larder", "player 2");
    without.files.erase(without.files.begin() + 1);
    REQUIRE(without.files.front().path == "data-Larder");
    add(without);
    CHECK(files.exists("out/player"));

    // A player somebody has edited is nobody's.
    files.contents["out/player"] = "mine";
    CHECK(changeOf(planWrite(files, "out", of("Huts", "player 3")), "player") == FileChange::Refused);
}
