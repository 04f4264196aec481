// SPDX-License-Identifier: MIT
#include "core/art/css_text.h"

namespace scaena::art {

std::string_view stripped(std::string_view text) {
    const auto from = text.find_first_not_of(" \t\r\n\f");
    if (from == std::string_view::npos) {
        return {};
    }
    return text.substr(from, text.find_last_not_of(" \t\r\n\f") - from + 1);
}

std::vector<std::string> splitTrimmed(std::string_view text, std::string_view separators) {
    std::vector<std::string> parts;
    while (!text.empty()) {
        const auto at = text.find_first_of(separators);
        if (const auto part = stripped(text.substr(0, at)); !part.empty()) {
            parts.emplace_back(part);
        }
        text = at == std::string_view::npos ? std::string_view{} : text.substr(at + 1);
    }
    return parts;
}

std::string withoutComments(std::string_view css) {
    std::string out;
    while (true) {
        const auto open = css.find("/*");
        out += css.substr(0, open);
        if (open == std::string_view::npos) {
            return out;
        }
        const auto close = css.find("*/", open + 2);
        if (close == std::string_view::npos) {
            return out;
        }
        css.remove_prefix(close + 2);
    }
}

}
