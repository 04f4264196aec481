// SPDX-License-Identifier: MIT
#pragma once

#include "support/builders.h"

namespace scaena::bench {

/// A sequence of so many artwork layers with `cuesPerLayer` cues each, chained in part, and ten gates.
inline model::Sequence largeSequence(int layers, int cuesPerLayer) {
    auto builder = test::aSequence().withBeat(test::play("arrive", 2000)).withBeat(test::wait("wait"));
    for (int i = 0; i < 10; ++i) {
        builder.withGate(test::gate(GateId("gate-" + std::to_string(i)), 200 + 100 * i));
    }
    const model::MoveKind kinds[] = {model::MoveKind::Fade, model::MoveKind::Rise, model::MoveKind::Bounce,
                                     model::MoveKind::Pop, model::MoveKind::Turn};
    for (int i = 0; i < layers; ++i) {
        model::Layer layer;
        layer.name = "layer-" + std::to_string(i);
        layer.id = LayerId(layer.name);
        layer.art()->art = "logo.svg";
        layer.place = {model::AnchorPoint::Centre,
                       double(i % 10) * 36 - 160,
                       double(i / 10 % 20) * 40 - 380,
                       32,
                       32,
                       {}};
        builder.withLayer(layer);
        for (int k = 0; k < cuesPerLayer; ++k) {
            auto cue = test::cue(CueId("cue-" + std::to_string(i) + "-" + std::to_string(k)), "arrive",
                                 (i * 7) % 900 + k * 300, 400, kinds[(i + k) % 5], layer.id);
            cue.easing.reset();
            if (k > 0 && k % 2 == 0) {
                cue.anchor = {model::AnchorKind::After,
                              CueId("cue-" + std::to_string(i) + "-" + std::to_string(k - 1)),
                              20,
                              {}};
            }
            builder.withCue(cue);
        }
    }
    return builder.build();
}

}
