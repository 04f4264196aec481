// SPDX-License-Identifier: MIT
#include "export/common/code_value.h"

#include "export/common/names.h"
#include "export/common/xml.h"

namespace scaena::exporting {

namespace {

/// With a point, as languages ask that tell numbers with a fraction from whole ones.
std::string withPoint(double value) {
    auto text = numberText(value, 5);
    return text.find('.') == std::string::npos ? text + ".0" : text;
}

class KotlinDialect : public Dialect {
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
        case CodeList::Of::Words:
            return items.empty() ? "emptySet()" : "setOf(" + items + ")";
        case CodeList::Of::Rest:
            return items;
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
};

/// Types carry the prefix "Launch" there, since the file becomes part of the app's own name space.
class SwiftDialect : public Dialect {
    std::string number(double value) const override { return numberText(value, 5); }
    std::string quoted(const std::string& text) const override { return swiftString(text); }
    std::string constant(const CodeWord& word) const override { return "." + camelCase(word.word); }
    std::string none() const override { return "nil"; }
    std::string list(CodeList::Of, const std::string& items) const override { return "[" + items + "]"; }
    std::string field(const CodeField& field, const std::string& value) const override {
        return field.named ? std::string(field.name) + ": " + value : value;
    }
    std::string object(const std::string& type, const std::string& fields) const override {
        return "Launch" + type + "(" + fields + ")";
    }
};

class DartDialect : public Dialect {
    std::string number(double value) const override { return numberText(value, 5); }
    std::string quoted(const std::string& text) const override { return dartString(text); }
    std::string constant(const CodeWord& word) const override {
        return "Launch" + word.type + "." + camelCase(word.word);
    }
    std::string none() const override { return "null"; }
    std::string list(CodeList::Of, const std::string& items) const override { return "[" + items + "]"; }
    std::string field(const CodeField& field, const std::string& value) const override {
        return field.named ? std::string(field.name) + ": " + value : value;
    }
    std::string object(const std::string& type, const std::string& fields) const override {
        return "Launch" + type + "(" + fields + ")";
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
    /// Easings are told apart by their kind; everything else by where it stands.
    std::string object(const std::string& type, const std::string& fields) const override {
        if (type == "Bezier" || type == "Steps" || type == "Stops") {
            return "{ curve: '" + camelCase(type) + "', " + fields + " }";
        }
        return fields.empty() ? "{}" : "{ " + fields + " }";
    }
};

}

std::string Dialect::text(const CodeValue& value, int indent) const {
    struct Printer {
        const Dialect& dialect;
        int indent;
        std::string operator()(std::monostate) const { return dialect.none(); }
        std::string operator()(double v) const { return dialect.number(v); }
        std::string operator()(int v) const { return std::to_string(v); }
        std::string operator()(bool v) const { return v ? "true" : "false"; }
        std::string operator()(const std::string& v) const { return dialect.quoted(v); }
        std::string operator()(const CodeWord& v) const { return dialect.constant(v); }
        std::string operator()(const CodeVerbatim& v) const { return v.text; }
        std::string operator()(const CodeList& v) const {
            std::string items;
            for (const auto& item : v.items) {
                items += (items.empty() ? "" : ", ") + dialect.text(item, indent);
            }
            return dialect.list(v.of, items);
        }
        std::string operator()(const CodeObject& v) const {
            std::string fields;
            for (const auto& field : v.fields) {
                const std::string blank = field.ownLine ? "\n" + std::string(indent, ' ') : " ";
                if (!fields.empty()) {
                    fields += "," + blank;
                } else if (field.ownLine) {
                    fields += blank;
                }
                fields += dialect.field(field, dialect.text(field.value, indent));
            }
            return dialect.object(v.type, fields);
        }
    };
    return std::visit(Printer{*this, indent}, value.value);
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
