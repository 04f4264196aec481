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

std::string kotlinString(std::string_view text) {
    std::string out = "\"";
    for (char c : text) {
        if (c == '"' || c == '\\' || c == '$') {
            out += '\\';
            out += c;
        } else if (static_cast<unsigned char>(c) < 0x20 || c == 0x7f) {
            out += fmt::format("\\u{:04x}", static_cast<unsigned char>(c));
        } else {
            out += c;
        }
    }
    return out + "\"";
}

std::string commentText(std::string_view text) {
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (static_cast<unsigned char>(c) < 0x20 || c == 0x7f) {
            out += ' ';
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
