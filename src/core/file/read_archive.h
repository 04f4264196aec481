// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/bounded_json.h"
#include "core/base/result.h"
#include "core/file/fields.h"
#include "core/model/limits.h"

#include <cmath>
#include <fmt/format.h>
#include <set>

namespace scaena::file {

inline std::string listWords(const auto& words) { return fmt::format("one of {}", fmt::join(words, ", ")); }

/// Fills things from JSON and notes everything that is not as expected; it never stops at the first problem.
class ReadArchive {
public:
    ReadArchive(const Json& json, std::string place, Problems& problems)
        : m_json(json), m_place(std::move(place)), m_problems(problems) {}

    template <class T>
    void field(const char* key, T& value) {
        m_known.insert(key);
        const auto found = m_json.find(key);
        if (found == m_json.end()) {
            report(key, "is missing");
        } else {
            read(*found, m_place + "/" + key, value);
        }
    }
    template <class T>
    void optional(const char* key, T& value, const T& = {}) {
        m_known.insert(key);
        if (const auto found = m_json.find(key); found != m_json.end()) {
            read(*found, m_place + "/" + key, value);
        }
    }
    void extras(model::Extras& extras) {
        for (const auto& item : m_json.items()) {
            if (m_known.count(item.key()) == 0) {
                extras.set(item.key(), item.value().dump());
            }
        }
    }
    void parameters(std::map<std::string, model::MoveValue>& parameters) {
        for (const auto& item : m_json.items()) {
            if (m_known.count(item.key()) > 0) {
                continue;
            }
            if (item.value().is_number()) {
                parameters[item.key()] = item.value().get<double>();
            } else if (item.value().is_string()) {
                parameters[item.key()] = item.value().get<std::string>();
            } else {
                report(item.key(), "has to be a number or a word");
            }
        }
    }
    void starts(const char* key, model::StartBeats& starts) {
        m_known.insert(key);
        const auto found = m_json.find(key);
        if (found == m_json.end()) {
            return;
        }
        const std::string place = m_place + "/" + key;
        if (!found->is_object()) {
            report(key, "has to be an object");
            return;
        }
        for (const auto& item : found->items()) {
            if (const auto kind = model::fromWord<model::StartKind>(item.key())) {
                read(item.value(), place + "/" + item.key(),
                     starts[static_cast<std::size_t>(*kind)].emplace());
            } else {
                m_problems.push_back({ProblemKind::Invalid,
                                      "has to be " + listWords(model::Words<model::StartKind>::list),
                                      {},
                                      place + "/" + item.key()});
            }
        }
    }
    void know(const char* key) { m_known.insert(key); }

private:
    void report(const std::string& key, std::string message) {
        reportAt(m_place + "/" + key, std::move(message));
    }
    void reportAt(const std::string& place, std::string message) {
        if (m_problems.size() < 200) {
            m_problems.push_back({ProblemKind::Invalid, std::move(message), {}, place});
        }
    }

    void read(const Json& json, const std::string& place, std::string& value) {
        if (json.is_string()) {
            value = json.get<std::string>();
        } else {
            reportAt(place, "has to be a text");
        }
    }
    template <class Kind>
    void read(const Json& json, const std::string& place, IdOf<Kind>& value) {
        read(json, place, static_cast<std::string&>(value));
    }
    void read(const Json& json, const std::string& place, bool& value) {
        if (json.is_boolean()) {
            value = json.get<bool>();
        } else {
            reportAt(place, "has to be true or false");
        }
    }
    void read(const Json& json, const std::string& place, int& value) {
        const bool whole = json.is_number_integer() ||
                           (json.is_number_float() && json.get<double>() == std::floor(json.get<double>()));
        if (whole && std::abs(json.get<double>()) <= 1e9) {
            value = static_cast<int>(json.get<double>());
        } else {
            reportAt(place, "has to be a whole number");
        }
    }
    void read(const Json& json, const std::string& place, double& value) {
        if (json.is_number() && std::isfinite(json.get<double>())) {
            value = json.get<double>();
        } else {
            reportAt(place, "has to be a number");
        }
    }
    void read(const Json& json, const std::string& place, Colour& value) {
        const auto colour = json.is_string() ? parseHexColour(json.get<std::string>()) : std::nullopt;
        if (colour) {
            value = *colour;
        } else {
            reportAt(place, "has to be a colour such as \"#1E2027\" or \"#1E202780\"");
        }
    }
    void read(const Json& json, const std::string& place, model::PlaceWay& way) {
        const auto told = json.is_string() ? model::parsePlaceWay(json.get<std::string>()) : std::nullopt;
        if (json.is_number() && std::isfinite(json.get<double>())) {
            way = {json.get<double>(), model::PlaceMeasure::Dp};
        } else if (told) {
            way = *told;
        } else {
            reportAt(place, "has to be a number of dp, \"30% of screen\" or \"-50% of itself\"");
        }
    }
    void read(const Json& json, const std::string& place, model::Easing& value) {
        const auto easing = json.is_string() ? model::parseEasing(json.get<std::string>()) : std::nullopt;
        if (easing) {
            value = *easing;
        } else {
            reportAt(place, "has to be an easing such as \"ease-out\", \"cubic-bezier(0.2, 0, 0, 1)\" or "
                            "\"spring(1, 180, 12)\"");
        }
    }
    void read(const Json& json, const std::string& place, std::map<std::string, ColourId>& values) {
        if (!json.is_object()) {
            reportAt(place, "has to be an object");
            return;
        }
        for (const auto& item : json.items()) {
            read(item.value(), place + "/" + item.key(), values[item.key()]);
        }
    }
    template <class T>
    void read(const Json& json, const std::string& place, std::optional<T>& value) {
        read(json, place, value.emplace());
    }
    template <class T>
    void read(const Json& json, const std::string& place, std::vector<T>& values) {
        if (!json.is_array()) {
            reportAt(place, "has to be a list");
            return;
        }
        if (json.size() > model::limits::kThings) {
            reportAt(place,
                     fmt::format("holds {} entries; the limit is {}", json.size(), model::limits::kThings));
            return;
        }
        values.resize(json.size());
        for (std::size_t i = 0; i < values.size(); ++i) {
            read(json[i], fmt::format("{}/{}", place, i), values[i]);
        }
    }
    template <class T>
    void read(const Json& json, const std::string& place, T& value) {
        if constexpr (std::is_enum_v<T>) {
            const auto known = json.is_string() ? model::fromWord<T>(json.get<std::string>()) : std::nullopt;
            if (known) {
                value = *known;
            } else {
                reportAt(place, "has to be " + listWords(model::Words<T>::list));
            }
        } else if (!json.is_object()) {
            reportAt(place, "has to be an object");
        } else {
            ReadArchive inner(json, place, m_problems);
            describe(inner, value);
        }
    }

    const Json& m_json;
    std::string m_place;
    Problems& m_problems;
    std::set<std::string> m_known;
};

}
