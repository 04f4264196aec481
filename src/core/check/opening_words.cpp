// SPDX-License-Identifier: MIT
#include "core/check/opening_words.h"

#include "core/schedule/evaluate.h"

#include <algorithm>
#include <fmt/format.h>
#include <functional>

namespace scaena::check {

namespace {

using model::Layer;
using plan::Carry;

/// "“A”", "“A” and “B”", "“A”, “B” and “C”"; of many the first two and how many more.
std::string listed(const std::vector<const Layer*>& layers) {
    std::string text;
    const std::size_t shown = layers.size() > 3 ? 2 : layers.size();
    for (std::size_t i = 0; i < shown; ++i) {
        const bool last = i + 1 == layers.size();
        text += fmt::format("{}“{}”", i == 0 ? "" : last ? " and " : ", ", layers[i]->name);
    }
    return shown < layers.size() ? text + fmt::format(" and {} more", layers.size() - shown) : text;
}

class Words {
public:
    explicit Words(const schedule::Schedule& launch)
        : m_launch(launch), m_plan(*launch.plan), m_sequence(*launch.plan->document),
          m_traits(launch.plan->target->opening) {}

    std::vector<std::string> run() {
        if (m_launch.beats.front().end == 0) {
            m_said.push_back("This kind of start shows no opening: the app is there already.");
            return m_said;
        }
        if (m_traits.iconOnly) {
            leftOut();
            sizes();
        } else {
            missing();
            backdrops();
            cannotBeStatic();
            parts();
            turns();
        }
        motion();
        return m_said;
    }

private:
    template <typename... Parts>
    void say(fmt::format_string<Parts...> text, Parts&&... parts) {
        m_said.push_back(fmt::format(text, std::forward<Parts>(parts)...));
    }

    [[nodiscard]] const Layer* layerAt(plan::Index index) const {
        return index < 0 ? nullptr : m_plan.layers[static_cast<std::size_t>(index)].source;
    }
    [[nodiscard]] std::vector<const Layer*> inOpening(const std::function<bool(const Layer&)>& which) const {
        std::vector<const Layer*> found;
        for (const auto& layer : m_plan.layers) {
            if (layer.inOpening && which(*layer.source)) {
                found.push_back(layer.source);
            }
        }
        return found;
    }

    // Systems that show a colour, the icon and the mark alone.

    void leftOut() {
        const Layer* icon = layerAt(m_plan.icon);
        const Layer* footer = layerAt(m_plan.footer);
        const auto out = inOpening([&](const Layer& it) { return &it != icon && &it != footer; });
        std::vector<const Layer*> grounds;
        std::vector<const Layer*> others;
        for (const auto* layer : out) {
            const auto* backdrop = layer->as<model::BackdropContent>();
            if (!backdrop) {
                others.push_back(layer);
            } else if (backdrop->picture || !backdrop->fill.to.empty() ||
                       backdrop->fill.colour != m_sequence.opening.colour) {
                grounds.push_back(layer);
            }
        }
        if (!grounds.empty()) {
            say("Behind the icon the canvas' plain colour takes the place of {}.", listed(grounds));
        }
        if (!others.empty()) {
            say("{} {} left out: only the icon and the footer mark are shown.", listed(others),
                others.size() == 1 ? "is" : "are");
        }
        if (!icon) {
            say("There is no icon: the canvas alone is shown.");
        }
    }

    void sizes() {
        if (const Layer* icon = layerAt(m_plan.icon)) {
            const double own = std::max(icon->place.width, icon->place.height);
            const Size shown = schedule::openingIconSize(*icon, m_traits);
            if (const double longest = std::max(shown.width, shown.height); longest < own - 0.5) {
                say("“{}” is shown {:.0f} dp large instead of {:.0f}, so that it stays within the circle.",
                    icon->name, longest, own);
            }
            const auto* plate = model::plateOf(*icon);
            if (plate && std::abs(plate->diameter - m_traits.plateVisible) > 0.5) {
                say("The plate is as large as the system's circle, {:.0f} dp, instead of {:.0f}.",
                    m_traits.plateVisible, plate->diameter);
            }
        }
        const Layer* footer = layerAt(m_plan.footer);
        const Size most = m_traits.footer;
        if (footer && (footer->place.width > most.width + 0.5 || footer->place.height > most.height + 0.5)) {
            say("“{}” is made as small as the system's box of {:.0f} × {:.0f} dp.", footer->name, most.width,
                most.height);
        }
    }

    // Systems that show a still picture.

    void missing() {
        std::vector<const Layer*> absent;
        for (const auto index : {m_plan.icon, m_plan.footer}) {
            if (index >= 0 && !m_plan.layers[static_cast<std::size_t>(index)].inOpening) {
                absent.push_back(layerAt(index));
            }
        }
        if (!absent.empty()) {
            say("{} {} not among what stands in a still picture, and so not shown.", listed(absent),
                absent.size() == 1 ? "is" : "are");
        }
    }

    void backdrops() {
        if (!m_traits.pictures) {
            const auto plain = inOpening([](const Layer& it) { return model::pictureOf(it) != nullptr; });
            if (!plain.empty()) {
                say("{} {} shown in plain colour, without the picture: this system cannot cut one to the "
                    "screen.",
                    listed(plain), plain.size() == 1 ? "is" : "are");
            }
        }
    }

    void cannotBeStatic() {
        const auto out = inOpening([](const Layer& it) { return !schedule::canBeStatic(it.kind()); });
        if (!out.empty()) {
            say("{} {} left out: a still picture shows art, images, shapes, text and backdrops.", listed(out),
                out.size() == 1 ? "is" : "are");
        }
    }

    void parts() {
        if (m_traits.areas) {
            return;
        }
        const auto held = inOpening([&](const Layer& it) {
            const auto& place = schedule::openingPlace(it, m_traits, m_launch.screen);
            return schedule::canBeStatic(it.kind()) && !model::coversScreen(it.kind()) &&
                   model::shareOf(place) != model::fractions(place.anchor);
        });
        if (!held.empty()) {
            say("{} {} as far from {} anchor as on a screen of {} × {} dp: this system's still picture knows "
                "no parts "
                "of a screen.",
                listed(held), held.size() == 1 ? "stands" : "stand", held.size() == 1 ? "its" : "their",
                plan::kUsualScreen.width, plan::kUsualScreen.height);
        }
    }

    void turns() {
        const auto isStatic = [](const Layer& it) {
            return schedule::canBeStatic(it.kind()) && !model::coversScreen(it.kind());
        };
        if (!m_traits.turns) {
            const auto turned = inOpening([&](const Layer& it) {
                return isStatic(it) &&
                       std::abs(std::remainder(schedule::openingPlace(it, m_traits, m_launch.screen).turn,
                                               360)) > 0.05;
            });
            if (!turned.empty()) {
                say("{} {} upright: nothing is turned in this system's still picture.", listed(turned),
                    turned.size() == 1 ? "stands" : "stand");
            }
        }
        if (m_launch.screen.width > m_launch.screen.height) {
            const auto other = inOpening([&](const Layer& it) {
                return isStatic(it) && it.landscape && *it.landscape != it.place &&
                       &schedule::openingPlace(it, m_traits, m_launch.screen) == &it.place;
            });
            if (!other.empty()) {
                say("{} {} where upright screens have it.", listed(other),
                    other.size() == 1 ? "stands" : "stand");
            }
        }
    }

    void motion() {
        const auto motion = iconMotionOf(m_launch);
        if (motion.seen >= motion.asked) {
            return;
        }
        if (motion.seen == 0) {
            for (const auto index : m_plan.beats.front().cues) {
                const auto& cue = m_plan.cues[static_cast<std::size_t>(index)];
                if (cue.isDropped() && cue.layer == m_plan.icon) {
                    say("The icon stands still, as its motion leaves it: {}.", cue.carry.reason.text());
                    return;
                }
            }
        } else if (motion.goesOn) {
            say("The icon moves for {} ms, of which {} are seen here; the app carries it on.", motion.asked,
                motion.seen);
        } else {
            say("The icon moves for {} ms, of which {} are seen here: then the app's first frame is there.",
                motion.asked, motion.seen);
        }
    }

    const schedule::Schedule& m_launch;
    const plan::Plan& m_plan;
    const model::Sequence& m_sequence;
    const plan::OpeningTraits& m_traits;
    std::vector<std::string> m_said;
};

}

std::vector<std::string> openingWords(const schedule::Schedule& launch) { return Words(launch).run(); }

IconMotion iconMotionOf(const schedule::Schedule& launch) {
    IconMotion motion;
    const Millis over = launch.beats.front().end;
    for (const auto index : launch.plan->beats.front().cues) {
        const auto& cue = launch.plan->cues[static_cast<std::size_t>(index)];
        if (cue.layer != launch.plan->icon) {
            continue;
        }
        // A dropped cue is at its end at once; when it would have ended follows from the document alone.
        const auto& asked = launch.sequence->cues[static_cast<std::size_t>(index)];
        const Millis start = std::max(0, asked.anchor.offset);
        const Millis end = start + cue.duration();
        motion.asked = std::max(motion.asked, end);
        if (!cue.isDropped()) {
            const Millis longest = launch.plan->target->opening.longestAnimation;
            motion.seen = std::max(motion.seen, std::min({end, over, longest}));
            motion.goesOn = motion.goesOn || cue.continues;
        }
    }
    return motion;
}

}
