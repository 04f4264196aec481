// SPDX-License-Identifier: MIT
#include "core/motion/easing_curve.h"

#include <algorithm>
#include <cmath>

namespace scaena::motion {

namespace {

/// One coordinate of a cubic Bezier from 0 to 1 with inner control values p1, p2.
double bezierAt(double p1, double p2, double s) {
    const double r = 1 - s;
    return 3 * r * r * s * p1 + 3 * r * s * s * p2 + s * s * s;
}

double bezierSlope(double p1, double p2, double s) {
    const double r = 1 - s;
    return 3 * r * r * p1 + 6 * r * s * (p2 - p1) + 3 * s * s * (1 - p2);
}

double easeBezier(const model::CubicBezier& curve, double x) {
    double low = 0;
    double high = 1;
    double s = x;
    for (int i = 0; i < 60; ++i) {
        const double off = bezierAt(curve.x1, curve.x2, s) - x;
        if (std::abs(off) < 1e-9) {
            break;
        }
        (off < 0 ? low : high) = s;
        const double slope = bezierSlope(curve.x1, curve.x2, s);
        const double newton = s - off / slope;
        s = slope > 1e-6 && newton > low && newton < high ? newton : (low + high) / 2;
    }
    return bezierAt(curve.y1, curve.y2, s);
}

/// CSS Easing 1 §2.3, for progress within 0..1.
double easeSteps(const model::Steps& steps, double x) {
    using Jump = model::Steps::Jump;
    const bool atStart = steps.jump == Jump::Start || steps.jump == Jump::Both;
    const int jumps = steps.count + (steps.jump == Jump::Both ? 1 : steps.jump == Jump::None ? -1 : 0);
    const double step = std::floor(x * steps.count + 1e-12) + (atStart ? 1 : 0);
    return std::clamp(step / jumps, 0.0, 1.0);
}

double easeStops(const model::LinearStops& linear, double x) {
    const auto& stops = linear.stops;
    if (x <= stops.front().at) {
        return stops.front().value;
    }
    const auto next = std::upper_bound(stops.begin(), stops.end(), x,
                                       [](double at, const auto& stop) { return at < stop.at; });
    if (next == stops.end()) {
        return stops.back().value;
    }
    const auto& from = *(next - 1);
    return from.value + (next->value - from.value) * (x - from.at) / (next->at - from.at);
}

/// The damped oscillator's position, seconds after it was let go at 0 with rest at 1.
double oscillator(const model::Spring& spring, double seconds) {
    const double omega = std::sqrt(spring.stiffness / spring.mass);
    const double zeta = spring.damping / (2 * std::sqrt(spring.stiffness * spring.mass));
    if (zeta < 0.9999) {
        const double damped = omega * std::sqrt(1 - zeta * zeta);
        const double part = std::cos(damped * seconds) + zeta * omega / damped * std::sin(damped * seconds);
        return 1 - std::exp(-zeta * omega * seconds) * part;
    }
    if (zeta < 1.0001) {
        return 1 - std::exp(-omega * seconds) * (1 + omega * seconds);
    }
    const double root = std::sqrt(zeta * zeta - 1);
    const double fast = -omega * (zeta + root);
    const double slow = -omega * (zeta - root);
    return 1 - (fast * std::exp(slow * seconds) - slow * std::exp(fast * seconds)) / (fast - slow);
}

double easeSpring(const model::Spring& spring, double x) {
    const double length = naturalLength(spring);
    // At the natural length the rest of 0.1 % is spread over the whole curve, so that it ends exactly at 1.
    const double end = oscillator(spring, length);
    return oscillator(spring, x * length) + (1 - end) * x;
}

double easeBounce(const model::Bounce& bounce, double x) {
    double total = 1;
    double flight = 2;
    for (int i = 0; i < bounce.bounces; ++i) {
        flight *= bounce.restitution;
        total += flight;
    }
    double t = x * total;
    if (t <= 1) {
        return t * t; // the fall: distance grows with the square of the time
    }
    t -= 1;
    double speed = 1;
    for (int i = 0; i < bounce.bounces; ++i) {
        speed *= bounce.restitution;
        const double length = 2 * speed;
        if (t <= length && length > 0) {
            const double fromTop = (t - speed);
            return 1 - (speed * speed - fromTop * fromTop);
        }
        t -= length;
    }
    return 1;
}

void refine(const model::Easing& easing, double from, double to, double tolerance, int depth,
            model::LinearStops& out) {
    const double a = ease(easing, from);
    const double b = ease(easing, to);
    double worst = 0;
    for (double part : {0.25, 0.5, 0.75}) {
        worst = std::max(worst, std::abs(ease(easing, from + (to - from) * part) - (a + (b - a) * part)));
    }
    if (worst > tolerance && depth < 10) {
        const double middle = (from + to) / 2;
        refine(easing, from, middle, tolerance, depth + 1, out);
        refine(easing, middle, to, tolerance, depth + 1, out);
        return;
    }
    out.stops.push_back({to, b});
}

}

double ease(const model::Easing& easing, double progress) {
    const double x = std::clamp(progress, 0.0, 1.0);
    if (const auto* bezier = std::get_if<model::CubicBezier>(&easing)) {
        if (x <= 0 || x >= 1 || *bezier == model::CubicBezier{}) {
            return x;
        }
        return easeBezier(*bezier, x);
    }
    if (const auto* steps = std::get_if<model::Steps>(&easing)) {
        return easeSteps(*steps, x);
    }
    if (const auto* linear = std::get_if<model::LinearStops>(&easing)) {
        return easeStops(*linear, x);
    }
    if (x <= 0 || x >= 1) {
        return x;
    }
    if (const auto* spring = std::get_if<model::Spring>(&easing)) {
        return easeSpring(*spring, x);
    }
    return easeBounce(std::get<model::Bounce>(easing), x);
}

std::optional<Swing> swingOf(const model::Spring& spring) {
    const double omega = std::sqrt(spring.stiffness / spring.mass);
    const double zeta = spring.damping / (2 * std::sqrt(spring.stiffness * spring.mass));
    if (zeta >= 0.9999) {
        return std::nullopt;
    }
    const double length = naturalLength(spring);
    return Swing{omega * std::sqrt(1 - zeta * zeta) * length, zeta * omega * length};
}

model::LinearStops flatten(const model::Easing& easing, double tolerance) {
    model::LinearStops out;
    out.stops.push_back({0, ease(easing, 0)});
    // Begin with small pieces, so that no swing hides between the samples of one.
    constexpr int kPieces = 32;
    for (int i = 0; i < kPieces; ++i) {
        refine(easing, i / double(kPieces), (i + 1) / double(kPieces), tolerance, 0, out);
    }
    return out;
}

double naturalLength(const model::Spring& spring) {
    const double omega = std::sqrt(spring.stiffness / spring.mass);
    const double zeta = spring.damping / (2 * std::sqrt(spring.stiffness * spring.mass));
    constexpr double kRest = 0.001;
    if (zeta < 0.9999) {
        // The envelope of the swing is exp(-zeta·omega·t)/sqrt(1-zeta²); solve for kRest. Bounded, since a
        // spring without damping would never come to rest.
        return std::min(60.0, -std::log(kRest * std::sqrt(1 - zeta * zeta)) / (zeta * omega));
    }
    // Critically and over-damped springs creep monotonously: find the time by bisection.
    double high = 1 / omega;
    while (high < 600 && 1 - oscillator(spring, high) > kRest) {
        high *= 2;
    }
    double low = 0;
    for (int i = 0; i < 50; ++i) {
        const double middle = (low + high) / 2;
        (1 - oscillator(spring, middle) > kRest ? low : high) = middle;
    }
    return high;
}

}
