// SPDX-License-Identifier: MIT
#include "core/schedule/seam.h"

#include "core/schedule/devices.h"
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

/// What lies behind everything: the colours at its upper and its lower edge, and the layer whose picture
/// covers them, if one does.
struct Ground {
    Colour upper, lower;
    int picture = -1;
    bool upright = false; ///< the one for upright screens, where there is another for wide ones
};

Ground groundOf(const model::Sequence& sequence, const Frame& frame, model::Appearance appearance) {
    Ground ground;
    if (frame.system) {
        ground.upper = model::colourOf(sequence.palette, sequence.opening.colour, appearance);
        ground.lower = ground.upper;
    }
    for (const auto& state : frame.layers) {
        const auto& layer = sequence.layers[static_cast<std::size_t>(state.layer)];
        const auto* backdrop = layer.as<model::BackdropContent>();
        if (backdrop && state.reveal.progress >= 1 && state.opacity > 0.99) {
            const auto& fill = backdrop->fill;
            ground.upper = model::colourOf(sequence.palette, fill.colour, appearance);
            ground.lower =
                fill.to.empty() ? ground.upper : model::colourOf(sequence.palette, fill.to, appearance);
            ground.picture = backdrop->picture && !state.plain ? state.layer : -1;
            ground.upright = backdrop->picture && state.upright && !backdrop->picture->landscape.empty();
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

/// Whether any of its box is on the screen: what waits beside it is not seen.
bool isWithin(const LayerState& state, Size screen) {
    const auto corners = cornersOf(state);
    const auto [left, right] = std::minmax({corners[0].x, corners[1].x, corners[2].x, corners[3].x});
    const auto [top, bottom] = std::minmax({corners[0].y, corners[1].y, corners[2].y, corners[3].y});
    return right > 0 && bottom > 0 && left < screen.width && top < screen.height;
}

double weightOf(const SeamGap& gap) {
    return gap.jump / 10 + std::abs(gap.fade) * 3 + gap.colours / 10 + (gap.picture ? 3 : 0);
}

bool isArt(const model::Layer& layer) {
    return !model::coversScreen(layer.kind()) && !layer.as<model::GroupContent>();
}

}

double colourDistance(Colour a, Colour b) {
    const Lab from = labOf(a), to = labOf(b);
    return std::sqrt((from.l - to.l) * (from.l - to.l) + (from.a - to.a) * (from.a - to.a) +
                     (from.b - to.b) * (from.b - to.b));
}

std::vector<SeamGap> seamOf(const model::Sequence& sequence, const Conditions& conditions) {
    return seamOf(resolve(sequence, conditions));
}

std::vector<SeamGap> seamOf(const Schedule& schedule) {
    const auto& sequence = *schedule.sequence;
    const auto sides = sidesOf(schedule);
    std::vector<SeamGap> gaps;
    if (!sides) {
        return gaps;
    }
    const auto shown = [&](const LayerState* state) {
        const bool isSeen =
            state && state->draw > 0 && state->reveal.progress > 0 && isWithin(*state, schedule.screen);
        return isSeen ? state->opacity : 0;
    };
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
        gap.fade = shown(after) - shown(before);
        if (gap.jump > kSeenJump || std::abs(gap.fade) > kSeenFade) {
            if (shown(before) > 0) {
                gap.from = cornersOf(*before);
            }
            if (shown(after) > 0) {
                gap.to = cornersOf(*after);
            }
            gaps.push_back(gap);
        }
    }
    const auto appearance = schedule.conditions.appearance;
    const auto before = groundOf(sequence, sides->system, appearance);
    const auto after = groundOf(sequence, sides->app, appearance);
    SeamGap ground;
    ground.colours =
        std::max(colourDistance(before.upper, after.upper), colourDistance(before.lower, after.lower));
    // A picture hides the colours beneath it; two of them are not compared, only told apart.
    ground.picture = before.picture != after.picture || before.upright != after.upright;
    if (ground.picture || (ground.colours > kSeenColours && before.picture < 0)) {
        gaps.push_back(ground);
    }
    std::stable_sort(gaps.begin(), gaps.end(),
                     [](const auto& a, const auto& b) { return weightOf(a) > weightOf(b); });
    return gaps;
}

std::vector<WorstGap> worstSeam(const plan::PlanPtr& plan) {
    std::vector<WorstGap> worst;
    for (const auto& device : devices()) {
        for (int way = 0; way < 4; ++way) { // upright by day and by night, then sideways
            Conditions conditions;
            conditions.target = plan->target->id;
            conditions.device = device.id;
            conditions.appearance = way % 2 == 0 ? model::Appearance::Light : model::Appearance::Dark;
            conditions.landscape = way >= 2;
            for (const auto& gap : seamOf(resolve(plan, conditions))) {
                const auto known = std::find_if(worst.begin(), worst.end(), [&](const WorstGap& it) {
                    return it.gap.layer == gap.layer;
                });
                if (known == worst.end()) {
                    worst.push_back({gap, conditions});
                } else if (weightOf(gap) >
                           weightOf(known->gap) + 0.1) { // the first device, unless clearly worse
                    *known = {gap, conditions};
                }
            }
        }
    }
    std::stable_sort(worst.begin(), worst.end(),
                     [](const auto& a, const auto& b) { return weightOf(a.gap) > weightOf(b.gap); });
    return worst;
}

namespace {

/// What covers the app's first frame becomes a layer of the opening, where the system can show it; else the
/// opening takes its colour, if it has one alone.
void mendGround(model::Sequence& sequence, const Frame& app, const plan::OpeningTraits& traits) {
    const model::Layer* covers = nullptr;
    for (const auto& state : app.layers) {
        const auto& layer = sequence.layers[static_cast<std::size_t>(state.layer)];
        if (layer.as<model::BackdropContent>() && state.reveal.progress >= 1 && state.opacity > 0.99) {
            covers = &layer;
        }
    }
    if (!covers) {
        return;
    }
    const auto& backdrop = covers->get<model::BackdropContent>();
    auto& layers = sequence.opening.layers;
    const bool isThere = std::find(layers.begin(), layers.end(), covers->id) != layers.end();
    const bool isPlain = backdrop.fill.to.empty() && !backdrop.picture;
    if (!isPlain && !isThere && !traits.iconOnly && (traits.pictures || !backdrop.picture)) {
        layers.push_back(covers->id);
    } else if (backdrop.fill.to.empty()) {
        sequence.opening.colour = backdrop.fill.colour;
    }
}

}

model::Sequence mendSeam(model::Sequence sequence, const Conditions& conditions) {
    const auto schedule = resolve(sequence, conditions);
    const auto sides = sidesOf(schedule);
    if (!sides) {
        return sequence;
    }
    const bool iconOnly = plan::targetOf(conditions.target).opening.iconOnly;
    for (const auto& gap : seamOf(schedule)) {
        const int index = model::indexOf(sequence.layers, gap.layer);
        if (gap.layer.empty()) {
            mendGround(sequence, sides->app, plan::targetOf(conditions.target).opening);
            continue;
        }
        auto& layer = sequence.layers[static_cast<std::size_t>(index)];
        const auto* before = findState(sides->system, index);
        const auto* after = findState(sides->app, index);
        if (before && after && gap.jump > kSeenJump) {
            // At rest the layer moves to where the system shows it; what cues add to its rest stays.
            const auto on = schedule.places();
            model::Place place = model::placeOn(layer, conditions.landscape);
            const Point rest = on.centreOf(place);
            const double grow =
                after->size.width * after->scaleX > 0
                    ? before->size.width * before->scaleX / (after->size.width * after->scaleX)
                    : 1;
            place.width *= grow;
            place.height *= grow;
            if (iconOnly && layer.id == sequence.opening.icon) {
                // Where the system has it: so many dp from the middle, on every device.
                place.anchor = model::AnchorPoint::Centre;
                place.safeArea = false;
                place.turn = 0;
                place.xMeasure = place.yMeasure = model::PlaceMeasure::Dp;
            }
            place = on.centredAt(std::move(place), {rest.x + before->centre.x - after->centre.x,
                                                    rest.y + before->centre.y - after->centre.y});
            place.x = std::round(place.x * 100) / 100;
            place.y = std::round(place.y * 100) / 100;
            if (conditions.landscape) {
                layer.landscape = place;
            } else {
                layer.place = place;
            }
        } else if (!iconOnly && gap.fade < 0) {
            std::erase(sequence.opening.layers, layer.id);
        } else if (!iconOnly && gap.fade > 0 && canBeStatic(layer.kind())) {
            sequence.opening.layers.push_back(layer.id);
        }
    }
    return sequence;
}

std::string describe(const model::Sequence& sequence, const SeamGap& gap) {
    if (gap.layer.empty() && gap.picture) {
        return "The ground's picture is there on one side only, or another one.";
    }
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
