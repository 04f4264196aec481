// SPDX-License-Identifier: MIT
#include "core/start/css_animation.h"

#include "core/art/css_text.h"
#include "core/model/limits.h"
#include "core/start/svg_motion.h"

#include <algorithm>
#include <cmath>
#include <cstring>
#include <numbers>
#include <tuple>

namespace scaena::start {

namespace {

std::map<std::string, std::string> declarationsOf(std::string_view text) {
    std::map<std::string, std::string> found;
    for (const auto& part : art::splitTrimmed(text, ";")) {
        const auto colon = part.find(':');
        if (colon != std::string::npos) {
            found[std::string(art::stripped(std::string_view(part).substr(0, colon)))] =
                std::string(art::stripped(std::string_view(part).substr(colon + 1)));
        }
    }
    return found;
}

/// From just behind "{" to its "}".
std::string_view block(std::string_view css, std::size_t from) {
    int depth = 1;
    for (std::size_t i = from; i < css.size(); ++i) {
        depth += css[i] == '{' ? 1 : css[i] == '}' ? -1 : 0;
        if (depth == 0) {
            return css.substr(from, i - from);
        }
    }
    return css.substr(std::min(from, css.size()));
}

/// Where the next rule of keyframes begins, at its @, and where its block does; npos: there is none.
std::pair<std::size_t, std::size_t> nextKeyframes(std::string_view css, std::size_t from) {
    for (auto at = css.find('@', from); at != std::string_view::npos; at = css.find('@', at + 1)) {
        const auto rule = css.substr(at);
        const auto open = css.find('{', at);
        if (open != std::string_view::npos &&
            (rule.starts_with("@keyframes") || rule.starts_with("@-webkit-keyframes"))) {
            return {at, open};
        }
    }
    return {std::string_view::npos, std::string_view::npos};
}

std::optional<double> degrees(const std::string& text) {
    char* end = nullptr;
    const double value = std::strtod(text.c_str(), &end);
    const std::string_view unit = art::stripped(end);
    if (end == text.c_str()) {
        return {};
    }
    return unit == "deg" || (unit.empty() && value == 0) ? std::optional(value)
           : unit == "turn"                              ? std::optional(value * 360)
           : unit == "rad"                               ? std::optional(value * 180 / std::numbers::pi)
           : unit == "grad"                              ? std::optional(value * 0.9)
                                                         : std::nullopt;
}

/// At commas that are not within brackets.
std::vector<std::string> splitOutside(const std::string& text) {
    std::vector<std::string> parts(1);
    int depth = 0;
    for (const char c : text) {
        depth += c == '(' ? 1 : c == ')' ? -1 : 0;
        if (c == ',' && depth == 0) {
            parts.emplace_back();
        } else {
            parts.back() += c;
        }
    }
    return parts;
}

std::vector<std::string> wordsOutside(const std::string& text) {
    std::vector<std::string> words(1);
    int depth = 0;
    for (const char c : text) {
        depth += c == '(' ? 1 : c == ')' ? -1 : 0;
        if ((c == ' ' || c == '\n' || c == '\t') && depth == 0) {
            words.emplace_back();
        } else {
            words.back() += c;
        }
    }
    std::erase(words, "");
    return words;
}

/// Fills one animation in, word by word.
class AnimationWords {
public:
    explicit AnimationWords(CssAnimation& into) : m_into(into) {}

    void shorthand(const std::string& text) {
        int timesSeen = 0;
        for (const auto& word : wordsOutside(text)) {
            const bool isNumber = std::strchr("0123456789.-+", word.front()) != nullptr;
            const auto millis = isNumber && word.back() == 's' ? clockMillis(word) : std::nullopt;
            if (millis) {
                timesSeen++ == 0 ? length(*millis) : delay(*millis);
            } else if (isNumber || word == "infinite") {
                count(word);
            } else if (word == "alternate" || word == "alternate-reverse" || word == "normal" ||
                       word == "reverse") {
                direction(word);
            } else if (word == "forwards" || word == "backwards" || word == "both") {
                fillMode(word);
            } else if (word == "paused") {
                m_into.strange = "it is paused";
            } else if (const auto easing = timingFunction(word)) {
                m_into.easing = easing;
            } else if (word != "none" && word != "running") {
                m_into.name = word;
            }
        }
    }

    void longhands(const art::Declarations& own, std::size_t index) {
        const auto each = [&](const char* name, auto use) {
            const auto found = own.find(name);
            const auto list = splitOutside(found == own.end() ? std::string() : found->second);
            const std::string word(art::stripped(list[index % list.size()]));
            if (!word.empty()) {
                use(word);
            }
        };
        each("animation-name", [&](const auto& it) { m_into.name = it; });
        each("animation-duration", [&](const auto& it) { length(clockMillis(it).value_or(0)); });
        each("animation-delay", [&](const auto& it) { delay(clockMillis(it).value_or(0)); });
        each("animation-iteration-count", [&](const auto& it) { count(it); });
        each("animation-direction", [&](const auto& it) { direction(it); });
        each("animation-fill-mode", [&](const auto& it) { fillMode(it); });
        each("animation-timing-function", [&](const auto& it) {
            if (const auto easing = timingFunction(it)) {
                m_into.easing = easing;
            }
        });
    }

private:
    static Millis bounded(double millis) {
        return static_cast<Millis>(std::lround(std::clamp(millis, 0.0, double(model::limits::kLongest))));
    }
    void length(double millis) { m_into.times.length = bounded(millis); }
    void delay(double millis) {
        m_into.times.begin = bounded(millis);
        m_into.strange = millis < 0 ? "it begins in its middle" : m_into.strange;
    }
    void count(const std::string& word) {
        const double value = std::strtod(word.c_str(), nullptr);
        m_into.times.forEver = word == "infinite";
        m_into.times.times = static_cast<int>(std::clamp(std::round(value), 1.0, 1000.0));
        if (!m_into.times.forEver && (value < 1 || value != std::round(value))) {
            m_into.strange = "it plays parts of a round";
        }
    }
    void direction(const std::string& word) {
        m_into.times.alternate = word.starts_with("alternate");
        m_into.reverse = word.ends_with("reverse");
    }
    void fillMode(const std::string& word) {
        m_into.times.staysAfter = word == "forwards" || word == "both";
        m_into.times.holdsBefore = word == "backwards" || word == "both";
    }

    CssAnimation& m_into;
};

}

std::map<std::string, Keyframes> keyframesIn(std::string_view css) {
    std::map<std::string, Keyframes> found;
    for (auto [at, open] = nextKeyframes(css, 0); at != std::string_view::npos;
         std::tie(at, open) = nextKeyframes(css, open)) {
        const auto word = css.find("keyframes", at) + std::strlen("keyframes");
        std::string name(art::stripped(css.substr(word, open - word)));
        std::erase(name, '"');
        const auto body = block(css, open + 1);
        auto& frames = found[name];
        for (std::size_t from = 0; from < body.size();) {
            const auto brace = body.find('{', from);
            if (brace == std::string_view::npos) {
                break;
            }
            const auto inner = block(body, brace + 1);
            for (const auto& place : art::splitTrimmed(body.substr(from, brace - from), ",")) {
                const double part = place == "from" ? 0
                                    : place == "to" ? 1
                                                    : std::strtod(place.c_str(), nullptr) / 100;
                for (auto& [key, value] : declarationsOf(inner)) {
                    frames[std::clamp(part, 0.0, 1.0)][key] = value;
                }
            }
            from = brace + 1 + inner.size() + 1;
        }
    }
    return found;
}

std::string withoutKeyframes(std::string css) {
    for (auto [at, open] = nextKeyframes(css, 0); at != std::string::npos;
         std::tie(at, open) = nextKeyframes(css, at)) {
        css.erase(at, open + 1 + block(css, open + 1).size() + 1 - at);
    }
    return css;
}

std::optional<double> plainLength(const std::string& text) {
    char* end = nullptr;
    const double value = std::strtod(text.c_str(), &end);
    const std::string_view unit = art::stripped(end);
    const bool known = unit.empty() || unit == "px";
    return end != text.c_str() && known && std::isfinite(value) ? std::optional(value) : std::nullopt;
}

std::optional<TransformSteps> stepsOf(std::string_view text) {
    TransformSteps steps;
    if (art::stripped(text) == "none") {
        return steps;
    }
    int stage = 0; // ways before turns before scales
    while (!art::stripped(text).empty()) {
        const auto open = text.find('(');
        const auto shut = text.find(')');
        if (open == std::string_view::npos || shut == std::string_view::npos || shut < open) {
            return {};
        }
        const std::string name(art::stripped(text.substr(0, open)));
        const auto words = art::splitTrimmed(text.substr(open + 1, shut - open - 1), ", ");
        text = text.substr(shut + 1);
        if (words.empty()) {
            return {};
        }
        const auto number = [&](std::size_t i) {
            char* end = nullptr;
            const double value = std::strtod(words[i].c_str(), &end);
            return std::string_view(end) == "%" ? value / 100 : value;
        };
        if (name.starts_with("translate")) {
            const auto one = plainLength(words[0]);
            const auto two = words.size() > 1 ? plainLength(words[1]) : std::optional(0.0);
            if (!one || !two || stage > 0) {
                return {};
            }
            steps.way.x += name == "translateY" ? 0 : *one;
            steps.way.y += name == "translateY" ? *one : *two;
        } else if (name == "rotate" || name == "rotateZ") {
            const auto turn = degrees(words[0]);
            if (!turn || stage > 1) {
                return {};
            }
            stage = 1;
            steps.turn += *turn;
        } else if (name == "scale" || name == "scaleX" || name == "scaleY" || name == "scale3d") {
            stage = 2;
            steps.scale.x *= name == "scaleY" ? 1 : number(0);
            steps.scale.y *= name == "scaleX" ? 1 : words.size() > 1 ? number(1) : number(0);
        } else {
            return {};
        }
    }
    return steps;
}

std::optional<model::Easing> timingFunction(const std::string& word) {
    if (word == "step-end" || word == "step-start") {
        return model::Steps{1, word == "step-end" ? model::Steps::Jump::End : model::Steps::Jump::Start};
    }
    const bool isCurve = word == "linear" || word.starts_with("ease") || word.starts_with("cubic-bezier(") ||
                         word.starts_with("steps(") || word.starts_with("linear(");
    return isCurve ? model::parseEasing(word) : std::nullopt;
}

std::vector<CssAnimation> animationsOf(const art::Declarations& own) {
    const auto get = [&](const char* name) {
        const auto found = own.find(name);
        return found == own.end() ? std::string() : found->second;
    };
    const auto whole = get("animation");
    const auto names = get("animation-name");
    std::vector<CssAnimation> list;
    if (whole.empty() && names.empty()) {
        return list;
    }
    for (const auto& one : splitOutside(whole.empty() ? names : whole)) {
        CssAnimation animation;
        AnimationWords words(animation);
        words.shorthand(one);
        words.longhands(own, list.size());
        list.push_back(std::move(animation));
    }
    return list;
}

}
