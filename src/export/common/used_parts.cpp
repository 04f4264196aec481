// SPDX-License-Identifier: MIT
#include "export/common/used_parts.h"

#include "export/common/player_lines.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <optional>
#include <string_view>
#include <vector>

namespace scaena::exporting {

namespace {

constexpr std::string_view kAnyMark = "//?";
constexpr std::string_view kMark = "//? ";
constexpr std::string_view kBlock = "//?{ ";
constexpr std::string_view kBlockEnd = "//?}";

/// What stands between `at` and `at`; nothing behind the last one.
std::vector<std::string_view> split(std::string_view text, char at) {
    std::vector<std::string_view> parts;
    while (!text.empty()) {
        const auto end = std::min(text.find(at), text.size());
        parts.push_back(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    return parts;
}

/// Each group of the mark needs one of its names.
bool isUsed(std::string_view mark, const UsedParts& parts) {
    const auto groups = split(mark, ' ');
    return std::all_of(groups.begin(), groups.end(), [&](std::string_view group) {
        const auto names = split(group, '|');
        return std::any_of(names.begin(), names.end(), [&](auto it) { return parts.contains(it); });
    });
}

std::string lastName(std::string_view line) {
    auto end = line.size();
    while (end > 0 && !isPartOfName(line[end - 1])) {
        --end;
    }
    auto begin = end;
    while (begin > 0 && isPartOfName(line[begin - 1])) {
        --begin;
    }
    return std::string(line.substr(begin, end - begin));
}

PlayerLines linesOf(std::string_view player, const UsedParts& parts) {
    PlayerLines lines;
    std::vector<bool> blocks; // whether each that is open stays
    for (const auto all : split(player, '\n')) {
        PlayerLine line;
        line.text = all;
        // Most lines have no mark at all.
        const auto at = all.find(kAnyMark);
        const auto mark = at == std::string_view::npos ? std::string_view() : all.substr(at);
        if (mark.starts_with(kBlock)) {
            blocks.push_back(isUsed(mark.substr(kBlock.size()), parts));
            continue;
        }
        if (mark.starts_with(kBlockEnd)) {
            blocks.pop_back();
            continue;
        }
        if (mark.starts_with(kMark)) {
            const auto names = mark.substr(kMark.size());
            line.imports = names == "import";
            line.stays = line.imports || isUsed(names, parts);
            line.text.resize(at == 0 ? 0 : all.find_last_not_of(' ', at - 1) + 1);
        }
        if (std::find(blocks.begin(), blocks.end(), false) != blocks.end()) {
            line.stays = line.imports = false;
        }
        lines.push_back(std::move(line));
    }
    return lines;
}

void dropImports(PlayerLines& lines) {
    for (auto& line : lines) {
        if (line.imports) {
            const auto name = lastName(line.text);
            line.stays = std::any_of(lines.begin(), lines.end(), [&](const PlayerLine& it) {
                return !it.imports && it.stays && findName(it.text, name) != std::string::npos;
            });
        }
    }
}

/// Whether a line sets `name`, or a part of the list it is; ".name": as somebody's member.
bool changes(std::string_view line, std::string_view name) {
    for (auto at = findName(line, name); at != std::string_view::npos; at = findName(line, name, at + 1)) {
        auto rest = line.substr(at + name.size());
        if (!rest.empty() && rest.front() == '[') {
            rest.remove_prefix(std::min(rest.find(']') + 1, rest.size()));
        }
        const auto begin = std::min(rest.find_first_not_of(' '), rest.size());
        rest.remove_prefix(begin);
        static constexpr std::array<std::string_view, 8> kSets = {
            "= ", "+= ", "-= ", "*= ", "++", "--", ".append(", "/= "};
        if (std::any_of(kSets.begin(), kSets.end(), [&](auto it) { return rest.starts_with(it); })) {
            return true;
        }
    }
    return false;
}

/// No comma before the end of a list of parameters: older compilers ask for that.
void dropLastCommas(PlayerLines& lines) {
    PlayerLine* before = nullptr;
    for (auto& line : lines) {
        if (!line.stays) {
            continue;
        }
        const bool ends = line.text.substr(indentOf(line.text)).starts_with(')');
        if (before != nullptr && ends && before->text.ends_with(',')) {
            before->text.pop_back();
        }
        before = &line;
    }
}

/// Puts a value where a name stands, but for members and labels of that name.
void replaceName(std::string& text, const std::string& name, const std::string& value) {
    for (auto at = findName(text, name); at != std::string::npos;
         at = findName(text, name, at + value.size())) {
        const auto rest = std::string_view(text).substr(at + name.size());
        const bool isLabel = rest.starts_with(':') || (rest.starts_with(" = ") && !rest.starts_with(" == "));
        const bool isMember = at > 0 && text[at - 1] == '.';
        if (!isLabel && !isMember) {
            text.replace(at, name.size(), value);
        }
    }
}

/// A constant that is nothing but another name, or that is given back at once: its value stands
/// in its place. `replaces`: whether no name of the language stands for a label and its value alike.
void dropSecondName(PlayerLines& lines, std::size_t at, const std::string& name, bool replaces) {
    auto value = lines[at].text.substr(lines[at].text.find(" = ") + 3);
    const std::string end = value.ends_with(';') ? ";" : "";
    value.resize(value.size() - end.size());
    const auto indent = indentOf(lines[at].text);
    std::vector<PlayerLine*> block;
    for (auto next = at + 1; next < lines.size(); ++next) {
        if (!lines[next].text.empty() && indentOf(lines[next].text) < indent) {
            break;
        }
        if (lines[next].stays) {
            block.push_back(&lines[next]);
        }
    }
    if (!block.empty() &&
        block.front()->text.substr(indentOf(block.front()->text)) == "return " + name + end) {
        block.front()->text = std::string(indent, ' ') + "return " + value + end;
        lines[at].stays = false;
        return;
    }
    const bool isName = !value.empty() && std::all_of(value.begin(), value.end(), isPartOfName) &&
                        value != "true" && value != "false" && value != "null" && value != "nil";
    if (!replaces || !isName || std::isdigit(static_cast<unsigned char>(value.front())) != 0 ||
        std::any_of(block.begin(), block.end(),
                    [&](const PlayerLine* line) { return changes(line->text, value); })) {
        return;
    }
    for (auto* line : block) {
        replaceName(line->text, name, value);
    }
    lines[at].stays = false;
}

/// A variable that only lines which are gone would have changed, within the block it is declared in.
void fixVariables(PlayerLines& lines, const LanguageHabits& habits) {
    for (std::size_t i = 0; i < lines.size(); ++i) {
        const auto indent = indentOf(lines[i].text);
        const auto text = std::string_view(lines[i].text).substr(indent);
        if (!lines[i].stays || !text.starts_with(habits.changes) ||
            text.find(" = ") == std::string_view::npos) {
            continue;
        }
        const auto begin = habits.changes.size();
        const std::string name(text.substr(begin, text.find_first_of(" :", begin) - begin));
        const bool isOwn = isLocal(lines, i);
        bool isChanged = false, wasChanged = false, isOutside = false;
        for (auto next = i + 1; next < lines.size(); ++next) {
            const auto& line = lines[next];
            isOutside = isOutside || (!line.text.empty() && indentOf(line.text) < indent);
            if (isOutside && isOwn) {
                break;
            }
            // A member may be changed from elsewhere, by whom it belongs to.
            (line.stays ? isChanged : wasChanged) |= changes(line.text, isOutside ? "." + name : name);
        }
        if (wasChanged && !isChanged) {
            lines[i].text.replace(indent, begin, habits.stays);
            if (isOwn) {
                dropSecondName(lines, i, name, habits.changes == "var ");
            }
        }
    }
}

bool opensParameters(std::string_view line) { return line.ends_with('(') || line.ends_with("({"); }

bool closesParameters(std::string_view line) {
    const auto text = line.substr(indentOf(line));
    return text.starts_with(')') || text.starts_with("})");
}

/// Parameters that stood a line each, so that each could go, fill lines now.
void fillParameters(PlayerLines& lines) {
    PlayerLine* filling = nullptr;
    bool isOpen = false;
    for (auto& line : lines) {
        if (!line.stays) {
            continue;
        }
        const auto indent = indentOf(line.text);
        const bool isPlain = !closesParameters(line.text) && !opensParameters(line.text) &&
                             !line.text.ends_with('{') && line.text.find("//") == std::string::npos;
        if (isOpen && isPlain && filling != nullptr && filling->text.ends_with(',') &&
            indentOf(filling->text) == indent && filling->text.size() + line.text.size() - indent < kFilled) {
            filling->text += " " + line.text.substr(indent);
            line.stays = false;
        } else {
            isOpen = opensParameters(line.text) || (isOpen && isPlain);
            filling = isOpen && isPlain ? &line : nullptr;
        }
    }
}

/// Where all named parameters are gone, their braces go too.
void dropEmptyBraces(PlayerLines& lines) {
    PlayerLine* before = nullptr;
    for (auto& line : lines) {
        if (!line.stays) {
            continue;
        }
        const auto tail = line.text.substr(indentOf(line.text));
        if (before != nullptr && before->text.ends_with(", {") && tail.starts_with("})")) {
            before->text.resize(before->text.size() - 3);
            before->text += tail.substr(1);
            line.stays = false;
        } else {
            before = &line;
        }
    }
}

/// Parameters that fill no more than one line stand between the brackets.
void joinParameters(PlayerLines& lines) {
    PlayerLine *head = nullptr, *filled = nullptr;
    for (auto& line : lines) {
        if (!line.stays) {
            continue;
        }
        if (opensParameters(line.text)) {
            head = &line;
            filled = nullptr;
        } else if (head != nullptr && filled == nullptr && !closesParameters(line.text)) {
            filled = &line;
        } else {
            const auto parameters = filled == nullptr
                                        ? std::string_view()
                                        : std::string_view(filled->text).substr(indentOf(filled->text));
            const auto tail = std::string_view(line.text).substr(indentOf(line.text));
            if (!parameters.empty() && closesParameters(line.text) &&
                head->text.size() + parameters.size() + tail.size() < kFilled) {
                head->text += parameters.substr(0, parameters.size() - (parameters.ends_with(',') ? 1 : 0));
                head->text += tail;
                filled->stays = line.stays = false;
            }
            head = filled = nullptr;
        }
    }
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
        const bool isBlock = line.find(kBlock) != std::string::npos;
        const auto mark = isBlock ? kBlock : kMark;
        const auto at = line.find(mark);
        if (at == std::string::npos) {
            continue;
        }
        for (const auto group : split(line.substr(at + mark.size()), ' ')) {
            for (const auto name : split(group, '|')) {
                parts.emplace(name);
            }
        }
    }
    return parts;
}

std::string onlyUsed(std::string_view player, const UsedParts& parts, const LanguageHabits& habits) {
    auto lines = linesOf(player, parts);
    dropLastCommas(lines);
    dropEmptyBraces(lines);
    fillParameters(lines);
    joinParameters(lines);
    dropImports(lines);
    if (!habits.changes.empty()) {
        fixVariables(lines, habits);
    }
    shorten(lines, habits.shortly);
    std::string text;
    bool wasEmpty = false;
    for (const auto& line : lines) {
        if (!line.stays || (line.text.empty() && (wasEmpty || text.ends_with("{\n")))) {
            continue;
        }
        // Nothing is left of what stood before the end, or a second blank line where a function is gone.
        if (wasEmpty && line.text.substr(indentOf(line.text)).starts_with('}')) {
            text.pop_back();
        }
        text += line.text + "\n";
        wasEmpty = line.text.empty();
    }
    return text;
}

namespace {

/// A line that begins a function, or is one: "  export function name(a: number, b: string): void {".
struct FunctionLine {
    std::size_t indent;
    std::string_view parameters;
    std::string_view body; ///< what of it stands on the same line
};

std::optional<FunctionLine> functionLine(std::string_view line) {
    const auto indent = std::min(line.find_first_not_of(' '), line.size());
    auto rest = line.substr(indent);
    const auto open = rest.find('(');
    const auto begin = rest.find('{', open);
    if (open == std::string_view::npos || begin == std::string_view::npos ||
        !(rest.ends_with('{') || rest.ends_with("; }"))) {
        return std::nullopt;
    }
    const auto close = rest.rfind(')', begin);
    if (close == std::string_view::npos || close < open) {
        return std::nullopt;
    }
    auto head = rest.substr(0, open);
    for (bool again = true; again;) {
        again = false;
        for (const std::string_view word : {"export ", "private ", "static ", "function "}) {
            if (head.starts_with(word)) {
                head.remove_prefix(word.size());
                again = true;
            }
        }
    }
    const bool isName = !head.empty() && std::all_of(head.begin(), head.end(), isPartOfName);
    for (const std::string_view keyword : {"if", "for", "while", "switch", "else", "return"}) {
        if (head == keyword) {
            return std::nullopt;
        }
    }
    return isName ? std::optional(
                        FunctionLine{indent, rest.substr(open + 1, close - open - 1), rest.substr(begin)})
                  : std::nullopt;
}

/// Names of parameters that a function could leave unread: all but those that become fields of their own.
std::vector<std::string> plainParameters(std::string_view parameters) {
    std::vector<std::string> names;
    for (auto at = parameters.find(": "); at != std::string_view::npos; at = parameters.find(": ", at + 2)) {
        auto from = at;
        while (from > 0 && isPartOfName(parameters[from - 1])) {
            --from;
        }
        if (from < at && !parameters.substr(0, from).ends_with("readonly ")) {
            names.emplace_back(parameters.substr(from, at - from));
        }
    }
    return names;
}

}

std::string withNamedUnused(const std::string& player) {
    const auto parts = split(player, '\n');
    std::vector<std::string> lines(parts.begin(), parts.end());
    for (std::size_t i = 0; i < lines.size(); ++i) {
        const auto found = functionLine(lines[i]);
        if (!found) {
            continue;
        }
        const auto next = lines.begin() + static_cast<std::ptrdiff_t>(i) + 1;
        const auto end = found->body.ends_with('}') // all of it stands there
                             ? next
                             : std::find(next, lines.end(), std::string(found->indent, ' ') + "}");
        const std::string body(found->body);
        for (const auto& name : plainParameters(found->parameters)) {
            const bool isUsed =
                findName(body, name) != std::string::npos || std::any_of(next, end, [&](const auto& line) {
                    return findName(line, name) != std::string::npos;
                });
            if (!isUsed) {
                lines[i].insert(findName(lines[i], name), "_");
            }
        }
    }
    std::string text;
    for (const auto& line : lines) {
        text += line + "\n";
    }
    return text;
}

std::string wholePlayer(std::string_view player, const LanguageHabits& habits) {
    auto parts = everyPart(player);
    parts.erase("player.system");
    parts.erase("player.pace");
    parts.erase("player.retry");
    return onlyUsed(player, parts, habits);
}

}
