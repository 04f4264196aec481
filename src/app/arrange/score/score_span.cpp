// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_span.h"

#include <algorithm>

namespace scaena::app {

void ScoreSpan::show(double from, double to, double whole) {
    m_length = std::clamp(to - from, kShortest, std::max(kShortest, whole));
    m_from = std::clamp(from, 0.0, std::max(0.0, whole - m_length));
}

void ScoreSpan::zoom(double factor, double aroundTime, double part, double whole) {
    const double wanted = std::clamp(length(whole) / factor, kShortest, std::max(kShortest, whole));
    m_length = wanted >= whole ? 0 : wanted;
    m_from = std::clamp(aroundTime - part * wanted, 0.0, std::max(0.0, whole - wanted));
}

void ScoreSpan::moveBy(double time) { m_from = std::max(0.0, m_from + time); }

}
