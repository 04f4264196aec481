// SPDX-License-Identifier: MIT
#include "core/art/svg_entities.h"

#include <algorithm>
#include <map>

namespace scaena::art {

namespace {

constexpr std::size_t kLongest = std::size_t(32) << 20;
constexpr int kDeepestEntity = 16;
constexpr int kMostSteps = 1'000'000;
constexpr std::string_view kSpace = " \t\r\n";

using Entities = std::map<std::string, std::string, std::less<>>;

std::string_view word(std::string_view& text) {
    text.remove_prefix(std::min(text.find_first_not_of(kSpace), text.size()));
    const auto end = std::min(text.find_first_of(" \t\r\n>"), text.size());
    const auto taken = text.substr(0, end);
    text.remove_prefix(end);
    return taken;
}

/// The entities with a text of their own within a doctype's brackets; a name is bound by its first
/// declaration.
Entities declared(std::string_view subset) {
    Entities entities;
    constexpr std::string_view kMark = "<!ENTITY";
    for (auto at = subset.find(kMark); at != std::string_view::npos; at = subset.find(kMark)) {
        subset.remove_prefix(at + kMark.size());
        const auto name = word(subset);
        subset.remove_prefix(std::min(subset.find_first_not_of(kSpace), subset.size()));
        if (name.empty() || name == "%" || subset.empty() ||
            (subset.front() != '"' && subset.front() != '\'')) {
            continue; // of the doctype itself, or in another file
        }
        const auto end = subset.find(subset.front(), 1);
        if (end == std::string_view::npos) {
            break;
        }
        entities.emplace(name, subset.substr(1, end - 1));
        subset.remove_prefix(end + 1);
    }
    return entities;
}

/// False if it grows too long, too deep or takes too many steps (what multiplies may be nothing).
bool expand(std::string_view text, const Entities& entities, std::string& out, int depth, int& steps) {
    while (!text.empty()) {
        const auto at = std::min(text.find('&'), text.size());
        out.append(text.substr(0, at));
        text.remove_prefix(at);
        if (out.size() > kLongest) {
            return false;
        }
        if (text.empty()) {
            break;
        }
        const auto end = text.substr(0, 256).find(';');
        const auto found =
            end == std::string_view::npos ? entities.end() : entities.find(text.substr(1, end - 1));
        if (found == entities.end()) {
            out += '&'; // XML's own, or one the reader will complain about
            text.remove_prefix(1);
            continue;
        }
        if (depth >= kDeepestEntity || ++steps > kMostSteps ||
            !expand(found->second, entities, out, depth + 1, steps)) {
            return false;
        }
        text.remove_prefix(end + 1);
    }
    return true;
}

}

std::optional<std::string> withEntities(std::string_view text) {
    const auto doctype = text.find("<!DOCTYPE");
    const auto open = doctype == std::string_view::npos ? doctype : text.find_first_of("[>", doctype);
    const bool hasSubset = open != std::string_view::npos && text[open] == '[';
    const auto close = hasSubset ? text.find("]", open) : std::string_view::npos;
    // A bracket may stand within an entity's text: the subset ends where only space is left before the '>'.
    auto end = close;
    while (end != std::string_view::npos) {
        const auto next = text.find_first_not_of(kSpace, end + 1);
        if (next != std::string_view::npos && text[next] == '>') {
            break;
        }
        end = text.find(']', end + 1);
    }
    if (end == std::string_view::npos) {
        return std::string(text);
    }
    const auto entities = declared(text.substr(open + 1, end - open - 1));
    if (entities.empty()) {
        return std::string(text);
    }
    const auto after = text.find('>', end);
    std::string out(text.substr(0, doctype));
    for (const char letter : text.substr(doctype, after - doctype)) {
        out += letter == '\n' ? "\n" : ""; // lines keep their numbers
    }
    int steps = 0;
    if (!expand(text.substr(after + 1), entities, out, 0, steps)) {
        return std::nullopt;
    }
    return out;
}

}
