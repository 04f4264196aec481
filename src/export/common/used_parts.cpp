// SPDX-License-Identifier: MIT
#include "export/common/used_parts.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <optional>
#include <sstream>
#include <string_view>
#include <vector>

namespace scaena::exporting {

namespace {

constexpr std::string_view kMark = "//? ";
constexpr std::string_view kBlock = "//?{ ";
constexpr std::string_view kBlockEnd = "//?}";

std::vector<std::string> split(std::string_view text, char at) {
    std::vector<std::string> parts;
    std::istringstream stream{std::string(text)};
    for (std::string part; std::getline(stream, part, at);) {
        parts.push_back(part);
    }
    return parts;
}

/// Each group of the mark needs one of its names.
bool isUsed(std::string_view mark, const UsedParts& parts) {
    const auto groups = split(mark, ' ');
    return std::all_of(groups.begin(), groups.end(), [&](const std::string& group) {
        const auto names = split(group, '|');
        return std::any_of(names.begin(), names.end(), [&](const auto& it) { return parts.contains(it); });
    });
}

bool isPartOfName(char c) { return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_'; }

/// Where `name` stands as a whole word at or after `from`.
std::size_t findName(std::string_view text, std::string_view name, std::size_t from = 0) {
    for (auto at = text.find(name, from); at != std::string_view::npos; at = text.find(name, at + 1)) {
        const auto after = at + name.size();
        if ((at == 0 || name.front() == '.' || !isPartOfName(text[at - 1])) &&
            (after >= text.size() || !isPartOfName(text[after]))) {
            return at;
        }
    }
    return std::string_view::npos;
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

struct Line {
    std::string text;
    bool stays = true;
    bool imports = false; ///< stays if its last name is used elsewhere
};
using Lines = std::vector<Line>;

Lines linesOf(std::string_view player, const UsedParts& parts) {
    Lines lines;
    std::vector<bool> blocks; // whether each that is open stays
    for (auto& text : split(player, '\n')) {
        Line line;
        if (const auto block = text.find(kBlock); block != std::string::npos) {
            blocks.push_back(isUsed(text.substr(block + kBlock.size()), parts));
            continue;
        }
        if (text.find(kBlockEnd) != std::string::npos) {
            blocks.pop_back();
            continue;
        }
        if (const auto at = text.find(kMark); at != std::string::npos) {
            const auto mark = text.substr(at + kMark.size());
            line.imports = mark == "import";
            line.stays = line.imports || isUsed(mark, parts);
            text.resize(at == 0 ? 0 : text.find_last_not_of(' ', at - 1) + 1);
        }
        if (std::find(blocks.begin(), blocks.end(), false) != blocks.end()) {
            line.stays = line.imports = false;
        }
        line.text = std::move(text);
        lines.push_back(std::move(line));
    }
    return lines;
}

void dropImports(Lines& lines) {
    for (auto& line : lines) {
        if (line.imports) {
            const auto name = lastName(line.text);
            line.stays = std::any_of(lines.begin(), lines.end(), [&](const Line& it) {
                return !it.imports && it.stays && findName(it.text, name) != std::string::npos;
            });
        }
    }
}

std::size_t indentOf(std::string_view line) { return std::min(line.find_first_not_of(' '), line.size()); }

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
void dropLastCommas(Lines& lines) {
    Line* before = nullptr;
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

/// Whether a line is of a function's body, by what its block begins with.
bool isLocal(const Lines& lines, std::size_t at) {
    const auto indent = indentOf(lines[at].text);
    for (auto before = at; before > 0; --before) {
        const std::string_view text = lines[before - 1].text;
        const auto outer = indentOf(text);
        if (!text.empty() && outer < indent && !text.substr(outer).starts_with(')')) {
            static constexpr std::array<std::string_view, 4> kTypes = {"class ", "object ", "struct ",
                                                                       "extension "};
            return std::none_of(kTypes.begin(), kTypes.end(),
                                [&](auto type) { return text.find(type) != std::string_view::npos; });
        }
    }
    return false;
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
void dropSecondName(Lines& lines, std::size_t at, const std::string& name, bool replaces) {
    auto value = lines[at].text.substr(lines[at].text.find(" = ") + 3);
    const std::string end = value.ends_with(';') ? ";" : "";
    value.resize(value.size() - end.size());
    const auto indent = indentOf(lines[at].text);
    std::vector<Line*> block;
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
                    [&](const Line* line) { return changes(line->text, value); })) {
        return;
    }
    for (auto* line : block) {
        replaceName(line->text, name, value);
    }
    lines[at].stays = false;
}

/// A variable that only lines which are gone would have changed, within the block it is declared in.
void fixVariables(Lines& lines, const LanguageHabits& habits) {
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

/// What a line of parameters may be filled up to, with a "{" behind it.
constexpr std::size_t kFilled = 118;

bool opensParameters(std::string_view line) { return line.ends_with('(') || line.ends_with("({"); }

bool closesParameters(std::string_view line) {
    const auto text = line.substr(indentOf(line));
    return text.starts_with(')') || text.starts_with("})");
}

/// Parameters that stood a line each, so that each could go, fill lines now.
void fillParameters(Lines& lines) {
    Line* filling = nullptr;
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
void dropEmptyBraces(Lines& lines) {
    Line* before = nullptr;
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
void joinParameters(Lines& lines) {
    Line *head = nullptr, *filled = nullptr;
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

/// "final double x;" is "final double " and "x"; nothing for what declares no field.
std::optional<std::pair<std::string, std::string>> dartField(std::string_view line) {
    const auto text = line.substr(indentOf(line));
    const auto end = std::min(text.find(" = "), text.size() - (text.empty() ? 0 : 1));
    const auto name = text.substr(0, end).rfind(' ');
    static constexpr std::array<std::string_view, 6> kOthers = {"return ", "@",     "const ",
                                                                "//",      "late ", "factory "};
    if (text.size() == line.size() || !text.ends_with(';') || name == std::string_view::npos ||
        text.find('(') < text.size() || text.find("//") < text.size() || text.find(" get ") < text.size() ||
        std::any_of(kOthers.begin(), kOthers.end(), [&](auto it) { return text.starts_with(it); })) {
        return std::nullopt;
    }
    return std::pair(std::string(text.substr(0, name + 1)),
                     std::string(text.substr(name + 1, text.size() - name - 2)));
}

/// Fields of one type that stood a line each, so that each could go, share it.
void joinDartFields(Lines& lines) {
    Line* first = nullptr;
    std::string type;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        auto& line = lines[i];
        if (!line.stays) {
            continue;
        }
        const auto field = isLocal(lines, i) ? std::nullopt : dartField(line.text);
        if (field && first != nullptr && type == field->first &&
            indentOf(first->text) == indentOf(line.text) &&
            first->text.size() + field->second.size() + 2 < kFilled) {
            first->text.pop_back();
            first->text += ", " + field->second + ";";
            line.stays = false;
        } else {
            first = field ? &line : nullptr;
            type = field ? field->first : "";
        }
    }
}

/// The members of an interface fill lines, one line with it if that is enough.
void joinInterfaces(Lines& lines) {
    std::vector<Line*> body;
    Line* head = nullptr;
    for (auto& line : lines) {
        if (!line.stays) {
            continue;
        }
        if (line.text.find("interface ") != std::string::npos && line.text.ends_with('{')) {
            head = &line;
            body.clear();
        } else if (head != nullptr && line.text == std::string(indentOf(head->text), ' ') + "}") {
            if (body.size() == 1 && head->text.size() + body[0]->text.size() < kFilled) {
                auto members = body[0]->text.substr(indentOf(body[0]->text));
                members.pop_back();
                head->text += " " + members + " }";
                body[0]->stays = line.stays = false;
            }
            head = nullptr;
        } else if (head != nullptr) {
            const bool isPlain = line.text.ends_with(';') && line.text.find("/") == std::string::npos;
            const auto member = line.text.substr(indentOf(line.text));
            if (isPlain && !body.empty() && body.back()->text.ends_with(';') &&
                body.back()->text.find("/") == std::string::npos &&
                body.back()->text.size() + member.size() + 1 < kFilled) {
                body.back()->text += " " + member;
                line.stays = false;
            } else {
                body.push_back(&line);
            }
        }
    }
}

/// "for (…) {" and its like, by the word it begins with.
bool isFlow(std::string_view line, LanguageHabits::Short language) {
    const auto text = line.substr(indentOf(line));
    const std::string_view open = language == LanguageHabits::Short::Swift ? " " : " (";
    // Dart's own rules want braces around what a loop does.
    const bool loops = language != LanguageHabits::Short::Dart;
    const auto begins = [&](std::string_view word) {
        return text.starts_with(word) && text.substr(word.size()).starts_with(open);
    };
    return begins("if") || (loops && (begins("for") || begins("while")));
}

bool isFunction(std::string_view line, LanguageHabits::Short language) {
    const auto text = line.substr(indentOf(line));
    switch (language) {
    case LanguageHabits::Short::Kotlin:
        return text.find("fun ") != std::string_view::npos;
    case LanguageHabits::Short::Swift:
        return text.find("func ") != std::string_view::npos;
    default:
        static constexpr std::array<std::string_view, 7> kOthers = {"if ",  "for ", "while ", "switch ",
                                                                    "else", "}",    "class "};
        return text.find("(") != std::string_view::npos && text.find("=>") == std::string_view::npos &&
               text.find(" = ") == std::string_view::npos &&
               std::none_of(kOthers.begin(), kOthers.end(), [&](auto it) { return text.starts_with(it); });
    }
}

/// What a block of one statement is on one line, or nothing.
std::string onOneLine(const std::string& head, std::string_view statement, LanguageHabits::Short language) {
    using Short = LanguageHabits::Short;
    if (!head.ends_with(" {") || head.find("//") != std::string::npos ||
        statement.find("//") != std::string_view::npos) {
        return {};
    }
    const auto before = head.substr(0, head.size() - 1); // with its last space
    if (isFlow(head, language)) {
        static constexpr std::array<std::string_view, 8> kDeeper = {"if ",  "for ", "while ", "switch ",
                                                                    "val ", "let ", "var ",   "const "};
        if (std::any_of(kDeeper.begin(), kDeeper.end(), [&](auto it) { return statement.starts_with(it); })) {
            return {};
        }
        return language == Short::Swift ? before + "{ " + std::string(statement) + " }"
                                        : before + std::string(statement);
    }
    if (!statement.starts_with("return ") || !isFunction(head, language)) {
        return {};
    }
    const auto value = std::string(statement.substr(std::string_view("return ").size()));
    switch (language) {
    case Short::Kotlin:
        return before + "= " + value;
    case Short::Swift:
        return before + "{ " + value + " }";
    case Short::Dart:
        return before + "=> " + value;
    default:
        return before + "{ " + std::string(statement) + " }";
    }
}

/// Blocks in which one statement is left.
void shorten(Lines& lines, LanguageHabits::Short language) {
    std::vector<Line*> last; // the two before
    for (auto& line : lines) {
        if (!line.stays) {
            continue;
        }
        const auto indent = indentOf(line.text);
        if (!last.empty() && line.text.substr(indent) == "}" && last.back()->text.ends_with(") {") &&
            indentOf(last.back()->text) == indent) {
            last.back()->text += "}"; // a body in which nothing is left
            line.stays = false;
            continue;
        }
        if (last.size() == 2 && line.text.substr(indent) == "}" && indentOf(last[0]->text) == indent &&
            indentOf(last[1]->text) > indent) {
            const auto& body = last[1]->text;
            const bool isWhole = !body.ends_with('{') && !body.ends_with('(') && !body.ends_with(',');
            const auto text =
                isWhole ? onOneLine(last[0]->text, std::string_view(body).substr(indentOf(body)), language)
                        : std::string();
            if (!text.empty() && text.size() <= kFilled) {
                last[0]->text = text;
                last[1]->stays = line.stays = false;
                last.clear();
                continue;
            }
        }
        last.push_back(&line);
        if (last.size() > 2) {
            last.erase(last.begin());
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
    for (const auto& line : split(player, '\n')) {
        const bool isBlock = line.find(kBlock) != std::string::npos;
        const auto mark = isBlock ? kBlock : kMark;
        const auto at = line.find(mark);
        for (const auto& group : at == std::string::npos ? std::vector<std::string>{}
                                                         : split(line.substr(at + mark.size()), ' ')) {
            for (auto& name : split(group, '|')) {
                parts.insert(std::move(name));
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
    if (habits.shortly == LanguageHabits::Short::Dart) {
        joinDartFields(lines);
    } else if (habits.shortly == LanguageHabits::Short::Script) {
        joinInterfaces(lines);
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
    auto lines = split(player, '\n');
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
