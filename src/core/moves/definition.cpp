// SPDX-License-Identifier: MIT
#include "core/moves/definition.h"

#include "core/moves/families.h"

#include <algorithm>
#include <cassert>

namespace scaena::moves {

using model::MoveKind;
using model::MoveValue;

namespace {

/// In the order of MoveKind, whatever order the families tell them in; a test holds that none is missing.
std::vector<MoveDefinition> collect() {
    std::vector<MoveDefinition> all;
    for (const auto family : {arrivals, reveals, accents, changes}) {
        for (auto& it : family()) {
            all.push_back(std::move(it));
        }
    }
    std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.kind < b.kind; });
    return all;
}

}

const MoveDefinition& definitionOf(MoveKind kind) {
    static const auto definitions = collect();
    return definitions.at(static_cast<std::size_t>(kind));
}

const MoveParameter* findParameter(MoveKind kind, std::string_view key) {
    for (const auto& parameter : definitionOf(kind).parameters) {
        if (parameter.key == key) {
            return &parameter;
        }
    }
    return nullptr;
}

std::string whyNot(MoveKind kind, const model::Layer& layer) { return definitionOf(kind).unsuited(layer); }

std::map<std::string, MoveValue> inSightParameters(MoveKind kind) {
    const auto& own = definitionOf(kind).inSight;
    const auto* way = findParameter(kind, "direction");
    const bool stays =
        way && std::find(way->choices.begin(), way->choices.end(), kStay) != way->choices.end();
    return own.empty() && stays ? std::map<std::string, MoveValue>{{"direction", std::string(kStay)}} : own;
}

double numberOf(const model::Move& move, std::string_view key) {
    const auto* parameter = findParameter(move.kind, key);
    assert(parameter && !parameter->isChoice());
    const auto found = move.parameters.find(std::string(key));
    const auto* value = found == move.parameters.end() ? nullptr : std::get_if<double>(&found->second);
    return value ? *value : parameter->standard;
}

std::string choiceOf(const model::Move& move, std::string_view key) {
    const auto* parameter = findParameter(move.kind, key);
    assert(parameter && parameter->isChoice());
    const auto found = move.parameters.find(std::string(key));
    const auto* value = found == move.parameters.end() ? nullptr : std::get_if<std::string>(&found->second);
    return value ? *value : std::string(parameter->choices.front());
}

motion::Measure measureOf(const model::Move& move) {
    const auto* parameter = findParameter(move.kind, "measure");
    if (!parameter) {
        return motion::Measure::Dp;
    }
    const auto& words = parameter->choices;
    const auto found = std::find(words.begin(), words.end(), choiceOf(move, "measure"));
    return found == words.end() ? motion::Measure::Dp : static_cast<motion::Measure>(found - words.begin());
}

std::string_view unitOf(const model::Move& move, const MoveParameter& parameter) {
    return parameter.unit == "dp" && measureOf(move) != motion::Measure::Dp ? "%" : parameter.unit;
}

const model::Easing& easingOf(const model::Cue& cue) {
    return cue.easing ? *cue.easing : definitionOf(cue.move.kind).easing;
}

}
