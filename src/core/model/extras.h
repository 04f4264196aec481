// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <memory>
#include <string>

namespace scaena::model {

/// Keys of a file that this version does not know, with their value as JSON text. They are written back
/// unchanged, so that an older program does not lose what a newer one has made.
///
/// A value like a map, but as small as two pointers while there are none: every part of a document has one, and
/// a document of thousands of parts has to stay near the processor. Copies share what nobody changes.
class Extras {
public:
    using Map = std::map<std::string, std::string>;

    [[nodiscard]] Map::const_iterator begin() const { return map().begin(); }
    [[nodiscard]] Map::const_iterator end() const { return map().end(); }
    [[nodiscard]] bool empty() const { return map().empty(); }
    [[nodiscard]] std::size_t size() const { return map().size(); }
    [[nodiscard]] const std::string& at(const std::string& key) const { return map().at(key); }
    [[nodiscard]] std::size_t count(const std::string& key) const { return map().count(key); }

    void set(const std::string& key, std::string value) {
        auto changed = std::make_shared<Map>(map());
        (*changed)[key] = std::move(value);
        m_map = std::move(changed);
    }

    bool operator==(const Extras& other) const { return m_map == other.m_map || map() == other.map(); }

private:
    [[nodiscard]] const Map& map() const {
        static const Map none;
        return m_map ? *m_map : none;
    }

    std::shared_ptr<const Map> m_map;
};

}
