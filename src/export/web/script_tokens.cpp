// SPDX-License-Identifier: MIT
#include "export/web/script_tokens.h"

#include <algorithm>
#include <array>
#include <cctype>

namespace scaena::exporting {

namespace {

using Kind = ScriptToken::Kind;

bool isDigit(char c) { return c >= '0' && c <= '9'; }

/// Longest first.
constexpr std::array<std::string_view, 28> kSigns = {
    "===",  "!==", "...", "&&=", "||=", "\?\?=", "**=", "=>", "==", "!=", "<=", ">=", "&&", "||",
    "\?\?", "?.",  "++",  "--",  "+=",  "-=",    "*=",  "/=", "**", "%=", "<<", ">>", "|=", "&="};

class Reader {
public:
    explicit Reader(std::string_view text) : m_text(text) {}

    std::vector<ScriptToken> tokens() {
        while (skipToToken()) {
            const auto from = m_at;
            const auto kind = pass();
            m_tokens.push_back({kind, m_text.substr(from, m_at - from), m_beginsLine});
            m_beginsLine = false;
        }
        return std::move(m_tokens);
    }

private:
    [[nodiscard]] bool at(std::string_view what) const { return m_text.substr(m_at).starts_with(what); }

    /// Past spaces and comments; false at the end.
    bool skipToToken() {
        while (m_at < m_text.size()) {
            if (at("//")) {
                m_at = std::min(m_text.find('\n', m_at), m_text.size());
            } else if (at("/*")) {
                m_at = std::min(m_text.find("*/", m_at + 2), m_text.size() - 2) + 2;
            } else if (std::isspace(static_cast<unsigned char>(m_text[m_at])) != 0) {
                m_beginsLine = m_beginsLine || m_text[m_at] == '\n';
                ++m_at;
            } else {
                return true;
            }
        }
        return false;
    }

    Kind pass() {
        const char c = m_text[m_at];
        if (c == '\'' || c == '"') {
            passString(c);
            return Kind::Text;
        }
        if (c == '`') {
            passTemplate();
            return Kind::Text;
        }
        if (c == '/' && isPattern()) {
            passPattern();
            return Kind::Pattern;
        }
        if (isOfScriptWord(c) || (c == '.' && m_at + 1 < m_text.size() && isDigit(m_text[m_at + 1]))) {
            passWord(isDigit(c) || c == '.');
            return Kind::Word;
        }
        const auto* sign = std::ranges::find_if(kSigns, [this](std::string_view it) { return at(it); });
        m_at += sign == kSigns.end() ? 1 : sign->size();
        return Kind::Sign;
    }

    void passString(char quote) {
        for (++m_at; m_at < m_text.size() && m_text[m_at] != quote; ++m_at) {
            m_at += m_text[m_at] == '\\' ? 1 : 0;
        }
        m_at = std::min(m_at + 1, m_text.size());
    }

    /// With all that stands in it, scripts among them.
    void passTemplate() {
        for (++m_at; m_at < m_text.size() && m_text[m_at] != '`';) {
            if (m_text[m_at] == '\\') {
                m_at += 2;
            } else if (at("${")) {
                m_at += 2;
                passInserted();
            } else {
                ++m_at;
            }
        }
        m_at = std::min(m_at + 1, m_text.size());
    }

    void passInserted() {
        for (int depth = 1; m_at < m_text.size() && depth > 0;) {
            const char c = m_text[m_at];
            if (c == '`') {
                passTemplate();
            } else if (c == '\'' || c == '"') {
                passString(c);
            } else {
                depth += c == '{' ? 1 : c == '}' ? -1 : 0;
                ++m_at;
            }
        }
    }

    [[nodiscard]] bool isPattern() const {
        if (m_tokens.empty()) {
            return true;
        }
        const auto& before = m_tokens.back();
        if (before.kind == Kind::Sign) {
            return !isOneOf(before.text, {")", "]", "}"});
        }
        return before.kind == Kind::Word &&
               isOneOf(before.text, {"return", "typeof", "of", "in", "case", "yield"});
    }

    void passPattern() {
        bool isInClass = false;
        for (++m_at; m_at < m_text.size() && (m_text[m_at] != '/' || isInClass); ++m_at) {
            if (m_text[m_at] == '\\') {
                ++m_at;
            } else if (m_text[m_at] == '[' || m_text[m_at] == ']') {
                isInClass = m_text[m_at] == '[';
            }
        }
        m_at = std::min(m_at + 1, m_text.size());
        while (m_at < m_text.size() && isOfScriptWord(m_text[m_at])) {
            ++m_at;
        }
    }

    void passWord(bool isNumber) {
        const auto goesOn = [&] {
            const char c = m_text[m_at];
            const char before = m_at > 0 ? m_text[m_at - 1] : ' ';
            return isOfScriptWord(c) ||
                   (isNumber && (c == '.' || ((c == '-' || c == '+') && (before == 'e' || before == 'E'))));
        };
        for (++m_at; m_at < m_text.size() && goesOn();) {
            ++m_at;
        }
    }

    std::string_view m_text;
    std::size_t m_at = 0;
    bool m_beginsLine = true;
    std::vector<ScriptToken> m_tokens;
};

}

std::vector<ScriptToken> scriptTokens(std::string_view script) { return Reader(script).tokens(); }

bool isOfScriptWord(char c) {
    return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_' || c == '$' ||
           static_cast<unsigned char>(c) >= 0x80;
}

bool isOneOf(std::string_view word, std::initializer_list<std::string_view> list) {
    return std::ranges::find(list, word) != list.end();
}

}
