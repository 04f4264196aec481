// SPDX-License-Identifier: MIT
#include "export/android/long_paths.h"

#include <algorithm>
#include <numeric>

namespace scaena::exporting {

namespace {

constexpr int kDigits = 3;

std::vector<art::Path> contoursOf(const art::Path& path) {
    std::vector<art::Path> contours;
    std::size_t at = 0;
    for (const auto verb : path.verbs) {
        if (verb == art::Path::Verb::Move || contours.empty()) {
            contours.emplace_back();
        }
        auto& contour = contours.back();
        contour.verbs.push_back(verb);
        const std::size_t points = verb == art::Path::Verb::Cubic   ? 3
                                   : verb == art::Path::Verb::Close ? 0
                                                                    : 1;
        const auto from = path.points.begin() + static_cast<std::ptrdiff_t>(at);
        contour.points.insert(contour.points.end(), from, from + static_cast<std::ptrdiff_t>(points));
        at += points;
    }
    return contours;
}

/// Groups of contours that cannot be told apart by their boxes, in the order of their first ones.
class Clusters {
public:
    Clusters(const std::vector<art::Path>& contours, double reach) : m_first(contours.size()) {
        std::iota(m_first.begin(), m_first.end(), std::size_t{0});
        std::vector<Rect> boxes;
        for (const auto& contour : contours) {
            const auto box = art::bounds(contour);
            boxes.push_back({box.x - reach, box.y - reach, box.width + 2 * reach, box.height + 2 * reach});
        }
        for (std::size_t i = 0; i < boxes.size(); ++i) {
            for (std::size_t j = 0; j < i; ++j) {
                const auto &a = boxes[i], &b = boxes[j];
                if (a.x <= b.right() && b.x <= a.right() && a.y <= b.bottom() && b.y <= a.bottom()) {
                    const auto one = of(i), other = of(j);
                    m_first[std::max(one, other)] = std::min(one, other);
                }
            }
        }
    }

    [[nodiscard]] std::size_t of(std::size_t contour) const {
        while (m_first[contour] != contour) {
            contour = m_first[contour];
        }
        return contour;
    }

private:
    std::vector<std::size_t> m_first;
};

}

std::optional<std::string> wholePathText(const art::Path& path) {
    for (int digits = kDigits; digits > 0; --digits) {
        if (auto text = art::toText(path, digits); text.size() <= kLongestResourceText) {
            return text;
        }
    }
    return std::nullopt;
}

std::optional<std::vector<std::string>> pathTexts(const art::Path& path, double reach) {
    if (auto text = art::toText(path, kDigits); text.size() <= kLongestResourceText) {
        return std::vector{std::move(text)};
    }
    const auto contours = contoursOf(path);
    const Clusters clusters(contours, reach);
    std::vector<art::Path> parts(contours.size());
    for (std::size_t i = 0; i < contours.size(); ++i) {
        parts[clusters.of(i)].append(contours[i]);
    }
    std::vector<std::string> texts;
    for (const auto& part : parts) {
        if (part.isEmpty()) {
            continue;
        }
        const auto text = wholePathText(part);
        if (!text) {
            return std::nullopt;
        }
        if (texts.empty() || texts.back().size() + text->size() > kLongestResourceText) {
            texts.push_back(*text);
        } else {
            texts.back() += *text;
        }
    }
    return texts;
}

}
