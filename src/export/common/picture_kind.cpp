// SPDX-License-Identifier: MIT
#include "export/common/picture_kind.h"

namespace scaena::exporting {

std::string pictureEnding(const std::string& bytes) {
    if (bytes.starts_with("\x89PNG")) {
        return ".png";
    }
    if (bytes.starts_with("RIFF") && bytes.size() > 12 && bytes.compare(8, 4, "WEBP") == 0) {
        return ".webp";
    }
    return bytes.starts_with("\xFF\xD8\xFF") ? ".jpg" : "";
}

}
