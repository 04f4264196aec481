// SPDX-License-Identifier: MIT
#include "export/web/small_script.h"

#include "export/web/script_tokens.h"

namespace scaena::exporting {

namespace {

using Token = ScriptToken;
using Kind = ScriptToken::Kind;

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

/// Whether a brace opens a class: `class A {`, `class A extends B {`.
bool isOfClass(const std::vector<Token>& tokens, std::size_t brace) {
    const auto isClass = [&](std::size_t back) {
        return brace >= back && tokens[brace - back].text == "class";
    };
    return isClass(2) || (isClass(4) && tokens[brace - 2].text == "extends");
}

/// Which semicolons a line's end may stand for: not those of a `for`, nor one that is a loop's whole body.
void markStatements(std::vector<Token>& tokens) {
    struct Open {
        bool isRound, isCondition, isClass;
    };
    std::vector<Open> open;
    bool isBehindCondition = false;
    for (std::size_t i = 0; i < tokens.size(); ++i) {
        auto& token = tokens[i];
        if (token.is(";")) {
            token.endsStatement = !isBehindCondition && (open.empty() || !open.back().isRound);
            token.endsField = !open.empty() && open.back().isClass;
        }
        isBehindCondition = false;
        if (token.is("(") || token.is("[") || token.is("{")) {
            const bool isCondition =
                token.is("(") && i > 0 && isOneOf(tokens[i - 1].text, {"if", "for", "while", "await"});
            open.push_back({!token.is("{"), isCondition, token.is("{") && isOfClass(tokens, i)});
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
        } else if (m_column + token.text.size() > kSmallLine &&
                   (leadsOn(before) || before.is(";") || follows(token))) {
            endLine();
        } else if (needsSpace(before, token)) {
            m_out += ' ';
            ++m_column;
        }
    }

    static bool needsSpace(const Token& before, const Token& token) {
        const bool areWords = before.kind != Kind::Sign && isOfScriptWord(before.text.back()) &&
                              (token.kind == Kind::Word || token.kind == Kind::Pattern) &&
                              isOfScriptWord(token.text.front());
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
    auto tokens = scriptTokens(script);
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
            const bool isField = token.endsField && i + 2 < tokens.size() && tokens[i + 2].is("=");
            if (next.beginsLine && next.kind == Kind::Word && before != nullptr && !isField) {
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
