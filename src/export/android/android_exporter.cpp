// SPDX-License-Identifier: MIT
#include "export/android/android_exporter.h"

#include "export/android/build.h"
#include "export/common/names.h"

#include <fmt/format.h>

namespace scaena::exporting {

Result<Export> AndroidExporter::build(const ExportInput& input) const {
    auto problems = problemsOf(input);
    if (!input.options.package.empty() && !isPackageName(input.options.package)) {
        problems.push_back(
            {ProblemKind::Refused,
             fmt::format("“{}” is not a package name such as com.example.app", input.options.package),
             {},
             {}});
    }
    if (!problems.empty()) {
        return tl::unexpected(std::move(problems));
    }
    AndroidBuild build{{input, id()}, androidNames(input.sequence, input.options.package)};
    addColours(build);
    const auto drawables = addLayerDrawables(build);
    const Millis iconAnimation = addOpening(build, drawables);
    addThemes(build, iconAnimation);
    addCode(build, drawables);
    addInstructions(build);
    return build.finished();
}

}
