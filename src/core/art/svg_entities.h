// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace scaena::art {

/// Drawing programs write their styles and name spaces as entities of the document's own
/// (`<!ENTITY st0 "fill:#FFF;">`, XML 1.0 §4.2), which the XML reader does not know: they are put in their
/// places. What lies in other files is never fetched. Nothing if they multiply beyond any picture's size; the
/// text as it is if there are none.
[[nodiscard]] std::optional<std::string> withEntities(std::string_view text);

}
