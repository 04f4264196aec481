// SPDX-License-Identifier: MIT
#include "export/common/names.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

bool isLowerLetter(char c) { return c >= 'a' && c <= 'z'; }
bool isUpperLetter(char c) { return c >= 'A' && c <= 'Z'; }
bool isNumeral(char c) { return c >= '0' && c <= '9'; }

/// Reserved words of Java and hard keywords of Kotlin: neither can be part of a package.
constexpr std::array kReserved = std::to_array<std::string_view>(
    {"abstract",     "as",      "assert",     "boolean",  "break",     "byte",       "case",    "catch",
     "char",         "class",   "const",      "continue", "default",   "do",         "double",  "else",
     "enum",         "extends", "false",      "final",    "finally",   "float",      "for",     "fun",
     "goto",         "if",      "implements", "import",   "in",        "instanceof", "int",     "interface",
     "is",           "long",    "native",     "new",      "null",      "object",     "package", "private",
     "protected",    "public",  "return",     "short",    "static",    "strictfp",   "super",   "switch",
     "synchronized", "this",    "throw",      "throws",   "transient", "true",       "try",     "typealias",
     "typeof",       "val",     "var",        "void",     "volatile",  "when",       "while"});

/// The character's number if it cannot be seen as what it is: control characters, line separators, and the
/// marks that turn the direction of writing (U+2028–202E, U+2066–2069, all E2 8x xx in UTF-8); else 0.
unsigned hiddenCharacter(std::string_view text, std::size_t at) {
    const auto c = static_cast<unsigned char>(text[at]);
    if (c < 0x20 || c == 0x7f) {
        return c == 0 ? 0x2400 : c; // no language takes a zero byte; its picture stands in
    }
    if (c != 0xe2 || at + 2 >= text.size()) {
        return 0;
    }
    const unsigned number = 0x2000u | (static_cast<unsigned char>(text[at + 1]) & 0x3fu) << 6 |
                            (static_cast<unsigned char>(text[at + 2]) & 0x3fu);
    const bool hidden = (number >= 0x2028 && number <= 0x202e) || (number >= 0x2066 && number <= 0x2069);
    return hidden ? number : 0;
}

}

std::string resourceName(std::string_view name, std::string_view fallback) {
    std::string out;
    for (char c : name) {
        const char lower = isUpperLetter(c) ? static_cast<char>(c - 'A' + 'a') : c;
        if (isLowerLetter(lower) || (isNumeral(lower) && !out.empty())) {
            out += lower;
        } else if (!out.empty() && out.back() != '_') {
            out += '_';
        }
    }
    out = out.substr(0, 40);
    while (!out.empty() && out.back() == '_') {
        out.pop_back();
    }
    // Java's reserved words cannot be resource names either: R.drawable.class would not compile.
    const bool reserved = std::find(kReserved.begin(), kReserved.end(), out) != kReserved.end();
    return out.empty() ? std::string(fallback) : reserved ? out + "_" + std::string(fallback) : out;
}

std::string typeName(std::string_view name, std::string_view fallback) {
    std::string out;
    bool capital = true;
    for (char c : name) {
        const bool letter = isLowerLetter(c) || isUpperLetter(c);
        if (letter || (isNumeral(c) && !out.empty())) {
            out += capital && isLowerLetter(c) ? static_cast<char>(c - 'a' + 'A') : c;
            capital = false;
        } else {
            capital = true;
        }
    }
    return out.empty() ? std::string(fallback) : out.substr(0, 60);
}

std::string swiftName(const std::string& identifier) {
    static constexpr auto reserved = std::to_array<std::string_view>({"associatedtype",
                                                                      "class",
                                                                      "deinit",
                                                                      "enum",
                                                                      "extension",
                                                                      "fileprivate",
                                                                      "func",
                                                                      "import",
                                                                      "init",
                                                                      "inout",
                                                                      "internal",
                                                                      "let",
                                                                      "open",
                                                                      "operator",
                                                                      "private",
                                                                      "protocol",
                                                                      "public",
                                                                      "rethrows",
                                                                      "static",
                                                                      "struct",
                                                                      "subscript",
                                                                      "typealias",
                                                                      "var",
                                                                      "break",
                                                                      "case",
                                                                      "continue",
                                                                      "default",
                                                                      "defer",
                                                                      "do",
                                                                      "else",
                                                                      "fallthrough",
                                                                      "for",
                                                                      "guard",
                                                                      "if",
                                                                      "in",
                                                                      "repeat",
                                                                      "return",
                                                                      "switch",
                                                                      "where",
                                                                      "while",
                                                                      "as",
                                                                      "catch",
                                                                      "false",
                                                                      "is",
                                                                      "nil",
                                                                      "super",
                                                                      "self",
                                                                      "throw",
                                                                      "throws",
                                                                      "true",
                                                                      "try",
                                                                      "await",
                                                                      "async",
                                                                      "any",
                                                                      "some"});
    const bool isReserved = std::find(reserved.begin(), reserved.end(), identifier) != reserved.end();
    return isReserved ? "`" + identifier + "`" : identifier;
}

std::string dartName(const std::string& identifier) {
    static constexpr auto reserved = std::to_array<std::string_view>(
        {"assert",     "async",     "await",    "break",     "case",     "catch",   "class",   "const",
         "continue",   "default",   "do",       "else",      "enum",     "export",  "extends", "extension",
         "external",   "factory",   "false",    "final",     "finally",  "for",     "get",     "if",
         "implements", "import",    "in",       "interface", "is",       "late",    "library", "mixin",
         "new",        "null",      "operator", "part",      "required", "rethrow", "return",  "set",
         "static",     "super",     "switch",   "sync",      "this",     "throw",   "true",    "try",
         "typedef",    "var",       "void",     "when",      "while",    "with",    "yield",   "abstract",
         "as",         "covariant", "deferred", "dynamic",   "hide",     "on",      "show",    "values",
         "index"});
    const bool isReserved = std::find(reserved.begin(), reserved.end(), identifier) != reserved.end();
    return isReserved ? identifier + "_" : identifier;
}

std::string fileName(std::string_view name, std::string_view fallback) {
    auto out = resourceName(name, fallback);
    std::replace(out.begin(), out.end(), '_', '-');
    return out;
}

bool isPackageName(std::string_view text) {
    if (text.empty() || text.size() > 200) {
        return false;
    }
    while (true) {
        const auto dot = text.find('.');
        const auto part = text.substr(0, dot);
        const bool good =
            !part.empty() && (isLowerLetter(part[0]) || isUpperLetter(part[0]) || part[0] == '_') &&
            std::all_of(
                part.begin(), part.end(),
                [](char c) { return isLowerLetter(c) || isUpperLetter(c) || isNumeral(c) || c == '_'; }) &&
            std::find(kReserved.begin(), kReserved.end(), part) == kReserved.end();
        if (!good || dot == std::string_view::npos) {
            return good;
        }
        text.remove_prefix(dot + 1);
    }
}

namespace {

/// A literal between quotes: what `special` names gets a backslash; control characters, and those that turn
/// the direction of writing or end a line, are written as numbers, so that the code reads as it runs.
std::string literal(std::string_view text, char quote, std::string_view special, bool braces) {
    std::string out(1, quote);
    const auto isPlain = [&](char c) {
        return c >= ' ' && c < '\x7f' && special.find(c) == std::string_view::npos;
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto plain = i;
        while (i < text.size() && isPlain(text[i])) {
            ++i;
        }
        out += text.substr(plain, i - plain);
        if (i == text.size()) {
            break;
        }
        const auto c = static_cast<unsigned char>(text[i]);
        const auto number = hiddenCharacter(text, i);
        if (number != 0) {
            out += braces ? fmt::format("\\u{{{:x}}}", number) : fmt::format("\\u{:04x}", number);
            i += number > 0x7f && number != 0x2400 ? 2 : 0; // all of those beyond ASCII have three bytes
        } else if (special.find(static_cast<char>(c)) != std::string_view::npos) {
            out += '\\';
            out += static_cast<char>(c);
        } else {
            out += static_cast<char>(c);
        }
    }
    return out + quote;
}

}

std::string kotlinString(std::string_view text) { return literal(text, '"', "\"\\$", false); }
std::string swiftString(std::string_view text) { return literal(text, '"', "\"\\", true); }
std::string dartString(std::string_view text) { return literal(text, '\'', "'\\$", false); }

std::string scriptString(std::string_view text) {
    auto out = literal(text, '\'', "'\\", false);
    // "</script" must not end the element a script stands in.
    for (auto at = out.find("</"); at != std::string::npos; at = out.find("</", at + 1)) {
        out.insert(at + 1, "\\");
    }
    return out;
}

std::string commentText(std::string_view text) {
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (const auto hidden = hiddenCharacter(text, i); hidden != 0) {
            out += ' ';
            i += hidden > 0x7f && hidden != 0x2400 ? 2 : 0;
        } else if ((c == '*' && i + 1 < text.size() && text[i + 1] == '/') ||
                   (c == '/' && i + 1 < text.size() && text[i + 1] == '*')) {
            out += c;
            out += ' ';
        } else if (c == '\\') {
            out += '/'; // Java reads \uXXXX even within comments
        } else if (c == '-' && !out.empty() && out.back() == '-') {
            out += " -"; // two hyphens cannot stand in an XML comment
        } else if (c == '<' || c == '>' || c == '&') {
            out += ' ';
        } else {
            out += c;
        }
    }
    return out;
}

}
