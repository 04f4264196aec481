// SPDX-License-Identifier: MIT
#pragma once

#include <initializer_list>
#include <string_view>
#include <vector>

namespace scaena::exporting {

/// A word of a script: a name or a number, an operator or a bracket, a string or a template with all that
/// stands in it, or a regular expression.
struct ScriptToken {
    enum class Kind { Word, Sign, Text, Pattern } kind;
    std::string_view text; ///< within the script
    bool beginsLine = false;
    bool endsStatement = false; ///< a semicolon that a line's end may stand for
    bool endsField = false;     ///< one of a class
    bool isStatement = false;   ///< begins its line, since there is no semicolon before it any more

    [[nodiscard]] bool is(std::string_view what) const { return kind == Kind::Sign && text == what; }
};

/// All but spaces and comments. A slash begins a regular expression where no value stands before it. What is
/// not closed ends with the script.
[[nodiscard]] std::vector<ScriptToken> scriptTokens(std::string_view script);

[[nodiscard]] bool isOfScriptWord(char c);

[[nodiscard]] bool isOneOf(std::string_view word, std::initializer_list<std::string_view> list);

}
