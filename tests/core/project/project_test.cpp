// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"
#include "core/project/project.h"
#include "support/builders.h"
#include "support/files_of_repository.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

/// A folder with a sequence whose logo is `svg`.
class OnDisk {
public:
    explicit OnDisk(const std::string& svg,
                    model::Sequence sequence = aSequence().withBeat(play("a", 500)).build()) {
        write("logo.svg", svg);
        REQUIRE(file::save(m_files, path(), sequence));
    }
    void write(const std::string& name, const std::string& bytes) {
        REQUIRE(m_files.writeAtomically(m_folder.path() / name, bytes));
    }
    std::filesystem::path path() const { return m_folder.path() / "test.scaena"; }
    std::filesystem::path folder() const { return m_folder.path(); }
    Result<project::Project> open() const { return project::open(m_files, path()); }

private:
    TemporaryFolder m_folder;
    DiskFiles m_files;
};

const char* const kSquare = "<svg viewBox='0 0 10 10'><rect width='10' height='10'/></svg>";

}

TEST_CASE("A sequence opens with its art") {
    const OnDisk disk(kSquare);
    const auto project = disk.open();
    REQUIRE(project);
    CHECK(project->warnings.empty());
    CHECK(project->artFiles->findArt("logo.svg"));
    CHECK(project->path == disk.path());
    CHECK_FALSE(project->artFiles->findArt("other.svg"));
}

TEST_CASE("Missing or broken art is a warning, not the end") {
    OnDisk disk(kSquare);
    std::filesystem::remove(disk.folder() / "logo.svg");
    auto project = disk.open();
    REQUIRE(project);
    REQUIRE(project->warnings.size() == 1);
    CHECK(project->warnings.front().kind == ProblemKind::NotFound);
    disk.write("logo.svg", "<svg><oops></svg>");
    project = disk.open();
    REQUIRE(project);
    CHECK(project->warnings.front().kind == ProblemKind::Unreadable);
    CHECK_FALSE(project->artFiles->findArt("logo.svg"));
}

TEST_CASE("What art cannot carry is told with the file's name") {
    const OnDisk disk("<svg viewBox='0 0 10 10'><foreignObject/></svg>");
    const auto project = disk.open();
    REQUIRE(project);
    REQUIRE(project->warnings.size() == 1);
    CHECK(project->warnings.front().text().find("logo.svg") != std::string::npos);
    CHECK(project->warnings.front().text().find("<foreignObject>") != std::string::npos);
}

TEST_CASE("A link that leads out of the folder is not followed") {
    OnDisk disk(kSquare);
    const TemporaryFolder elsewhere;
    std::ofstream(elsewhere.path() / "secret.svg") << kSquare;
    std::filesystem::remove(disk.folder() / "logo.svg");
    std::filesystem::create_symlink(elsewhere.path() / "secret.svg", disk.folder() / "logo.svg");
    const auto project = disk.open();
    REQUIRE(project);
    REQUIRE(project->warnings.size() == 1);
    CHECK(project->warnings.front().kind == ProblemKind::Refused);
    CHECK_FALSE(project->artFiles->findArt("logo.svg"));
}

TEST_CASE("By night a layer shows its dark art, or the light one where it has none") {
    OnDisk disk(kSquare);
    disk.write("night.svg", "<svg viewBox='0 0 20 20'/>");
    auto sequence = file::load(DiskFiles(), disk.path()).value();
    Problems warnings;
    auto artFiles = project::loadArtFiles(DiskFiles(), disk.folder(), sequence, {}, warnings);
    CHECK(artFiles.artOf(sequence.layers[2], model::Appearance::Dark)->viewBox.width == 10);
    sequence.layers[2].art()->darkArt = "night.svg";
    artFiles = project::loadArtFiles(DiskFiles(), disk.folder(), sequence, artFiles, warnings);
    CHECK(artFiles.artOf(sequence.layers[2], model::Appearance::Dark)->viewBox.width == 20);
    CHECK(artFiles.artOf(sequence.layers[2], model::Appearance::Light)->viewBox.width == 10);
    CHECK(warnings.empty());
}

TEST_CASE("Art that is known already is not read again, and is shared") {
    OnDisk disk(kSquare);
    const auto project = disk.open();
    REQUIRE(project);
    disk.write("logo.svg", "broken by now");
    Problems warnings;
    const auto again =
        project::loadArtFiles(DiskFiles(), disk.folder(), project->sequence, *project->artFiles, warnings);
    CHECK(warnings.empty());
    CHECK(again.findArt("logo.svg") == project->artFiles->findArt("logo.svg"));
}

TEST_CASE("Copying art leaves files that are there already as they are") {
    const OnDisk disk(kSquare);
    const TemporaryFolder target;
    std::ofstream(target.path() / "logo.svg") << "somebody's own";
    DiskFiles files;
    const auto sequence = file::load(files, disk.path()).value();
    REQUIRE(project::copyArt(files, disk.folder(), target.path(), sequence, {}));
    CHECK(readWhole(target.path() / "logo.svg") == "somebody's own");
    std::filesystem::remove(target.path() / "logo.svg");
    REQUIRE(project::copyArt(files, disk.folder(), target.path(), sequence, {}));
    CHECK(readWhole(target.path() / "logo.svg") == kSquare);
}

TEST_CASE("Screenshots are kept as bytes for whoever can decode them") {
    auto sequence = aSequence().build();
    sequence.layers[0].get<model::FirstScreenContent>().lightImage = "shot.png";
    OnDisk disk(kSquare, sequence);
    disk.write("shot.png", "bytes");
    const auto project = disk.open();
    REQUIRE(project);
    CHECK(*project->artFiles->files.at("shot.png") == "bytes");
}
