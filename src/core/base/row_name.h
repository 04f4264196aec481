// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string_view>

namespace scaena {

/// One name out of a fixed list. A literal that is not in it does not compile; what comes from outside is
/// looked up by `named`. So whoever holds one has a row, never a fallback.
template <const auto& List>
class RowName {
public:
    /// The first of the list.
    constexpr RowName() = default;
    consteval RowName(const char* name) : m_row(static_cast<std::uint8_t>(rowOf(name))) {
        if (rowOf(name) == List.size()) {
            throw "no such name"; // reached only while compiling: it makes the program ill-formed
        }
    }
    [[nodiscard]] static constexpr std::optional<RowName> named(std::string_view name) {
        const std::size_t row = rowOf(name);
        return row < List.size() ? std::optional(RowName(row)) : std::nullopt;
    }
    /// `row` below the list's size.
    [[nodiscard]] static constexpr RowName at(std::size_t row) { return RowName(row); }

    [[nodiscard]] constexpr std::string_view name() const { return List[m_row]; }
    [[nodiscard]] constexpr std::size_t row() const { return m_row; }
    constexpr bool operator==(const RowName&) const = default;

private:
    explicit constexpr RowName(std::size_t row) : m_row(static_cast<std::uint8_t>(row)) {}
    [[nodiscard]] static constexpr std::size_t rowOf(std::string_view name) {
        std::size_t row = 0;
        while (row < List.size() && List[row] != name) {
            ++row;
        }
        return row;
    }
    std::uint8_t m_row = 0;
};

}
