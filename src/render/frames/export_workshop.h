// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_run.h"
#include "export/common/remembered_pictures.h"
#include "render/frames/frame_maker.h"
#include "render/frames/still.h"

namespace scaena::render {

/// What the exports of one run share: each picture is made once for all of them. Serves one study; may be
/// asked from several threads.
class ExportWorkshop {
public:
    /// Refused where something could not be drawn, since what draws it died of it.
    [[nodiscard]] Result<exporting::Export> build(const study::Study& study, plan::ExportId target,
                                                  exporting::ExportOptions options) const;

private:
    QtRasteriser m_rasteriser;
    QtFrameMaker m_frames;
    exporting::RememberedPictures m_pictures{m_rasteriser, m_frames};
};

}
