// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"

/// Names and texts of people, made safe for the languages they are written into.
namespace scaena::exporting {

/// An Android resource name, [a-z][a-z0-9_]*, made from a name a person gave; `fallback` if no letter is
/// left.
[[nodiscard]] std::string resourceName(std::string_view name, std::string_view fallback);

/// A type name in PascalCase: letters and digits of ASCII, beginning with a letter; `fallback` if none is
/// left.
[[nodiscard]] std::string typeName(std::string_view name, std::string_view fallback);

/// Whether a text is a package name of Java and Kotlin, none of whose parts is a reserved word.
[[nodiscard]] bool isPackageName(std::string_view text);

/// A Kotlin string literal with its quotes; "$" and "\" are escaped, control characters written as \uXXXX.
[[nodiscard]] std::string kotlinString(std::string_view text);

/// The same in Swift, Dart (single quotes), and TypeScript or JavaScript (single quotes).
[[nodiscard]] std::string swiftString(std::string_view text);
[[nodiscard]] std::string dartString(std::string_view text);
[[nodiscard]] std::string scriptString(std::string_view text);

/// An identifier that is no reserved word of Swift (they are put between back ticks) or of Dart (they get a
/// trailing underscore); the text has to be one otherwise.
[[nodiscard]] std::string swiftName(const std::string& identifier);
[[nodiscard]] std::string dartName(const std::string& identifier);

/// A file name in small letters with hyphens: "moraine-huts".
[[nodiscard]] std::string fileName(std::string_view name, std::string_view fallback);

/// The text for a comment in any C-like language, on one line and unable to end the comment.
[[nodiscard]] std::string commentText(std::string_view text);

}
