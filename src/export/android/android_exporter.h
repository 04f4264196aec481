// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::exporting {

/// Android from version 6 (API 23) on: resources, launch themes and a Kotlin player. See
/// docs/exporters/android.md.
class AndroidExporter : public Exporter {
public:
    Id id() const override { return "android"; }
    std::string name() const override { return "Android"; }
    Result<Export> build(const ExportInput& input) const override;
};

}
