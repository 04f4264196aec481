// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/bounded_json.h"
#include "core/file/fields.h"

#include <cmath>

namespace scaena::file {

inline Json number(double value) {
    // Whole numbers are written as such: 140, not 140.0.
    if (value == std::floor(value) && std::abs(value) < 1e15) {
        return static_cast<std::int64_t>(value);
    }
    return value;
}

class WriteArchive {
public:
    template <class T>
    void field(const char* key, T& value) {
        m_json[key] = toJson(value);
    }
    template <class T>
    void optional(const char* key, T& value, const T& standard = {}) {
        if (value != standard) {
            field(key, value);
        }
    }
    void extras(model::Extras& extras) {
        for (const auto& [key, text] : extras) {
            m_json[key] = Json::parse(text, nullptr, false);
        }
    }
    void parameters(std::map<std::string, model::MoveValue>& parameters) {
        for (const auto& [key, value] : parameters) {
            const auto* text = std::get_if<std::string>(&value);
            m_json[key] = text ? Json(*text) : number(std::get<double>(value));
        }
    }
    void starts(const char* key, model::StartBeats& starts) {
        Json object = Json::object();
        for (std::size_t i = 0; i < starts.size(); ++i) {
            if (starts[i]) {
                object[std::string(model::word(static_cast<model::StartKind>(i)))] = toJson(*starts[i]);
            }
        }
        if (!object.empty()) {
            m_json[key] = std::move(object);
        }
    }
    Json take() { return std::move(m_json); }

private:
    static Json toJson(std::string& value) { return value; }
    static Json toJson(bool& value) { return value; }
    static Json toJson(int& value) { return value; }
    static Json toJson(double& value) { return number(value); }
    static Json toJson(Colour& value) { return toHex(value); }
    static Json toJson(model::Easing& value) { return model::toText(value); }
    static Json toJson(model::PlaceWay& way) {
        return way.measure == model::PlaceMeasure::Dp ? number(way.value) : Json(model::toText(way));
    }
    template <class Kind>
    static Json toJson(IdOf<Kind>& value) {
        return static_cast<std::string&>(value);
    }
    static Json toJson(std::map<std::string, ColourId>& values) {
        Json object = Json::object();
        for (auto& [key, value] : values) {
            object[key] = toJson(value);
        }
        return object;
    }
    template <class T>
    static Json toJson(std::optional<T>& value) {
        return value ? toJson(*value) : Json();
    }
    template <class T>
    static Json toJson(std::vector<T>& values) {
        Json list = Json::array();
        for (auto& value : values) {
            list.push_back(toJson(value));
        }
        return list;
    }
    template <class T>
    static Json toJson(T& value) {
        if constexpr (std::is_enum_v<T>) {
            return std::string(model::word(value));
        } else {
            WriteArchive inner;
            describe(inner, value);
            return inner.take();
        }
    }

    Json m_json = Json::object();
};

}
