// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/base/result.h"
#include "core/start/android_values.h"
#include "core/start/started.h"

namespace scaena::start {

/// Whether the text is a drawable that can be read as art: a vector, a layer list, an adaptive icon, or an
/// animated vector (as it stands at first).
[[nodiscard]] bool isAndroidDrawable(std::string_view text);

/// Such a drawable as art, its references followed in the `res` folder it lies in. Of an adaptive icon what
/// every launcher shows is the view box: the inner 72 of 108 dp. What cannot be carried is named in `losses`.
[[nodiscard]] Result<art::Art> readAndroidDrawable(std::string_view text, const std::string& name,
                                                   const AndroidValues& values, const Decoder& decoder);

}
