// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.h"

namespace scaena::render {

/// The picture as every platform reads it the same way: the bytes themselves if they are plain and sound;
/// else the picture anew, upright, in 8 bits of sRGB; null if it cannot be decoded. Not plain are: JPEG that
/// EXIF turns or that is of inks (CMYK), 16 bits a channel, a colour profile, a file that is damaged and yet
/// decodes.
[[nodiscard]] std::shared_ptr<const std::string>
soundPicture(const std::shared_ptr<const std::string>& bytes);

/// The shelf with each of its pictures so; what cannot be decoded is not there, as if it had been missing.
[[nodiscard]] project::ArtShelf withSoundPictures(project::ArtShelf shelf);

}
