// SPDX-License-Identifier: MIT
#include "core/edit/handoff_edits.h"

#include "core/edit/tidy.h"

#include <algorithm>

namespace scaena::edit {

using namespace model;

namespace {

/// What leaves as one goes as far as the screen is high or wide, in percent; it speeds up on its way.
constexpr double kWholeScreen = 100;
const std::string kOfScreen = "screen";
const Easing kSpeedingUp = CubicBezier{0.4, 0, 1, 1};
constexpr double kHeader = 96;

class TransitionMaker {
public:
    TransitionMaker(Sequence sequence, LayerId hero)
        : m_sequence(std::move(sequence)), m_hero(std::move(hero)) {
        m_beat = m_sequence.beats.back().id;
        std::erase_if(m_sequence.cues, [&](const Cue& cue) { return cue.beat == m_beat; });
        m_sequence.beats.back().length.reset();
    }

    Sequence make(Transition transition) {
        switch (transition) {
        case Transition::CrossFade:
            leave({MoveKind::Fade, {{"to", 0.0}}}, 0, 360, "fades");
            first({MoveKind::Settle, {{"from", 103.0}, {"fade", 0.0}}}, 0, 420);
            break;
        case Transition::SlideUp:
            leave({MoveKind::Drop,
                   {{"direction", std::string("out")},
                    {"distance", kWholeScreen},
                    {"measure", kOfScreen},
                    {"fade", 0.0}}},
                  0, 520, "slides", kSpeedingUp);
            first({MoveKind::Rise, {{"distance", 56.0}, {"fade", 0.0}}}, 60, 460);
            break;
        case Transition::SlideAside:
            leave({MoveKind::Shift, {{"across", -kWholeScreen}, {"down", 0.0}, {"measure", kOfScreen}}}, 0,
                  480, "slides", kSpeedingUp);
            first({MoveKind::Settle, {{"from", 96.0}, {"fade", 0.0}}}, 0, 480);
            break;
        case Transition::Iris:
            others({MoveKind::Fade, {{"to", 0.0}}}, 0, 180, "fades");
            hero({MoveKind::Pop, {{"direction", std::string("out")}, {"from", 30.0}}}, 0, 360, "leaves");
            backdrops({MoveKind::Iris, {{"direction", std::string("out")}}}, 120, 480, "closes");
            first({MoveKind::Settle, {{"from", 104.0}, {"fade", 0.0}}}, 120, 520);
            break;
        case Transition::ScaleThrough:
            others({MoveKind::Fade, {{"to", 0.0}}}, 0, 160, "fades");
            hero({MoveKind::PushThrough, {{"size", 8.0}}}, 0, 460, "bursts");
            backdrops({MoveKind::Fade, {{"to", 0.0}}}, 200, 260, "fades");
            first({MoveKind::Settle, {{"from", 92.0}, {"fade", 0.0}}}, 200, 360);
            break;
        case Transition::PanelToHeader:
            panel();
            break;
        case Transition::FlyToPlace:
            giveDestination({AnchorPoint::TopLeft, 40, 36, 40, 40});
            others({MoveKind::Fade, {{"to", 0.0}}}, 0, 160, "fades");
            hero({MoveKind::Travel, {}}, 0, 480, "flies");
            backdrops({MoveKind::Fade, {{"to", 0.0}}}, 120, 320, "fades");
            break;
        }
        return std::move(m_sequence);
    }

private:
    void add(const Layer& layer, const char* verb, Move move, Millis offset, Millis length,
             const std::optional<Easing>& easing = {}) {
        Cue cue;
        cue.id = freeId(m_sequence.cues, layer.id + "-" + verb, "cue");
        cue.layer = layer.id;
        cue.beat = m_beat;
        cue.anchor.offset = offset;
        cue.length = length;
        cue.move = std::move(move);
        cue.easing = easing;
        m_sequence.cues.push_back(std::move(cue));
    }

    /// A group moves its members; only the outermost one leaves by itself. What is shown for an outcome alone
    /// stays as it is.
    static bool takesPart(const Layer& layer) {
        return !layer.as<FirstScreenContent>() && layer.group.empty() && layer.shownWhen == ShownWhen::Always;
    }

    template <typename Which>
    void each(Which which, const Move& move, Millis offset, Millis length, const char* verb,
              const std::optional<Easing>& easing = {}) {
        for (const auto& layer : m_sequence.layers) {
            if (takesPart(layer) && which(layer)) {
                add(layer, verb, move, offset, length, easing);
            }
        }
    }
    void leave(const Move& move, Millis offset, Millis length, const char* verb,
               const std::optional<Easing>& easing = {}) {
        each([](const Layer&) { return true; }, move, offset, length, verb, easing);
    }
    void backdrops(const Move& move, Millis offset, Millis length, const char* verb) {
        each([](const Layer& it) { return it.as<BackdropContent>() != nullptr; }, move, offset, length, verb);
    }
    void hero(const Move& move, Millis offset, Millis length, const char* verb) {
        each([&](const Layer& it) { return it.id == m_hero; }, move, offset, length, verb);
    }
    void others(const Move& move, Millis offset, Millis length, const char* verb) {
        each([&](const Layer& it) { return !it.as<BackdropContent>() && it.id != m_hero; }, move, offset,
             length, verb);
    }
    void first(const Move& move, Millis offset, Millis length) {
        for (const auto& layer : m_sequence.layers) {
            if (layer.as<FirstScreenContent>() && layer.shownWhen == ShownWhen::Always) {
                add(layer, "arrives", move, offset, length);
                return;
            }
        }
    }

    void giveDestination(Place place) {
        auto* layer = findThing(m_sequence.layers, m_hero);
        if (layer && !layer->as<GroupContent>() && !layer->destination) {
            const double longest = std::max({layer->place.width, layer->place.height, 1.0});
            const double side = place.width;
            place.width = layer->place.width * side / longest;
            place.height = layer->place.height * side / longest;
            place.safeArea = true;
            layer->destination = place;
        }
    }

    /// The foremost backdrop shrinks to the first screen's own bar, the logo goes into it.
    void panel() {
        double header = kHeader;
        for (const auto& layer : m_sequence.layers) {
            const auto* screen = layer.as<FirstScreenContent>();
            if (screen && !screen->blocks.empty() && screen->blocks.front().kind == BlockKind::Bar) {
                header = screen->blocks.front().height;
            }
        }
        for (auto& layer : m_sequence.layers) {
            if (auto* backdrop = layer.as<BackdropContent>(); backdrop && backdrop->panelHeight == 0) {
                backdrop->panelHeight = header;
            }
        }
        giveDestination({AnchorPoint::Top, 0, 28, 36, 36});
        others({MoveKind::Fade, {{"to", 0.0}}}, 0, 140, "fades");
        backdrops({MoveKind::Panel, {}}, 60, 520, "shrinks");
        const auto* layer = findThing(std::as_const(m_sequence).layers, m_hero);
        if (layer && layer->destination) {
            hero({MoveKind::Travel, {}}, 60, 520, "travels");
        } else {
            hero({MoveKind::Fade, {{"to", 0.0}}}, 60, 300, "fades");
        }
        first({MoveKind::Rise, {{"distance", 24.0}, {"fade", 0.0}}}, 60, 520);
    }

    Sequence m_sequence;
    LayerId m_hero;
    BeatId m_beat;
};

}

const TransitionInfo& transitionInfo(Transition transition) {
    static constexpr TransitionInfo infos[kTransitions] = {
        {"Cross-fade", "the launch picture fades, the first screen settles beneath it"},
        {"Slide up", "everything slides up and away, the first screen rises after it"},
        {"Slide aside", "everything slides to the left over the first screen"},
        {"Iris", "the canvas closes in a circle and uncovers the first screen"},
        {"Scale through", "the logo bursts through the viewer onto the first screen"},
        {"Panel to header", "the canvas shrinks to the header of the first screen"},
        {"Fly to its place", "the logo flies to its place in the first screen"},
    };
    return infos[static_cast<std::size_t>(transition)];
}

LayerId leadingLayer(const Sequence& sequence) {
    if (findThing(sequence.layers, sequence.opening.icon)) {
        return sequence.opening.icon;
    }
    for (auto it = sequence.layers.rbegin(); it != sequence.layers.rend(); ++it) {
        if (canBeIcon(it->kind()) || it->as<ClipContent>()) {
            return it->id;
        }
    }
    return {};
}

Sequence setTransition(Sequence sequence, Transition transition, const LayerId& hero) {
    if (sequence.beats.empty() || sequence.beats.back().kind != BeatKind::HandOff) {
        return sequence;
    }
    const LayerId leading = findThing(std::as_const(sequence).layers, hero) ? hero : leadingLayer(sequence);
    return tidied(TransitionMaker(std::move(sequence), leading).make(transition));
}

}
