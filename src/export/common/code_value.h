// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <utility>
#include <variant>
#include <vector>

/// Generated data before a language gives it its form: every player gets the same tree.
namespace scaena::exporting {

struct CodeValue;

/// A constant of an enumeration: type "BeatKind", word "hand-off".
struct CodeWord {
    std::string type, word;
};

struct CodeField;

/// A call of a constructor, or an object literal. Fields at their default are left out by whoever builds it.
struct CodeObject {
    std::string type;
    std::vector<CodeField> fields;
};

struct CodeList {
    enum class Of { Things, Indices, Words, Rest };
    Of of = Of::Things; ///< Rest: the last arguments of a call that takes any number of them
    std::vector<CodeValue> items;
};

/// Text that is valid as it stands in the language at hand (a resource's name).
struct CodeVerbatim {
    std::string text;
};

/// monostate: none.
struct CodeValue {
    std::variant<std::monostate, double, int, bool, std::string, CodeWord, CodeObject, CodeList, CodeVerbatim>
        value;
};

struct CodeField {
    const char* name;
    CodeValue value;
    bool named = true;    ///< false: languages with positional arguments leave the name out
    bool ownLine = false; ///< begins a new line
};

/// Builds objects readably: `plain` for what is always there, `named` for what may be left out.
class CodeCall {
public:
    explicit CodeCall(std::string type) { m_object.type = std::move(type); }
    CodeCall& plain(const char* name, CodeValue value, bool ownLine = false) {
        m_object.fields.push_back({name, std::move(value), false, ownLine});
        return *this;
    }
    CodeCall& named(const char* name, CodeValue value, bool isDefault = false) {
        if (!isDefault) {
            m_object.fields.push_back({name, std::move(value), true, false});
        }
        return *this;
    }
    [[nodiscard]] CodeValue value() { return {std::move(m_object)}; }

private:
    CodeObject m_object;
};

/// How one language writes it.
class Dialect {
public:
    virtual ~Dialect() = default;
    /// `indent`: blanks before a field that begins a line of its own.
    [[nodiscard]] std::string text(const CodeValue& value, int indent = 0) const;

protected:
    [[nodiscard]] virtual std::string number(double value) const = 0;
    [[nodiscard]] virtual std::string quoted(const std::string& text) const = 0;
    [[nodiscard]] virtual std::string constant(const CodeWord& word) const = 0;
    [[nodiscard]] virtual std::string none() const = 0;
    [[nodiscard]] virtual std::string list(CodeList::Of of, const std::string& items) const = 0;
    [[nodiscard]] virtual std::string field(const CodeField& field, const std::string& value) const = 0;
    [[nodiscard]] virtual std::string object(const std::string& type, const std::string& fields) const = 0;
};

[[nodiscard]] const Dialect& kotlinDialect();
[[nodiscard]] const Dialect& swiftDialect();
[[nodiscard]] const Dialect& dartDialect();
/// TypeScript and JavaScript alike.
[[nodiscard]] const Dialect& scriptDialect();

/// "hand-off" as handOff, and as HAND_OFF.
[[nodiscard]] std::string camelCase(std::string_view word);
[[nodiscard]] std::string upperCase(std::string_view word);

}
