// SPDX-License-Identifier: MIT
#include "core/file/pretty_json.h"

namespace scaena::file {

namespace {

using Json = nlohmann::ordered_json;

constexpr std::size_t kLineLength = 100;

/// "{"a": 1, "b": [1, 2]}", or nothing once it is longer than `room`.
bool writeOnOneLine(const Json& value, std::size_t room, std::string& out) {
    if (!value.is_structured()) {
        out += value.dump();
        return out.size() <= room;
    }
    out += value.is_object() ? "{" : "[";
    bool first = true;
    for (const auto& item : value.items()) {
        out += first ? "" : ", ";
        first = false;
        if (value.is_object()) {
            out += Json(item.key()).dump() + ": ";
        }
        if (!writeOnOneLine(item.value(), room, out)) {
            return false;
        }
    }
    out += value.is_object() ? "}" : "]";
    return out.size() <= room;
}

void writeValue(const Json& value, int depth, std::size_t used, std::string& out) {
    std::string line;
    const std::size_t taken = std::min(kLineLength, used + static_cast<std::size_t>(depth) * 2);
    if (!value.is_structured() || value.empty() ||
        (depth > 0 && writeOnOneLine(value, kLineLength - taken, line))) {
        out += value.is_structured() && !value.empty() ? line : value.dump();
        return;
    }
    const std::string indent(static_cast<std::size_t>(depth + 1) * 2, ' ');
    out += value.is_object() ? "{\n" : "[\n";
    bool first = true;
    for (const auto& item : value.items()) {
        out += first ? indent : ",\n" + indent;
        first = false;
        std::string key = value.is_object() ? Json(item.key()).dump() + ": " : "";
        out += key;
        writeValue(item.value(), depth + 1, key.size(), out);
    }
    out += "\n" + std::string(static_cast<std::size_t>(depth) * 2, ' ') + (value.is_object() ? "}" : "]");
}

}

std::string prettyJson(const Json& value) {
    std::string out;
    writeValue(value, 0, 0, out);
    return out + "\n";
}

}
