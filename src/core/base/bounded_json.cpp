// SPDX-License-Identifier: MIT
#include "core/base/bounded_json.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena {

namespace {

/// Goes through the text once and keeps nothing: whether it may be taken in at all is known before any of it
/// is.
class Guard : public nlohmann::json_sax<Json> {
public:
    explicit Guard(const JsonBounds& bounds) : m_bounds(bounds) {}

    bool null() override { return one(); }
    bool boolean(bool) override { return one(); }
    bool number_integer(number_integer_t) override { return one(); }
    bool number_unsigned(number_unsigned_t) override { return one(); }
    bool number_float(number_float_t, const string_t&) override { return one(); }
    bool string(string_t&) override { return one(); }
    bool binary(binary_t&) override { return false; }
    bool start_object(std::size_t) override { return enter(); }
    bool start_array(std::size_t) override { return enter(); }
    bool end_object() override { return leave(); }
    bool end_array() override { return leave(); }
    bool key(string_t&) override {
        if (++m_keys.back() > m_bounds.keys) {
            return refuse(fmt::format("has an object of more than {} keys", m_bounds.keys));
        }
        return true;
    }
    bool parse_error(std::size_t position, const std::string&,
                     const nlohmann::detail::exception& error) override {
        m_position = position;
        // 406: "out of range", the only other thing a parser meets
        m_refusal = error.id == 406
                        ? "has a number here that is too large"
                        : "is not readable JSON here; a bracket, comma or quote is missing or too many";
        return false;
    }

    [[nodiscard]] const std::string& refusal() const { return m_refusal; }
    /// Of what could not be parsed, in bytes; 0 for what is beyond a bound.
    [[nodiscard]] std::size_t position() const { return m_position; }

private:
    bool refuse(std::string why) {
        m_refusal = std::move(why);
        return false;
    }
    bool one() {
        return ++m_values <= m_bounds.values ||
               refuse(fmt::format("holds more than {} values", m_bounds.values));
    }
    bool enter() {
        m_keys.push_back(0);
        return m_keys.size() <= m_bounds.depth ? one() : refuse("is nested too deeply");
    }
    bool leave() {
        m_keys.pop_back();
        return true;
    }

    const JsonBounds& m_bounds;
    std::vector<std::size_t> m_keys; ///< so far, of each object or list that is open
    std::size_t m_values = 0;
    std::size_t m_position = 0;
    std::string m_refusal;
};

}

Result<Json> parseJson(std::string_view text, const std::string& name, const JsonBounds& bounds) {
    if (text.size() > bounds.bytes) {
        return failure(ProblemKind::Refused,
                       fmt::format("is larger than the limit of {} kB", bounds.bytes / 1024), name);
    }
    Guard guard(bounds);
    if (!Json::sax_parse(text.begin(), text.end(), &guard)) {
        if (guard.position() == 0 && !guard.refusal().empty()) {
            return failure(ProblemKind::Refused, guard.refusal(), name);
        }
        const auto end = text.begin() + static_cast<std::ptrdiff_t>(std::min(guard.position(), text.size()));
        return failure(ProblemKind::Unreadable, guard.refusal(), name,
                       fmt::format("line {}", 1 + std::count(text.begin(), end, '\n')));
    }
    return Json::parse(text.begin(), text.end(), nullptr, false);
}

const Json* memberOf(const Json& json, std::string_view key) {
    if (!json.is_object()) {
        return nullptr;
    }
    const auto found = json.find(key);
    return found == json.end() ? nullptr : &*found;
}

std::string textOf(const Json& json, std::string_view key) {
    const auto* member = memberOf(json, key);
    return member && member->is_string() ? member->get<std::string>() : std::string();
}

std::optional<double> numberOf(const Json& json, std::string_view key) {
    const auto* member = memberOf(json, key);
    return member && member->is_number() ? std::optional(member->get<double>()) : std::nullopt;
}

const Json& listOf(const Json& json, std::string_view key) {
    static const Json none = Json::array();
    const auto* member = memberOf(json, key);
    return member && member->is_array() ? *member : none;
}

}
