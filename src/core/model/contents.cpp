// SPDX-License-Identifier: MIT
#include "core/model/contents.h"

#include <utility>

namespace scaena::model {

namespace {

template <std::size_t... Kinds>
Contents emptyOf(std::size_t kind, std::index_sequence<Kinds...>) {
    Contents contents;
    ((kind == Kinds ? void(contents.emplace<Kinds>()) : void()), ...);
    return contents;
}

}

Contents contentsOf(LayerKind kind) {
    return emptyOf(static_cast<std::size_t>(kind), std::make_index_sequence<std::variant_size_v<Contents>>());
}

}
