// SPDX-License-Identifier: MIT
#include "core/art/scanner.h"

#include <charconv>
#include <cmath>

namespace scaena::art {

namespace {
bool isSpaceChar(char c) { return c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == '\f'; }
bool isDecimal(char c) { return c >= '0' && c <= '9'; }
bool isLetter(char c) { return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '-'; }
}

char Scanner::take() {
    const char c = peek();
    m_rest.remove_prefix(m_rest.empty() ? 0 : 1);
    return c;
}

void Scanner::skipSpace() {
    while (!m_rest.empty() && isSpaceChar(m_rest.front())) {
        m_rest.remove_prefix(1);
    }
}

void Scanner::skipSeparator() {
    skipSpace();
    if (peek() == ',') {
        m_rest.remove_prefix(1);
        skipSpace();
    }
}

std::optional<double> Scanner::number() {
    std::size_t i = 0;
    const auto at = [&](std::size_t k) { return k < m_rest.size() ? m_rest[k] : '\0'; };
    if (at(i) == '+' || at(i) == '-') {
        ++i;
    }
    const std::size_t digitsFrom = i;
    while (isDecimal(at(i))) {
        ++i;
    }
    std::size_t digits = i - digitsFrom;
    if (at(i) == '.') {
        ++i;
        while (isDecimal(at(i))) {
            ++i;
            ++digits;
        }
    }
    if (digits == 0) {
        return std::nullopt;
    }
    if (at(i) == 'e' || at(i) == 'E') {
        std::size_t k = i + 1;
        k += at(k) == '+' || at(k) == '-' ? 1 : 0;
        if (isDecimal(at(k))) { // otherwise it is a unit such as "em"
            while (isDecimal(at(k))) {
                ++k;
            }
            i = k;
        }
    }
    const std::size_t from = at(0) == '+' ? 1 : 0;
    double value = 0;
    const auto result = std::from_chars(m_rest.data() + from, m_rest.data() + i, value);
    if (result.ec != std::errc{} || !std::isfinite(value) || std::abs(value) > 1e9) {
        return std::nullopt;
    }
    m_rest.remove_prefix(i);
    return value;
}

std::optional<bool> Scanner::flag() {
    if (peek() != '0' && peek() != '1') {
        return std::nullopt;
    }
    return take() == '1';
}

std::string_view Scanner::letters() {
    std::size_t i = 0;
    while (i < m_rest.size() && isLetter(m_rest[i])) {
        ++i;
    }
    const auto word = m_rest.substr(0, i);
    m_rest.remove_prefix(i);
    return word;
}

}
