// SPDX-License-Identifier: MIT
#include "export/web/small_script.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <vector>

namespace scaena::exporting {

namespace {

enum class Kind {
    Word,
    Sign,
    Text,
    Pattern
}; // names and numbers, operators and brackets, strings, regular expressions

struct Token {
    Kind kind;
    std::string_view text;
    bool beginsLine = false;
    bool endsStatement = false; ///< a semicolon that a line's end may stand for
    bool isStatement = false;   ///< begins its line, since there is no semicolon before it any more

    [[nodiscard]] bool is(std::string_view what) const { return kind == Kind::Sign && text == what; }
};

bool isOfWord(char c) {
    return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_' || c == '$' ||
           static_cast<unsigned char>(c) >= 0x80;
}

bool isDigit(char c) { return c >= '0' && c <= '9'; }

bool isOneOf(std::string_view word, std::initializer_list<std::string_view> list) {
    return std::ranges::find(list, word) != list.end();
}

/// Longest first.
constexpr std::array<std::string_view, 28> kSigns = {
    "===",  "!==", "...", "&&=", "||=", "\?\?=", "**=", "=>", "==", "!=", "<=", ">=", "&&", "||",
    "\?\?", "?.",  "++",  "--",  "+=",  "-=",    "*=",  "/=", "**", "%=", "<<", ">>", "|=", "&="};

class Reader {
public:
    explicit Reader(std::string_view text) : m_text(text) {}

    std::vector<Token> tokens() {
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
        if (isOfWord(c) || (c == '.' && m_at + 1 < m_text.size() && isDigit(m_text[m_at + 1]))) {
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
        while (m_at < m_text.size() && isOfWord(m_text[m_at])) {
            ++m_at;
        }
    }

    void passWord(bool isNumber) {
        const auto goesOn = [&] {
            const char c = m_text[m_at];
            const char before = m_at > 0 ? m_text[m_at - 1] : ' ';
            return isOfWord(c) ||
                   (isNumber && (c == '.' || ((c == '-' || c == '+') && (before == 'e' || before == 'E'))));
        };
        for (++m_at; m_at < m_text.size() && goesOn();) {
            ++m_at;
        }
    }

    std::string_view m_text;
    std::size_t m_at = 0;
    bool m_beginsLine = true;
    std::vector<Token> m_tokens;
};

/// `(it) =>` is `it =>`.
void dropParentheses(std::vector<Token>& tokens) {
    std::vector<Token> kept;
    for (std::size_t i = 0; i < tokens.size(); ++i) {
        const bool isAlone = tokens[i].is("(") && i + 3 < tokens.size() && tokens[i + 1].kind == Kind::Word &&
                             tokens[i + 2].is(")") && tokens[i + 3].is("=>");
        if (isAlone) {
            kept.push_back(tokens[i + 1]);
            kept.back().beginsLine = tokens[i].beginsLine;
            i += 2;
        } else {
            kept.push_back(tokens[i]);
        }
    }
    tokens = std::move(kept);
}

/// Which semicolons a line's end may stand for: not those of a `for`, nor one that is a loop's whole body.
void markStatements(std::vector<Token>& tokens) {
    struct Open {
        bool isRound, isCondition;
    };
    std::vector<Open> open;
    bool isBehindCondition = false;
    for (std::size_t i = 0; i < tokens.size(); ++i) {
        auto& token = tokens[i];
        if (token.is(";")) {
            token.endsStatement = !isBehindCondition && (open.empty() || !open.back().isRound);
        }
        isBehindCondition = false;
        if (token.is("(") || token.is("[") || token.is("{")) {
            const bool isCondition =
                token.is("(") && i > 0 && isOneOf(tokens[i - 1].text, {"if", "for", "while", "await"});
            open.push_back({!token.is("{"), isCondition});
        } else if ((token.is(")") || token.is("]") || token.is("}")) && !open.empty()) {
            isBehindCondition = open.back().isCondition;
            open.pop_back();
        } else if (token.kind == Kind::Word && token.text == "else") {
            isBehindCondition = true;
        }
    }
}

/// A line may end behind it and the statement goes on.
bool leadsOn(const Token& token) {
    return token.kind == Kind::Sign && !isOneOf(token.text, {")", "]", "}", ";", "++", "--"});
}

/// A line may begin with it and the statement goes on.
bool follows(const Token& token) {
    return token.kind == Kind::Sign &&
           !isOneOf(token.text, {"(", "[", "{", "++", "--", "!", "...", "*", "#", "=>"});
}

class Writer {
public:
    void add(const Token* before, const Token& token, int depth) {
        if (before != nullptr) {
            divide(*before, token, depth);
        }
        const bool isBelowOne = token.kind == Kind::Word && token.text.starts_with("0.") &&
                                (before == nullptr || !before->is("?"));
        const auto text = isBelowOne ? token.text.substr(1) : token.text;
        m_column += text.size();
        m_out += text;
    }

    [[nodiscard]] std::string text() && { return std::move(m_out) + '\n'; }

private:
    void endLine() {
        m_out += '\n';
        m_column = 0;
    }

    void divide(const Token& before, const Token& token, int depth) {
        if (token.isStatement) {
            endLine();
        } else if (before.is("}") && token.beginsLine && depth <= 1 && !follows(token)) {
            endLine(); // between functions, and between those of a class
        } else if (token.beginsLine && !leadsOn(before) && !follows(token) && !before.is("}") &&
                   !before.is(";")) {
            endLine();
        } else if (m_column + token.text.size() > kSmallLine && (leadsOn(before) || follows(token))) {
            endLine();
        } else if (needsSpace(before, token)) {
            m_out += ' ';
            ++m_column;
        }
    }

    static bool needsSpace(const Token& before, const Token& token) {
        const bool areWords = before.kind != Kind::Sign && isOfWord(before.text.back()) &&
                              (token.kind == Kind::Word || token.kind == Kind::Pattern) &&
                              isOfWord(token.text.front());
        const bool wouldJoin = before.kind == Kind::Sign && token.kind == Kind::Sign &&
                               before.text.back() == token.text.front() &&
                               isOneOf(token.text.substr(0, 1), {"+", "-", "&", "|", "<", ">", "="});
        const bool wouldComment = before.is("/") && token.kind == Kind::Pattern;
        return areWords || wouldJoin || wouldComment;
    }

    std::string m_out;
    std::size_t m_column = 0;
};

}

std::string smallScript(std::string_view script) {
    auto tokens = Reader(script).tokens();
    dropParentheses(tokens);
    markStatements(tokens);
    Writer writer;
    const Token* before = nullptr;
    int depth = 0;
    for (std::size_t i = 0; i < tokens.size(); ++i) {
        auto& token = tokens[i];
        if (token.is(",") && i + 1 < tokens.size() && isOneOf(tokens[i + 1].text, {"}", "]", ")"})) {
            continue;
        }
        if (token.endsStatement && i + 1 == tokens.size()) {
            break;
        }
        if (token.endsStatement) {
            auto& next = tokens[i + 1];
            if (next.is("}")) {
                continue;
            }
            if (next.beginsLine && next.kind == Kind::Word && before != nullptr) {
                next.isStatement = true;
                continue;
            }
        }
        depth += token.is("{") ? 1 : 0;
        writer.add(before, token, depth);
        depth -= token.is("}") ? 1 : 0;
        before = &token;
    }
    return std::move(writer).text();
}

}
