// SPDX-License-Identifier: MIT
#include "core/base/sum_text.h"

#include <charconv>
#include <cmath>
#include <string>
#include <utility>

namespace scaena {

namespace {

constexpr int kDeepest = 20; ///< brackets within each other
constexpr std::size_t kLongestSum = 200;

/// In plain ASCII, without spaces.
std::string plain(std::string_view text) {
    constexpr std::pair<std::string_view, std::string_view> kOthers[] = {
        {"×", "*"},     {"÷", "/"},     {"−", "-"}, {",", "."}, {"\u00a0", ""},
        {"\u2009", ""}, {"\u202f", ""}, {" ", ""},  {"\t", ""}};
    std::string out;
    while (!text.empty()) {
        std::string_view taken = text.substr(0, 1), as = taken;
        for (const auto& [other, meant] : kOthers) {
            if (text.starts_with(other)) {
                taken = other;
                as = meant;
            }
        }
        out += as;
        text.remove_prefix(taken.size());
    }
    return out;
}

class Sum {
public:
    Sum(std::string_view text, double before) : m_text(text), m_before(before) {}

    std::optional<double> value() {
        const double sum = terms(startsWithAny("*/") ? factors(m_before) : factors(factor()));
        return m_isSum && m_text.empty() && std::isfinite(sum) ? std::optional(sum) : std::nullopt;
    }

private:
    [[nodiscard]] bool startsWithAny(std::string_view signs) const {
        return !m_text.empty() && signs.find(m_text.front()) != std::string_view::npos;
    }
    char next() {
        const char first = m_text.front();
        m_text.remove_prefix(1);
        return first;
    }
    double refuse() {
        m_isSum = false;
        return 0;
    }

    double terms(double sum) {
        while (m_isSum && startsWithAny("+-")) {
            const bool adds = next() == '+';
            const double term = factors(factor());
            sum += adds ? term : -term;
        }
        return sum;
    }

    double factors(double product) {
        while (m_isSum && startsWithAny("*/")) {
            const bool times = next() == '*';
            const double by = factor();
            if (!times && by == 0) {
                return refuse();
            }
            product = times ? product * by : product / by;
        }
        return product;
    }

    double factor() {
        if (m_text.empty() || ++m_depth > kDeepest) {
            return refuse();
        }
        double value = 0;
        if (startsWithAny("+-")) {
            const bool isPlus = next() == '+';
            value = isPlus ? factor() : -factor();
        } else if (startsWithAny("(")) {
            next();
            value = terms(factors(factor()));
            if (!startsWithAny(")")) {
                return refuse();
            }
            next();
        } else {
            value = number();
        }
        --m_depth;
        return value;
    }

    double number() {
        double read = 0;
        const auto [end, error] =
            std::from_chars(m_text.data(), m_text.data() + m_text.size(), read, std::chars_format::fixed);
        if (error != std::errc() || !startsWithAny(".0123456789")) { // nor "inf"
            return refuse();
        }
        m_text.remove_prefix(static_cast<std::size_t>(end - m_text.data()));
        if (startsWithAny("%")) {
            next();
            return read / 100 * m_before;
        }
        return read;
    }

    std::string_view m_text;
    double m_before;
    int m_depth = 0;
    bool m_isSum = true;
};

}

std::optional<double> sumOf(std::string_view text, double before) {
    if (text.size() > kLongestSum) {
        return {};
    }
    const auto sum = plain(text);
    return Sum(sum, before).value();
}

}
