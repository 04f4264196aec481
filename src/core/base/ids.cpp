// SPDX-License-Identifier: MIT
#include "core/base/ids.h"

namespace scaena {

namespace {

bool isLower(char c) { return c >= 'a' && c <= 'z'; }
bool isDigitChar(char c) { return c >= '0' && c <= '9'; }

}

bool isValidId(std::string_view text) {
    if (text.empty() || text.size() > kLongestId || !isLower(text.front()) || text.back() == '-') {
        return false;
    }
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (!isLower(c) && !isDigitChar(c) && (c != '-' || text[i - 1] == '-')) {
            return false;
        }
    }
    return true;
}

std::string makeId(std::string_view name, std::string_view fallback,
                   const std::function<bool(const std::string&)>& taken) {
    std::string base;
    for (char c : name) {
        const char lower = (c >= 'A' && c <= 'Z') ? static_cast<char>(c - 'A' + 'a') : c;
        if (isLower(lower) || (isDigitChar(lower) && !base.empty())) {
            base += lower;
        } else if (!base.empty() && base.back() != '-') {
            base += '-';
        }
    }
    base = base.substr(0, kLongestId - 8);
    while (!base.empty() && base.back() == '-') {
        base.pop_back();
    }
    if (base.empty()) {
        base = fallback;
    }
    std::string id = base;
    for (int number = 2; taken(id); ++number) {
        id = base + "-" + std::to_string(number);
    }
    return id;
}

std::string makeId(std::string_view name, std::string_view fallback) {
    return makeId(name, fallback, [](const std::string&) { return false; });
}

}
