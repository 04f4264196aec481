// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
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
    enum class Of { Things, Indices, Numbers, Words };
    Of of = Of::Things;
    std::vector<CodeValue> items;
};

/// Text that is valid as it stands in the language at hand (a resource's name).
struct CodeVerbatim {
    std::string text;
};

/// The name of a constant that stands before the data.
struct CodeName {
    std::string text;
};

/// 0xAARRGGBB.
struct CodeColour {
    std::uint32_t argb = 0;
};

/// monostate: none.
struct CodeValue {
    std::variant<std::monostate, double, int, bool, std::string, CodeWord, CodeObject, CodeList, CodeVerbatim,
                 CodeName, CodeColour>
        value;

    /// Whether it has parts, which may stand in lines of their own.
    [[nodiscard]] bool isComposed() const {
        return std::holds_alternative<CodeObject>(value) || std::holds_alternative<CodeList>(value);
    }
};

struct CodeField {
    const char* name;
    CodeValue value;
    bool named = true; ///< false: languages with positional arguments leave the name out
};

/// Builds objects readably: `plain` for what is always there, `named` for what may be left out.
class CodeCall {
public:
    explicit CodeCall(std::string type) { m_object.type = std::move(type); }
    CodeCall& plain(const char* name, CodeValue value) {
        m_object.fields.push_back({name, std::move(value), false});
        return *this;
    }
    CodeCall& named(const char* name, CodeValue value, bool isDefault = false) {
        if (!isDefault) {
            m_object.fields.push_back({name, std::move(value), true});
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
    /// Broken into lines where one would be too long. `indent`: of the line the value begins on; `taken`:
    /// what stands there before and behind it.
    [[nodiscard]] std::string text(const CodeValue& value, int indent = 0, int taken = 0) const;
    /// One of a list, on lines of its own, with what people call it: behind it in a comment where it takes
    /// one line, else above it.
    [[nodiscard]] std::string item(const CodeValue& value, const std::string& comment, int indent,
                                   bool comma = true) const;

protected:
    [[nodiscard]] virtual int step() const { return 4; }
    /// Columns of a line.
    [[nodiscard]] virtual std::size_t limit() const { return 148; }
    /// Whether what is long may begin at the end of a line.
    [[nodiscard]] virtual bool hugs() const { return true; }
    /// Whether a comma may stand behind the last of several lines.
    [[nodiscard]] virtual bool lastComma(const CodeValue&) const { return true; }
    [[nodiscard]] virtual std::string number(double value) const = 0;
    [[nodiscard]] virtual std::string quoted(const std::string& text) const = 0;
    [[nodiscard]] virtual std::string constant(const CodeWord& word) const = 0;
    [[nodiscard]] virtual std::string none() const = 0;
    /// What a constant of the data's own file is called; it must not be seen outside.
    [[nodiscard]] virtual std::string own(const std::string& name) const { return name; }
    [[nodiscard]] virtual std::string colour(std::uint32_t argb) const;
    [[nodiscard]] virtual std::string list(CodeList::Of of, const std::string& items) const = 0;
    [[nodiscard]] virtual std::string field(const CodeField& field, const std::string& value) const = 0;
    [[nodiscard]] virtual std::string object(const std::string& type, const std::string& fields) const = 0;
    /// A text in several pieces, of which each gets a line; `blank` is what their lines begin with.
    [[nodiscard]] virtual std::string broken(const std::vector<std::string>& pieces,
                                             const std::string& blank) const = 0;

private:
    [[nodiscard]] std::string flat(const CodeValue& value) const;
    /// The same if it takes no more than `most` columns.
    [[nodiscard]] std::optional<std::string> flatWithin(const CodeValue& value, std::size_t most) const;
    [[nodiscard]] std::string filled(const std::vector<std::string>& items, int indent, bool lastComma) const;
    [[nodiscard]] static bool hasList(const CodeValue& value);
    [[nodiscard]] std::optional<std::string> hugged(const CodeObject& object, int indent, int taken) const;
    [[nodiscard]] std::string broken(const CodeObject& object, int indent, int taken) const;
    [[nodiscard]] std::string broken(const CodeList& list, int indent, int taken) const;
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
