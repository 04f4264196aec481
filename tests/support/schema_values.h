// SPDX-License-Identifier: MIT
#pragma once

#include "support/files_of_repository.h"

#include <map>
#include <nlohmann/json.hpp>
#include <set>
#include <string>

/// The published schema as a list of keys, and what a document says at each of them.
namespace scaena::test {

using Json = nlohmann::json;

inline Json publishedSchema() {
    return Json::parse(readWhole(repository() / "docs/format/scaena-1.schema.json"));
}

/// Walks schema and document together. A key is named by the thing it belongs to: "beat.length". Things
/// within others that have no definition of their own are named by their key: "anchor.offset".
class SchemaValues {
public:
    explicit SchemaValues(const Json& schema) : m_schema(schema) {}

    /// All keys that hold a value of their own, and not only others.
    [[nodiscard]] std::set<std::string> keys() const {
        std::set<std::string> found;
        keysOf(m_schema, "sequence", found);
        for (const auto& [name, definition] : m_schema["$defs"].items()) {
            keysOf(definition, name, found);
        }
        return found;
    }

    /// What stands at each key, wherever it stands: dumped and counted.
    [[nodiscard]] std::map<std::string, std::multiset<std::string>> in(const Json& document) const {
        std::map<std::string, std::multiset<std::string>> found;
        values(document, m_schema, "sequence", found);
        return found;
    }

private:
    [[nodiscard]] std::pair<const Json*, std::string> resolved(const Json& node, std::string name) const {
        const Json* at = &node;
        while (at->contains("$ref")) {
            const auto path = (*at)["$ref"].get<std::string>();
            name = path.substr(path.rfind('/') + 1);
            at = &m_schema["$defs"][name];
        }
        return {at, name};
    }

    [[nodiscard]] bool holdsThings(const Json& node) const {
        const auto [at, name] = resolved(node, {});
        if (at->contains("properties")) {
            return true;
        }
        return at->contains("items") && holdsThings((*at)["items"]);
    }

    void keysOf(const Json& node, const std::string& name, std::set<std::string>& found) const {
        if (node.contains("$ref")) {
            return;
        }
        const Json properties = node.value("properties", Json::object());
        for (const auto& [key, inner] : properties.items()) {
            if (!holdsThings(inner)) {
                found.insert(name + "." + key);
            }
            keysOf(inner, key, found);
        }
        if (node.contains("items")) {
            keysOf(node["items"], name, found);
        }
    }

    void values(const Json& value, const Json& node, const std::string& name,
                std::map<std::string, std::multiset<std::string>>& found) const {
        const auto [at, own] = resolved(node, name);
        if (value.is_array() && at->contains("items")) {
            for (const auto& item : value) {
                values(item, (*at)["items"], own, found);
            }
        }
        if (!value.is_object() || !at->contains("properties")) {
            return;
        }
        for (const auto& [key, inner] : (*at)["properties"].items()) {
            if (value.contains(key)) {
                if (!holdsThings(inner)) {
                    found[own + "." + key].insert(value[key].dump());
                }
                values(value[key], inner, key, found);
            }
        }
    }

    const Json& m_schema;
};

}
