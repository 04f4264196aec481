// SPDX-License-Identifier: MIT
#include "export/lottie/lottie_curves.h"

#include "core/motion/easing_curve.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

namespace scaena::exporting {

using model::CubicBezier;

namespace {

/// Nearer to a frame than this, a moment is that frame.
constexpr double kSameFrame = 0.0005;
/// Handles further out are no curve a person could edit, and some players lose digits there.
constexpr double kFarthestHandle = 8;

double handle(double value) { return std::round(value * 10000) / 10000 + 0.0; } // no minus before a nought

/// Gathers the moments at which the schedule's curves begin and end.
class Moments {
public:
    Moments(double start, long count, LottieTimes& times)
        : m_start(start), m_last(static_cast<double>(count - 1)), m_times(times) {}

    [[nodiscard]] double frameOf(double time) const { return (time - m_start) * kLottieRate / 1000; }

    void knot(double time) {
        const double frame = frameOf(time);
        if (frame > 0 && frame < m_last) {
            const double whole = std::round(frame);
            m_knots[std::abs(frame - whole) < kSameFrame ? whole : frame] = time;
        }
    }

    void segment(const schedule::Segment& segment) {
        knot(segment.start);
        if (isNever(segment.start)) {
            return;
        }
        const double stop = isNever(segment.stop) ? m_start + m_last * 1000 / kLottieRate : segment.stop;
        knot(stop);
        knot(stop + segment.settle);
        const auto keys = segment.keys();
        for (long cycle = 0; segment.length > 0; ++cycle) {
            const double begin = segment.start + static_cast<double>(cycle * segment.length);
            if (begin >= stop || frameOf(begin) >= m_last) {
                break;
            }
            const bool back = segment.alternate && cycle % 2 == 1;
            for (std::size_t i = 0; i + 1 < keys.size(); ++i) {
                const double from = back ? 1 - keys[i + 1].at : keys[i].at;
                const double to = back ? 1 - keys[i].at : keys[i + 1].at;
                piece(begin + from * segment.length, begin + to * segment.length, keys[i].easing, back);
            }
        }
    }

    /// Every frame, and the knots between them.
    void finish() {
        auto moments = m_knots;
        for (double frame = 0; frame <= m_last; ++frame) {
            moments.emplace(frame, m_start + frame * 1000 / kLottieRate);
        }
        for (const auto& [frame, time] : moments) {
            if (frame == 0 || frame == m_last || m_knots.count(frame) > 0) {
                m_times.knots.push_back(m_times.frames.size());
            }
            m_times.frames.push_back(frame);
            m_times.millis.push_back(time);
        }
    }

private:
    void piece(double from, double to, const model::Easing& easing, bool back) {
        knot(from);
        knot(to);
        if (const auto* curve = std::get_if<CubicBezier>(&easing)) {
            const auto turned = CubicBezier{1 - curve->x2, 1 - curve->y2, 1 - curve->x1, 1 - curve->y1};
            m_times.eases.push_back({frameOf(from), frameOf(to), back ? turned : *curve});
        } else if (const auto* steps = std::get_if<model::Steps>(&easing)) {
            for (int i = 1; i < steps->count; ++i) {
                knot(from + (to - from) * i / steps->count);
            }
        }
    }

    double m_start, m_last;
    LottieTimes& m_times;
    std::map<double, double> m_knots; // frame to milliseconds
};

double along(double a, double b, double s) {
    const double r = 1 - s;
    return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
}

double parameterAt(const CubicBezier& curve, double x) {
    double low = 0, high = 1;
    for (int i = 0; i < 50; ++i) {
        const double middle = (low + high) / 2;
        (along(curve.x1, curve.x2, middle) < x ? low : high) = middle;
    }
    return (low + high) / 2;
}

/// The part of a curve between two parts of its time, as a curve of its own (de Casteljau); nothing where it
/// comes back to the height it had.
std::optional<CubicBezier> partOf(const CubicBezier& curve, double from, double to) {
    if (from <= 1e-9 && to >= 1 - 1e-9) {
        return curve;
    }
    const double s = parameterAt(curve, from), e = parameterAt(curve, to);
    const auto part = [&](double a, double b) {
        const auto blossom = [&](double u, double v, double w) {
            const double p1 = a, p2 = b;
            return p1 * (u * (1 - v) * (1 - w) + (1 - u) * v * (1 - w) + (1 - u) * (1 - v) * w) +
                   p2 * (u * v * (1 - w) + u * (1 - v) * w + (1 - u) * v * w) + u * v * w;
        };
        const double first = blossom(s, s, s), last = blossom(e, e, e);
        return std::pair((blossom(s, s, e) - first) / (last - first),
                         (blossom(s, e, e) - first) / (last - first));
    };
    if (std::abs(along(curve.y1, curve.y2, e) - along(curve.y1, curve.y2, s)) < 1e-6) {
        return std::nullopt;
    }
    const auto [x1, x2] = part(curve.x1, curve.x2);
    const auto [y1, y2] = part(curve.y1, curve.y2);
    return CubicBezier{handle(std::clamp(x1, 0.0, 1.0)), handle(y1), handle(std::clamp(x2, 0.0, 1.0)),
                       handle(y2)};
}

/// Finds the keys of one property.
class Fitter {
public:
    Fitter(const LottieTimes& times, const LottieSamples& samples, double tolerance)
        : m_times(times), m_samples(samples), m_tolerance(tolerance) {}

    [[nodiscard]] std::vector<LottieKey> keys() {
        const auto& knots = m_times.knots;
        for (std::size_t i = 0; i + 1 < knots.size();) {
            i = fromKnot(i);
        }
        m_keys.push_back({m_samples.size() - 1});
        return std::move(m_keys);
    }

private:
    /// Adds the keys from a knot to one further on, and gives that.
    std::size_t fromKnot(std::size_t i) {
        const auto& knots = m_times.knots;
        const auto farthest = [&](auto&& way) {
            for (std::size_t j = knots.size() - 1; j > i; --j) {
                if (auto key = way(knots[i], knots[j])) {
                    m_keys.push_back(*key);
                    return j;
                }
            }
            return i;
        };
        if (const auto j = farthest([&](std::size_t a, std::size_t b) { return known(a, b); }); j > i) {
            return j;
        }
        if (const auto j = farthest([&](std::size_t a, std::size_t b) { return nearest(a, b); }); j > i) {
            return j;
        }
        between(knots[i], knots[i + 1]);
        return i + 1;
    }

    /// Where no single curve does: the longest pieces that do, one after another.
    void between(std::size_t a, std::size_t b) {
        while (a < b) {
            std::size_t good = a + 1, bad = b + 1;
            while (bad - good > 1) {
                const auto middle = (good + bad) / 2;
                (known(a, middle) || nearest(a, middle) ? good : bad) = middle;
            }
            const auto key = known(a, good);
            m_keys.push_back(key ? *key : *nearest(a, good));
            a = good;
        }
    }

    /// A straight line, a wait for a jump, or the bezier of a cue.
    [[nodiscard]] std::optional<LottieKey> known(std::size_t a, std::size_t b) const {
        if (fits(a, b, [](double part) { return part; })) {
            return LottieKey{a};
        }
        if (fits(a, b, [](double) { return 0.0; })) {
            return LottieKey{a, LottieKey::Way::Hold, {}};
        }
        const double from = m_times.frames[a], to = m_times.frames[b];
        for (const auto& it : m_times.eases) {
            if (it.from > from + kSameFrame || it.to < to - kSameFrame) {
                continue;
            }
            const double length = it.to - it.from;
            const auto curve = partOf(it.curve, (from - it.from) / length, (to - it.from) / length);
            if (curve && follows(a, b, *curve)) {
                return LottieKey{a, LottieKey::Way::Curve, *curve};
            }
        }
        return std::nullopt;
    }

    /// The cubic of time that lies nearest by least squares: its handles stand at thirds.
    [[nodiscard]] std::optional<LottieKey> nearest(std::size_t a, std::size_t b) const {
        if (b - a < 3) {
            return b - a == 1 ? std::optional(LottieKey{a}) : std::nullopt;
        }
        double pp = 0, pq = 0, qq = 0, pv = 0, qv = 0;
        for (std::size_t k = 0; k < m_samples[a].size(); ++k) {
            const double range = m_samples[b][k] - m_samples[a][k];
            for (std::size_t i = a + 1; i < b; ++i) {
                const double u = partAt(a, b, i), r = 1 - u;
                const double p = 3 * r * r * u * range, q = 3 * r * u * u * range;
                const double value = m_samples[i][k] - m_samples[a][k] - u * u * u * range;
                pp += p * p, pq += p * q, qq += q * q, pv += p * value, qv += q * value;
            }
        }
        const double whole = pp * qq - pq * pq;
        if (whole <= 1e-12 * pp * qq) {
            return std::nullopt;
        }
        const double y1 = (pv * qq - qv * pq) / whole, y2 = (qv * pp - pv * pq) / whole;
        if (std::max(std::abs(y1), std::abs(y2)) > kFarthestHandle) {
            return std::nullopt;
        }
        const CubicBezier curve{handle(1.0 / 3), handle(y1), handle(2.0 / 3), handle(y2)};
        return follows(a, b, curve) ? std::optional(LottieKey{a, LottieKey::Way::Curve, curve})
                                    : std::nullopt;
    }

    [[nodiscard]] bool follows(std::size_t a, std::size_t b, const CubicBezier& curve) const {
        return fits(a, b, [&](double part) { return motion::ease(curve, part); });
    }

    [[nodiscard]] double partAt(std::size_t a, std::size_t b, std::size_t i) const {
        return (m_times.frames[i] - m_times.frames[a]) / (m_times.frames[b] - m_times.frames[a]);
    }

    template <typename Curve>
    [[nodiscard]] bool fits(std::size_t a, std::size_t b, Curve curve) const {
        const auto &from = m_samples[a], &to = m_samples[b];
        for (std::size_t i = a + 1; i < b; ++i) {
            const double part = curve(partAt(a, b, i));
            for (std::size_t k = 0; k < from.size(); ++k) {
                if (std::abs(from[k] + (to[k] - from[k]) * part - m_samples[i][k]) > m_tolerance) {
                    return false;
                }
            }
        }
        return true;
    }

    const LottieTimes& m_times;
    const LottieSamples& m_samples;
    double m_tolerance;
    std::vector<LottieKey> m_keys;
};

}

LottieTimes lottieTimes(const schedule::Schedule& schedule, int layer, long count) {
    LottieTimes times;
    Moments moments(schedule.beats.front().end, count, times);
    for (const auto& beat : schedule.beats) {
        moments.knot(beat.start);
        moments.knot(beat.end);
    }
    for (std::size_t property = 0; property < motion::kProperties; ++property) {
        for (const auto& it : schedule.timeline(layer, static_cast<motion::Property>(property)).segments()) {
            moments.segment(it);
        }
    }
    moments.finish();
    return times;
}

std::vector<LottieKey> lottieKeys(const LottieTimes& times, const LottieSamples& samples, double tolerance) {
    return Fitter(times, samples, tolerance).keys();
}

}
