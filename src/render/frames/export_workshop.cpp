// SPDX-License-Identifier: MIT
#include "render/frames/export_workshop.h"

#include "render/base/helper_process.h"

namespace scaena::render {

Result<exporting::Export> ExportWorkshop::build(const study::Study& study, plan::ExportId target,
                                                exporting::ExportOptions options) const {
    const int deaths = HelperProcess::deaths();
    auto made = exporting::build({study, m_pictures, m_pictures, std::move(options)}, target);
    if (made && HelperProcess::deaths() != deaths) {
        return failure(ProblemKind::Unreadable,
                       "a clip or a part of the art of this sequence cannot be drawn");
    }
    return made;
}

}
