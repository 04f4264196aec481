// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::exporting {

/// Two compositions, for light and for dark, by the community's open specification: the whole launch from the
/// app's first own frame on, on one upright screen, with typical loading. See docs/exporters/lottie.md.
class LottieExporter : public Exporter {
public:
    plan::ExportId id() const override { return "lottie"; }
    std::string name() const override { return "Lottie"; }
    Result<Export> build(const ExportInput& input) const override;
};

}
