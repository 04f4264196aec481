// SPDX-License-Identifier: MIT
#include "cli/plain_text.h"

namespace scaena::cli {

namespace {

constexpr const char* kReplacement = "\xEF\xBF\xBD";

bool isControl(const std::string& character) {
    const auto at = [&](std::size_t i) { return static_cast<unsigned char>(character[i]); };
    if (character.size() == 1) {
        return (at(0) < 0x20 && at(0) != '\n' && at(0) != '\t') || at(0) == 0x7F || at(0) >= 0x80;
    }
    if (character.size() == 2) {
        return at(0) == 0xC2 && at(1) < 0xA0; // U+0080 … U+009F
    }
    const bool isOverride = character.size() == 3 && at(0) == 0xE2 &&
                            ((at(1) == 0x80 && at(2) >= 0xAA && at(2) <= 0xAE) || // U+202A … U+202E
                             (at(1) == 0x81 && at(2) >= 0xA6 && at(2) <= 0xA9));  // U+2066 … U+2069
    return isOverride;
}

/// Of a character that begins so, in bytes; 1 for what begins none.
std::size_t lengthOf(unsigned char first) {
    return first >= 0xF0 && first < 0xF5 ? 4 : first >= 0xE0 ? (first < 0xF0 ? 3 : 1) : first >= 0xC2 ? 2 : 1;
}

}

void PlainText::Buffer::flushAll() {
    if (!m_begun.empty()) {
        m_into << kReplacement; // a character that was cut off
        m_begun.clear();
    }
    m_into.flush();
}

PlainText::Buffer::int_type PlainText::Buffer::overflow(int_type c) {
    if (traits_type::eq_int_type(c, traits_type::eof())) {
        return traits_type::not_eof(c);
    }
    const auto byte = static_cast<unsigned char>(traits_type::to_char_type(c));
    const bool goesOn = (byte & 0xC0) == 0x80;
    if (!m_begun.empty() && !goesOn) {
        m_into << kReplacement;
        m_begun.clear();
    }
    m_begun += static_cast<char>(byte);
    if (m_begun.size() == lengthOf(static_cast<unsigned char>(m_begun.front()))) {
        m_into << (isControl(m_begun) ? kReplacement : m_begun);
        m_begun.clear();
    }
    return c;
}

int PlainText::Buffer::sync() {
    m_into.flush();
    return 0;
}

}
