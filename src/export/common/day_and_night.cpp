// SPDX-License-Identifier: MIT
#include "export/common/day_and_night.h"

#include <string_view>

namespace scaena::exporting {

namespace {

bool isSame(const CodeValue& a, const CodeValue& b) {
    return scriptDialect().text(a) == scriptDialect().text(b);
}

/// By night a colour of the art, or the colours of a gradient, are others.
const char* nightName(const CodeObject& object, std::string_view field) {
    if (object.type == "Plain" && field == "color") {
        return "dark";
    }
    return object.type == "Gradient" && field == "colors" ? "darkColors" : nullptr;
}

std::size_t sizeOf(const CodeValue& value) {
    const auto* list = std::get_if<CodeList>(&value.value);
    return list != nullptr ? list->items.size() : 0;
}

std::optional<CodeValue> joined(const CodeObject& day, const CodeObject& night) {
    if (day.type != night.type || day.fields.size() != night.fields.size()) {
        return std::nullopt;
    }
    CodeObject both{day.type, {}};
    std::vector<CodeField> dark;
    for (std::size_t i = 0; i < day.fields.size(); ++i) {
        const auto &here = day.fields[i], &there = night.fields[i];
        if (std::string_view(here.name) != there.name) {
            return std::nullopt;
        }
        const char* name = nightName(day, here.name);
        if (name != nullptr && sizeOf(here.value) == sizeOf(there.value)) {
            both.fields.push_back(here);
            if (!isSame(here.value, there.value)) {
                dark.push_back({name, there.value, true});
            }
            continue;
        }
        auto value = dayAndNight(here.value, there.value);
        if (!value) {
            return std::nullopt;
        }
        both.fields.push_back({here.name, std::move(*value), here.named});
    }
    both.fields.insert(both.fields.end(), dark.begin(), dark.end());
    return CodeValue{std::move(both)};
}

}

std::optional<CodeValue> dayAndNight(const CodeValue& day, const CodeValue& night) {
    const auto *here = std::get_if<CodeObject>(&day.value), *there = std::get_if<CodeObject>(&night.value);
    if (here != nullptr && there != nullptr) {
        return joined(*here, *there);
    }
    const auto *list = std::get_if<CodeList>(&day.value), *other = std::get_if<CodeList>(&night.value);
    if (list == nullptr || other == nullptr) {
        return isSame(day, night) ? std::optional(day) : std::nullopt;
    }
    if (list->items.size() != other->items.size()) {
        return std::nullopt;
    }
    CodeList both{list->of, {}};
    for (std::size_t i = 0; i < list->items.size(); ++i) {
        auto value = dayAndNight(list->items[i], other->items[i]);
        if (!value) {
            return std::nullopt;
        }
        both.items.push_back(std::move(*value));
    }
    return CodeValue{std::move(both)};
}

}
