// SPDX-License-Identifier: MIT
#include "export/common/used_parts.h"

#include <algorithm>
#include <optional>
#include <string_view>
#include <vector>

namespace scaena::exporting {

namespace {

using PlayerLines = std::vector<std::string_view>;

/// What stands between `at` and `at`; nothing behind the last one.
PlayerLines split(std::string_view text, char at) {
    PlayerLines parts;
    while (!text.empty()) {
        const auto end = std::min(text.find(at), text.size());
        parts.push_back(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    return parts;
}

std::size_t indentOf(std::string_view line) { return std::min(line.find_first_not_of(' '), line.size()); }

/// The names of a mark, of which one has to be used; nothing for another line.
std::optional<PlayerLines> namesOf(std::string_view line) {
    constexpr std::string_view kMark = "//? ";
    const auto text = line.substr(indentOf(line));
    return text.starts_with(kMark) ? std::optional(split(text.substr(kMark.size()), '|')) : std::nullopt;
}

bool isUsed(const PlayerLines& names, const UsedParts& parts) {
    return std::any_of(names.begin(), names.end(), [&](auto it) { return parts.contains(it); });
}

bool beginsWithOneOf(std::string_view text, std::string_view signs) {
    return !text.empty() && signs.find(text.front()) != std::string_view::npos;
}

/// A comment or an annotation, which belongs to what follows.
bool isPrelude(std::string_view line) {
    const auto text = line.substr(indentOf(line));
    return text.starts_with("//") || text.starts_with("/*") || beginsWithOneOf(text, "*@");
}

/// One past the last line of the declaration that begins at `at`: what stands further in, up to where a
/// bracket that its first line has opened is closed.
std::size_t endOfDeclaration(const PlayerLines& lines, std::size_t at) {
    while (at < lines.size() && isPrelude(lines[at])) {
        ++at;
    }
    if (at == lines.size()) {
        return at;
    }
    const auto indent = indentOf(lines[at]);
    auto last = lines[at];
    for (++at; at < lines.size(); ++at) {
        const auto next = std::find_if(lines.begin() + static_cast<std::ptrdiff_t>(at), lines.end(),
                                       [](auto line) { return !line.empty(); });
        if (next == lines.end()) {
            return at;
        }
        const bool isOpen = last.ends_with('{') || last.ends_with('(') || last.ends_with('[');
        const bool closes =
            isOpen && indentOf(*next) == indent && beginsWithOneOf(next->substr(indent), ")]}");
        if (indentOf(*next) <= indent && !closes) {
            return at;
        }
        at = static_cast<std::size_t>(next - lines.begin());
        last = closes ? *next : last;
    }
    return at;
}

/// No blank line after another, behind what opens or before what closes: there something is gone.
void addLine(std::string& text, std::string_view line) {
    const bool isBehind = text.empty() || text.ends_with("\n\n") || text.ends_with("{\n");
    if (line.empty() && isBehind) {
        return;
    }
    if (beginsWithOneOf(line.substr(indentOf(line)), ")}") && text.ends_with("\n\n")) {
        text.pop_back();
    }
    text.append(line).push_back('\n');
}

}

void collectParts(UsedParts& parts, const CodeValue& value) {
    if (const auto* word = std::get_if<CodeWord>(&value.value)) {
        parts.insert(word->type + "." + camelCase(word->word));
    } else if (const auto* object = std::get_if<CodeObject>(&value.value)) {
        for (const auto& field : object->fields) {
            parts.insert(object->type + "." + field.name);
            collectParts(parts, field.value);
        }
    } else if (const auto* list = std::get_if<CodeList>(&value.value)) {
        for (const auto& item : list->items) {
            collectParts(parts, item);
        }
    }
}

UsedParts everyPart(std::string_view player) {
    UsedParts parts;
    for (const auto line : split(player, '\n')) {
        for (const auto name : namesOf(line).value_or(PlayerLines())) {
            parts.emplace(name);
        }
    }
    return parts;
}

std::string onlyUsed(std::string_view player, const UsedParts& parts) {
    const auto lines = split(player, '\n');
    std::string text;
    for (std::size_t at = 0; at < lines.size();) {
        const auto names = namesOf(lines[at]);
        if (!names) {
            addLine(text, lines[at++]);
        } else if (isUsed(*names, parts)) {
            ++at;
        } else if (at == 0) {
            return {};
        } else {
            at = endOfDeclaration(lines, at + 1);
        }
    }
    return text;
}

}
