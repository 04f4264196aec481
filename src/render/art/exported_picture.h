// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/outside.h"

#include <deque>
#include <memory>
#include <mutex>
#include <string>

namespace scaena::render {

/// The picture as every platform reads it the same way: the bytes themselves if they are plain and sound;
/// else the picture anew, upright, in 8 bits of sRGB; null if it cannot be decoded. Not plain are: JPEG that
/// EXIF turns or that is of inks (CMYK), 16 bits a channel, a colour profile, a file that is damaged and yet
/// decodes.
[[nodiscard]] std::shared_ptr<const std::string>
exportedPicture(const std::shared_ptr<const std::string>& bytes);

/// Remembers the last pictures for as long as somebody has them.
class QtPictureReader : public art::PictureReader {
public:
    std::shared_ptr<const std::string>
    exported(const std::shared_ptr<const std::string>& bytes) const override;

private:
    struct Known {
        std::weak_ptr<const std::string> given, exported;
        bool isReadable = false;
    };
    mutable std::mutex m_mutex; ///< guards what follows
    mutable std::deque<Known> m_known;
};

}
