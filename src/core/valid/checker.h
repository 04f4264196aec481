// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"
#include "core/model/limits.h"
#include "core/model/sequence.h"

#include <cmath>
#include <fmt/format.h>

namespace scaena::valid {

/// What the checks of a document share: where they are in it, what is known there, and what they found.
class Checker {
public:
    explicit Checker(const model::Sequence& sequence) : m_sequence(sequence) {}
    [[nodiscard]] const model::Sequence& sequence() const { return m_sequence; }

    void report(const std::string& place, std::string message) {
        m_problems.push_back({ProblemKind::Invalid, std::move(message), {}, place});
    }
    void reportHere(const std::string& key, std::string message) {
        report(m_place + "/" + key, std::move(message));
    }

    void checkText(const std::string& place, const std::string& text, std::size_t longest) {
        if (text.size() > longest) {
            report(place, fmt::format("is longer than {} bytes", longest));
        }
    }
    void checkColour(const std::string& place, const model::ColourRef& ref) {
        if (!model::find(m_sequence.palette, ref)) {
            report(place, fmt::format("“{}” is not a colour of the palette", ref));
        }
    }
    void checkColourAt(const std::string& key, const model::ColourRef& ref) {
        checkColour(m_place + "/" + key, ref);
    }
    void checkColourOrNoneAt(const std::string& key, const model::ColourRef& ref) {
        if (!ref.empty()) {
            checkColourAt(key, ref);
        }
    }
    void checkTextAt(const std::string& key, const std::string& text, std::size_t longest) {
        checkText(m_place + "/" + key, text, longest);
    }
    void checkNumber(const std::string& key, double value, double least, double most) {
        if (!std::isfinite(value) || value < least || value > most) {
            reportHere(key, fmt::format("{} is outside {} … {}", value, least, most));
        }
    }
    void checkTime(const std::string& key, Millis value, Millis least = 0) {
        if (value < least || value > model::limits::kLongest) {
            reportHere(key,
                       fmt::format("{} ms is outside {} … {} ms", value, least, model::limits::kLongest));
        }
    }
    void checkPlace(const std::string& key, const model::Place& place) {
        for (double value : {place.x, place.y}) {
            checkNumber(key, value, -model::limits::kFarthest, model::limits::kFarthest);
        }
        for (double value : {place.width, place.height}) {
            checkNumber(key, value, 0, model::limits::kFarthest);
        }
        checkNumber(key + "/turn", place.turn, -3600, 3600);
    }
    /// A path of art has to stay within the sequence's folder, whatever system wrote it.
    void checkPath(const std::string& key, const std::string& path) {
        const bool leaves = path.find("..") != std::string::npos || path.find('\\') != std::string::npos ||
                            path.find(':') != std::string::npos || (!path.empty() && path.front() == '/') ||
                            path.find('\0') != std::string::npos;
        if (leaves) {
            reportHere(key,
                       fmt::format("“{}” leaves the sequence's folder; use a relative path below it", path));
        }
    }

protected:
    const model::Sequence& m_sequence;
    std::string m_place; ///< of the thing being checked, as a JSON pointer
    Problems m_problems;
};

}
