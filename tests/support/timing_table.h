// SPDX-License-Identifier: MIT
#pragma once

#include "support/export_helper.h"
#include "support/random_sequence.h"
#include "support/timing_cases.h"

#include "export/common/export_build.h"
#include <functional>

namespace scaena::test {

/// The table of cases for one target: every sample under all conditions, and random sequences under eight
/// each. Of each sequence `folder`/NAME.ENDING is written, with its timing as the player under test takes it.
inline std::string timingTable(const std::filesystem::path& folder, const std::string& ending,
                               plan::TargetId target,
                               const std::function<std::string(const exporting::Plans&)>& timing,
                               unsigned firstSeed, unsigned randomOnes) {
    DiskFiles files;
    std::string cases;
    int count = 0;
    const auto add = [&](const model::Sequence& sequence, const std::vector<Conditions>& conditions) {
        const auto name = fmt::format("case{}", count++);
        REQUIRE(files.writeAtomically(folder / (name + "." + ending),
                                      timing(plansOf(sequence, plan::targetOf(target).exportId))));
        cases += "sequence " + name + "\n";
        for (const auto& each : conditions) {
            cases += casesOf(sequence, each);
        }
    };
    for (const auto& path : samples()) {
        add(openSample(path).sequence, allConditions({target}));
    }
    for (const unsigned seed : seeds(firstSeed, randomOnes)) {
        RandomSequences random(seed);
        const auto sequence = random.next();
        std::vector<Conditions> many;
        for (int i = 0; i < 8; ++i) {
            many.push_back(random.conditions(sequence));
            many.back().target = target;
        }
        add(sequence, many);
    }
    return cases;
}

}
