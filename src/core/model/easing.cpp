// SPDX-License-Identifier: MIT
#include "core/model/easing.h"

#include <charconv>
#include <cmath>
#include <fmt/format.h>

namespace scaena::model {

namespace {

template <class... Fs>
struct Overloaded : Fs... {
    using Fs::operator()...;
};
template <class... Fs>
Overloaded(Fs...) -> Overloaded<Fs...>;

std::string_view trimmed(std::string_view text) {
    while (!text.empty() && text.front() == ' ') {
        text.remove_prefix(1);
    }
    while (!text.empty() && text.back() == ' ') {
        text.remove_suffix(1);
    }
    return text;
}

std::optional<double> number(std::string_view text) {
    double value = 0;
    const auto end = text.data() + text.size();
    const auto [stop, error] = std::from_chars(text.data(), end, value);
    if (error != std::errc{} || stop != end || !std::isfinite(value) || std::abs(value) > 1e6) {
        return std::nullopt;
    }
    return value;
}

std::vector<std::string_view> splitAtCommas(std::string_view text) {
    std::vector<std::string_view> parts;
    std::size_t from = 0;
    while (true) {
        const auto comma = text.find(',', from);
        parts.push_back(trimmed(text.substr(from, comma - from)));
        if (comma == std::string_view::npos) {
            return parts;
        }
        from = comma + 1;
    }
}

std::optional<std::vector<double>> numbers(const std::vector<std::string_view>& parts, std::size_t count) {
    if (parts.size() != count) {
        return std::nullopt;
    }
    std::vector<double> values;
    for (const auto& part : parts) {
        const auto value = number(part);
        if (!value) {
            return std::nullopt;
        }
        values.push_back(*value);
    }
    return values;
}

constexpr std::string_view kJumps[] = {"jump-start", "jump-end", "jump-none", "jump-both"};

std::optional<Easing> parseSteps(const std::vector<std::string_view>& parts) {
    const auto count = parts.empty() ? std::nullopt : number(parts[0]);
    if (!count || parts.size() > 2 || *count < 1 || *count > 100 || *count != std::floor(*count)) {
        return std::nullopt;
    }
    Steps steps{static_cast<int>(*count), Steps::Jump::End};
    if (parts.size() == 2) {
        const auto word = parts[1] == "start" ? kJumps[0] : parts[1] == "end" ? kJumps[1] : parts[1];
        bool known = false;
        for (int i = 0; i < 4; ++i) {
            if (word == kJumps[i]) {
                steps.jump = static_cast<Steps::Jump>(i);
                known = true;
            }
        }
        if (!known) {
            return std::nullopt;
        }
    }
    if (steps.jump == Steps::Jump::None && steps.count < 2) {
        return std::nullopt;
    }
    return steps;
}

/// CSS Easing 2 §2.2: missing positions are spread evenly between their neighbours; positions never fall.
std::optional<Easing> parseLinear(const std::vector<std::string_view>& parts) {
    if (parts.size() < 2 || parts.size() > 200) {
        return std::nullopt;
    }
    LinearStops linear;
    std::vector<bool> placed;
    for (const auto& part : parts) {
        const auto space = part.find(' ');
        const auto value = number(part.substr(0, space));
        std::optional<double> at;
        if (space != std::string_view::npos) {
            auto percent = trimmed(part.substr(space));
            if (percent.empty() || percent.back() != '%') {
                return std::nullopt;
            }
            percent.remove_suffix(1);
            at = number(percent);
            if (!at) {
                return std::nullopt;
            }
        }
        if (!value) {
            return std::nullopt;
        }
        linear.stops.push_back({at.value_or(0) / 100, *value});
        placed.push_back(at.has_value());
    }
    auto& stops = linear.stops;
    if (!placed.front()) {
        stops.front().at = 0;
    }
    if (!placed.back()) {
        stops.back().at = 1;
        placed.back() = true;
    }
    for (std::size_t i = 1, last = 0; i < stops.size(); ++i) {
        if (!placed[i]) {
            continue;
        }
        stops[i].at = std::max(stops[i].at, stops[last].at);
        for (std::size_t k = last + 1; k < i; ++k) {
            stops[k].at =
                stops[last].at + (stops[i].at - stops[last].at) * double(k - last) / double(i - last);
        }
        last = i;
    }
    return linear;
}

}

const std::vector<NamedEasing>& namedEasings() {
    static const std::vector<NamedEasing> list = {
        {"linear", CubicBezier{0, 0, 1, 1}, true},
        {"ease", CubicBezier{0.25, 0.1, 0.25, 1}, true},
        {"ease-in", CubicBezier{0.42, 0, 1, 1}, true},
        {"ease-out", CubicBezier{0, 0, 0.58, 1}, true},
        {"ease-in-out", CubicBezier{0.42, 0, 0.58, 1}, true},
        {"arrive", CubicBezier{0.16, 1, 0.3, 1}},
        {"depart", CubicBezier{0.7, 0, 0.84, 0}},
        {"overshoot", CubicBezier{0.34, 1.56, 0.64, 1}},
        {"steps", Steps{6, Steps::Jump::End}},
        {"spring", Spring{1, 180, 14}},
        {"bounce", Bounce{2, 0.45}},
    };
    return list;
}

std::string toText(const Easing& easing) {
    for (const auto& named : namedEasings()) {
        if (named.isCssKeyword && named.easing == easing) {
            return std::string(named.name);
        }
    }
    return std::visit(
        Overloaded{
            [](const CubicBezier& c) {
                return fmt::format("cubic-bezier({}, {}, {}, {})", c.x1, c.y1, c.x2, c.y2);
            },
            [](const Steps& s) {
                return fmt::format("steps({}, {})", s.count, kJumps[static_cast<int>(s.jump)]);
            },
            [](const LinearStops& l) {
                std::string out;
                for (const auto& stop : l.stops) {
                    // Twelve digits keep a percentage readable and lose nothing a pixel could show.
                    out += fmt::format("{}{} {:.12g}%", out.empty() ? "" : ", ", stop.value, stop.at * 100);
                }
                return "linear(" + out + ")";
            },
            [](const Spring& s) { return fmt::format("spring({}, {}, {})", s.mass, s.stiffness, s.damping); },
            [](const Bounce& b) { return fmt::format("bounce({}, {})", b.bounces, b.restitution); },
        },
        easing);
}

std::optional<Easing> parseEasing(std::string_view text) {
    text = trimmed(text);
    for (const auto& named : namedEasings()) {
        if (named.isCssKeyword && named.name == text) {
            return named.easing;
        }
    }
    const auto open = text.find('(');
    if (open == std::string_view::npos || text.back() != ')') {
        return std::nullopt;
    }
    const auto name = text.substr(0, open);
    const auto parts = splitAtCommas(text.substr(open + 1, text.size() - open - 2));
    if (name == "steps") {
        return parseSteps(parts);
    }
    if (name == "linear") {
        return parseLinear(parts);
    }
    if (name == "cubic-bezier") {
        const auto v = numbers(parts, 4);
        const auto inUnit = [](double x) { return x >= 0 && x <= 1; };
        if (v && inUnit((*v)[0]) && inUnit((*v)[2])) {
            return CubicBezier{(*v)[0], (*v)[1], (*v)[2], (*v)[3]};
        }
    }
    if (name == "spring") {
        const auto v = numbers(parts, 3);
        if (v && (*v)[0] >= 0.01 && (*v)[1] >= 0.1 && (*v)[2] >= 0.01) {
            return Spring{(*v)[0], (*v)[1], (*v)[2]};
        }
    }
    if (name == "bounce") {
        const auto v = numbers(parts, 2);
        if (v && (*v)[0] >= 0 && (*v)[0] <= 12 && (*v)[0] == std::floor((*v)[0]) && (*v)[1] >= 0 &&
            (*v)[1] <= 0.95) {
            return Bounce{static_cast<int>((*v)[0]), (*v)[1]};
        }
    }
    return std::nullopt;
}

}
