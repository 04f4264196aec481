// SPDX-License-Identifier: MIT
#include "export/web/short_names.h"

#include "export/web/script_tokens.h"

#include <algorithm>
#include <map>
#include <optional>
#include <set>

namespace scaena::exporting {

namespace {

using Token = ScriptToken;
using Kind = ScriptToken::Kind;

/// The tokens of a script with those of the scripts that stand in its templates.
void flatten(std::string_view script, std::vector<Token>& tokens) {
    for (const auto& token : scriptTokens(script)) {
        auto rest = token.text;
        const bool isTemplate = token.kind == Kind::Text && rest.starts_with('`');
        for (auto at = rest.find("${"); isTemplate && at != std::string_view::npos; at = rest.find("${")) {
            tokens.push_back({Kind::Text, rest.substr(0, at + 2)});
            rest.remove_prefix(at + 2);
            int depth = 1;
            for (const auto& inner : scriptTokens(rest)) {
                depth += inner.is("{") ? 1 : inner.is("}") ? -1 : 0;
                if (depth == 0) {
                    const auto end = static_cast<std::size_t>(inner.text.data() - rest.data());
                    flatten(rest.substr(0, end), tokens);
                    rest.remove_prefix(end);
                    break;
                }
            }
        }
        tokens.push_back({token.kind, rest});
    }
}

class ScriptNames {
public:
    explicit ScriptNames(std::string_view script) : m_script(script) {
        flatten(script, m_tokens);
        m_match.resize(m_tokens.size(), 0);
        m_around.resize(m_tokens.size());
        matchBrackets();
        declareAll();
    }

    [[nodiscard]] std::string shortened() const {
        const auto names = shortNames();
        std::string out;
        std::size_t from = 0;
        for (std::size_t i = 0; i < m_tokens.size(); ++i) {
            const auto found = isVariable(i) ? names.find(m_tokens[i].text) : names.end();
            if (found != names.end()) {
                const auto at = static_cast<std::size_t>(m_tokens[i].text.data() - m_script.data());
                out += m_script.substr(from, at - from);
                out += isShorthand(i) ? std::string(found->first) + ": " + found->second : found->second;
                from = at + found->first.size();
            }
        }
        return out + std::string(m_script.substr(from));
    }

private:
    enum class Around { Nothing, Block, Object, Class, Round, Square };

    [[nodiscard]] bool is(std::size_t i, std::string_view what) const {
        return i < m_tokens.size() && m_tokens[i].kind != Kind::Text && m_tokens[i].text == what;
    }
    [[nodiscard]] bool isWord(std::size_t i) const {
        return i < m_tokens.size() && m_tokens[i].kind == Kind::Word;
    }

    [[nodiscard]] Around kindOfBrace(std::size_t i) const {
        if (i == 0) {
            return Around::Block;
        }
        if (i >= 2 && (is(i - 2, "class") || is(i - 2, "extends") || is(i - 1, "class"))) {
            return Around::Class;
        }
        const auto before = m_tokens[i - 1].text;
        return isOneOf(before, {")", "=>", ";", "{", "}", "else", "try", "catch", "finally", "do"})
                   ? Around::Block
                   : Around::Object;
    }

    void matchBrackets() {
        std::vector<std::pair<std::size_t, Around>> open;
        for (std::size_t i = 0; i < m_tokens.size(); ++i) {
            const bool closes = is(i, ")") || is(i, "]") || is(i, "}");
            if (closes && !open.empty()) {
                m_match[open.back().first] = i;
                open.pop_back();
            }
            m_around[i] = open.empty() ? Around::Nothing : open.back().second;
            if (is(i, "(") || is(i, "[")) {
                open.emplace_back(i, is(i, "(") ? Around::Round : Around::Square);
            } else if (is(i, "{")) {
                open.emplace_back(i, kindOfBrace(i));
            }
        }
    }

    // --- what is declared
    // -------------------------------------------------------------------------------------

    void declareAll() {
        for (std::size_t i = 0; i < m_tokens.size(); ++i) {
            if (i > 0 && (is(i - 1, ".") || is(i - 1, "?."))) {
                continue;
            }
            if (is(i, "const") || is(i, "let") || is(i, "class")) {
                declarePattern(i + 1);
            } else if (is(i, "function")) {
                declarePattern(is(i + 1, "*") ? i + 2 : i + 1);
            } else if (isWord(i) && is(i + 1, "=>")) {
                m_declared.insert(m_tokens[i].text);
            } else if (is(i, "(") && hasParameters(i)) {
                declareList(i);
            }
        }
    }

    /// Whether what stands in these brackets are parameters: of an arrow, a function, a method, a `catch`.
    [[nodiscard]] bool hasParameters(std::size_t open) const {
        const auto close = m_match[open];
        if (is(close + 1, "=>")) {
            return true;
        }
        return is(close + 1, "{") && open > 0 &&
               !isOneOf(m_tokens[open - 1].text, {"if", "for", "while", "switch"});
    }

    void declareList(std::size_t open) {
        for (std::size_t i = open + 1; i < m_match[open];) {
            i = is(i, ",") ? i + 1 : declarePattern(i);
        }
    }

    /// A name, or names in braces or brackets, with what they are if nothing is given. Gives what follows.
    std::size_t declarePattern(std::size_t i) {
        if (is(i, "...")) {
            ++i;
        }
        if (is(i, "{") || is(i, "[")) {
            const auto end = m_match[i];
            const bool isObject = is(i, "{");
            for (++i; i < end;) {
                const bool isNamed = isObject && is(i + 1, ":"); // its name, then what it is called here
                i = is(i, ",") ? i + 1 : declarePattern(isNamed ? i + 2 : i);
            }
            ++i;
        } else if (isWord(i)) {
            m_declared.insert(m_tokens[i++].text);
        } else {
            return i + 1;
        }
        return is(i, "=") ? endOfValue(i + 1) : i;
    }

    [[nodiscard]] std::size_t endOfValue(std::size_t i) const {
        while (i < m_tokens.size() && !is(i, ",") && !is(i, ";") && !is(i, ")") && !is(i, "]") &&
               !is(i, "}")) {
            i = m_match[i] > 0 ? m_match[i] + 1 : i + 1;
        }
        return i;
    }

    // --- where they stand
    // -------------------------------------------------------------------------------------

    /// A name as such: no member, no key, no word of the language's own.
    [[nodiscard]] bool isVariable(std::size_t i) const {
        if (!isWord(i) || !m_declared.contains(m_tokens[i].text) ||
            (i > 0 && (is(i - 1, ".") || is(i - 1, "?.")))) {
            return false;
        }
        if (m_around[i] == Around::Object) {
            const bool isKey = is(i + 1, ":") && (is(i - 1, "{") || is(i - 1, ","));
            return !isKey && !isMethod(i);
        }
        if (m_around[i] == Around::Class) {
            const bool begins = is(i - 1, "{") || is(i - 1, ";") || is(i - 1, "}");
            return !(begins && (is(i + 1, "=") || is(i + 1, ";"))) && !isMethod(i);
        }
        return true;
    }

    [[nodiscard]] bool isMethod(std::size_t i) const { return is(i + 1, "(") && is(m_match[i + 1] + 1, "{"); }

    /// `{ a }` and `{ a = 1 }` say what it is called and what it is in one.
    [[nodiscard]] bool isShorthand(std::size_t i) const {
        return m_around[i] == Around::Object && (is(i - 1, "{") || is(i - 1, ",")) &&
               (is(i + 1, ",") || is(i + 1, "}") || is(i + 1, "="));
    }

    [[nodiscard]] std::map<std::string_view, std::string> shortNames() const {
        std::map<std::string_view, int> counts;
        std::set<std::string_view> taken = {"do", "if", "in", "of", "as", "is"};
        for (std::size_t i = 0; i < m_tokens.size(); ++i) {
            if (isVariable(i)) {
                ++counts[m_tokens[i].text];
            } else if (isWord(i)) {
                taken.insert(m_tokens[i].text);
            }
        }
        std::vector<std::pair<int, std::string_view>> order;
        for (const auto& [name, count] : counts) {
            order.emplace_back(-count, name);
        }
        std::ranges::sort(order);
        std::map<std::string_view, std::string> names;
        std::size_t number = 0;
        for (const auto& it : order) {
            std::string made;
            do {
                made = nameOf(number++);
            } while (taken.contains(made));
            names.emplace(it.second, made);
        }
        return names;
    }

    /// a, b, … z, A, … Z, aa, ab, …
    static std::string nameOf(std::size_t number) {
        constexpr std::string_view kLetters = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ";
        const auto last = std::string(1, kLetters[number % kLetters.size()]);
        const auto rest = number / kLetters.size();
        return rest == 0 ? last : nameOf(rest - 1) + last;
    }

    std::string_view m_script;
    std::vector<Token> m_tokens;
    std::vector<std::size_t> m_match; ///< of each opening bracket the closing one
    std::vector<Around> m_around;     ///< by what each token is enclosed
    std::set<std::string_view> m_declared;
};

}

std::string withShortNames(std::string_view script) { return ScriptNames(script).shortened(); }

}
