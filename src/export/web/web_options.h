// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_options.h"

namespace scaena::exporting {

[[nodiscard]] std::string whyNoBase(const std::string& text);

inline constexpr ExportOption kBaseOption{
    .key = "base",
    .label = "Served from",
    .about = "Web: / for a site of its own, /shop/ for one below another, ./ for a page beside its files",
    .kind = ExportOption::Kind::Text,
    .example = "/",
    .standard = "/",
    .whyNot = whyNoBase};
inline constexpr ExportOption kStartupImagesOption{
    .key = "startup-images",
    .label = "Startup images",
    .about = "Web: startup pictures for web apps installed on phones, one for each screen in use"};
inline constexpr ExportOption kReadableScriptOption{
    .key = "readable-script",
    .label = "Readable script",
    .about = "Web: the script with comments and indentation, for reviews, half as large again"};

}
