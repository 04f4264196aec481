// SPDX-License-Identifier: MIT
#include "export/common/line_diff.h"

#include <algorithm>

namespace scaena::exporting {

namespace {

using Lines = std::vector<std::string>;

/// The path of the edit, backwards, from what each round reached.
std::vector<DiffLine> traced(const Lines& from, const Lines& to,
                             const std::vector<std::vector<int>>& rounds) {
    std::vector<DiffLine> out;
    int x = static_cast<int>(from.size());
    int y = static_cast<int>(to.size());
    for (int d = static_cast<int>(rounds.size()) - 1; d >= 0; --d) {
        const auto& reached = rounds[static_cast<std::size_t>(d)];
        const int middle = static_cast<int>(reached.size()) / 2;
        const auto at = [&](int k) { return reached[static_cast<std::size_t>(middle + k)]; };
        const int k = x - y;
        const bool down = k == -d || (k != d && at(k - 1) < at(k + 1));
        const int before = down ? k + 1 : k - 1;
        const int beforeX = d == 0 ? 0 : at(before);
        const int beforeY = d == 0 ? 0 : beforeX - before;
        while (x > beforeX && y > beforeY && x > 0 && y > 0 && (d > 0 || x > 0)) {
            --x;
            --y;
            out.push_back({LineKind::Same, from[static_cast<std::size_t>(x)]});
        }
        if (d == 0) {
            break;
        }
        if (down) {
            --y;
            out.push_back({LineKind::New, to[static_cast<std::size_t>(y)]});
        } else {
            --x;
            out.push_back({LineKind::Gone, from[static_cast<std::size_t>(x)]});
        }
    }
    std::reverse(out.begin(), out.end());
    return out;
}

std::vector<DiffLine> asBlocks(const Lines& from, const Lines& to) {
    std::vector<DiffLine> out;
    for (const auto& line : from) {
        out.push_back({LineKind::Gone, line});
    }
    for (const auto& line : to) {
        out.push_back({LineKind::New, line});
    }
    return out;
}

}

std::vector<std::string> linesOf(std::string_view text) {
    Lines lines;
    while (!text.empty()) {
        const auto end = text.find('\n');
        lines.emplace_back(text.substr(0, end));
        text = end == std::string_view::npos ? std::string_view() : text.substr(end + 1);
    }
    return lines;
}

std::vector<DiffLine> diffLines(std::string_view fromText, std::string_view toText) {
    const Lines from = linesOf(fromText);
    const Lines to = linesOf(toText);
    const int n = static_cast<int>(from.size());
    const int m = static_cast<int>(to.size());
    const int most = std::min(n + m, kMostEdits);
    std::vector<std::vector<int>> rounds;
    std::vector<int> reached(static_cast<std::size_t>(2 * most + 3), 0);
    const int middle = most + 1;
    for (int d = 0; d <= most; ++d) {
        // What the round before reached, only as wide as it can matter.
        rounds.emplace_back(reached.begin() + middle - d - 1, reached.begin() + middle + d + 2);
        for (int k = -d; k <= d; k += 2) {
            const auto at = static_cast<std::size_t>(middle + k);
            const bool down = k == -d || (k != d && reached[at - 1] < reached[at + 1]);
            int x = down ? reached[at + 1] : reached[at - 1] + 1;
            int y = x - k;
            while (x < n && y < m && from[static_cast<std::size_t>(x)] == to[static_cast<std::size_t>(y)]) {
                ++x;
                ++y;
            }
            reached[at] = x;
            if (x >= n && y >= m) {
                return traced(from, to, rounds);
            }
        }
    }
    return asBlocks(from, to);
}

}
