// SPDX-License-Identifier: MIT
#include "core/schedule/seam.h"

#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::schedule {

using model::LayerKind;

namespace {

struct Lab {
    double l, a, b;
};

Lab labOf(Colour c) {
    const auto linear = [&](int part) {
        const double v = part / 255.0;
        return (v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4)) * c.a / 255.0;
    };
    const double r = linear(c.r), g = linear(c.g), b = linear(c.b);
    const auto curve = [](double t) {
        return t > 216.0 / 24389 ? std::cbrt(t) : (24389.0 / 27 * t + 16) / 116;
    };
    const double x = curve((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / 0.95047);
    const double y = curve(0.2126729 * r + 0.7151522 * g + 0.0721750 * b);
    const double z = curve((0.0193339 * r + 0.1191920 * g + 0.9503041 * b) / 1.08883);
    return {116 * y - 16, 500 * (x - y), 200 * (y - z)};
}

std::array<Point, 4> cornersOf(const LayerState& state) {
    const Matrix map = toScreen(state);
    const double x = state.size.width / 2, y = state.size.height / 2;
    return {map.map({-x, -y}), map.map({x, -y}), map.map({x, y}), map.map({-x, y})};
}

double jumpBetween(const LayerState& a, const LayerState& b) {
    const auto from = cornersOf(a), to = cornersOf(b);
    double far = 0;
    for (std::size_t i = 0; i < from.size(); ++i) {
        far = std::max(far, std::hypot(to[i].x - from[i].x, to[i].y - from[i].y));
    }
    return far;
}

const LayerState* findState(const Frame& frame, int layer) {
    for (const auto& state : frame.layers) {
        if (state.layer == layer) {
            return &state;
        }
    }
    return nullptr;
}

/// The colours at the upper and the lower edge of what lies behind everything.
std::pair<Colour, Colour> groundOf(const model::Sequence& sequence, const Frame& frame,
                                   model::Appearance appearance) {
    std::pair<Colour, Colour> ground;
    if (frame.system) {
        const Colour c = model::colourOf(sequence.palette, sequence.opening.colour, appearance);
        ground = {c, c};
    }
    for (const auto& state : frame.layers) {
        const auto& layer = sequence.layers[static_cast<std::size_t>(state.layer)];
        const bool covers =
            layer.kind == LayerKind::Backdrop && state.reveal.progress >= 1 && state.opacity > 0.99;
        if (covers) {
            const Colour from = model::colourOf(sequence.palette, layer.fill.colour, appearance);
            const Colour to =
                layer.fill.to.empty() ? from : model::colourOf(sequence.palette, layer.fill.to, appearance);
            ground = {from, to};
        }
    }
    return ground;
}

struct Sides {
    Frame system, app;
};

std::optional<Sides> sidesOf(const Schedule& schedule) {
    const auto& opening = schedule.beats.front();
    if (!opening.played || opening.end <= opening.start) {
        return std::nullopt;
    }
    return Sides{evaluate(schedule, opening.end - 0.001), evaluate(schedule, opening.end)};
}

bool isArt(const model::Layer& layer) {
    return layer.kind != LayerKind::Backdrop && layer.kind != LayerKind::FirstScreen &&
           layer.kind != LayerKind::Group;
}

}

double colourDistance(Colour a, Colour b) {
    const Lab from = labOf(a), to = labOf(b);
    return std::sqrt((from.l - to.l) * (from.l - to.l) + (from.a - to.a) * (from.a - to.a) +
                     (from.b - to.b) * (from.b - to.b));
}

std::vector<SeamGap> seamOf(const model::Sequence& sequence, const Conditions& conditions) {
    const auto schedule = resolve(sequence, conditions);
    const auto sides = sidesOf(schedule);
    std::vector<SeamGap> gaps;
    if (!sides) {
        return gaps;
    }
    for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
        const auto& layer = sequence.layers[i];
        if (!isArt(layer)) {
            continue;
        }
        const auto* before = findState(sides->system, static_cast<int>(i));
        const auto* after = findState(sides->app, static_cast<int>(i));
        SeamGap gap{layer.id};
        if (before && after) {
            gap.jump = jumpBetween(*before, *after);
        }
        const auto seen = [](const LayerState* state) { return state && state->draw > 0 ? state->opacity : 0; };
        gap.fade = seen(after) - seen(before);
        if (gap.jump > kSeenJump || std::abs(gap.fade) > kSeenFade) {
            gaps.push_back(gap);
        }
    }
    const auto before = groundOf(sequence, sides->system, conditions.appearance);
    const auto after = groundOf(sequence, sides->app, conditions.appearance);
    const double off =
        std::max(colourDistance(before.first, after.first), colourDistance(before.second, after.second));
    if (off > kSeenColours) {
        gaps.push_back({{}, 0, 0, off});
    }
    const auto weight = [](const SeamGap& gap) {
        return gap.jump / 10 + std::abs(gap.fade) * 3 + gap.colours / 10;
    };
    std::stable_sort(gaps.begin(), gaps.end(),
                     [&](const auto& a, const auto& b) { return weight(a) > weight(b); });
    return gaps;
}

model::Sequence mendSeam(model::Sequence sequence, const Conditions& conditions) {
    const auto schedule = resolve(sequence, conditions);
    const auto sides = sidesOf(schedule);
    if (!sides) {
        return sequence;
    }
    const bool iconOnly = targetOr(conditions.target).opening.iconOnly;
    for (const auto& gap : seamOf(sequence, conditions)) {
        const int index = model::indexOf(sequence.layers, gap.layer);
        if (gap.layer.empty()) {
            // The opening takes the colour of the first backdrop that covers the app's first frame, if it has
            // one.
            for (const auto& state : sides->app.layers) {
                const auto& layer = sequence.layers[static_cast<std::size_t>(state.layer)];
                if (layer.kind == LayerKind::Backdrop && layer.fill.to.empty() && state.opacity > 0.99) {
                    sequence.opening.colour = layer.fill.colour;
                }
            }
            continue;
        }
        auto& layer = sequence.layers[static_cast<std::size_t>(index)];
        const auto* before = findState(sides->system, index);
        const auto* after = findState(sides->app, index);
        if (before && after && gap.jump > kSeenJump) {
            // At rest the layer moves to where the system shows it; what cues add to its rest stays.
            const Size screen = schedule.screen;
            model::Place place = layer.place;
            const double grow =
                after->size.width * after->scaleX > 0
                    ? before->size.width * before->scaleX / (after->size.width * after->scaleX)
                    : 1;
            place.width *= grow;
            place.height *= grow;
            place.x += before->centre.x - after->centre.x;
            place.y += before->centre.y - after->centre.y;
            if (iconOnly && layer.id == sequence.opening.icon) {
                place.anchor = model::AnchorPoint::Centre;
                place.safeArea = false;
                place.turn = 0;
                place.x = before->centre.x - screen.width / 2 -
                          (after->centre.x - centreOf(layer.place, screen, schedule.safeArea).x);
                place.y = before->centre.y - screen.height / 2 -
                          (after->centre.y - centreOf(layer.place, screen, schedule.safeArea).y);
            }
            place.x = std::round(place.x * 100) / 100;
            place.y = std::round(place.y * 100) / 100;
            layer.place = place;
        } else if (!iconOnly && gap.fade < 0) {
            std::erase(sequence.opening.layers, layer.id);
        } else if (!iconOnly && gap.fade > 0 && canBeStatic(layer.kind)) {
            sequence.opening.layers.push_back(layer.id);
        }
    }
    return sequence;
}

std::string describe(const model::Sequence& sequence, const SeamGap& gap) {
    if (gap.layer.empty()) {
        return fmt::format("The ground changes its colour by {:.0f} (a difference of 2 can just be seen).",
                           gap.colours);
    }
    const auto* layer = model::findThing(sequence.layers, gap.layer);
    const auto& name = layer ? layer->name : gap.layer;
    if (gap.jump > kSeenJump) {
        return fmt::format("“{}” jumps by {:.0f} dp.", name, std::max(1.0, gap.jump));
    }
    return gap.fade > 0 ? fmt::format("“{}” is there at once, without having been in the opening.", name)
                        : fmt::format("“{}” of the opening is gone at once.", name);
}

}
