// SPDX-License-Identifier: MIT
#include "export/common/code_value.h"

#include "core/base/number_text.h"
#include "export/common/names.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

/// Pieces of at most `width`, of which the `first` may have to be shorter, cut where the words of a path's
/// text begin; nothing for a text that has to be escaped.
std::vector<std::string> piecesOf(const std::string& text, std::size_t first, std::size_t width) {
    std::vector<std::string> pieces;
    if (text.find_first_of("\\\"'$\n") != std::string::npos) {
        return pieces;
    }
    std::size_t from = 0;
    while (text.size() - from > (from == 0 ? first : width)) {
        const auto most = from + (from == 0 ? first : width);
        const auto at = text.find_last_of(" MLCZ", most);
        const auto to = at == std::string::npos || at <= from ? most : at;
        pieces.push_back(text.substr(from, to - from));
        from = to;
    }
    pieces.push_back(text.substr(from));
    return pieces;
}

/// Quoted pieces with what joins them.
std::string joined(const std::vector<std::string>& pieces, const std::string& blank, char quote,
                   const char* join) {
    std::string out;
    for (const auto& it : pieces) {
        out += (out.empty() ? "" : join + ("\n" + blank)) + quote + it + quote;
    }
    return out;
}

/// Columns a value takes at least in any language, or some number above `most`: what is far too long need not
/// be written to see that.
std::size_t leastLength(const CodeValue& value, std::size_t most) {
    std::size_t length = 1;
    if (const auto* text = std::get_if<std::string>(&value.value)) {
        length = text->size() + 2;
    } else if (const auto* object = std::get_if<CodeObject>(&value.value)) {
        for (auto it = object->fields.begin(); it != object->fields.end() && length <= most; ++it) {
            length += leastLength(it->value, most - length) + (it == object->fields.begin() ? 0 : 2);
        }
    } else if (const auto* list = std::get_if<CodeList>(&value.value)) {
        for (auto it = list->items.begin(); it != list->items.end() && length <= most; ++it) {
            length += leastLength(*it, most - length) + (it == list->items.begin() ? 0 : 2);
        }
    }
    return length;
}

/// With a point, as languages ask that tell numbers with a fraction from whole ones.
std::string withPoint(double value) {
    auto text = numberText(value, 5);
    return text.find('.') == std::string::npos ? text + ".0" : text;
}

class KotlinDialect : public Dialect {
    /// Kotlin takes one only from 1.4 on.
    bool lastComma(const CodeValue&) const override { return false; }
    std::string number(double value) const override { return withPoint(value); }
    std::string quoted(const std::string& text) const override { return kotlinString(text); }
    std::string constant(const CodeWord& word) const override {
        return word.type + "." + upperCase(word.word);
    }
    std::string none() const override { return "null"; }
    std::string list(CodeList::Of of, const std::string& items) const override {
        switch (of) {
        case CodeList::Of::Indices:
            return "intArrayOf(" + items + ")";
        case CodeList::Of::Numbers:
            return "doubleArrayOf(" + items + ")";
        default:
            return "listOf(" + items + ")";
        }
    }
    std::string field(const CodeField& field, const std::string& value) const override {
        return field.named ? std::string(field.name) + " = " + value : value;
    }
    std::string object(const std::string& type, const std::string& fields) const override {
        return type + "(" + fields + ")";
    }
    std::string broken(const std::vector<std::string>& pieces, const std::string& blank) const override {
        return joined(pieces, blank, '"', " +");
    }
};

class SwiftDialect : public Dialect {
    /// As swift-format wants it.
    std::size_t limit() const override { return 118; }
    bool hugs() const override { return false; }
    /// Calls take one only from Swift 6.1 on; swift-format takes it from lists of one.
    bool lastComma(const CodeValue& value) const override {
        const auto* list = std::get_if<CodeList>(&value.value);
        return list && list->items.size() > 1;
    }
    std::string number(double value) const override { return numberText(value, 5); }
    std::string quoted(const std::string& text) const override { return swiftString(text); }
    std::string constant(const CodeWord& word) const override { return "." + camelCase(word.word); }
    std::string none() const override { return "nil"; }
    std::string colour(std::uint32_t argb) const override {
        return fmt::format("0x{:04X}_{:04X}", argb >> 16, argb & 0xFFFF);
    }
    std::string list(CodeList::Of, const std::string& items) const override { return "[" + items + "]"; }
    std::string field(const CodeField& field, const std::string& value) const override {
        return std::string(field.name) + ": " + value;
    }
    std::string object(const std::string& type, const std::string& fields) const override {
        return type + "(" + fields + ")";
    }
    /// A text of several lines whose ends do not count.
    std::string broken(const std::vector<std::string>& pieces, const std::string& blank) const override {
        std::string out = "\"\"\"";
        for (const auto& it : pieces) {
            out += "\n" + blank + it + "\\";
        }
        out.pop_back();
        return out + "\n" + blank + "\"\"\"";
    }
};

class DartDialect : public Dialect {
    int step() const override { return 2; }
    std::string number(double value) const override { return numberText(value, 5); }
    std::string quoted(const std::string& text) const override { return dartString(text); }
    std::string constant(const CodeWord& word) const override {
        return "Launch" + word.type + "." + camelCase(word.word);
    }
    std::string none() const override { return "null"; }
    std::string own(const std::string& name) const override { return "_" + name; }
    std::string list(CodeList::Of, const std::string& items) const override { return "[" + items + "]"; }
    std::string field(const CodeField& field, const std::string& value) const override {
        return field.named ? std::string(field.name) + ": " + value : value;
    }
    std::string object(const std::string& type, const std::string& fields) const override {
        return "Launch" + type + "(" + fields + ")";
    }
    std::string broken(const std::vector<std::string>& pieces, const std::string& blank) const override {
        return joined(pieces, blank, '\'', "");
    }
};

class ScriptDialect : public Dialect {
    std::string number(double value) const override { return numberText(value, 5); }
    std::string quoted(const std::string& text) const override { return scriptString(text); }
    std::string constant(const CodeWord& word) const override { return "'" + camelCase(word.word) + "'"; }
    std::string none() const override { return "null"; }
    std::string list(CodeList::Of, const std::string& items) const override { return "[" + items + "]"; }
    std::string field(const CodeField& field, const std::string& value) const override {
        return std::string(field.name) + ": " + value;
    }
    std::string object(const std::string&, const std::string& fields) const override {
        const bool lines = fields.starts_with('\n');
        return fields.empty() ? "{}" : lines ? "{" + fields + "}" : "{ " + fields + " }";
    }
    std::string broken(const std::vector<std::string>& pieces, const std::string& blank) const override {
        return joined(pieces, blank, '\'', " +");
    }
    int step() const override { return 2; }
};

}

std::string Dialect::colour(std::uint32_t argb) const { return fmt::format("0x{:08X}", argb); }

std::string Dialect::flat(const CodeValue& value) const {
    struct Printer {
        const Dialect& dialect;
        std::string operator()(std::monostate) const { return dialect.none(); }
        std::string operator()(double v) const { return dialect.number(v); }
        std::string operator()(int v) const { return std::to_string(v); }
        std::string operator()(bool v) const { return v ? "true" : "false"; }
        std::string operator()(const std::string& v) const { return dialect.quoted(v); }
        std::string operator()(const CodeWord& v) const { return dialect.constant(v); }
        std::string operator()(const CodeVerbatim& v) const { return v.text; }
        std::string operator()(const CodeName& v) const { return dialect.own(v.text); }
        std::string operator()(const CodeColour& v) const { return dialect.colour(v.argb); }
        std::string operator()(const CodeList& v) const {
            std::string items;
            for (const auto& item : v.items) {
                items += (items.empty() ? "" : ", ") + dialect.flat(item);
            }
            return dialect.list(v.of, items);
        }
        std::string operator()(const CodeObject& v) const {
            std::string fields;
            for (const auto& field : v.fields) {
                fields += (fields.empty() ? "" : ", ") + dialect.field(field, dialect.flat(field.value));
            }
            return dialect.object(v.type, fields);
        }
    };
    return std::visit(Printer{*this}, value.value);
}

std::optional<std::string> Dialect::flatWithin(const CodeValue& value, std::size_t most) const {
    if (leastLength(value, most) > most) {
        return std::nullopt;
    }
    auto line = flat(value);
    return line.size() <= most ? std::optional(std::move(line)) : std::nullopt;
}

/// Short things fill lines; what takes several lines begins one of its own, and what follows the next.
std::string Dialect::filled(const std::vector<std::string>& items, int indent, bool lastComma) const {
    const std::string blank(static_cast<std::size_t>(indent + step()), ' ');
    std::string lines;
    std::size_t used = limit() + 1;
    for (std::size_t i = 0; i < items.size(); ++i) {
        const bool isLong = items[i].find('\n') != std::string::npos;
        const auto comma = i + 1 < items.size() || lastComma ? "," : "";
        if (isLong || used + items[i].size() + 2 > limit()) {
            lines += "\n" + blank;
            used = blank.size();
        } else {
            lines += " ";
        }
        lines += items[i] + comma;
        used = isLong ? limit() + 1 : used + items[i].size() + 2;
    }
    return lines + "\n" + std::string(static_cast<std::size_t>(indent), ' ');
}

/// `Cue(layer = 1, moves = listOf(` … `))`: what is short in the first line, and at its end the beginning of
/// the one thing that is long. Nothing if there are several, or if that is too much for a line.
std::optional<std::string> Dialect::hugged(const CodeObject& object, int indent, int taken) const {
    std::string head;
    const CodeField* last = nullptr;
    for (const auto& it : object.fields) {
        const auto room = limit() / 2 - std::min(limit() / 2, static_cast<std::size_t>(indent));
        const bool isTooLong = it.value.isComposed() && leastLength(it.value, room) > room;
        const auto line = isTooLong ? std::string() : field(it, flat(it.value));
        const bool isLong = isTooLong || (line.size() > room && it.value.isComposed());
        if (isLong && (last || !it.named)) {
            return std::nullopt;
        }
        if (isLong) {
            last = &it;
        } else {
            head += line + ", ";
        }
    }
    if (!last) {
        return std::nullopt;
    }
    const auto before = this->object(object.type, head).size() + std::string_view(last->name).size() + 4;
    const auto text = this->object(
        object.type, head + field(*last, this->text(last->value, indent, static_cast<int>(before) + taken)));
    const auto end = text.find('\n');
    return end != std::string::npos && end + static_cast<std::size_t>(indent + taken) <= limit()
               ? std::optional(text)
               : std::nullopt;
}

std::string Dialect::broken(const CodeObject& object, int indent, int taken) const {
    if (hugs()) {
        if (auto text = hugged(object, indent, taken)) {
            return std::move(*text);
        }
    }
    std::vector<std::string> items;
    for (const auto& it : object.fields) {
        const auto name = static_cast<int>(field(it, "").size());
        items.push_back(field(it, text(it.value, indent + step(), name + 1)));
    }
    return this->object(object.type, filled(items, indent, lastComma({object})));
}

std::string Dialect::broken(const CodeList& list, int indent, int taken) const {
    if (hugs() && list.items.size() == 1 && list.items[0].isComposed()) {
        const auto opened = static_cast<int>(this->list(list.of, "").size());
        return this->list(list.of, text(list.items[0], indent, taken + opened));
    }
    std::vector<std::string> items;
    for (const auto& it : list.items) {
        items.push_back(text(it, indent + step(), 1));
    }
    return this->list(list.of, filled(items, indent, lastComma({list})));
}

std::string Dialect::item(const CodeValue& value, const std::string& comment, int indent, bool comma) const {
    const std::string blank(static_cast<std::size_t>(indent), ' ');
    const auto written = text(value, indent, 1) + (comma ? "," : "");
    const bool fits = written.find('\n') == std::string::npos &&
                      blank.size() + written.size() + comment.size() + 4 <= limit();
    return fits ? fmt::format("{}{} // {}", blank, written, comment)
                : fmt::format("{}// {}\n{}{}", blank, comment, blank, written);
}

/// Whether some list in it has more than one thing.
bool Dialect::hasList(const CodeValue& value) {
    if (const auto* list = std::get_if<CodeList>(&value.value)) {
        return list->items.size() > 1 || (list->items.size() == 1 && hasList(list->items.front()));
    }
    const auto* object = std::get_if<CodeObject>(&value.value);
    return object != nullptr && std::any_of(object->fields.begin(), object->fields.end(),
                                            [&](const CodeField& it) { return hasList(it.value); });
}

std::string Dialect::text(const CodeValue& value, int indent, int taken) const {
    // swift-format counts the comma that a list would end in if it were broken.
    const int comma = !hugs() && hasList(value) ? 2 : 0;
    const auto used = static_cast<std::size_t>(indent + taken + comma);
    if (used <= limit()) {
        if (auto line = flatWithin(value, limit() - used)) {
            return std::move(*line);
        }
    }
    if (const auto* object = std::get_if<CodeObject>(&value.value); object && !object->fields.empty()) {
        return broken(*object, indent, taken);
    }
    if (const auto* list = std::get_if<CodeList>(&value.value); list && !list->items.empty()) {
        return broken(*list, indent, taken);
    }
    if (const auto* words = std::get_if<std::string>(&value.value)) {
        const std::string blank(static_cast<std::size_t>(indent + step()), ' ');
        const auto width = limit() - blank.size() - 5; // quotes, and what joins
        const auto before = static_cast<std::size_t>(indent + taken);
        const auto first = before + 45 < limit() ? std::min(width, limit() - before - 5) : width;
        const auto pieces = piecesOf(*words, first, width);
        if (!pieces.empty()) {
            return broken(pieces, blank);
        }
    }
    return flat(value);
}

const Dialect& kotlinDialect() {
    static const KotlinDialect dialect;
    return dialect;
}
const Dialect& swiftDialect() {
    static const SwiftDialect dialect;
    return dialect;
}
const Dialect& dartDialect() {
    static const DartDialect dialect;
    return dialect;
}
const Dialect& scriptDialect() {
    static const ScriptDialect dialect;
    return dialect;
}

std::string camelCase(std::string_view word) {
    std::string text;
    bool raise = false;
    for (const char c : word) {
        if (c == '-' || c == '_') {
            raise = true;
            continue;
        }
        const bool letter = c >= 'a' && c <= 'z';
        const bool capital = c >= 'A' && c <= 'Z';
        if (raise && letter) {
            text += static_cast<char>(c - 'a' + 'A');
        } else if (text.empty() && capital) {
            text += static_cast<char>(c - 'A' + 'a');
        } else {
            text += c;
        }
        raise = false;
    }
    return text;
}

std::string upperCase(std::string_view word) {
    std::string text(word);
    for (char& c : text) {
        c = c == '-' ? '_' : static_cast<char>(c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c);
    }
    return text;
}

}
