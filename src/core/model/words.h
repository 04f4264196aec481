// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <optional>
#include <string_view>
#include <utility>

namespace scaena::model {

/// The words by which the values of an enumeration stand in files, on the command line and in exports.
/// Specialised beside each enumeration: `static constexpr std::array<std::string_view, N> list`, in its
/// order.
template <typename E>
struct Words;

template <typename E>
[[nodiscard]] constexpr std::string_view word(E value) {
    return Words<E>::list[static_cast<std::size_t>(value)];
}

template <typename E>
[[nodiscard]] constexpr std::optional<E> fromWord(std::string_view text) {
    for (std::size_t i = 0; i < Words<E>::list.size(); ++i) {
        if (Words<E>::list[i] == text) {
            return static_cast<E>(i);
        }
    }
    return std::nullopt;
}

}
