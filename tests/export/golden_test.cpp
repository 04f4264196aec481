// SPDX-License-Identifier: MIT
#include "support/builders.h"
#include "support/export_helper.h"

/// Files as they were approved: renew with SCAENA_APPROVE=1 after looking at the difference
/// (docs/exporters/README.md).
using namespace scaena;
using namespace scaena::test;

namespace {

constexpr std::size_t kReadable = 12'000; ///< bytes; players are longer, and have judges of their own

void compare(const std::filesystem::path& golden, const std::string& name, const std::string& made) {
    INFO(name);
    if (qEnvironmentVariableIsSet("SCAENA_APPROVE")) {
        REQUIRE(DiskFiles().writeAtomically(golden / name, made));
    }
    REQUIRE(std::filesystem::exists(golden / name));
    CHECK(readWhole(golden / name) == made);
}

/// A logo that settles, a title, one gate, a fade: the smallest sequence that is of use.
model::Sequence smallest() {
    auto sequence = aSequence()
                        .withGate(gate("ready", 600))
                        .withBeat(play("arrive", 600))
                        .withBeat(wait("wait"))
                        .withCue(cue("settle", "arrive", 0, 600, model::MoveKind::Settle))
                        .withCue(cue("title", "arrive", 200, 300, model::MoveKind::Fade, "title"))
                        .withCue(cue("away", "hand-off", 0, 300, model::MoveKind::Fade, "backdrop"))
                        .build();
    sequence.name = "Fern";
    return sequence;
}

}

TEST_CASE("What people read of an Android export is as it was approved") {
    const auto project = openSample(repository() / "samples/moraine/moraine.scaena");
    const auto made = exported(project.sequence, *project.artFiles, "com.example.huts");
    const auto golden = repository() / "tests/golden/android/moraine";
    for (const char* name :
         {"res/values/moraine_huts_themes.xml", "res/values-v31/moraine_huts_themes.xml",
          "res/values/moraine_huts_colors.xml", "res/drawable/moraine_huts_opening.xml",
          "res/drawable/moraine_huts_icon.xml", "res/drawable/moraine_huts_icon_animated.xml",
          "res/animator/moraine_huts_icon_icon.xml", "INTEGRATE.md"}) {
        compare(golden, name, fileOf(made, name));
    }
}

TEST_CASE("Of every target what a small sequence becomes is as it was approved") {
    const auto artFiles = randomArtFiles(openSample(samples().front()));
    for (const auto* exporter : exporting::exporters()) { // a new one has to be approved, too
        const std::string target(exporter->id().name());
        INFO(target);
        const auto made = exported(smallest(), artFiles, "com.example.fern", exporter->id());
        int compared = 0;
        for (const auto& file : made.files) {
            const bool isText = file.bytes.find('\0') == std::string::npos;
            if (isText && file.bytes.size() <= kReadable) {
                compare(repository() / "tests/golden" / target / "fern", file.path, file.bytes);
                ++compared;
            }
        }
        CHECK(compared > 0);
    }
}
