// SPDX-License-Identifier: MIT
#include "export/common/shared_values.h"

#include <fmt/format.h>
#include <map>
#include <optional>

namespace scaena::exporting {

namespace {

constexpr std::size_t kLong = 60;

template <class Visit>
void eachPath(CodeValue& value, const Visit& visit) {
    if (auto* object = std::get_if<CodeObject>(&value.value)) {
        for (auto& field : object->fields) {
            auto* text = std::get_if<std::string>(&field.value.value);
            if (text && std::string_view(field.name) == "path" && text->size() > kLong) {
                visit(field.value, *text);
            } else {
                eachPath(field.value, visit);
            }
        }
    } else if (auto* list = std::get_if<CodeList>(&value.value)) {
        for (auto& item : list->items) {
            eachPath(item, visit);
        }
    }
}

CodeValue* fieldOf(CodeValue& look, std::string_view name) {
    if (auto* object = std::get_if<CodeObject>(&look.value)) {
        for (auto& field : object->fields) {
            if (field.name == name) {
                return &field.value;
            }
        }
    }
    return nullptr;
}

}

SharedValue shareRepeated(CodeValue look, const Dialect& dialect,
                          const std::function<std::string(const std::string&)>& named) {
    SharedValue shared;
    auto *art = fieldOf(look, "art"), *fills = fieldOf(look, "fills");
    const bool isSame = art && fills && dialect.text(*art) == dialect.text(*fills);
    std::optional<CodeValue> letters;
    if (isSame) {
        letters = std::move(*art);
        *art = *fills = {CodeVerbatim{named("letters")}};
    }
    std::map<std::string, int> count;
    const auto counts = [&](CodeValue&, const std::string& text) { ++count[text]; };
    eachPath(look, counts);
    if (letters) {
        eachPath(*letters, counts);
    }
    std::map<std::string, std::string> names;
    const auto share = [&](CodeValue& value, const std::string& text) {
        if (count[text] < 2) {
            return;
        }
        const auto [found, isNew] = names.emplace(text, named(fmt::format("path{}", names.size())));
        if (isNew) {
            shared.lets.push_back({found->second, "PathText", {text}});
        }
        value = {CodeVerbatim{found->second}};
    };
    if (letters) {
        eachPath(*letters, share);
    }
    eachPath(look, share);
    if (letters) {
        shared.lets.push_back({named("letters"), "", std::move(*letters)});
    }
    shared.value = std::move(look);
    return shared;
}

}
