// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/files.h"
#include "core/model/sequence.h"

namespace scaena::file {

/// Canonical text: the same sequence always gives the same bytes. UTF-8, fixed key order, ends with a
/// newline.
[[nodiscard]] std::string write(const model::Sequence& sequence);

/// Reads such a text. All problems are reported at once, each with its JSON pointer (or line, for broken
/// JSON); the result is valid (model::validate). `name` only serves the messages.
[[nodiscard]] Result<model::Sequence> read(std::string_view text, const std::string& name = {});

[[nodiscard]] Result<model::Sequence> load(const FileAccess& files, const std::filesystem::path& path);
[[nodiscard]] Result<void> save(FileAccess& files, const std::filesystem::path& path,
                                const model::Sequence& sequence);

}
