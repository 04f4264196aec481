// SPDX-License-Identifier: MIT
#pragma once

namespace scaena::app {

/// Which part of the axis is in sight, in ms: all of it, or a span of it.
class ScoreSpan {
public:
    static constexpr double kShortest = 60;

    /// `whole`: what there is to be seen.
    [[nodiscard]] double from() const { return isWhole() ? 0 : m_from; }
    [[nodiscard]] double length(double whole) const { return isWhole() ? whole : m_length; }
    [[nodiscard]] bool isWhole() const { return m_length <= 0; }

    void showWhole() { m_length = 0; }
    void show(double from, double to, double whole);
    /// Nearer by a factor about a time that stays where it is: at that part of the span.
    void zoom(double factor, double aroundTime, double part, double whole);
    void moveBy(double time);

private:
    double m_from = 0;
    double m_length = 0; // 0: the whole
};

}
