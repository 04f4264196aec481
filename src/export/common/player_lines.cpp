// SPDX-License-Identifier: MIT
#include "export/common/player_lines.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <optional>

namespace scaena::exporting {

bool isPartOfName(char c) { return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_'; }

std::size_t findName(std::string_view text, std::string_view name, std::size_t from) {
    for (auto at = text.find(name, from); at != std::string_view::npos; at = text.find(name, at + 1)) {
        const auto after = at + name.size();
        if ((at == 0 || name.front() == '.' || !isPartOfName(text[at - 1])) &&
            (after >= text.size() || !isPartOfName(text[after]))) {
            return at;
        }
    }
    return std::string_view::npos;
}

std::size_t indentOf(std::string_view line) { return std::min(line.find_first_not_of(' '), line.size()); }

bool isLocal(const PlayerLines& lines, std::size_t at) {
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

namespace {

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
void joinDartFields(PlayerLines& lines) {
    PlayerLine* first = nullptr;
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
void joinInterfaces(PlayerLines& lines) {
    std::vector<PlayerLine*> body;
    PlayerLine* head = nullptr;
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

}

void shorten(PlayerLines& lines, LanguageHabits::Short language) {
    if (language == LanguageHabits::Short::Dart) {
        joinDartFields(lines);
    } else if (language == LanguageHabits::Short::Script) {
        joinInterfaces(lines);
    }
    std::vector<PlayerLine*> last; // the two before
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
