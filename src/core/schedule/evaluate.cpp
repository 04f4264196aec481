// SPDX-License-Identifier: MIT
#include "core/schedule/evaluate.h"

#include "core/schedule/measures.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace scaena::schedule {

using model::LayerKind;
using motion::Property;

namespace {

/// Whether the system's still picture is another one on a screen of that shape, held sideways.
bool heedsTurn(const plan::OpeningTraits& traits, Size screen) {
    return screen.width > screen.height &&
           (traits.turnedPlaces == plan::TurnedPlaces::Always ||
            (traits.turnedPlaces == plan::TurnedPlaces::LowScreens && screen.height < plan::kLowScreen));
}

double mixed(double from, double to, double part) { return from + (to - from) * part; }

class Evaluator {
public:
    Evaluator(const Schedule& schedule, double t, Frame& frame)
        : m_schedule(schedule), m_t(t), m_frame(frame) {}

    void run() {
        m_frame.t = m_t;
        m_frame.beat = m_schedule.beatAt(m_t);
        m_frame.screen = m_schedule.screen;
        m_frame.layers.clear();
        m_frame.system = m_t < m_schedule.beats.front().end;
        if (m_frame.system) {
            systemFrame();
        } else {
            for (std::size_t i = 0; i < plan().layers.size(); ++i) {
                const auto& layer = *plan().layers[i].source;
                if (!layer.as<model::GroupContent>() && belongsOnStage(layer)) {
                    auto state = appState(static_cast<int>(i));
                    joinGroups(state);
                    addIfVisible(state);
                }
            }
        }
    }

    [[nodiscard]] Point way(int layer) {
        m_frame.screen = m_schedule.screen;
        return wayOf(layer);
    }

    [[nodiscard]] LayerState one(int layer) {
        m_frame.screen = m_schedule.screen;
        LayerState state = appState(layer);
        joinGroups(state);
        return state;
    }

private:
    [[nodiscard]] const plan::Plan& plan() const { return *m_schedule.plan; }
    [[nodiscard]] const plan::Layer& planned(int layer) const {
        return plan().layers[static_cast<std::size_t>(layer)];
    }
    [[nodiscard]] const model::Layer& sourceOf(int layer) const { return *planned(layer).source; }
    [[nodiscard]] double value(int layer, Property property) const {
        return m_schedule.values.valueAt(layer, property, m_t);
    }

    void addIfVisible(const LayerState& state) {
        if (state.opacity > 0 && state.reveal.progress > 0 && state.scaleX != 0 && state.scaleY != 0) {
            m_frame.layers.push_back(state);
        }
    }

    [[nodiscard]] bool belongsOnStage(const model::Layer& layer) const {
        const bool decided = m_t >= m_schedule.outcomeAt;
        const bool offline = decided && m_schedule.outcome == model::Outcome::Offline;
        switch (layer.shownWhen) {
        case model::ShownWhen::Offline:
            return offline;
        case model::ShownWhen::Message:
            return decided && m_schedule.outcome == model::Outcome::Message;
        case model::ShownWhen::Always:
            break;
        }
        return !(offline && layer.as<model::FirstScreenContent>() && plan().hasOfflineScreen);
    }

    /// The layer at rest, before any cue.
    [[nodiscard]] LayerState restState(int index) const {
        LayerState state = unturnedState(index);
        turnAboutPivot(state, sourceOf(index).pivot);
        return state;
    }

    /// The same before the pivot was heeded.
    [[nodiscard]] LayerState unturnedState(int index) const {
        const auto& layer = sourceOf(index);
        LayerState state;
        state.layer = index;
        if (model::coversScreen(layer.kind())) {
            state.size = m_frame.screen;
            state.centre = {m_frame.screen.width / 2, m_frame.screen.height / 2};
        } else {
            const auto& place = placeOf(layer);
            state.turned = &place != &layer.place;
            state.size = {place.width, place.height};
            state.centre = m_schedule.places().centreOf(place);
            state.rotation = place.turn;
        }
        state.progress = layer.as<model::ProgressContent>() ? loaded(planned(index)) : 0;
        return state;
    }

    [[nodiscard]] const model::Place& placeOf(const model::Layer& layer) const {
        return model::placeOn(layer, m_frame.screen.width > m_frame.screen.height);
    }

    /// Scale and turn are about the box's centre; what a pivot elsewhere would do is a way of the centre.
    static void turnAboutPivot(LayerState& state, Point pivot) {
        if (pivot == Point{0.5, 0.5}) {
            return;
        }
        const Point arm{(pivot.x - 0.5) * state.size.width, (pivot.y - 0.5) * state.size.height};
        const Point moved =
            (Matrix::rotation(state.rotation) * Matrix::scaling(state.scaleX, state.scaleY)).map(arm);
        state.centre.x += arm.x - moved.x;
        state.centre.y += arm.y - moved.y;
    }

    /// What the layer's groups do to it, from the innermost outwards.
    void joinGroups(LayerState& state) const {
        // A valid document has no circles of groups.
        for (int index = planned(state.layer).parent; index >= 0; index = planned(index).parent) {
            const auto& group = sourceOf(index);
            const Point rest = m_schedule.places().centreOf(placeOf(group));
            const LayerState it = appState(index);
            state.outer = Matrix::translation(it.centre.x, it.centre.y) * Matrix::rotation(it.rotation) *
                          Matrix::scaling(it.scaleX, it.scaleY) * Matrix::translation(-rest.x, -rest.y) *
                          state.outer;
            state.opacity *= belongsOnStage(group) ? it.opacity : 0;
        }
    }

    /// See model::ProgressContent. Where nothing has to be loaded, all of it is there.
    [[nodiscard]] double loaded(const plan::Layer& layer) const {
        double sum = 0;
        int count = 0;
        for (std::size_t i = 0; i < plan().gates.size(); ++i) {
            const auto& gate = plan().gates[i];
            const auto& gates = layer.gates;
            const bool counts =
                gates.empty() ? !gate.optional
                              : std::find(gates.begin(), gates.end(), static_cast<int>(i)) != gates.end();
            if (counts) {
                ++count;
                sum += loadedPart(gate, m_schedule.gates[i]);
            }
        }
        return count > 0 ? sum / count : 1;
    }

    /// In 0..1, and never less than a moment before. What a message stands for has not loaded.
    [[nodiscard]] double loadedPart(const plan::Gate& gate, const GateSpan& span) const {
        constexpr double kMostBefore = 0.9;
        const bool failed = span.timedOut && gate.onTimeOut == model::TimeOutAction::Message;
        const double open = failed ? kNever : span.open;
        const double loading = std::min(m_t, open) - span.start;
        const double before = kMostBefore * std::clamp(loading / std::max(1, gate.typical), 0.0, 1.0);
        if (m_t < open) {
            return before;
        }
        // In memory from the start: nothing is caught up with.
        const double left = open > 0 ? std::max(0.0, 1 - (m_t - open) / kCatchUp) : 0;
        return 1 - (1 - before) * left * left;
    }

    [[nodiscard]] LayerState appState(int index) const {
        LayerState state = unturnedState(index);
        animate(state);
        const auto& layer = sourceOf(index);
        const double panel = value(index, Property::Panel);
        if (const auto* backdrop = layer.as<model::BackdropContent>(); backdrop && panel != 0) {
            state.size.height = mixed(m_frame.screen.height, backdrop->panelHeight, panel);
            state.centre.y += (state.size.height - m_frame.screen.height) / 2;
        }
        return state;
    }

    void animate(LayerState& state) const {
        const int index = state.layer;
        const auto& layer = sourceOf(index);
        state.opacity = std::clamp(value(index, Property::Opacity), 0.0, 1.0);
        state.scaleX = value(index, Property::ScaleX);
        state.scaleY = value(index, Property::ScaleY);
        state.rotation += value(index, Property::Rotation);
        state.clip =
            layer.as<model::ClipContent>() ? baked(planned(index).frames, value(index, Property::Clip)) : 0;
        if (const double flip = value(index, Property::Flip); flip != 0) {
            // Seen from far away: a turn about the upright axis only narrows the layer.
            const double narrowed = std::cos(flip * std::numbers::pi / 180);
            state.scaleX *= std::abs(narrowed) < 1e-9 ? 0 : narrowed;
        }
        if (layer.destination) {
            travel(state, layer, value(index, Property::Travel));
        }
        turnAboutPivot(state, layer.pivot);
        const Point way = wayOf(index);
        state.centre.x += way.x;
        state.centre.y += way.y;
        const auto& reveal = m_schedule.timeline(index, Property::Reveal);
        if (reveal.isAnimated()) {
            const auto* segment = reveal.shapingAt(m_t);
            state.reveal = {segment ? segment->moves->reveal : motion::RevealShape{},
                            std::clamp(reveal.valueAt(m_t), 0.0, 1.0)};
        }
        const auto& draw = m_schedule.timeline(index, Property::Draw);
        if (draw.isAnimated()) {
            state.draw = std::clamp(draw.valueAt(m_t), 0.0, 1.0);
            const auto* segment = draw.shapingAt(m_t);
            state.fillFrom = segment ? segment->moves->fillFrom : state.fillFrom;
        }
    }

    /// How far it is from its place, in dp, whatever its ways are told in.
    [[nodiscard]] Point wayOf(int index) const {
        Point way{value(index, Property::X), value(index, Property::Y)};
        const auto& values = m_schedule.values;
        if (!values.hasMeasures(index)) {
            return way;
        }
        const LayerState rest = unturnedState(index);
        for (const auto measure : {motion::Measure::Screen, motion::Measure::Itself, motion::Measure::Edge}) {
            const double across = value(index, wayAlong(motion::Axis::Across, measure));
            const double down = value(index, wayAlong(motion::Axis::Down, measure));
            const Point whole = measured(measure, rest.centre, rest.size, rest.rotation, m_frame.screen,
                                         across > 0, down > 0);
            way = {way.x + across * whole.x, way.y + down * whole.y};
        }
        return way;
    }

    /// On a target that plays a clip as single pictures, the one that is seen.
    [[nodiscard]] static double baked(int frames, double part) {
        const double bounded = std::clamp(part, 0.0, 1.0);
        const int steps = frames - 1;
        return frames == 0 ? bounded : std::floor(bounded * steps + 1e-9) / steps;
    }

    void travel(LayerState& state, const model::Layer& layer, double part) const {
        const Point there = m_schedule.places().centreOf(*layer.destination);
        state.centre = {mixed(state.centre.x, there.x, part), mixed(state.centre.y, there.y, part)};
        state.rotation += (layer.destination->turn - placeOf(layer).turn) * part;
        const double across = state.size.width > 0 ? layer.destination->width / state.size.width : 1;
        const double down = state.size.height > 0 ? layer.destination->height / state.size.height : 1;
        const double scale = mixed(1, std::min(across, down), part);
        state.scaleX *= scale;
        state.scaleY *= scale;
    }

    // --- The system's frame
    // ---------------------------------------------------------------------------------------

    void systemFrame() {
        const auto& traits = plan().target->opening;
        if (!traits.iconOnly) {
            staticLayers(traits);
            return;
        }
        maskedIcon(traits);
        if (const int footer = plan().footer; footer >= 0) {
            LayerState state = restState(footer);
            const double fit = std::min({1.0, traits.footer.width / std::max(1.0, state.size.width),
                                         traits.footer.height / std::max(1.0, state.size.height)});
            state.size = {state.size.width * fit, state.size.height * fit};
            // The system gives the picture a box of a fixed size above the lower edge and centres the art in
            // it.
            state.centre = {m_frame.screen.width / 2,
                            m_frame.screen.height - traits.footerMargin - traits.footer.height / 2};
            addIfVisible(state);
        }
    }

    /// A static frame lays pictures onto the screen. What it knows of safe areas, turns and places for turned
    /// screens is up to the platform; groups stand where they are at rest.
    void staticLayers(const plan::OpeningTraits& traits) {
        const Size screen = m_frame.screen;
        for (std::size_t i = 0; i < plan().layers.size(); ++i) {
            const auto& layer = *plan().layers[i].source;
            if (!plan().layers[i].inOpening || !canBeStatic(layer.kind())) {
                continue;
            }
            LayerState state = unturnedState(static_cast<int>(i));
            state.plain = !traits.pictures;
            state.upright = screen.width > screen.height && !heedsTurn(traits, screen);
            if (!model::coversScreen(layer.kind())) {
                const auto& place = openingPlace(layer, traits, screen);
                state.turned = &place != &layer.place;
                state.rotation = traits.turns ? place.turn : 0;
                state.size = {place.width, place.height};
                state.centre = openingCentre(place, traits, m_schedule.places());
                if (traits.turns) {
                    turnAboutPivot(state, layer.pivot);
                }
            }
            addIfVisible(state);
        }
    }

    void maskedIcon(const plan::OpeningTraits& traits) {
        const int icon = plan().icon;
        if (icon < 0) {
            return;
        }
        const auto& layer = sourceOf(icon);
        LayerState state = restState(icon);
        state.centre = {m_frame.screen.width / 2, m_frame.screen.height / 2};
        state.rotation = 0;
        state.size = openingIconSize(layer, traits);
        state.mask = model::plateOf(layer) ? traits.plateVisible : traits.iconVisible;
        state.opacity = std::clamp(bySystem(icon, Property::Opacity), 0.0, 1.0);
        state.scaleX = bySystem(icon, Property::ScaleX);
        state.scaleY = bySystem(icon, Property::ScaleY);
        state.rotation = bySystem(icon, Property::Rotation);
        state.maskCentre = state.centre;
        const Point shift = plan().document->opening.iconShift;
        state.centre = {state.centre.x + shift.x, state.centre.y + shift.y};
        turnAboutPivot(state, layer.pivot);
        state.centre.x += bySystem(icon, Property::X);
        state.centre.y += bySystem(icon, Property::Y);
        addIfVisible(state);
    }

    /// The system knows the opening's own cues alone: whatever a later one begins with, the icon is there.
    [[nodiscard]] double bySystem(int layer, Property property) const {
        const auto& timeline = m_schedule.timeline(layer, property);
        const double base = timeline.baseAt(m_t);
        const auto& segments = timeline.segments();
        const auto cue = segments.empty() ? -1 : segments.front().cue;
        const bool isOwn = cue >= 0 && plan().cues[static_cast<std::size_t>(cue)].beat == 0;
        return (isOwn ? base : motion::neutral(property)) + timeline.valueAt(m_t) - base;
    }

    const Schedule& m_schedule;
    double m_t;
    Frame& m_frame;
};

}

Point openingCentre(const model::Place& place, const plan::OpeningTraits& traits, const model::PlacesOn& on) {
    if (traits.areas) {
        return on.centreOf(place);
    }
    const Rect whole{0, 0, on.screen.width, on.screen.height};
    return model::PlacesOn{on.screen, whole}.centreOf(plan::heldToAnchor(place));
}

const model::Place& openingPlace(const model::Layer& layer, const plan::OpeningTraits& traits, Size screen) {
    return model::placeOn(layer, heedsTurn(traits, screen));
}

bool canBeStatic(model::LayerKind kind) {
    return kind != LayerKind::Clip && kind != LayerKind::Progress && kind != LayerKind::Group &&
           kind != LayerKind::FirstScreen;
}

Size openingIconSize(const model::Layer& icon, const plan::OpeningTraits& traits) {
    const double visible = model::plateOf(icon) ? traits.plateVisible : traits.iconVisible;
    const double longest = std::max({icon.place.width, icon.place.height, 1.0});
    const double fit = visible > 0 ? std::min(1.0, visible / longest) : 1.0;
    return {icon.place.width * fit, icon.place.height * fit};
}

LayerState stateOf(const Schedule& schedule, int layer, double t) {
    Frame frame;
    return Evaluator(schedule, std::clamp(t, 0.0, static_cast<double>(schedule.end)), frame).one(layer);
}

Point wayAt(const Schedule& schedule, int layer, double t) {
    Frame frame;
    return Evaluator(schedule, std::clamp(t, 0.0, static_cast<double>(schedule.end)), frame).way(layer);
}

Matrix toScreen(const LayerState& state) {
    return state.outer * Matrix::translation(state.centre.x, state.centre.y) *
           Matrix::rotation(state.rotation) * Matrix::scaling(state.scaleX, state.scaleY);
}

void evaluateInto(const Schedule& schedule, double t, Frame& frame) {
    Evaluator(schedule, std::clamp(t, 0.0, static_cast<double>(schedule.end)), frame).run();
}

Frame evaluate(const Schedule& schedule, double t) {
    Frame frame;
    evaluateInto(schedule, t, frame);
    return frame;
}

}
