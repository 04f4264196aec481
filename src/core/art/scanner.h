// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string_view>

namespace scaena::art {

/// Reads the numbers and words that SVG's little grammars (paths, transforms, points, lengths) share.
class Scanner {
public:
    explicit Scanner(std::string_view text) : m_rest(text) {}

    [[nodiscard]] bool atEnd() const { return m_rest.empty(); }
    [[nodiscard]] char peek() const { return m_rest.empty() ? '\0' : m_rest.front(); }
    char take();
    void skipSpace();
    /// White space with at most one comma in it.
    void skipSeparator();
    /// A number in SVG's notation (".5", "1e-3", "+2."), or nothing; no separator is skipped.
    [[nodiscard]] std::optional<double> number();
    /// A single 0 or 1, as the flags of an arc are written, needing no separator behind.
    [[nodiscard]] std::optional<bool> flag();
    [[nodiscard]] std::string_view letters();
    [[nodiscard]] std::string_view rest() const { return m_rest; }

private:
    std::string_view m_rest;
};

}
