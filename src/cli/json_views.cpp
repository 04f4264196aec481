// SPDX-License-Identifier: MIT
#include "cli/json_views.h"

#include "core/moves/definition.h"

namespace scaena::cli {

namespace {

constexpr std::string_view kWaitKinds[] = {"opening", "covered", "idle", "added"};

model::LayerKind kindOf(const model::Layer& layer) { return layer.kind(); }
model::BeatKind kindOf(const model::Beat& beat) { return beat.kind; }

Json things(const auto& list) {
    Json array = Json::array();
    for (const auto& it : list) {
        array.push_back({{"id", it.id}, {"name", it.name}, {"kind", model::word(kindOf(it))}});
    }
    return array;
}

Json metricsJson(const schedule::Metrics& metrics) {
    Json ribbon = Json::array();
    for (const auto& span : metrics.ribbon) {
        ribbon.push_back(
            {{"kind", kWaitKinds[static_cast<int>(span.kind)]}, {"start", span.start}, {"end", span.end}});
    }
    return {{"opening", metrics.opening},
            {"ready", timeJson(metrics.ready)},
            {"shown", timeJson(metrics.shown)},
            {"addedWait", metrics.added},
            {"covered", metrics.covered},
            {"idle", metrics.idle},
            {"ribbon", ribbon}};
}

}

Json timeJson(Millis time) { return isNever(time) ? Json() : Json(time); }

Json infoJson(const model::Sequence& sequence) {
    Json palette = Json::array();
    for (const auto& colour : sequence.palette) {
        palette.push_back({{"id", colour.id},
                           {"name", colour.name},
                           {"light", toHex(colour.light)},
                           {"dark", toHex(colour.dark)}});
    }
    Json gates = Json::array();
    for (const auto& gate : sequence.gates) {
        gates.push_back(
            {{"id", gate.id}, {"name", gate.name}, {"typical", gate.typical}, {"optional", gate.optional}});
    }
    Json cues = Json::array();
    for (const auto& cue : sequence.cues) {
        cues.push_back({{"id", cue.id},
                        {"layer", cue.layer},
                        {"beat", cue.beat},
                        {"move", model::word(cue.move.kind)},
                        {"length", cue.length}});
    }
    return {{"name", sequence.name},           {"palette", palette}, {"layers", things(sequence.layers)},
            {"beats", things(sequence.beats)}, {"gates", gates},     {"cues", cues}};
}

Json scheduleJson(const schedule::Schedule& schedule) {
    const auto& sequence = *schedule.sequence;
    Json beats = Json::array();
    for (std::size_t i = 0; i < schedule.beats.size(); ++i) {
        const auto& span = schedule.beats[i];
        beats.push_back({{"id", sequence.beats[i].id},
                         {"kind", model::word(sequence.beats[i].kind)},
                         {"start", timeJson(span.start)},
                         {"end", timeJson(span.end)},
                         {"played", span.played},
                         {"yielded", span.yielded},
                         {"timedOut", span.timedOut}});
    }
    Json cues = Json::array();
    for (std::size_t i = 0; i < schedule.cues.size(); ++i) {
        const auto& span = schedule.cues[i];
        cues.push_back({{"id", sequence.cues[i].id},
                        {"layer", sequence.cues[i].layer},
                        {"start", timeJson(span.start)},
                        {"end", timeJson(span.end)},
                        {"carried", model::word(schedule.plan->cues[i].carry.how)},
                        {"cut", span.cut()}});
    }
    Json gates = Json::array();
    for (std::size_t i = 0; i < schedule.gates.size(); ++i) {
        const auto& span = schedule.gates[i];
        gates.push_back({{"id", sequence.gates[i].id},
                         {"start", timeJson(span.start)},
                         {"open", timeJson(span.open)},
                         {"timedOut", span.timedOut},
                         {"needed", span.needed}});
    }
    return {{"outcome", model::word(schedule.outcome)},
            {"end", schedule.end},
            {"beats", beats},
            {"cues", cues},
            {"gates", gates},
            {"metrics", metricsJson(schedule.metrics)}};
}

Json stateJson(const schedule::Schedule& schedule, const schedule::Frame& frame) {
    const auto& sequence = *schedule.sequence;
    Json layers = Json::array();
    for (const auto& state : frame.layers) {
        Json layer = {{"id", sequence.layers[static_cast<std::size_t>(state.layer)].id},
                      {"opacity", state.opacity},
                      {"x", state.centre.x},
                      {"y", state.centre.y},
                      {"width", state.size.width},
                      {"height", state.size.height},
                      {"scaleX", state.scaleX},
                      {"scaleY", state.scaleY},
                      {"rotation", state.rotation},
                      {"reveal", state.reveal.progress},
                      {"draw", state.draw}};
        if (state.mask > 0) {
            layer["mask"] = state.mask;
        }
        layers.push_back(std::move(layer));
    }
    return {{"t", frame.t},
            {"beat", sequence.beats[static_cast<std::size_t>(frame.beat)].id},
            {"system", frame.system},
            {"layers", layers}};
}

}
