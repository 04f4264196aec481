// SPDX-License-Identifier: MIT
#include "render/frames/instruments.h"

#include "render/art/exported_picture.h"
#include "render/text/text_outline.h"

namespace scaena::render {

const study::Instruments& instruments() {
    static const QtTextOutliner outliner;
    static const QtPictureReader reader;
    static const study::Instruments all{outliner, reader};
    return all;
}

}
